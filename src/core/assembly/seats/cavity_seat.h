#pragma once
// A hollow for a ledger with arms.

#include "assembly/plug_way.h"
#include "measure/length.h"

#include <string>
#include <utility>
#include <vector>

namespace owl {

/// A hollow that slides over a ledger with arms, and what was asked of them.
struct CavitySeat {
    Length x0, x1, y1, z0, z1;       ///< its clear room, open to the wall
    Length frame;                    ///< thickness of the boards that ledger and arms are cut from
    Length spacing;                  ///< of the arms, at most
    Length clearance;                ///< below the arms, and beside the ledger
    PlugWay plugs = PlugWay::filled; ///< over screws from above
    std::string plugWood;            ///< what plugs are of
    std::string fix;                 ///< 'above', 'below', 'none': screws that keep the box on
    int rows = 1;                    ///< of ledger screws
    std::string top, bottom;         ///< the skins
    Length topThickness, bottomThickness;
    std::vector<std::pair<Length, Length>> below; ///< what stands under it at the wall: middle, half width
    std::vector<Length> keepFree; ///< places along it where no arm may be: a cable goes down there
    void move(Length, Length up) {
        z0 += up;
        z1 += up;
    }
};

} // namespace owl
