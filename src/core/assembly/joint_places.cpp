#include "assembly/joint_places.h"

namespace owl {

bool oneAboveTheOther(const Joint& j) {
    if (j.spots.size() < 2)
        return false;
    const Vec a = j.spots.front().at;
    const Vec b = j.spots.back().at;
    return abs(b.z - a.z) > abs(b.x - a.x) && abs(b.z - a.z) > abs(b.y - a.y);
}

} // namespace owl
