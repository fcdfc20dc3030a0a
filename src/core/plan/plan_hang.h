#pragma once
// What the steps at the wall need to know of a planned piece.

#include "build/hang_steps.h"
#include "plan/plan_hold.h"

namespace owl {

/// Marks, what fixes it, what comes in at the wall and in which stages.
HangInput hangInput(const NumberStyle& style, const Piece& piece, const Wall& wall, double G,
                    const PiecePlan& pp);

} // namespace owl
