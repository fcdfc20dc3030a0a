#pragma once
// The ring of a polygon in numbers. Only polygon*.cpp need this.

#include "piece/polygon/polygon.h"

namespace owl {

/// A regular ring of staves, mm and degrees; x along the wall, z up from its lowest point (reference data
/// 15a).
struct PolygonRing {
    int n = 6;
    double t = 18;                  ///< thickness of a stave
    double half = 30;               ///< 180/n: what the saw is tilted
    double S = 0;                   ///< side outside, long point to long point
    double s = 0;                   ///< side inside
    double apothem = 0, radius = 0; ///< outside
    double cx = 0, cz = 0;          ///< its middle
    double wide = 0, high = 0;

    /// Angle of the outward normal of the k-th stave, rad: from the lowest one against the clock as one looks
    /// at it; the first of two when a corner is down lies at the right.
    [[nodiscard]] double angle(int k) const;
    [[nodiscard]] Vec3 middle() const { return {cx, 0, cz}; }
    /// Out of the ring through the k-th stave; along that stave, against the clock; length 1.
    [[nodiscard]] Vec3 outward(int k) const;
    [[nodiscard]] Vec3 along(int k) const;
    /// Half the clear width at a height; negative where it is closed.
    [[nodiscard]] double clearHalf(double z) const;
    bool cornerDown = false;
};

/// The ring that the parameters ask for. Sizes that close to nothing come out with an inner side of 0 or
/// less.
PolygonRing ringOf(const PolygonParams& p);
/// mm that the last joint gapes where every cut is off by so many degrees: 2 n of them meet there.
double lastGap(const PolygonRing& r, double degrees);

} // namespace owl
