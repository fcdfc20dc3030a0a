#include "cutting/exact.h"

#include <algorithm>
#include <limits>
#include <map>

// For every sub-multiset of the parts: the minimal rectangles that a guillotine layout of it needs, each a
// single part or two smaller layouts side by side or one above the other. Then the cheapest split of the
// demand into sub-multisets that fit a board each, limited boards one at a time first. Ties go to fewer
// boards.

namespace owl {
namespace {

constexpr std::int64_t never = std::numeric_limits<std::int64_t>::max() / 4;
/// Money decides, then the number of boards. Two numbers, so that no price is too large for both.
struct Price {
    std::int64_t money = 0, boards = 0;
    auto operator<=>(const Price&) const = default;
    Price operator+(const Price& o) const { return {money + o.money, boards + o.boards}; }
};
constexpr Price noPrice{never, 0};

/// A minimal rectangle of a sub-multiset and how it came about.
struct Shape {
    std::int64_t l = 0, w = 0;
    std::size_t a = 0, b = 0;   ///< sub-multisets joined; a = 0: a single part
    std::size_t sa = 0, sb = 0; ///< which of their shapes
    bool beside = false;        ///< side by side along the length
    bool rotated = false;
};

class Exact {
  public:
    Exact(const CutGroup& g, const std::function<bool()>& stop, std::int64_t most)
        : g_(g), stop_(stop), most_(most) {}

    std::optional<GroupPlan> run() {
        if (!small())
            return std::nullopt;
        largest();
        for (std::size_t m = 1; m < full_ && goesOn(); ++m)
            makeShapes(m);
        if (goesOn())
            unlimited();
        if (goesOn())
            limited();
        return goesOn() ? assemble() : std::nullopt;
    }

  private:
    /// False once the search was told to end: what it has is no plan.
    bool goesOn() {
        ended_ = ended_ || (stop_ && stop_());
        return !ended_;
    }
    bool small() {
        int total = 0;
        for (const auto& k : g_.kinds)
            total += k.count;
        std::int64_t steps = 2;
        for (std::size_t i = 0; i < g_.boards.size(); ++i)
            if (g_.boards[i].available)
                for (int n = 0; n < std::min(*g_.boards[i].available, total); ++n)
                    single_.push_back(i);
        steps += static_cast<std::int64_t>(single_.size());
        for (const auto& k : g_.kinds) {
            steps *= static_cast<std::int64_t>(k.count + 1) * (k.count + 2) / 2;
            if (steps > most_)
                return false;
            stride_.push_back(full_);
            full_ *= static_cast<std::size_t>(k.count) + 1;
        }
        shapes_.resize(full_);
        subs_.resize(full_);
        for (std::size_t m = 0; m < full_; ++m)
            subs_[m] = below(m);
        return true;
    }

    [[nodiscard]] std::size_t digit(std::size_t m, std::size_t kind) const {
        return m / stride_[kind] % (static_cast<std::size_t>(g_.kinds[kind].count) + 1);
    }
    [[nodiscard]] std::vector<std::size_t> below(std::size_t m) const {
        std::vector<std::size_t> out{0};
        for (std::size_t k = 0; k < g_.kinds.size(); ++k) {
            const std::size_t c = digit(m, k);
            const std::size_t n = out.size();
            for (std::size_t i = 1; i <= c; ++i)
                for (std::size_t j = 0; j < n; ++j)
                    out.push_back(out[j] + i * stride_[k]);
        }
        return out;
    }
    /// Boards that no other is as long and as wide as: what fits on any fits on one of these.
    void largest() {
        for (const auto& b : g_.boards)
            largest_.emplace_back(b.l, b.w);
        std::sort(largest_.begin(), largest_.end(), std::greater<>());
        std::int64_t widest = -1;
        std::erase_if(largest_, [&](const auto& b) {
            const bool covered = b.second <= widest;
            widest = std::max(widest, b.second);
            return covered;
        });
    }
    [[nodiscard]] bool fitsSome(std::int64_t l, std::int64_t w) const {
        return std::any_of(largest_.begin(), largest_.end(),
                           [&](const auto& b) { return l <= b.first && w <= b.second; });
    }
    /// True when another board to be had without limit is as large and as cheap.
    [[nodiscard]] bool outdone(std::size_t board) const {
        const auto& b = g_.boards[board];
        for (std::size_t i = 0; i < g_.boards.size(); ++i) {
            const auto& o = g_.boards[i];
            const bool same = o.l == b.l && o.w == b.w && o.price == b.price;
            if (i != board && !o.available && o.l >= b.l && o.w >= b.w && o.price <= b.price &&
                (!same || i < board))
                return true;
        }
        return false;
    }

    void makeShapes(std::size_t m) {
        std::vector<Shape> all;
        std::size_t pieces = 0;
        std::size_t which = 0;
        for (std::size_t k = 0; k < g_.kinds.size(); ++k) {
            pieces += digit(m, k);
            if (digit(m, k))
                which = k;
        }
        if (pieces == 1) {
            const auto& kind = g_.kinds[which];
            if (fitsSome(kind.l, kind.w))
                all.push_back({kind.l, kind.w, 0, 0, which, 0, false, false});
            if (kind.rotate && kind.l != kind.w && fitsSome(kind.w, kind.l))
                all.push_back({kind.w, kind.l, 0, 0, which, 0, false, true});
        } else {
            for (std::size_t a : subs_[m]) {
                const std::size_t b = m - a;
                if (a < b || b == 0)
                    continue;
                if (!goesOn())
                    return;
                for (std::size_t i = 0; i < shapes_[a].size(); ++i)
                    for (std::size_t j = 0; j < shapes_[b].size(); ++j)
                        join(all, a, b, i, j);
            }
        }
        keepMinimal(m, all);
    }

    void join(std::vector<Shape>& all, std::size_t a, std::size_t b, std::size_t i, std::size_t j) const {
        const Shape& s = shapes_[a][i];
        const Shape& t = shapes_[b][j];
        const Shape beside{s.l + t.l, std::max(s.w, t.w), a, b, i, j, true, false};
        const Shape above{std::max(s.l, t.l), s.w + t.w, a, b, i, j, false, false};
        if (fitsSome(beside.l, beside.w))
            all.push_back(beside);
        if (fitsSome(above.l, above.w))
            all.push_back(above);
    }

    void keepMinimal(std::size_t m, std::vector<Shape>& all) {
        std::stable_sort(all.begin(), all.end(),
                         [](const Shape& x, const Shape& y) { return x.l != y.l ? x.l < y.l : x.w < y.w; });
        std::int64_t low = never;
        for (const Shape& s : all) {
            if (s.w >= low)
                continue;
            shapes_[m].push_back(s);
            low = s.w;
        }
    }

    /// The shape that leaves the largest single rectangle on a board; size() when none fits.
    [[nodiscard]] std::size_t fitting(std::size_t m, const CutGroup::Board& b) const {
        std::size_t best = shapes_[m].size();
        double most = -1;
        for (std::size_t i = 0; i < shapes_[m].size(); ++i) {
            const Shape& s = shapes_[m][i];
            if (s.l > b.l || s.w > b.w)
                continue;
            const double rest = std::max(static_cast<double>(b.l - s.l) * static_cast<double>(b.w),
                                         static_cast<double>(b.l) * static_cast<double>(b.w - s.w));
            if (rest > most) {
                most = rest;
                best = i;
            }
        }
        return best;
    }
    [[nodiscard]] static Price key(const CutGroup::Board& b) { return {b.price, 1}; }

    void unlimited() {
        one_.assign(full_, noPrice);
        oneBoard_.assign(full_, 0);
        for (std::size_t i = 0; i < g_.boards.size(); ++i) {
            const auto& b = g_.boards[i];
            if (b.available || outdone(i))
                continue;
            if (!goesOn())
                return;
            for (std::size_t m = 1; m < full_; ++m)
                if (key(b) < one_[m] && fitting(m, b) < shapes_[m].size()) {
                    one_[m] = key(b);
                    oneBoard_[m] = i;
                }
        }
        best_.assign(full_, noPrice);
        take_.assign(full_, 0);
        best_[0] = {};
        for (std::size_t m = 1; m < full_ && goesOn(); ++m) {
            std::size_t first = 0;
            while (digit(m, first) == 0)
                ++first;
            for (std::size_t a : subs_[m]) {
                if (digit(a, first) == 0 || one_[a] >= noPrice || best_[m - a] >= noPrice)
                    continue;
                const Price c = one_[a] + best_[m - a];
                if (c < best_[m]) {
                    best_[m] = c;
                    take_[m] = a;
                }
            }
        }
    }

    void limited() {
        layers_.push_back(std::vector<Price>(full_, noPrice));
        layers_.back()[0] = {};
        for (std::size_t s : single_) {
            if (!goesOn())
                return;
            const auto& b = g_.boards[s];
            std::vector<Price> next = layers_.back();
            std::vector<std::size_t> from(full_, 0);
            std::vector<bool> ok(full_, false);
            for (std::size_t a = 1; a < full_; ++a)
                ok[a] = fitting(a, b) < shapes_[a].size();
            for (std::size_t m = 0; m < full_; ++m) {
                if (layers_.back()[m] >= noPrice)
                    continue;
                for (std::size_t a : subs_[full_ - 1 - m])
                    if (ok[a] && layers_.back()[m] + key(b) < next[m + a]) {
                        next[m + a] = layers_.back()[m] + key(b);
                        from[m + a] = a;
                    }
            }
            layers_.push_back(std::move(next));
            from_.push_back(std::move(from));
        }
    }

    [[nodiscard]] double area(std::size_t m) const {
        double a = 0;
        for (std::size_t k = 0; k < g_.kinds.size(); ++k)
            a += static_cast<double>(digit(m, k)) * static_cast<double>(g_.kinds[k].l - g_.kerf) *
                 static_cast<double>(g_.kinds[k].w - g_.kerf);
        return a;
    }

    std::optional<GroupPlan> assemble() {
        std::size_t target = 0;
        std::size_t limitedPart = 0;
        Price cost = noPrice;
        double placed = -1;
        for (std::size_t t = full_; t-- > 0;) {
            const double a = area(t);
            if (a < placed)
                continue;
            for (std::size_t m : subs_[t]) {
                if (layers_.back()[m] >= noPrice || best_[t - m] >= noPrice)
                    continue;
                const Price c = layers_.back()[m] + best_[t - m];
                if (a > placed || (a == placed && c < cost)) {
                    placed = a;
                    cost = c;
                    target = t;
                    limitedPart = m;
                }
            }
            if (t == full_ - 1 && cost < noPrice)
                break;
        }
        GroupPlan plan;
        plan.proven = true;
        for (std::size_t m = target - limitedPart; m > 0; m -= take_[m])
            addBoard(plan, oneBoard_[take_[m]], take_[m]);
        std::size_t m = limitedPart;
        for (std::size_t layer = from_.size(); layer-- > 0;) {
            if (layers_[layer + 1][m] == layers_[layer][m])
                continue;
            const std::size_t a = from_[layer][m];
            addBoard(plan, single_[layer], a);
            m -= a;
        }
        for (std::size_t k = 0; k < g_.kinds.size(); ++k)
            plan.left.push_back(g_.kinds[k].count - static_cast<int>(digit(target, k)));
        return plan;
    }

    void addBoard(GroupPlan& plan, std::size_t board, std::size_t m) const {
        GroupBoard b;
        b.board = board;
        put(b, m, fitting(m, g_.boards[board]), 0, 0);
        plan.cost += g_.boards[board].price;
        plan.boards.push_back(std::move(b));
    }

    void put(GroupBoard& b, std::size_t m, std::size_t shape, std::int64_t x, std::int64_t y) const {
        const Shape& s = shapes_[m][shape];
        if (s.a == 0) {
            b.placed.push_back({s.sa, x, y, s.l, s.w, s.rotated});
            return;
        }
        const Shape& first = shapes_[s.a][s.sa];
        put(b, s.a, s.sa, x, y);
        put(b, s.b, s.sb, s.beside ? x + first.l : x, s.beside ? y : y + first.w);
    }

    const CutGroup& g_;
    const std::function<bool()>& stop_;
    std::int64_t most_; // steps
    bool ended_ = false;
    std::size_t full_ = 1;
    std::vector<std::size_t> stride_, single_;
    std::vector<std::pair<std::int64_t, std::int64_t>> largest_; ///< lengths falling, widths rising
    std::vector<std::vector<Shape>> shapes_;
    std::vector<std::vector<std::size_t>> subs_;
    std::vector<Price> one_, best_;
    std::vector<std::size_t> oneBoard_, take_;
    std::vector<std::vector<Price>> layers_;
    std::vector<std::vector<std::size_t>> from_;
};

} // namespace

std::optional<GroupPlan> solveExactly(const CutGroup& group, const std::function<bool()>& stop,
                                      std::int64_t most) {
    return Exact(group, stop, most).run();
}

} // namespace owl
