#include "support/rail_judge.h"

#include <algorithm>
#include <functional>

namespace owl {
namespace {

/// Utilisation at a multiple of the contents: by everything, and by strength alone.
struct Used {
    double all = 0, strength = 0;
    std::string governs;
};

/// Finds the multiple at which u reaches 1. u rises with the load and is nearly straight, so false position
/// with the Illinois rule needs a handful of evaluations where bisection needs thirty.
double multipleAtLimit(const std::function<double(double)>& u, double atOne) {
    double low = 0;
    double uLow = u(0);
    if (uLow >= 1)
        return 0; // the hand alone or its own weight is too much
    double high = 1;
    double uHigh = atOne;
    while (uHigh < 1 && high < 4096) {
        low = high;
        uLow = uHigh;
        high = std::min(4096.0, high * std::clamp(1 / std::max(uHigh, 1e-3), 1.5, 8.0));
        uHigh = u(high);
    }
    if (uHigh < 1)
        return high;
    double wLow = uLow - 1;
    double wHigh = uHigh - 1;
    for (int i = 0; i < 12 && high - low > 5e-4 * high; ++i) {
        const double mid = low - wLow * (high - low) / (wHigh - wLow);
        const double w = u(mid) - 1;
        if (w <= 0) {
            low = mid;
            wLow = w;
            wHigh /= 2;
        } else {
            high = mid;
            wHigh = w;
            wLow /= 2;
        }
    }
    return low;
}

/// The load that findCapacity() scales: what is planned, or an even load where nothing is.
RailPiece loaded(const RailPiece& piece) {
    RailPiece p = piece;
    if (contentsMass(p.load, p.assembly->length) <= 0)
        p.load.kgPerM = 1;
    return p;
}

} // namespace

void findCapacity(RailVerdict& v, const RailPiece& piece, const RailWall& wall) {
    if (!v.feasible)
        return;
    const RailPiece p = loaded(piece);
    StaticsCache cache(p);
    const double planned = contentsMass(p.load, p.assembly->length);
    const auto usedBy = [&](const RailVerdict& r) {
        Used u;
        if (!r.feasible) {
            u.all = u.strength = 1e6; // such as anchors over their 10 kg
            u.governs = "anchors";
            return u;
        }
        for (const auto& c : r.checks) {
            const double x =
                c.requirement && c.utilisation() <= 1 ? 0 : c.utilisation() / (c.looks ? 1 : p.strengthLimit);
            if (x > u.all) {
                u.all = x;
                u.governs = c.id;
            }
            if (!c.looks)
                u.strength = std::max(u.strength, x);
        }
        return u;
    };
    const auto used = [&](double factor) {
        return usedBy(judgeRail(p, wall, v.option, cache, factor, true));
    };
    const bool asPlanned = contentsMass(piece.load, piece.assembly->length) > 0;
    const Used now = asPlanned ? usedBy(v) : used(1);
    const double all = multipleAtLimit([&](double f) { return used(f).all; }, now.all);
    v.carryKg = planned * all;
    const Used beyond = used(all * 1.002);
    v.carryGoverns = beyond.governs;
    // Strength alone carries at least as much; often the same check governs both.
    const bool sameCheck = beyond.strength >= 1;
    v.carryStrengthKg =
        sameCheck ? v.carryKg
                  : planned * multipleAtLimit([&](double f) { return used(f).strength; }, now.strength);
}

} // namespace owl
