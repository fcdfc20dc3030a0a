#pragma once
// A case pushed at its top along the wall: its back panel, or the rails across it, keep the corners square
// (S11.3).

#include "support/support.h"

namespace owl {

/// Nothing where the piece does not say what stiffens it. `factor` scales the contents; `quiet`: only the
/// figures.
/// N along the wall at the top: a tenth of all that the case carries and weighs, at least 100 N (S11.3).
double pushAtTheTop(const HeldPiece& piece, double factor);
std::optional<Check> rackingCheck(const HeldPiece& piece, double factor, bool quiet);

} // namespace owl
