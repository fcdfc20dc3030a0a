#pragma once
#include "assembly/assembly.h"
#include "drawing/drawing.h"
#include "load/load_spec.h"

namespace owl {
/// A thing standing with its lower left corner at (x, y): a silhouette to scale by its kind.
void drawItem(Pen& pen, const LoadItem& item, double x, double y, std::size_t index, const std::string& id);
/// A standing person from the front, feet at (x, y), as an outline.
void drawPerson(Pen& pen, double x, double y, double height);
/// Furniture in front of a wall by kind, lower left corner at (x, y).
void drawFurniture(Pen& pen, const std::string& kind, double x, double y, double w, double h,
                   const std::string& id);
/// A part as seen from the front of its piece, whose left end is at x and whose bottom at y.
Shape& drawPartFront(Pen& pen, const Part& part, double x, double y);
/// Parts as one sees them from the front: what lies behind comes first.
std::vector<const Part*> fromBehind(const Assembly& a);

} // namespace owl
