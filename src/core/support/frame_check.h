#pragma once
// A frame held out from a back rail: its arms, their joints at the rail, a glass top on it, and whether what
// stands there shakes (S9.3, S9.10, S3.5).

#include "support/rail.h"

namespace owl {

/// Arms in bending, lag screws at the rail, glass. Nothing for pieces without such a frame. `factor` scales
/// the contents; `quiet`: only the figures.
std::vector<Check> frameChecks(const RailPiece& piece, double factor, bool quiet);
/// The first frequency at the thing that must not shake, against what is wanted: from how far rail and arms
/// give there, so `v` must have its droop already.
std::optional<Check> steadyCheck(const RailPiece& piece, double factor, const RailVerdict& v, bool quiet);

} // namespace owl
