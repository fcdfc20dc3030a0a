#pragma once
// Screws and lags: withdrawal, pull-through, lateral with a gap, both together, and which length (S10).

#include <array>
#include <optional>
#include <string>
#include <vector>

namespace owl {

/// Reference withdrawal per mm of thread in side grain, N/mm: 19.65 G^2 D, lag 27.86 G^1.5 D^0.75 (NDS 12.2).
double withdrawalPerMm(double G, double d, bool lag);
/// Allowable withdrawal, N. End grain: wood screw 0, lag x 0.75.
double withdrawal(double G, double d, bool lag, double thread, double CD, bool endGrain = false);
/// Allowable head pull-through, N (NDS 12.2.5): 14.95 D_H G^2 t up to t = 2.5 D_H, 37.36 D_H^2 G^2 above.
double pullThrough(double G, double headD, double t, double CD);
/// Bending yield strength of a screw by its nominal diameter, MPa (NDS table I1).
double bendingYield(double d);

/// Reduction of the yield load of a screw that presses along the grain (S10.4): K_D = 2.2 up to a root
/// of 4.32 mm, 10 d_in + 0.5 above; from 6.35 mm root 3.2 (mode IV).
double screwReduction(double d, double root);

/// A screw in single shear: side member, gap that carries nothing, main member. mm, MPa.
struct LateralInput {
    double d = 0, root = 0, side = 0, pen = 0, gap = 0;
    double Gmain = 0, Gside = 0;
    double thetaMain = 0, thetaSide = 0; ///< degrees between load and grain
    double CD = 1;
    bool endGrain = false; ///< main member in end grain: x 0.67
    std::optional<double> FeMain, FeSide, Fyb;
};
struct LateralResult {
    double FeMain = 0, FeSide = 0, Fyb = 0, lm = 0;
    /// Im, Is, II, IIIm, IIIs, IV as P/R_d, N.
    std::array<double, 6> modes{};
    int mode = 0;
    double Zref = 0, Z = 0;
    bool enoughPenetration = false;
};
inline constexpr std::array<const char*, 6> lateralModeNames{"Im", "Is", "II", "IIIm", "IIIs", "IV"};
/// AWC TR-12 general dowel equations (equal to NDS 12.3.1 when the gap is 0).
LateralResult lateral(const LateralInput& in);

struct CombinedResult {
    double angleDeg = 0, Zalpha = 0, utilisation = 0;
};
/// Pull T and shear V together (NDS 12.4.1), never below the single ratios (S10.5).
CombinedResult combined(double T, double V, double W, double Z);

/// Which screw length fits (S10.6). mm.
struct ScrewLengthInput {
    double d = 0, minPen = 0;
    double least = 6; ///< times d that it must bite at least: 6 where it carries, 3 where it only holds
    std::vector<double> stack; ///< what it passes through
    double counterbore = 0;
    double into = 0, leave = 0; ///< thickness of the last part, wood to leave before its far face
    std::vector<double> stock;  ///< lengths sold
    bool inStud = false;
};
struct ScrewLengthResult {
    double Lmin = 0, Lmax = 0;
    std::optional<double> pick; ///< the shortest stock length inside
    double pen = 0, thread = 0;
    bool cableCaution = false; ///< more than 32 mm into a stud
};
ScrewLengthResult screwLength(const ScrewLengthInput& in);

} // namespace owl
