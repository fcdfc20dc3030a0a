#pragma once
// What holds a piece, who may lean on it, and what its label says.

#include "plan/piece_inputs.h"

namespace owl {

/// The three values that everything follows from.
struct PlanInputs {
    const Project& project;
    const Shop& shop;
    const Catalog& catalog;
};

/// Where somebody sits or lies below it: what they sit or lie on; null: nowhere.
const Furniture* seatBelow(const Wall& wall, const PiecePlan& pp);
/// The hand that is reckoned with, and whether people may be expected to lean there (S1.3, S12.9).
HandView handOn(const Piece& piece, const Wall& wall, const PiecePlan& pp, const NumberStyle& style);

/// Judges every support of a piece that is made and placed; fills in mass, contents, hand, heights, supports,
/// the chosen one and its holes.
void holdPiece(const PieceScene& scene, const Species& wood, StaticsCache& cache, PiecePlan& pp);
/// Words for every support, what the chosen one may carry, and its holes: for the one way of making the piece
/// that is kept.
void measureHold(const PieceScene& scene, const Species& wood, StaticsCache& cache, PiecePlan& pp);

/// What it may carry, for its underside: contents, own weight and people told apart, never more than was
/// looked at (S12.10). Empty for a piece that cannot be made or that nothing holds.
std::string labelText(const PieceInputs& in, const PiecePlan& pp);

} // namespace owl
