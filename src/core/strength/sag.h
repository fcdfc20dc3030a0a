#pragma once
// Sag now and after years, against the limit the eye accepts (S1.6, S6).

#include "strength/beam.h"

namespace owl {

enum class SagLimit { fine, plain, rough };
/// 600, 360 or 240: the limit is span over this.
double sagRatio(SagLimit limit);
const char* sagLimitName(SagLimit limit);

/// The beam with which of its loads stay for years. Vectors match beam.lines and beam.points; missing =
/// sustained.
struct SagCase {
    Beam beam;
    std::vector<bool> lineSustained, pointSustained;
    double kDef = 0.6;
};
struct SagResult {
    double instant = 0;                                ///< mm, all loads, no creep
    double longTerm = 0;                               ///< mm: v(all) + kDef v(sustained)
    double atX = 0;                                    ///< mm, where the long-term sag is largest
    std::vector<std::pair<double, double>> now, later; ///< curves for drawing
};

/// Both states of the sag. Error as solveBeam().
tl::expected<SagResult, std::string> sag(const SagCase& c);

/// One stretch of the beam between two supports or from a support to a free end, judged by its own span.
struct SagStretch {
    double x0 = 0, x1 = 0;
    bool freeEnd = false;
    double sag = 0, limit = 0, atX = 0; ///< mm; a free end counts twice its length as span (IBC 1604.3)
};
/// The stretch with the largest sag/limit of a long-term curve; sag in a field is measured from the beam's
/// rest line.
SagStretch worstStretch(const SagResult& r, const std::vector<double>& supports, double length,
                        SagLimit limit);

} // namespace owl
