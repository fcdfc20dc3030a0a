#pragma once
// How high a piece hangs well, and why.

#include "catalog/catalog.h"
#include "measure/format.h"
#include "room/wall.h"

#include <string>
#include <vector>

namespace owl {

/// A band of good heights for the top of the piece, from the floor.
struct HeightBand {
    std::string id; ///< 'over:sofa-1', 'pictures', 'reach', 'head'
    Length low, high;
    std::string what; ///< 'over the sofa', 'picture ledge'
    std::string why, source;
    bool limit = false; ///< a limit one should stay in, not a place to aim for
};

/// The piece whose height is asked about.
struct HeightQuestion {
    Length x0, x1;                  ///< its ends on the wall
    Length height;                  ///< of the piece itself
    Length surface;                 ///< of what things stand on, above its bottom
    Length depth;                   ///< from the wall
    Length pictureHeight;           ///< of the tallest picture on it; 0: none
    NumberStyle style;              ///< for the words
    std::string habit{"pic_ledge"}; ///< row that says how high such pieces hang; empty: nobody has a habit
};

/// Bands for a piece: over the furniture below it, the centre line of its pictures, the habit for ledges;
/// then limits: who reaches it (wall.user), heads in a walkway, the ceiling. The first band is the one to
/// follow.
std::vector<HeightBand> heightAdvice(const Wall& wall, const HeightQuestion& ask, const Catalog& catalog);

/// Clear height that a thing wants above a shelf: its own and the room to lift it out, 25 to 40 mm (table
/// 12c).
struct ShelfSpacing {
    Length least, comfortable;
};
ShelfSpacing spacingFor(Length tallestThing);

/// Ids of users that reach is known for, with their names.
const std::vector<std::pair<std::string, std::string>>& wallUsers();

} // namespace owl
