#pragma once
// Where a dragged piece wants to come to rest.

#include "room/wall.h"

namespace owl {

struct Snap {
    Length left;     ///< of the piece
    std::string why; ///< 'centred on the sofa'; empty: nothing near
};
/// The nearest of: piece centred on the wall, on furniture, on a stud, or midway between two studs, or an end
/// flush with furniture, within `reach` of `left`; else `left` itself, kept on the wall.
Snap snapPiece(const Wall& wall, Length left, Length pieceLength, Length reach);

} // namespace owl
