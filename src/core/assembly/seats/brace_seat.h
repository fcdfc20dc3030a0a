#pragma once
// Braces between a top and the rail behind it.

#include "measure/length.h"

#include <string>
#include <vector>

namespace owl {

/// Braces under a top that are screwed to it and to the rail behind them: they take its turning (S9.8).
struct BraceSeat {
    std::vector<Length> x; ///< middles
    Length face;           ///< the rail's face, from the wall
    Length out, down;      ///< to the outermost screw in the top, to the lowest in the rail
    std::string top, back; ///< the joints of one of them with top and rail
    void move(Length off, Length) { face += off; }
};

} // namespace owl
