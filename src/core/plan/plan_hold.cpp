#include "plan/plan_hold.h"

#include "measure/words.h"
#include "plan/hold_findings.h"
#include "plan/load_path.h"
#include "plan/shopping.h"
#include "support/judge/judge.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace owl {
namespace {

/// kg/m3 at 12 % moisture (S3.2).
double wood12(const Species& wood) {
    return 1120 * wood.means.sg12;
}

HeldPiece heldPiece(const PieceScene& scene, const Species& wood, const PiecePlan& pp) {
    const Piece& piece = scene.in.piece;
    const Wall& wall = scene.in.wall;
    const Assembly& a = pp.assembly();
    const BoardGrade grade = gradeOf(piece.params);
    HeldPiece r;
    r.assembly = &a;
    r.woodC1 = allowable(wood.means, grade, 0.9);
    r.woodC2 = allowable(wood.means, grade, 1.6);
    r.woodC1.G = r.woodC2.G = wood.fastenerG();
    for (const auto& q : a.member.rects) {
        const Part* part = a.find(q.part);
        const Species* sheet =
            part && part->stock == Stock::sheet ? scene.catalog.findSpecies(part->material) : nullptr;
        r.section.parts.push_back({sheet ? sheet->means.MOE : r.woodC1.E, q.b, q.h, q.z, q.y, {}});
        if (!sheet)
            continue;
        r.kDef = std::max(r.kDef, sheet->kDef);
        const double stays = sheet->working * sheet->means.MOR;
        r.sheetFb = std::min(r.sheetFb.value_or(stays), stays);
    }
    r.section.glued = a.member.glued;
    r.glueLineZ = a.member.glueLineZ;
    r.glueLineWidth = a.member.glueLineWidth;
    r.load = piece.load;
    r.hand = pp.hand.newton;
    r.leaningCounts = pp.hand.counts;
    r.sagLimit = piece.sagLimit;
    r.mass = pp.mass;
    const Vec3 middle = gravityCentre(a, wood12(wood));
    r.gravityY = middle.y;
    if (std::abs(middle.x - a.length.mm() / 2) > 1e-6)
        r.gravityX = middle.x;
    r.strengthLimit = pp.limitWhy.empty() ? 1 : 0.6;
    r.grade = wood.conf == "C" ? Grade::C : Grade::B;
    if (wall.construction == "lath_plaster")
        r.grade = Grade::C;
    const RailSeat* seat = a.seat<RailSeat>();
    r.joint = seat ? a.joint(seat->joint) : nullptr;
    r.jointScrew = r.joint ? scene.catalog.findScrew(r.joint->screwId) : nullptr;
    r.hangingMass = pp.mass;
    for (const RailSeat* rail : a.all<RailSeat>())
        if (const Part* part = a.find(rail->part))
            r.hangingMass -= massOf(*part, wood12(wood));
    r.hangingY = gravityCentre(a, wood12(wood), seat ? seat->part : std::string()).y;
    r.catalog = &scene.catalog;
    r.metric = scene.in.metric();
    r.joinedFromBelow = r.joint && r.joint->second == seat->part;
    return r;
}

/// What one ledger is on: a wall that nobody entered is taken to be built like the piece's own, its studs
/// unknown.
WallBehind ledgerWall(const PieceScene& scene, const Wall& own, const LedgerWall& l) {
    const Wall* known = l.to == "wall" ? &own : scene.in.findWall(l.wall);
    const Wall& wall = known ? *known : own;
    WallBehind rw;
    rw.kind = scene.catalog.findWall(wall.construction);
    const CoverKind* cover = scene.catalog.findCover(l.cover > Length() ? wall.cover : "bare");
    rw.cover = l.cover.mm();
    rw.crush = cover ? cover->crush : 0.7;
    rw.behindCover = wall.behindCover.mm();
    rw.studG = rw.kind ? rw.kind->studG : 0.42;
    rw.studWidth = wall.studWidth.mm();
    rw.studDepth = wall.studDepth.mm();
    rw.studsKnown = known && wall.studMode != StudMode::unknown && l.confidence >= 0.5;
    rw.anchors.emplace();
    for (Length s : l.anchors)
        rw.anchors->push_back(s.mm());
    for (Length s : l.studs)
        rw.studs.push_back(s.mm());
    return rw;
}

WallBehind wallBehind(const PieceScene& scene, const Wall& wall, const PiecePlan& pp) {
    WallBehind rw;
    rw.kind = scene.catalog.findWall(wall.construction);
    const CoverKind* cover = scene.catalog.findCover(wall.cover);
    rw.cover = pp.cover.mm();
    if (pp.cover == Length() && wall.coverThickness > Length())
        cover = scene.catalog.findCover("bare");
    rw.crush = cover ? cover->crush : 0.7;
    rw.behindCover = wall.behindCover.mm();
    rw.studG = rw.kind ? rw.kind->studG : 0.42;
    rw.studWidth = wall.studWidth.mm();
    rw.studDepth = wall.studDepth.mm();
    // A stud that nobody is sure of counts as unknown until it is probed.
    rw.studsKnown = wall.studMode != StudMode::unknown && pp.studConfidence >= 0.5;
    rw.anchors.emplace();
    for (Length x : pp.anchors)
        rw.anchors->push_back(x.mm());
    for (Length x : pp.studs)
        rw.studs.push_back(x.mm());
    for (const auto& l : pp.ledgerWalls)
        rw.sides.push_back(ledgerWall(scene, wall, l));
    return rw;
}

HeightQuestion heightQuestion(const Piece& piece, const PiecePlan& pp) {
    const Assembly& a = pp.assembly();
    HeightQuestion q;
    q.x0 = pp.left;
    q.x1 = pp.right();
    q.height = a.height;
    q.surface = a.surfaceZ;
    q.depth = a.depth;
    q.habit = kindInfo(piece.params).habit;
    for (const auto& i : piece.load.items)
        if (i.kind.find("frame") != std::string::npos || i.kind.find("canvas") != std::string::npos)
            q.pictureHeight = std::max(q.pictureHeight, i.height);
    return q;
}

/// Left to itself the program never hangs a piece on the cover: that is for a person to decide.
std::size_t chosenSupport(const std::vector<SupportVerdict>& supports, const std::string& asked) {
    for (std::size_t i = 0; i < supports.size(); ++i)
        if (supports[i].option.id == asked)
            return i;
    for (std::size_t i = 0; i < supports.size(); ++i)
        if (supports[i].option.firm() && !supports[i].option.onlyWhenAsked())
            return i;
    return 0;
}

/// Why strength is used to 60 % only (S12.3): the room says so by itself; empty where nothing does.
std::string whyLimited(const Piece& piece, const Wall& wall, const PiecePlan& pp) {
    if (const Furniture* f = seatBelow(wall, pp))
        return fmt::format("it hangs above the {}", f->title());
    if (piece.hold.aboveBed)
        return "you said that a bed, a seat or a child's place is below it";
    return wall.user.starts_with("child") ? "children use this wall" : "";
}

} // namespace

const Furniture* seatBelow(const Wall& wall, const PiecePlan& pp) {
    const auto below = std::find_if(wall.furniture.begin(), wall.furniture.end(), [&](const Furniture& f) {
        const bool seat = f.kind == "bed" || f.kind == "cot" || f.kind == "sofa" || f.kind == "armchair";
        return seat && f.x < pp.right() && f.right() > pp.left && f.bottom < pp.top();
    });
    return below == wall.furniture.end() ? nullptr : &*below;
}

HandView handOn(const Piece& piece, const Wall& wall, const PiecePlan& pp, const NumberStyle& style) {
    const Length top = pp.top();
    const Assembly& a = pp.assembly();
    const Length depth = a.standsOut > Length() ? a.standsOut : a.depth;
    const auto say = [&](Length l) { return formatLength(roundToTape(l, style), style); };
    HandView h;
    h.newton = piece.load.handN.value_or(defaultHandLoad(top, depth));
    const bool low = top < 1100_mm;
    const std::string between = formatForce(usualHand, style) + " to " + formatForce(strongHand, style);
    h.why = piece.load.handN ? "typed for this piece"
            : h.newton <= usualHand
                ? fmt::format("the usual one, since its top is above {} and it is no deeper "
                              "than {}",
                              say(1200_mm), say(300_mm))
            : top < 1200_mm && depth > 300_mm
                ? fmt::format("{}, the more the lower its top is below {} and the deeper it is than {}",
                              between, say(1200_mm), say(300_mm))
            : top < 1200_mm ? fmt::format("{}, the more the lower its top is below {}", between, say(1200_mm))
                            : fmt::format("{}, the more the deeper it is than {}", between, say(300_mm));
    if (piece.hold.leaning == Leaning::nobody) {
        h.counts = false;
        return h;
    }
    h.countsWhy = piece.hold.leaning == Leaning::people ? "you said that people lean on it"
                  : low            ? fmt::format("its top is below {}, where people lean", say(1100_mm))
                  : depth > 300_mm ? fmt::format("it is deeper than {}", say(300_mm))
                  : piece.hold.aboveBed || seatBelow(wall, pp) ? "people sit or lie below it"
                  : wall.walkway                               ? "people walk along this wall"
                  : wall.user.starts_with("child")             ? "children use it"
                                                               : std::string();
    h.counts = !h.countsWhy.empty();
    return h;
}

void holdPiece(const PieceScene& scene, const Species& wood, StaticsCache& cache, PiecePlan& pp) {
    const Piece& piece = scene.in.piece;
    const Wall& wall = scene.in.wall;
    const Assembly& a = pp.assembly();
    pp.mass = massOf(a, wood12(wood));
    pp.woodDensity = wood12(wood);
    pp.contents = contentsMass(piece.load, a);
    pp.hand = handOn(piece, wall, pp, scene.in.style);
    pp.limitWhy = whyLimited(piece, wall, pp);
    HeightQuestion ask = heightQuestion(piece, pp);
    ask.style = scene.in.style;
    pp.heights = heightAdvice(wall, ask, scene.catalog);
    const HeldPiece rail = heldPiece(scene, wood, pp);
    const WallBehind rw = wallBehind(scene, wall, pp);
    pp.supports = rankSupports(rail, rw, scene.catalog, scene.in.metric(), piece.hold.support, cache,
                               scene.hastyBy.value_or(std::string()));
    pp.chosen = chosenSupport(pp.supports, piece.hold.support);
}

void measureHold(const PieceScene& scene, const Species& wood, StaticsCache& cache, PiecePlan& pp) {
    const Piece& piece = scene.in.piece;
    const Wall& wall = scene.in.wall;
    // A rail that is set in for a cleat stands off already, inside the piece.
    const Length there = pp.assembly().standOff;
    if (const SupportVerdict* chosen = pp.hold();
        chosen && chosen->feasible && Length::mm(chosen->standOff) > there)
        moveOut(pp.made.assembly, Length::mm(chosen->standOff) - there);
    pp.hand = handOn(piece, wall, pp, scene.in.style); // it may reach farther into the room now
    pp.mass = massOf(pp.assembly(), wood12(wood));     // it may have been made again for what holds it
    const HeldPiece rail = heldPiece(scene, wood, pp);
    const WallBehind rw = wallBehind(scene, wall, pp);
    if (pp.chosen >= pp.supports.size())
        return;
    // The others keep their figures: nobody reads how they came about.
    for (auto& s : pp.supports) {
        const bool chosen = &s == &pp.supports[pp.chosen];
        if (chosen || !s.judged)
            s = judgeSupport(rail, rw, s.option, cache, 1, !chosen);
        if (chosen && !scene.hastyBy)
            findBetterWithout(s, rail, rw, cache);
        s.cost = scene.shop.price(fixingPrice(s.option)) * s.holes;
        if (!s.option.price.empty() && s.bought > 0)
            s.cost += scene.shop.price(s.option.price) * s.bought;
    }
    const std::string id = pp.supports[pp.chosen].option.id;
    sortSupports(pp.supports);
    pp.chosen =
        static_cast<std::size_t>(std::find_if(pp.supports.begin(), pp.supports.end(),
                                              [&](const SupportVerdict& v) { return v.option.id == id; }) -
                                 pp.supports.begin());
    SupportVerdict& hold = pp.supports[pp.chosen];
    if (pp.made.makeable() && !scene.hastyBy)
        findCapacity(hold, rail, rw, cache);
    if (!hold.feasible)
        return;
    for (const auto& m : hold.mounting.mounts)
        if (m.to == "wall")
            pp.holes.push_back({Length::mm(m.at.x), Length::mm(m.at.z)});
    // From here on the assembly is final: what holds the piece is part of it.
    Assembly& a = pp.made.assembly;
    for (const auto& cut : hold.mounting.cuts)
        for (auto& p : a.parts)
            if (p.id == cut.part) {
                for (const auto& tool : cut.tools)
                    subtract(p.solid, tool, 6 + static_cast<int>(p.features.size()));
                p.features.push_back(cut.feature);
            }
    for (const auto& p : hold.mounting.parts)
        a.parts.push_back(p);
    for (const auto& j : hold.mounting.joints)
        a.joints.push_back(j);
    for (const auto& [part, hole] : hold.mounting.holes)
        for (auto& p : a.parts)
            if (p.id == part)
                p.holes.push_back(hole);
    pp.mass = massOf(a, wood12(wood));
    pp.loadPath = loadPath(piece, pp, wood12(wood));
}

namespace {

/// What each board may take of `all` kg, spread as planned; evenly by their lengths where nothing is.
std::vector<std::pair<std::string, double>> shelfByShelf(const LoadSpec& planned, const Assembly& a,
                                                         double all) {
    LoadSpec load = planned;
    if (contentsMass(load, a) <= 0)
        load.kgPerM = 1;
    const double factor = all / contentsMass(load, a);
    const auto surfaces = surfacesOf(a);
    std::vector<std::pair<std::string, double>> out;
    for (const auto& s : surfaces) {
        double kg = s.even ? load.kgPerM * (s.x1 - s.x0).mm() / 1000 : 0;
        for (const auto& i : load.items)
            if (surfaceFor(a, i.on).id == s.id)
                kg += i.mass;
        if (kg > 0)
            out.emplace_back(s.name, kg * factor);
    }
    return out;
}

} // namespace

std::string labelText(const PieceInputs& in, const PiecePlan& pp) {
    const Piece& piece = in.piece;
    const SupportVerdict* hold = pp.hold();
    if (!pp.made.makeable() || !hold || !hold->feasible || hold->carryKg <= 0)
        return {};
    const auto mass = [&](double kg) { return carryText(kg, in.style); };
    const auto limit = std::find_if(hold->checks.begin(), hold->checks.end(),
                                    [&](const Check& c) { return c.id == hold->carryGoverns; });
    std::string each;
    const auto boards = shelfByShelf(piece.load, pp.assembly(), hold->carryKg);
    for (const auto& [name, kg] : boards)
        each += fmt::format("{}{} on {}", each.empty() ? ": " : ", ", mass(kg), theName(name));
    std::string out =
        fmt::format("{}, {} long: at most {} on it, spread as planned{}; its own {} are reckoned with.",
                    piece.name, formatLength(pp.assembly().length, in.style), mass(hold->carryKg),
                    boards.size() > 1 ? each : "", formatMass(pp.mass, in.style));
    if (hold->carryCapped)
        out += " More than this was not looked at: ask a professional.";
    else
        out += fmt::format(" What limits it: {}.",
                           limit == hold->checks.end() ? std::string("its support") : limit->title);
    if (pp.hand.newton <= 0)
        return out + " Do not lean on it: no hand was reckoned with.";
    const std::string hand = formatForce(pp.hand.newton, in.style);
    if (hold->carryLeaningKg >= hold->carryKg * 0.999)
        return out + fmt::format(" A hand of {} on the front edge as well; nobody's weight.", hand);
    if (hold->carryLeaningKg > 0 && hold->carryLeaningKg >= pp.contents)
        return out + fmt::format(" With more than {} on it, do not lean on it.", mass(hold->carryLeaningKg));
    return out + " Do not lean on it.";
}

} // namespace owl
