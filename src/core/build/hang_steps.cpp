#include "build/hang_steps.h"

#include <algorithm>
#include <fmt/format.h>

namespace owl {

std::vector<BuildStep> hangSteps(const HangInput& in, const Catalog& catalog) {
    std::vector<BuildStep> out;
    if (in.marks.empty())
        return out;
    const auto say = [&](Length l) { return formatLength(roundToTape(l, in.style), in.style); };
    const double n = static_cast<double>(in.marks.size());
    const WallMark& first = in.marks.front();

    BuildStep mark;
    mark.id = in.piece + "/mark-wall";
    mark.title = "Mark and drill the wall";
    mark.text =
        fmt::format("Draw a light level line {} above the floor, measured at one place only: floors run out "
                    "of level. Mark the {} holes from the hang sheet, probe each with a thin nail, and drill "
                    "{} {} deep, cover included.",
                    say(first.fromFloor), in.marks.size(), first.bit, say(Length::mm(first.depth)));
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
        hang.text += fmt::format(" {} screws {} × {}; {}", in.marks.size(), in.screw->label,
                                 screwLengthText(*in.screw, in.screwLength),
                                 in.screw->headKind == ScrewHead::washer
                                     ? "their wide heads show behind what stands there."
                                     : "their heads end flush in the rail.");
    if (!in.inTheWay.empty())
        hang.text += fmt::format(
            " The {} is in the way of a straight driver: use a long bit or a bendable shaft.", in.inTheWay);
    hang.minutes = catalog.minutes("level") + n * catalog.minutes("screw");
    hang.tools = {"level", !in.inTheWay.empty() ? "driver with a long bit or bendable shaft" : "driver"};
    if (two)
        hang.cautions = catalog.cautionsFor("lifting");
    out.push_back(std::move(hang));
    return out;
}

} // namespace owl
