#pragma once
// Joints of wood to wood (S10.8): good enough for a check, not for design to the limit.

namespace owl {

struct HousingStrength {
    double bearing = 0, shear = 0; ///< N at one end
    [[nodiscard]] double capacity() const { return bearing < shear ? bearing : shear; }
};
/// F_cperp D e and (2/3) F_v D t C_D; `e` the depth of the housing, F_v before C_D.
HousingStrength housingStrength(double FcPerp, double Fv, double depth, double e, double t, double CD);

struct DowelStrength {
    double shear = 0, pull = 0; ///< N for one
};
/// Glued dowel: min(d l Fe_perp/5, 4 MPa pi d^2/4) C_D and 0.8 MPa pi d l C_D (4 and 0.8 verify).
DowelStrength dowelStrength(double d, double embed, double G, double CD);

enum class GlueLine { longToLong, longToEnd, panelFace };
/// 0.5 F_v A C_D; a third of it on a panel's face; 0 on end grain. N.
double glueStrength(GlueLine line, double Fv, double area, double CD);

struct PinStrength {
    double bearing = 0, bending = 0; ///< N for one
    [[nodiscard]] double capacity() const { return bearing < bending ? bearing : bending; }
};
/// min(d l Fe_par/4 C_D, F_rod (pi d^3/32)/reach).
PinStrength pinStrength(double d, double embed, double reach, double G, double rodAllow, double CD);

} // namespace owl
