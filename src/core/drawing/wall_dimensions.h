#pragma once
#include "drawing/drawing.h"
#include "plan/plan.h"

namespace owl {
/// Distances of a piece that can be typed: to both corners, its length, from the floor and from what stands
/// below it.
void drawPlaceDimensions(Pen& pen, const Project& project, const Plan& plan, const Wall& wall,
                         const Piece& piece, const PiecePlan& pp);
/// Every hole from the corner, from the one before and from the piece's own end.
void drawMarkDimensions(Pen& pen, const Project& project, const Wall& wall, const PiecePlan& pp);
} // namespace owl
