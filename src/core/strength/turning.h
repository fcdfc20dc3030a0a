#pragma once
// Turning about the line of the wall has its own balance (S5.6): reactions of the beam are not its measure.

#include <vector>

namespace owl {

/// Adds the turning moments that a torque on a bar brings to its supports, by the lever rule: each load's
/// torque goes to its two neighbours in inverse proportion to their distance, beyond an end support all of it
/// there. `x`: supports, mm, left to right; the torque is spread evenly over x0..x1, or acts at x0 when they
/// are equal; `torque` in N mm in all. `into` in the order of the supports, N mm. No supports: nothing.
void addTurning(const std::vector<double>& x, double x0, double x1, double torque, std::vector<double>& into);

/// Torques at supports that give: a bar of torsion stiffness GJ (N mm2) on supports at x, each turning by
/// M/kTheta (N mm/rad). `torque`: what the lever rule gives each; returns what each takes, the same in all
/// (S5.6).
std::vector<double> sharedTurning(const std::vector<double>& x, double GJ, double kTheta,
                                  const std::vector<double>& torque);

} // namespace owl
