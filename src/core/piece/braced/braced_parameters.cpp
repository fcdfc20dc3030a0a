// The braced shelf's parameters: what they are called, what they may be, what to change when something is
// weak.
#include "piece/braced/braced.h"
#include "piece/edge_choices.h"
#include "piece/wood_choices.h"

#include <array>
#include <fmt/format.h>

namespace owl {
namespace {

constexpr std::array edgePlaces{Option{"upper", "above"}, Option{"lower", "below"},
                                Option{"both", "above and below"}};
// By Joinery's ids; a top is screwed from above or dowelled.
constexpr std::array railJoints{Option{"screws_glue", "screws from above, and glue"},
                                Option{"dowels", "dowels, hidden"}};
constexpr std::array braceFixes{Option{"screwed", "screwed to top and rail: they carry"},
                                Option{"glued", "glued: ornament"}};

} // namespace

const KindInfo BracedParams::info{
    "braced", "Braced shelf", "Braced shelf",
    "a profiled top on a rail set in from its ends, with small shaped braces, to show things on",
    "saw, drill, router, jigsaw, clamps"};

BracedParams BracedParams::defaults(bool metric) {
    BracedParams p;
    if (metric)
        return p;
    p.length = Length::inches(36);
    p.depth = Length::inches(6);
    p.thickness = p.railThickness = Length::inches(3, 4);
    p.edgeSize = Length::inches(1, 4);
    p.railHeight = Length::inches(9, 2);
    p.inset = Length::inches(5, 2);
    p.braceOut = Length::inches(9, 2);
    p.braceDown = Length::inches(4);
    p.braceThickness = Length::inches(3, 4);
    p.braceInset = Length::inches(3, 2);
    p.species = "yellow_poplar";
    return p;
}

void BracedParams::describe(Parameters& p) {
    const LengthLimits board{
        .low = Length::mm(0.1), .high = 200_mm, .usualLow = 15_mm, .usualHigh = 40_mm, .board = true};
    const bool shaped = edge != EdgeShape::square;
    const bool some = braces > 0;
    p.group("Sizes");
    p.length({.name = "length", .label = "Length", .required = true}, length,
             {.low = 1_mm, .high = 30'000_mm, .usualLow = 300_mm, .usualHigh = 2400_mm});
    p.length({.name = "depth", .label = "Depth from the wall", .required = true}, depth,
             {.low = 1_mm, .high = 1000_mm, .usualLow = 90_mm, .usualHigh = 250_mm});
    p.length({.name = "thickness", .label = "Top thickness"}, thickness, board);
    p.group("Edge of the top");
    p.choice({.name = "edge", .label = "Front and ends"}, edge, edgeShapes);
    p.length({.name = "edge_size", .label = "Size of the edge", .applies = shaped}, edgeSize,
             {.low = Length::mm(0.5), .high = 60_mm, .usualLow = 2_mm, .usualHigh = 10_mm});
    p.choice({.name = "edge_at", .label = "Shaped", .applies = shaped}, edgeAt, edgePlaces);
    p.group("Rail");
    p.length({.name = "rail_height", .label = "Rail height"}, railHeight,
             {.low = 1_mm, .high = 1000_mm, .usualLow = 60_mm, .usualHigh = 200_mm});
    p.length({.name = "rail_thickness", .label = "Rail thickness"}, railThickness, board);
    p.length({.name = "inset", .label = "Set in from the ends"}, inset,
             {.low = Length(), .high = 2000_mm, .usualLow = 20_mm, .usualHigh = 120_mm});
    int joint = railJoint == Joinery::screwsGlue ? 0 : 1;
    p.option({.name = "rail_joint", .label = "Top to rail"}, joint, railJoints);
    railJoint = joint == 0 ? Joinery::screwsGlue : Joinery::dowels;
    p.flag({.name = "unseen_wall",
            .label = "Holes for a wall not yet seen",
            .help = "Pairs at the usual distances of studs, the same to both sides of the middle: the shelf "
                    "moves sideways until a pair meets two studs."},
           unseenWall);
    p.group("Braces");
    p.whole({.name = "braces", .label = "How many", .help = "Often none is needed; they are judged by eye."},
            braces, {.low = 0, .high = 12, .usualLow = 0, .usualHigh = 4});
    p.flag({.name = "echo", .label = "Shaped like the edge", .applies = some && shaped}, echo);
    p.choice({.name = "brace_shape", .label = "Shape", .applies = some && !(echo && shaped)}, braceShape,
             bracketShapes);
    p.length({.name = "brace_out", .label = "Out from the rail", .applies = some}, braceOut,
             {.low = 10_mm, .high = 900_mm, .usualLow = 50_mm, .usualHigh = 200_mm});
    p.length({.name = "brace_down", .label = "Down the rail", .applies = some}, braceDown,
             {.low = 10_mm, .high = 900_mm, .usualLow = 50_mm, .usualHigh = 180_mm});
    p.length({.name = "brace_thickness", .label = "Thickness of a brace", .applies = some}, braceThickness,
             board);
    p.length({.name = "brace_inset",
              .label = "Outer ones from the rail's ends",
              .help = "To their middles; they give way to screws.",
              .applies = some},
             braceInset, {.low = 10_mm, .high = 1000_mm, .usualLow = 20_mm, .usualHigh = 150_mm});
    p.choice({.name = "brace_fix", .label = "Braces are", .applies = some}, braceFix, braceFixes);
    p.choice({.name = "plugs",
              .label = "Heads on the top",
              .applies = railJoint == Joinery::screwsGlue || (some && braceFix == BraceFix::screwed)},
             plugs, plugWays);
    describeCable(p, cable);
    p.group("Wood");
    p.wood({.name = "species", .label = "Species"}, species);
    p.choice({.name = "grade", .label = "Boards look"}, grade, boardLooks);
}

void BracedParams::settle() {
    inset = std::min(inset, length / 6);
    braceOut = std::min(braceOut, depth - railThickness - 10_mm);
    braceDown = std::min(braceDown, railHeight);
    edgeSize = std::min(edgeSize, thickness / 3);
    braceInset = std::clamp(braceInset, braceThickness, std::max(braceThickness, length / 6));
    const Length room = length - inset * 2 - braceInset * 2;
    braces = std::clamp(braces, 0, std::max(1, static_cast<int>(room.mm() / 120)));
    settleCable(cable, length);
    if (braces > 0 || depth < 140_mm) // chance would put it over a brace
        cable.on = false;
}

std::vector<Cure> BracedParams::strengthen(const Weakness& w) const {
    std::vector<Cure> out;
    MakeContext ctx;
    ctx.units = w.metric ? "mm" : "in";
    const auto say = [&](Length l) { return exactLength(l, ctx); };
    const Length step = w.metric ? 20_mm : Length::inches(3, 4);
    const bool joint = w.check == "joint" || w.check == "brace";
    if (joint && braces > 0 && braceFix == BraceFix::glued)
        out.push_back({"Screw the braces to top and rail", {{"brace_fix", "screwed"}}});
    if (joint && braces < 2)
        out.push_back({"Two braces, screwed", {{"braces", 2}, {"brace_fix", "screwed"}}});
    if (joint && braces >= 1)
        out.push_back({"One brace more", {{"braces", braces + 1}}});
    for (int n : {1, 2}) {
        const Length more = step * n;
        out.push_back({"Rail and braces " + say(more) + " higher",
                       {{"rail_height", (railHeight + more).mm()}, {"brace_down", (braceDown + more).mm()}}});
    }
    if (w.nextThickness > thickness)
        out.push_back({"Boards of " + say(w.nextThickness),
                       {{"thickness", w.nextThickness.mm()}, {"rail_thickness", w.nextThickness.mm()}}});
    if (depth - step > 80_mm)
        out.push_back({"Depth " + say(step) + " less",
                       {{"depth", (depth - step).mm()},
                        {"brace_out", std::min(braceOut, depth - step - railThickness - 10_mm).mm()}}});
    return out;
}

std::optional<Cure> BracedParams::resize(const PartWish& wish) const {
    Cure c;
    if (wish.shorterBy > Length())
        c.changes.push_back({"length", (length - wish.shorterBy).mm()});
    const bool brace = wish.part.starts_with("brace");
    if (wish.width > Length()) {
        if (brace)
            return std::nullopt;
        c.changes.push_back({wish.part == "rail" ? "rail_height" : "depth", wish.width.mm()});
    }
    if (wish.thickness > Length())
        c.changes.push_back({brace                 ? "brace_thickness"
                             : wish.part == "rail" ? "rail_thickness"
                                                   : "thickness",
                             wish.thickness.mm()});
    return c;
}

std::optional<Cure> BracedParams::heighten(Length by) const {
    return Cure{"Rail high enough to cover it", {{"rail_height", (railHeight + by).mm()}}};
}

} // namespace owl
