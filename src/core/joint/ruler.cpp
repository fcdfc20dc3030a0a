#include "joint/ruler.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace owl {
namespace {

constexpr std::array<const char*, 3> low{"left", "back", "lower"};
constexpr std::array<const char*, 3> high{"right", "front", "upper"};

double on(const Vec3& v, int axis) {
    return axis == 0 ? v.x : axis == 1 ? v.y : v.z;
}

} // namespace

int nearestAxis(const Vec3& d) {
    constexpr double tie = 1e-9; // at 45 degrees x before y before z
    int best = 0;
    for (int i : {1, 2})
        if (std::abs(on(d, i)) > std::abs(on(d, best)) + tie)
            best = i;
    return best;
}

Ruler::Axis Ruler::axis(const Part& part, const Vec3& d) {
    Axis a;
    a.near = nearestAxis(d);
    a.way = on(d, a.near) < 0 ? -d : d;
    double most = -1e18;
    a.low = 1e18;
    for (const auto& c : part.solid.cells)
        for (const auto& p : c.points) {
            a.low = std::min(a.low, dot(p, a.way));
            most = std::max(most, dot(p, a.way));
        }
    if (part.solid.empty())
        a.low = most = dot(part.pose.origin, a.way);
    a.size = most - a.low;
    return a;
}

Ruler::Ruler(const Part& part)
    : along_(axis(part, part.pose.along)), across_(axis(part, part.pose.across)),
      through_(axis(part, part.pose.through)) {}

std::string Ruler::end(bool far) const {
    return std::string((far ? high : low).at(along_.near)) + " end";
}

std::string Ruler::edge(bool far) const {
    // Two directions of a part at 45 degrees may lie nearest to one axis: the edge then takes the other.
    int near = across_.near;
    if (near == along_.near)
        near = near == 0 ? 1 : 0;
    return std::string((far ? high : low).at(near)) + " edge";
}

std::string Ruler::face(const Vec3& outward) const {
    const int near = nearestAxis(outward);
    return std::string((on(outward, near) > 0 ? high : low).at(near)) + " face";
}

} // namespace owl
