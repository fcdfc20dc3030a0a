// The mantel's parameters: what they are called, what they may be, what to change when something is weak.
#include "piece/edge_choices.h"
#include "piece/mantel/mantel.h"
#include "piece/wood_choices.h"

#include <array>
#include <fmt/format.h>

namespace owl {
namespace {

constexpr std::array mantelBuilds{Option{"hollow", "hollow, of mitred faces"},
                                  Option{"solid", "one solid timber"},
                                  Option{"laminated", "layers glued face to face"}};
constexpr std::array returnWays{Option{"mitred", "mitred all round"}, Option{"capped", "caps over the faces"},
                                Option{"open", "open, between two walls"}};
constexpr std::array mantelRodWays{Option{"auto", "the best ranked"}, Option{"stud", "into the studs"},
                                   Option{"plate", "on plates screwed to the studs"},
                                   Option{"masonry", "in masonry"}};

} // namespace

const KindInfo MantelParams::info{"mantel",
                                  "Mantel",
                                  "Mantel",
                                  "a heavy beam above a fire, or alone as a statement, solid or hollow",
                                  "saw with a tilting blade for mitres, drill, clamps; two people to lift it",
                                  "mantel"};

MantelParams MantelParams::defaults(bool metric) {
    MantelParams p;
    if (metric)
        return p;
    const Length board = Length::inches(3, 4);
    p.length = Length::inches(60);
    p.depth = Length::inches(7);
    p.height = Length::inches(11, 2);
    p.thickness = p.arms.frame = board;
    p.edgeSize = Length::inches(1, 8);
    p.arms.spacing = Length::inches(26);
    p.arms.clearance = Length::inches(1, 32);
    p.rodD = Length::inches(5, 8);
    p.rodPlay = Length::inches(1, 64) / 2;
    p.corbelOut = Length::inches(5);
    p.corbelDown = Length::inches(9, 2);
    p.corbelThickness = Length::inches(3, 2);
    p.corbelInset = Length::inches(4);
    p.species = "yellow_poplar";
    return p;
}

void MantelParams::describe(Parameters& p) {
    const LengthLimits board{
        .low = Length::mm(0.5), .high = 200_mm, .usualLow = 15_mm, .usualHigh = 32_mm, .board = true};
    const bool box = build == MantelBuild::hollow;
    const bool shaped = !box && edge != EdgeShape::square;
    p.group("Sizes");
    p.length({.name = "length", .label = "Length", .required = true}, length,
             {.low = 1_mm, .high = 30'000_mm, .usualLow = 800_mm, .usualHigh = 2400_mm});
    p.length({.name = "depth", .label = "Stands out from the wall", .required = true}, depth,
             {.low = 1_mm, .high = 1000_mm, .usualLow = 140_mm, .usualHigh = 260_mm});
    p.length({.name = "height", .label = "Height of the beam", .required = true}, height,
             {.low = 1_mm, .high = 1000_mm, .usualLow = 90_mm, .usualHigh = 200_mm});
    p.group("The beam");
    p.choice({.name = "build", .label = "Made"}, build, mantelBuilds);
    p.length({.name = "thickness", .label = "Thickness of the faces", .applies = box}, thickness, board);
    p.choice({.name = "returns", .label = "Ends", .applies = box}, returns, returnWays);
    p.whole({.name = "layers", .label = "Layers", .applies = build == MantelBuild::laminated}, layers,
            {.low = 2, .high = 8, .usualLow = 2, .usualHigh = 4});
    p.choice({.name = "edge", .label = "Edges", .applies = !box}, edge, edgeShapes);
    p.length({.name = "edge_size", .label = "Size of the edge", .applies = shaped}, edgeSize,
             {.low = Length::mm(0.5), .high = 60_mm, .usualLow = 2_mm, .usualHigh = 12_mm});
    describeArms(p, arms, "beam", box);
    p.group("Rods");
    p.choice({.name = "rods", .label = "Rods", .applies = !box}, rods, mantelRodWays);
    p.length({.name = "rod_d",
              .label = "Diameter",
              .help = "16 mm or more for so heavy a piece; 0: as thick as needed.",
              .applies = !box},
             rodD, {.low = Length(), .high = 60_mm, .usualLow = Length(), .usualHigh = 32_mm});
    p.whole({.name = "rod_count",
             .label = "Number",
             .help = "0: one in every stud, or as many as are usual.",
             .applies = !box},
            rodCount, {.low = 0, .high = 20, .usualLow = 0, .usualHigh = 6});
    p.length({.name = "rod_play",
              .label = "Holes over the rod",
              .help = "Measure rod and bit: what the hole is wider.",
              .applies = !box},
             rodPlay, {.low = Length(), .high = 3_mm, .usualLow = Length(), .usualHigh = Length::mm(0.5)});
    p.group("Corbels");
    p.whole({.name = "corbels", .label = "How many", .help = "Ornament: nothing is counted on them."},
            corbels, {.low = 0, .high = 8, .usualLow = 0, .usualHigh = 3});
    p.choice({.name = "corbel_shape", .label = "Shape", .applies = corbels > 0}, corbelShape, bracketShapes);
    p.length({.name = "corbel_out", .label = "Out from the wall", .applies = corbels > 0}, corbelOut,
             {.low = 10_mm, .high = 900_mm, .usualLow = 60_mm, .usualHigh = 200_mm});
    p.length({.name = "corbel_down", .label = "Down the wall", .applies = corbels > 0}, corbelDown,
             {.low = 10_mm, .high = 900_mm, .usualLow = 60_mm, .usualHigh = 250_mm});
    p.length({.name = "corbel_thickness", .label = "Thickness", .applies = corbels > 0}, corbelThickness,
             {.low = 6_mm, .high = 200_mm, .usualLow = 18_mm, .usualHigh = 60_mm, .board = true});
    p.length({.name = "corbel_inset",
              .label = "Outer ones from the ends",
              .help = "To their middles.",
              .applies = corbels > 0},
             corbelInset, {.low = 10_mm, .high = 1000_mm, .usualLow = 60_mm, .usualHigh = 250_mm});
    p.group("Cable");
    describeCable(p, cable);
    p.group("Wood");
    p.wood({.name = "species", .label = "Species"}, species);
    p.choice({.name = "grade", .label = "Boards look"}, grade, boardLooks);
}

void MantelParams::settle() {
    const bool metric = thickness.nm() % 500'000 == 0;
    settleCable(cable, length);
    if (build == MantelBuild::hollow)
        height = std::max(height, thickness * 2 + 30_mm);
    if (build == MantelBuild::solid) // a timber that is sold
        height = metric ? 100_mm : Length::inches(11, 2);
    if (build == MantelBuild::laminated)
        height = (metric ? 40_mm : Length::inches(3, 2)) * std::clamp(layers, 2, 4);
    edgeSize = std::min(edgeSize, height / (build == MantelBuild::laminated ? 2 * std::max(2, layers) : 4));
    if (rodD > Length() && (rodD < 10_mm || rodD > height / 4))
        rodD = Length();
    corbelOut = std::min(corbelOut, depth - 10_mm);
    corbelInset = std::clamp(corbelInset, corbelThickness, std::max(corbelThickness, length / 6));
    corbels = std::min(corbels, std::max(1, static_cast<int>((length - corbelInset * 2).mm() / 200)));
}

std::vector<Cure> MantelParams::strengthen(const Weakness& w) const {
    std::vector<Cure> out;
    MakeContext ctx;
    ctx.units = w.metric ? "mm" : "in";
    const auto say = [&](Length l) { return exactLength(l, ctx); };
    const Length step = w.metric ? 20_mm : Length::inches(3, 4);
    if (build == MantelBuild::hollow) {
        out = strongerArms(arms, height, w);
    } else if (w.check == "unfit") {
        out.push_back({"Rods as the wall takes them", {{"rods", "auto"}}});
        return out;
    } else {
        if (rodD > Length())
            out.push_back({"Rods as thick as needed", {{"rod_d", 0}}});
        if (rodCount > 0)
            out.push_back({"A rod in every stud", {{"rod_count", 0}}});
        out.push_back({"Hollow, over a ledger", {{"build", "hollow"}}});
    }
    for (int n : {1, 2})
        if (depth - step * n > 120_mm)
            out.push_back({"Depth " + say(step * n) + " less", {{"depth", (depth - step * n).mm()}}});
    return out;
}

std::optional<Cure> MantelParams::resize(const PartWish& wish) const {
    Cure c;
    if (wish.part.starts_with("corbel")) {
        if (wish.width > Length() || wish.shorterBy > Length())
            return std::nullopt;
        if (wish.thickness > Length())
            c.changes.push_back({"corbel_thickness", wish.thickness.mm()});
        return c;
    }
    if (wish.shorterBy > Length())
        c.changes.push_back({"length", (length - wish.shorterBy).mm()});
    const bool box = build == MantelBuild::hollow;
    const bool frameBoard = wish.part == "ledger" || wish.part.starts_with("arm");
    if (wish.width > Length()) {
        const bool upright = box && (wish.part == "front" || wish.part.starts_with("end"));
        const Length now = upright || frameBoard ? height : depth;
        c.changes.push_back(
            {upright || frameBoard ? "height" : "depth", (now + wish.width - wish.widthNow).mm()});
    }
    if (wish.thickness > Length()) {
        const int n = build == MantelBuild::laminated ? std::max(2, layers) : 1;
        if (box)
            c.changes.push_back({frameBoard ? "frame" : "thickness", wish.thickness.mm()});
        else
            c.changes.push_back({"height", (wish.thickness * n).mm()});
    }
    return c;
}

std::optional<Cure> MantelParams::heighten(Length by) const {
    return Cure{"High enough to cover it", {{"height", (height + by).mm()}}};
}

} // namespace owl
