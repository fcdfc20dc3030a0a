#pragma once
// The room an alcove leaves: its walls as lines seen from above, and what is scribed to them. Internal to
// piece/.

#include "piece/alcove/alcove.h"

#include <array>

namespace owl {

/// A wall of the alcove: a line on its high points, and how far it falls back behind it.
struct AlcoveLine {
    Vec3 origin, along, out;                 ///< from the back corner; out into the alcove; length 1
    std::vector<std::array<double, 2>> gaps; ///< mm along, mm behind the line
    [[nodiscard]] double deepest() const;
};

/// Seen from above: the left back corner at 0, x along the back wall.
struct AlcoveRoom {
    double width = 0, depth = 0; ///< mm
    AlcoveLine back, left, right;
    double bulge = 0; ///< mm that the right wall comes in between its ends

    explicit AlcoveRoom(const AlcoveParams& p);
    /// x of a side at a distance from the back wall.
    [[nodiscard]] double leftAt(double y) const;
    [[nodiscard]] double rightAt(double y) const;
    /// Clear width at a distance from the back wall.
    [[nodiscard]] double widthAt(double y) const { return rightAt(y) - leftAt(y); }
    /// The narrowest between two distances from the back wall.
    [[nodiscard]] double narrowest(double y0, double y1) const;
};

/// Cuts a solid to one wall, `gap` before it: by its line, moved back where the wall falls behind it, then
/// along the readings. `high`: of the solid, from z on. `origin`: of the faces.
void scribe(Solid& solid, const AlcoveLine& line, double gap, double z, double high, int origin);

} // namespace owl
