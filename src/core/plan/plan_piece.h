#pragma once
// Planning one piece by itself: made, held, built, told.

#include "plan/piece_inputs.h"

namespace owl {

/// Fills in a piece's plan whose id, name and place are known. The same answer every time for the same
/// inputs.
PiecePlan planPiece(const PieceScene& scene, const PieceMaker& maker, PiecePlan pp);

} // namespace owl
