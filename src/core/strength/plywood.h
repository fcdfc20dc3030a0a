#pragma once
#include <vector>

namespace owl {

struct Ply {
    double t = 0;       ///< mm
    bool cross = false; ///< runs across the face grain
};
struct PlywoodStiffness {
    double along = 0, across = 0; ///< MPa in bending, along and across the face grain
    double thickness = 0;         ///< mm
};
/// S3.4: E_bend = 12 sum(E_i (t_i^3/12 + t_i (z_i - z0)^2))/t^3, a ply across has `ratio` of E. No plies: 0.
PlywoodStiffness plywoodStiffness(const std::vector<Ply>& plies, double E, double ratio = 0.04);

} // namespace owl
