#include "piece/corner/corner_builder.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <numbers>

// Seen from above the corner is the origin, x runs along the shelf's own wall, the second wall leaves the
// corner at its measured angle. The two legs of the cleat meet on the line that halves this angle. The shelf
// lies on the cleat at z = zs; capture strips under it hook into a groove of the cleat, or under a lip in
// front of it.

namespace owl {

void CornerBuilder::run() {
    checkParameters();
    sizes();
    shelf();
    frontStrips();
    for (int wall : {0, 1})
        if (!rodded() || wall == 1)
            cleat(wall);
    if (!rodded())
        cornerOfCleats();
    if (hooked())
        for (int wall : {0, 1})
            captureStrip(wall);
    captureScrews();
    if (!rodded())
        boreCable(d_, p_.cable, {boards_, ct_ + 10, std::max(f_.a, f_.b)}, ctx_);
    describeRest();
}

void CornerBuilder::checkParameters() {
    if (p_.angle < 45 || p_.angle > 135)
        problem("corner_angle", "angle",
                fmt::format("A corner of {:g}° takes no shelf on a cleat of two legs; between 45° and 135° "
                            "it does. It is drawn for {:g}°.",
                            p_.angle, f_.angle))
            .cures = {{fmt::format("{:g}°", f_.angle), {{"angle", f_.angle}}},
                      {"A right angle", {{"angle", 90.0}}}};
    for (const auto& [key, leg] : {std::pair{"length", p_.length}, std::pair{"leg2", p_.leg2}})
        if (leg < 150_mm && !(round() && std::string(key) == "leg2"))
            problem("leg_short", key,
                    fmt::format("A leg of {} leaves no room for a cleat that reaches a stud; {} does.",
                                say(leg), say(250_mm)))
                .cures.push_back(to("Leg", key, 250_mm));
    if (p_.length > 1200_mm || (!round() && p_.leg2 > 1200_mm))
        problem("leg_long", "length",
                fmt::format("Legs of more than {} make a shelf nobody reaches into; it also bends in its "
                            "middle.",
                            say(1200_mm)))
            .cures = {{"Legs of " + say(600_mm), {{"length", 600.0}, {"leg2", 600.0}}}};
    if (!round() && std::max(p_.length, p_.leg2) > std::min(p_.length, p_.leg2) * 3)
        problem("legs_unequal", "leg2",
                fmt::format("Legs of {} and {} are too unequal: the shelf tips over the short one.",
                            say(p_.length), say(p_.leg2)))
            .cures.push_back(to("The other leg", "leg2", p_.length));
    if (rodded() && (p_.thickness < 24_mm || ofSheet()))
        problem("too_thin_for_rods", "thickness",
                fmt::format("Rods want boards of {} at least around them; this is {}{}.", say(24_mm),
                            say(p_.thickness), ofSheet() ? " of sheet" : ""))
            .cures = {{"Boards of " + say(40_mm), {{"made", "boards"}, {"thickness", 40.0}}},
                      {"A cleat on both walls", {{"carried", "cleats"}}}};
    if (p_.thickness < 12_mm)
        problem(
            "too_thin", "thickness",
            fmt::format("A board of {} takes no screws from below; {} does.", say(p_.thickness), say(18_mm)))
            .cures.push_back(to("Thickness", "thickness", 18_mm));
    checkFront();
    checkCleat();
}

void CornerBuilder::checkFront() {
    if (lapped() && p_.thickness < 16_mm)
        problem("lap_too_thin", "thickness",
                fmt::format("The arms cross in a half lap; of {} each keeps {}, too little to carry.",
                            say(p_.thickness), say(p_.thickness / 2)))
            .cures = {to("Boards", "thickness", 22_mm), {"Of plywood", {{"made", "sheet"}}}};
    if (ell() && (p_.arm > Length::mm(0.7 * std::min(p_.length, p_.leg2).mm()) || p_.arm < 80_mm))
        problem("arm_deep", "arm",
                fmt::format("Arms {} deep on legs of {} make no L.", say(p_.arm),
                            say(std::min(p_.length, p_.leg2))))
            .cures.push_back(to(
                "Arms", "arm", std::max(80_mm, round5(Length::mm(0.4 * std::min(p_.length, p_.leg2).mm())))));
    if (ell() && p_.strip)
        problem("ell_strip", "strip", "The front of an L has an inner corner; its edge is shaped instead.",
                false)
            .cures.push_back({"No strip", {{"strip", false}}});
    if (round() && p_.strip)
        problem("round_strip", "strip",
                "A strip does not bend round a quarter circle; the edge is shaped instead.", false)
            .cures = {{"No strip", {{"strip", false}}}, {"A straight front", {{"front", "straight"}}}};
    if (stripped() && p_.drop > p_.cleatHeight + 120_mm)
        problem("drop_deep", "drop",
                fmt::format("A strip that hangs {} below the shelf hides more than the cleat of {}.",
                            say(p_.drop), say(p_.cleatHeight)),
                false)
            .cures.push_back(to("Drop", "drop", p_.cleatHeight + 5_mm));
}

void CornerBuilder::checkCleat() {
    const Length least = hooked() ? 36_mm : 25_mm;
    if (p_.cleatHeight < least)
        problem("cleat_low", "cleat_height",
                fmt::format("A cleat {} high has no room for its wall screws{}; it needs {}.",
                            say(p_.cleatHeight), hooked() ? " below what the strips hook into" : "",
                            say(least)))
            .cures.push_back(to("Cleat", "cleat_height", 45_mm));
    if (p_.cleatThickness < 15_mm)
        problem("cleat_thin", "cleat_thickness",
                fmt::format("A cleat of {} splits at its screws; {} does not.", say(p_.cleatThickness),
                            say(18_mm)))
            .cures.push_back(to("Cleat", "cleat_thickness", 18_mm));
    if (p_.capture == CornerCapture::groove && p_.thickness < 15_mm)
        problem("strip_thin", "capture",
                fmt::format("A capture strip of {} has no tongue left beside its rabbet.", say(p_.thickness)))
            .cures = {{"Screws up through the cleat", {{"capture", "screws"}}}};
}

void CornerBuilder::sizes() {
    Assembly& a = d_.assembly;
    const double drop = stripped() ? std::max(0.0, p_.drop.mm()) : 0;
    rise_ = stripped() ? std::max(0.0, p_.rise.mm()) : 0;
    t_ = std::max(1.0, p_.thickness.mm());
    ch_ = std::max(5.0, p_.cleatHeight.mm());
    ct_ = std::max(5.0, p_.cleatThickness.mm());
    zs_ = std::max(ch_, drop);
    drop_ = drop;
    double x0 = 0;
    double x1 = 0;
    double y1 = 0;
    for (const auto& q : f_.ring) {
        x0 = std::min(x0, q[0]);
        x1 = std::max(x1, q[0]);
        y1 = std::max(y1, q[1]);
    }
    a.length = Length::mm(x1 - x0);
    a.depth = Length::mm(y1);
    a.height = Length::mm(zs_ + t_ + rise_);
}

Draft CornerParams::make(const MakeContext& ctx, const Catalog& catalog) const {
    Draft d;
    CornerBuilder(*this, ctx, d, catalog).run();
    return d;
}

} // namespace owl
