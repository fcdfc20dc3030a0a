#pragma once
// The holes in the walls as one marks them: what each is drilled with, how deep, what runs near it.

#include "plan/plan_hold.h"

namespace owl {

/// Fills in pp.marks for a piece whose support is chosen.
void markWalls(const PieceScene& scene, PiecePlan& pp);

} // namespace owl
