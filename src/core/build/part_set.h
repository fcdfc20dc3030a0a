#pragma once
// A set of parts by number, as bits: thousands of such sets are asked for one order of steps.

#include <algorithm>
#include <array>
#include <bit>
#include <cstdint>
#include <vector>

namespace owl {

class PartSet {
  public:
    explicit PartSet(std::size_t parts = 0) : count_((parts + 63) / 64) {
        if (count_ > few)
            many_.resize(count_);
    }
    void add(std::size_t i) { words()[i / 64] |= std::uint64_t{1} << (i % 64); }
    [[nodiscard]] bool has(std::size_t i) const { return ((words()[i / 64] >> (i % 64)) & 1) != 0; }
    [[nodiscard]] bool empty() const {
        return std::all_of(words(), words() + count_, [](std::uint64_t w) { return w == 0; });
    }
    [[nodiscard]] std::size_t size() const {
        std::size_t n = 0;
        for (std::size_t i = 0; i < count_; ++i)
            n += static_cast<std::size_t>(std::popcount(words()[i]));
        return n;
    }
    [[nodiscard]] bool meets(const PartSet& o) const {
        for (std::size_t i = 0; i < count_; ++i)
            if ((words()[i] & o.words()[i]) != 0)
                return true;
        return false;
    }
    PartSet& operator|=(const PartSet& o) {
        for (std::size_t i = 0; i < count_; ++i)
            words()[i] |= o.words()[i];
        return *this;
    }
    PartSet& operator&=(const PartSet& o) {
        for (std::size_t i = 0; i < count_; ++i)
            words()[i] &= o.words()[i];
        return *this;
    }
    /// Without those of another set.
    PartSet& operator-=(const PartSet& o) {
        for (std::size_t i = 0; i < count_; ++i)
            words()[i] &= ~o.words()[i];
        return *this;
    }
    bool operator==(const PartSet&) const = default;
    template <typename Do> void each(Do&& what) const {
        for (std::size_t i = 0; i < count_; ++i)
            for (std::uint64_t w = words()[i]; w != 0; w &= w - 1)
                what(i * 64 + static_cast<std::size_t>(std::countr_zero(w)));
    }
    /// The first one; the set must not be empty.
    [[nodiscard]] std::size_t front() const {
        std::size_t i = 0;
        while (words()[i] == 0)
            ++i;
        return i * 64 + static_cast<std::size_t>(std::countr_zero(words()[i]));
    }

  private:
    [[nodiscard]] std::uint64_t* words() { return count_ > few ? many_.data() : few_.data(); }
    [[nodiscard]] const std::uint64_t* words() const { return count_ > few ? many_.data() : few_.data(); }

    static constexpr std::size_t few = 3; // words that lie in the set itself: most pieces have fewer parts
    std::size_t count_;
    std::array<std::uint64_t, few> few_{};
    std::vector<std::uint64_t> many_;
};

/// All that is reached from `from` within `within`, row i holding what is next to part i.
PartSet reached(PartSet from, const std::vector<PartSet>& rows, const PartSet& within);

} // namespace owl
