#include "room/side_walls.h"

#include <algorithm>

namespace owl {

SideWall sideWall(const std::vector<Wall>& walls, const std::vector<Corner>& corners,
                  const std::vector<Alcove>& alcoves, const std::string& wall, const std::string& to) {
    SideWall out;
    out.left = to != "right_wall";
    std::string id;
    for (const auto& a : alcoves)
        if (a.back == wall)
            id = out.left ? a.left : a.right;
    for (const auto& c : corners)
        if ((out.left ? c.right : c.left) == wall) {
            id = out.left ? c.left : c.right;
            out.angle = c.angle;
            break;
        }
    const auto it = std::find_if(walls.begin(), walls.end(), [&](const Wall& w) { return w.id == id; });
    if (it != walls.end() && id != wall)
        out.wall = &*it;
    return out;
}

} // namespace owl
