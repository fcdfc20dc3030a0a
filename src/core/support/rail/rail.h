#pragma once
// A back rail with screws or anchors through it: studs, steel flanges, the cover, masonry (S9.1, S10).

#include "support/support.h"

namespace owl {

/// The row of supports.cpp.
const Support& screwedRail();
/// True for a piece that is held by its wall part alone: nothing else of it meets wall or floor.
bool heldByRail(const Assembly& a);
/// mm: where anchors go along its rails, those that are clear of wires and pipes where somebody looked.
std::vector<double> railAnchors(const Assembly& a, const WallBehind& w);
/// Where a piece has several rails: which of them has none of the places x; empty: each has one.
std::string railWithout(const Assembly& a, const std::vector<double>& x);
/// Judges one fixing through the rail.
SupportVerdict judgeScrewedRail(const JudgeInput& in);
/// The wall fixings of a back rail as they sit in it: one a place and row, with the holes they need.
Mounting railMounting(const HeldPiece& piece, const WallBehind& wall, const SupportVerdict& verdict);

} // namespace owl
