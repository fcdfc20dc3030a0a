#pragma once
// Which walls meet a wall at its ends: for pieces that rest on more than one.

#include "room/room.h"

namespace owl {

/// A wall beside another, counted from the corner they share.
struct SideWall {
    const Wall* wall = nullptr; ///< null: nobody entered it
    double angle = 90;          ///< degrees of the corner, inside the room
    bool left = true;           ///< at the left end of the wall it is beside: its own right end is the corner
    /// A place on it, from its own left end.
    [[nodiscard]] Length onWall(Length fromCorner) const {
        return left && wall ? wall->width - fromCorner : fromCorner;
    }
    /// The other way round.
    [[nodiscard]] Length fromCorner(Length onWall) const { return this->onWall(onWall); }
};

/// The wall that a mount to 'left_wall', 'second_wall' (both at the left end) or 'right_wall' goes into, by
/// the corners that were entered and by the alcoves.
SideWall sideWall(const std::vector<Wall>& walls, const std::vector<Corner>& corners,
                  const std::vector<Alcove>& alcoves, const std::string& wall, const std::string& to);

} // namespace owl
