#include "strength/mantel.h"

namespace owl {

MantelClearance mantelClearance(double aboveOpening, double projection) {
    if (aboveOpening < 152.4)
        return {0.0, "none_allowed"};
    if (aboveOpening >= 304.8)
        return {std::nullopt, "within"};
    const double limit = aboveOpening / 8;
    return {limit, projection > limit ? "over" : "within"};
}

} // namespace owl
