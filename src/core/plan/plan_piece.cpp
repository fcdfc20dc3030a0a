#include "plan/plan_piece.h"

#include "assembly/reach.h"
#include "build/opening_steps.h"
#include "joint/joint_holes.h"
#include "measure/one_unit.h"
#include "piece/kinds.h"
#include "plan/plan_finish.h"
#include "plan/plan_fit.h"
#include "plan/plan_hang.h"
#include "plan/plan_hold.h"
#include "plan/plan_marks.h"
#include "plan/plan_sides.h"
#include "support/judge/statics.h"

#include <algorithm>
#include <iterator>
#include <string_view>

namespace owl {
namespace {

class PiecePlanner {
  public:
    PiecePlanner(const PieceScene& scene, const PieceMaker& maker)
        : scene_(scene), in_(scene.in), piece_(scene.in.piece), wall_(scene.in.wall), catalog_(scene.catalog),
          wood_(*scene.catalog.findSpecies(speciesOf(scene.in.piece.params))), make_(maker) {}

    PiecePlan run(const PiecePlan& pp) const {
        PiecePlan one = pp;
        StaticsCache cache; // one row or two: the same beam
        const bool second = piece_.hold.rows == 2 || (scene_.hastyBy && pp.rows == 2);
        makeAndHold(second ? 2 : 1, cache, one);
        // One row of screws is the default where it holds; a second is tried where it does not.
        if (!scene_.hastyBy && piece_.hold.rows == 0 && one.hold() && one.hold()->option.inRows &&
            one.hold()->verdict.status != Status::holds) {
            PiecePlan two = pp;
            makeAndHold(2, cache, two);
            if (two.hold() && two.hold()->rows.size() > 1 && twoRowsHelp(*one.hold(), *two.hold()))
                one = std::move(two);
        }
        measureHold(scene_, wood_, cache, one);
        if (!scene_.hastyBy)
            build(one);
        else if (one.hold() && one.hold()->feasible)
            markWalls(scene_, one); // they are drawn on the wall
        return one;
    }

  private:
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

    void makeAndHold(int rows, StaticsCache& cache, PiecePlan& pp) const {
        const std::vector<NoDrillZone>& zones = *scene_.zonesOf(wall_.id);
        pp.rows = rows;
        // Made once to learn where it can be screwed, and again with the holes clear of its joints.
        pp.made = make_(piece_.params, makeContext(pp, false), catalog_);
        pp.studs = studsBehind(pp);
        const bool barred = barStuds(zones, pp);
        pp.anchors = anchorHoles(zones, pp);
        const bool anchored = !hasStuds(wall_, catalog_) || asksForAnchors(pp);
        if (!pp.studs.empty() || barred || anchored)
            pp.made = make_(piece_.params, makeContext(pp, anchored), catalog_);
        findLedgerWalls(scene_, pp);
        pp.cover = coverBehind(pp);
        pp.studConfidence = leastConfidence(pp);
        holdPiece(scene_, wood_, cache, pp);
        makeForHold(pp);
    }

    /// True where somebody chose a support whose fixings go elsewhere than into studs.
    bool asksForAnchors(const PiecePlan& pp) const {
        if (piece_.hold.support == "auto")
            return false;
        const auto all =
            supportOptions(pp.assembly(), catalog_, in_.metric(), catalog_.findWall(wall_.construction));
        return std::any_of(all.begin(), all.end(), [&](const SupportOption& o) {
            return o.id == piece_.hold.support && o.anchor && !o.atStuds();
        });
    }

    /// Some supports ask for something of the piece itself: recesses, a strip off its back.
    void makeForHold(PiecePlan& pp) const {
        const SupportVerdict* hold = pp.hold();
        if (!hold || !hold->feasible || pp.assembly().seat<RailSeat>() || pp.assembly().seat<LedgersSeat>())
            return;
        MakeContext ctx = makeContext(pp, false);
        ctx.recesses = hold->option.recesses;
        ctx.strip = hold->option.strip;
        for (double x : hold->rodX.empty() ? hold->x : hold->rodX)
            ctx.mountX.push_back(Length::mm(x));
        pp.made = make_(piece_.params, ctx, catalog_);
    }

    std::vector<Length> studsBehind(const PiecePlan& pp) const {
        std::vector<Length> out;
        const Assembly& a = pp.assembly();
        // How near to an end a rod may stand its own judge says: it depends on the rod.
        const Length margin = a.seat<RodSeat>() ? Length() : Length::mm(studEndMargin);
        const WallReach reach = wallReach(a);
        for (Length x : studsBetween(wall_, pp.left + reach.left, pp.left + reach.right, margin, catalog_))
            if (!reach.hides(x - pp.left) &&
                std::none_of(piece_.hold.without.begin(), piece_.hold.without.end(),
                             [&](const StudLeftOut& s) { return abs(s.x - x) < wall_.studWidth / 2; }))
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

    [[nodiscard]] MakeContext makeContext(const PiecePlan& pp, bool anchored) const {
        MakeContext ctx;
        ctx.kerf = in_.kerf;
        ctx.wallScrewsX = pp.studs;
        if (anchored)
            ctx.anchorsX = pp.anchors;
        ctx.rows = pp.rows;
        ctx.metricScrews = in_.metric();
        ctx.units = in_.metric() ? "mm" : "in";
        ctx.baseboard = wall_.baseboard;
        for (const auto& o : wall_.obstacles)
            if (o.kind == "outlet" && (piece_.power.outlet.empty() || piece_.power.outlet == o.id))
                ctx.outlets.push_back({o.centreX() - pp.left, {}, o.centreZ() - pp.bottom});
        if (std::string_view(kindInfo(piece_.params).place) != "wall") // the others ask nothing of them
            ctx.beside = besideWalls(in_, catalog_);
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

    [[nodiscard]] Length coverBehind(const PiecePlan& pp) const {
        return openingAround(wall_, pp.left, pp.right(), pp.bottom, pp.top()) ? Length()
                                                                              : wall_.coverThickness;
    }

    [[nodiscard]] double leastConfidence(const PiecePlan& pp) const {
        double least = 1;
        for (const auto& s : studsOf(wall_, catalog_))
            for (Length x : pp.studs)
                if (s.x == pp.left + x)
                    least = std::min(least, s.confidence);
        return least;
    }

    /// The coats are the schedule's; the piece's own steps only say when it is their turn.
    void finishStep(PiecePlan& pp) const {
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
                const std::string recipe =
                    recipeOf(in_.recipe, in_.hiddenBare, piece_, p.id, face, face == Face::back);
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
        s.id = piece_.id + "/finish";
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

    void build(PiecePlan& pp) const {
        applyFits(in_, pp);
        boreJoints(pp.made.assembly, wood_.pilotG(), catalog_);
        const Assembly& a = pp.assembly();
        const SupportVerdict* hold = pp.hold();
        BuildInput in;
        in.piece = piece_.id;
        in.assembly = &a;
        in.softwood = wood_.softwood;
        in.G = wood_.pilotG();
        in.style = in_.style;
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
        finishStep(pp);
        append(pp.steps, std::move(finished));
        if (hold && hold->feasible) {
            markWalls(scene_, pp);
        }
        // The wall is cut open before it is drilled, and made good when the piece hangs.
        auto open =
            openingSteps(piece_.id, wall_, pp.left, pp.right(), pp.bottom, pp.top(), in_.style, catalog_);
        std::vector<BuildStep> hang;
        if (hold)
            hang = hold->option.way->hang(hangInput(in_.style, piece_, wall_, wood_.pilotG(), pp), *hold,
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
        addFitSteps(in_, pp);
        for (auto& s : pp.steps)
            for (auto& c : s.cautions)
                c = inOneUnit(c, in_.style.units);
        for (auto& h : pp.heights)
            h.why = inOneUnit(h.why, in_.style.units);
        pp.label = labelText(in_, pp);
    }

    const PieceScene& scene_;
    const PieceInputs& in_;
    const Piece& piece_;
    const Wall& wall_;
    const Catalog& catalog_;
    const Species& wood_;
    const PieceMaker& make_;
};

} // namespace

PiecePlan placedPlan(const Piece& piece, const Standing& place) {
    PiecePlan pp;
    pp.id = piece.id;
    pp.name = piece.name.empty() ? piece.id : piece.name;
    pp.left = place.left;
    pp.bottom = place.bottom;
    pp.leaderLost = !place.sound;
    return pp;
}

PiecePlan planPiece(const PieceScene& scene, const PieceMaker& maker, PiecePlan pp) {
    return PiecePlanner(scene, maker).run(pp);
}

} // namespace owl
