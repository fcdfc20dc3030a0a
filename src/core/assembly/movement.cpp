#include "assembly/movement.h"

#include "solid/query.h"

#include <algorithm>
#include <cmath>
#include <limits>

namespace owl {
namespace {

/// How far the joint holds its parts along an axis of the piece, mm.
double fixedAlong(const Joint& j, const Part& a, const Part& b, const Vec3& axis) {
    double low = std::numeric_limits<double>::infinity();
    double high = -low;
    const auto reach = [&](const Vec3& p) {
        low = std::min(low, dot(p, axis));
        high = std::max(high, dot(p, axis));
    };
    if (j.glued && j.how != Joinery::dry && j.how != Joinery::screws)
        for (const auto& patch : contactPatches(a.solid, b.solid))
            std::for_each(patch.begin(), patch.end(), reach);
    else
        for (const auto& f : j.fasteners)
            reach(f.from);
    return std::max(0.0, high - low);
}

bool solidWood(const Part& p) {
    return p.stock == Stock::board && p.material.empty();
}

} // namespace

std::vector<CrossGrain> crossGrain(const Assembly& a, double coefficient) {
    std::vector<CrossGrain> out;
    for (const auto& j : a.joints) {
        const Part* p = a.find(j.first);
        const Part* q = a.find(j.second);
        if (!p || !q || j.kind == "sliding" || (!j.glued && j.fasteners.size() < 2))
            continue;
        // Only where the grain of exactly one of the two runs along the fixing do they part company.
        for (const auto& [moves, holds] : {std::pair{p, q}, std::pair{q, p}}) {
            const Vec3 axis = holds->pose.along;
            if (!solidWood(*moves) || std::abs(dot(moves->pose.along, axis)) > 0.7)
                continue;
            const double over = fixedAlong(j, *p, *q, axis);
            if (over > mostRigid)
                out.push_back({&j, moves, holds, over, over * coefficient * yearOfMoisture});
        }
    }
    return out;
}

} // namespace owl
