#pragma once
// The face over which two parts meet, in a frame of its own.

#include "solid/vector3.h"

#include <array>

namespace owl {

/// The face over which two parts meet. Ways of joining are laid out in this frame alone, so that they know
/// nothing of up, left or front.
struct Contact {
    Vec3 at;            ///< its middle, in the face of the first part
    Vec3 normal;        ///< out of the first part, into the second; length 1
    Vec3 along, across; ///< its long direction and the one square to it, in the face; length 1
    double length = 0;  ///< mm along the first of them
    double width = 0;   ///< mm along the second
    double area = 0;    ///< mm2
    double let = 0;     ///< mm that the second part reaches into the first; 0: it lies on its face
    /// From where to where it runs, mm along from its middle: on the side where `across` begins, in the
    /// middle of its width, on the other side. A mouth that crosses a part askew has slanted ends.
    std::array<std::array<double, 2>, 3> runs{};
    /// The place so far along and across from its middle, mm.
    [[nodiscard]] Vec3 place(double l, double w) const { return at + along * l + across * w; }
};

} // namespace owl
