#pragma once
// How the braces of a braced shelf are fastened to its top and its rail.

#include "piece/braced/braced.h"
#include "piece/kind_builder.h"

namespace owl {

/// A braced shelf that is still being made: top, rail and braces are there.
struct BracedWith {
    const BracedParams& p;
    const MakeContext& ctx;
    const Catalog& catalog;
    Draft& d;
    Bracket bracket;
    const std::vector<Length>& braces; ///< their middles, from the left end
};

/// Screws each brace from above and from behind, clear of each other, or glues it as ornament. Braces that
/// are all screwed carry: the assembly is told where (BraceSeat). A brace too small for screws is a problem
/// and is glued.
void addBraceJoints(const BracedWith& with);

} // namespace owl
