#include "piece/polygon/polygon_shape.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace owl {
namespace {

constexpr double pi = std::numbers::pi;

} // namespace

double PolygonRing::angle(int k) const {
    const double step = 2 * pi / n;
    return -pi / 2 + (cornerDown ? step / 2 : 0) + k * step;
}

Vec3 PolygonRing::outward(int k) const {
    const auto tidy = [](double v) { return std::abs(v) < 1e-12 ? 0 : v; }; // a level stave is level
    return {tidy(std::cos(angle(k))), 0, tidy(std::sin(angle(k)))};
}

Vec3 PolygonRing::along(int k) const {
    const Vec3 out = outward(k);
    return {-out.z, 0, out.x};
}

double PolygonRing::clearHalf(double z) const {
    double least = wide;
    for (int k = 0; k < n; ++k) {
        const Vec3 out = outward(k);
        if (out.x > 1e-9)
            least = std::min(least, (apothem - t - out.z * (z - cz)) / out.x);
        else if (std::abs(out.x) <= 1e-9 && out.z * (z - cz) > apothem - t)
            return -1;
    }
    return least;
}

// With T = tan(180/n): apothem S/(2 T), radius S/(2 sin(180/n)). A stave's inner side is 2 t T shorter.
// Across an even ring lie two sides or two corners; across an odd one a corner lies opposite of every side,
// and its widest diagonal subtends an angle of 180/n at the far corner: S/(2 sin(90/n)).
PolygonRing ringOf(const PolygonParams& p) {
    PolygonRing r;
    r.n = std::clamp(p.sides, 3, 12);
    r.t = p.thickness.mm();
    r.half = 180.0 / r.n;
    r.cornerDown = p.down == PolygonDown::corner;
    const double a = pi / r.n;
    const double size = p.size.mm();
    const bool even = r.n % 2 == 0;
    switch (p.given) {
    case PolygonGiven::outsideSide:
        r.S = size;
        break;
    case PolygonGiven::insideSide:
        r.S = size + 2 * r.t * std::tan(a);
        break;
    case PolygonGiven::flats:
        r.S = size / (even ? 1 / std::tan(a) : (1 / std::tan(a) + 1 / std::sin(a)) / 2);
        break;
    case PolygonGiven::corners:
        r.S = size * (even ? std::sin(a) : 2 * std::sin(a / 2));
        break;
    }
    r.s = r.S - 2 * r.t * std::tan(a);
    r.apothem = r.S / (2 * std::tan(a));
    r.radius = r.S / (2 * std::sin(a));
    double low = 0;
    double high = 0;
    double left = 0;
    double right = 0;
    for (int k = 0; k < r.n; ++k) { // its corners
        const double at = r.angle(k) + a;
        left = std::min(left, r.radius * std::cos(at));
        right = std::max(right, r.radius * std::cos(at));
        low = std::min(low, r.radius * std::sin(at));
        high = std::max(high, r.radius * std::sin(at));
    }
    r.wide = right - left;
    r.high = high - low;
    r.cx = -left;
    r.cz = -low;
    return r;
}

double lastGap(const PolygonRing& r, double degrees) {
    const double joint = r.t / std::cos(r.half * pi / 180); // length of the mitre's face
    return joint * 2 * r.n * degrees * pi / 180;
}

Length PolygonParams::acrossWall() const {
    return Length::mm(ringOf(*this).wide);
}

} // namespace owl
