#pragma once
// A stiff board on fixings of unequal stiffness: how much each carries (S5.3).

#include <vector>

namespace owl {

/// A fixing: where, mm, and how much force a millimetre takes, N/mm.
struct PlateSpring {
    double x = 0, y = 0, k = 0;
};
/// A force down, N.
struct PlateLoad {
    double P = 0, x = 0, y = 0;
};

/// What each spring gives, N up; in balance with the loads in force and in turning about both axes. Empty
/// where the springs lie in one line, or are fewer than three: such a board turns.
std::vector<double> plateOnSprings(const std::vector<PlateSpring>& springs,
                                   const std::vector<PlateLoad>& loads);

} // namespace owl
