// The bookcase's parameters: what they are called, what they may be, what to change when something is weak.
#include "piece/bookcase/bookcase.h"
#include "piece/wood_choices.h"

#include <algorithm>
#include <array>
#include <charconv>
#include <fmt/format.h>

namespace owl {
namespace {

constexpr std::array caseStands{Option{"standing", "stands on the floor, tied to the wall"},
                                Option{"hung", "hangs on the wall"}};
constexpr std::array caseBases{Option{"sides", "the sides reach the floor, with a kick board"},
                               Option{"frame", "a low frame"}, Option{"none", "none, the bottom lies on it"}};
constexpr std::array caseJoints{Option{"housed", "let in and glued"}, Option{"dowels", "dowels and glue"},
                                Option{"screws", "screws and glue"},
                                Option{"pockets", "pocket screws and glue"}};
constexpr std::array caseFixed{Option{"all", "all of them"}, Option{"middle", "the middle one"},
                               Option{"none", "none"}};
constexpr std::array caseStrips{Option{"none", "none"}, Option{"level", "level with the shelf"},
                                Option{"below", "level above, hanging below"},
                                Option{"above", "a lip above the shelf"}};
constexpr std::array caseBacks{Option{"rails", "open, two rails across"},
                               Option{"rabbet", "a panel in a rabbet"}, Option{"nailed", "a panel nailed on"},
                               Option{"let_in", "a panel in a groove"}};
constexpr std::array caseStuffs{Option{"board", "boards"}, Option{"ply_birch", "birch plywood"},
                                Option{"ply_hard_vc", "hardwood-faced plywood"}, Option{"mdf", "MDF"}};

SheetKind sheetKind(CaseStuff s) {
    return static_cast<SheetKind>(std::max(0, static_cast<int>(s) - 1));
}

} // namespace

const KindInfo BookcaseParams::info{"bookcase",
                                    "Bookcase",
                                    "Bookcase",
                                    "a case of shelves, fixed or on pins, standing or hung",
                                    "saw, drill, clamps; a router for housings and rabbets",
                                    "",
                                    20}; // novels (reference data 11)

BookcaseParams BookcaseParams::defaults(bool metric) {
    BookcaseParams p;
    if (metric)
        return p;
    p.length = Length::inches(32);
    p.depth = Length::inches(11);
    p.height = Length::inches(72);
    p.thickness = p.shelfThickness = p.stripThickness = Length::inches(3, 4);
    p.kick = Length::inches(4);
    p.kickBack = Length::inches(5, 4);
    p.notchDepth = Length::inches(3, 4);
    p.housing = Length::inches(1, 4);
    p.stripHeight = Length::inches(3, 2);
    p.railHeight = Length::inches(3);
    p.species = "yellow_poplar";
    return p;
}

void BookcaseParams::describe(Parameters& p) {
    const LengthLimits board{
        .low = Length::mm(0.5), .high = 200_mm, .usualLow = 15_mm, .usualHigh = 32_mm, .board = true};
    const bool floor = stand == CaseStand::standing;
    p.group("Sizes");
    p.length({.name = "length", .label = "Width", .required = true}, length,
             {.low = 1_mm, .high = 30'000_mm, .usualLow = 400_mm, .usualHigh = 1200_mm});
    p.length({.name = "depth", .label = "Depth from the wall", .required = true}, depth,
             {.low = 1_mm, .high = 1000_mm, .usualLow = 180_mm, .usualHigh = 400_mm});
    p.length({.name = "height", .label = "Height", .required = true}, height,
             {.low = 1_mm, .high = 4000_mm, .usualLow = 700_mm, .usualHigh = 2300_mm});
    p.length({.name = "thickness", .label = "Thickness of sides, top, bottom"}, thickness, board);
    p.length({.name = "shelf_thickness", .label = "Thickness of the shelves"}, shelfThickness, board);
    p.group("How it is held");
    p.choice({.name = "stand", .label = "It"}, stand, caseStands);
    p.choice({.name = "base", .label = "Below the bottom", .applies = floor}, base, caseBases);
    p.length({.name = "kick", .label = "Height of the base", .applies = floor && base != CaseBase::none},
             kick, {.low = 1_mm, .high = 500_mm, .usualLow = 60_mm, .usualHigh = 150_mm});
    p.length(
        {.name = "kick_back", .label = "Base stands back by", .applies = floor && base != CaseBase::none},
        kickBack, {.low = Length(), .high = 300_mm, .usualLow = Length(), .usualHigh = 60_mm});
    p.flag({.name = "notch",
            .label = "Cut out over the baseboard",
            .help = "By the height of this wall's own; No: the baseboard is cut away there.",
            .applies = floor},
           notch);
    p.length({.name = "notch_depth", .label = "Thickness of the baseboard", .applies = floor && notch},
             notchDepth, {.low = 1_mm, .high = 200_mm, .usualLow = 10_mm, .usualHigh = 30_mm});
    p.flag({.name = "tie",
            .label = "Tied to the wall",
            .help = "Taller ones are, whatever the sum says.",
            .applies = floor && height <= 600_mm},
           tie);
    p.length({.name = "rail_height", .label = "Height of the rail under the top"}, railHeight,
             {.low = 1_mm, .high = 1000_mm, .usualLow = 50_mm, .usualHigh = 150_mm});
    describeInside(p);
}

void BookcaseParams::describeInside(Parameters& p) {
    const LengthLimits board{
        .low = Length::mm(0.5), .high = 200_mm, .usualLow = 15_mm, .usualHigh = 32_mm, .board = true};
    const bool floor = stand == CaseStand::standing;
    p.group("Shelves and bays");
    p.whole({.name = "shelves", .label = "Shelves in every bay", .applies = openings.empty()}, shelves,
            {.low = 0, .high = 40, .usualLow = 2, .usualHigh = 7});
    p.sizes({.name = "openings",
             .label = "Openings, one by one",
             .help = "Clear heights from the bottom, semicolons between; the last opening is what is left. "
                     "Empty: equal openings."},
            openings, {.low = 1_mm, .high = 3000_mm, .usualLow = 180_mm, .usualHigh = 450_mm});
    p.choice({.name = "fixed", .label = "Fixed shelves", .help = "The others lie on pins."}, fixed,
             caseFixed);
    p.whole({.name = "pin_holes",
             .label = "Holes above and below",
             .help = "Of every loose shelf, 32 mm apart.",
             .applies = fixed != CaseFixed::all},
            pinHoles, {.low = 0, .high = 12, .usualLow = 1, .usualHigh = 5});
    p.whole({.name = "sections",
             .label = "Sections side by side",
             .help =
                 "Each a case of its own that passes the door and the stairs; they are screwed together in "
                 "the room.",
             .applies = floor},
            sections, {.low = 1, .high = 12, .usualLow = 1, .usualHigh = 3});
    p.whole({.name = "dividers",
             .label = sections > 1 ? "Dividers in each section" : "Dividers",
             .applies = bays.empty() || sectionCount() > 1},
            dividers, {.low = 0, .high = 12, .usualLow = 0, .usualHigh = 2});
    p.sizes({.name = "bays",
             .label = "Bays, one by one",
             .help = "Clear widths from the left, semicolons between; the last bay is what is left. Empty: "
                     "equal bays.",
             .applies = sectionCount() == 1},
            bays, {.low = 1_mm, .high = 10'000_mm, .usualLow = 250_mm, .usualHigh = 800_mm});
    p.length({.name = "set_back", .label = "Shelves stand back"}, setBack,
             {.low = Length(), .high = 300_mm, .usualLow = Length(), .usualHigh = 20_mm});
    p.choice({.name = "strip", .label = "Strip along their front", .help = "It stiffens the shelf."}, strip,
             caseStrips);
    p.length({.name = "strip_height",
              .label = "Height of the strip",
              .applies = strip == CaseStrip::below || strip == CaseStrip::above},
             stripHeight, {.low = 5_mm, .high = 300_mm, .usualLow = 25_mm, .usualHigh = 70_mm});
    p.length({.name = "strip_thickness", .label = "Its thickness", .applies = strip != CaseStrip::none},
             stripThickness, board);
    p.group("Joints");
    p.choice({.name = "joinery", .label = "Top, bottom and fixed shelves are"}, joinery, caseJoints);
    p.length({.name = "housing", .label = "Depth of the housings", .applies = joinery == CaseJoint::housed},
             housing, {.low = 1_mm, .high = 50_mm, .usualLow = 4_mm, .usualHigh = 10_mm});
    p.choice({.name = "plugs", .label = "Heads that show", .applies = joinery == CaseJoint::screws}, plugs,
             plugWays);
    p.flag({.name = "top_over", .label = "Top over the sides"}, topOver);
    p.group("Back");
    p.choice({.name = "back", .label = "Back"}, back, caseBacks);
    p.choice({.name = "back_sheet", .label = "Of", .applies = back != CaseBack::rails}, backSheet,
             sheetOptions);
    p.length({.name = "back_thickness",
              .label = "As measured",
              .help = "Sheets are thinner than their name.",
              .applies = back != CaseBack::rails},
             backThickness, {.low = 1_mm, .high = 30_mm, .usualLow = 3_mm, .usualHigh = 13_mm});
    p.flag({.name = "back_hole",
            .label = "A hole for cables",
            .help = "60 mm, before the outlet; without one there low in the first bay.",
            .applies = back != CaseBack::rails},
           backHole);
    p.group("Wood");
    p.choice({.name = "stuff", .label = "Case of", .help = "Strips are of boards."}, stuff, caseStuffs);
    p.wood({.name = "species", .label = "Species"}, species);
    p.choice({.name = "grade", .label = "Boards look"}, grade, boardLooks);
}

void BookcaseParams::typed(const std::string& name) {
    if (name == "back" || name == "back_sheet")
        backThickness = nearestSheet(backSheet, backThickness);
    if (name == "stuff" && stuff != CaseStuff::board) {
        thickness = nearestSheet(sheetKind(stuff), thickness);
        shelfThickness = nearestSheet(sheetKind(stuff), shelfThickness);
    }
    if (name == "openings" && !openings.empty())
        shelves = static_cast<int>(openings.size());
}

void BookcaseParams::settle() {
    typed("back");
    if (stuff != CaseStuff::board) {
        if (thickness < 15_mm)
            thickness = 18_mm;
        shelfThickness = thickness;
        typed("stuff");
    } else {
        thickness = std::max(thickness, 15_mm);
        shelfThickness = stripThickness = thickness; // of one shop's boards
    }
    height = std::max(height, 400_mm);
    length = std::max(length, 350_mm);
    if (stand == CaseStand::hung) {
        height = std::min(height, 1100_mm);
        depth = std::min(depth, 320_mm);
    }
    housing = std::min(housing, thickness / 3);
    setBack = std::min(setBack, depth / 10);
    kick = std::clamp(kick, 60_mm, std::max(60_mm, height / 6));
    kickBack = std::min(kickBack, depth / 5);
    notchDepth = std::min(notchDepth, depth / 6);
    sections = onFloor() ? std::clamp(sections, 1, std::max(1, static_cast<int>(length.mm() / 350))) : 1;
    const Length clear = length / sections - thickness * 2;
    bays.clear(); // any widths would seldom add up
    dividers = std::clamp(dividers, static_cast<int>(clear.mm() / 700),
                          std::max(0, static_cast<int>(clear.mm() / 250) - 1));
    const Length high = height - kick - thickness * 2;
    Length used;
    for (Length o : openings)
        used += o + shelfThickness;
    if (used > high - 180_mm)
        openings.clear();
    shelves = openings.empty() ? std::clamp(shelves, 0, std::max(0, static_cast<int>(high.mm() / 190) - 1))
                               : static_cast<int>(openings.size());
    const Length least = openings.empty()
                             ? (high - shelfThickness * shelves) / (shelves + 1)
                             : std::min(*std::min_element(openings.begin(), openings.end()), high - used);
    railHeight = std::clamp(railHeight, 45_mm, std::max(45_mm, least - 20_mm));
    stripHeight = std::clamp(stripHeight, shelfThickness, std::max(shelfThickness, least / 3));
    if (thickness < 14_mm)
        fixed = CaseFixed::all;
}

std::vector<Cure> BookcaseParams::strengthen(const Weakness& w) const {
    std::vector<Cure> out;
    MakeContext ctx;
    ctx.units = w.metric ? "mm" : "in";
    const auto say = [&](Length l) { return exactLength(l, ctx); };
    if (w.check == "way_in") {
        const std::int64_t n = w.atMost > Length() ? (length.nm() + w.atMost.nm() - 1) / w.atMost.nm() : 0;
        if (onFloor() && n > sectionCount() && n <= 12)
            out.push_back({fmt::format("{} sections, screwed together in the room", n), {{"sections", n}}});
        return out;
    }
    const bool shelf = w.check == "shelf_sag" || w.check == "shelf_bending";
    if (shelf && strip == CaseStrip::none)
        out.push_back({"A strip below the front of each shelf", {{"strip", "below"}}});
    if (shelf && strip != CaseStrip::none)
        out.push_back({"A higher strip", {{"strip", "below"}, {"strip_height", (stripHeight + 20_mm).mm()}}});
    if (shelf && (bays.empty() || sectionCount() > 1))
        out.push_back({"One more divider", {{"dividers", dividers + 1}}});
    if (shelf && w.nextThickness > shelfThickness)
        out.push_back({"Shelves of " + say(w.nextThickness), {{"shelf_thickness", w.nextThickness.mm()}}});
    if (w.check == "shelf_joint" && fixed != CaseFixed::all) // a pin holds less than any joint
        out.push_back({"All shelves fixed", {{"fixed", "all"}}});
    if ((w.check == "shelf_joint" || w.check == "hung") && joinery != CaseJoint::housed)
        out.push_back({"Let them into the sides", {{"joinery", "housed"}}});
    if (w.check == "racking" && back == CaseBack::rails)
        out.push_back({"A back panel", {{"back", "rabbet"}}});
    if (w.check == "racking" || w.check == "wall_screws" || w.check == "top_rail")
        out.push_back(
            {"Rail " + say(railHeight + 30_mm) + " high", {{"rail_height", (railHeight + 30_mm).mm()}}});
    if (w.check == "tip_over")
        out.push_back({"Tie it to the wall", {{"tie", true}}});
    if (w.check == "tip_over" || w.check == "wall_tie")
        out.push_back({"Deeper by " + say(40_mm), {{"depth", (depth + 40_mm).mm()}}});
    if (stand == CaseStand::hung)
        out.push_back({"Let it stand on the floor", {{"stand", "standing"}}});
    return out;
}

std::optional<Cure> BookcaseParams::resize(const PartWish& wish) const {
    Cure c;
    const bool upright =
        wish.part.starts_with("side") || wish.part.starts_with("divider") || wish.part == "back";
    const bool low =
        wish.part.starts_with("kick") || wish.part.starts_with("frame") || wish.part.starts_with("block");
    if (wish.shorterBy > Length()) {
        if (low && wish.part != "kick")
            return std::nullopt;
        c.changes.push_back(upright ? ParameterChange{"height", (height - wish.shorterBy).mm()}
                                    : ParameterChange{"length", (length - wish.shorterBy).mm()});
    }
    if (wish.width > Length()) {
        if (wish.part == "back")
            return std::nullopt;
        c.changes.push_back(low                             ? ParameterChange{"kick", wish.width.mm()}
                            : wish.part.starts_with("rail") ? ParameterChange{"rail_height", wish.width.mm()}
                            : wish.part.starts_with("strip")
                                ? ParameterChange{"strip_height", wish.width.mm()}
                                : ParameterChange{"depth", (depth + wish.width - wish.widthNow).mm()});
    }
    if (wish.thickness > Length())
        c.changes.push_back({wish.part == "back"              ? "back_thickness"
                             : wish.part.starts_with("shelf") ? "shelf_thickness"
                             : wish.part.starts_with("strip") ? "strip_thickness"
                                                              : "thickness",
                             wish.thickness.mm()});
    return c;
}

// Every opening is as high as what stands in it in any bay, and a hand's room to tip it out; what is left
// goes to them all alike, and where nothing is left the case grows.
std::optional<Cure> BookcaseParams::makeRoom(const std::map<std::string, Length>& high) const {
    const Length hand = 30_mm;
    const int n = openings.empty() ? shelves : static_cast<int>(openings.size());
    if (n < 1)
        return std::nullopt;
    std::vector<Length> want(static_cast<std::size_t>(n) + 1, 120_mm);
    for (const auto& [id, h] : high) {
        std::size_t level = 0;
        if (id.starts_with("shelf-"))
            std::from_chars(id.data() + id.rfind('-') + 1, id.data() + id.size(), level);
        else if (!id.starts_with("bottom"))
            continue;
        if (level < want.size())
            want[level] = std::max(want[level], h + hand);
    }
    Length all;
    for (Length w : want)
        all += w;
    const Length raised = onFloor() && base != CaseBase::none ? kick : Length();
    const Length clear = height - raised - thickness * 2 - shelfThickness * n;
    Cure cure{"Spaced by what stands there", {}};
    if (all > clear)
        cure.changes.push_back({"height", (height + all - clear).mm()});
    const Length spare = all > clear ? Length() : (clear - all) / (n + 1);
    nlohmann::ordered_json list = nlohmann::ordered_json::array();
    for (std::size_t i = 0; i + 1 < want.size(); ++i)
        list.push_back(Length::nm((want[i] + spare).nm() / 100'000 * 100'000).mm());
    cure.changes.push_back({"openings", std::move(list)});
    return cure;
}

std::optional<Cure> BookcaseParams::heighten(Length by) const {
    return Cure{"High enough to cover it", {{"height", (height + by).mm()}}};
}

} // namespace owl
