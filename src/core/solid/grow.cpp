#include "solid/cell.h"

#include <algorithm>
#include <map>

namespace owl {
namespace {

/// What lies inside all planes, which must close around something within `around`.
ConvexCell within(const Bounds3& around, const std::vector<std::pair<Plane, int>>& planes) {
    constexpr double more = 10; // mm: no face of the box is to stay
    ConvexCell out = boxCell(around.low - Vec3{more, more, more}, plainAxes,
                             around.high - around.low + Vec3{2 * more, 2 * more, 2 * more});
    for (const auto& [plane, origin] : planes)
        out = clipped(std::move(out), plane, origin);
    return out;
}

} // namespace

ConvexCell grown(const ConvexCell& cell, double by) {
    if (cell.empty() || by == 0)
        return cell;
    std::vector<std::pair<Plane, int>> planes;
    for (const auto& f : cell.faces)
        planes.push_back({{f.plane.normal, f.plane.at + by}, f.origin});
    const Bounds3 b = boundsOf(cell);
    const double far = 10 * std::abs(by); // a sharp edge goes farther than its faces
    return within({b.low - Vec3{far, far, far}, b.high + Vec3{far, far, far}}, planes);
}

// Faces that look the way the cell goes move along; those that look back stay. Between them, over every edge
// where one of the first meets one of the others, a new face spans from the edge to where it comes to lie.
ConvexCell drawnOut(const ConvexCell& cell, const Vec3& by) {
    const double far = norm(by);
    if (cell.empty() || far <= sameMm)
        return cell;
    const auto ahead = [&](const CellFace& f) { return dot(f.plane.normal, by) > 1e-9 * far; };
    std::vector<std::pair<Plane, int>> planes;
    std::map<std::pair<int, int>, const CellFace*> edges; // as the face runs along it
    for (const auto& f : cell.faces) {
        planes.push_back({{f.plane.normal, f.plane.at + (ahead(f) ? dot(f.plane.normal, by) : 0)}, f.origin});
        for (std::size_t i = 0; i < f.loop.size(); ++i)
            edges[{f.loop[i], f.loop[(i + 1) % f.loop.size()]}] = &f;
    }
    const Vec3 middle = cell.centre();
    for (const auto& [edge, face] : edges) {
        const auto other = edges.find({edge.second, edge.first});
        if (other == edges.end() || !ahead(*face) || ahead(*other->second))
            continue;
        const Vec3& a = cell.points[edge.first];
        const Vec3 n = cross(cell.points[edge.second] - a, by);
        if (norm(n) > 1e-9 * far)
            planes.push_back({planeThrough(a, dot(n, middle - a) > 0 ? -n : n), face->origin});
    }
    const Bounds3 b = boundsOf(cell);
    return within(swept(b, by), planes);
}

} // namespace owl
