#pragma once
// A wall fixing as it sits in what lies on the wall.

#include "support/verdict.h"

namespace owl {

/// Its own length and thickness, and the hole it wants. mm.
struct WallFixing {
    double length = 0, diameter = 0, hole = 0;
};
/// `front`: from the wall to under its head; a screw has its length, an anchor's is sold in those units.
WallFixing wallFixing(const SupportOption& option, double front, double cover, double screwLength,
                      bool metric);

/// What one support of a verdict is fixed with: the anchor where it is the one beside a stud.
SupportOption fixedAt(const SupportVerdict& v, std::size_t support);

} // namespace owl
