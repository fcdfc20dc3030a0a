#include "plan/plan.h"

#include "assembly/plugs.h"
#include "assembly/reach.h"
#include "build/joint_holes.h"
#include "build/opening_steps.h"
#include "measure/one_unit.h"
#include "measure/side_by_side.h"
#include "piece/kinds.h"
#include "plan/findings.h"
#include "plan/plan_finish.h"
#include "plan/plan_fit.h"
#include "plan/plan_hang.h"
#include "plan/plan_marks.h"
#include "plan/plan_sides.h"
#include "plan/plan_wood.h"
#include "plan/shopping.h"
#include "project/placing.h"
#include "strength/effort.h"
#include "support/judge/statics.h"

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
        const double before = effortSoFar();
        PiecePlan pp = plannedOrKnown(i, place);
        if (pp.effort == 0)
            pp.effort = effortSoFar() - before;
        return pp;
    }

    PiecePlan plannedOrKnown(std::size_t i, const Standing& place) const {
        const Piece& piece = project_.pieces[i];
        const Wall* wall = project_.findWall(piece.wall);
        const Species* wood = catalog_.findSpecies(speciesOf(piece.params));
        PiecePlan pp;
        pp.id = piece.id;
        pp.name = piece.name.empty() ? piece.id : piece.name;
        pp.left = place.left;
        pp.bottom = place.bottom;
        pp.leaderLost = !place.sound;
        if (!wall || !wood) // a document that was read cannot have this; an edit in memory might
            return pp;
        if (const PiecePlan* known = unchanged(i, *wall, pp)) {
            PiecePlan same = *known;
            same.leaderLost = pp.leaderLost;
            return same;
        }
        PiecePlan one = pp;
        StaticsCache cache; // one row or two: the same beam
        makeAndHold(piece, *wall, *wood, piece.hold.rows == 2 ? 2 : 1, cache, one);
        // One row of screws is the default where it holds; a second is tried where it does not.
        if (piece.hold.rows == 0 && one.hold() && one.hold()->option.inRows &&
            one.hold()->verdict.status != Status::holds) {
            PiecePlan two = pp;
            makeAndHold(piece, *wall, *wood, 2, cache, two);
            if (two.hold() && two.hold()->rows.size() > 1 && twoRowsHelp(*one.hold(), *two.hold()))
                one = std::move(two);
        }
        measureHold({project_, shop_, catalog_}, piece, *wall, *wood, cache, one);
        build(piece, *wall, *wood, one);
        return one;
    }

    /// Where one row does not hold, two are taken for a better word, or for the same where they are used
    /// less.
    static bool twoRowsHelp(const SupportVerdict& one, const SupportVerdict& two) {
        const auto rank = [](const SupportVerdict& v) {
            const int order[] = {0, 1, 3, 2}; // holds, tight, fails, unknown
            return std::tuple(!v.feasible, order[static_cast<int>(v.verdict.status)],
                              v.verdict.notForLeaning);
        };
        if (rank(two) != rank(one))
            return rank(two) < rank(one);
        return two.strengthUse() < one.strengthUse() / 1.05;
    }

    void makeAndHold(const Piece& piece, const Wall& wall, const Species& wood, int rows, StaticsCache& cache,
                     PiecePlan& pp) const {
        const std::vector<NoDrillZone>& zones = plan_.findWall(wall.id)->zones;
        pp.rows = rows;
        // Made once to learn where it can be screwed, and again with the holes clear of its joints.
        pp.made = make_(piece.params, makeContext(piece, wall, pp, false), catalog_);
        pp.studs = studsBehind(piece, wall, pp);
        const bool barred = barStuds(zones, pp);
        pp.anchors = anchorHoles(zones, pp);
        const bool anchored = !hasStuds(wall, catalog_) || asksForAnchors(piece, wall, pp);
        if (!pp.studs.empty() || barred || anchored)
            pp.made = make_(piece.params, makeContext(piece, wall, pp, anchored), catalog_);
        findLedgerWalls({project_, shop_, catalog_}, plan_, wall, pp);
        pp.cover = coverBehind(wall, pp);
        pp.studConfidence = leastConfidence(wall, pp);
        holdPiece({project_, shop_, catalog_}, piece, wall, wood, cache, pp);
        makeForHold(piece, wall, pp);
    }

    /// True where somebody chose a support whose fixings go elsewhere than into studs.
    bool asksForAnchors(const Piece& piece, const Wall& wall, const PiecePlan& pp) const {
        if (piece.hold.support == "auto")
            return false;
        const auto all =
            supportOptions(pp.assembly(), catalog_, metric(), catalog_.findWall(wall.construction));
        return std::any_of(all.begin(), all.end(), [&](const SupportOption& o) {
            return o.id == piece.hold.support && o.anchor && !o.atStuds();
        });
    }

    /// Some supports ask for something of the piece itself: recesses, a strip off its back.
    void makeForHold(const Piece& piece, const Wall& wall, PiecePlan& pp) const {
        const SupportVerdict* hold = pp.hold();
        if (!hold || !hold->feasible || pp.assembly().seat<RailSeat>() || pp.assembly().seat<LedgersSeat>())
            return;
        MakeContext ctx = makeContext(piece, wall, pp, false);
        ctx.recesses = hold->option.recesses;
        ctx.strip = hold->option.strip;
        for (double x : hold->rodX.empty() ? hold->x : hold->rodX)
            ctx.mountX.push_back(Length::mm(x));
        pp.made = make_(piece.params, ctx, catalog_);
    }

    /// The earlier plan of a piece when nothing that it depends on has changed.
    const PiecePlan* unchanged(std::size_t i, const Wall& wall, const PiecePlan& placed) const {
        if (!earlier_)
            return nullptr;
        const Piece& piece = project_.pieces[i];
        // Most pieces stand in the same place of the row as before.
        const bool there = i < earlier_->project.pieces.size() && i < earlier_->plan.pieces.size() &&
                           earlier_->project.pieces[i].id == piece.id &&
                           earlier_->plan.pieces[i].id == piece.id;
        const Piece* p = there ? &earlier_->project.pieces[i] : earlier_->project.findPiece(piece.id);
        const Wall* w = earlier_->project.findWall(wall.id);
        const PiecePlan* pp = there ? &earlier_->plan.pieces[i] : earlier_->plan.find(piece.id);
        const bool same = p && w && pp && pp->left == placed.left && pp->bottom == placed.bottom &&
                          *p == piece && *w == wall && earlier_->project.style == project_.style &&
                          earlier_->project.wood.kerf == project_.wood.kerf;
        // One that rests on several walls depends on all of them.
        if (same && pp->assembly().seat<LedgersSeat>() &&
            (earlier_->project.walls != project_.walls || earlier_->project.corners != project_.corners ||
             earlier_->project.alcoves != project_.alcoves))
            return nullptr;
        return same ? pp : nullptr;
    }

    std::vector<Length> studsBehind(const Piece& piece, const Wall& wall, const PiecePlan& pp) const {
        std::vector<Length> out;
        const Assembly& a = pp.assembly();
        // How near to an end a rod may stand its own judge says: it depends on the rod.
        const Length margin = a.seat<RodSeat>() ? Length() : Length::mm(studEndMargin);
        const WallReach reach = wallReach(a);
        for (Length x : studsBetween(wall, pp.left + reach.left, pp.left + reach.right, margin, catalog_))
            if (!reach.hides(x - pp.left) &&
                std::none_of(piece.hold.without.begin(), piece.hold.without.end(),
                             [&](const StudLeftOut& s) { return abs(s.x - x) < wall.studWidth / 2; }))
                out.push_back(x - pp.left);
        return out;
    }

    /// Takes out the studs whose holes would lie in the way of a wire or pipe; true when there were any.
    static bool barStuds(const std::vector<NoDrillZone>& zones, PiecePlan& pp) {
        std::erase_if(pp.studs, [&](Length x) {
            for (Length row : rowsAt(pp.assembly(), x))
                if (const NoDrillZone* z = zoneAt(zones, pp.left + x, pp.bottom + row)) {
                    pp.barred.push_back({x, *z});
                    return true;
                }
            return false;
        });
        return !pp.barred.empty();
    }

    [[nodiscard]] MakeContext makeContext(const Piece& piece, const Wall& wall, const PiecePlan& pp,
                                          bool anchored) const {
        MakeContext ctx;
        ctx.kerf = project_.wood.kerf;
        ctx.wallScrewsX = pp.studs;
        if (anchored)
            ctx.anchorsX = pp.anchors;
        ctx.rows = pp.rows;
        ctx.metricScrews = metric();
        ctx.units = metric() ? "mm" : "in";
        ctx.baseboard = wall.baseboard;
        for (const auto& o : wall.obstacles)
            if (o.kind == "outlet" && (piece.power.outlet.empty() || piece.power.outlet == o.id))
                ctx.outlets.push_back({o.centreX() - pp.left, {}, o.centreZ() - pp.bottom});
        if (std::string_view(kindInfo(piece.params).place) != "wall") // the others ask nothing of them
            ctx.beside = besideWalls(project_, wall.id, catalog_);
        return ctx;
    }

    /// Evenly spread, each moved aside as far as a wire or pipe asks for; dropped where all is taken.
    static std::vector<Length> anchorHoles(const std::vector<NoDrillZone>& zones, const PiecePlan& pp) {
        std::vector<Length> out;
        for (const WallReach& reach : wallReaches(pp.assembly()))
            anchorHolesIn(reach, zones, pp, out);
        return out;
    }
    static void anchorHolesIn(const WallReach& reach, const std::vector<NoDrillZone>& zones,
                              const PiecePlan& pp, std::vector<Length>& out) {
        std::vector<Length> heights;
        for (Length row : reach.rows)
            heights.push_back(pp.bottom + row);
        const Length low = reach.left;
        const Length high = reach.right;
        const Length end = 30_mm;
        for (double x : anchorPlaces(low.mm(), high.mm()))
            if (const auto free = freeNear(zones, pp.left + Length::mm(x), heights, 190_mm)) {
                Length at = std::clamp(*free - pp.left, low + end, std::max(low + end, high - end));
                for (const auto& h : reach.hidden) // beside a divider, inwards of an outer arm
                    if (at > h.first && at < h.second)
                        at = h.second <= high - end ? h.second : h.first;
                if (out.empty() || at - out.back() >= 50_mm) // closer than that they share the board (7b)
                    out.push_back(at);
            }
    }

    static Length coverBehind(const Wall& wall, const PiecePlan& pp) {
        return openingAround(wall, pp.left, pp.right(), pp.bottom, pp.top()) ? Length() : wall.coverThickness;
    }

    [[nodiscard]] double leastConfidence(const Wall& wall, const PiecePlan& pp) const {
        double least = 1;
        for (const auto& s : studsOf(wall, catalog_))
            for (Length x : pp.studs)
                if (s.x == pp.left + x)
                    least = std::min(least, s.confidence);
        return least;
    }

    /// The coats are the schedule's; the piece's own steps only say when it is their turn.
    void finishStep(const Piece& piece, PiecePlan& pp) const {
        const auto near = neighbours(pp.assembly());
        for (std::size_t i = 0; i < near.size(); ++i) {
            const Part& p = pp.assembly().parts[i];
            for (std::size_t f = 0; f < faceNames.size(); ++f)
                pp.open[p.id].at(f) = openArea(p, near[i], static_cast<Face>(f));
        }
        BuildStep s;
        for (const auto& p : pp.assembly().parts) {
            std::string mine = bareFinish;
            double most = 0;
            for (std::size_t f = 0; f < faceNames.size() && p.finished; ++f) {
                const Face face = static_cast<Face>(f);
                const std::string recipe = recipeOf(project_, piece, p.id, face, face == Face::back);
                const double area = recipe == bareFinish ? 0 : pp.open.at(p.id).at(f);
                if (area > most) {
                    most = area;
                    mine = recipe;
                }
            }
            pp.finishes[p.id] = mine;
            if (mine != bareFinish)
                s.finishes.push_back(p.id);
        }
        if (s.finishes.empty())
            return;
        s.id = piece.id + "/finish";
        s.title = "Finish it";
        s.text =
            "Sand and coat as the finish schedule says, and let it dry as long as it says before it hangs.";
        s.parts = s.finishes;
        s.byTheSchedule = true;
        pp.steps.push_back(std::move(s));
    }

    static std::vector<BuildStep> takeOut(std::vector<BuildStep>& steps, StepTime time) {
        const auto first = std::stable_partition(steps.begin(), steps.end(),
                                                 [&](const BuildStep& s) { return s.time != time; });
        std::vector<BuildStep> out(std::make_move_iterator(first), std::make_move_iterator(steps.end()));
        steps.erase(first, steps.end());
        return out;
    }
    static void append(std::vector<BuildStep>& to, std::vector<BuildStep> more) {
        to.insert(to.end(), std::make_move_iterator(more.begin()), std::make_move_iterator(more.end()));
    }

    void build(const Piece& piece, const Wall& wall, const Species& wood, PiecePlan& pp) const {
        applyFits({project_, shop_, catalog_}, piece, pp);
        boreJoints(pp.made.assembly, wood.pilotG(), catalog_);
        const Assembly& a = pp.assembly();
        const SupportVerdict* hold = pp.hold();
        BuildInput in;
        in.piece = piece.id;
        in.assembly = &a;
        in.softwood = wood.softwood;
        in.G = wood.pilotG();
        in.style = project_.style;
        if (a.seat<RailSeat>() && hold)
            for (const auto& m : hold->mounting.mounts)
                if (std::any_of(m.passes.begin(), m.passes.end(), [&](const std::string& id) {
                        const Part* p = a.find(id);
                        return p && takesWallScrews(a, *p);
                    }))
                    in.wallHoles.push_back(
                        {Length::mm(m.at.x), Length::mm(m.at.z), hold->option.beside ? m.anchor : nullptr});
        in.wallScrew = hold ? hold->option.screw : nullptr;
        in.anchor = hold ? hold->option.anchor : nullptr;
        pp.steps = buildSteps(in, catalog_);
        std::vector<BuildStep> finished = takeOut(pp.steps, StepTime::whenFinished);
        std::vector<BuildStep> hung = takeOut(pp.steps, StepTime::whenHung);
        finishStep(piece, pp);
        append(pp.steps, std::move(finished));
        if (hold && hold->feasible) {
            markWalls({project_, shop_, catalog_}, plan_, wall, pp);
        }
        // The wall is cut open before it is drilled, and made good when the piece hangs.
        auto open =
            openingSteps(piece.id, wall, pp.left, pp.right(), pp.bottom, pp.top(), project_.style, catalog_);
        std::vector<BuildStep> hang;
        if (hold)
            hang = hold->option.way->hang(hangInput(project_.style, piece, wall, wood.pilotG(), pp), *hold,
                                          catalog_);
        const auto bored = [&](const std::string& hole) {
            return std::any_of(pp.steps.begin(), pp.steps.end(), [&](const BuildStep& s) {
                return std::find(s.shapes.begin(), s.shapes.end(), hole) != s.shapes.end();
            });
        };
        for (auto& s : hang)
            for (const auto& p : a.parts)
                for (const auto& h : p.holes)
                    if (std::find(s.joins.begin(), s.joins.end(), h.purpose) != s.joins.end() && !bored(h.id))
                        s.shapes.push_back(h.id);
        const auto good = std::stable_partition(open.begin(), open.end(), [](const BuildStep& s) {
            return s.id.find("/open-") != std::string::npos;
        });
        pp.steps.insert(pp.steps.end(), open.begin(), good);
        pp.steps.insert(pp.steps.end(), hang.begin(), hang.end());
        pp.steps.insert(pp.steps.end(), good, open.end());
        for (auto& s : hung)
            s.onWall = true;
        append(pp.steps, std::move(hung));
        addFitSteps({project_, shop_, catalog_}, piece, pp);
        for (auto& s : pp.steps)
            for (auto& c : s.cautions)
                c = inOneUnit(c, project_.style.units);
        for (auto& h : pp.heights)
            h.why = inOneUnit(h.why, project_.style.units);
        pp.label = labelText(project_, piece, pp);
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
