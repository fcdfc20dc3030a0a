#pragma once
// Whether a piece that is put together in the workshop reaches its wall.

#include "plan/plan.h"

#include <array>

namespace owl {

/// True when a box of these sizes, mm, passes a door so wide and high in some position, lying or upright: its
/// two smaller sides, straight through. A side of the door that is 0 does not limit.
bool passesDoor(std::array<double, 3> box, double width, double height);

/// True when it turns a right angle between two flights or passages of that width, in some position no higher
/// than `headroom`. Seen from above a rectangle p x q, q the smaller, turns when p <= 2 sqrt(2) width - 2 q:
/// the inner corner then meets its side where that lies at 45 degrees to both walls, which is the worst. mm.
bool turnsStair(const std::array<double, 3>& box, double width, double headroom);

/// Findings about one piece on its way in (`Project::wayIn`). Pieces that are put together on their walls
/// come in as boards and are not asked.
void findAboutWayIn(const Project& project, const Plan& plan, const Catalog& catalog, const Piece& piece,
                    const PiecePlan& pp, std::vector<Finding>& out);

} // namespace owl
