#pragma once
// What a joint inside a piece takes (S10.8).

#include "support/support.h"

namespace owl {

/// N that the joint takes in all for a force on its second part along `force` (length 1): fasteners along it
/// pull, across it they shear; a housing bears where wood of the first part stands in the way of the second,
/// so a rabbet bears on one side only; splines count by their glue. End grain glue counts nothing. `leaning`:
/// duration factor 1.6 instead of 0.9.
double jointTakes(const HeldPiece& piece, const Joint& joint, const Vec3& force, bool leaning);
/// The same for what pulls one of the two parts down: its weight, what lies or hangs on it. A board that lies
/// on the other part (a top over its sides, on a divider) is, in a piece whose uprights do not themselves
/// hang, borne by its face across the grain, F_c⊥ b t.
double jointTakesDown(const HeldPiece& piece, const Joint& joint, const std::string& part, bool leaning);

} // namespace owl
