#pragma once
// The walls beside a piece's own: what a kind is told of them, and where its ledgers may be fixed on each.

#include "plan/plan_hold.h"

namespace owl {

/// The walls that meet its own, with their studs counted from the corner.
std::vector<BesideWall> besideWalls(const PieceInputs& in, const Catalog& catalog);
/// Fills in pp.ledgerWalls for a piece that rests on several walls; nothing for others.
void findLedgerWalls(const PieceScene& scene, PiecePlan& pp);

} // namespace owl
