#pragma once
// What is judged inside a piece whatever holds it: its joint at the wall part, its braces, its shelves.

#include "support/rail.h"

namespace owl {

/// Adds those checks to the verdict. `factor` scales the contents; `quiet`: only the figures.
void addInnerChecks(const RailPiece& piece, double factor, bool quiet, RailVerdict& v);

} // namespace owl
