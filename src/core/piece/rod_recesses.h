#pragma once
// What a support on rods asks of a thick back edge.

#include "piece/kind.h"

namespace owl {

/// Lets the plates that rods are welded to into the back edge of all parts that lie there, so that the piece
/// lies at the wall. `thickness`: of the edge, `mid`: height of its middle, mm; `x`: middles of the plates.
void recessPlates(std::vector<Part>& parts, const std::vector<Length>& x, double thickness, double mid,
                  const MakeContext& ctx);

} // namespace owl
