#pragma once
// Where behind a piece its wall fixings may be, whatever holds it.

#include "assembly/assembly.h"

namespace owl {

inline constexpr double studEndMargin = 40; ///< mm from the end of what takes a screw to the screw (S7.2)

/// A stretch of the wall behind a piece that fixings go into; Lengths in the piece.
struct WallReach {
    std::vector<Length> rows; ///< heights, upwards
    Length left, right;
    std::vector<std::pair<Length, Length>> hidden; ///< stretches of it where none can be
    [[nodiscard]] bool hides(Length x) const;
};
/// One for each rail, one for rods, ledgers or arms; empty: nothing of it meets the wall.
std::vector<WallReach> wallReaches(const Assembly& a);
/// All of them as one: what lies between two rails is hidden. With nothing at the wall its rows are empty,
/// its ends those of the piece.
WallReach wallReach(const Assembly& a);
/// The rail whose range x lies in, or the nearest; null: it has none.
const RailSeat* railAt(const Assembly& a, Length x);
/// Heights of the fixings at x.
std::vector<Length> rowsAt(const Assembly& a, Length x);

} // namespace owl
