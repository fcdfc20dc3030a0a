#pragma once
#include "support/rail.h"

namespace owl {

/// The wall fixings of a back rail as they sit in it: one a place and row, with the holes they need.
Mounting railMounting(const RailPiece& piece, const RailWall& wall, const RailVerdict& verdict);

/// What a fixing of that kind holds in, as plan.json names it: 'stud', 'masonry', 'cover'.
const char* intoOf(RailSupport kind);

} // namespace owl
