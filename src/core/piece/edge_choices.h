#pragma once
// How an edge may be shaped, as every kind offers it: EdgeShape by its ids.

#include "piece/parameters.h"

#include <array>

namespace owl {

inline constexpr std::array edgeShapes{Option{"square", "square"}, Option{"chamfer", "chamfer"},
                                       Option{"round_over", "round-over"}, Option{"cove", "cove"}};

} // namespace owl
