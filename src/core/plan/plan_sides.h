#pragma once
// The walls beside a piece's own: what a kind is told of them, and where its ledgers may be fixed on each.

#include "plan/plan_hold.h"

namespace owl {

/// The walls that meet this one, with their studs counted from the corner.
std::vector<BesideWall> besideWalls(const Project& project, const std::string& wall, const Catalog& catalog);
/// Fills in pp.ledgerWalls for a piece that rests on several walls; nothing for others. Zones are read off
/// `plan`.
void findLedgerWalls(const PlanInputs& in, const Plan& plan, const Wall& wall, PiecePlan& pp);

} // namespace owl
