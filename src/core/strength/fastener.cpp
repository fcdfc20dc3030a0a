#include "strength/fastener.h"

#include "strength/wood.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace owl {

double withdrawalPerMm(double G, double d, bool lag) {
    return lag ? 27.86 * std::pow(G, 1.5) * std::pow(d, 0.75) : 19.65 * G * G * d;
}

double withdrawal(double G, double d, bool lag, double thread, double CD, bool endGrain) {
    const double factor = endGrain ? (lag ? 0.75 : 0.0) : 1.0;
    return withdrawalPerMm(G, d, lag) * std::max(0.0, thread) * CD * factor;
}

double pullThrough(double G, double headD, double t, double CD) {
    const double w = t <= 2.5 * headD ? 14.95 * headD * G * G * t : 37.36 * headD * headD * G * G;
    return w * CD;
}

double bendingYield(double d) {
    struct Row {
        double upToInch, psi;
    };
    static constexpr Row rows[] = {
        {0.142, 100e3}, {0.177, 90e3}, {0.236, 80e3}, {0.273, 70e3}, {0.344, 60e3}};
    for (const auto& r : rows)
        if (d / 25.4 <= r.upToInch * (1 + 1e-4))
            return r.psi * 0.006894757;
    return 45e3 * 0.006894757;
}

namespace {

/// Reduction term R_d for each mode (NDS table 12.3.1B).
double reduction(int mode, double d, double root, double theta) {
    const double kTheta = 1 + theta / 360;
    if (root < 6.35) {
        const double inch = root / 25.4;
        const double kd = root <= 4.32 ? 2.2 : 10 * inch + 0.5;
        return d >= 6.35 ? kd * kTheta : kd;
    }
    const double base = mode <= 1 ? 4.0 : mode == 2 ? 3.6 : 3.2;
    return base * kTheta;
}

double root(double A, double B, double C) {
    return (-B + std::sqrt(B * B - 4 * A * C)) / (2 * A);
}

} // namespace

double screwReduction(double d, double rootD) {
    return reduction(5, d, rootD, 0);
}

LateralResult lateral(const LateralInput& in) {
    LateralResult r;
    r.FeMain = in.FeMain.value_or(bearingAtAngle(in.Gmain, in.d, in.thetaMain));
    r.FeSide = in.FeSide.value_or(bearingAtAngle(in.Gside, in.d, in.thetaSide));
    r.Fyb = in.Fyb.value_or(bendingYield(in.d));
    r.lm = in.pen >= 10 * in.d ? in.pen : std::max(0.0, in.pen - in.d);
    r.enoughPenetration = in.pen >= (in.d >= 6.35 ? 4 : 6) * in.d;
    if (r.lm <= 0 || in.side <= 0)
        return r;
    const double qm = r.FeMain * in.root;
    const double qs = r.FeSide * in.root;
    const double m = r.Fyb * std::pow(in.root, 3) / 6;
    const double ls = in.side;
    const double lm = r.lm;
    const double g = in.gap;
    const double s4 = 1 / (4 * qs);
    const double m4 = 1 / (4 * qm);
    const double cs = qs * ls * ls / 4;
    const double cm = qm * lm * lm / 4;
    const std::array<double, 6> P{qm * lm,
                                  qs * ls,
                                  root(s4 + m4, ls / 2 + g + lm / 2, -cs - cm),
                                  root(2 * s4 + m4, g + lm / 2, -m - cm),
                                  root(s4 + 2 * m4, ls / 2 + g, -cs - m),
                                  root(2 * s4 + 2 * m4, g, -2 * m)};
    const double theta = std::max(in.thetaMain, in.thetaSide);
    for (int i = 0; i < 6; ++i) {
        const auto k = static_cast<std::size_t>(i);
        r.modes.at(k) = P.at(k) / reduction(i, in.d, in.root, theta);
        if (i == 0 || r.modes.at(k) < r.Zref) {
            r.Zref = r.modes.at(k);
            r.mode = i;
        }
    }
    r.Z = r.Zref * in.CD * (in.endGrain ? 0.67 : 1.0);
    return r;
}

CombinedResult combined(double T, double V, double W, double Z) {
    CombinedResult r;
    const double R = std::hypot(T, V);
    const double a = std::atan2(T, V);
    r.angleDeg = a * 180 / std::numbers::pi;
    const double c2 = std::cos(a) * std::cos(a);
    const double denominator = W * c2 + Z * (1 - c2);
    r.Zalpha = denominator > 0 ? W * Z / denominator : 0;
    const auto ratio = [](double demand, double capacity) {
        return demand <= 0 ? 0 : capacity > 0 ? demand / capacity : INFINITY;
    };
    r.utilisation = std::max({ratio(R, r.Zalpha), ratio(T, W), ratio(V, Z)});
    return r;
}

ScrewLengthResult screwLength(const ScrewLengthInput& in) {
    ScrewLengthResult r;
    double through = -in.counterbore;
    for (double t : in.stack)
        through += t;
    r.Lmin = through + std::max(in.least * in.d, in.minPen);
    r.Lmax = through + in.into - in.leave;
    for (double L : in.stock)
        if (L >= r.Lmin - 1e-9 && L <= r.Lmax + 1e-9 && (!r.pick || L < *r.pick))
            r.pick = L;
    if (r.pick) {
        r.pen = *r.pick - through;
        r.thread = std::min(r.pen, *r.pick * 2 / 3);
        r.cableCaution = in.inStud && r.pen > 32;
    }
    return r;
}

} // namespace owl
