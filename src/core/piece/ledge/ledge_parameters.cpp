// The ledge's parameters: what they are called, what they may be, what to change when something is weak.
#include "piece/ledge/ledge.h"
#include "piece/wood_choices.h"

#include <array>
#include <fmt/format.h>

namespace owl {
namespace {

constexpr std::array backs{Option{"on_base", "on the base"}, Option{"behind_base", "behind the base"}};
constexpr std::array lips{Option{"in_front", "in front of the base"}, Option{"on_top", "on top of the base"}};
constexpr std::array capShapes{Option{"none", "none"}, Option{"low_strip", "low strip"},
                               Option{"stepped", "stepped"}, Option{"full", "full height"}};
constexpr std::array joints{Option{"screws_glue", "screws and glue"}, Option{"dowels", "dowels"},
                            Option{"tongue_groove", "tongue and groove"},
                            Option{"nails_glue", "glue and nails"}};
// A cap is only held in place: nailed or screwed.
constexpr std::array capJoints{Option{"screws_glue", "screws and glue"}, Option{"dowels", "dowels", false},
                               Option{"tongue_groove", "tongue and groove", false},
                               Option{"nails_glue", "glue and nails"}};
constexpr std::array strips{Option{"none", "none"}, Option{"base", "base"}, Option{"back", "back rail"},
                            Option{"lip", "lip"}};

ParameterChange set(const char* key, Length l) {
    return {key, l.mm()};
}

} // namespace

const KindInfo LedgeParams::info{
    "ledge",
    "Picture ledge",
    "Ledge",
    "a shallow shelf with a lip for pictures, records and small things, screwed through its back rail",
    "saw, drill, screwdriver, clamps",
    "pic_ledge"};

LedgeParams LedgeParams::defaults(bool metric) {
    LedgeParams p;
    p.species = metric ? "scots_pine" : "yellow_poplar";
    if (metric)
        return p;
    p.length = Length::inches(48);
    p.depth = p.backHeight = Length::inches(7, 2);
    p.lipHeight = Length::inches(3, 2);
    p.baseThickness = p.backThickness = p.lipThickness = Length::inches(3, 4);
    p.capThickness = Length::inches(1, 2);
    return p;
}

void LedgeParams::describe(Parameters& p) {
    const LengthLimits thickness{
        .low = Length::mm(0.1), .high = 200_mm, .usualLow = 15_mm, .usualHigh = 32_mm, .board = true};
    const bool shares = boardWidth > Length();
    p.group("Sizes");
    p.length({.name = "length", .label = "Length", .required = true}, length,
             {.low = 1_mm, .high = 30'000_mm, .usualLow = 300_mm, .usualHigh = 3000_mm});
    p.length({.name = "depth", .label = "Depth from the wall", .required = true}, depth,
             {.low = 1_mm, .high = 1000_mm, .usualLow = 60_mm, .usualHigh = 200_mm});
    p.length({.name = "back_height", .label = "Back rail height"}, backHeight,
             {.low = 1_mm, .high = 1000_mm, .usualLow = 40_mm, .usualHigh = 200_mm});
    p.length({.name = "lip_height", .label = "Lip height"}, lipHeight,
             {.low = 1_mm, .high = 1000_mm, .usualLow = 15_mm, .usualHigh = 90_mm});
    p.length({.name = "base_thickness", .label = "Base thickness"}, baseThickness, thickness);
    p.length({.name = "back_thickness", .label = "Back thickness"}, backThickness, thickness);
    p.length({.name = "lip_thickness", .label = "Lip thickness"}, lipThickness, thickness);
    p.length({.name = "cap_thickness", .label = "Cap thickness", .applies = caps != CapShape::none},
             capThickness,
             {.low = Length::mm(0.1), .high = 200_mm, .usualLow = 6_mm, .usualHigh = 25_mm, .board = true});
    p.group("How it is put together");
    p.choice({.name = "back", .label = "Back rail"}, back, backs);
    p.choice({.name = "lip", .label = "Front lip"}, lip, lips);
    p.choice({.name = "caps", .label = "End caps"}, caps, capShapes);
    p.choice({.name = "back_joint", .label = "Base to back"}, backJoint, joints);
    p.choice({.name = "lip_joint", .label = "Base to lip"}, lipJoint, joints);
    p.choice({.name = "cap_joint", .label = "Caps", .applies = caps != CapShape::none}, capJoint, capJoints);
    p.flag({.name = "lip_dowels_through",
            .label = "Dowels through the lip",
            .help = "Bored when it is glued on, their ends cut flush.",
            .applies = lip != LipPlace::onTop && lipJoint == Joinery::dowels},
           lipDowelsThrough);
    p.choice({.name = "plugs",
              .label = "Heads that show",
              .applies = (lip != LipPlace::onTop && lipJoint == Joinery::screwsGlue) ||
                         (caps != CapShape::none && capJoint == Joinery::screwsGlue)},
             plugs, plugWays);
    p.group("Strips from one board");
    p.open("shared_board");
    p.length({.name = "width", .label = "Width of that board", .help = "0: strips come from any board."},
             boardWidth, {.low = Length(), .high = 2000_mm, .usualLow = Length(), .usualHigh = 300_mm});
    p.flag({.name = "base", .label = "Base from it", .applies = shares}, shareBase);
    p.flag({.name = "back", .label = "Back rail from it", .applies = shares}, shareBack);
    p.flag({.name = "lip", .label = "Lip from it", .applies = shares}, shareLip);
    p.choice({.name = "remainder",
              .label = "Takes the remainder",
              .help = "It takes what the shared board leaves; typing a size ends that.",
              .applies = shares},
             remainder, strips);
    p.close();
    p.group("Wood");
    p.wood({.name = "species", .label = "Species"}, species);
    p.choice({.name = "grade", .label = "Boards look"}, grade, boardLooks);
}

void LedgeParams::typed(const std::string& name) {
    if ((name == "depth" && remainder == LedgeStrip::base) ||
        (name == "back_height" && remainder == LedgeStrip::back) ||
        (name == "lip_height" && remainder == LedgeStrip::lip))
        remainder = LedgeStrip::none;
}

void LedgeParams::settle() {
    const bool fits = boardWidth > backHeight + lipHeight + depth + 10_mm;
    if (!fits || !(shareBase || shareBack || shareLip)) {
        boardWidth = Length();
        remainder = LedgeStrip::none;
    }
    if (boardWidth > Length())
        backThickness = lipThickness = baseThickness;
    if ((remainder == LedgeStrip::base && !shareBase) || (remainder == LedgeStrip::back && !shareBack) ||
        (remainder == LedgeStrip::lip && !shareLip))
        remainder = LedgeStrip::none;
}

std::vector<Cure> LedgeParams::strengthen(const Weakness& w) const {
    std::vector<Cure> out;
    MakeContext ctx;
    ctx.units = w.metric ? "mm" : "in";
    const auto say = [&](Length l) { return exactLength(l, ctx); };
    const auto now = [&](const char* name, Length typedSize) {
        const auto it = w.made ? w.made->derived.find(name) : std::map<std::string, Length>::const_iterator();
        return w.made && it != w.made->derived.end() ? it->second : typedSize;
    };
    for (int steps : {1, 2}) {
        const Length more = (w.metric ? 20_mm : Length::inches(3, 4)) * steps;
        Cure c{"Back rail " + say(more) + " higher",
               {set("back_height", now("back_height", backHeight) + more)}};
        if (remainder == LedgeStrip::back)
            c.changes.push_back({"shared_board/remainder", "none"});
        out.push_back(std::move(c));
    }
    if (w.check == "joint") {
        for (const auto& [name, how] : {std::pair{"Dowels instead", Joinery::dowels},
                                        {"Tongue and groove instead", Joinery::tongueGroove},
                                        {"Screws and glue instead", Joinery::screwsGlue}})
            if (how != backJoint)
                out.push_back({name, {{"back_joint", joints.at(static_cast<std::size_t>(how)).id}}});
        out.push_back({"Back behind the base", {{"back", "behind_base"}}});
    }
    if (const Length t = w.nextThickness; t > backThickness)
        out.push_back({"Boards of " + say(t),
                       {set("base_thickness", t), set("back_thickness", t), set("lip_thickness", t)}});
    const Length less = w.metric ? 20_mm : Length::inches(3, 4);
    if (w.hand || w.check == "joint" || w.check == "wall_screws" || w.check == "wall_crush") {
        Cure c{"Depth " + say(less) + " less", {set("depth", now("depth", depth) - less)}};
        if (remainder == LedgeStrip::base)
            c.changes.push_back({"shared_board/remainder", "none"});
        out.push_back(std::move(c));
    }
    return out;
}

std::optional<Cure> LedgeParams::resize(const PartWish& wish) const {
    Cure c;
    if (wish.shorterBy > Length())
        c.changes.push_back(set("length", length - wish.shorterBy));
    if (wish.width > Length()) {
        // The base's width follows from the depth, which changes by as much.
        if (wish.part == "back")
            c.changes.push_back(set("back_height", wish.width));
        else if (wish.part == "lip")
            c.changes.push_back(set("lip_height", wish.width));
        else if (wish.part == "base")
            c.changes.push_back(set("depth", depth + wish.width - wish.widthNow));
        else
            return std::nullopt;
        c.changes.push_back({"shared_board/remainder", "none"});
    }
    if (wish.thickness > Length()) {
        const Length old = wish.part == "back"   ? backThickness
                           : wish.part == "lip"  ? lipThickness
                           : wish.part == "base" ? baseThickness
                                                 : capThickness;
        for (const auto& [key, t] : {std::pair{"base_thickness", baseThickness},
                                     {"back_thickness", backThickness},
                                     {"lip_thickness", lipThickness},
                                     {"cap_thickness", capThickness}})
            if (t == old)
                c.changes.push_back(set(key, wish.thickness));
    }
    return c;
}

std::optional<Cure> LedgeParams::heighten(Length by) const {
    return Cure{"Back rail high enough to cover it", {set("back_height", backHeight + by)}};
}

} // namespace owl
