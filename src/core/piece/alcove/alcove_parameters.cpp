// The alcove shelf's parameters: what they are called, what they may be, what to change when something is
// weak.
#include "piece/alcove/alcove.h"
#include "piece/edge_choices.h"
#include "piece/wood_choices.h"

#include <array>
#include <cmath>

namespace owl {
namespace {

constexpr std::array alcoveMades{Option{"framed", "a frame with skins and a face"},
                                 Option{"board", "one thick board on ledgers"}};
constexpr std::array alcoveSides{Option{"both", "at both ends"}, Option{"left", "at its left end"},
                                 Option{"right", "at its right end"}};

} // namespace

const KindInfo AlcoveParams::info{
    "alcove",
    "Alcove shelf",
    "Alcove shelf",
    "a deep shelf between two or three walls, framed and skinned, or one thick board",
    "saw, drill, plane or belt sander, compass for scribing, two props, a level",
    "",
    12,
    "alcove"};

AlcoveParams AlcoveParams::defaults(bool metric) {
    AlcoveParams p;
    if (metric)
        return p;
    p.length = p.middleWidth = p.frontWidth = Length::inches(48);
    p.depth = Length::inches(13);
    p.allowance = Length::inches(5, 16);
    p.gap = Length::inches(1, 32);
    p.frameThickness = p.thickness = p.ledgerThickness = p.ledgerHeight = Length::inches(3, 2);
    p.frameHeight = Length::inches(5, 2);
    p.skin = Length::mm(12);
    p.faceHeight = Length::inches(15, 4);
    p.faceThickness = Length::inches(3, 4);
    p.edgeSize = Length::inches(1, 8);
    p.species = "yellow_poplar";
    return p;
}

void AlcoveParams::describe(Parameters& p) {
    const LengthLimits widths{.low = 1_mm, .high = 12'000_mm, .usualLow = 400_mm, .usualHigh = 2400_mm};
    const LengthLimits board{
        .low = Length::mm(0.5), .high = 200_mm, .usualLow = 15_mm, .usualHigh = 60_mm, .board = true};
    const bool frame = made == AlcoveMade::framed;
    p.group("The alcove");
    p.length({.name = "length", .label = "Width at its back", .required = true}, length, widths);
    p.length({.name = "middle_width", .label = "Width in the middle", .help = "At half the shelf's depth."},
             middleWidth, widths);
    p.length({.name = "front_width", .label = "Width at its front", .help = "At the shelf's own front."},
             frontWidth, widths);
    p.number({.name = "left_angle", .label = "The left corner measures"}, leftAngle,
             {.low = 5, .high = 175, .usualLow = 84, .usualHigh = 96, .unit = "degrees"});
    p.choice({.name = "sides", .label = "Walls besides the back"}, sides, alcoveSides);
    p.group("The shelf");
    p.length({.name = "depth", .label = "Depth", .required = true}, depth,
             {.low = 20_mm, .high = 2000_mm, .usualLow = 200_mm, .usualHigh = 600_mm});
    p.choice({.name = "made", .label = "Made of"}, made, alcoveMades);
    p.length({.name = "thickness", .label = "Thickness of the board", .applies = !frame}, thickness, board);
    p.whole({.name = "boards", .label = "Glued of so many", .applies = !frame}, boards,
            {.low = 1, .high = 8, .usualLow = 1, .usualHigh = 4});
    p.choice({.name = "edge", .label = "Front edge", .applies = !frame}, edge, edgeShapes);
    p.length(
        {.name = "edge_size", .label = "Size of the edge", .applies = !frame && edge != EdgeShape::square},
        edgeSize, {.low = Length::mm(0.5), .high = 50_mm, .usualLow = 2_mm, .usualHigh = 12_mm});
    p.length({.name = "ledger_thickness", .label = "Ledgers, out from the wall", .applies = !frame},
             ledgerThickness, board);
    p.length({.name = "ledger_height", .label = "Ledgers, height", .applies = !frame}, ledgerHeight,
             {.low = 10_mm, .high = 200_mm, .usualLow = 30_mm, .usualHigh = 70_mm});
    p.group("Scribing");
    p.readings({.name = "scribe_back",
                .label = "Gaps at the back wall",
                .help = "A straightedge on its high points: how far along, how big the gap."},
               scribeBack);
    p.readings(
        {.name = "scribe_left", .label = "Gaps at the left wall", .applies = sides != AlcoveSides::right},
        scribeLeft);
    p.readings(
        {.name = "scribe_right", .label = "Gaps at the right wall", .applies = sides != AlcoveSides::left},
        scribeRight);
    p.length({.name = "allowance", .label = "Cut over for scribing"}, allowance,
             {.low = Length(), .high = 60_mm, .usualLow = 4_mm, .usualHigh = 20_mm});
    p.length({.name = "gap", .label = "Left open at each side"}, gap,
             {.low = Length(), .high = 10_mm, .usualLow = Length(), .usualHigh = 3_mm});
    describeFrame(p);
}

void AlcoveParams::describeFrame(Parameters& p) {
    const LengthLimits board{
        .low = Length::mm(0.5), .high = 200_mm, .usualLow = 15_mm, .usualHigh = 60_mm, .board = true};
    const bool frame = made == AlcoveMade::framed;
    p.group("Frame");
    p.length({.name = "frame_thickness", .label = "Thickness", .applies = frame}, frameThickness, board);
    p.length({.name = "frame_height", .label = "Height", .applies = frame}, frameHeight,
             {.low = 10_mm, .high = 300_mm, .usualLow = 45_mm, .usualHigh = 120_mm});
    p.whole({.name = "blocks",
             .label = "Blocks",
             .help = "0: as many as the skins want. They keep clear of the studs' screws.",
             .applies = frame},
            blocks, {.low = 0, .high = 20, .usualLow = 0, .usualHigh = 8});
    p.whole({.name = "rails", .label = "Boards of the front rail", .applies = frame}, rails,
            {.low = 1, .high = 3, .usualLow = 1, .usualHigh = 2});
    p.length({.name = "set_back",
              .label = "Front rail stands back",
              .help = "Behind the face, which then holds on the skins.",
              .applies = frame},
             setBack, {.low = Length(), .high = 400_mm, .usualLow = Length(), .usualHigh = 60_mm});
    p.length({.name = "packing",
              .label = "Packing at the side walls",
              .help = "Thickness of the pieces between the frame and the studs there; 0: none.",
              .applies = frame},
             packing,
             {.low = Length(), .high = 100_mm, .usualLow = Length(), .usualHigh = 40_mm, .board = true});
    p.flag({.name = "let_in", .label = "Let into the opened cover", .applies = frame}, letIn);
    p.group("Skins and face");
    p.choice({.name = "sheet", .label = "Skins", .applies = frame}, sheet, sheetOptions);
    p.length({.name = "skin", .label = "Thickness of a skin", .applies = frame}, skin,
             {.low = 2_mm, .high = 40_mm, .usualLow = 9_mm, .usualHigh = 18_mm, .board = true});
    p.length({.name = "face_height",
              .label = "Height of the face",
              .help = "What it is higher than frame and skins hangs below them.",
              .applies = frame},
             faceHeight, {.low = 20_mm, .high = 400_mm, .usualLow = 70_mm, .usualHigh = 180_mm});
    p.length({.name = "face_thickness", .label = "Thickness of the face", .applies = frame}, faceThickness,
             board);
    p.group("Cable");
    describeCable(p, cable);
    p.group("Wood");
    p.wood({.name = "species", .label = "Species"}, species);
    p.choice({.name = "grade", .label = "Boards look"}, grade, boardLooks);
}

/// A width typed at the back goes for the others as long as they were the same.
void AlcoveParams::typed(const std::string& name) {
    if (name == "length" && middleWidth == frontWidth)
        middleWidth = frontWidth = length;
}

void AlcoveParams::settle() {
    const bool metric = thickness.nm() % 500'000 == 0 && species != "yellow_poplar";
    length = std::clamp(length, 600_mm, 2200_mm);
    middleWidth = frontWidth = length;
    settleCable(cable, length);
    leftAngle = 90;
    depth = std::clamp(depth, 240_mm, 500_mm);
    skin = nearestSheet(sheet, 12_mm);
    const Length lumber = metric ? 40_mm : Length::inches(3, 2);
    frameThickness = thickness = ledgerThickness = lumber;
    ledgerHeight = std::clamp(ledgerHeight, 36_mm, 60_mm);
    frameHeight = std::clamp(frameHeight, 55_mm, 120_mm);
    setBack = std::min(setBack, depth / 8);
    rails = std::min(rails, 2);
    packing = packing > 25_mm && depth >= 340_mm ? lumber : Length();
    blocks = 0;
    faceHeight = std::max(faceHeight, frameHeight + skin * 2);
    boards = std::max(boards, static_cast<int>(std::ceil(depth.mm() / 170)));
    edgeSize = std::min(edgeSize, thickness / 3);
    scribeBack = scribeLeft = scribeRight = "";
    if (sides != AlcoveSides::both) // one end in the air: short, and framed
        length = middleWidth = frontWidth = std::min(length, 900_mm);
    if (sides != AlcoveSides::both)
        made = AlcoveMade::framed;
}

std::vector<Cure> AlcoveParams::strengthen(const Weakness& w) const {
    std::vector<Cure> out;
    MakeContext ctx;
    ctx.units = w.metric ? "mm" : "in";
    const auto say = [&](Length l) { return exactLength(l, ctx); };
    const Length step = w.metric ? 20_mm : Length::inches(3, 4);
    const bool frame = made == AlcoveMade::framed;
    if (frame && w.check.starts_with("front_")) {
        if (rails < 2)
            out.push_back({"A front rail of two boards", {{"rails", 2}}});
        out.push_back(
            {"Frame " + say(step) + " higher",
             {{"frame_height", (frameHeight + step).mm()}, {"face_height", (faceHeight + step).mm()}}});
    }
    if (!frame)
        out.push_back({"A frame with skins", {{"made", "framed"}}});
    if (frame && packing > Length() && w.check == "packing")
        out.push_back({"Sides straight on the walls", {{"packing", 0.0}}});
    if (!frame && w.nextThickness > Length())
        out.push_back({"Boards of " + say(w.nextThickness), {{"thickness", w.nextThickness.mm()}}});
    if (depth - step * 2 >= 200_mm)
        out.push_back({"Depth " + say(step * 2) + " less", {{"depth", (depth - step * 2).mm()}}});
    return out;
}

std::optional<Cure> AlcoveParams::resize(const PartWish& wish) const {
    Cure c;
    const bool frame = made == AlcoveMade::framed;
    const bool lumber = wish.part.starts_with("ledger") || wish.part.starts_with("rail") ||
                        wish.part.starts_with("block") || wish.part.starts_with("end");
    if (wish.thickness > Length())
        c.changes.push_back({wish.part.starts_with("face") || wish.part.starts_with("cap") ? "face_thickness"
                             : wish.part.starts_with("pack")                               ? "packing"
                             : lumber ? (frame ? "frame_thickness" : "ledger_thickness")
                             : frame  ? "skin"
                                      : "thickness",
                             wish.thickness.mm()});
    if (wish.width > Length() && lumber)
        c.changes.push_back({frame ? "frame_height" : "ledger_height", wish.width.mm()});
    else if (wish.width > Length() && (wish.part == "face" || wish.part.starts_with("cap")))
        c.changes.push_back({"face_height", wish.width.mm()});
    else if (wish.width > Length() && wish.part.starts_with("board"))
        c.changes.push_back({"boards", std::min(8, boards + 1)});
    else if (wish.width > Length())
        c.changes.push_back({"depth", (depth + wish.width - wish.widthNow).mm()});
    if (wish.shorterBy > Length()) // its walls stand where they stand
        return std::nullopt;
    return c;
}

std::optional<Cure> AlcoveParams::heighten(Length) const {
    return std::nullopt;
}

/// The measured widths belong to the alcove's own depth: between them they go on in straight lines.
std::vector<ParameterChange> AlcoveParams::asMeasured(const MeasuredPlace& place) const {
    std::vector<ParameterChange> out;
    if (place.leftAngle && sides != AlcoveSides::right)
        out.push_back({"left_angle", *place.leftAngle});
    if (place.widths.size() != 3 || place.depth <= Length() || sides != AlcoveSides::both)
        return out;
    const auto at = [&](double y) {
        const double half = place.depth.mm() / 2;
        const double t = std::min(y, place.depth.mm()) / half;
        const double b = place.widths[0].mm();
        const double m = place.widths[1].mm();
        const double f = place.widths[2].mm();
        const double w = t <= 1 ? b + (m - b) * t : m + (f - m) * (t - 1);
        return std::round(w * 100) / 100; // a hundredth: finer than any wall is
    };
    out.push_back({"length", place.widths[0].mm()});
    out.push_back({"middle_width", at(depth.mm() / 2)});
    out.push_back({"front_width", at(depth.mm())});
    return out;
}

} // namespace owl
