#pragma once
// A case that stands on the floor: its feet carry it, a tie to the wall keeps it from tipping (S11.2).

#include "support/rail_judge.h"

namespace owl {

/// Judges feet and tie; what bends inside it and whether it keeps square like any other piece. `factor`
/// scales the contents.
RailVerdict judgeStanding(const RailPiece& piece, const RailWall& wall, const RailOption& option,
                          double factor, bool quiet);

/// What pulls at a standing piece (S11.2): at its top, at most at arm's height, N and mm; a child on its
/// front edge.
inline constexpr double tipPull = 45, tipPullHigh = 1420, climbingChild = 267;

} // namespace owl
