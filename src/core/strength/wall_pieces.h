#pragma once
// How pieces in a corner, in an alcove and on small braces rest on their walls (S9.6 to S9.8). Forces N,
// places mm, moments N mm.

#include <vector>

namespace owl {

/// A force down at a place of a corner shelf, measured from both walls.
struct CornerLoad {
    double P = 0, x = 0, y = 0;
};
enum class CornerShape { triangle, quarterRound, square };
/// Distance of the centroid from each wall for a leg: a/3, 4a/(3 pi), a/2.
double cornerCentroid(CornerShape shape, double leg);
/// On an L cleat with legs c1 and c2: three points, the two ends and the corner.
struct CornerRest {
    double end1 = 0, end2 = 0, corner = 0; ///< negative at the corner: it rocks off
    double holdDown = 0;                   ///< N that capture screws must give at the corner
    double equalCleat = 0;                 ///< the least two equal legs that would do without
    [[nodiscard]] bool stable() const { return corner >= 0; }
};
CornerRest cornerRest(const std::vector<CornerLoad>& loads, double cleat1, double cleat2);

/// A shelf on three walls whose strips run from the back ledger to a front beam.
struct AlcoveInput {
    double length = 0, w = 0; ///< N/mm along it, all of the depth
    double EI = 0;            ///< N mm2 of the front beam (S4.1 with half the skin)
    double hand = 0, kDef = 0.6;
};
struct AlcoveResult {
    double back = 0, side = 0; ///< N: back ledger in all, each side ledger
    double frontLoad = 0;      ///< N/mm
    double sag = 0, sagLong = 0, sagHand = 0, moment = 0;
};
/// The parts add up to 1.1 w L on purpose: hinged strips give the front half, solid ones up to 1.27 times the
/// sag of that (S9.7).
AlcoveResult alcoveOf(const AlcoveInput& in);

/// A brace from the shelf at y to the wall h below, both ends pinned; loads at y from the wall.
struct BraceLoad {
    double P = 0, y = 0;
};
struct BraceResult {
    double topTension = 0, force = 0, vertical = 0;
    double topShear = 0; ///< negative: the top is lifted
};
BraceResult braceOf(const std::vector<BraceLoad>& loads, double y, double h);

} // namespace owl
