// What the house is told of a corner shelf: where things stand, what holds it on which wall, how it goes up.
#include "piece/corner/corner_builder.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <numbers>

namespace owl {

void CornerBuilder::describeRest() {
    Assembly& a = d_.assembly;
    a.surfaceZ = Length::mm(zs_ + t_);
    a.top = a.height;
    a.surfaceBack = Length();
    a.surfaceFront = a.depth;
    surface();
    ledgers();
    spanOfParts();
    a.standsOut = Length::mm(f_.depth);
    const double z = zs_ + t_;
    a.dimensions = {{{0, 0, 0}, {f_.a, 0, 0}, Dimension::In::front, "length", 1},
                    {{0, 0, zs_}, {0, 0, z}, Dimension::In::section, "thickness", -1},
                    {{0, 0, zs_ - ch_}, {0, 0, zs_}, Dimension::In::section, "cleat_height", -1}};
    a.dimensions.push_back({{0, 0, z}, {f_.a, 0, z}, Dimension::In::top, "length", 1});
    if (round())
        return;
    const Vec3 B = f_.along2 * f_.b;
    a.dimensions.push_back({{0, 0, z}, {B.x, B.y, z}, Dimension::In::top, "leg2", -1});
    if (!ell())
        a.dimensions.push_back({f_.frontFrom, f_.frontTo, Dimension::In::top, "", 1});
}

void CornerBuilder::surface() {
    Surface s;
    s.id = "top";
    s.name = "shelf";
    s.x1 = Length::mm(f_.a);
    s.y1 = d_.assembly.depth;
    s.z = d_.assembly.surfaceZ;
    if (ell()) { // the arms' own outline: its middle is told right, though it is not convex
        const double d = std::max(20.0, p_.arm.mm());
        const double half = f_.angle * std::numbers::pi / 360;
        const double far = d / std::sin(half);
        s.outline = {f_.ring[0], f_.ring[1], f_.ring[2], {far * std::cos(half), far * std::sin(half)},
                     f_.ring[3], f_.ring[4]};
    } else {
        s.outline = f_.ring;
    }
    d_.assembly.surfaces = {s};
}

void CornerBuilder::ledgers() {
    LedgersSeat seat;
    for (int wall : {0, 1}) {
        LedgerSeat on;
        if (rodded() && wall == 0) {
            seat.on.push_back(rodWall());
            continue;
        }
        on.to = wall == 0 ? "wall" : "second_wall";
        on.part = "cleat-" + side(wall);
        on.along = along(wall);
        on.out = out(wall);
        on.from = Length();
        on.until = Length::mm(cleatEnd(wall));
        on.low = Length::mm(zs_ - ch_);
        on.rows = {Length::mm(row())};
        on.through = Length::mm(ct_);
        const double s = holdAt_.at(static_cast<std::size_t>(wall));
        on.hidden.emplace_back(Length::mm(s - 9), Length::mm(s + 9));
        // A screw through the mitre would split its tip.
        on.hidden.emplace_back(Length(), Length::mm(ct_ / std::tan(f_.angle * std::numbers::pi / 360) + 15));
        seat.on.push_back(std::move(on));
    }
    if (!rodded()) { // rods keep it down themselves
        seat.leg1 = seat.on[0].until;
        seat.leg2 = seat.on[1].until;
    }
    seat.captures = captures_;
    seat.word = "cleat";
    hands(seat);
    front(seat);
    seat.stages = stages();
    d_.assembly.seats.emplace_back(std::move(seat));
}

LedgerSeat CornerBuilder::rodWall() const {
    LedgerSeat on;
    on.rods = true;
    on.along = along(0);
    on.out = out(0);
    on.from = 30_mm;
    on.until = Length::mm(f_.a - 25);
    on.low = Length::mm(zs_);
    on.rows = {Length::mm(zs_ + t_ / 2)};
    on.through = Length::mm(t_);
    on.play = p_.rodPlay;
    return on;
}

void CornerBuilder::hands(LedgersSeat& seat) const {
    const double half = f_.angle * std::numbers::pi / 360;
    const double z = d_.assembly.height.mm();
    const auto at = [&](const Vec3& p) { seat.hands.push_back({p.x, p.y, z}); };
    if (round()) {
        for (double t : {0.1, 1.0, 1.9})
            at({f_.depth * std::cos(half * t), f_.depth * std::sin(half * t), 0});
        return;
    }
    if (ell()) {
        at(Vec3{f_.a, p_.arm.mm(), 0});
        at(f_.along2 * f_.b + f_.out2 * p_.arm.mm());
        return;
    }
    at(f_.frontFrom);
    at((f_.frontFrom + f_.frontTo) / 2);
    at(f_.frontTo);
}

double CornerBuilder::boredInFront(double wide) const {
    const Hole* h = cableHole(d_.assembly);
    if (!h)
        return 0;
    const Vec3 at{h->at.x, h->at.y, 0};
    const double behind = round() ? f_.depth - norm(at) : dot(f_.frontFrom - at, f_.frontOut) - stripT();
    return behind - h->diameter / 2 < wide ? h->diameter : 0;
}

void CornerBuilder::front(LedgersSeat& seat) const {
    BentFront b;
    const std::string board = boards_.empty() ? std::string() : boards_.back();
    const double c1 = seat.on[0].until.mm();
    const double c2 = seat.on[1].until.mm();
    if (ell()) {
        const double d = p_.arm.mm();
        const double c = std::min(c1, c2);
        const Hole* cable = cableHole(d_.assembly);
        const double left = std::max(1.0, d - (cable ? cable->diameter : 0));
        b.words = lapped() ? "the L in its corner, where a half lap leaves half of each board"
                           : "the L in its corner";
        b.moment = "M = F d (1 − d/c): the other arm turns with it";
        b.assumed = "the load of one arm stands in the middle of its depth";
        b.perHand = d * std::max(0.0, 1 - d / c);
        b.perLoad = b.perHand / 2; // the load of one arm stands in its middle
        b.share = 0.5;
        b.section = {{board, left, lapped() ? t_ / 2 : t_, 0, 0}};
        seat.front = b;
        return;
    }
    const Vec3 e1 = along(0) * c1;
    const Vec3 e2 = along(1) * c2;
    const double span = norm(e1 - e2);
    const double inner = round() ? f_.depth : f_.depth - stripT();
    const double wide = inner / 3;
    b.words = "the front, a strip of " + say(Length::mm(std::round(wide)));
    b.moment = "M = share × W L/8 + F L/4";
    b.assumed = "the rest of the board lies on its cleats";
    b.span = Length::mm(span);
    b.share = 5.0 / 9; // of a triangle, the third that is nearest its front: 1 - (2/3)²
    b.perLoad = span / 8;
    b.perHand = span / 4;
    b.section = {{board, std::max(1.0, wide - boredInFront(wide)), t_, zs_, 0}};
    if (stripped())
        b.section.push_back({"strip", stripT(), t_ + rise_ + drop_, zs_ - drop_, 0});
    if (!ofSheet() && norm(f_.frontOut) > 0.5)
        b.grainTurned =
            p_.grain == CornerGrain::front
                ? 0
                : std::acos(std::clamp(std::abs(f_.frontOut.y), 0.0, 1.0)) * 180 / std::numbers::pi;
    else if (!ofSheet())
        b.grainTurned = f_.angle / 2;
    seat.front = b;
}

std::vector<WallStage> CornerBuilder::stages() const {
    std::vector<WallStage> out;
    if (rodded()) {
        out.push_back(
            {"fix-support",
             "Set the rods, screw the cleat on",
             "Bore for the rods through a block with a hole of the rod's size, held flat on the wall: "
             "square to it, level. Push them in and lay a straight strip on them; screw the cleat to "
             "the other wall so that its upper edge is as far below that strip as the holes are above "
             "the shelf's lower face.",
             {"guide block", "level", "straight strip", "driver"},
             35});
        out.push_back(
            {"hang",
             "Slide the shelf on",
             "Try it dry first: along the second wall, over the cleat, onto all rods at once. Ease the "
             "hole that binds, not the other. Then drive the capture screw up through the cleat: the "
             "rods stay dry, it must come off again one day.",
             {"mallet", "strip of waste wood", "driver with a long bit"},
             15});
        return out;
    }
    out.push_back(
        {"fix-support",
         "Screw the cleat to both walls",
         fmt::format("Start in the corner: the leg along the shelf's own wall first, its lower edge "
                     "on the line, level; then the other leg from the same line, its mitre closed "
                     "on the first. Where a wall is hollow pack behind the leg, so that both lie in "
                     "one plane. Lay the shelf on dry: it must not rock, and its back edges must "
                     "follow both walls; mark and plane them where they do not."),
         {"driver", "level", "packing"},
         20});
    out.push_back(
        {"hang",
         hooked() ? "Slide the shelf on" : "Lay the shelf on",
         hooked()
             ? "Push it towards the corner along the line that halves it, so that the tongues of both "
               "strips go into their grooves together. If one binds, ease its tongue, not the groove. "
               "Then drive a capture screw up through the outer end of each leg, with a long bit: it "
               "cannot lift or slide out."
             : "Press it into the corner and drive a capture screw up through the outer end of each leg, "
               "with a long bit: without them a hand on the front lifts it off in the corner.",
         {"driver with a long bit"},
         10});
    return out;
}

} // namespace owl
