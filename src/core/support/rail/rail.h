#pragma once
// A back rail with screws or anchors through it: studs, steel flanges, the cover, masonry (S9.1, S10).

#include "support/support.h"

namespace owl {

/// The row of supports.cpp.
const Support& screwedRail();
/// True for a piece that is held by its wall part alone: nothing else of it meets wall or floor.
bool heldByRail(const Assembly& a);
/// Judges one fixing through the rail.
SupportVerdict judgeScrewedRail(const JudgeInput& in);
/// The wall fixings of a back rail as they sit in it: one a place and row, with the holes they need.
Mounting railMounting(const HeldPiece& piece, const WallBehind& wall, const SupportVerdict& verdict);

} // namespace owl
