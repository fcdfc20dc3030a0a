#pragma once
// How much what holds a piece gives: fixings share a load by that, and the piece settles by it (S5.3).

#include "support/judge/statics.h"

namespace owl {

/// N/mm at one place of support. Through a wall cover half of it shares the load, a quarter tells how far it
/// settles.
struct Slip {
    double shared = 0, settling = 0;
};
/// `screws` of diameter `d` mm from wood of density `rho` kg/m3 into a stud: n rho_m^1.5 d/23 with the mean
/// of both densities (EN 1995-1-1 table 7.1).
Slip screwSlip(double d, double screws, double rho, const WallBehind& wall);
/// One anchor in what it holds in: a nylon plug in masonry 1500, metal there 4000, through a steel flange
/// 150, in the cover 50 N/mm (verify).
Slip anchorSlip(const AnchorKind& anchor, Ground ground);
/// What an option gives at each of its places, with so many screws in one above the other.
Slip slipOf(const SupportOption& option, const HeldPiece& piece, const WallBehind& wall, std::size_t rows);

/// The same at one support of a verdict: by its own rows, and the anchor where it is the one beside a stud.
Slip slipAt(const SupportVerdict& v, std::size_t support, const HeldPiece& piece, const WallBehind& wall);
/// What the supports of a verdict share a load by: one figure where all are alike.
Springs springsOf(const SupportVerdict& v, const HeldPiece& piece, const WallBehind& wall);

} // namespace owl
