#pragma once
// Questions to cells and solids: gaps and overlaps, contact, lines and cylinders against them.

#include "solid/solid.h"

namespace owl {

/// Largest gap over all separating directions, mm. Negative: how deep two cells overlap (the shortest way
/// out). Positive: they are apart, at least by that much; distance() is the exact one.
double separation(const ConvexCell& a, const ConvexCell& b);
/// Least over the cells of both; 1e9 when one is empty.
double separation(const Solid& a, const Solid& b);
/// True when two solids lie in each other by more than so many mm: quicker than to ask by how much.
bool overlap(const Solid& a, const Solid& b, double deep);
/// Exact distance between two cells that do not overlap, mm; 0 when they touch or overlap.
double distance(const ConvexCell& a, const ConvexCell& b);
double distance(const Solid& a, const Solid& b);

/// Area over which two solids touch: opposite faces in one plane, mm2.
double contactArea(const Solid& a, const Solid& b);
/// The same as polygons in space, each convex.
std::vector<std::vector<Vec3>> contactPatches(const Solid& a, const Solid& b);
/// What of a face is open: its area less what the other cells of its solid cover, mm2.
double exposedArea(const Solid& solid, std::size_t cell, std::size_t face);
/// Open area of all faces that come from `origin`, mm2.
double exposedArea(const Solid& solid, int origin);

/// What of a polygon in a plane (counter-clockwise about its normal) a solid covers with opposite faces, mm2.
double coveredArea(const std::vector<Vec3>& polygon, const Plane& plane, const Solid& by);
/// What of one face of a cell another solid covers: opposite faces in its plane, mm2.
double coveredArea(const ConvexCell& cell, std::size_t face, const Solid& by);

/// A stretch of a line, as fractions 0..1 of its length.
struct Stretch {
    double from = 0, to = 0;
    bool operator==(const Stretch&) const = default;
};
/// The stretches of the segment a..b inside a solid, in order, joined where cells meet.
std::vector<Stretch> inside(const Solid& solid, const Vec3& a, const Vec3& b, double slack = 0);
/// How long the segment a..b runs inside, mm.
double lengthInside(const Solid& solid, const Vec3& a, const Vec3& b);
/// First place of the segment where a cylinder around it would meet the solid, mm from a; none: it is free.
/// The cylinder is taken as a prism of 12 sides around the circle: never too small, at most 3.6 % too wide.
std::optional<double> cylinderMeets(const Solid& solid, const Vec3& a, const Vec3& b, double radius);
/// Shortest distance between two segments, mm.
double segmentDistance(const Vec3& a0, const Vec3& a1, const Vec3& b0, const Vec3& b1);
/// What a solid sweeps when it moves straight, as cells that may overlap: is it free of `other`?
bool slidesFree(const Solid& moving, const Vec3& by, const Solid& other);

/// Joins stretches that meet or overlap; sorted.
std::vector<Stretch> joined(std::vector<Stretch> all, double gap = 1e-9);

/// A convex polygon cut by another in the same plane (both counter-clockwise about n).
std::vector<Vec3> cutPolygon(std::vector<Vec3> polygon, const std::vector<Vec3>& by, const Vec3& n);

} // namespace owl
