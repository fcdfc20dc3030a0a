#pragma once
// A back edge for rods. Lengths in the piece.

#include "measure/length.h"

#include <string>

namespace owl {

/// A thick board whose back edge takes rods, and what was asked of them.
struct RodSeat {
    std::string kind = "auto";      ///< 'auto', 'stud', 'plate', 'strip', 'masonry', 'plug'
    std::string material = "steel"; ///< as in the catalogue's rods
    Length d;                       ///< 0: as thick as needed
    int count = 0;                  ///< 0: one a stud, or as many as are usual
    Length inset;                   ///< from the ends to the outer rods; 0: where they carry best
    Length inShelf, inWall;         ///< depth of the holes; 0: usual
    Length play;                    ///< holes over the rod's size
    bool glued = false;
    Length thickness, depth, z; ///< of the wood; height of its middle
    Length strip;               ///< thickness of a strip at the wall that takes the rods
    void move(Length, Length up) { z += up; }
};

} // namespace owl
