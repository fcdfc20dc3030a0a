#pragma once
// A hole through a board for the cable of a lamp, charger or player that stands on it.

#include "piece/kind.h"

namespace owl {

struct CableWay {
    bool on = false;
    Length at = 200_mm, d = 30_mm; ///< from the piece's left end; its diameter
    bool operator==(const CableWay&) const = default;
};

/// Rows 'cable', 'cable_at', 'cable_d' of a kind's description.
void describeCable(Parameters& p, CableWay& cable);
/// Keeps the hole inside a piece of that length.
void settleCable(CableWay& cable, Length length);

/// Bores it down through the board, its middle `y` mm from the wall. What leaves no wood around it, or comes
/// nearer than 12 mm to one of `taken` (places along the piece), is a problem with the place that would do,
/// and bores nothing.
void boreCable(Draft& draft, Part& board, const CableWay& cable, double y, const std::vector<Length>& taken,
               const MakeContext& ctx);

} // namespace owl
