#pragma once
#include "assembly/assembly.h"

#include <set>

namespace owl {

/// What must be free behind the head of a screw while it is driven: a cylinder 25 mm wide and 180 mm long.
inline constexpr double driverRadius = 11.9, driverLength = 180; // mm, less a hair of play
/// The same of a short driver.
inline constexpr double shortDriver = 95;

/// Parts that stand in the way of a straight driver of that length, mm, at one of the screws of a joint.
std::vector<std::string> inTheDriversWay(const Joint& j, const Assembly& a, double length = driverLength);

/// Can a part still be brought to its place straight along an axis of the piece, past the parts that are
/// there?
bool hasWayIn(const Part& part, const Assembly& a, const std::set<std::string>& there);

/// The joints made in the shop, in an order in which every driver still reaches: a joint comes before those
/// that bring in what would stand in its way, a loose panel before those that shut it out of its grooves,
/// else as they are listed. `stuck`: joints for which there is no such order; `shortOnly`: those of them that
/// a short driver still reaches.
struct JointOrder {
    std::vector<const Joint*> joints;
    std::vector<std::string> stuck, shortOnly;
};
JointOrder workableOrder(const Assembly& a);

} // namespace owl
