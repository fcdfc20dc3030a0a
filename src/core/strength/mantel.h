#pragma once
// How far a mantel may stand out above a fire (S11.4). A caution, never a release.

#include <optional>

namespace owl {

struct MantelClearance {
    std::optional<double> limit; ///< largest projection, mm; none from 304.8 mm up
    const char* flag = "within"; ///< 'none_allowed', 'over', 'within'
};
/// Model-code figure for masonry fireplaces (IRC R1001.11): nothing combustible within 152.4 mm of the
/// opening; up to 304.8 mm it may stand out an eighth of its distance.
MantelClearance mantelClearance(double aboveOpening, double projection);

} // namespace owl
