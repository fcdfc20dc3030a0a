#pragma once
// A set of parts by number, as bits: thousands of such sets are asked for one order of steps.

#include <bit>
#include <cstdint>
#include <vector>

namespace owl {

class PartSet {
  public:
    explicit PartSet(std::size_t parts = 0) : words_((parts + 63) / 64) {}
    void add(std::size_t i) { words_[i / 64] |= std::uint64_t{1} << (i % 64); }
    [[nodiscard]] bool has(std::size_t i) const { return ((words_[i / 64] >> (i % 64)) & 1) != 0; }
    [[nodiscard]] bool empty() const {
        for (std::uint64_t w : words_)
            if (w != 0)
                return false;
        return true;
    }
    [[nodiscard]] std::size_t size() const {
        std::size_t n = 0;
        for (std::uint64_t w : words_)
            n += static_cast<std::size_t>(std::popcount(w));
        return n;
    }
    [[nodiscard]] bool meets(const PartSet& o) const {
        for (std::size_t i = 0; i < words_.size(); ++i)
            if ((words_[i] & o.words_[i]) != 0)
                return true;
        return false;
    }
    PartSet& operator|=(const PartSet& o) {
        for (std::size_t i = 0; i < words_.size(); ++i)
            words_[i] |= o.words_[i];
        return *this;
    }
    PartSet& operator&=(const PartSet& o) {
        for (std::size_t i = 0; i < words_.size(); ++i)
            words_[i] &= o.words_[i];
        return *this;
    }
    /// Without those of another set.
    PartSet& operator-=(const PartSet& o) {
        for (std::size_t i = 0; i < words_.size(); ++i)
            words_[i] &= ~o.words_[i];
        return *this;
    }
    bool operator==(const PartSet&) const = default;
    template <typename Do> void each(Do&& what) const {
        for (std::size_t i = 0; i < words_.size(); ++i)
            for (std::uint64_t w = words_[i]; w != 0; w &= w - 1)
                what(i * 64 + static_cast<std::size_t>(std::countr_zero(w)));
    }
    /// The first one; the set must not be empty.
    [[nodiscard]] std::size_t front() const {
        std::size_t i = 0;
        while (words_[i] == 0)
            ++i;
        return i * 64 + static_cast<std::size_t>(std::countr_zero(words_[i]));
    }

  private:
    std::vector<std::uint64_t> words_;
};

/// All that is reached from `from` within `within`, row i holding what is next to part i.
PartSet reached(PartSet from, const std::vector<PartSet>& rows, const PartSet& within);

} // namespace owl
