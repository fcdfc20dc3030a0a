#pragma once
// A scan taken on one of the walls.

#include "room/wall.h"
#include "scan/simulator.h"

namespace owl {

/// Keeps the trace with the wall and notes what the estimator reads off it: proposals, which nobody has
/// accepted yet, and odd signals. Decisions made about a signal at the same place stay.
void takeScan(Wall& wall, const Trace& trace);
/// The scan, its proposals and open signals are forgotten; accepted studs and decisions stay.
void forgetScan(Wall& wall);
/// What the simulated scanner would find behind this wall: its studs as known and what lies on known runs;
/// where nothing is known yet, a wall of the same width that nobody has seen.
ScanWall scanWallOf(const Wall& wall, std::uint64_t seed);

} // namespace owl
