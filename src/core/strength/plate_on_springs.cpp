#include "strength/plate_on_springs.h"

#include <cmath>

namespace owl {

// The board goes down by w = c0 + c1 u + c2 v, u and v from the middle of the stiffness, so that the first
// equation stands alone: c0 = sum P / sum k. Moments about that middle leave two equations for c1 and c2:
//   | sum k uu  sum k uv | (c1)   (sum P u)
//   | sum k uv  sum k vv | (c2) = (sum P v)        and each spring gives R = k w.
std::vector<double> plateOnSprings(const std::vector<PlateSpring>& springs,
                                   const std::vector<PlateLoad>& loads) {
    double k = 0;
    double mx = 0;
    double my = 0;
    for (const auto& s : springs) {
        k += s.k;
        mx += s.k * s.x;
        my += s.k * s.y;
    }
    if (springs.size() < 3 || !(k > 0))
        return {};
    mx /= k;
    my /= k;
    double uu = 0;
    double uv = 0;
    double vv = 0;
    for (const auto& s : springs) {
        uu += s.k * (s.x - mx) * (s.x - mx);
        uv += s.k * (s.x - mx) * (s.y - my);
        vv += s.k * (s.y - my) * (s.y - my);
    }
    const double det = uu * vv - uv * uv;
    const double size = uu + vv; // springs within a thousandth of a line do not hold it
    if (!(det > 1e-6 * size * size))
        return {};
    double P = 0;
    double Pu = 0;
    double Pv = 0;
    for (const auto& l : loads) {
        P += l.P;
        Pu += l.P * (l.x - mx);
        Pv += l.P * (l.y - my);
    }
    const double c0 = P / k;
    const double c1 = (Pu * vv - Pv * uv) / det;
    const double c2 = (Pv * uu - Pu * uv) / det;
    std::vector<double> out;
    out.reserve(springs.size());
    for (const auto& s : springs)
        out.push_back(s.k * (c0 + c1 * (s.x - mx) + c2 * (s.y - my)));
    return out;
}

} // namespace owl
