// What a hand that drags has to see, in a frame's time.
#include "piece/kinds.h"
#include "plan/plan_piece.h"

#include <algorithm>

namespace owl {
namespace {

/// A value of a list by its id; its end where there is none.
template <typename T> auto withId(T& list, const std::string& id) {
    return std::find_if(list.begin(), list.end(), [&](const auto& one) { return one.id == id; });
}

class HastyPlanner {
  public:
    HastyPlanner(const Project& p, const Shop& s, const Catalog& c, const Project& before,
                 const PieceMaker& maker)
        : project_(p), before_(before), shop_(s), catalog_(c), make_(maker) {}

    Plan run(Plan&& earlier) {
        known_ = std::move(earlier.pieces);
        plan_ = std::move(earlier);
        plan_.hasty = true;
        plan_.walls.clear();
        for (const auto& w : project_.walls)
            plan_.walls.push_back({w.id, noDrillZones(w, catalog_)});
        plan_.pieces.clear();
        const std::vector<Standing> places = standings(project_);
        for (std::size_t i = 0; i < places.size(); ++i)
            plan_.pieces.push_back(piece(i, places[i]));
        return std::move(plan_);
    }

  private:
    /// Of before where nothing changed, else made, held and marked; what it does not get then it keeps.
    PiecePlan piece(std::size_t i, const Standing& place) {
        PiecePlan pp = placedPlan(project_.pieces[i], place);
        const auto in = inputsOf(project_, catalog_, i, place);
        const auto was = withId(known_, pp.id);
        if (in && was != known_.end() && sameAsBefore(*in, *was)) {
            was->leaderLost = pp.leaderLost;
            return std::move(*was);
        }
        pp.hasty = true;
        if (!in)
            return pp;
        std::string by;
        if (was != known_.end()) {
            pp.rows = was->rows;
            by = was->hold() ? was->hold()->option.id : by;
        }
        pp = planPiece({*in, plan_.walls, shop_, catalog_, by}, make_, std::move(pp));
        if (was != known_.end()) {
            pp.steps = std::move(was->steps);
            pp.label = std::move(was->label);
            pp.open = std::move(was->open);
            pp.finishes = std::move(was->finishes);
        }
        return pp;
    }
    [[nodiscard]] bool sameAsBefore(const PieceInputs& in, const PiecePlan& was) const {
        const auto at = withId(before_.pieces, was.id);
        if (at == before_.pieces.end())
            return false;
        const auto then = inputsOf(before_, catalog_, static_cast<std::size_t>(at - before_.pieces.begin()),
                                   {was.left, was.bottom});
        return then && *then == in;
    }

    const Project& project_;
    const Project& before_;
    const Shop& shop_;
    const Catalog& catalog_;
    const PieceMaker& make_;
    std::vector<PiecePlan> known_;
    Plan plan_;
};

} // namespace

Plan planHastily(const Project& project, const Shop& shop, const Catalog& catalog, const Project& before,
                 Plan&& earlier, const PieceMaker& maker) {
    return HastyPlanner(project, shop, catalog, before, maker).run(std::move(earlier));
}

} // namespace owl
