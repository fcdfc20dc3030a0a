// The wall box's parameters: what they are called, what they may be, what to change when something is weak.
#include "piece/edge_choices.h"
#include "piece/wall_box/wall_box.h"
#include "piece/wall_box/wall_box_shape.h"
#include "piece/wood_choices.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <fmt/format.h>

namespace owl {
namespace {

constexpr std::array boxCorners{Option{"mitred", "mitred"},
                                Option{"sides_cover", "top and bottom between the sides"},
                                Option{"top_covers", "top and bottom over the sides"},
                                Option{"housed", "top and bottom let into the sides"},
                                Option{"rabbeted", "top and bottom in rabbets of the sides"}};
constexpr std::array boxFixings{Option{"screws", "screws and glue"}, Option{"dowels", "dowels and glue"},
                                Option{"splines", "splines and glue"}, Option{"glue", "glue alone"}};
constexpr std::array boxBacks{Option{"none", "none, the wall shows"},
                              Option{"let_in", "a panel in a groove"}};
constexpr std::array boxHangs{Option{"rail", "by a rail inside, under the top"},
                              Option{"cleat", "on a cleat hidden behind a rail set in"},
                              Option{"rods", "on rods in the bottom's back edge"}};

bool letIn(BoxCorner corner) {
    return corner == BoxCorner::housed || corner == BoxCorner::rabbeted;
}

bool fits(BoxCorner corner, BoxFixing fixing) {
    switch (fixing) {
    case BoxFixing::screws:
        return corner != BoxCorner::mitred;
    case BoxFixing::splines:
        return corner == BoxCorner::mitred;
    case BoxFixing::glue:
        return corner == BoxCorner::mitred || letIn(corner);
    case BoxFixing::dowels:
        break;
    }
    return !letIn(corner);
}

} // namespace

const KindInfo WallBoxParams::info{
    "wall_box", "Wall box", "Box",
    "an open box on the wall: a cubby, a bedside box, a frame to show things in",
    "saw, drill, clamps; a tilting blade for mitres, a router for housings"};

WallBoxParams WallBoxParams::defaults(bool metric) {
    WallBoxParams p;
    p.backThickness = Length::mm(6.5);
    if (metric)
        return p;
    p.length = Length::inches(30);
    p.depth = Length::inches(8);
    p.height = Length::inches(14);
    p.thickness = Length::inches(3, 4);
    p.setIn = Length::inches(3, 4);
    p.housing = Length::inches(1, 4);
    p.railHeight = Length::inches(5, 2);
    p.foot = Length::inches(3);
    p.stem = Length::inches(3, 8);
    p.cableAt = Length::inches(4);
    p.edgeSize = Length::inches(1, 8);
    p.cableD = Length::inches(5, 4);
    p.species = "yellow_poplar";
    return p;
}

void WallBoxParams::describe(Parameters& p) {
    const LengthLimits board{
        .low = Length::mm(0.5), .high = 200_mm, .usualLow = 15_mm, .usualHigh = 32_mm, .board = true};
    const bool inside = dividers > 0 || shelves > 0 || !bays.empty();
    p.group("Sizes");
    p.length({.name = "length", .label = "Length", .required = true}, length,
             {.low = 1_mm, .high = 30'000_mm, .usualLow = 400_mm, .usualHigh = 1600_mm});
    p.length({.name = "depth", .label = "Depth from the wall", .required = true}, depth,
             {.low = 1_mm, .high = 1000_mm, .usualLow = 100_mm, .usualHigh = 350_mm});
    p.length({.name = "height", .label = "Height", .required = true}, height,
             {.low = 1_mm, .high = 3000_mm, .usualLow = 120_mm, .usualHigh = 900_mm});
    p.length({.name = "thickness", .label = "Thickness of the boards"}, thickness, board);
    p.group("Its four boards");
    p.flag({.name = "top", .label = "Top"}, top);
    p.flag({.name = "bottom", .label = "Bottom"}, bottom);
    p.flag({.name = "left", .label = "Left side"}, left);
    p.flag({.name = "right", .label = "Right side"}, right);
    p.group("Corners");
    p.choice({.name = "corners", .label = "Corners"}, corners, boxCorners);
    p.choice({.name = "fixing", .label = "Held by", .help = "Glue on end grain carries nothing."}, fixing,
             boxFixings);
    p.choice({.name = "plugs", .label = "Heads that show", .applies = fixing == BoxFixing::screws}, plugs,
             plugWays);
    p.length({.name = "set_in", .label = "In from the sides' ends", .applies = corners == BoxCorner::housed},
             setIn, {.low = 5_mm, .high = 500_mm, .usualLow = 10_mm, .usualHigh = 60_mm});
    p.length({.name = "housing", .label = "Depth of the housings", .applies = inside || letIn(corners)},
             housing, {.low = 1_mm, .high = 50_mm, .usualLow = 4_mm, .usualHigh = 10_mm});
    p.number({.name = "bevel", .label = "Front edges slope by", .help = "Sawn before the corners are cut."},
             bevel, {.low = 0, .high = 60, .usualLow = 0, .usualHigh = 45, .unit = "degrees"});
    p.choice({.name = "edge",
              .label = "Front edges, outside",
              .help = "Shaped when the box is together; of boards that are set in one by one.",
              .applies = bevel <= 0},
             edge, edgeShapes);
    p.length({.name = "edge_size",
              .label = "Size of the edge",
              .applies = bevel <= 0 && edge != EdgeShape::square},
             edgeSize, {.low = Length::mm(0.5), .high = 100_mm, .usualLow = 2_mm, .usualHigh = 5_mm});
    p.group("Inside");
    p.whole({.name = "dividers", .label = "Dividers", .applies = bays.empty()}, dividers,
            {.low = 0, .high = 30, .usualLow = 0, .usualHigh = 3});
    p.sizes({.name = "bays",
             .label = "Bays, one by one",
             .help = "Clear widths from the left, semicolons between; the last bay is what is left. Empty: "
                     "equal bays."},
            bays, {.low = 1_mm, .high = 10'000_mm, .usualLow = 80_mm, .usualHigh = 400_mm});
    p.whole({.name = "shelves", .label = "Shelves in every bay"}, shelves,
            {.low = 0, .high = 20, .usualLow = 0, .usualHigh = 2});
    p.length({.name = "shelf_inset", .label = "They stand back", .applies = inside}, shelfInset,
             {.low = Length(), .high = 500_mm, .usualLow = Length(), .usualHigh = 20_mm});
    p.group("Back");
    p.choice({.name = "back", .label = "Back"}, back, boxBacks);
    p.choice({.name = "back_sheet", .label = "Of", .applies = back != BoxBack::none}, backSheet,
             sheetOptions);
    p.length({.name = "back_thickness",
              .label = "As measured",
              .help = "Sheets are thinner than their name.",
              .applies = back != BoxBack::none},
             backThickness, {.low = 1_mm, .high = 30_mm, .usualLow = 3_mm, .usualHigh = 13_mm});
    describeHanging(p);
}

void WallBoxParams::describeHanging(Parameters& p) {
    p.group("How it hangs");
    p.choice({.name = "hang", .label = "Hangs"}, hang, boxHangs);
    p.length({.name = "rail_height", .label = "Rail height", .applies = hang != BoxHang::rods}, railHeight,
             {.low = 1_mm, .high = 1000_mm, .usualLow = 60_mm, .usualHigh = 180_mm});
    p.whole({.name = "cleat_from",
             .label = "Cleat from bay",
             .help = "Counted from the left; 0: behind all of them.",
             .applies = hang == BoxHang::cleat && (dividers > 0 || !bays.empty())},
            cleatFrom, {.low = 0, .high = 31, .usualLow = 0, .usualHigh = 2});
    p.whole({.name = "cleat_to",
             .label = "To bay",
             .help = "0: to the last.",
             .applies = hang == BoxHang::cleat && cleatFrom > 0},
            cleatTo, {.low = 0, .high = 31, .usualLow = 0, .usualHigh = 3});
    p.flag({.name = "cleat_each",
            .label = "Only behind these two",
            .help = "A cleat behind the first bay and one behind the last, none between.",
            .applies = hang == BoxHang::cleat && cleatFrom > 0,
            .apart = true},
           cleatEach);
    p.whole({.name = "hooks",
             .label = "Hooks below",
             .help = "Turned into the bottom, evenly spaced.",
             .applies = bottom && glasses == 0},
            hooks, {.low = 0, .high = 40, .usualLow = 0, .usualHigh = 6});
    p.whole({.name = "glasses",
             .label = "Stemmed glasses below",
             .help = "Side by side, each row as deep as the box; they hang by their feet.",
             .applies = bottom},
            glasses, {.low = 0, .high = 40, .usualLow = 0, .usualHigh = 6});
    p.length({.name = "foot", .label = "Foot of a glass", .applies = bottom && glasses > 0}, foot,
             {.low = 20_mm, .high = 200_mm, .usualLow = 55_mm, .usualHigh = 95_mm});
    p.length({.name = "stem", .label = "Its stem", .applies = bottom && glasses > 0}, stem,
             {.low = 2_mm, .high = 60_mm, .usualLow = 6_mm, .usualHigh = 15_mm});
    p.flag({.name = "cable", .label = "A hole for a cable", .applies = bottom}, cable);
    p.flag({.name = "cable_to_outlet",
            .label = "Straight to the outlet",
            .help = "The one that was chosen for what stands on it, or the nearest on this wall.",
            .applies = bottom && cable},
           cableToOutlet);
    p.length({.name = "cable_at", .label = "From the left end", .applies = bottom && cable && !cableToOutlet},
             cableAt, {.low = Length(), .high = 30'000_mm, .usualLow = 60_mm, .usualHigh = 1400_mm});
    p.length({.name = "cable_d", .label = "Diameter of that hole", .applies = bottom && cable}, cableD,
             {.low = 3_mm, .high = 80_mm, .usualLow = 8_mm, .usualHigh = 40_mm});
    p.group("Wood");
    p.wood({.name = "species", .label = "Species"}, species);
    p.choice({.name = "grade", .label = "Boards look"}, grade, boardLooks);
}

void WallBoxParams::typed(const std::string& name) {
    if (name == "corners" && !fits(corners, fixing))
        fixing = corners == BoxCorner::housed     ? BoxFixing::glue
                 : corners == BoxCorner::rabbeted ? BoxFixing::screws
                                                  : BoxFixing::dowels;
    if (name == "fixing" && !fits(corners, fixing))
        corners = fixing == BoxFixing::splines || fixing == BoxFixing::glue ? BoxCorner::mitred
                                                                            : BoxCorner::sidesCover;
    if (name == "back" && back != BoxBack::none)
        backThickness = nearestSheet(backSheet, backThickness);
    if (name == "back_sheet")
        backThickness = nearestSheet(backSheet, backThickness);
}

void WallBoxParams::settle() {
    typed("corners");
    backThickness = nearestSheet(backSheet, backThickness);
    if (left + right + top + bottom < 3 || (!left && !right)) // a box that still hangs together
        left = right = bottom = true;
    if (hang == BoxHang::rods) {
        bottom = true;
        if (thickness < 30_mm)
            hang = BoxHang::rail;
    }
    if (hang != BoxHang::rods)
        top = true;
    if (hang != BoxHang::rods && bottom)
        left = right = true;
    if (height - thickness * 2 < 140_mm && hang == BoxHang::cleat)
        hang = BoxHang::rail;
    if (!bottom || length < thickness * 2 + foot + 30_mm)
        glasses = 0;
    glasses = std::clamp(
        glasses, 0,
        std::max(0, static_cast<int>((length - thickness * 2 - 20_mm).mm() / (foot + 10_mm).mm())));
    housing = std::min(housing, thickness / 3);
    edgeSize = std::min(edgeSize, thickness / 4);
    setIn = std::min(setIn, height / 6);
    railHeight = std::min(railHeight, (height - thickness * 2) * 3 / 4);
    if (hang == BoxHang::cleat) // two halves and a spacer find room behind it
        railHeight = std::clamp(railHeight, 120_mm, height - thickness * 2 - 10_mm);
    shelfInset = std::min(shelfInset, depth / 4);
    // What no maker would build: glued mitres that carry, screws up into end grain.
    if (corners == BoxCorner::mitred && fixing == BoxFixing::glue)
        fixing = BoxFixing::splines;
    if (corners == BoxCorner::topCovers && fixing == BoxFixing::screws)
        fixing = BoxFixing::dowels;
    if (corners == BoxCorner::rabbeted && fixing == BoxFixing::glue) // nothing lies under the bottom
        fixing = BoxFixing::screws;
    const Length clear = length - thickness * 2;
    dividers = std::clamp(dividers, 0, std::max(0, static_cast<int>(clear.mm() / 120) - 1));
    Length used;
    for (Length b : bays)
        used += b + thickness;
    if (used > clear - 60_mm || clear - used > 700_mm)
        bays.clear();
    if (bays.empty()) // boards of usual thickness sag over wider bays
        dividers = std::max(dividers, static_cast<int>(clear.mm() / 650));
    shelves = std::clamp(shelves, 0, std::max(0, static_cast<int>((height - thickness * 2).mm() / 110) - 1));
    if (glasses > 0 || !bottom)
        hooks = 0;
    hooks = std::clamp(hooks, 0, std::max(0, static_cast<int>((length - thickness * 2).mm() / 60) - 1));
    const int last = (bays.empty() ? dividers : static_cast<int>(bays.size())) + 1;
    cleatFrom = hang == BoxHang::cleat ? std::min(cleatFrom, last) : 0;
    cleatTo = cleatFrom == 0 || cleatTo == 0 ? 0 : std::clamp(cleatTo, cleatFrom, last);
    const int behind = (cleatTo == 0 ? last : cleatTo) - cleatFrom + 1;
    if (cleatFrom > 0 && (length - thickness * 2) * behind / last < 1000_mm) // it meets two studs
        cleatFrom = cleatTo = 0;
    const int apart = (cleatTo == 0 ? last : cleatTo) - cleatFrom;
    // Each of the two bays meets a stud, whatever their spacing.
    cleatEach =
        cleatEach && cleatFrom > 0 && apart > 1 && bays.empty() && (length - thickness * 2) / last >= 720_mm;
    cableAt = std::clamp(cableAt, 80_mm, std::max(80_mm, length - 80_mm));
    if (depth < 140_mm)
        cable = false;
}

std::vector<Cure> WallBoxParams::strengthen(const Weakness& w) const {
    std::vector<Cure> out;
    MakeContext ctx;
    ctx.units = w.metric ? "mm" : "in";
    const auto say = [&](Length l) { return exactLength(l, ctx); };
    const Length step = w.metric ? 20_mm : Length::inches(3, 4);
    const bool corner = w.check == "shelf_joint" || w.check == "hung";
    if (corner && corners == BoxCorner::mitred && fixing == BoxFixing::glue)
        out.push_back({"Splines in the mitres", {{"fixing", "splines"}}});
    if (corner && corners == BoxCorner::rabbeted && fixing == BoxFixing::glue)
        out.push_back({"Screws in the rabbets", {{"fixing", "screws"}}});
    if (corner && fixing != BoxFixing::dowels && !letIn(corners))
        out.push_back({"Dowels in the corners", {{"fixing", "dowels"}}});
    if (corner && corners != BoxCorner::housed)
        out.push_back({"Top and bottom let into the sides", {{"corners", "housed"}, {"fixing", "glue"}}});
    if (w.check.starts_with("shelf") && dividers == 0 && bays.empty())
        out.push_back({"A divider in the middle", {{"dividers", 1}}});
    if (w.nextThickness > thickness)
        out.push_back({"Boards of " + say(w.nextThickness), {{"thickness", w.nextThickness.mm()}}});
    if (w.check == "hanger" && cleatEach)
        out.push_back({"One cleat from the first to the last", {{"cleat_each", false}}});
    if (hang != BoxHang::rods)
        out.push_back({"Rail " + say(step) + " higher", {{"rail_height", (railHeight + step).mm()}}});
    if (depth - step > 100_mm)
        out.push_back({"Depth " + say(step) + " less", {{"depth", (depth - step).mm()}}});
    return out;
}

std::optional<Cure> WallBoxParams::resize(const PartWish& wish) const {
    Cure c;
    const bool across = wish.part == "top" || wish.part == "bottom" || wish.part.starts_with("rail");
    if (wish.shorterBy > Length()) {
        if (!across && !wish.part.starts_with("side") && wish.part != "back")
            return std::nullopt;
        c.changes.push_back(across ? ParameterChange{"length", (length - wish.shorterBy).mm()}
                                   : ParameterChange{"height", (height - wish.shorterBy).mm()});
    }
    if (wish.width > Length()) {
        if (wish.part == "back")
            return std::nullopt;
        c.changes.push_back(wish.part.starts_with("rail")
                                ? ParameterChange{"rail_height", wish.width.mm()}
                                : ParameterChange{"depth", (depth + wish.width - wish.widthNow).mm()});
    }
    if (wish.thickness > Length())
        c.changes.push_back({wish.part == "back" ? "back_thickness" : "thickness", wish.thickness.mm()});
    return c;
}

std::optional<Cure> WallBoxParams::heighten(Length by) const {
    return Cure{"High enough to cover it", {{"height", (height + by).mm()}}};
}

} // namespace owl
