#pragma once
// What rods out of a wall ask of the boards they go into.

#include "assembly/part.h"

#include <optional>
#include <string>

namespace owl {

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
