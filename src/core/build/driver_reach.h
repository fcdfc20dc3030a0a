#pragma once
#include "assembly/assembly.h"

namespace owl {

/// What must be free behind the head of a screw while it is driven: a cylinder 25 mm wide and 180 mm long.
inline constexpr double driverRadius = 11.9, driverLength = 180; // mm, less a hair of play
/// The same of a short driver.
inline constexpr double shortDriver = 95;

/// Asks for many joints of one assembly; it must outlive this.
class DriverReach {
  public:
    explicit DriverReach(const Assembly& a);
    /// Places in the assembly of the parts that stand in the way of a straight driver of that length, mm, at
    /// one of the screws of a joint.
    [[nodiscard]] std::vector<std::size_t> of(const Joint& j, double length = driverLength) const;

  private:
    const Assembly& a_;
    std::vector<Bounds3> around_;
};
/// The same for one joint, as ids.
std::vector<std::string> inTheDriversWay(const Joint& j, const Assembly& a, double length = driverLength);

} // namespace owl
