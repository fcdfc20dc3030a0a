#pragma once
// What the parts of a wall box share. Only wall_box*.cpp need this.

#include "piece/wall_box.h"

#include <array>

namespace owl {

/// The sheets of a back: BoxSheet by their ids in the catalogue.
const std::array<Option, 3>& boxSheets();
/// The thickness in which the sheet of the back is sold that is nearest to the one asked for.
Length nearestSheet(const WallBoxParams& p);

/// Where the boards of the box lie, in the piece.
struct BoxShape {
    Length x0, x1;                               ///< clear room between the sides
    Length z0, z1;                               ///< clear room between bottom and top
    Length low, high;                            ///< lower face of the bottom, upper face of the top
    std::vector<std::pair<Length, Length>> bays; ///< clear, left to right
};

/// Adds the joints of the corners, of dividers, shelves and rail, with their fasteners.
void addBoxJoints(const WallBoxParams& p, const MakeContext& ctx, const Catalog& catalog,
                  const BoxShape& shape, Draft& draft);

} // namespace owl
