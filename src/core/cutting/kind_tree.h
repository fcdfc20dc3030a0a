#pragma once
// Of very many kinds of part the heaviest that fits a place, without looking at all of them. Internal to
// cutting/.

#include "cutting/solve.h"

namespace owl {

/// Kinds (those that may be turned stand there twice) in a tree halved by length and by width in turn, whose
/// nodes know the heaviest, the shortest and the narrowest below them. A search goes down only where
/// something heavier than the best so far could fit.
class KindTree {
  public:
    explicit KindTree(const CutGroup& group);
    /// For another board: `weight` a kind; kinds with nothing left are not there.
    void begin(const std::vector<int>& left, const std::vector<double>& weight);

    struct Found {
        std::size_t kind = 0;
        bool turned = false;
        double weight = -1; ///< negative: nothing fits
    };
    [[nodiscard]] Found heaviest(std::int64_t length, std::int64_t width) const;
    /// The kind is used up.
    void remove(std::size_t kind);
    /// It is there again.
    void putBack(std::size_t kind, double weight);

  private:
    struct Entry {
        std::int64_t l = 0, w = 0;
        std::size_t kind = 0;
        bool turned = false;
    };
    struct Node {
        double weight = -1;
        std::int64_t shortest = 0, narrowest = 0;
    };
    static const Node empty;
    void arrange(std::size_t low, std::size_t high, bool byLength);
    void search(std::size_t node, std::int64_t length, std::int64_t width, Found& best) const;
    void lift(std::size_t node);
    [[nodiscard]] Node leafOf(std::size_t entry, double weight) const {
        return {weight, entries_[entry].l, entries_[entry].w};
    }

    std::vector<Entry> entries_;
    std::vector<Node> nodes_;                     ///< as a heap; leaves begin at `leaves_`
    std::vector<std::vector<std::size_t>> where_; ///< leaves of a kind
    std::size_t leaves_ = 1;
};

} // namespace owl
