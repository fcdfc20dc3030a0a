#pragma once
// Planning one piece by itself: made, held, built, told.

#include "plan/piece_inputs.h"

namespace owl {

/// A piece's plan as it begins: who it is and where it stands.
PiecePlan placedPlan(const Piece& piece, const Standing& place);
/// Fills in a piece's plan whose id, name and place are known. The same answer every time for the same
/// inputs.
PiecePlan planPiece(const PieceScene& scene, const PieceMaker& maker, PiecePlan pp);

} // namespace owl
