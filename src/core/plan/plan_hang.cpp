#include "plan/plan_hang.h"

#include "assembly/plugs.h"
#include "build/driver_reach.h"
#include "hang/marks.h"

#include <algorithm>
#include <array>

namespace owl {
namespace {

/// What is scribed to the walls is scribed when its part first goes up.
void scribed(const Assembly& a, const std::string& id, const HangInput& before, HangStage& now) {
    const Part* part = a.find(id);
    if (!part)
        return;
    const auto made = [&](const HangStage& s, const std::string& f) {
        return std::find(s.shapes.begin(), s.shapes.end(), f) != s.shapes.end();
    };
    for (const auto& f : part->features)
        if (f.kind == "scribe" && !made(now, f.id) &&
            std::none_of(before.stages.begin(), before.stages.end(),
                         [&](const HangStage& s) { return made(s, f.id); }))
            now.shapes.push_back(f.id);
}

/// Parts that no joint of the shop brings in.
std::vector<std::string> broughtAtTheWall(const Assembly& a) {
    std::vector<std::string> out;
    for (const auto& p : a.parts)
        if (!isPlug(p) && (joinedAtWallOnly(a, p) || (p.fromSupport && p.stock == Stock::bar)))
            out.push_back(p.id);
    return out;
}

/// Rods, and the strips with what is packed behind them: before all else.
std::vector<std::string> firstOnTheWalls(const Assembly& a) {
    std::vector<std::string> out;
    for (const auto& p : a.parts)
        if (p.fromSupport && p.stock == Stock::bar)
            out.push_back(p.id);
    for (const auto& on : a.ledgers->on) {
        out.insert(out.end(), on.packings.begin(), on.packings.end());
        out.push_back(on.part);
    }
    return out;
}

/// True when something that was put together in the shop stands where a straight driver would be.
bool tightWithTheFrame(const Assembly& a, const HangStage& stage) {
    const auto ofTheShop = [&](const std::string& part) {
        return std::any_of(a.joints.begin(), a.joints.end(), [&](const Joint& j) {
            return !j.atWall && (j.first == part || j.second == part);
        });
    };
    return std::any_of(stage.joins.begin(), stage.joins.end(), [&](const std::string& id) {
        const Joint* j = a.joint(id);
        const auto way = j ? inTheDriversWay(*j, a) : std::vector<std::string>();
        return std::any_of(way.begin(), way.end(), [&](const std::string& part) {
            return ofTheShop(part) && part != j->first && part != j->second;
        });
    });
}

/// What comes in with each stage: the strips first, then whatever the joints of a stage bring.
void stages(const Assembly& a, HangInput& h) {
    std::vector<std::string> left = broughtAtTheWall(a);
    for (std::size_t i = 0; i < a.ledgers->stages.size(); ++i) {
        HangStage stage;
        stage.say = a.ledgers->stages[i];
        const auto bring = [&](const std::string& part) {
            if (std::erase(left, part) > 0)
                stage.adds.push_back(part);
        };
        if (i == 0)
            for (const auto& id : firstOnTheWalls(a))
                bring(id);
        for (const auto& j : a.joints)
            if (j.atWall && j.stage == i && j.kind != plugJoint) {
                stage.joins.push_back(j.id);
                for (const std::string& id : {j.first, j.second}) {
                    bring(id);
                    scribed(a, id, h, stage);
                }
            }
        stage.tight = tightWithTheFrame(a, stage);
        h.stages.push_back(std::move(stage));
    }
}

/// Which of the ways of hanging the steps are written for.
const char* wayOf(const Assembly& a, const RailOption& option) {
    static constexpr std::array hangers{"cleat", "cleat", "keyhole", "ring", "eight"};
    if (a.floor)
        return "stands";
    if (a.ledgers)
        return "ledgers";
    if (option.hanger)
        return hangers.at(static_cast<std::size_t>(option.hanger->kind));
    if (option.kind == RailSupport::rodsPlate)
        return "plates";
    if (option.kind == RailSupport::rodsStrip)
        return "strip";
    if (isRods(option.kind))
        return "rods";
    return a.cavity ? "arms" : "rail";
}

/// What is put together at the wall: parts that no joint of the shop brings in, and joints made there.
void atTheWall(const Assembly& a, HangInput& h) {
    for (const auto& p : a.parts) {
        const bool shop = std::any_of(a.joints.begin(), a.joints.end(), [&](const Joint& j) {
            return !j.atWall && (j.first == p.id || j.second == p.id);
        });
        if (isPlug(p) && p.fromSupport)
            h.plugs.push_back(p.id);
        else if (p.fromSupport && !shop)
            h.adds.push_back(p.id);
    }
    for (const auto& j : a.joints)
        if (j.atWall && j.kind != plugJoint) {
            (j.kind == "weld" ? h.early : h.joins).push_back(j.id);
            h.tight = h.tight || (a.floor && !inTheDriversWay(j, a).empty());
            const bool told = std::find(h.notes.begin(), h.notes.end(), j.note) != h.notes.end();
            if (a.floor && !j.note.empty() && !told)
                h.notes.push_back(j.note);
        }
    if (a.ledgers)
        stages(a, h);
}

} // namespace

HangInput hangInput(const NumberStyle& style, const Piece& piece, const Wall& wall, double G,
                    const PiecePlan& pp) {
    HangInput h;
    h.piece = piece.id;
    h.assembly = &pp.assembly();
    h.G = G;
    h.marks = pp.marks;
    if (const RailVerdict* hold = pp.hold()) {
        h.screw = hold->option.screw;
        h.anchor = hold->option.anchor;
        h.screwLength = hold->screwLength;
        h.masonry = std::any_of(hold->mounting.mounts.begin(), hold->mounting.mounts.end(),
                                [](const Mount& m) { return m.into == "masonry"; });
        h.hanger = hold->option.hanger;
        for (const auto& m : hold->mounting.mounts)
            if (m.into == "masonry" && (m.kind == "rod" || m.kind == "rod_plug"))
                h.rodBed = m.kind == "rod" ? RodBed::resin : RodBed::plugged;
        h.rodsGlued = pp.assembly().rods && pp.assembly().rods->glued;
        h.keeperLength = hold->keeperLength;
        h.keepersBehind = hold->keepersBehind;
        h.way = wayOf(pp.assembly(), hold->option);
    }
    const Length carried = pp.assembly().carried;
    h.length = carried > Length() ? carried : pp.assembly().length;
    h.mass = carriedMass(pp.assembly(), pp.mass);
    h.inTheWay = pp.assembly().wallRowsBehind ? pp.assembly().wallInTheWay : std::string();
    h.crumbles = wall.cover == "plaster_lath" && pp.cover > Length();
    h.style = style;
    atTheWall(pp.assembly(), h);
    return h;
}

} // namespace owl
