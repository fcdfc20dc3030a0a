#pragma once
// What a joint inside a piece takes (S10.8).

#include "support/rail.h"

namespace owl {

/// N that the joint takes in all for a force on its second part along `force` (length 1): fasteners along it
/// pull, across it they shear; a housing bears; splines count by their glue. End grain glue counts nothing.
/// `leaning`: duration factor 1.6 instead of 0.9.
double jointTakes(const RailPiece& piece, const Joint& joint, const Vec3& force, bool leaning);

} // namespace owl
