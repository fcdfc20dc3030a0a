#include "piece/corner/corner_shape.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace owl {
namespace {

double rad(double degrees) {
    return degrees * std::numbers::pi / 180;
}

/// Arc about the corner whose chords miss it by at most 0.05 mm.
Ring arc(double r, double angle) {
    const double most = 2 * std::acos(std::max(0.0, 1 - 0.05 / std::max(1.0, r)));
    const int n = std::max(2, static_cast<int>(std::ceil(rad(angle) / most)));
    Ring out;
    for (int i = 0; i <= n; ++i) {
        const double t = rad(angle) * i / n;
        out.push_back({r * std::cos(t), r * std::sin(t)});
    }
    return out;
}

} // namespace

CornerFigure::CornerFigure(const CornerParams& p) {
    a = std::max(20.0, p.length.mm());
    b = p.front == CornerFront::round ? a : std::max(20.0, p.leg2.mm());
    angle = std::clamp(p.angle, 45.0, 135.0);
    along2 = {std::cos(rad(angle)), std::sin(rad(angle)), 0};
    out2 = {std::sin(rad(angle)), -std::cos(rad(angle)), 0};
    ring.push_back({0, 0});
    if (p.front == CornerFront::round) {
        for (const auto& q : arc(a, angle))
            ring.push_back(q);
        depth = a;
        return;
    }
    const bool ell = p.front == CornerFront::ell;
    // An end is square to its wall; both together must leave a front.
    const double most = 0.45 * std::min(a, b) * std::tan(rad(std::min(angle, 90.0)) / 2);
    const double end = std::min(ell ? std::max(20.0, p.arm.mm()) : p.ends.mm(), ell ? 1e9 : most);
    const Vec3 A{a, 0, 0};
    const Vec3 B = along2 * b;
    const Vec3 A2 = A + Vec3{0, end, 0};
    const Vec3 B2 = B + out2 * end;
    ring.push_back({A.x, A.y});
    if (end > 0)
        ring.push_back({A2.x, A2.y});
    if (end > 0)
        ring.push_back({B2.x, B2.y});
    ring.push_back({B.x, B.y});
    frontFrom = end > 0 ? A2 : A;
    frontTo = end > 0 ? B2 : B;
    const Vec3 d = frontTo - frontFrom;
    frontOut = Vec3{d.y, -d.x, 0} / std::max(1e-9, norm(d));
    depth = dot(frontOut, frontFrom);
}

double CornerFigure::reach(int wall, double out, double clear) const {
    const Vec3 along = wall == 0 ? Vec3{1, 0, 0} : along2;
    const Vec3 off = wall == 0 ? Vec3{0, 1, 0} : out2;
    const double leg = wall == 0 ? a : b;
    if (norm(frontOut) < 0.5) // along² + out² = (r − clear)²
        return std::min(leg, std::sqrt(std::max(0.0, std::pow(depth - clear, 2) - out * out)));
    const double per = dot(frontOut, along);
    const double at = depth - clear - dot(frontOut, off) * out;
    return per > 1e-9 ? std::min(leg, at / per) : leg;
}

void clipToRing(Solid& solid, const CornerFigure& f, double in, int origin) {
    for (std::size_t i = 0; i < f.ring.size(); ++i) {
        const auto& p = f.ring[i];
        const auto& q = f.ring[(i + 1) % f.ring.size()];
        const Vec3 out{q[1] - p[1], p[0] - q[0], 0};
        if (norm(out) < 1e-9)
            continue;
        const bool front = norm(f.frontOut) > 0.5 && dot(out / norm(out), f.frontOut) > 1 - 1e-9;
        clip(solid, planeThrough(Vec3{p[0], p[1], 0} - f.frontOut * (front ? in : 0.0), out), origin);
    }
}

} // namespace owl
