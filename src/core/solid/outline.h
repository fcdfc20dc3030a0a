#pragma once
// Flat pictures of solids: sections by a plane and shadows, their pieces united.

#include "solid/solid.h"

namespace owl {

/// A closed polygon in a plane, mm along its two axes; outer rings counter-clockwise, holes clockwise.
using Ring = std::vector<std::array<double, 2>>;

/// A plane with axes to measure in: point = origin + u right + v up, seen from where `normal` points to.
struct View {
    Vec3 origin, right, up;
    [[nodiscard]] Vec3 normal() const { return cross(right, up); } ///< to the eye
    [[nodiscard]] std::array<double, 2> flat(const Vec3& p) const {
        return {dot(p - origin, right), dot(p - origin, up)};
    }
};

/// Where the plane of the view cuts the solid. Faces that only touch it do not count.
std::vector<Ring> sectionOf(const Solid& solid, const View& view);
/// The solid's outline as the eye sees it from infinitely far.
std::vector<Ring> shadowOf(const Solid& solid, const View& view);
/// Rings joined into as few as cover the same area. Resolution 0.1 µm.
std::vector<Ring> united(const std::vector<Ring>& rings);
/// The smallest convex ring around points, counter-clockwise (Andrew's chains); fewer than three points, or
/// all in one line: empty.
Ring hullOf(Ring points);
/// Area, holes counted negative, mm2.
double areaOf(const std::vector<Ring>& rings);

} // namespace owl
