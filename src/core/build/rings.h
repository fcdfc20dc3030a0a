#pragma once
// Boards that close a ring by mitres are glued in one go: no mitre can be pressed on once the others have
// set.

#include "build/order.h"

namespace owl {

/// Moves whose joints close one ring of glued mitres, and what comes between them, made one move: the ring's
/// parts come together at once.
void closeRings(std::vector<Move>& moves);

} // namespace owl
