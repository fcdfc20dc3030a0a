#include "piece/edge_choices.h"
#include "piece/polygon/polygon_shape.h"
#include "piece/wood_choices.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <numbers>

namespace owl {
namespace {

constexpr std::array givens{Option{"outside", "a side, outside"}, Option{"inside", "a side, inside"},
                            Option{"flats", "across from a side"}, Option{"corners", "across corners"}};
constexpr std::array downs{Option{"side", "a side"}, Option{"corner", "a corner"}};
constexpr std::array fixings{Option{"splines", "splines in the mitres"},
                             Option{"glue", "glue alone: for show"}};

} // namespace

const KindInfo PolygonParams::info{"polygon",
                                   "Polygon niche",
                                   "Niche",
                                   "a ring of 3 to 12 equal boards, for a teapot, a plant, a ball of yarn",
                                   "saw that tilts, tape, clamps",
                                   "",
                                   6};

PolygonParams PolygonParams::defaults(bool metric) {
    PolygonParams p;
    if (metric)
        return p;
    p.size = Length::inches(9);
    p.depth = Length::inches(5);
    p.thickness = Length::inches(3, 4);
    p.railHeight = Length::inches(5, 2);
    p.edgeSize = Length::inches(1, 8);
    p.species = "yellow_poplar";
    return p;
}

void PolygonParams::describe(Parameters& p) {
    p.group("Sizes");
    p.whole({.name = "sides", .label = "Sides", .required = true}, sides,
            {.low = 3, .high = 12, .usualLow = 4, .usualHigh = 8});
    p.choice({.name = "given",
              .label = "Its size is that of",
              .help = "All others follow. Across an odd number of sides a corner lies opposite."},
             given, givens);
    p.length({.name = "size", .label = "Size", .required = true}, size,
             {.low = 1_mm, .high = 5000_mm, .usualLow = 120_mm, .usualHigh = 600_mm});
    p.length({.name = "depth", .label = "Depth from the wall", .required = true}, depth,
             {.low = 1_mm, .high = 1000_mm, .usualLow = 80_mm, .usualHigh = 250_mm});
    p.length({.name = "thickness", .label = "Thickness of the boards"}, thickness,
             {.low = 1_mm, .high = 100_mm, .usualLow = 12_mm, .usualHigh = 25_mm, .board = true});
    p.choice({.name = "down", .label = "Lowest is"}, down, downs);
    p.group("How it is made");
    p.choice(
        {.name = "fixing", .label = "Its corners are held by", .help = "Glue on a mitre carries nothing."},
        fixing, fixings);
    p.choice({.name = "edge", .label = "Front edges, outside"}, edge, edgeShapes);
    p.length({.name = "edge_size", .label = "Size of the edge", .applies = edge != EdgeShape::square},
             edgeSize, {.low = Length::mm(0.5), .high = 60_mm, .usualLow = 2_mm, .usualHigh = 6_mm});
    p.group("How it hangs");
    p.length({.name = "rail_height", .label = "Height of the rail inside"}, railHeight,
             {.low = 1_mm, .high = 500_mm, .usualLow = 40_mm, .usualHigh = 90_mm});
    p.choice({.name = "plugs", .label = "Heads that show"}, plugs, plugWays);
    p.group("Wood");
    p.wood({.name = "species", .label = "Species"}, species);
    p.choice({.name = "grade", .label = "Boards look"}, grade, boardLooks);
}

void PolygonParams::settle() {
    sides = std::clamp(sides, 3, 12);
    thickness = std::clamp(thickness, 15_mm, 25_mm);
    depth = std::clamp(depth, 80_mm, 250_mm);
    // Room inside for the rail, its screws and the things that stand there.
    const double least = std::max(120.0, 2.5 * thickness.mm() * std::tan(std::numbers::pi / sides) + 70);
    given = PolygonGiven::outsideSide;
    // Small ones for anchors, large ones whose rail reaches two studs.
    size = size > 300_mm ? std::clamp(size, 560_mm, 680_mm) : std::max(size, Length::mm(std::ceil(least)));
    if (size > 300_mm)
        sides = std::min(sides, 6);
    railHeight = std::clamp(railHeight, 72_mm, 90_mm);
    edgeSize = std::min(edgeSize, thickness / 4);
}

std::vector<Cure> PolygonParams::strengthen(const Weakness& w) const {
    std::vector<Cure> out;
    MakeContext ctx;
    ctx.units = w.metric ? "mm" : "in";
    const auto say = [&](Length l) { return exactLength(l, ctx); };
    const Length step = w.metric ? 20_mm : Length::inches(3, 4);
    if (fixing == PolygonFix::glue)
        out.push_back({"Splines in the mitres", {{"fixing", "splines"}}});
    if (w.nextThickness > thickness)
        out.push_back({"Boards of " + say(w.nextThickness), {{"thickness", w.nextThickness.mm()}}});
    out.push_back({"Rail " + say(railHeight + step), {{"rail_height", (railHeight + step).mm()}}});
    for (const int n : {1, 2, 3})
        if (depth - step * n >= 80_mm)
            out.push_back({"Depth " + say(step * n) + " less", {{"depth", (depth - step * n).mm()}}});
    return out;
}

std::optional<Cure> PolygonParams::resize(const PartWish& wish) const {
    Cure c;
    if (wish.shorterBy > Length())
        c.changes.push_back({"size", (size - wish.shorterBy).mm()});
    if (wish.width > Length())
        c.changes.push_back({wish.part == "rail" ? "rail_height" : "depth", wish.width.mm()});
    if (wish.thickness > Length())
        c.changes.push_back({"thickness", wish.thickness.mm()});
    return c;
}

std::optional<Cure> PolygonParams::heighten(Length by) const {
    return Cure{"A larger niche", {{"size", (size + by).mm()}}};
}

} // namespace owl
