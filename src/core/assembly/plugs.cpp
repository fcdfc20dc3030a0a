#include "assembly/plugs.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace owl {
namespace {

/// True for 'plug-rail-3' and what is named after it, of the joint 'rail'; not for 'plug-rail-2-3', of
/// 'rail-2'.
bool plugs(const std::string& name, const Joint& j) {
    const std::string prefix = "plug-" + j.id + "-";
    if (!name.starts_with(prefix))
        return false;
    const std::size_t end = std::min(name.find('/', prefix.size()), name.size());
    return std::all_of(name.begin() + static_cast<std::ptrdiff_t>(prefix.size()),
                       name.begin() + static_cast<std::ptrdiff_t>(end),
                       [](char c) { return c >= '0' && c <= '9'; });
}

} // namespace

bool isPlug(const Part& p) {
    return p.stock == Stock::fitting && p.name == "plug";
}

bool isPlugHole(const Hole& h, const Joint& j) {
    return plugs(h.purpose, j);
}

bool isPlugged(const Assembly& a, const Joint& j) {
    return std::any_of(a.joints.begin(), a.joints.end(),
                       [&](const Joint& q) { return q.kind == plugJoint && plugs(q.id, j); });
}

std::optional<double> plugSink(double countersink, double side) {
    const double sink = countersink + leastPlug;
    return sink <= side / 2 ? std::optional(sink) : std::nullopt;
}

PlugsMade plugsFor(const Joint& j, double bore, double head, const std::string& wood) {
    PlugsMade out;
    const double deep = j.counterbore.mm() - head;
    if (deep <= 0 || bore <= 0)
        return out;
    for (std::size_t i = 0; i < j.fasteners.size(); ++i) {
        const Fastener& f = j.fasteners[i];
        const Vec3 mouth = f.from - f.direction * j.counterbore.mm();
        Part p = roundPart(fmt::format("plug-{}-{}", j.id, i + 1), "plug", mouth, f.direction, bore, deep);
        p.stock = Stock::fitting;
        p.material = wood;
        // Holes are not taken out of solids: the plug weighs what its hole took away, and is counted there.
        p.density = 1e-3;
        p.why = {"as wide as the hole that hides the screw's head, as deep as it leaves"};
        p.apart = -f.direction;
        Joint glue;
        glue.id = p.id;
        glue.first = p.id;
        glue.second = j.first;
        glue.how = Joinery::glue;
        glue.kind = plugJoint;
        glue.carries = false;
        glue.shows = true;
        glue.atWall = j.atWall;
        out.holes.push_back({j.first, {p.id + "/bore", mouth, f.direction, bore, deep, p.id}});
        out.parts.push_back(std::move(p));
        out.joints.push_back(std::move(glue));
    }
    return out;
}

void plugScrews(Assembly& a, const std::string& id, double bore, double head, const std::string& wood) {
    const Joint* j = a.joint(id);
    if (!j)
        return;
    PlugsMade made = plugsFor(*j, bore, head, wood);
    for (auto& p : made.parts)
        a.parts.push_back(std::move(p));
    for (const auto& [part, hole] : made.holes)
        for (auto& p : a.parts)
            if (p.id == part)
                p.holes.push_back(hole);
    for (auto& q : made.joints)
        a.joints.push_back(std::move(q));
}

} // namespace owl
