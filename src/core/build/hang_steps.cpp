#include "build/hang_steps.h"
#include "measure/words.h"

#include "build/hook_steps.h"
#include "build/step_maker.h"
#include "build/wall_joints.h"

#include <algorithm>
#include <array>
#include <fmt/format.h>

namespace owl {

namespace {

constexpr double mortarHours = 12; // a night, whatever the cartridge

/// Tells of the screws and nails that are driven there.
void drive(BuildStep& s, const std::vector<std::string>& joints, const HangInput& in,
           const Catalog& catalog) {
    BuildInput b;
    b.piece = in.piece;
    b.assembly = in.assembly;
    b.G = in.G;
    b.style = in.style;
    const WallJoints w = wallJoints(b, joints, catalog);
    if (w.text.empty())
        return;
    s.text += " " + w.text;
    for (const auto& t : w.tools)
        if (std::find(s.tools.begin(), s.tools.end(), t) == s.tools.end())
            s.tools.push_back(t);
}

const char* const mortarWords =
    "Brush and blow the dust out, three times over, press injection mortar in from the bottom of each hole, "
    "turn the rods in, and wipe off what comes out; hang nothing on them before the time on the cartridge is "
    "over.";
void inMortar(BuildStep& s) {
    s.tools.insert(s.tools.end(), {"injection mortar", "brush and blower for the holes"});
    s.waitMinutes = mortarHours * 60;
}

/// Rods go into the wall before the piece: dry in a stud, in resin or in plugs that turn in masonry.
void setRods(BuildStep& s, const HangInput& in) {
    s.title = "Set the rods";
    s.tools = {"guide block", "mallet", "straight strip", "level"};
    const std::string square =
        "The holes must be square to the wall: bore them through a block with a hole of the bit's size, held "
        "flat on the wall";
    const std::string edges =
        fmt::format(", {} or more from any edge or joint of a brick. ",
                    formatLength(in.style.units == Units::metric ? 50_mm : 50.8_mm, in.style));
    switch (in.rodBed) {
    case RodBed::snug:
        s.text =
            square + ". " + (in.rodsGlued ? "Brush a little epoxy into them, push" : "Push") +
            " the rods in and lay a straight strip on them: they must be level and point the same way, a "
            "hair upwards rather than down.";
        if (in.rodsGlued)
            s.tools.emplace_back("epoxy");
        break;
    case RodBed::resin:
        s.text = square + edges + mortarWords +
                 " Lay a straight strip on them: they "
                 "must be level and point the same way, a hair upwards rather than down.";
        inMortar(s);
        break;
    case RodBed::plugged:
        s.text =
            square + edges +
            "Push the plugs in flush with the wall and the rods into them. Each plug is off its own middle: "
            "turn it until its rod is level with the others under a straight strip and the holes of the "
            "piece go over all of them, then tighten it as its package says.";
        s.tools.emplace_back("key of the plugs");
        break;
    }
}

/// What is fixed to the wall first, and the piece that slides over it.
BuildStep plugStep(const HangInput& in) {
    BuildStep s;
    s.id = in.piece + "/plugs-at-wall";
    s.title = "Plug the screw heads";
    s.onWall = true;
    s.adds = s.fresh = s.parts = s.joins = in.plugs;
    const Part* plug = in.assembly->find(in.plugs.front());
    const PlugWay way = in.assembly->cavity ? in.assembly->cavity->plugs : in.assembly->plugs;
    const std::string bore = drillText(plug ? plug->width.mm() : 0, in.style);
    s.text = plugsMade(way, in.plugs.size(), bore) +
             "Press them in dry, their grain with the wood around them: it must come down again one day. "
             "Pare them flush and touch up the finish.";
    s.minutes = 3 * static_cast<double>(in.plugs.size());
    s.tools = {"mallet", "flat chisel"};
    if (way == PlugWay::cut)
        s.tools.insert(s.tools.begin(), "plug cutter of " + bore);
    return s;
}

void slideOn(const HangInput& in, const Catalog& catalog, std::vector<BuildStep>& out) {
    const auto n = static_cast<double>(in.marks.size());
    const auto driven = static_cast<std::size_t>(
        std::count_if(in.marks.begin(), in.marks.end(), [](const WallMark& m) { return m.into != "cover"; }));
    const std::string screws =
        in.screw ? fmt::format("{} {} × {}{}", counted(driven, "screw"), in.screw->label,
                               screwLengthText(*in.screw, in.screwLength),
                               driven < in.marks.size() ? " and the anchor beside the stud" : "")
                 : std::string("the anchors");
    BuildStep first;
    first.id = in.piece + "/fix-support";
    first.onWall = true;
    first.adds = in.adds;
    first.joins = in.early;
    first.minutes = catalog.minutes("level") + n * catalog.minutes("screw");
    if (in.way == "rods") {
        setRods(first, in);
    } else if (in.way == "plates") {
        first.title = "Screw the plates on";
        first.text = fmt::format(
            "{}, rods level and parallel: lay a straight strip on them before the screws are tight.", screws);
        first.tools = {"driver", "straight strip", "level"};
    } else if (in.way == "strip") {
        first.title = "Screw the strip to the wall";
        first.text =
            fmt::format("{}{}. Its front must be in one plane: pack it out where the wall is hollow.", screws,
                        inTurn(in.marks.size()));
        first.tools = {"driver", "level"};
    } else {
        first.title = "Screw the ledger to the wall";
        first.text = fmt::format(
            "{} between the arms{}. Check that the arms lie in one plane; pack behind the ledger where the "
            "wall is hollow.",
            screws, inTurn(in.marks.size()));
        first.tools = {"driver", "level", "straight strip"};
    }
    out.push_back(std::move(first));

    BuildStep hang;
    hang.id = in.piece + "/hang";
    hang.title = in.way == "arms" ? "Slide the box over the arms" : "Slide it on";
    hang.hangs = hang.onWall = true;
    hang.joins = in.joins;
    const bool two = in.length > 1500_mm || in.mass > 20;
    const bool arms = in.way == "arms";
    hang.text = fmt::format(
        "{}Try it dry first. Start all {} together and push evenly, by hand or with blows on a strip of "
        "waste wood. If one {}.",
        two ? "Two people lift it, one at each end. " : "", arms ? "arms" : "rods",
        arms ? "arm binds, find the place with chalk and plane that arm, not the skins"
             : "hole is off, find it with chalk on the end of the rod and ease that hole, not the others");
    const bool kept = std::any_of(in.joins.begin(), in.joins.end(), [&](const std::string& id) {
        const Joint* j = in.assembly->joint(id);
        return j && !j->fasteners.empty();
    });
    if (!arms && in.rodsGlued)
        hang.text +=
            " When all fits, brush epoxy into the holes of the piece and push it home: it does not come "
            "down again.";
    if (arms && kept)
        hang.text += " When it lies at the wall all along, drive the screws that keep it there.";
    drive(hang, in.joins, in, catalog);
    hang.minutes = 15;
    hang.tools = {"mallet", "strip of waste wood"};
    if (!arms && in.rodsGlued)
        hang.tools.emplace_back("epoxy");
    if (two)
        hang.cautions = catalog.cautionsFor("lifting");
    out.push_back(std::move(hang));
    if (!in.plugs.empty())
        out.push_back(plugStep(in));
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

/// What rests on several walls is put together there, stage by stage.
void stageSteps(const HangInput& in, const Catalog& catalog, std::vector<BuildStep>& out) {
    for (std::size_t i = 0; i < in.stages.size(); ++i) {
        const HangStage& stage = in.stages[i];
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
        s.hangs = i + 1 == in.stages.size();
        if (stage.tight) {
            s.reach = "short";
            s.text += " Any driver has room as long as the rest is away; once it stands there only a short "
                      "one has.";
        }
        if (i == 0) {
            if (in.rodBed == RodBed::resin) {
                s.text += std::string(" The rods are set in mortar. ") + mortarWords;
                inMortar(s);
            }
            s.text += " " + fixingsInAll(in);
            s.minutes += static_cast<double>(in.marks.size()) * catalog.minutes("screw");
        }
        drive(s, stage.joins, in, catalog);
        const bool two = in.length > 1500_mm || in.mass > 20;
        if (two && s.hangs)
            s.cautions = catalog.cautionsFor("lifting");
        out.push_back(std::move(s));
    }
    if (!in.plugs.empty())
        out.push_back(plugStep(in));
}

/// A case is stood up, levelled, and tied where it then stands: the marks on the wall only say where the
/// studs are.
void standSteps(const HangInput& in, const Catalog& catalog, std::vector<BuildStep>& out) {
    const auto say = [&](Length l) { return formatLength(roundToTape(l, in.style), in.style); };
    BuildStep stand;
    stand.id = in.piece + "/stand";
    stand.title = "Stand it up";
    stand.hangs = stand.onWall = true;
    stand.joins = in.joins;
    const std::string two = in.mass > 20 || in.length > 1200_mm ? "Two people. " : "";
    const std::string level =
        "Level along and across with thin wedges under the low corners, until no corner rocks";
    if (in.notes.empty()) {
        stand.text =
            two + "Walk it to its place without its loose shelves, tip it up, and push it to the wall. " +
            level + "; then check that its corners are square: diagonals equal. Cut the wedges flush.";
    } else {
        stand.text =
            two +
            "Walk the sections to their place one by one, without their loose shelves, tip each up, and "
            "push it to the wall beside the one before. " +
            level + ".";
        for (const auto& note : in.notes)
            stand.text += " " + note;
        stand.text += " Then check that the corners are square: diagonals equal. Cut the wedges flush.";
    }
    stand.minutes = 20;
    stand.tools = {"level", "wedges", "fine saw"};
    if (in.tight) {
        stand.reach = "short";
        stand.text += " Only a short driver has room there.";
        stand.tools.emplace_back("short driver");
    }
    if (!in.notes.empty()) {
        stand.title = "Stand the sections up and screw them together";
        stand.minutes += 10 * static_cast<double>(in.joins.size());
        stand.tools.insert(stand.tools.end(), {"clamps", "drill", "driver"});
    }
    if (in.mass > 20)
        stand.cautions = catalog.cautionsFor("lifting");
    out.push_back(std::move(stand));
    if (in.marks.empty())
        return;
    BuildStep tie;
    tie.id = in.piece + "/tie";
    tie.title = "Tie it to the wall";
    tie.onWall = true;
    const WallMark& first = in.marks.front();
    tie.text = fmt::format(
        "{} through the rail under the top, {} above the floor: check that a stud or "
        "firm wall is behind each with a thin nail through the hole, bore {} {} deep, cover "
        "included, and drive the screws. Where the wall leaves a gap, slip a packing in behind "
        "before they are tight: they must not pull the case out of square.",
        counted(in.marks.size(), "place"), say(first.fromFloor), first.bit, say(Length::mm(first.depth)));
    if (in.screw)
        tie.text += fmt::format(" {} {} × {}.", counted(in.marks.size(), "screw"), in.screw->label,
                                screwLengthText(*in.screw, in.screwLength));
    if (in.anchor)
        tie.text += " " + (in.anchor->setting.empty() ? "Set the anchors as their package says."
                                                      : in.anchor->setting);
    tie.text += " Do it the day it stands: until then nothing goes on the upper shelves.";
    tie.minutes =
        static_cast<double>(in.marks.size()) * (catalog.minutes("wall_hole") + catalog.minutes("screw"));
    tie.tools = {"driver", "thin nail", "drill bit " + first.bit, "packing"};
    tie.cautions = catalog.cautionsFor("drilling walls");
    for (auto& c : catalog.cautionsFor("tip-over and children"))
        tie.cautions.push_back(std::move(c));
    out.push_back(std::move(tie));
}

} // namespace

std::vector<BuildStep> hangSteps(const HangInput& in, const Catalog& catalog) {
    std::vector<BuildStep> out;
    if (in.way == "stands") {
        standSteps(in, catalog, out);
        return out;
    }
    if (in.marks.empty())
        return out;
    const auto say = [&](Length l) { return formatLength(roundToTape(l, in.style), in.style); };
    const double n = static_cast<double>(in.marks.size());
    const WallMark& first = in.marks.front();

    BuildStep mark;
    mark.id = in.piece + "/mark-wall";
    mark.title = "Mark and drill the wall";
    const bool alike = std::all_of(in.marks.begin(), in.marks.end(), [&](const WallMark& m) {
        return m.bit == first.bit && std::abs(m.depth - first.depth) < 0.05;
    });
    mark.text = fmt::format(
        "Draw a light level line {} above the floor, measured at one place only: floors run out "
        "of level. Mark the {} holes from the hang sheet, probe each with a thin nail, and drill ",
        say(first.fromFloor), in.marks.size());
    mark.text += alike
                     ? fmt::format("with a bit of {}, {} deep, cover included.", first.bit,
                                   say(Length::mm(first.depth)))
                     : std::string("each with the bit and as deep as the sheet says: screws and anchors want "
                                   "different holes.");
    if (in.crumbles)
        mark.text +=
            " Go through the plaster with a masonry bit first, without hammer, then on with the wood bit.";
    if (in.anchor)
        mark.text += " " + (in.anchor->setting.empty() ? "Set the anchors as their package says."
                                                       : in.anchor->setting);
    mark.minutes = n * (catalog.minutes("wall_mark") + catalog.minutes("wall_hole"));
    mark.tools = {"tape", "level", "thin nail", "drill bit " + first.bit, "depth stop"};
    mark.cautions = catalog.cautionsFor("drilling walls");
    if (in.masonry)
        for (auto& c : catalog.cautionsFor("drilling masonry"))
            mark.cautions.push_back(std::move(c));
    mark.onWall = true;
    out.push_back(std::move(mark));

    if (in.hanger) {
        hookSteps(in, catalog, out);
        return out;
    }
    if (in.way == "ledgers") {
        const bool corner =
            std::any_of(in.marks.begin(), in.marks.end(), [](const WallMark& m) { return m.to != "wall"; });
        if (corner)
            out.back().text += " Carry the line round the corners with the level: it is measured once, never "
                               "up from the floor again.";
        stageSteps(in, catalog, out);
        return out;
    }
    if (in.way != "rail") {
        slideOn(in, catalog, out);
        return out;
    }
    BuildStep hang;
    hang.id = in.piece + "/hang";
    hang.title = "Hang it";
    hang.hangs = hang.onWall = true;
    const bool two = in.length > 1500_mm || in.mass > 20;
    hang.text =
        fmt::format("{}Drive the first screw, {} from the left end, until it just holds. Lay the level on "
                    "the piece, swing it true, then drive the screw at the far end, then the others from the "
                    "middle outwards, and tighten all by hand.",
                    two ? "Two people lift it, one at each end. " : "", say(first.fromPieceLeft));
    if (in.screw)
        hang.text += fmt::format(" {} {} × {}; {}", counted(in.marks.size(), "screw"), in.screw->label,
                                 screwLengthText(*in.screw, in.screwLength),
                                 in.screw->lag ? "their heads and washers show behind what stands there."
                                 : in.screw->headKind == ScrewHead::washer
                                     ? "their wide heads show behind what stands there."
                                     : "their heads end flush in the rail.");
    if (!in.inTheWay.empty())
        hang.text += fmt::format(" The {} is in the way of a straight driver: use a {}.", in.inTheWay,
                                 in.screw && in.screw->lag ? "long extension for the socket"
                                                           : "long bit or a bendable shaft");
    hang.minutes = catalog.minutes("level") + n * catalog.minutes("screw");
    const bool lag = in.screw && in.screw->lag;
    hang.tools = {"level", lag                    ? "socket driver"
                           : !in.inTheWay.empty() ? "driver with a long bit or bendable shaft"
                                                  : "driver"};
    if (two)
        hang.cautions = catalog.cautionsFor("lifting");
    out.push_back(std::move(hang));
    return out;
}

} // namespace owl
