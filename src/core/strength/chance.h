#pragma once
// The chance that a shelf sags more than it should (S13).

namespace owl {

/// Coefficients of variation: 0.22 solid wood, 0.15 graded, 0.12 plywood, 0.10 MDF; load 0.25 guessed, 0.10
/// weighed.
struct ChanceInput {
    double sagMean = 0, limit = 0; ///< mm
    int boards = 1;                ///< glued side by side: their stiffness averages out
    double covE = 0.22, covLoad = 0.25, covThickness = 0.01, covCreep = 0.15;
};
struct ChanceResult {
    double median = 0, at95 = 0; ///< mm: as often more as less; one in twenty is more
    double beta = 0, exceeds = 0;
};
/// Sag goes with load/(E t^3), a product of lognormals, and is lognormal itself: closed form.
ChanceResult chanceOf(const ChanceInput& in);

} // namespace owl
