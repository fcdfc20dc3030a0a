#include "support/judge/lag_joint.h"

#include "strength/fastener.h"
#include "strength/wall_mount.h"

#include <cmath>

namespace owl {
namespace {

double squares(const LagJoint& j) {
    double sum = 0;
    for (double z : j.heights)
        sum += z * z;
    return sum;
}

} // namespace

Use lagUse(const LagJoint& j, double R, double M, double CD) {
    if (j.heights.empty())
        return {1, 0};
    const double T = 1.5 * M * j.heights.back() / squares(j);
    const double V = R / static_cast<double>(j.heights.size());
    LateralInput in;
    in.d = j.screw.d;
    in.root = j.screw.root;
    in.side = j.passes;
    in.pen = j.pen;
    in.Gmain = in.Gside = j.G;
    in.thetaSide = 90;
    in.endGrain = true;
    in.CD = CD;
    const double W = withdrawal(j.G, j.screw.d, true, j.thread, CD, true);
    const double u = combined(T, V, W, lateral(in).Z).utilisation;
    const double both = std::hypot(T, V);
    return {both, u > 0 ? both / u : W};
}

double lagTurning(const LagJoint& j) {
    return axialStiffness(j.screw.d, j.thread) * squares(j) / 1.5;
}

} // namespace owl
