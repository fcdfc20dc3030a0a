#pragma once
// What cannot be so on a wall or in a room as it was entered. The rest stays usable; each fault says where
// and what, and plan/ turns it into a finding with a remedy.

#include "room/room.h"

namespace owl {

enum class RoomFaultKind {
    studsOutOfOrder,
    studsOverlap,
    studOutside,
    obstacleOutside,
    furnitureOutside,
    openingOutside,
    openingBetweenNothing, ///< an opening that bares no stud
    ceilingOutOfOrder,
    cornerAngle,
    cornerTaken, ///< two corners claim the same end of a wall
    cornerSame,  ///< a wall joined to itself
    alcoveWidths ///< the back wall is not as wide as the alcove's back
};

struct RoomFault {
    RoomFaultKind kind = RoomFaultKind::studOutside;
    std::string wall;   ///< id, may be empty
    std::string object; ///< id of the obstacle, opening, corner ..
    Length a, b;        ///< the places it is about
    double angle = 0;
};

/// Faults of one wall.
std::vector<RoomFault> wallFaults(const Wall& wall, const Catalog& catalog = owl::catalog());
/// Faults of corners and alcoves.
std::vector<RoomFault> roomFaults(const std::vector<Wall>& walls, const std::vector<Corner>& corners,
                                  const std::vector<Alcove>& alcoves);

} // namespace owl
