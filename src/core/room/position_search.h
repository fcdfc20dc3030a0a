#pragma once
// Where could it go? Positions near a preferred spot, ranked, each with its reasons.

#include "measure/format.h"
#include "room/snap.h"
#include "room/zones.h"

namespace owl {

/// What is asked: a piece at its height, and how far from the preferred spot one would go.
struct PositionQuestion {
    const Wall* wall = nullptr;
    const std::vector<NoDrillZone>* zones = nullptr;
    const std::vector<Clearance>* clearances = nullptr;
    const std::vector<PlacedPiece>* others = nullptr;
    PlacedPiece piece;               ///< where it is now
    Length endMargin = 40_mm;        ///< from its ends to a screw
    std::vector<Length> holeHeights; ///< above the floor
    bool needsStuds = true;          ///< false on masonry
    Length preferred, reach = 400_mm;
    NumberStyle style;
};

struct Position {
    Length left;
    int studs = 0;
    std::string what;     ///< 'here', '56 mm to the left', 'centred on the sofa'
    std::string symmetry; ///< what it is centred on, or by how much it is off
    std::string clear;    ///< room left, or what it gets in the way of
    bool clash = false;   ///< hits a neighbour, or something on the wall
    double score = 0;     ///< higher is better; only the order counts
};

/// Best first; the present place is always among them. At most `most`.
std::vector<Position> searchPositions(const PositionQuestion& ask, std::size_t most);

} // namespace owl
