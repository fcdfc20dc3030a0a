#pragma once
#include "assembly/assembly.h"

namespace owl {

/// What must be free behind the head of a screw while it is driven: a cylinder 25 mm wide and 180 mm long.
inline constexpr double driverRadius = 11.9, driverLength = 180; // mm, less a hair of play
/// The same of a short driver.
inline constexpr double shortDriver = 95;

/// Parts that stand in the way of a straight driver of that length, mm, at one of the screws of a joint.
std::vector<std::string> inTheDriversWay(const Joint& j, const Assembly& a, double length = driverLength);

} // namespace owl
