#include "cutting/greedy.h"

#include <algorithm>
#include <cmath>
#include <limits>

namespace owl {
namespace {

struct Free {
    std::int64_t x, y, l, w;
};

class Filler {
  public:
    Filler(const CutGroup& g, std::mt19937& random, bool plain) : g_(g), random_(random), plain_(plain) {
        for (const auto& k : g.kinds)
            left_.push_back(k.count);
        for (const auto& b : g.boards)
            stock_.push_back(b.available ? *b.available : std::numeric_limits<int>::max());
    }

    GroupPlan run() {
        GroupPlan plan;
        while (std::any_of(left_.begin(), left_.end(), [](int n) { return n > 0; })) {
            GroupBoard best;
            double bestScore = -1;
            for (std::size_t i = 0; i < g_.boards.size(); ++i) {
                if (stock_[i] == 0)
                    continue;
                GroupBoard b = fill(i);
                const double s = score(b);
                if (s > bestScore) {
                    bestScore = s;
                    best = std::move(b);
                }
            }
            if (best.placed.empty())
                break;
            for (const auto& p : best.placed)
                --left_[p.kind];
            if (g_.boards[best.board].available)
                --stock_[best.board];
            plan.cost += g_.boards[best.board].price;
            plan.boards.push_back(std::move(best));
        }
        plan.left = left_;
        return plan;
    }

  private:
    double jitter(double spread) {
        if (plain_)
            return 1;
        return std::uniform_real_distribution<double>(1 - spread, 1 + spread)(random_);
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
        return area / static_cast<double>(board.price) * jitter(0.1);
    }

    GroupBoard fill(std::size_t board) {
        GroupBoard b;
        b.board = board;
        std::vector<int> left = left_;
        std::vector<double> weight;
        for (const auto& k : g_.kinds)
            weight.push_back(static_cast<double>(k.l) * static_cast<double>(k.w) * jitter(0.6));
        std::vector<Free> open{{0, 0, g_.boards[board].l, g_.boards[board].w}};
        while (!open.empty()) {
            const Free f = open.back();
            open.pop_back();
            placeInto(f, b, left, weight, open);
        }
        return b;
    }

    void placeInto(const Free& f, GroupBoard& b, std::vector<int>& left, const std::vector<double>& weight,
                   std::vector<Free>& open) {
        double most = -1;
        GroupPlaced best;
        for (std::size_t k = 0; k < g_.kinds.size(); ++k) {
            if (left[k] == 0)
                continue;
            for (const bool turned : {false, true}) {
                if (turned && !g_.kinds[k].rotate)
                    continue;
                const std::int64_t l = turned ? g_.kinds[k].w : g_.kinds[k].l;
                const std::int64_t w = turned ? g_.kinds[k].l : g_.kinds[k].w;
                if (l > f.l || w > f.w)
                    continue;
                const double fit = (w == f.w || l == f.l) ? 1.3 : 1.0;
                if (weight[k] * fit > most) {
                    most = weight[k] * fit;
                    best = {k, f.x, f.y, l, w, turned};
                }
            }
        }
        if (most < 0)
            return;
        --left[best.kind];
        b.placed.push_back(best);
        const std::int64_t right = f.l - best.l;
        const std::int64_t top = f.w - best.w;
        // Keep the larger remainder whole; now and then the other way round.
        bool ripFirst = static_cast<double>(f.l) * static_cast<double>(top) >=
                        static_cast<double>(right) * static_cast<double>(f.w);
        if (!plain_ && std::uniform_int_distribution<int>(0, 4)(random_) == 0)
            ripFirst = !ripFirst;
        if (ripFirst) {
            open.push_back({f.x, f.y + best.w, f.l, top});
            open.push_back({f.x + best.l, f.y, right, best.w});
        } else {
            open.push_back({f.x + best.l, f.y, right, f.w});
            open.push_back({f.x, f.y + best.w, best.l, top});
        }
    }

    const CutGroup& g_;
    std::mt19937& random_;
    bool plain_;
    std::vector<int> left_, stock_;
};

} // namespace

GroupPlan fillGreedily(const CutGroup& group, std::mt19937& random, bool plain) {
    return Filler(group, random, plain).run();
}

} // namespace owl
