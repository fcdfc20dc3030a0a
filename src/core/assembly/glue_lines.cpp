#include "assembly/glue_lines.h"

#include "assembly/plugs.h"

#include <algorithm>
#include <array>

namespace owl {
namespace {

// A bead takes about 15 ml a metre, a face about 200 g/m2 (data/packages.json, trade practice).
constexpr double beadLitres = 0.015, faceLitres = 0.2;

/// Rods are set in epoxy, what is bought brings what it sticks by.
bool woodGlue(const Assembly& a, const Joint& j) {
    const auto wooden = [&](const std::string& id) {
        const Part* p = a.find(id);
        return p && p->stock != Stock::bar && p->stock != Stock::fitting;
    };
    return j.glued && j.kind != "weld" && j.kind != plugJoint && wooden(j.first) && wooden(j.second);
}

double metresOf(const Cell& a, const Cell& b) {
    constexpr double near = 1; // mm: planed and play apart
    const auto along = [&](Length at, Length size, Length at2, Length size2) {
        return (std::min(at + size, at2 + size2) - std::max(at, at2)).mm();
    };
    std::array<double, 3> side{along(a.at.x, a.size.x, b.at.x, b.size.x),
                               along(a.at.y, a.size.y, b.at.y, b.size.y),
                               along(a.at.z, a.size.z, b.at.z, b.size.z)};
    std::sort(side.begin(), side.end());
    if (side[0] < -near || side[2] <= 0)
        return 0;
    const double area = std::max(side[1], 0.0) * side[2] / 1e6;
    return std::max(side[2] / 1000, area * faceLitres / beadLitres);
}

} // namespace

double glueMetres(const Assembly& a) {
    double out = 0;
    for (const auto& j : a.joints)
        if (woodGlue(a, j))
            out += metresOf(a.find(j.first)->bounds(), a.find(j.second)->bounds());
    return out;
}

} // namespace owl
