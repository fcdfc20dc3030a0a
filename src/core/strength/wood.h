#pragma once
// Allowable values of an ungraded board from handbook means (S3.2, after ASTM D245).

#include <string>

namespace owl {

enum class BoardGrade { clear, ordinary, poor };
const char* boardGradeName(BoardGrade g);

/// Handbook means of clear wood at 12 % moisture: specific gravity, MPa.
struct WoodMeans {
    double sg12 = 0, MOE = 0, MOR = 0, shear = 0, cPerp = 0;
};
/// What a board of that wood may be asked to bear, MPa; density kg/m3; G oven-dry.
struct WoodAllowable {
    double Fb = 0, Fv = 0, FcPerp = 0, E = 0, E05 = 0, G = 0, density = 0;
    double kb = 0, qE = 0;
};

/// S3.2: Fb = k_b MOR C_D, Fv = 0.12 tau C_D, F_cperp = 0.67 c_perp, E = q_E MOE.
WoodAllowable allowable(const WoodMeans& m, BoardGrade grade, double CD);

/// Dowel bearing strength along the grain, MPa (S8.2, NDS 12.3.3): 77.22 G, below 6.35 mm 114.45 G^1.84.
double bearingParallel(double G, double d);
/// Dowel bearing strength across the grain, MPa: 211.97 G^1.45/sqrt(d), below 6.35 mm 114.45 G^1.84.
double bearingPerpendicular(double G, double d);
/// At an angle to the grain (Hankinson): F_par F_perp/(F_par sin2 + F_perp cos2).
double bearingAtAngle(double G, double d, double degrees);

/// Share of sustained deflection added by creep in heated rooms (EC5 table 3.2): 0.6 for solid wood.
inline constexpr double solidWoodCreep = 0.6;

} // namespace owl
