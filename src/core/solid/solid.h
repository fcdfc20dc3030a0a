#pragma once
// A solid: disjoint convex cells, made from a box by cutting with planes and by taking convex tools out.

#include "solid/cell.h"

namespace owl {

struct Solid {
    std::vector<ConvexCell> cells; ///< disjoint; neighbours share faces
    [[nodiscard]] bool empty() const { return cells.empty(); }
    [[nodiscard]] double volume() const; ///< mm3
    [[nodiscard]] Vec3 centre() const;   ///< of gravity; 0 when empty
    [[nodiscard]] Bounds3 bounds() const;
    [[nodiscard]] bool contains(const Vec3& p, double slack = 0) const;
};

/// Takes away what lies outside the plane. The cut carries `origin`.
void clip(Solid& solid, const Plane& plane, int origin);
/// Takes away what lies inside a convex tool. What the tool leaves is split into convex cells: at most one a
/// face of the tool and a cell. The new faces carry `origin`.
void subtract(Solid& solid, const ConvexCell& tool, int origin);
/// Takes away what lies inside any of the cells of a tool.
void subtract(Solid& solid, const Solid& tool, int origin);
/// The two parts that a plane makes of a solid: inside, outside.
std::array<Solid, 2> split(const Solid& solid, const Plane& plane, int origin);
/// A solid moved by a vector.
Solid moved(const Solid& solid, const Vec3& by);

} // namespace owl
