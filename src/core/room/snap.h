#pragma once
// Where a dragged piece wants to come to rest.

#include "room/height_advice.h"
#include "room/wall.h"

namespace owl {

/// A piece as it hangs: its outline on the wall.
struct PlacedPiece {
    std::string id, name;
    Length left, bottom, length, height;
    [[nodiscard]] Length right() const { return left + length; }
    [[nodiscard]] Length top() const { return bottom + height; }
};

struct Snap {
    Length at;       ///< left end, or bottom
    std::string why; ///< 'centred on the sofa'; empty: nothing near
    Length line;     ///< where the line to draw lies (x or z); meaningless when `why` is empty
};

/// The nearest of: centred on the wall, on furniture, on a stud, between two studs, between two things on the
/// wall; an end flush with furniture or a neighbour; equal gaps beside or between neighbours; within `reach`
/// of `piece.left`; else piece.left itself, kept on the wall.
Snap snapAcross(const Wall& wall, const std::vector<PlacedPiece>& others, const PlacedPiece& piece,
                Length reach);
/// The nearest of: tops or bottoms level with a neighbour's, equal rise in a stack, edges and middle of the
/// height advice; within `reach` of `piece.bottom`; else piece.bottom itself, kept between floor and ceiling.
Snap snapUp(const Wall& wall, const std::vector<PlacedPiece>& others, const PlacedPiece& piece,
            const std::vector<HeightBand>& bands, Length reach);

} // namespace owl
