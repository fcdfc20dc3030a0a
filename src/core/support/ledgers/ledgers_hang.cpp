// Putting a piece together on its walls, stage by stage.
#include "assembly/plugs.h"
#include "build/driver_reach.h"
#include "measure/words.h"
#include "support/ledgers/ledgers.h"
#include "support/rods/rods.h"

#include <algorithm>
#include <array>
#include <fmt/format.h>

namespace owl {
namespace {

/// A stage of what is built on its walls: its words, and what comes in.
struct HangStage {
    WallStage say;
    std::vector<std::string> adds, joins, shapes; ///< shapes: what is scribed there
    bool tight = false; ///< once what the shop made stands there, only a short driver has room
};

/// What is scribed to the walls is scribed when its part first goes up.
void scribed(const Assembly& a, const std::string& id, const std::vector<HangStage>& before, HangStage& now) {
    const Part* part = a.find(id);
    if (!part)
        return;
    const auto made = [&](const HangStage& s, const std::string& f) {
        return std::find(s.shapes.begin(), s.shapes.end(), f) != s.shapes.end();
    };
    for (const auto& f : part->features)
        if (f.kind == "scribe" && !made(now, f.id) &&
            std::none_of(before.begin(), before.end(), [&](const HangStage& s) { return made(s, f.id); }))
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
    for (const auto& on : a.seat<LedgersSeat>()->on) {
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
std::vector<HangStage> stagesOf(const Assembly& a) {
    std::vector<HangStage> out;
    std::vector<std::string> left = broughtAtTheWall(a);
    for (std::size_t i = 0; i < a.seat<LedgersSeat>()->stages.size(); ++i) {
        HangStage stage;
        stage.say = a.seat<LedgersSeat>()->stages[i];
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
                    scribed(a, id, out, stage);
                }
            }
        stage.tight = tightWithTheFrame(a, stage);
        out.push_back(std::move(stage));
    }
    return out;
}

/// 'In all 2 screws and 3 anchors or plugs. ..': what the marks stand for.
std::string fixingsInAll(const HangInput& in) {
    std::array<std::size_t, 3> n{}; // screws, rods, what is set in a hole of its own
    for (const auto& m : in.marks)
        ++n.at(m.what.find("screw") != std::string::npos ? 0
               : m.what.find("rod") != std::string::npos ? 1
                                                         : 2);
    static constexpr std::array words{"screw", "rod", "anchor or plug"};
    static constexpr std::array several{"screws", "rods", "anchors or plugs"};
    std::string all;
    for (std::size_t i = 0; i < n.size(); ++i)
        if (n.at(i) > 0)
            all += fmt::format("{}{} {}", all.empty() ? "" : ", ", n.at(i),
                               n.at(i) == 1 ? words.at(i) : several.at(i));
    std::string out = "In all: " + all + ".";
    if (in.screw && n[0] > 0)
        out += fmt::format(" The screws are {} × {}.", in.screw->label,
                           screwLengthText(*in.screw, in.screwLength));
    return out;
}

} // namespace

std::vector<BuildStep> hangOnLedgers(const HangInput& in, const SupportVerdict& v, const Catalog& catalog) {
    if (in.marks.empty())
        return {};
    std::vector<BuildStep> out{markAndDrill(in, catalog)};
    if (std::any_of(in.marks.begin(), in.marks.end(), [](const WallMark& m) { return m.to != "wall"; }))
        out.back().text += " Carry the line round the corners with the level: it is measured once, never up "
                           "from the floor again.";
    const bool mortar = std::any_of(v.mounting.mounts.begin(), v.mounting.mounts.end(),
                                    [](const Mount& m) { return m.kind == "rod" && m.into == "masonry"; });
    const std::vector<HangStage> stages = stagesOf(*in.assembly);
    for (std::size_t i = 0; i < stages.size(); ++i) {
        const HangStage& stage = stages[i];
        BuildStep s;
        s.id = in.piece + "/" + stage.say.id;
        s.title = stage.say.title;
        s.text = stage.say.text;
        s.tools = stage.say.tools;
        s.minutes = stage.say.minutes;
        s.onWall = true;
        s.adds = s.fresh = s.parts = stage.adds;
        s.joins = stage.joins;
        s.shapes = stage.shapes;
        s.hangs = i + 1 == stages.size();
        if (stage.tight) {
            s.reach = "short";
            s.text += " Any driver has room as long as the rest is away; once it stands there only a short "
                      "one has.";
        }
        if (i == 0) {
            if (mortar) {
                s.text += std::string(" The rods are set in mortar. ") + mortarWords;
                inMortar(s);
            }
            s.text += " " + fixingsInAll(in);
            s.minutes += static_cast<double>(in.marks.size()) * catalog.minutes("screw");
        }
        driveJoints(s, stage.joins, in, catalog);
        if (in.needsTwo() && s.hangs)
            s.cautions = catalog.cautionsFor("lifting");
        out.push_back(std::move(s));
    }
    addPlugStep(in, out);
    return out;
}

} // namespace owl
