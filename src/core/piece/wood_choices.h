#pragma once
// Rows about wood that every kind's parameters share.

#include "piece/parameters.h"

#include <array>

namespace owl {

/// How the boards of a piece look: BoardGrade by its ids.
inline constexpr std::array boardLooks{Option{"clear", "clear, straight grain"},
                                       Option{"ordinary", "ordinary, tight knots"},
                                       Option{"poor", "poor, big or edge knots"}};
/// What covers screw heads that show: PlugWay by its ids.
inline constexpr std::array plugWays{Option{"filled", "filled"}, Option{"bought", "bought plugs"},
                                     Option{"cut", "plugs cut from offcuts"}};

} // namespace owl
