#pragma once
// Rows about wood that every kind's parameters share.

#include "piece/parameters.h"

#include <array>

namespace owl {

/// How the boards of a piece look: BoardGrade by its ids.
inline constexpr std::array boardLooks{Option{"clear", "clear, straight grain"},
                                       Option{"ordinary", "ordinary, tight knots"},
                                       Option{"poor", "poor, big or edge knots"}};

} // namespace owl
