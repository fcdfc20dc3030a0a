#include "piece/cable_way.h"

#include <algorithm>
#include <fmt/format.h>

namespace owl {
namespace {

/// mm of wood wanted on every side of the hole.
constexpr double around = 15;

} // namespace

void describeCable(Parameters& p, CableWay& cable) {
    p.flag({.name = "cable",
            .label = "A hole for a cable",
            .help = "Where a lamp, charger or player stands; what it leaves of the board is reckoned with."},
           cable.on);
    p.length({.name = "cable_at", .label = "From the left end", .applies = cable.on}, cable.at,
             {.low = Length(), .high = 30'000_mm, .usualLow = 60_mm, .usualHigh = 1400_mm});
    p.length({.name = "cable_d", .label = "Diameter of that hole", .applies = cable.on}, cable.d,
             {.low = 3_mm, .high = 80_mm, .usualLow = 8_mm, .usualHigh = 40_mm});
}

void settleCable(CableWay& cable, Length length) {
    cable.at = std::clamp(cable.at, 80_mm, std::max(80_mm, length - 80_mm));
}

void boreCable(Draft& draft, Part& board, const CableWay& cable, double y, const std::vector<Length>& taken,
               const MakeContext& ctx) {
    const Bounds3 b = board.solid.bounds();
    const double r = cable.d.mm() / 2;
    const double x = cable.at.mm();
    const auto cure = [&](Length at) {
        return std::vector<Cure>{{"Hole at " + exactLength(at, ctx), {{"cable_at", at.mm()}}},
                                 {"No hole", {{"cable", false}}}};
    };
    if (x - r < b.low.x + around || x + r > b.high.x - around || y + r > b.high.y - around ||
        y - r < b.low.y) {
        draft.problems.push_back({"cable_at_end", "cable_at",
                                  fmt::format("A cable hole of {} finds too little wood around it there.",
                                              exactLength(cable.d, ctx)),
                                  true, cure(Length::mm((b.low.x + b.high.x) / 2))});
        return;
    }
    const Length clear = cable.d / 2 + 12_mm;
    for (Length t : taken)
        if (abs(t - cable.at) < clear) {
            draft.problems.push_back(
                {"cable_in_the_way", "cable_at",
                 fmt::format("The cable hole meets what stands at {}.", exactLength(t, ctx)), true,
                 cure(t + clear + 5_mm)});
            return;
        }
    board.holes.push_back(
        {board.id + "/cable", {x, y, b.high.z}, {0, 0, -1}, cable.d.mm(), b.high.z - b.low.z, "cable"});
}

} // namespace owl
