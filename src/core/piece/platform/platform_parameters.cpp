// The platform's parameters: what they are called, what they may be, what to change when something is weak.
#include "piece/platform/platform.h"
#include "piece/wood_choices.h"

#include <algorithm>
#include <array>
#include <fmt/format.h>

namespace owl {
namespace {

constexpr std::array platformRails{Option{"above", "stands up behind the top"},
                                   Option{"below", "hangs down under the frame"}};
constexpr std::array platformTops{Option{"glass", "glass on pads"}, Option{"acrylic", "acrylic on pads"},
                                  Option{"sheet", "a sheet"}, Option{"boards", "boards"}};
constexpr std::array platformSteady{Option{"any", "no matter"}, Option{"quiet", "it must not shake (8 Hz)"},
                                    Option{"needle", "a needle runs on it (12 Hz)"}};

} // namespace

const KindInfo PlatformParams::info{
    "platform",
    "Platform",
    "Platform",
    "a frame with a top of glass or wood for one thing that must stand level and quiet",
    "saw, drill, long bit, socket driver, clamps",
    "",
    15};

PlatformParams PlatformParams::defaults(bool metric) {
    PlatformParams p;
    if (metric)
        return p;
    p.length = Length::inches(24);
    p.depth = Length::inches(13);
    p.thickness = Length::inches(3, 2);
    p.frameHeight = Length::inches(19, 4);
    p.railHeight = Length::inches(37, 4);
    p.behind = Length::inches(3, 4);
    p.overFront = Length::inches(1, 2);
    p.overSides = Length::inches(3, 4);
    p.topThickness = Length::inches(3, 8);
    p.corner = Length::inches(3, 8);
    p.thingWide = Length::inches(17);
    p.thingDeep = Length::inches(10);
    p.species = "yellow_poplar";
    return p;
}

void PlatformParams::describe(Parameters& p) {
    const bool plate = top == PlatformTop::glass || top == PlatformTop::acrylic;
    p.group("Sizes");
    p.length({.name = "length", .label = "Width", .required = true}, length,
             {.low = 1_mm, .high = 10'000_mm, .usualLow = 300_mm, .usualHigh = 900_mm});
    p.length({.name = "depth", .label = "Depth from the wall", .required = true}, depth,
             {.low = 1_mm, .high = 2000_mm, .usualLow = 250_mm, .usualHigh = 480_mm});
    p.length({.name = "thickness", .label = "Boards for rail and frame"}, thickness,
             {.low = 1_mm, .high = 200_mm, .usualLow = 30_mm, .usualHigh = 50_mm, .board = true});
    p.length({.name = "frame_height", .label = "Height of the frame"}, frameHeight,
             {.low = 1_mm, .high = 500_mm, .usualLow = 55_mm, .usualHigh = 130_mm});
    p.whole({.name = "arms", .label = "Arms"}, arms, {.low = 2, .high = 8, .usualLow = 2, .usualHigh = 4});
    p.group("Rail");
    p.choice({.name = "rail", .label = "The rail"}, rail, platformRails);
    p.length({.name = "rail_height", .label = "Rail height"}, railHeight,
             {.low = 1_mm, .high = 600_mm, .usualLow = 110_mm, .usualHigh = 240_mm});
    p.length({.name = "behind",
              .label = "Free behind the top",
              .help = "For a lid or a sleeve kept upright, and for cables."},
             behind, {.low = Length(), .high = 500_mm, .usualLow = Length(), .usualHigh = 100_mm});
    p.group("Top");
    p.choice({.name = "top", .label = "Top"}, top, platformTops);
    p.length({.name = "top_thickness", .label = "Its thickness"}, topThickness,
             {.low = 1_mm, .high = 100_mm, .usualLow = 8_mm, .usualHigh = 22_mm});
    p.choice({.name = "sheet", .label = "Of", .applies = top == PlatformTop::sheet}, sheet, sheetOptions);
    p.flag({.name = "toughened", .label = "Toughened", .applies = top == PlatformTop::glass}, toughened);
    p.length({.name = "corner", .label = "Radius of its corners", .applies = plate}, corner,
             {.low = Length(), .high = 100_mm, .usualLow = 3_mm, .usualHigh = 25_mm});
    p.length({.name = "over_front", .label = "Past the frame in front"}, overFront,
             {.low = Length(), .high = 300_mm, .usualLow = Length(), .usualHigh = 40_mm});
    p.length({.name = "over_sides", .label = "Past it at the sides"}, overSides,
             {.low = Length(), .high = 300_mm, .usualLow = Length(), .usualHigh = 60_mm});
    p.group("What stands there");
    p.length({.name = "thing_wide", .label = "Its width"}, thingWide,
             {.low = 10_mm, .high = 3000_mm, .usualLow = 100_mm, .usualHigh = 600_mm});
    p.length({.name = "thing_deep", .label = "Its depth"}, thingDeep,
             {.low = 10_mm, .high = 1500_mm, .usualLow = 100_mm, .usualHigh = 450_mm});
    p.choice({.name = "steady", .label = "Shaking"}, steady, platformSteady);
    p.group("Wood");
    p.wood({.name = "species", .label = "Species"}, species);
    p.choice({.name = "grade", .label = "Boards look"}, grade, boardLooks);
}

void PlatformParams::typed(const std::string& name) {
    if (name == "top" || name == "sheet") {
        if (top == PlatformTop::sheet)
            topThickness = nearestSheet(sheet, std::max(topThickness, 15_mm));
        if (top == PlatformTop::boards)
            topThickness = std::max(topThickness, 18_mm);
    }
}

void PlatformParams::settle() {
    thickness = std::clamp(thickness, 30_mm, 50_mm);
    length = std::max(length, 780_mm); // two studs, wherever it is put
    if (top == PlatformTop::boards) {  // of one shop's boards, like the frame
        top = PlatformTop::sheet;
    }
    typed("top");
    if (top == PlatformTop::glass)
        topThickness = std::max(topThickness, 8_mm);
    if (top == PlatformTop::acrylic)
        topThickness = std::max(topThickness, 12_mm);
    frameHeight = std::clamp(frameHeight, 85_mm, 120_mm);
    railHeight = std::clamp(railHeight, frameHeight + 75_mm, frameHeight + 130_mm);
    depth = std::clamp(depth, 280_mm, 400_mm);
    behind = std::min(behind, depth / 5);
    overFront = std::min(overFront, 30_mm);
    overSides = std::min(overSides, 30_mm);
    thingWide = std::min(thingWide, length - 20_mm);
    thingDeep = std::min(thingDeep, depth - thickness - behind - 10_mm);
    arms = std::clamp(arms, 2, std::max(2, static_cast<int>(length.mm() / 250)));
    steady = PlatformSteady::any;
}

std::vector<Cure> PlatformParams::strengthen(const Weakness& w) const {
    std::vector<Cure> out;
    MakeContext ctx;
    ctx.units = w.metric ? "mm" : "in";
    const auto say = [&](Length l) { return exactLength(l, ctx); };
    const Length step = w.metric ? 20_mm : Length::inches(3, 4);
    const bool top_ = w.check.starts_with("glass") || w.check.starts_with("shelf");
    if (top_)
        out.push_back(
            {"Top of " + say(topThickness + 2_mm), {{"top_thickness", (topThickness + 2_mm).mm()}}});
    if (top_ && top == PlatformTop::glass && !toughened)
        out.push_back({"Toughened glass", {{"toughened", true}}});
    if (w.check == "rail_across" || w.check == "rail_twist") {
        const Length thicker = thickness + (w.metric ? 5_mm : Length::inches(1, 4));
        out.push_back({"Boards of " + say(thicker), {{"thickness", thicker.mm()}}});
    }
    if (w.check == "arm" || w.check == "frame_joint") {
        out.push_back({"One more arm", {{"arms", arms + 1}}});
        out.push_back(
            {"Frame " + say(step) + " higher",
             {{"frame_height", (frameHeight + step).mm()}, {"rail_height", (railHeight + step).mm()}}});
    }
    if (!top_)
        out.push_back({"Rail " + say(step) + " higher", {{"rail_height", (railHeight + step).mm()}}});
    if (depth - step > 240_mm)
        out.push_back({"Depth " + say(step) + " less", {{"depth", (depth - step).mm()}}});
    return out;
}

std::optional<Cure> PlatformParams::resize(const PartWish& wish) const {
    Cure c;
    const bool arm = wish.part.starts_with("arm");
    if (wish.part.starts_with("pad"))
        return std::nullopt;
    if (wish.shorterBy > Length())
        c.changes.push_back(arm ? ParameterChange{"depth", (depth - wish.shorterBy).mm()}
                                : ParameterChange{"length", (length - wish.shorterBy).mm()});
    if (wish.width > Length())
        c.changes.push_back(wish.part == "rail" ? ParameterChange{"rail_height", wish.width.mm()}
                            : wish.part == "top"
                                ? ParameterChange{"depth", (depth + wish.width - wish.widthNow).mm()}
                                : ParameterChange{"frame_height", wish.width.mm()});
    if (wish.thickness > Length())
        c.changes.push_back({wish.part == "top" ? "top_thickness" : "thickness", wish.thickness.mm()});
    return c;
}

std::optional<Cure> PlatformParams::heighten(Length by) const {
    return Cure{"High enough to cover it", {{"rail_height", (railHeight + by).mm()}}};
}

} // namespace owl
