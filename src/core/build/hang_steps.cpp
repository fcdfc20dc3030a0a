#include "build/hang_steps.h"

#include "build/step_maker.h"
#include "build/wall_joints.h"
#include "measure/words.h"

#include <algorithm>
#include <fmt/format.h>

namespace owl {

void driveJoints(BuildStep& s, const std::vector<std::string>& joints, const HangInput& in,
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

std::string wallScrewsOf(const HangInput& in) {
    if (!in.screw)
        return "the anchors";
    const auto driven = static_cast<std::size_t>(
        std::count_if(in.marks.begin(), in.marks.end(), [](const WallMark& m) { return m.into != "cover"; }));
    return fmt::format("{} {} × {}{}", counted(driven, "screw"), in.screw->label,
                       screwLengthText(*in.screw, in.screwLength),
                       driven < in.marks.size() ? " and the anchor beside the stud" : "");
}

void addPlugStep(const HangInput& in, std::vector<BuildStep>& out) {
    if (in.plugs.empty())
        return;
    BuildStep s;
    s.id = in.piece + "/plugs-at-wall";
    s.title = "Plug the screw heads";
    s.onWall = true;
    s.adds = s.fresh = s.parts = s.joins = in.plugs;
    const Part* plug = in.assembly->find(in.plugs.front());
    const PlugWay way = in.assembly->plugs;
    const std::string bore = drillText(plug ? plug->width.mm() : 0, in.style);
    s.text = plugsMade(way, in.plugs.size(), bore) +
             "Press them in dry, their grain with the wood around them: it must come down again one day. "
             "Pare them flush and touch up the finish.";
    s.minutes = 3 * static_cast<double>(in.plugs.size());
    s.tools = {"mallet", "flat chisel"};
    if (way == PlugWay::cut)
        s.tools.insert(s.tools.begin(), "plug cutter of " + bore);
    out.push_back(std::move(s));
}

BuildStep markAndDrill(const HangInput& in, const Catalog& catalog) {
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
        in.say(first.fromFloor), in.marks.size());
    mark.text += alike
                     ? fmt::format("with a bit of {}, {} deep, cover included.", first.bit,
                                   in.say(Length::mm(first.depth)))
                     : std::string("each with the bit and as deep as the sheet says: screws and anchors want "
                                   "different holes.");
    if (in.crumbles)
        mark.text +=
            " Go through the plaster with a masonry bit first, without hammer, then on with the wood bit.";
    if (in.anchor)
        mark.text += " " + (in.anchor->setting.empty() ? "Set the anchors as their package says."
                                                       : in.anchor->setting);
    const bool one = in.beside && std::any_of(in.marks.begin(), in.marks.end(),
                                              [](const WallMark& m) { return m.into == "cover"; });
    if (one)
        mark.text +=
            " Where no stud is: " +
            (in.beside->setting.empty() ? "anchors are set as their package says." : in.beside->setting);
    mark.minutes = n * (catalog.minutes("wall_mark") + catalog.minutes("wall_hole"));
    mark.tools = {"tape", "level", "thin nail", "drill bit " + first.bit, "depth stop"};
    mark.cautions = catalog.cautionsFor("drilling walls");
    if (in.masonry)
        for (auto& c : catalog.cautionsFor("drilling masonry"))
            mark.cautions.push_back(std::move(c));
    mark.onWall = true;
    return mark;
}

} // namespace owl
