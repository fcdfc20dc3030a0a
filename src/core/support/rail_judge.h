#pragma once
// For those who judge one piece many times: the statics are solved once.

#include "support/rail.h"
#include "support/rail_statics.h"

namespace owl {

/// Judges one option with the supports' responses kept in `cache`. `factor` scales the contents; `quiet`:
/// only the figures, no words about how they came about (for searching).
RailVerdict judgeRail(const RailPiece& piece, const RailWall& wall, const RailOption& option,
                      StaticsCache& cache, double factor, bool quiet);

} // namespace owl
