#include "room/wall.h"

#include <algorithm>

namespace owl {

std::vector<Length> studCentres(const Wall& wall) {
    std::vector<Length> out;
    if (wall.studMode == StudMode::positions) {
        for (Length x : wall.studs)
            if (x >= Length() && x <= wall.width)
                out.push_back(x);
        std::sort(out.begin(), out.end());
    } else if (wall.studMode == StudMode::spacing && wall.spacing >= 100_mm) {
        for (Length x = wall.firstStud; x <= wall.width; x += wall.spacing)
            if (x >= Length())
                out.push_back(x);
    }
    return out;
}

std::vector<Length> studsBetween(const Wall& wall, Length x0, Length x1, Length margin) {
    std::vector<Length> out;
    for (Length x : studCentres(wall))
        if (x >= x0 + margin && x <= x1 - margin)
            out.push_back(x);
    return out;
}

std::vector<Outlet> wiresNear(const Wall& wall, Length x) {
    std::vector<Outlet> out;
    std::copy_if(wall.outlets.begin(), wall.outlets.end(), std::back_inserter(out),
                 [&](const Outlet& o) { return abs(o.x - x) <= 75_mm; });
    return out;
}

const Furniture* findFurniture(const Wall& wall, const std::string& id) {
    const auto it = std::find_if(wall.furniture.begin(), wall.furniture.end(),
                                 [&](const Furniture& f) { return f.id == id; });
    return it == wall.furniture.end() ? nullptr : &*it;
}

} // namespace owl
