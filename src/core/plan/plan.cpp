#include "plan/plan.h"

#include "measure/one_unit.h"
#include "measure/side_by_side.h"
#include "piece/kinds.h"
#include "plan/findings.h"
#include "plan/plan_finish.h"
#include "plan/plan_piece.h"
#include "plan/plan_wood.h"
#include "plan/shopping.h"
#include "project/placing.h"
#include "strength/effort.h"

#include <algorithm>
#include <array>
#include <fmt/format.h>
#include <iterator>
#include <map>

namespace owl {

// Made once here, not wherever one is copied or goes: it is what most of a test's compilation was.
PiecePlan::PiecePlan() = default;
PiecePlan::~PiecePlan() = default;
PiecePlan::PiecePlan(const PiecePlan&) = default;
PiecePlan::PiecePlan(PiecePlan&&) noexcept = default;
PiecePlan& PiecePlan::operator=(const PiecePlan&) = default;
PiecePlan& PiecePlan::operator=(PiecePlan&&) noexcept = default;

Plan::Plan() = default;
Plan::~Plan() = default;
Plan::Plan(const Plan&) = default;
Plan::Plan(Plan&&) noexcept = default;
Plan& Plan::operator=(const Plan&) = default;
Plan& Plan::operator=(Plan&&) noexcept = default;

namespace {

class Planner {
  public:
    Planner(const Project& p, const Shop& s, const Catalog& c, const Earlier* e, const CutEffort& effort,
            const PieceMaker& maker)
        : project_(p), shop_(s), catalog_(c), earlier_(e), effort_(effort), make_(maker) {}

    Plan run() {
        for (const auto& w : project_.walls)
            plan_.walls.push_back({w.id, noDrillZones(w, catalog_)});
        planPieces();
        planWood({project_, shop_, catalog_}, earlier_, effort_, plan_);
        planFinish({project_, shop_, catalog_}, plan_);
        listShopping(project_, plan_, shop_, catalog_);
        plan_.hours = workHours(plan_, catalog_);
        findAboutPieces();
        findAboutWalls(project_, catalog_, plan_.findings);
        findAboutProject(project_, plan_, catalog_, plan_.findings);
        gatherAlike(plan_.findings);
        sortFindings(plan_.findings);
        oneUnit();
        return std::move(plan_);
    }

  private:
    [[nodiscard]] bool metric() const { return project_.style.units == Units::metric; }

    /// Advice of the reference data in the units of the project; figures about strength show both (S12.8).
    void oneUnit() {
        const auto turn = [u = project_.style.units](std::string& text) { text = inOneUnit(text, u); };
        for (auto& f : plan_.findings)
            if (f.station != "hold") {
                turn(f.text);
                turn(f.title);
            }
        for (auto& s : plan_.finish.steps) {
            turn(s.text);
            for (auto& c : s.cautions)
                turn(c);
        }
    }

    /// Side by side: a piece asks nothing of another's plan.
    void planPieces() {
        const std::vector<Standing> places = standings(project_);
        plan_.pieces.resize(places.size());
        sideBySide(places.size(), [&](std::size_t i) { plan_.pieces[i] = planned(i, places[i]); });
    }

    /// Each piece's by itself, then in the order of the pieces.
    void findAboutPieces() {
        std::vector<std::vector<Finding>> found(project_.pieces.size());
        sideBySide(found.size(), [&](std::size_t i) {
            findAboutPiece(project_, plan_, catalog_, project_.pieces[i], plan_.pieces[i], found[i]);
        });
        for (auto& f : found)
            plan_.findings.insert(plan_.findings.end(), std::make_move_iterator(f.begin()),
                                  std::make_move_iterator(f.end()));
    }

    PiecePlan planned(std::size_t i, const Standing& place) const {
        const double spent = effortSoFar();
        PiecePlan pp = placedPlan(project_.pieces[i], place);
        const auto in = inputsOf(project_, catalog_, i, place);
        if (!in)
            return pp;
        if (const PiecePlan* known = unchanged(i, *in)) {
            PiecePlan same = *known;
            same.leaderLost = pp.leaderLost;
            return same;
        }
        pp = planPiece({*in, plan_.walls, shop_, catalog_}, make_, std::move(pp));
        if (pp.effort == 0)
            pp.effort = effortSoFar() - spent;
        return pp;
    }

    /// The earlier plan of a piece where it was planned from the same inputs.
    const PiecePlan* unchanged(std::size_t i, const PieceInputs& in) const {
        if (!earlier_)
            return nullptr;
        const auto& pieces = earlier_->project.pieces;
        const auto is = [&](std::size_t k) {
            return k < pieces.size() && k < earlier_->plan.pieces.size() && pieces[k].id == in.piece.id &&
                   earlier_->plan.pieces[k].id == in.piece.id;
        };
        std::size_t k = i; // most pieces stand in the same place of the row as before
        if (!is(k))
            for (k = 0; k < pieces.size() && !is(k);)
                ++k;
        if (!is(k))
            return nullptr;
        const PiecePlan& known = earlier_->plan.pieces[k];
        if (known.hasty)
            return nullptr;
        const auto then = inputsOf(earlier_->project, catalog_, k, {known.left, known.bottom});
        return then && *then == in ? &known : nullptr;
    }

    const Project& project_;
    const Shop& shop_;
    const Catalog& catalog_;
    const Earlier* earlier_;
    const CutEffort& effort_;
    const PieceMaker& make_;
    Plan plan_;
};

} // namespace

const PiecePlan* Plan::find(const std::string& id) const {
    const auto it =
        std::find_if(pieces.begin(), pieces.end(), [&](const PiecePlan& p) { return p.id == id; });
    return it == pieces.end() ? nullptr : &*it;
}

const WallPlan* Plan::findWall(const std::string& id) const {
    const auto it = std::find_if(walls.begin(), walls.end(), [&](const WallPlan& w) { return w.id == id; });
    return it == walls.end() ? nullptr : &*it;
}

std::vector<PlacedPiece> Plan::placedOn(const Project& project, const std::string& wall,
                                        const std::string& except) const {
    std::vector<PlacedPiece> out;
    for (std::size_t i = 0; i < pieces.size(); ++i) {
        const PiecePlan& pp = pieces[i];
        // In the project's order, unless it is another one than was planned.
        const bool same = i < project.pieces.size() && project.pieces[i].id == pp.id;
        const Piece* p = same ? &project.pieces[i] : project.findPiece(pp.id);
        if (p && p->wall == wall && pp.id != except)
            out.push_back({pp.id, p->name, pp.left, pp.bottom, pp.assembly().length, pp.assembly().height});
    }
    return out;
}

bool Plan::blocked() const {
    return std::any_of(findings.begin(), findings.end(),
                       [](const Finding& f) { return f.severity == Severity::blocks; });
}

std::string Plan::partName(const std::string& cutId) const {
    const auto slash = cutId.rfind('/'); // a piece's id may hold one, a part's never does
    if (slash == std::string::npos)
        return cutId;
    const PiecePlan* pp = find(cutId.substr(0, slash));
    const Part* part = pp ? pp->assembly().find(cutId.substr(slash + 1)) : nullptr;
    if (!part)
        return cutId;
    return pieces.size() > 1 ? fmt::format("{} ({})", part->name, pp->name) : part->name;
}

Plan plan(const Project& project, const Shop& shop, const Catalog& catalog, const Earlier* earlier,
          const CutEffort& effort, const PieceMaker& maker) {
    return Planner(project, shop, catalog, earlier, effort, maker).run();
}

} // namespace owl
