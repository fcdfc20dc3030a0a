#pragma once
// Cleats, arms on a ledger, keyholes and rings, anchors: statics of what holds light and hollow pieces (S9.3
// to S9.5, S10.7).

#include <optional>
#include <string>
#include <vector>

namespace owl {

/// S9.4, a bevelled cleat. mm, N.
struct CleatInput {
    double W = 0, y = 0;           ///< weight and how far out its middle is
    double arm = 0;                ///< from the bevel's contact down to the spacer
    double bevelDeg = 45;          ///< from horizontal
    double t = 0;                  ///< thickness of the cleat
    double zScrew = 0, zBevel = 0; ///< above the lower edge of the wall's half
    int screws = 0;
    double length = 0;
};
struct CleatResult {
    double pull = 0;   ///< N at the cleat, and push at the spacer
    double rideUp = 0; ///< pull/(W tan bevel); over 0.67 it can climb off
    bool holds = false;
    double screwsPull = 0, pullEach = 0, shearEach = 0; ///< N
    double lipShear = 0;                                ///< MPa, rolling
};
CleatResult cleatOf(const CleatInput& in);
/// N, pull in all on the screws of a cleat's wall half under a pull T at the bevel and a weight V on it: it
/// turns on the wall about a third of the screws' height (S9.4). Heights above its lower edge, thickness t,
/// mm.
double cleatScrewsPull(double T, double V, double zBevel, double zScrew, double t);

/// A load across a shelf: at y, or spread from y0 to y1.
struct CrossLoad {
    double P = 0, y0 = 0, y1 = 0;
    bool sustained = true;
};

/// S9.3, arms that stand out of a ledger. mm, N, MPa.
struct ArmsInput {
    int arms = 0;
    double depth = 0, ledgerT = 0, b = 0, h = 0, E = 0;
    std::vector<CrossLoad> loads;
    std::vector<double> z; ///< rows of ledger screws above its lower edge
    int perRow = 1, studs = 0;
    double axial = 0; ///< N/mm a screw
    double kDef = 0.6;
};
struct ArmsResult {
    double R = 0, M = 0;                            ///< of one arm
    double stress = 0, shear = 0;                   ///< MPa
    double couple = 0;                              ///< N between top and bottom of an arm at the ledger
    double screwPull = 0, screwShear = 0;           ///< N, the worst screw
    double dropArm = 0, dropTurn = 0, dropLong = 0; ///< mm at the front edge
};
ArmsResult armsOf(const ArmsInput& in);
/// Droop of one arm's tip under a load `a` from its root (a0 to a1 where it is spread), mm:
/// P a^2 (3A - a)/(6 EI), spread w (4A (a1^3 - a0^3) - (a1^4 - a0^4))/(24 EI).
double armDroop(double P, double a0, double a1, double A, double EI);

/// S9.5, a piece on screw heads that stand proud. mm, N.
struct HangerInput {
    int n = 0;
    double W = 0, y = 0, arm = 0, proud = 0;
    double pen = 0, thread = 0, d = 0, root = 0, G = 0, CD = 0.9;
};
struct HangerResult {
    double V = 0, T = 0, Z = 0, pullAllowed = 0, utilisation = 0;
};
HangerResult hangerOf(const HangerInput& in);
/// N, shear that a screw takes whose head is pinned in a plate and whose shank is bare over `bare` mm (S9.5).
double proudScrewShear(double d, double root, double pen, double bare, double G, double CD);

/// S10.7, an anchor by its package.
struct AnchorInput {
    std::string type;              ///< 'hollow_toggle', 'plastic_plug', 'metal_expansion' ..
    bool ultimate = true;          ///< the rating is what it breaks at, not what it may bear
    double tension = 0, shear = 0; ///< ratings, N
    double T = 0, V = 0;
};
struct AnchorResult {
    double T = 0, V = 0; ///< allowed, N
    double utilisation = 0;
};
AnchorResult anchorOf(const AnchorInput& in);

} // namespace owl
