#include "plan/plan.h"

#include "build/opening_steps.h"
#include "cutting/solve.h"
#include "plan/findings.h"
#include "plan/shopping.h"
#include "project/placing.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <fmt/format.h>
#include <map>

namespace owl {
namespace {

constexpr double studEndMargin = 40; // mm from the rail's end to a screw (S7.2)

class Planner {
  public:
    Planner(const Project& p, const Shop& s, const Catalog& c, const Earlier* e)
        : project_(p), shop_(s), catalog_(c), earlier_(e) {}

    Plan run() {
        for (const auto& w : project_.walls)
            plan_.walls.push_back({w.id, noDrillZones(w, catalog_)});
        for (const auto& piece : project_.pieces)
            planPiece(piece);
        wood();
        finish();
        listShopping(plan_, shop_, catalog_);
        plan_.hours = workHours(plan_, catalog_);
        for (std::size_t i = 0; i < project_.pieces.size(); ++i)
            findAboutPiece(project_, plan_, project_.pieces[i], plan_.pieces[i], plan_.findings);
        findAboutWalls(project_, catalog_, plan_.findings);
        findAboutProject(project_, plan_, plan_.findings);
        sortFindings(plan_.findings);
        return std::move(plan_);
    }

  private:
    [[nodiscard]] bool metric() const { return project_.style.units == Units::metric; }

    void planPiece(const Piece& piece) {
        const Wall* wall = project_.findWall(piece.wall);
        const LedgeParams& params = ledgeOf(piece);
        const Species* wood = catalog_.findSpecies(params.species);
        PiecePlan pp;
        pp.id = piece.id;
        pp.name = piece.name.empty() ? piece.id : piece.name;
        pp.left = pieceLeft(project_, piece);
        pp.bottom = pieceBottom(project_, piece);
        if (!wall || !wood) { // a document that was read cannot have this; an edit in memory might
            plan_.pieces.push_back(std::move(pp));
            return;
        }
        if (const PiecePlan* known = unchanged(piece, *wall, pp)) {
            plan_.pieces.push_back(*known);
            return;
        }
        const std::vector<NoDrillZone>& zones = plan_.findWall(wall->id)->zones;
        pp.studs = studsBehind(*wall, params, pp.left);
        // The rows of holes follow from the ledge; what they may meet decides which of them are used.
        pp.made = makeLedge(params, ledgeContext(piece, pp, false), catalog_);
        const bool barred = barStuds(zones, pp);
        pp.anchors = anchorHoles(params, zones, pp);
        const bool anchored = !hasStuds(*wall) || piece.hold.support.starts_with("anchor");
        if (barred || anchored)
            pp.made = makeLedge(params, ledgeContext(piece, pp, anchored), catalog_);
        pp.cover = coverBehind(*wall, pp);
        pp.studConfidence = leastConfidence(*wall, pp);
        holdPiece(piece, *wall, *wood, pp);
        build(piece, *wall, *wood, pp);
        plan_.pieces.push_back(std::move(pp));
    }

    /// The earlier plan of a piece when nothing that it depends on has changed.
    const PiecePlan* unchanged(const Piece& piece, const Wall& wall, const PiecePlan& placed) const {
        if (!earlier_)
            return nullptr;
        const Piece* p = earlier_->project.findPiece(piece.id);
        const Wall* w = earlier_->project.findWall(wall.id);
        const PiecePlan* pp = earlier_->plan.find(piece.id);
        const bool same = p && w && pp && pp->left == placed.left && pp->bottom == placed.bottom &&
                          *p == piece && *w == wall && earlier_->project.style == project_.style &&
                          earlier_->project.wood.kerf == project_.wood.kerf;
        return same ? pp : nullptr;
    }

    static Length capOf(const LedgeParams& params) {
        return params.caps == CapShape::none ? Length() : params.capThickness;
    }

    std::vector<Length> studsBehind(const Wall& wall, const LedgeParams& params, Length left) const {
        std::vector<Length> out;
        const Length cap = capOf(params);
        for (Length x : studsBetween(wall, left + cap, left + params.length - cap, Length::mm(studEndMargin)))
            out.push_back(x - left);
        return out;
    }

    /// Takes out the studs whose holes would lie in the way of a wire or pipe; true when there were any.
    static bool barStuds(const std::vector<NoDrillZone>& zones, PiecePlan& pp) {
        std::erase_if(pp.studs, [&](Length x) {
            for (Length row : pp.assembly().wallRows)
                if (const NoDrillZone* z = zoneAt(zones, pp.left + x, pp.bottom + row)) {
                    pp.barred.push_back({x, *z});
                    return true;
                }
            return false;
        });
        return !pp.barred.empty();
    }

    [[nodiscard]] LedgeContext ledgeContext(const Piece& piece, const PiecePlan& pp, bool anchored) const {
        LedgeContext ctx;
        ctx.kerf = project_.wood.kerf;
        ctx.wallScrewsX = pp.studs;
        if (anchored)
            ctx.anchorsX = pp.anchors;
        ctx.rows = piece.hold.rows;
        ctx.metricScrews = metric();
        ctx.units = metric() ? "mm" : "in";
        return ctx;
    }

    /// Evenly spread, each moved aside as far as a wire or pipe asks for; dropped where all is taken.
    static std::vector<Length> anchorHoles(const LedgeParams& params, const std::vector<NoDrillZone>& zones,
                                           const PiecePlan& pp) {
        std::vector<Length> heights;
        for (Length row : pp.assembly().wallRows)
            heights.push_back(pp.bottom + row);
        std::vector<Length> out;
        const Length cap = capOf(params);
        const Length end = 30_mm;
        for (double x : anchorPlaces(cap.mm(), (params.length - cap).mm()))
            if (const auto free = freeNear(zones, pp.left + Length::mm(x), heights, 190_mm)) {
                const Length at =
                    std::clamp(*free - pp.left, cap + end, std::max(cap + end, params.length - cap - end));
                if (out.empty() || at - out.back() >= 50_mm) // closer than that they share the board (7b)
                    out.push_back(at);
            }
        return out;
    }

    static Length coverBehind(const Wall& wall, const PiecePlan& pp) {
        return openingAround(wall, pp.left, pp.right(), pp.bottom, pp.top()) ? Length() : wall.coverThickness;
    }

    static double leastConfidence(const Wall& wall, const PiecePlan& pp) {
        double least = 1;
        for (const auto& s : studsOf(wall))
            for (Length x : pp.studs)
                if (s.x == pp.left + x)
                    least = std::min(least, s.confidence);
        return least;
    }

    static SectionPart sectionPart(const Assembly& a, const char* id, double E) {
        const Part* p = a.find(id);
        const Cell b = p ? p->bounds() : Cell{};
        return {E, b.size.y.mm(), b.size.z.mm(), b.at.z.mm(), b.at.y.mm(), {}};
    }

    RailPiece railPiece(const Piece& piece, const Wall& wall, const Species& wood,
                        const PiecePlan& pp) const {
        const Assembly& a = pp.assembly();
        const LedgeParams& params = ledgeOf(piece);
        RailPiece r;
        r.assembly = &a;
        r.woodC1 = allowable(wood.means, params.grade, 0.9);
        r.woodC2 = allowable(wood.means, params.grade, 1.6);
        r.woodC1.G = r.woodC2.G = wood.fastenerG();
        for (const char* id : {"base", "back", "lip"})
            r.section.parts.push_back(sectionPart(a, id, r.woodC1.E));
        r.section.glued = params.backJoint != Joinery::nailsGlue;
        if (params.back == BackPlace::onBase) {
            r.glueLineZ = params.baseThickness.mm();
            r.glueLineWidth = params.backThickness.mm();
        }
        r.load = piece.load;
        r.hand = pp.hand;
        r.sagLimit = piece.sagLimit;
        r.mass = pp.mass;
        r.gravityY = gravityY(a);
        r.strengthLimit = piece.hold.aboveBed ? 0.6 : 1;
        r.grade = wood.conf == "C" ? Grade::C : Grade::B;
        if (wall.construction == "lath_plaster")
            r.grade = Grade::C;
        r.joint = a.joint("base-back");
        r.joinedFromBelow = params.back == BackPlace::onBase;
        return r;
    }

    static HeightQuestion heightQuestion(const Piece& piece, const PiecePlan& pp) {
        const Assembly& a = pp.assembly();
        HeightQuestion q;
        q.x0 = pp.left;
        q.x1 = pp.right();
        q.height = a.height;
        q.surface = a.surfaceZ;
        q.depth = a.depth;
        for (const auto& i : piece.load.items)
            if (i.kind.find("frame") != std::string::npos || i.kind.find("canvas") != std::string::npos)
                q.pictureHeight = std::max(q.pictureHeight, i.height);
        return q;
    }

    void holdPiece(const Piece& piece, const Wall& wall, const Species& wood, PiecePlan& pp) {
        const Assembly& a = pp.assembly();
        pp.mass = massOf(a, 1120 * wood.means.sg12);
        pp.contents = contentsMass(piece.load, a.length);
        pp.hand = piece.load.handN.value_or(defaultHandLoad(pp.bottom + a.height, a.depth));
        HeightQuestion ask = heightQuestion(piece, pp);
        ask.style = project_.style;
        pp.heights = heightAdvice(wall, ask, catalog_);
        const RailPiece rail = railPiece(piece, wall, wood, pp);
        RailWall rw;
        const WallKind* kind = catalog_.findWall(wall.construction);
        const CoverKind* cover = catalog_.findCover(wall.cover);
        rw.kind = kind;
        rw.cover = pp.cover.mm();
        if (pp.cover == Length() && wall.coverThickness > Length())
            cover = catalog_.findCover("bare");
        rw.crush = cover ? cover->crush : 0.7;
        rw.studG = kind ? kind->studG : 0.42;
        rw.studWidth = wall.studWidth.mm();
        rw.studDepth = wall.studDepth.mm();
        // A stud that nobody is sure of counts as unknown until it is probed.
        rw.studsKnown = wall.studMode != StudMode::unknown && pp.studConfidence >= 0.5;
        rw.anchors.emplace();
        for (Length x : pp.anchors)
            rw.anchors->push_back(x.mm());
        for (Length x : pp.studs)
            rw.studs.push_back(x.mm());
        pp.supports = rankRail(rail, rw, catalog_, metric());
        for (auto& s : pp.supports)
            s.cost = shop_.price(fixingPrice(s.option)) * s.holes;
        // Left to itself the program never hangs a piece on the cover: that is for a person to decide.
        for (std::size_t i = pp.supports.size(); i-- > 0;)
            if (pp.supports[i].option.firm())
                pp.chosen = i;
        for (std::size_t i = 0; i < pp.supports.size(); ++i)
            if (pp.supports[i].option.id == piece.hold.support)
                pp.chosen = i;
        if (pp.chosen < pp.supports.size())
            findCapacity(pp.supports[pp.chosen], rail, rw);
    }

    void build(const Piece& piece, const Wall& wall, const Species& wood, PiecePlan& pp) {
        const Assembly& a = pp.assembly();
        const RailVerdict* hold = pp.hold();
        std::vector<Length> holes;
        if (hold && hold->feasible)
            for (double x : hold->x)
                holes.push_back(Length::mm(x));
        BuildInput in;
        in.piece = piece.id;
        in.assembly = &a;
        in.softwood = wood.softwood;
        in.G = wood.fastenerG();
        in.style = project_.style;
        in.wallHoles = holes;
        in.wallScrew = hold ? hold->option.screw : nullptr;
        in.wallScrewLength = hold ? hold->screwLength : 0;
        pp.steps = buildSteps(in, catalog_);
        for (auto& s :
             openingSteps(piece.id, wall, pp.left, pp.right(), pp.bottom, pp.top(), project_.style, catalog_))
            pp.steps.push_back(std::move(s));
        if (!hold || !hold->feasible)
            return;
        MarkInput mi;
        mi.x = holes;
        mi.rows = a.wallRows;
        mi.pieceLeft = pp.left;
        mi.pieceBottom = pp.bottom;
        mi.pieceHeight = a.height;
        if (const Screw* s = hold->option.screw) {
            mi.drill = s->pilotSoft;
            mi.bit = pilotBit(*s, 0.42);
            mi.depth = pp.cover.mm() + hold->pen + 3;
            mi.into = pp.cover == Length() ? "bare stud" : "stud";
            mi.what = "screw";
        } else if (const AnchorKind* anchor = hold->option.anchor) {
            mi.rows = {*std::max_element(a.wallRows.begin(), a.wallRows.end())};
            mi.drill = anchor->drill;
            mi.bit = anchor->drill > 0 ? fmt::format("{:g} mm", anchor->drill) : "as the package says";
            mi.depth = pp.cover.mm() + (hold->option.kind == RailSupport::masonry ? 70 : 50);
            const WallKind* kind = catalog_.findWall(wall.construction);
            mi.into = hold->option.kind == RailSupport::cover     ? "cover"
                      : hold->option.kind == RailSupport::flanges ? "steel stud"
                      : kind                                      ? kind->name
                                                                  : "masonry";
            mi.what = hold->option.kind == RailSupport::masonry ? "plug" : "anchor";
        }
        pp.marks = wallMarks(mi);
        markCautions(wall, pp);
        const auto limit = std::find_if(hold->checks.begin(), hold->checks.end(),
                                        [&](const Check& c) { return c.id == hold->carryGoverns; });
        pp.label = fmt::format("{}, {} long: at most {} in all, spread as planned. What limits it: {}.",
                               piece.name, formatLength(a.length, project_.style),
                               formatMass(std::floor(hold->carryKg), project_.style),
                               limit == hold->checks.end() ? std::string("its support") : limit->title);
    }

    /// A hole within a hand's width of a run is told, though no zone holds it.
    void markCautions(const Wall& wall, PiecePlan& pp) const {
        for (auto& m : pp.marks)
            for (const auto& z : plan_.findWall(wall.id)->zones) {
                const Length near = 40_mm;
                if (m.fromWallLeft <= z.x0 - near || m.fromWallLeft >= z.x1 + near ||
                    m.fromFloor <= z.z0 - near || m.fromFloor >= z.z1 + near)
                    continue;
                m.caution = z.why;
                break;
            }
    }

    /// Boards of project and shop; the project's own replace the shop's of the same id.
    void gatherStock() {
        for (const auto& s : shop_.stock) {
            const bool replaced = std::any_of(project_.wood.boards.begin(), project_.wood.boards.end(),
                                              [&](const StockItem& b) { return b.id == s.id; });
            if (!replaced && !project_.wood.leftOut.contains(s.id))
                plan_.stock.push_back(s);
        }
        for (const auto& b : project_.wood.boards)
            if (!project_.wood.leftOut.contains(b.id))
                plan_.stock.push_back(b);
    }

    void wood() {
        gatherStock();
        CutJob& job = plan_.cutJob;
        job.kerf = project_.wood.kerf;
        job.trim = project_.wood.endTrim;
        std::map<std::pair<std::string, std::int64_t>, bool> needed;
        for (std::size_t i = 0; i < plan_.pieces.size(); ++i) {
            const std::string& species = ledgeOf(project_.pieces[i]).species;
            for (const auto& p : plan_.pieces[i].assembly().parts) {
                if (p.length <= Length() || p.width <= Length() || p.thickness <= Length())
                    continue;
                job.parts.push_back({plan_.pieces[i].id + "/" + p.id, species, p.thickness, p.length, p.width,
                                     p.quantity, false});
                needed[{species, p.thickness.nm()}] = true;
            }
        }
        for (const auto& s : plan_.stock)
            if (needed.contains({s.species, s.thickness.nm()}))
                job.stock.push_back({s.id, s.species, s.thickness, false, s.length, s.width,
                                     std::llround(s.price * 1e6), s.available});
        const auto sameName = [](const PiecePlan& a, const PiecePlan& b) { return a.name == b.name; };
        if (earlier_ && earlier_->plan.cutJob == job &&
            std::equal(plan_.pieces.begin(), plan_.pieces.end(), earlier_->plan.pieces.begin(),
                       earlier_->plan.pieces.end(), sameName)) {
            plan_.cut = earlier_->plan.cut;
            plan_.sequence = earlier_->plan.sequence;
            return;
        }
        plan_.cut = solveCutJob(job);
        plan_.sequence =
            cutSequence(job, plan_.cut, [this](const std::string& id) { return plan_.partName(id); });
    }

    void finish() {
        if (project_.pieces.empty())
            return;
        FinishInput in;
        static constexpr std::array schools{"stain", "paint", "oil"};
        const Species* wood = catalog_.findSpecies(ledgeOf(project_.pieces.front()).species);
        if (!wood)
            return;
        in.coats = coatsFor(schools.at(static_cast<std::size_t>(project_.finish.school)), *wood);
        in.softwood = wood->softwood;
        in.start = parseClock(project_.finish.start).value_or(0);
        in.dayBegins = project_.finish.dayBegins;
        in.dayEnds = project_.finish.dayEnds;
        for (const auto& pp : plan_.pieces)
            for (const auto& p : pp.assembly().parts)
                in.area += 2 * (p.length.mm() * p.width.mm() + p.length.mm() * p.thickness.mm()) * 1e-6;
        plan_.finish = scheduleFinish(in, catalog_);
    }

    const Project& project_;
    const Shop& shop_;
    const Catalog& catalog_;
    const Earlier* earlier_;
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
    for (const auto& pp : pieces) {
        const Piece* p = project.findPiece(pp.id);
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
    const auto slash = cutId.find('/');
    if (slash == std::string::npos)
        return cutId;
    const PiecePlan* pp = find(cutId.substr(0, slash));
    const Part* part = pp ? pp->assembly().find(cutId.substr(slash + 1)) : nullptr;
    if (!part)
        return cutId;
    return pieces.size() > 1 ? fmt::format("{} ({})", part->name, pp->name) : part->name;
}

Plan plan(const Project& project, const Shop& shop, const Catalog& catalog, const Earlier* earlier) {
    return Planner(project, shop, catalog, earlier).run();
}

} // namespace owl
