#pragma once
// Braces that are screwed to a top and to the rail behind it (S9.8).

#include "strength/wall_pieces.h"
#include "support/support.h"

namespace owl {

/// mm of the piece whose load one brace takes at most: half way to its neighbours, an end to itself.
double braceShare(const Assembly& a);
/// What one brace gives under what stands on its share and its weight, with a hand on the front edge as well
/// when somebody leans. `factor` scales the contents. The assembly must have braces.
BraceResult onOneBrace(const HeldPiece& piece, double factor, bool leaning);
/// The screws of a brace: those in the top take the pull, those in the rail what the brace carries down.
/// Nothing without braces that carry.
std::optional<Check> braceCheck(const HeldPiece& piece, double factor, bool quiet);

} // namespace owl
