#pragma once
// A convex cell: the brick from which solids are built. Nothing here knows what wood is.

#include "solid/vector3.h"

#include <array>
#include <optional>
#include <vector>

namespace owl {

/// A plane; a point p lies inside where dot(normal, p) <= at. The normal has length 1.
struct Plane {
    Vec3 normal;
    double at = 0;
    /// mm from the plane, positive outside.
    [[nodiscard]] double beyond(const Vec3& p) const { return dot(normal, p) - at; }
    [[nodiscard]] Plane flipped() const { return {-normal, -at}; }
};
/// The plane through a point with its outward normal (any length).
Plane planeThrough(const Vec3& point, const Vec3& outward);

/// Where a face comes from. Faces of a blank carry 0 to 5, what was cut carries the number its maker gave it.
struct FaceOrigin {
    static constexpr int alongLow = 0, alongHigh = 1, acrossLow = 2, acrossHigh = 3, throughLow = 4,
                         throughHigh = 5;
    static constexpr int inner = -1; ///< between two cells of one solid
};

/// One flat face, corners counter-clockwise seen from outside.
struct CellFace {
    std::vector<int> loop; ///< indices into points
    Plane plane;
    int origin = FaceOrigin::inner;
};

/// Convex, closed. An empty one has no points.
struct ConvexCell {
    std::vector<Vec3> points;
    std::vector<CellFace> faces;
    [[nodiscard]] bool empty() const { return points.empty(); }
    [[nodiscard]] double volume() const; ///< mm3
    [[nodiscard]] Vec3 centre() const;   ///< of gravity
    [[nodiscard]] bool contains(const Vec3& p, double slack = 0) const;
    [[nodiscard]] double faceArea(const CellFace& f) const; ///< mm2
    [[nodiscard]] std::vector<Vec3> corners(const CellFace& f) const;
};

struct Bounds3 {
    Vec3 low, high;
    [[nodiscard]] bool apart(const Bounds3& o, double by = 0) const;
};
Bounds3 boundsOf(const ConvexCell& c);
/// What bounds something while it moves straight by a vector.
Bounds3 swept(const Bounds3& b, const Vec3& by);

/// A box between two corners along three axes of length 1, square to each other, in either handedness.
/// Faces carry the origins 0 to 5.
ConvexCell boxCell(const Vec3& origin, const std::array<Vec3, 3>& axes, const Vec3& size);
/// Right, towards who looks, up.
inline constexpr std::array<Vec3, 3> plainAxes{Vec3{1, 0, 0}, Vec3{0, 1, 0}, Vec3{0, 0, 1}};
/// A convex prism: polygon (mm, along two axes) pushed from 0 to `deep` along the third. Its walls carry
/// `wallOrigin`, its ends 4 and 5. Error: empty when the polygon has no area.
ConvexCell prismCell(const Vec3& origin, const std::array<Vec3, 3>& axes,
                     const std::vector<std::array<double, 2>>& polygon, double deep, int wallOrigin);

/// What of a cell lies inside the plane; the cut face carries `origin`. Empty when nothing does; the cell
/// itself when nothing lies outside.
ConvexCell clipped(const ConvexCell& cell, const Plane& plane, int origin);
ConvexCell clipped(ConvexCell&& cell, const Plane& plane, int origin);

/// A cell with every face moved outwards by so many mm.
ConvexCell grown(const ConvexCell& cell, double by);
/// All that a cell passes through while it moves straight by a vector.
ConvexCell drawnOut(const ConvexCell& cell, const Vec3& by);

/// Polygon area in space, mm2.
double polygonArea(const std::vector<Vec3>& loop);

} // namespace owl
