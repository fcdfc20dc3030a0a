#pragma once
// Rooms: which walls meet in which corner, alcoves, and the room seen from above.

#include "room/wall.h"

namespace owl {

struct Room {
    std::string id, name;
    bool operator==(const Room&) const = default;
};

/// Where the right end of one wall meets the left end of the next, seen from inside the room.
struct Corner {
    std::string id, left, right; ///< ids of walls
    double angle = 90;           ///< degrees inside the room; over 180 it juts into it
    bool operator==(const Corner&) const = default;
};

/// A recess: a back wall and one or two side walls. Widths as measured at the back, in the middle of the
/// depth and at the front, since none is square.
struct Alcove {
    std::string id, name, room;
    std::string left, back, right; ///< ids of walls; left or right may be empty
    Length depth = 350_mm, widthBack = 1000_mm, widthMiddle = 1000_mm, widthFront = 1000_mm;
    bool operator==(const Alcove&) const = default;
};

/// Angle that can join two walls: more than 0, less than 360.
bool possibleAngle(double degrees);

/// Width at a distance from the back wall, by straight lines through the three measured widths.
Length alcoveWidth(const Alcove& alcove, Length fromBack);
/// The longest piece with square ends that goes in from the front to the back wall: the least width on its
/// way.
Length alcoveLongest(const Alcove& alcove);

/// A wall seen from above, mm.
struct PlanWall {
    std::string id;
    double x0 = 0, y0 = 0, x1 = 0, y1 = 0; ///< left end, right end
};
/// All walls of a room from above, joined at their corners; walls without a corner stand beside the others.
/// Corners with an impossible angle and ends claimed twice are left out.
std::vector<PlanWall> roomPlan(const std::vector<Wall>& walls, const std::vector<Corner>& corners,
                               const std::string& room);

} // namespace owl
