#pragma once
// What is judged inside a piece whatever holds it: its joint at the wall part, its braces, its shelves.

#include "support/support.h"

namespace owl {

/// Adds those checks to the verdict. `factor` scales the contents; `quiet`: only the figures.
void addInnerChecks(const HeldPiece& piece, double factor, bool quiet, SupportVerdict& v);

} // namespace owl
