#pragma once
// Feet.

#include "measure/length.h"

namespace owl {

/// A case that stands on the floor: its feet are lines along the depth, one at each end.
struct FloorSeat {
    Length x0, x1;               ///< the two lines, outermost
    Length y0, y1;               ///< from its rear foot to its front foot
    bool tied = false;           ///< its wall part is screwed to the wall, so that it cannot tip
    void move(Length, Length) {} ///< it never is
};

} // namespace owl
