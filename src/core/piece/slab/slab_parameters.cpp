#include "piece/edge_choices.h"
#include "piece/slab/slab.h"
#include "piece/wood_choices.h"

#include <array>
#include <fmt/format.h>

namespace owl {
namespace {

constexpr std::array builds{Option{"one_board", "one board"},
                            Option{"edge_glued", "boards glued edge to edge"},
                            Option{"laminated", "layers glued face to face"}};
constexpr std::array ways{Option{"auto", "the best ranked"},
                          Option{"stud", "into the studs"},
                          Option{"plate", "on plates screwed to the studs"},
                          Option{"strip", "home-made, in a strip off the board"},
                          Option{"masonry", "in masonry"},
                          Option{"plug", "in adjustable plugs"}};
constexpr std::array metals{Option{"steel", "steel"}, Option{"stainless", "stainless steel"},
                            Option{"aluminium", "aluminium"}, Option{"hardwood", "hardwood dowel"}};

} // namespace

const KindInfo SlabParams::info{"slab", "Floating slab", "Slab",
                                "one thick board that seems to grow out of the wall, on hidden rods",
                                "saw, drill with a guide, long bits"};

SlabParams SlabParams::defaults(bool metric) {
    SlabParams p;
    if (metric)
        return p;
    p.length = Length::inches(36);
    p.depth = Length::inches(15, 2);
    p.thickness = Length::inches(3, 2);
    p.edgeSize = Length::inches(1, 8);
    p.strip = Length::inches(3, 2);
    p.cableAt = Length::inches(8);
    p.cableD = Length::inches(5, 4);
    p.rodPlay = Length::inches(1, 64) / 2;
    p.species = "yellow_poplar";
    return p;
}

void SlabParams::describe(Parameters& p) {
    const bool several = build != SlabBuild::oneBoard;
    const bool shaped = edge != EdgeShape::square;
    p.group("Sizes");
    p.length({.name = "length", .label = "Length", .required = true}, length,
             {.low = 1_mm, .high = 30'000_mm, .usualLow = 400_mm, .usualHigh = 2400_mm});
    p.length({.name = "depth", .label = "Depth from the wall", .required = true}, depth,
             {.low = 1_mm, .high = 1000_mm, .usualLow = 120_mm, .usualHigh = 250_mm});
    p.length({.name = "thickness", .label = "Thickness"}, thickness,
             {.low = 1_mm, .high = 300_mm, .usualLow = 36_mm, .usualHigh = 80_mm, .board = true});
    p.group("How it is made");
    p.choice({.name = "build", .label = "Made of"}, build, builds);
    p.whole({.name = "boards", .label = "How many", .applies = several}, boards,
            {.low = 1, .high = 4, .usualLow = 2, .usualHigh = 4});
    p.choice({.name = "edge", .label = "Edges"}, edge, edgeShapes);
    p.length({.name = "edge_size", .label = "Size of the edge", .applies = shaped}, edgeSize,
             {.low = Length::mm(0.5), .high = 60_mm, .usualLow = 2_mm, .usualHigh = 12_mm});
    p.flag({.name = "ends_too", .label = "The ends too", .applies = shaped}, endsToo);
    p.readings({.name = "waney",
                .label = "Waney front edge",
                .help =
                    "Readings from the left: how far along and how far back, as in 0 3, 250 8, 900 2 (mm). "
                    "Empty: straight."},
               waney);
    p.group("Rods");
    p.choice({.name = "rods", .label = "Rods"}, rods, ways);
    p.choice({.name = "rod_material", .label = "Of"}, rodMetal, metals);
    p.length({.name = "rod_d", .label = "Diameter", .help = "0: as thick as needed."}, rodD,
             {.low = Length(), .high = 60_mm, .usualLow = Length(), .usualHigh = 32_mm});
    p.whole(
        {.name = "rod_count", .label = "Number", .help = "0: one in every stud, or as many as are usual."},
        rodCount, {.low = 0, .high = 20, .usualLow = 0, .usualHigh = 6});
    p.length({.name = "rod_inset", .label = "Outer ones from the ends", .help = "0: where they carry best."},
             rodInset, {.low = Length(), .high = 1000_mm, .usualLow = Length(), .usualHigh = 300_mm});
    p.length({.name = "rod_in_shelf", .label = "Into the shelf", .help = "0: three quarters of the depth."},
             rodInShelf, {.low = Length(), .high = 1000_mm, .usualLow = Length(), .usualHigh = 220_mm});
    p.length({.name = "rod_in_wall", .label = "Into the wall", .help = "0: as is usual there."}, rodInWall,
             {.low = Length(), .high = 200_mm, .usualLow = Length(), .usualHigh = 80_mm});
    p.length(
        {.name = "rod_play",
         .label = "Holes over the rod",
         .help = "Measure rod and bit: what the hole is wider. Play is often the largest part of the droop."},
        rodPlay, {.low = Length(), .high = 3_mm, .usualLow = Length(), .usualHigh = Length::mm(0.5)});
    p.flag({.name = "rods_glued",
            .label = "Glue them in",
            .help = "Strength never counts the glue; a glued shelf does not come down again."},
           rodsGlued);
    p.length({.name = "strip", .label = "Strip for home-made rods"}, strip,
             {.low = 5_mm, .high = 300_mm, .usualLow = 30_mm, .usualHigh = 50_mm});
    p.group("Cable");
    p.flag({.name = "cable", .label = "A hole for a cable"}, cable);
    p.length({.name = "cable_at", .label = "From the left end", .applies = cable}, cableAt,
             {.low = Length(), .high = 30'000_mm, .usualLow = 60_mm, .usualHigh = 2000_mm});
    p.length({.name = "cable_d", .label = "Diameter of that hole", .applies = cable}, cableD,
             {.low = 3_mm, .high = 80_mm, .usualLow = 8_mm, .usualHigh = 40_mm});
    p.group("Wood");
    p.wood({.name = "species", .label = "Species"}, species);
    p.choice({.name = "grade", .label = "Boards look"}, grade, boardLooks);
}

void SlabParams::settle() {
    if (rodD > Length() && rodD < 8_mm)
        rodD = Length();
    if (rodD > thickness / 3)
        rodD = Length();
    if (rodInShelf > Length())
        rodInShelf = std::clamp(rodInShelf, depth * 3 / 5, std::max(depth * 3 / 5, depth - 25_mm));
    if (rodInWall > Length())
        rodInWall = std::max(rodInWall, 60_mm);
    if (rods == RodWay::strip)
        build = SlabBuild::oneBoard;
    if (build == SlabBuild::laminated) // layers of the boards that every shop has
        thickness = (thickness.nm() % 500'000 == 0 ? 18_mm : Length::inches(3, 4)) * boards;
    strip = std::min(strip, depth / 3);
    if (rodInset > length / 4)
        rodInset = Length();
    if (edgeSize > thickness / 6)
        edgeSize = thickness / 6;
    cableAt = std::clamp(cableAt, 80_mm, std::max(80_mm, length - 80_mm));
}

std::vector<Cure> SlabParams::strengthen(const Weakness& w) const {
    std::vector<Cure> out;
    MakeContext ctx;
    ctx.units = w.metric ? "mm" : "in";
    const auto say = [&](Length l) { return exactLength(l, ctx); };
    const Length step = w.metric ? 5_mm : Length::inches(1, 4);
    const Length less = w.metric ? 20_mm : Length::inches(3, 4);
    if (w.check == "unfit") {
        out.push_back({"Rods as the wall takes them", {{"rods", "auto"}}});
        return out;
    }
    if (rodD > Length())
        out.push_back({"Rods as thick as needed", {{"rod_d", 0}}});
    if (rodPlay > Length() && w.check == "droop")
        out.push_back({"Rods that fit without play", {{"rod_play", 0}}});
    if (rodCount > 0)
        out.push_back({"A rod in every stud", {{"rod_count", 0}}});
    if (w.nextThickness > thickness)
        out.push_back({"A board of " + say(w.nextThickness), {{"thickness", w.nextThickness.mm()}}});
    else
        out.push_back(
            {"Thickness " + say(thickness + step * 2), {{"thickness", (thickness + step * 2).mm()}}});
    for (int n : {1, 2, 3})
        if (depth - less * n > 100_mm)
            out.push_back({"Depth " + say(less * n) + " less", {{"depth", (depth - less * n).mm()}}});
    return out;
}

std::optional<Cure> SlabParams::resize(const PartWish& wish) const {
    Cure c;
    if (wish.shorterBy > Length())
        c.changes.push_back({"length", (length - wish.shorterBy).mm()});
    if (wish.width > Length())
        c.changes.push_back({"depth", (depth + wish.width - wish.widthNow).mm()});
    if (wish.thickness > Length())
        c.changes.push_back(
            {"thickness", (wish.thickness * (build == SlabBuild::laminated ? std::max(1, boards) : 1)).mm()});
    return c;
}

std::optional<Cure> SlabParams::heighten(Length) const {
    return std::nullopt;
}

} // namespace owl
