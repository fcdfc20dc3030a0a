#pragma once
// A flat bar that is held against turning at some places and turned at others: a ledger or rail between the
// studs, with arms standing out of it (S9.3, S5.6).

#include <vector>

namespace owl {

/// N mm that turn the bar about its own length, `x` mm along it.
struct BarTorque {
    double x = 0, T = 0;
};
struct BarTwist {
    double worst = 0;          ///< N mm, the largest torque in the bar
    double at = 0;             ///< mm, where a torque that brings it arrives
    std::vector<double> theta; ///< rad, at each torque in the order given
};
/// Torque closer than this to what holds the bar does not twist it, mm.
inline constexpr double besideFixing = 50;
/// N mm2 of a bar `t` thick and `h` high, of wood with this E in MPa: G beta h t^3, beta = (1 - 0.63 t/h)/3,
/// G = E/16 (Saint-Venant, to 3 % for h > t).
double barGJ(double t, double h, double E);
/// MPa in its middle under a torque in N mm: T/(alpha h t^2), alpha = 1/(3 + 1.8 t/h).
double barShear(double torque, double t, double h);
/// Twist by the lever rule of S5.6: each torque goes to the two `fixings` (mm, in order) beside it, all of it
/// to the end one where it lies beyond. Every fixing counts as stiff; none: nothing is twisted.
BarTwist barTwist(const std::vector<double>& fixings, const std::vector<BarTorque>& torques, double GJ);

} // namespace owl
