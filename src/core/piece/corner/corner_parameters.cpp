// The corner shelf's parameters: what they are called, what they may be, what to change when something is
// weak.
#include "piece/corner/corner.h"
#include "piece/edge_choices.h"
#include "piece/wood_choices.h"

#include <array>
#include <cmath>

namespace owl {
namespace {

constexpr std::array cornerFronts{Option{"straight", "straight, across the corner"},
                                  Option{"round", "a quarter round"}, Option{"ell", "an L along both walls"}};
constexpr std::array cornerMades{Option{"boards", "boards glued edge to edge"}, Option{"sheet", "sheet"}};
constexpr std::array cornerGrains{Option{"front", "along the front"}, Option{"leg", "along its wall"}};
constexpr std::array carriedBy{Option{"cleats", "a cleat on both walls"},
                               Option{"rods", "rods in its wall, a cleat on the other"}};
constexpr std::array captureWays{Option{"screws", "screws up through the cleat"},
                                 Option{"groove", "strips that hook into a groove"},
                                 Option{"lip", "strips that hook under a lip"}};

} // namespace

const KindInfo CornerParams::info{
    "corner",
    "Corner shelf",
    "Corner shelf",
    "a triangle, a quarter round or an L in a corner of the room, on a cleat",
    "saw with a mitre gauge, jigsaw, drill, clamps, a bevel gauge for the corner",
    "",
    8,
    "corner"};

CornerParams CornerParams::defaults(bool metric) {
    CornerParams p;
    if (metric)
        return p;
    const Length board = Length::inches(3, 4);
    p.length = p.leg2 = Length::inches(15);
    p.ends = Length::inches(11, 4);
    p.arm = Length::inches(6);
    p.thickness = p.stripThickness = p.cleatThickness = board;
    p.edgeSize = Length::inches(1, 8);
    p.rise = Length::inches(1, 2);
    p.drop = Length::inches(2);
    p.cleatHeight = Length::inches(7, 4);
    p.cleatShort = Length::inches(3, 8);
    p.captureWidth = Length::inches(7, 4);
    p.play = Length::inches(1, 32);
    p.rodPlay = Length::inches(1, 64) / 2;
    p.species = "yellow_poplar";
    return p;
}

void CornerParams::describe(Parameters& p) {
    const LengthLimits board{
        .low = Length::mm(0.5), .high = 100_mm, .usualLow = 15_mm, .usualHigh = 32_mm, .board = true};
    const LengthLimits legs{.low = 1_mm, .high = 12'000_mm, .usualLow = 200_mm, .usualHigh = 600_mm};
    const bool straight = front == CornerFront::straight;
    const bool round = front == CornerFront::round;
    const bool ell = front == CornerFront::ell;
    const bool wood = made == CornerMade::boards;
    p.group("Sizes");
    p.length({.name = "length", .label = round ? "Radius" : "Along its wall", .required = true}, length,
             legs);
    p.length({.name = "leg2", .label = "Along the wall at its left", .applies = !round}, leg2, legs);
    p.number({.name = "angle",
              .label = "The corner measures",
              .help = "600 along one wall and 800 along the other: a right angle has 1000 between them."},
             angle, {.low = 5, .high = 175, .usualLow = 84, .usualHigh = 96, .unit = "degrees"});
    p.choice({.name = "front", .label = "Front"}, front, cornerFronts);
    p.length({.name = "ends",
              .label = "Square ends",
              .help = "0: the front runs to the walls.",
              .applies = straight},
             ends, {.low = Length(), .high = 500_mm, .usualLow = Length(), .usualHigh = 150_mm});
    p.length({.name = "arm", .label = "Depth of its arms", .applies = ell}, arm,
             {.low = 20_mm, .high = 1000_mm, .usualLow = 100_mm, .usualHigh = 250_mm});
    p.group("The shelf");
    p.choice({.name = "made", .label = "Made of"}, made, cornerMades);
    p.choice({.name = "sheet", .label = "Sheet", .applies = !wood}, sheet, sheetOptions);
    p.length({.name = "thickness", .label = "Thickness"}, thickness, board);
    p.whole({.name = "boards", .label = "Boards", .applies = wood && !ell}, boards,
            {.low = 1, .high = 8, .usualLow = 1, .usualHigh = 4});
    p.choice({.name = "grain",
              .label = "Grain",
              .help = "Along the front it is stiffest where it spans from wall to wall.",
              .applies = wood && straight},
             grain, cornerGrains);
    p.choice({.name = "edge", .label = "Front edge", .applies = !ell && !strip}, edge, edgeShapes);
    p.length({.name = "edge_size",
              .label = "Size of the edge",
              .applies = !ell && !strip && edge != EdgeShape::square},
             edgeSize, {.low = Length::mm(0.5), .high = 50_mm, .usualLow = 2_mm, .usualHigh = 9_mm});
    p.group("Strip along the front");
    p.flag({.name = "strip", .label = "A strip along the front", .applies = straight}, strip);
    p.length({.name = "strip_thickness", .label = "Thickness", .applies = straight && strip}, stripThickness,
             board);
    p.length({.name = "rise", .label = "Stands above the shelf", .applies = straight && strip}, rise,
             {.low = Length(), .high = 300_mm, .usualLow = Length(), .usualHigh = 60_mm});
    p.length({.name = "drop",
              .label = "Hangs below it",
              .help = "A little more than the cleat is high hides it.",
              .applies = straight && strip},
             drop, {.low = Length(), .high = 300_mm, .usualLow = Length(), .usualHigh = 120_mm});
    describeCleat(p);
}

void CornerParams::describeCleat(Parameters& p) {
    const LengthLimits board{
        .low = Length::mm(0.5), .high = 100_mm, .usualLow = 15_mm, .usualHigh = 32_mm, .board = true};
    const bool rodded = carried == CornerCarried::rods;
    p.group("The cleat");
    p.choice({.name = "carried",
              .label = "Held by",
              .help = "Rods show nothing on their wall; they are softer than a cleat."},
             carried, carriedBy);
    p.length({.name = "rod_play",
              .label = "Holes over the rod",
              .help = "Measure rod and bit: what the hole is wider.",
              .applies = rodded},
             rodPlay, {.low = Length(), .high = 3_mm, .usualLow = Length(), .usualHigh = Length::mm(0.5)});
    p.length({.name = "cleat_thickness", .label = "Thickness"}, cleatThickness, board);
    p.length({.name = "cleat_height", .label = "Height"}, cleatHeight,
             {.low = 5_mm, .high = 300_mm, .usualLow = 36_mm, .usualHigh = 90_mm});
    p.length({.name = "cleat_short",
              .label = "Ends before the shelf",
              .help = "On both walls. The longer the cleat, the less the shelf wants to rock."},
             cleatShort, {.low = Length(), .high = 1000_mm, .usualLow = 5_mm, .usualHigh = 80_mm});
    p.choice({.name = "capture", .label = "Kept on by", .applies = !rodded}, capture, captureWays);
    p.length({.name = "capture_width",
              .label = "Width of the strips",
              .applies = !rodded && capture != CornerCapture::screws},
             captureWidth, {.low = 25_mm, .high = 150_mm, .usualLow = 30_mm, .usualHigh = 70_mm});
    p.length({.name = "play",
              .label = "Play of their tongue",
              .applies = !rodded && capture != CornerCapture::screws},
             play,
             {.low = Length(), .high = 4_mm, .usualLow = Length::mm(0.5), .usualHigh = Length::mm(1.5)});
    p.group("Cable");
    describeCable(p, cable, carried != CornerCarried::rods);
    p.group("Wood");
    p.wood({.name = "species", .label = "Species"}, species);
    p.choice({.name = "grade", .label = "Boards look"}, grade, boardLooks);
}

void CornerParams::settle() {
    angle = std::round(std::clamp(angle, 80.0, 100.0) * 2) / 2;
    length = std::clamp(length, 300_mm, 600_mm);
    leg2 = std::clamp(leg2, length * 3 / 4, length * 4 / 3);
    cable.at = std::clamp(cable.at, length / 4, length / 2); // where it is deep
    cable.d = std::min(cable.d, 30_mm);
    if (front == CornerFront::ell) {
        arm = std::clamp(arm, 100_mm, std::min(length, leg2) / 2);
    }
    if (made == CornerMade::sheet)
        thickness = nearestSheet(sheet, thickness);
    if (front != CornerFront::straight)
        strip = false;
    // Boards as wide as they are sold: none wider than about 180 mm.
    boards = std::max(boards, static_cast<int>(std::ceil(length.mm() / 170)));
    boards = std::min(boards, static_cast<int>(length.mm() / 60));
    cleatShort = std::clamp(cleatShort, 5_mm, 50_mm);
    cleatHeight = std::clamp(cleatHeight, 40_mm, 90_mm);
    edgeSize = std::min(edgeSize, thickness / 3);
    drop = std::min(drop, cleatHeight + 20_mm);
    if (thickness < 17_mm || std::min(length, leg2) < 380_mm || front == CornerFront::ell)
        capture = CornerCapture::screws;
    if (carried == CornerCarried::rods) { // thick enough for them, of boards
        if (front == CornerFront::ell)
            front = CornerFront::straight;
        made = CornerMade::boards;
        thickness = rodPlay.nm() % 10'000 == 0 ? 40_mm : Length::inches(3, 2);
        capture = CornerCapture::screws;
        rodPlay = std::min(rodPlay, Length::mm(0.5));
    }
    captureWidth = std::min(captureWidth, 45_mm);
    cleatThickness = std::max(cleatThickness, 17_mm);
}

std::vector<Cure> CornerParams::strengthen(const Weakness& w) const {
    std::vector<Cure> out;
    MakeContext ctx;
    ctx.units = w.metric ? "mm" : "in";
    const auto say = [&](Length l) { return exactLength(l, ctx); };
    const Length step = w.metric ? 20_mm : Length::inches(3, 4);
    if (w.check == "rocking") {
        if (cleatShort > 5_mm)
            out.push_back({"Cleats as long as they may be", {{"cleat_short", 5.0}}});
        if (capture != CornerCapture::groove)
            out.push_back({"Strips that hook into a groove", {{"capture", "groove"}}});
    }
    if (w.check.starts_with("front_")) {
        if (made == CornerMade::boards && front == CornerFront::ell)
            out.push_back({"Cut whole from plywood", {{"made", "sheet"}}});
        if (made == CornerMade::boards && front == CornerFront::straight && grain == CornerGrain::leg)
            out.push_back({"Grain along the front", {{"grain", "front"}}});
        if (front == CornerFront::straight && !strip)
            out.push_back({"A strip along the front", {{"strip", true}}});
        if (w.nextThickness > Length() && made == CornerMade::boards)
            out.push_back({"Boards of " + say(w.nextThickness), {{"thickness", w.nextThickness.mm()}}});
    }
    if (carried == CornerCarried::rods)
        out.push_back({"A cleat on both walls", {{"carried", "cleats"}}});
    if (length - step * 2 >= 200_mm)
        out.push_back({"Legs " + say(step * 2) + " shorter",
                       {{"length", (length - step * 2).mm()}, {"leg2", (leg2 - step * 2).mm()}}});
    return out;
}

std::optional<Cure> CornerParams::resize(const PartWish& wish) const {
    Cure c;
    if (wish.thickness > Length()) {
        const bool cleat = wish.part.starts_with("cleat") || wish.part.starts_with("lip");
        c.changes.push_back({cleat                  ? "cleat_thickness"
                             : wish.part == "strip" ? "strip_thickness"
                                                    : "thickness",
                             wish.thickness.mm()});
    }
    if (wish.width > Length() && wish.part.starts_with("cleat"))
        c.changes.push_back({"cleat_height", wish.width.mm()});
    else if (wish.width > Length() && wish.part.starts_with("capture"))
        c.changes.push_back({"capture_width", wish.width.mm()});
    else if (wish.width > Length() && wish.part.starts_with("board")) // narrower boards: more of them
        c.changes.push_back({"boards", std::min(8, boards + 1)});
    else if (wish.width > Length())
        return std::nullopt;
    if (wish.shorterBy > Length()) {
        c.changes.push_back({"length", (length - wish.shorterBy).mm()});
        c.changes.push_back({"leg2", (leg2 - wish.shorterBy).mm()});
    }
    return c;
}

std::optional<Cure> CornerParams::heighten(Length) const {
    return std::nullopt;
}

std::vector<ParameterChange> CornerParams::asMeasured(const MeasuredPlace& place) const {
    if (!place.leftAngle)
        return {};
    return {{"angle", *place.leftAngle}};
}

} // namespace owl
