#pragma once
// Drills as one can buy them.

namespace owl {

/// mm: the drill nearest to `wanted` that is sold in these units and is not under `least`. Wood: halves of a
/// millimetre to 10, whole ones above; 1/64 in to half an inch, 1/16 in above, where only long bits are of
/// use.
double soldDrill(double wanted, double least, bool metric);
/// mm: the hole in the wood that takes a rod of diameter `d` with about that play.
double rodBore(double d, double play, bool metric);
/// mm: the masonry drill for a rod that is set in resin, 1.5 mm wider at least.
double groutedBore(double d, bool metric);

} // namespace owl
