#pragma once
// Boards that bend inside a piece: shelves in a case, the bottom of a box (S5, S6, S10.8).

#include "support/support.h"

namespace owl {

/// Sag in years, bending, shear and end joints of the worst of all spans; nothing where there are none.
/// `factor` scales the contents; `quiet`: only the figures.
/// `seen`: the curve of the board that uses most of its limit, x from the piece's left end.
struct ShelfSag {
    SagResult curve;
    SagStretch worst;
};
std::vector<Check> shelfChecks(const HeldPiece& piece, double factor, bool quiet, ShelfSag* seen = nullptr);

} // namespace owl
