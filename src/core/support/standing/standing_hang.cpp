// Standing a case up and tying it.
#include "build/driver_reach.h"
#include "measure/words.h"
#include "support/standing/standing.h"

#include <algorithm>
#include <fmt/format.h>

namespace owl {
namespace {

/// What the joints made there say about themselves, each thing once: how sections are screwed together.
std::vector<std::string> notesOf(const HangInput& in) {
    std::vector<std::string> out;
    for (const auto& id : in.joins)
        if (const Joint* j = in.assembly->joint(id);
            j && !j->note.empty() && std::find(out.begin(), out.end(), j->note) == out.end())
            out.push_back(j->note);
    return out;
}

/// True when only a short driver has room at one of them.
bool isTight(const HangInput& in) {
    return std::any_of(in.joins.begin(), in.joins.end(), [&](const std::string& id) {
        const Joint* j = in.assembly->joint(id);
        return j && !inTheDriversWay(*j, *in.assembly).empty();
    });
}

} // namespace

std::vector<BuildStep> standUp(const HangInput& in, const SupportVerdict&, const Catalog& catalog) {
    std::vector<BuildStep> out;
    const std::vector<std::string> notes = notesOf(in);
    BuildStep stand;
    stand.id = in.piece + "/stand";
    stand.title = "Stand it up";
    stand.hangs = stand.onWall = true;
    stand.joins = in.joins;
    const std::string two = in.mass > 20 || in.length > 1200_mm ? "Two people. " : "";
    const std::string level =
        "Level along and across with thin wedges under the low corners, until no corner rocks";
    if (notes.empty()) {
        stand.text =
            two + "Walk it to its place without its loose shelves, tip it up, and push it to the wall. " +
            level + "; then check that its corners are square: diagonals equal. Cut the wedges flush.";
    } else {
        stand.text =
            two +
            "Walk the sections to their place one by one, without their loose shelves, tip each up, and "
            "push it to the wall beside the one before. " +
            level + ".";
        for (const auto& note : notes)
            stand.text += " " + note;
        stand.text += " Then check that the corners are square: diagonals equal. Cut the wedges flush.";
    }
    stand.minutes = 20;
    stand.tools = {"level", "wedges", "fine saw"};
    if (isTight(in)) {
        stand.reach = "short";
        stand.text += " Only a short driver has room there.";
        stand.tools.emplace_back("short driver");
    }
    if (!notes.empty()) {
        stand.title = "Stand the sections up and screw them together";
        stand.minutes += 10 * static_cast<double>(in.joins.size());
        stand.tools.insert(stand.tools.end(), {"clamps", "drill", "driver"});
    }
    if (in.mass > 20)
        stand.cautions = catalog.cautionsFor("lifting");
    out.push_back(std::move(stand));
    if (in.marks.empty())
        return out;
    BuildStep tie;
    tie.id = in.piece + "/tie";
    tie.title = "Tie it to the wall";
    tie.onWall = true;
    const WallMark& first = in.marks.front();
    tie.text =
        fmt::format("{} through the rail under the top, {} above the floor: check that a stud or "
                    "firm wall is behind each with a thin nail through the hole, bore {} {} deep, cover "
                    "included, and drive the screws. Where the wall leaves a gap, slip a packing in behind "
                    "before they are tight: they must not pull the case out of square.",
                    counted(in.marks.size(), "place"), in.say(first.fromFloor), first.bit,
                    in.say(Length::mm(first.depth)));
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
    return out;
}

} // namespace owl
