#include "cutting/improve.h"

#include "cutting/exact.h"
#include "cutting/greedy.h"

#include <algorithm>
#include <limits>

namespace owl {
namespace {

/// Steps of the exact search on a few boards: a round takes a millisecond at most, a quarter of one where
/// there are few rounds, since somebody waits then.
constexpr std::int64_t fewSteps = 20'000, fewestSteps = 4000;
constexpr int fewRounds = 30;
/// Parts that are taken up together where the exact search may still manage them; random fills otherwise.
constexpr std::size_t fewParts = 11;
constexpr int fillsARound = 24;

class Round {
  public:
    Round(const CutGroup& g, GroupPlan& plan, std::mt19937& random, std::int64_t steps)
        : g_(g), plan_(plan), random_(random), steps_(steps) {}

    /// What is better or as good takes the place of what was there.
    void run(const std::function<bool()>& stop) {
        choose();
        makeGroup();
        if (sub_.kinds.empty())
            return;
        auto next = solveExactly(sub_, stop, steps_);
        for (int i = 0; !next && i < fillsARound && !(stop && stop()); ++i)
            if (auto filled = fillGreedily(sub_, random_, &old_, stop); filled && better(sub_, *filled, old_))
                next = std::move(filled);
        if (next && !better(sub_, old_, *next))
            replace(*next);
    }

  private:
    std::size_t any(std::size_t n) { return std::uniform_int_distribution<std::size_t>(0, n - 1)(random_); }

    /// Two to four boards, most of the time so few parts that all their ways can be tried.
    void choose() {
        const std::size_t wanted = 2 + any(3);
        std::size_t parts = 0;
        for (std::size_t tries = 0; tries < 12 && chosen_.size() < std::min(wanted, plan_.boards.size());
             ++tries) {
            const std::size_t b = any(plan_.boards.size());
            const std::size_t n = plan_.boards[b].placed.size();
            const bool taken = std::find(chosen_.begin(), chosen_.end(), b) != chosen_.end();
            if (taken || (chosen_.size() >= 2 && parts + n > fewParts))
                continue;
            chosen_.push_back(b);
            parts += n;
        }
        std::sort(chosen_.begin(), chosen_.end());
    }

    /// Their parts and what found no place yet, on every board that is to be had but for those of the rest.
    void makeGroup() {
        std::vector<int> counts = plan_.left;
        std::vector<int> used(g_.boards.size(), 0);
        for (const auto& b : plan_.boards)
            ++used[b.board];
        for (std::size_t b : chosen_) {
            --used[plan_.boards[b].board];
            old_.cost += g_.boards[plan_.boards[b].board].price;
            old_.boards.push_back(plan_.boards[b]);
            for (const auto& p : plan_.boards[b].placed)
                ++counts[p.kind];
        }
        sub_.kerf = g_.kerf;
        for (std::size_t k = 0; k < counts.size(); ++k) {
            if (counts[k] == 0)
                continue;
            kinds_.push_back(k);
            sub_.kinds.push_back({{}, {}, g_.kinds[k].l, g_.kinds[k].w, g_.kinds[k].rotate, counts[k]});
            old_.left.push_back(plan_.left[k]);
        }
        for (std::size_t b = 0; b < g_.boards.size(); ++b) {
            CutGroup::Board board = g_.boards[b];
            if (board.available)
                *board.available -= used[b];
            if (board.available && *board.available <= 0)
                continue;
            boards_.push_back(b);
            sub_.boards.push_back(board);
        }
    }

    /// The new boards instead of the chosen ones, in the group's own numbers.
    void replace(GroupPlan& next) {
        for (std::size_t i = chosen_.size(); i-- > 0;)
            plan_.boards.erase(plan_.boards.begin() + static_cast<std::ptrdiff_t>(chosen_[i]));
        plan_.cost += next.cost - old_.cost;
        for (std::size_t i = 0; i < kinds_.size(); ++i)
            plan_.left[kinds_[i]] = next.left[i];
        for (auto& b : next.boards) {
            b.board = boards_[b.board];
            for (auto& p : b.placed)
                p.kind = kinds_[p.kind];
            plan_.boards.push_back(std::move(b));
        }
    }

    const CutGroup& g_;
    GroupPlan& plan_;
    std::mt19937& random_;
    std::int64_t steps_;
    std::vector<std::size_t> chosen_, kinds_, boards_;
    CutGroup sub_;
    GroupPlan old_; // what the chosen boards were
};

} // namespace

void improve(const CutGroup& group, GroupPlan& plan, std::mt19937& random, int rounds,
             const std::function<bool()>& stop) {
    const std::int64_t steps = rounds <= fewRounds ? fewestSteps : fewSteps;
    for (; rounds > 0 && plan.boards.size() > 1 && !(stop && stop()); --rounds)
        Round(group, plan, random, steps).run(stop);
}

} // namespace owl
