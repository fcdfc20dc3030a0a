#pragma once
// How high a piece hangs well, and why.

#include "catalog/catalog.h"
#include "room/wall.h"

#include <string>
#include <vector>

namespace owl {

/// A band of good heights for the top of the piece, from the floor.
struct HeightBand {
    Length low, high;
    std::string what; ///< 'over the sofa', 'eye height of what stands on it'
    std::string why, source;
};

/// Bands for a piece from x0 to x1 and `pieceHeight` tall that shows pictures: from the furniture under it,
/// else from the habit for picture ledges. Worst-first order is not implied; the first band is the one to
/// follow.
std::vector<HeightBand> heightAdvice(const Wall& wall, Length x0, Length x1, Length pieceHeight,
                                     const Catalog& catalog);

} // namespace owl
