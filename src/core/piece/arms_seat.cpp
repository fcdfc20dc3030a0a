#include "piece/arms_seat.h"

#include "piece/wood_choices.h"

#include <algorithm>
#include <array>
#include <fmt/format.h>

namespace owl {
namespace {

constexpr std::array boxFixes{Option{"above", "from above"}, Option{"below", "from below"},
                              Option{"none", "not at all"}};

} // namespace

void describeArms(Parameters& p, ArmsAsk& ask, const char* box, bool applies) {
    const std::string play = fmt::format("Play of the {}", box);
    p.group("Ledger and arms");
    p.length({.name = "frame", .label = "Boards for them", .applies = applies}, ask.frame,
             {.low = Length::mm(0.5), .high = 200_mm, .usualLow = 15_mm, .usualHigh = 32_mm, .board = true});
    p.length({.name = "arm_spacing",
              .label = "Arms at most apart",
              .help = "They stand beside the studs; more come between them only where they would be farther "
                      "apart than this.",
              .applies = applies},
             ask.spacing, {.low = 20_mm, .high = 2000_mm, .usualLow = 300_mm, .usualHigh = 700_mm});
    p.length({.name = "clearance",
              .label = play.c_str(),
              .help = "So that it slides on; it adds to the droop.",
              .applies = applies},
             ask.clearance, {.low = Length(), .high = 10_mm, .usualLow = Length::mm(0.5), .usualHigh = 2_mm});
    p.choice({.name = "fix", .label = "Screwed to the ledger", .applies = applies}, ask.fix, boxFixes);
    p.choice({.name = "plugs", .label = "Heads that show", .applies = applies && ask.fix == BoxFix::above},
             ask.plugs, plugWays);
}

std::vector<Cure> strongerArms(const ArmsAsk& ask, Length height, const Weakness& w) {
    std::vector<Cure> out;
    MakeContext ctx;
    ctx.units = w.metric ? "mm" : "in";
    const Length step = w.metric ? 20_mm : Length::inches(3, 4);
    for (int n : {1, 2})
        out.push_back(
            {"Height " + exactLength(step * n, ctx) + " more", {{"height", (height + step * n).mm()}}});
    const Length closer = ask.spacing * 2 / 3;
    if (w.check == "arm" || w.check == "arm_joint" || w.check == "arm_shear")
        out.push_back({"Arms every " + exactLength(closer, ctx), {{"arm_spacing", closer.mm()}}});
    if (w.check == "skin")
        out.push_back({"Arms every " + exactLength(closer, ctx), {{"arm_spacing", closer.mm()}}});
    if (w.check == "ledger_twist" || w.check == "droop") {
        const Length wide = w.metric ? 650_mm : Length::inches(26);
        if (ask.spacing < wide)
            out.push_back({"Arms beside the studs only", {{"arm_spacing", wide.mm()}}});
        const Length thicker = ask.frame + (w.metric ? 9_mm : Length::inches(1, 4));
        out.push_back(
            {"Boards of " + exactLength(thicker, ctx) + " for ledger and arms", {{"frame", thicker.mm()}}});
    }
    if (w.check == "droop" && ask.clearance > Length::mm(0.5))
        out.push_back({"Less play", {{"clearance", 0.5}}});
    return out;
}

void ArmsBuilder::checkArms(const ArmsAsk& ask, Length height, Length inside, Length depth, Length front) {
    if (inside < 24_mm)
        problem("no_hollow", "height",
                fmt::format("Inside a height of {} there are {}: no ledger fits.", say(height),
                            say(std::max(Length(), inside))))
            .cures.push_back(to("Height", "height", height - inside + 44_mm));
    if (depth - front - ask.frame < 60_mm)
        problem("no_arms", "depth",
                fmt::format("A front of {} and a ledger of {} leave no room for arms in a depth of {}.",
                            say(front), say(ask.frame), say(depth)))
            .cures.push_back(to("Depth", "depth", front + ask.frame + 90_mm));
    if (ask.spacing < 60_mm)
        problem("arms_too_close", "arm_spacing",
                "Arms closer than that leave no room for the ledger's screws.")
            .cures.push_back(to("Arms every", "arm_spacing", 300_mm));
}

void ArmsBuilder::checkPlugs(const ArmsAsk& ask, Length top, const char* key) {
    const Screw* fixing = catalog().findScrew(ctx_.metricScrews ? "m4" : "g8");
    if (ask.fix == BoxFix::above && ask.plugs != PlugWay::filled && fixing &&
        !plugSink(fixing->countersink(), top.mm()))
        noPlugs("top", key, top, fixing->countersink());
}

void ArmsBuilder::seatArms(CavitySeat c, const ArmsAsk& ask) {
    Assembly& a = d_.assembly;
    c.frame = ask.frame;
    c.spacing = ask.spacing;
    // Screws from below draw the box down on its arms: there is no room left for more play than that.
    c.clearance = ask.fix == BoxFix::below ? std::min(ask.clearance, Length::mm(0.9)) : ask.clearance;
    c.fix = boxFixes.at(static_cast<std::size_t>(ask.fix)).id;
    c.plugs = a.plugs = ask.plugs;
    c.rows = ctx_.rows;
    c.top = "top";
    c.bottom = "bottom";
    a.seats.emplace_back(std::move(c));
}

} // namespace owl
