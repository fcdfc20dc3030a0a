#pragma once
// Every hole in the wall: from the corner, from the floor, from the piece.

#include "measure/length.h"

#include <string>
#include <vector>

namespace owl {

struct WallMark {
    std::string id, what; ///< 'first screw', 'screw', 'toggle'
    Length fromWallLeft, fromFloor, fromPieceLeft, fromPieceTop;
    double drill = 0, depth = 0; ///< mm; depth from the finished wall face
    std::string into;            ///< 'stud', 'cover'
    std::string bit;             ///< '7/64 in'
    std::string caution;         ///< wires near this hole
    int order = 0;               ///< 1 = first
    std::string to = "wall";     ///< 'second_wall', 'left_wall', 'right_wall': not the piece's own
    std::string wall;            ///< id of that wall; empty: the piece's own, or nobody knows it
    Length fromCorner;           ///< on another wall: from the corner it shares with the piece's own
};

/// What the marks are made of.
struct MarkInput {
    std::vector<std::pair<Length, Length>> holes; ///< from the piece's left end, above its bottom
    Length pieceLeft, pieceBottom, pieceHeight;
    double drill = 0, depth = 0;
    std::string into, bit, what;
};
/// 'screw', 'left: screw': what it is, and on the wall at which side when that is not the piece's own.
std::string markWords(const WallMark& mark);
/// From the corner that one measures from: the wall's left one, on another wall the one shared with the
/// piece's.
Length measuredFromCorner(const WallMark& mark);
/// The hole nearest the middle of the upper row comes first, then outwards, then the lower row.
std::vector<WallMark> wallMarks(const MarkInput& in);

} // namespace owl
