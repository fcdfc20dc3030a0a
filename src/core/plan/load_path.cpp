#include "plan/load_path.h"

#include <algorithm>
#include <fmt/format.h>

namespace owl {
namespace {

std::vector<AppliedForce> ownWeight(const Assembly& a, double wood) {
    std::vector<AppliedForce> out;
    for (const auto& p : a.parts)
        if (const double kg = massOf(p, wood); kg > 0)
            out.push_back({"own", p.solid.centre(), {0, 0, -kg * gravity}});
    return out;
}

/// Contents as they press on their surfaces.
std::vector<AppliedForce> contents(const LoadSpec& load, const Assembly& a) {
    std::vector<AppliedForce> out;
    const auto surfaces = surfacesOf(a);
    const auto all = contentsForces(load, a, 1);
    for (std::size_t i = 0; i < all.lines.size(); ++i) {
        const LineLoad& l = all.lines[i];
        const Surface& s = surfaces[all.on[i]];
        out.push_back({"contents", pressesAt(s, l, all.even[i]), {0, 0, -l.w * (l.x1 - l.x0)}});
    }
    return out;
}

/// What each support gives, shared by the mounts that make it up.
std::vector<HeldForce> held(const SupportCase& c, const std::vector<Mount>& mounts) {
    std::vector<HeldForce> out;
    for (const auto& g : c.given) {
        const auto m =
            std::find_if(mounts.begin(), mounts.end(), [&](const Mount& q) { return q.id == g.first; });
        if (m != mounts.end())
            out.push_back({g.first, m->at, g.second, {}});
    }
    if (!c.given.empty())
        return out;
    for (const auto& m : mounts) {
        const auto i = static_cast<std::size_t>(m.support);
        if (i >= c.R.size() || !m.carries)
            continue;
        const auto n = static_cast<double>(std::count_if(mounts.begin(), mounts.end(), [&](const Mount& q) {
            return q.carries && q.support == m.support;
        }));
        out.push_back({m.id, m.at, {0, 0, c.R[i] / n}, {c.M[i] / n, 0, 0}});
    }
    return out;
}

} // namespace

std::vector<LoadCase> loadPath(const Piece& piece, const PiecePlan& pp, double woodDensity) {
    std::vector<LoadCase> out;
    const SupportVerdict* hold = pp.hold();
    if (!hold || !hold->feasible)
        return out;
    const Assembly& a = pp.assembly();
    const std::vector<AppliedForce> own = ownWeight(a, woodDensity);
    const std::vector<AppliedForce> things = contents(piece.load, a);
    for (const auto& c : hold->cases) {
        LoadCase one;
        one.id = c.hand ? fmt::format("C2 at {:.0f} mm", *c.hand) : c.name.empty() ? "C1" : c.name;
        one.applied = own;
        if (c.contents)
            one.applied.insert(one.applied.end(), things.begin(), things.end());
        one.applied.insert(one.applied.end(), c.lean.begin(), c.lean.end());
        if (c.hand)
            one.applied.push_back(
                {"hand", {*c.hand, a.depth.mm(), std::max(a.top, a.surfaceZ).mm()}, {0, 0, -pp.hand.newton}});
        one.held = held(c, hold->mounting.mounts);
        out.push_back(std::move(one));
    }
    return out;
}

} // namespace owl
