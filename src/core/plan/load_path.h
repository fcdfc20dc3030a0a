#pragma once
#include "plan/plan.h"

namespace owl {

/// The forces on a piece and what its mounts give, for what stands there (C1), for the empty piece and for a
/// hand at each of its places (C2). In balance, force and moment. Empty for a piece that nothing holds.
std::vector<LoadCase> loadPath(const Piece& piece, const PiecePlan& pp, double woodDensity);

} // namespace owl
