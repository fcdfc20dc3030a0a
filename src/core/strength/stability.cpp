#include "strength/stability.h"

#include <algorithm>
#include <cmath>
#include <limits>
#include <numbers>

namespace owl {
namespace {

constexpr double againstLuck = 1.5; // safety against slipping and tipping (S11.1)
constexpr double leastDesign = 445; // N: 100 lbf, after ASTM F2057 (verify)

/// Something over nothing: nothing, or without end.
double share(double demand, double capacity) {
    if (demand <= 0)
        return 0;
    return capacity > 0 ? demand / capacity : std::numeric_limits<double>::infinity();
}

} // namespace

// Moments about the foot: the wall pushes back at H what the weights and the hand bring towards it, less what
// a pull takes away.
LadderResult ladderOf(const LadderInput& in) {
    double weights = 0;
    double moment = 0;
    for (const auto& w : in.weights) {
        weights += w.W;
        moment += w.W * w.x;
    }
    LadderResult r;
    r.wallPush = (moment + in.handDown * in.handX - in.pull * in.pullH) / in.H;
    r.floor = weights + in.handDown;
    r.friction = std::max(0.0, r.wallPush + in.pull);
    r.muNeeded = share(r.friction, r.floor);
    r.slip = share(againstLuck * r.friction, in.mu * r.floor);
    r.tip = share(againstLuck * (in.pull * in.pullH + in.handDown * std::max(0.0, -in.handX)),
                  moment + in.handDown * std::max(0.0, in.handX));
    r.tips = r.wallPush < 0;
    return r;
}

// On a floor that gives by phi the piece leans forward: a weight at (x, z) keeps x cos phi - z sin phi of its
// lever, one in front of the foot gains z sin phi.
TipResult tipOf(const TipInput& in) {
    const double phi = in.tilt * std::numbers::pi / 180;
    const double c = std::cos(phi);
    const double s = std::sin(phi);
    TipResult r;
    for (const auto& w : in.weights)
        r.restores += w.W * (w.x * c - w.z * s);
    r.overturns = in.pull * in.pullH * c + in.down * (in.downFront * c + in.downZ * s);
    r.stands = r.restores >= in.safety * r.overturns;
    if (in.anchorH > 0)
        r.restraint = std::max(0.0, (in.safety * r.overturns - r.restores) / in.anchorH);
    r.design = std::max(2 * r.restraint, leastDesign);
    return r;
}

} // namespace owl
