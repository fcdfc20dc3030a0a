#pragma once
#include "support/rail.h"

namespace owl {

/// The wall fixings of a back rail as they sit in it: one a place and row, with the holes they need.
Mounting railMounting(const RailPiece& piece, const RailWall& wall, const RailVerdict& verdict);

/// A wall fixing as it sits in what lies on the wall: its own length and thickness, and the hole it wants.
/// mm.
struct WallFixing {
    double length = 0, diameter = 0, hole = 0;
};
/// `front`: from the wall to under its head; a screw has its length, an anchor what it needs.
WallFixing wallFixing(const RailOption& option, double front, double cover, double screwLength);
/// What a fixing of that kind holds in, as plan.json names it: 'stud', 'masonry', 'cover'.
const char* intoOf(RailSupport kind);

} // namespace owl
