#pragma once
// A case pushed at its top along the wall: its back panel, or the rails across it, keep the corners square
// (S11.3).

#include "support/support.h"

namespace owl {

/// Nothing where the piece does not say what stiffens it. `factor` scales the contents; `quiet`: only the
/// figures.
std::optional<Check> rackingCheck(const HeldPiece& piece, double factor, bool quiet);

} // namespace owl
