#pragma once
// Parts that are cut to fit what stands there already: left over in the cut list, a step of their own, and
// what is still uncut and equal follows the size as it turned out.

#include "plan/plan_hold.h"

namespace owl {

/// Marks the parts and what follows them. Marks of parts that are not there change nothing.
void applyFits(const PieceInputs& in, PiecePlan& pp);
/// Puts the step of each marked part before the one that brings it in.
void addFitSteps(const PieceInputs& in, PiecePlan& pp);

} // namespace owl
