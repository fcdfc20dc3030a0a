#pragma once
#include "solid/solid.h"

#include <string>

namespace owl {

/// The surface of a solid as triangles, counter-clockwise from outside. Closed: every edge is met as often
/// one way as the other, and the triangles enclose the solid's volume. Where two cells share a whole face it
/// is left out; where they share a part of one, both faces stay, back to back.
std::vector<std::array<Vec3, 3>> surfaceOf(const Solid& solid);
/// Solids as ASCII STL, mm, one named solid a body.
std::string stlOf(const std::vector<std::pair<std::string, const Solid*>>& bodies);

} // namespace owl
