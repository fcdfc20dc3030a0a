#pragma once
// The plane figure of a corner shelf and the places that follow from it. Internal to piece/.

#include "piece/corner/corner.h"
#include "solid/outline.h"

namespace owl {

/// Seen from above: the corner at 0, its own wall along x, the other along `along2`.
struct CornerFigure {
    double a = 0, b = 0;               ///< mm, the legs
    double angle = 90;                 ///< degrees, within what can be built
    Vec3 along2, out2;                 ///< of the second wall
    Ring ring;                         ///< the whole outline; of an L the one around both arms
    Vec3 frontFrom, frontTo, frontOut; ///< a straight front: its ends, and out of it
    double depth = 0;                  ///< from the corner to a straight front; radius of a round one

    explicit CornerFigure(const CornerParams& p);
    /// How far along a wall (0: its own, 1: the second) something may reach that stands `out` from it and
    /// must stay `clear` behind the front.
    [[nodiscard]] double reach(int wall, double out, double clear) const;
};

/// Cuts a part to the outline moved in by `in` along its front; walls and ends stay. `origin`: of the faces.
void clipToRing(Solid& solid, const CornerFigure& f, double in, int origin);

} // namespace owl
