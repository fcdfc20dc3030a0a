#pragma once
// What a fixing holds in.

namespace owl {

enum class Ground {
    studs,   ///< timber studs
    flanges, ///< the flanges of steel studs
    cover,   ///< the wall's cover alone: light pieces only
    masonry, ///< brick, block or concrete
    none     ///< nothing: it stands on the floor
};
/// As plan.json names it: 'stud', 'masonry', 'cover', 'none'.
const char* intoOf(Ground ground);

} // namespace owl
