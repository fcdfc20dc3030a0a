#pragma once
// Where nobody drills: known and likely runs of wires and pipes, signals to keep clear of, old holes.

#include "catalog/catalog.h"
#include "room/wall.h"

namespace owl {

enum class ZoneKind { wire, pipe, signal, hole };

/// A rectangle of wall in which nothing is drilled.
struct NoDrillZone {
    ZoneKind kind = ZoneKind::wire;
    Length x0, x1, z0, z1;
    bool known = false;   ///< found or known to be there, not just usual
    std::string obstacle; ///< id of what brings it; empty for a cable band of the wall
    std::string why, source;
    [[nodiscard]] bool holds(Length x, Length z) const { return x > x0 && x < x1 && z > z0 && z < z1; }
};

/// Half the width of the run beside a box: 75 mm either side of its middle (BS 7671 zones are the width of
/// the accessory, habits elsewhere wander; 75 mm covers both).
inline constexpr double runHalfWidth = 75;

/// All zones of a wall: straight up, down and sideways from outlets and switches, beside taps and radiators,
/// the usual cable bands of the wall's region (unless traced), known runs, signals kept clear of, old holes.
std::vector<NoDrillZone> noDrillZones(const Wall& wall, const Catalog& catalog);
/// The first zone that holds the point; null when it is free.
const NoDrillZone* zoneAt(const std::vector<NoDrillZone>& zones, Length x, Length z);
/// Studs whose centre lies in [x0, x1] and that no zone takes at any of the heights.
std::vector<Length> freeStuds(const Wall& wall, const std::vector<NoDrillZone>& zones, Length x0, Length x1,
                              const std::vector<Length>& heights, const Catalog& catalog = owl::catalog());
/// The nearest free x within `reach` of x at the heights; x itself when it is free, nothing when all is
/// taken.
std::optional<Length> freeNear(const std::vector<NoDrillZone>& zones, Length x,
                               const std::vector<Length>& heights, Length reach);

/// Room that a piece leaves around something on the wall.
struct Clearance {
    std::string obstacle, title; ///< id; 'Outlet', or its own name
    Length x0, x1, z0, z1;       ///< the thing grown by the room it wants
    std::string why, source;
};
/// Keep-clear rectangles: obstacles with their room, the swing of doors, furniture that stands higher.
std::vector<Clearance> clearances(const Wall& wall, const Catalog& catalog);
/// 'Outlet', or the name it was given.
std::string obstacleTitle(const Obstacle& obstacle, const Catalog& catalog);

} // namespace owl
