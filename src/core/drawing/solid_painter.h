#pragma once
// Draws solids, whatever they are part of: in parallel view with exact hidden lines, and cut by a plane.

#include "drawing/views.h"

namespace owl {

/// The parts of an assembly in axonometric view, with grain, hidden edges broken, names beside it.
void paintSolids(const Assembly& a, const PieceViewOptions& options, Drawing& into);
/// The parts cut across at x (mm from the piece's left end), seen with the wall at the left; what is not cut
/// there is shown by its broken outline. `H`: height that lies at y = 0.
void paintSection(Pen& pen, const Assembly& a, double x, double H);
/// What a part looks like where it is cut across its grain or along it.
Tone cutTone(const Part& part, const Vec3& planeNormal);
/// Tone of a face with this outward normal.
Tone faceTone(const Part& part, const Vec3& normal);

} // namespace owl
