#pragma once
// Arms out of a wall part.

#include "measure/length.h"

#include <string>
#include <vector>

namespace owl {

/// A frame held out from the wall part: its arms are cantilevers from that part's face (S9.3).
struct FrameSeat {
    std::vector<Length> x;    ///< middles of the arms
    Length face, tip;         ///< from the wall to the part's face, to the end of the arms
    Length wide, high;        ///< section of an arm
    Length low;               ///< their lower edge in the piece
    std::vector<Length> lags; ///< of its lag screws above its lower edge, upwards
    std::string plate;        ///< a glass top on the arms; empty: none
    bool toughened = true;    ///< that glass
    double steady = 0;        ///< Hz wanted, for things that must not shake; 0: no matter
    Length thingY;            ///< where such a thing stands, from the wall
    void move(Length off, Length) {
        face += off;
        tip += off;
        thingY += off;
    }
};

} // namespace owl
