#pragma once
// A hole through the boards under a lamp, charger or player, for its cable.

#include "piece/kind.h"

namespace owl {

struct CableWay {
    bool on = false;
    Length at = 200_mm, d = 30_mm; ///< from the piece's left end; its diameter
    bool operator==(const CableWay&) const = default;
};

/// Rows 'cable', 'cable_at', 'cable_d' of a kind's description; `applies`: it can have one as it is made.
void describeCable(Parameters& p, CableWay& cable, bool applies = true);
/// Keeps the hole inside a piece of that length.
void settleCable(CableWay& cable, Length length);

/// Where such a hole may be.
struct CableRoom {
    std::vector<std::string> through; ///< ids of the boards that it passes; those not over it are left whole
    double rear = 0, front = 0;       ///< mm from the wall: between them lies all of it
    std::vector<Length> taken = {};   ///< places along the piece that it stays 12 mm away from
};

/// Bores it straight down, as near the wall as there is wood all round it and nothing else below. Where
/// nothing of that is to be had at its place it is a problem with the nearest place that has it, and nothing
/// is bored.
void boreCable(Draft& draft, const CableWay& cable, const CableRoom& room, const MakeContext& ctx);
/// The hole that was bored; null where none was.
const Hole* cableHole(const Assembly& a);

} // namespace owl
