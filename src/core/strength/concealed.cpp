#include "strength/concealed.h"

#include "strength/fastener.h"
#include "strength/wood.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace owl {

double cleatScrewsPull(double T, double V, double zBevel, double zScrew, double t) {
    // The wall's half turns about a third of the screws' height: the pull at the bevel and the weight at half
    // its thickness on one side, the screws at two thirds on the other.
    const double arm = 2 * zScrew / 3;
    return std::max(T, (T * (zBevel - zScrew / 3) + V * t / 2) / arm);
}

CleatResult cleatOf(const CleatInput& in) {
    CleatResult r;
    r.pull = in.W * in.y / in.arm;
    r.rideUp = r.pull / (in.W * std::tan(in.bevelDeg * std::numbers::pi / 180));
    r.holds = r.rideUp <= 0.67;
    r.screwsPull = cleatScrewsPull(r.pull, in.W, in.zBevel, in.zScrew, in.t);
    r.pullEach = r.screwsPull / in.screws;
    r.shearEach = in.W / in.screws;
    r.lipShear = 1.5 * r.pull / (in.length * in.t);
    return r;
}

double armDroop(double P, double a0, double a1, double A, double EI) {
    if (a1 <= a0 + 1e-9)
        return P * a0 * a0 * (3 * A - a0) / (6 * EI);
    const double w = P / (a1 - a0);
    return w * (4 * A * (std::pow(a1, 3) - std::pow(a0, 3)) - (std::pow(a1, 4) - std::pow(a0, 4))) /
           (24 * EI);
}

ArmsResult armsOf(const ArmsInput& in) {
    ArmsResult r;
    const double n = in.arms;
    const double A = in.depth - in.ledgerT;
    const double EI = in.E * in.b * std::pow(in.h, 3) / 12;
    double Mwall = 0;
    double V = 0;
    double sustainedArm = 0;
    double sustainedM = 0;
    for (const auto& l : in.loads) {
        const double a0 = std::max(0.0, l.y0 - in.ledgerT);
        const double a1 = std::max(0.0, l.y1 - in.ledgerT);
        const bool spread = l.y1 > l.y0 + 1e-9;
        // only what lies beyond the ledger bends the arm
        const double beyond = spread ? l.P * (a1 - a0) / (l.y1 - l.y0) : l.P;
        const double middle = (l.y0 + l.y1) / 2;
        V += l.P;
        Mwall += l.P * middle;
        r.M += beyond * (a0 + a1) / 2 / n;
        const double droop = beyond > 0 ? armDroop(beyond / n, a0, a1, A, EI) : 0;
        r.dropArm += droop;
        if (l.sustained) {
            sustainedArm += droop;
            sustainedM += l.P * middle;
        }
    }
    r.R = V / n;
    r.stress = r.M / (in.b * in.h * in.h / 6);
    r.shear = 1.5 * r.R / (in.b * in.h);
    r.couple = 1.5 * r.M / in.h;
    double sum = 0;
    double highest = 0;
    for (double z : in.z) {
        sum += in.perRow * z * z;
        highest = std::max(highest, z);
    }
    r.screwPull = 1.5 * Mwall / in.studs * highest / sum;
    r.screwShear = V / (static_cast<double>(in.z.size()) * in.perRow * in.studs);
    const double turn = 1.5 * in.depth / (in.axial * sum * in.studs);
    r.dropTurn = turn * Mwall;
    r.dropLong = r.dropArm + in.kDef * sustainedArm + r.dropTurn + 2 * in.kDef * turn * sustainedM;
    return r;
}

double proudScrewShear(double d, double root, double pen, double bare, double G, double CD) {
    // The head is pinned in its plate, the shank bare over s: either the screw turns in the wood, or it
    // yields.
    const double l = pen < 10 * d ? pen - d : pen;
    const double q = bearingParallel(G, d) * root;
    const double m = bendingYield(d) * std::pow(root, 3) / 6;
    const double s = bare;
    const double turns = q * (std::sqrt(l * l + (2 * s + l) * (2 * s + l)) - (2 * s + l));
    const double bends = q * (std::sqrt(s * s + 2 * m / q) - s);
    return CD * std::min(turns, bends) / screwReduction(d, root);
}

HangerResult hangerOf(const HangerInput& in) {
    HangerResult r;
    r.V = in.W / in.n;
    r.T = in.W * in.y / in.arm / in.n;
    r.Z = proudScrewShear(in.d, in.root, in.pen, in.proud, in.G, in.CD);
    r.pullAllowed = withdrawal(in.G, in.d, false, in.thread, in.CD);
    r.utilisation = combined(r.T, r.V, r.pullAllowed, r.Z).utilisation;
    return r;
}

AnchorResult anchorOf(const AnchorInput& in) {
    AnchorResult r;
    const double divide = !in.ultimate ? 1 : in.type.find("plug") != std::string::npos ? 5 : 4;
    r.T = in.tension / divide;
    r.V = in.shear / divide;
    if (in.type == "hollow_toggle") { // the board gives before the bolt
        r.T = std::min(r.T, 135.0);
        r.V = std::min(r.V, 270.0);
    }
    r.utilisation = in.T / r.T + in.V / r.V;
    return r;
}

} // namespace owl
