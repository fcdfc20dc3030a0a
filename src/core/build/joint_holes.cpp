#include "build/joint_holes.h"

#include "solid/query.h"

#include <algorithm>
#include <fmt/format.h>

namespace owl {
namespace {

Part* partOf(Assembly& a, const std::string& id) {
    const auto it = std::find_if(a.parts.begin(), a.parts.end(), [&](const Part& p) { return p.id == id; });
    return it == a.parts.end() ? nullptr : &*it;
}

void bore(Part& p, const std::string& joint, const Vec3& at, const Vec3& d, double diameter, double depth) {
    if (depth <= 0 || diameter <= 0)
        return;
    const auto n =
        std::count_if(p.holes.begin(), p.holes.end(), [&](const Hole& h) { return h.purpose == joint; });
    p.holes.push_back({fmt::format("{}/{}-{}", p.id, joint, n + 1), at, d, diameter, depth, joint});
}

/// A screw: wide enough to pass through in the first part, its pilot in the others.
void boreScrew(Assembly& a, const Joint& j, const Fastener& f, double G, const Catalog& catalog) {
    const Screw* s = catalog.findScrew(j.screwId);
    for (std::size_t i = 0; i < f.passes.size(); ++i) {
        Part* p = partOf(a, f.passes[i]);
        if (!p)
            continue;
        const Vec3 back = f.from - f.direction * (i == 0 ? j.counterbore.mm() : 0.0);
        const auto in = inside(p->solid, back, f.from + f.direction * f.length);
        if (in.empty())
            continue;
        const double whole = norm(f.from + f.direction * f.length - back);
        const Vec3 mouth = back + f.direction * (whole * in.front().from);
        const double deep = whole * (in.back().to - in.front().from);
        const double pilot = s ? (G > 0.5 ? s->pilotHard : s->pilotSoft) : f.diameter * 0.6;
        bore(*p, j.id, mouth, f.direction, i == 0 ? (s ? s->clearance : f.diameter + 0.5) : pilot, deep);
    }
}

/// The pocket from the face down to the head, then the thin end of the stepped bit; no pilot: the screw cuts.
void borePocket(Assembly& a, const Joint& j, const Fastener& f, const Catalog& catalog) {
    const Screw* s = catalog.findScrew(j.screwId);
    Part* p = partOf(a, j.first);
    if (!p || !s)
        return;
    constexpr double reach = 150; // mm: no pocket is longer
    const auto back = inside(p->solid, f.from, f.from - f.direction * reach);
    const double deep = back.empty() ? 0 : back.front().to * reach;
    const Vec3 mouth = f.from - f.direction * deep;
    bore(*p, j.id, mouth, f.direction, j.pocket.mm(), deep);
    bore(*p, j.id, mouth, f.direction, s->clearance, deep + j.through.mm());
}

} // namespace

void boreJoints(Assembly& a, double G, const Catalog& catalog) {
    for (const auto& j : a.joints)
        for (const auto& f : j.fasteners) {
            if (f.kind == "pocket_screw") {
                borePocket(a, j, f, catalog);
            } else if (f.kind == "screw") {
                boreScrew(a, j, f, G, catalog);
            } else if (f.kind == "dowel") {
                const Vec3 meet = f.from + f.direction * j.pinFirst.mm();
                if (Part* p = partOf(a, j.first))
                    bore(*p, j.id, meet, -f.direction, j.pin.mm(), j.pinFirst.mm());
                if (Part* p = partOf(a, j.second))
                    bore(*p, j.id, meet, f.direction, j.pin.mm(), j.pinSecond.mm());
            }
        }
}

} // namespace owl
