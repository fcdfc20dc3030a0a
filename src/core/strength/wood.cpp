#include "strength/wood.h"

#include <cmath>
#include <numbers>

namespace owl {

const char* boardGradeName(BoardGrade g) {
    static constexpr const char* names[] = {"clear", "ordinary", "poor"};
    return names[static_cast<int>(g)];
}

WoodAllowable allowable(const WoodMeans& m, BoardGrade grade, double CD) {
    static constexpr double bending[] = {0.15, 0.10, 0.06};
    static constexpr double stiffness[] = {1.00, 0.90, 0.80};
    WoodAllowable a;
    a.kb = bending[static_cast<int>(grade)];
    a.qE = stiffness[static_cast<int>(grade)];
    a.Fb = a.kb * m.MOR * CD;
    a.Fv = 0.12 * m.shear * CD;
    a.FcPerp = 0.67 * m.cPerp;
    a.E = a.qE * m.MOE;
    a.E05 = a.E * (1 - 1.645 * 0.22);
    a.G = m.sg12 / (1 - 0.108 * m.sg12);
    a.density = 1120 * m.sg12;
    return a;
}

double bearingParallel(double G, double d) {
    return d >= 6.35 ? 77.22 * G : 114.45 * std::pow(G, 1.84);
}

double bearingPerpendicular(double G, double d) {
    return d >= 6.35 ? 211.97 * std::pow(G, 1.45) / std::sqrt(d) : 114.45 * std::pow(G, 1.84);
}

double bearingAtAngle(double G, double d, double degrees) {
    const double par = bearingParallel(G, d);
    const double perp = bearingPerpendicular(G, d);
    const double s = std::sin(degrees * std::numbers::pi / 180);
    return par * perp / (par * s * s + perp * (1 - s * s));
}

} // namespace owl
