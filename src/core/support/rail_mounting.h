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
/// `front`: from the wall to under its head; a screw has its length, an anchor's is sold in those units.
WallFixing wallFixing(const RailOption& option, double front, double cover, double screwLength, bool metric);
/// What a fixing of that kind holds in, as plan.json names it: 'stud', 'masonry', 'cover'.
const char* intoOf(RailSupport kind);

/// The middle of a rod: where it enters, which way (length 1), how far in mm.
struct RodLine {
    Vec3 from, along;
    double length = 0;
};
/// Why a rod is as long as it is, in the units of the piece; mm. `behind`: from the back of the shelf to the
/// rod's rear end, below 0 where that is on a plate let into the shelf.
std::string rodLengths(double inShelf, double behind, bool metric);
/// A hole goes on before the end of its rod by so much, where there is wood: a rod that meets the bottom of
/// its hole holds the piece off the wall. mm; `end`: of the rod, `along`: into the wood, length 1.
double rodEndRoom(const Solid& board, const Vec3& end, const Vec3& along);
/// A board beside the one with the rod's middle: a thick rod lies in a groove of it. Nothing where it does
/// not reach the board.
std::optional<Hole> rodGroove(const Part& board, const std::string& rod, const RodLine& line, double diameter,
                              double play);

} // namespace owl
