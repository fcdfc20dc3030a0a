#pragma once
// A list that grows with the years: copies of a project share it until one of them changes it.

#include <memory>
#include <utility>
#include <vector>

namespace owl {

/// Reads like a vector. Whoever changes it changes a copy of their own; copying and comparing what is shared
/// costs nothing.
template <typename T> class SharedList {
  public:
    SharedList() : items_(std::make_shared<std::vector<T>>()) {}

    [[nodiscard]] auto begin() const { return items_->cbegin(); }
    [[nodiscard]] auto end() const { return items_->cend(); }
    [[nodiscard]] std::size_t size() const { return items_->size(); }
    [[nodiscard]] bool empty() const { return items_->empty(); }
    [[nodiscard]] const T& front() const { return items_->front(); }
    [[nodiscard]] const std::vector<T>& all() const { return *items_; }
    void push_back(T item) { mine().push_back(std::move(item)); }
    /// To change it: nobody else sees what is done to this.
    [[nodiscard]] std::vector<T>& mine() {
        if (items_.use_count() > 1)
            items_ = std::make_shared<std::vector<T>>(*items_);
        return *items_;
    }
    [[nodiscard]] bool sharedWith(const SharedList& o) const { return items_ == o.items_; }
    bool operator==(const SharedList& o) const { return sharedWith(o) || *items_ == *o.items_; }

  private:
    std::shared_ptr<std::vector<T>> items_;
};

} // namespace owl
