#pragma once
#include "support/rail.h"

namespace owl {

/// The wall fixings of a back rail as they sit in it: one a place and row, with the holes they need.
Mounting railMounting(const RailPiece& piece, const RailWall& wall, const RailVerdict& verdict);

} // namespace owl
