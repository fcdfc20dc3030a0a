#pragma once
#include "drawing/drawing.h"

#include <string>

namespace owl {

/// A drawing as SVG in true measure: one unit is one millimetre of the piece, the page fits it at 1:1. Faces
/// in the colours of the day theme, hidden lines broken, dimensions with their lines and numbers.
std::string svgOf(const Drawing& d, const std::string& title);

} // namespace owl
