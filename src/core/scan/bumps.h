#pragma once
// The bumps of a trace: where it rises above the wall's own reading, how wide and how strong, fitted.

#include "scan/trace.h"

namespace owl {

/// A rise of the reading, fitted as a step up at `left` and down at `right`, both blurred by `blur` (a normal
/// distribution's standard deviation): reading = base + height (Phi((x-left)/blur) - Phi((x-right)/blur)).
/// mm.
struct Bump {
    double left = 0, right = 0, height = 0, blur = 0;
    double centreError = 0; ///< standard deviation of the centre by the fit
    double signal = 0;      ///< height over its own standard deviation
    bool cutOff = false;    ///< the trace begins or ends inside it
    [[nodiscard]] double centre() const { return (left + right) / 2; }
    [[nodiscard]] double width() const { return right - left; }
};

struct BumpSurvey {
    std::vector<Bump> bumps;      ///< left to right
    double noise = 0;             ///< standard deviation of one reading
    double level = 0;             ///< the wall's own reading, median
    std::vector<double> baseline; ///< per millimetre of the raster
};

/// Finds and fits all bumps. `cover` (mm) gives the first guess of the blur, which is then learnt from the
/// trace itself. Least squares by Levenberg-Marquardt.
BumpSurvey surveyBumps(const Trace& trace, const Raster& raster, double cover);

} // namespace owl
