#include "cutting/greedy.h"

#include "cutting/kind_tree.h"

#include <algorithm>
#include <cmath>
#include <limits>
#include <map>
#include <memory>
#include <numeric>
#include <optional>

namespace owl {
namespace {

struct Free {
    std::int64_t x, y, l, w;
};

/// Parts from which on equal boards are filled at one stroke; kinds from which on a tree finds what fits.
constexpr int manyParts = 400;
constexpr std::size_t manyKinds = 200;
/// Boards of which each is looked at in every round of a random fill.
constexpr std::size_t fewBoards = 8;
/// How far chance moves the score of a board up or down.
constexpr double scoreSpread = 0.1;

class Filler {
  public:
    Filler(const CutGroup& g, std::mt19937& random, const GroupPlan* toBeat,
           const std::function<bool()>& stop)
        : g_(g), random_(random), plain_(!toBeat), stop_(stop), order_(g.kinds.size()) {
        for (const auto& k : g.kinds) {
            left_.push_back(k.count);
            open_ += k.count;
            area_ += static_cast<double>(k.l) * static_cast<double>(k.w) * k.count;
        }
        // One that leaves parts out may cost anything: more of them placed is better.
        if (toBeat && std::all_of(toBeat->left.begin(), toBeat->left.end(), [](int n) { return n == 0; }))
            most_ = static_cast<double>(toBeat->cost);
        bestFirst();
        repeats_ = open_ > manyParts;
        if (g.kinds.size() > manyKinds)
            tree_ = std::make_unique<KindTree>(g);
        for (const auto& b : g.boards)
            stock_.push_back(b.available ? *b.available : std::numeric_limits<int>::max());
    }

    std::optional<GroupPlan> run() {
        GroupPlan plan;
        while (open_ > 0 && mayBeBetter(plan)) {
            GroupBoard best;
            double bestScore = -1;
            for (const std::size_t i : boards_) {
                if (stock_[i] == 0 || !drawn())
                    continue;
                if (stop_ && stop_())
                    return std::nullopt;
                const double limit = mayScore(i);
                if (limit < bestScore)
                    break; // nor do those that follow
                if (limit == bestScore && i > best.board)
                    continue;
                GroupBoard b = fill(i);
                const double s = score(b);
                if (s > bestScore || (s == bestScore && i < best.board)) {
                    bestScore = s;
                    best = std::move(b);
                }
            }
            if (best.placed.empty())
                break;
            for (int n = timesOf(best); n > 1; --n)
                take(plan, best);
            take(plan, std::move(best));
        }
        plan.left = left_;
        return plan;
    }

  private:
    void take(GroupPlan& plan, GroupBoard b) {
        for (const auto& p : b.placed)
            if (--left_[p.kind] == 0 && tree_)
                tree_->remove(p.kind);
        if (plain_)
            for (const auto& p : b.placed)
                --here_[p.kind];
        open_ -= static_cast<int>(b.placed.size());
        for (const auto& p : b.placed)
            area_ -= static_cast<double>(p.l) * static_cast<double>(p.w);
        if (g_.boards[b.board].available)
            --stock_[b.board];
        plan.cost += g_.boards[b.board].price;
        plan.boards.push_back(std::move(b));
    }
    /// How often the board can be filled like that: what is left must last, and so must the boards.
    [[nodiscard]] int timesOf(const GroupBoard& b) const {
        if (!repeats_)
            return 1;
        std::map<std::size_t, int> counts;
        for (const auto& p : b.placed)
            ++counts[p.kind];
        int times = g_.boards[b.board].available ? stock_[b.board] : std::numeric_limits<int>::max();
        for (const auto& [kind, n] : counts)
            times = std::min(times, left_[kind] / n);
        return std::max(1, times);
    }

    double jitter(double spread) {
        if (plain_)
            return 1;
        return std::uniform_real_distribution<double>(1 - spread, 1 + spread)(random_);
    }

    /// What a board could score if nothing of it were wasted.
    [[nodiscard]] double bestPossible(std::size_t board) const {
        const auto& b = g_.boards[board];
        return b.price == 0
                   ? std::numeric_limits<double>::infinity()
                   : static_cast<double>(b.l) * static_cast<double>(b.w) / static_cast<double>(b.price);
    }

    /// Of many boards chance leaves out most: a fill of all of them costs more than several fills of a few.
    bool drawn() {
        return plain_ || boards_.size() <= fewBoards ||
               std::uniform_int_distribution<std::size_t>(1, boards_.size())(random_) <= fewBoards;
    }

    /// The most that its score can come to.
    [[nodiscard]] double mayScore(std::size_t board) const {
        return bestPossible(board) * (plain_ ? 1 : 1 + scoreSpread);
    }

    /// The boards in the order of what they could score: after one that scores more than the next could,
    /// none is filled any more.
    void bestFirst() {
        boards_.resize(g_.boards.size());
        std::iota(boards_.begin(), boards_.end(), std::size_t{0});
        std::stable_sort(boards_.begin(), boards_.end(),
                         [&](std::size_t a, std::size_t b) { return bestPossible(a) > bestPossible(b); });
        if (!boards_.empty())
            bestRate_ = bestPossible(boards_.front());
    }

    /// False once what is open, at the best price an area can have, costs more than the plan to beat.
    [[nodiscard]] bool mayBeBetter(const GroupPlan& soFar) const {
        return static_cast<double>(soFar.cost) + area_ / bestRate_ * (1 - 1e-9) <= most_;
    }

    /// Value for money: free boards first by how full they get, then area got per price.
    double score(const GroupBoard& b) {
        double area = 0;
        for (const auto& p : b.placed)
            area += static_cast<double>(p.l) * static_cast<double>(p.w);
        if (area <= 0)
            return -1;
        const auto& board = g_.boards[b.board];
        if (board.price == 0)
            return 1e30 * area / (static_cast<double>(board.l) * static_cast<double>(board.w));
        return area / static_cast<double>(board.price) * jitter(scoreSpread);
    }

    GroupBoard fill(std::size_t board) {
        GroupBoard b;
        b.board = board;
        prepare();
        free_.assign(1, {0, 0, g_.boards[board].l, g_.boards[board].w});
        while (!free_.empty()) {
            const Free f = free_.back();
            free_.pop_back();
            placeInto(f, b);
        }
        if (plain_) // as it was before: nothing is taken until a board is chosen
            for (const auto& p : b.placed)
                if (here_[p.kind]++ == 0 && tree_)
                    tree_->putBack(p.kind, weight_[p.kind]);
        return b;
    }

    /// What is left, by its weight for this board. Without chance weights never change, and what a fill took
    /// was put back: looking at all kinds again for every board would be most of the work where they are
    /// many.
    void prepare() {
        if (plain_ && !weight_.empty())
            return;
        here_ = left_;
        weigh();
        if (tree_)
            tree_->begin(here_, weight_);
    }

    /// The heaviest kinds first: most places are found without looking at all of them.
    void weigh() {
        weight_.clear();
        for (const auto& k : g_.kinds)
            weight_.push_back(static_cast<double>(k.l) * static_cast<double>(k.w) * jitter(0.6));
        std::iota(order_.begin(), order_.end(), std::size_t{0});
        std::stable_sort(order_.begin(), order_.end(),
                         [&](std::size_t x, std::size_t y) { return weight_[x] > weight_[y]; });
    }

    [[nodiscard]] std::optional<GroupPlaced> fitting(const Free& f) const {
        if (tree_) {
            const auto found = tree_->heaviest(f.l, f.w);
            const auto& k = g_.kinds[found.kind];
            return found.weight < 0
                       ? std::nullopt
                       : std::optional(GroupPlaced{found.kind, f.x, f.y, found.turned ? k.w : k.l,
                                                   found.turned ? k.l : k.w, found.turned});
        }
        constexpr double exact = 1.3; // what fills a strip to its edge is worth so much more
        double most = -1;
        GroupPlaced best;
        for (std::size_t k : order_) {
            if (weight_[k] * exact <= most)
                break;
            if (here_[k] == 0)
                continue;
            for (const bool turned : {false, true}) {
                if (turned && !g_.kinds[k].rotate)
                    continue;
                const std::int64_t l = turned ? g_.kinds[k].w : g_.kinds[k].l;
                const std::int64_t w = turned ? g_.kinds[k].l : g_.kinds[k].w;
                if (l > f.l || w > f.w)
                    continue;
                const double fit = (w == f.w || l == f.l) ? exact : 1.0;
                if (weight_[k] * fit > most) {
                    most = weight_[k] * fit;
                    best = {k, f.x, f.y, l, w, turned};
                }
            }
        }
        return most < 0 ? std::nullopt : std::optional(best);
    }

    void placeInto(const Free& f, GroupBoard& b) {
        const auto found = fitting(f);
        if (!found)
            return;
        const GroupPlaced& best = *found;
        if (--here_[best.kind] == 0 && tree_)
            tree_->remove(best.kind);
        b.placed.push_back(best);
        const std::int64_t right = f.l - best.l;
        const std::int64_t top = f.w - best.w;
        // Keep the larger remainder whole; now and then the other way round.
        bool ripFirst = static_cast<double>(f.l) * static_cast<double>(top) >=
                        static_cast<double>(right) * static_cast<double>(f.w);
        if (!plain_ && std::uniform_int_distribution<int>(0, 4)(random_) == 0)
            ripFirst = !ripFirst;
        if (ripFirst) {
            free_.push_back({f.x, f.y + best.w, f.l, top});
            free_.push_back({f.x + best.l, f.y, right, best.w});
        } else {
            free_.push_back({f.x + best.l, f.y, right, f.w});
            free_.push_back({f.x, f.y + best.w, best.l, top});
        }
    }

    const CutGroup& g_;
    std::mt19937& random_;
    bool plain_;
    const std::function<bool()>& stop_;
    bool repeats_ = false;
    int open_ = 0;
    double area_ = 0;                                           // of what is open, nm2
    double most_ = std::numeric_limits<double>::infinity();     // what a plan may cost to be better
    double bestRate_ = std::numeric_limits<double>::infinity(); // area for a price of one
    std::vector<std::size_t> boards_;                           // the order they are tried in
    std::vector<int> left_, stock_;
    // of the board being filled
    std::vector<int> here_;
    std::vector<double> weight_;
    std::vector<std::size_t> order_;
    std::vector<Free> free_;
    std::unique_ptr<KindTree> tree_;
};

} // namespace

std::optional<GroupPlan> fillGreedily(const CutGroup& group, std::mt19937& random, const GroupPlan* toBeat,
                                      const std::function<bool()>& stop) {
    return Filler(group, random, toBeat, stop).run();
}

} // namespace owl
