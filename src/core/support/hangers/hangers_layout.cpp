// Where cleats, profiles, plates and rings find room behind a rail.
#include "assembly/reach.h"
#include "solid/query.h"
#include "support/hangers/hangers.h"
#include "support/words.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <numbers>

namespace owl {
namespace {

using words::mm;

constexpr double cleatThin = 15; // mm: a hook of thinner wood is too shallow
constexpr double leastGrip = 12; // mm of the piece's half above the bevel that is glued on
constexpr double leastFoot = 20; // mm of the wall's half below the bevel, for its screws
constexpr double screwBelow = 8; // mm from there to the screws
constexpr double hideEnds = 20;  // mm that cleats stay short of the rail's ends

/// Two bevelled halves and a spacer as thick as they are, one above the other behind the rail.
void layCleat(HangerLayout& l, double thickness, double bevel) {
    l.standOff = thickness;
    l.rise = thickness * std::tan(bevel * std::numbers::pi / 180);
    const double room = l.top - l.railLow;
    const double need = hangerSpacerHigh + 2 + leastFoot + l.rise + leastGrip;
    if (thickness < cleatThin)
        l.refusal = fmt::format("a cleat wants boards of {} or thicker; the rail's are {}", mm(cleatThin),
                                mm(thickness));
    else if (room < need)
        l.refusal = fmt::format("the back rail is {} high; two halves of a cleat and its spacer need {}",
                                mm(room), mm(std::ceil(need)));
    if (!l.refusal.empty())
        return;
    const double spare = room - need;
    const double foot = leastFoot + std::min(25.0, spare / 2);
    l.pieceHigh = l.top;
    l.pieceLow = l.top - l.rise - leastGrip - std::min(18.0, spare / 2);
    l.wallHigh = l.pieceLow;
    l.wallLow = l.wallHigh - foot;
    l.screwZ = l.wallHigh - screwBelow;
    l.contact = l.pieceLow + l.rise / 2;
}

void layProfile(HangerLayout& l, const Hanger& h) {
    l.standOff = h.standOff;
    l.pieceHigh = l.top - 4;
    l.pieceLow = l.pieceHigh - h.height;
    l.wallHigh = l.pieceLow + h.engaged;
    l.wallLow = l.wallHigh - h.height;
    l.screwZ = l.pieceLow - (h.height - h.engaged) / 2;
    l.contact = l.pieceLow + h.engaged / 2;
    if (l.wallLow < l.railLow + hangerSpacerHigh + 2)
        l.refusal =
            fmt::format("the back rail is {} high; two profiles and a bumper need {}", mm(l.top - l.railLow),
                        mm(4 + 2 * h.height - h.engaged + hangerSpacerHigh + 2));
}

/// Plates, slots and rings at single places, 20 mm or once and a half its thickness below the rail's edge.
void layHook(HangerLayout& l, const Hanger& h, double thickness) {
    l.standOff = h.standOff;
    if (h.kind == HangerKind::eight) { // one eye on the rail, the other above it
        l.screwZ = l.contact = l.top + h.height / 4;
        return;
    }
    const double below = std::max(20.0, 1.5 * thickness);
    l.screwZ = l.contact = l.top - below;
    const double room = l.top - l.railLow;
    const double behind = h.kind == HangerKind::keyhole && h.thickness <= 0 ? 4 : 3;
    if (h.recess > 0 && thickness - h.recess < behind)
        l.refusal = fmt::format("{} are let in {} deep and leave {} of the rail; {} are wanted", h.name,
                                mm(h.recess), mm(std::max(0.0, thickness - h.recess)), mm(behind));
    const double need = below + h.height + (h.standOff > 0 ? hangerSpacerHigh - 8 : 0);
    if (l.refusal.empty() && room < need)
        l.refusal = fmt::format("the back rail is {} high; {} need {}", mm(room), h.name, mm(need));
}

} // namespace

namespace {

/// Where a spacer may begin so that a screw through its middle reaches the wall through the rail alone: first
/// with room for a driver over what stands close by, then without, then wherever the rail begins.
struct SpacerPlace {
    double low = 0;
    bool clear = false;
};
std::vector<SpacerPlace> spacerPlaces(const Assembly& a, const RailSeat& seat, const Part& rail) {
    constexpr double highest = 45; // mm above the rail's lower edge
    constexpr double close = 40;   // mm in front of the rail
    const Bounds3 b = rail.solid.bounds();
    const double x = (seat.left + seat.right).mm() / 2;
    // Of all the cells of all parts only those that a driver or a screw at x could meet at any height.
    std::vector<std::pair<Solid, Bounds3>> near;
    for (const auto& p : a.parts) {
        if (p.id == rail.id || p.solid.empty())
            continue;
        const Bounds3 whole = p.solid.bounds();
        if (whole.low.x >= x || whole.high.x <= x)
            continue;
        for (const auto& c : p.solid.cells)
            if (const Bounds3 box = boundsOf(c); box.low.x < x + 14 && box.high.x > x - 14 &&
                                                 box.low.y < b.high.y + close && box.high.y > b.low.y)
                near.push_back({Solid{{c}}, box});
    }
    const auto clear = [&](double z, double radius) {
        const Vec3 from{x, b.high.y, z};
        for (const auto& [cell, box] : near)
            if (box.low.z < z + radius + 1 && box.high.z > z - radius - 1 &&
                (cylinderMeets(cell, from, from + Vec3{0, close, 0}, radius) ||
                 cylinderMeets(cell, from, {x, b.low.y, z}, 3)))
                return false;
        return inside(rail.solid, {x, b.low.y + 0.1, z}, {x, b.high.y - 0.1, z}).size() == 1;
    };
    std::vector<SpacerPlace> out;
    for (double radius : {12.5, 6.0})
        for (double up = 0; up <= highest; up += 1)
            if (clear(b.low.z + up + hangerSpacerHigh / 2, radius)) {
                out.push_back({b.low.z + up, true});
                break;
            }
    out.push_back({b.low.z, false});
    return out;
}

HangerLayout layoutOn(const Assembly& a, const SupportOption& option, const RailSeat& seat, const Part& rail,
                      const SpacerPlace& spacer);

} // namespace

bool somethingAboveRail(const Assembly& a, double high) {
    const auto above = [&](const RailSeat* seat) {
        const Part* rail = a.find(seat->part);
        if (!rail || rail->solid.empty())
            return false;
        const Bounds3 r = rail->solid.bounds();
        return std::any_of(a.parts.begin(), a.parts.end(), [&](const Part& p) {
            if (p.id == rail->id || p.solid.empty())
                return false;
            const Bounds3 b = p.solid.bounds();
            return b.low.y < r.high.y && b.high.z > r.high.z + 0.1 && b.low.z < r.high.z + high &&
                   b.low.x < r.high.x - 1 && b.high.x > r.low.x + 1;
        });
    };
    const auto rails = a.all<RailSeat>();
    return std::any_of(rails.begin(), rails.end(), above);
}

const HangerLayout& layoutAt(const std::vector<HangerLayout>& layouts, const Assembly& a, double x) {
    if (layouts.size() == 1)
        return layouts.front();
    const auto rails = a.all<RailSeat>(); // in the order of the layouts, which outlive the copy of the piece
    const auto it = std::find(rails.begin(), rails.end(), railAt(a, Length::mm(x)));
    return it == rails.end() ? layouts.front() : layouts.at(static_cast<std::size_t>(it - rails.begin()));
}

HangerLayout hangerLayout(const Assembly& a, const SupportOption& option, const RailSeat& seat) {
    const Part* rail = a.find(seat.part);
    HangerLayout l;
    if (!rail || rail->solid.empty()) {
        l.refusal = "nothing of the piece lies against the wall";
        return l;
    }
    const HangerKind kind = option.hanger->kind;
    if (kind != HangerKind::cleat && kind != HangerKind::rail)
        return layoutOn(a, option, seat, *rail, {rail->solid.bounds().low.z, false});
    for (const auto& place : spacerPlaces(a, seat, *rail)) {
        l = layoutOn(a, option, seat, *rail, place);
        if (l.refusal.empty())
            break;
    }
    return l;
}

namespace {

HangerLayout layoutOn(const Assembly& a, const SupportOption& option, const RailSeat& seat, const Part& rail,
                      const SpacerPlace& spacer) {
    HangerLayout l;
    const Bounds3 b = rail.solid.bounds();
    const double thickness = b.high.y - b.low.y;
    l.x0 = seat.left.mm() + hideEnds;
    l.x1 = seat.right.mm() - hideEnds;
    l.railLow = spacer.low;
    l.keepers = spacer.clear;
    l.top = b.high.z;
    l.bearing = spacer.low + hangerSpacerHigh / 2;
    if (seat.leans > Length() &&
        a.standOff > Length()) // set in: the lower rear edge of the piece itself presses
        l.bearing = l.top - seat.leans.mm();
    const Hanger& h = *option.hanger;
    if (h.kind == HangerKind::cleat)
        layCleat(l, thickness, h.bevel);
    else if (h.kind == HangerKind::rail)
        layProfile(l, h);
    else
        layHook(l, h, thickness);
    if (l.refusal.empty() && l.arm() < 20)
        l.refusal = fmt::format("only {} lie between the hook and where the piece leans on the wall",
                                mm(std::max(0.0, l.arm())));
    if (l.refusal.empty() && l.x1 - l.x0 < 100)
        l.refusal = "the rail is too short to hang on anything behind it";
    return l;
}

} // namespace

} // namespace owl
