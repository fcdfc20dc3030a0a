#pragma once
#include "cutting/solve.h"

#include <random>

namespace owl {

/// One guillotine plan of the group, board by board; `plain` leaves nothing to chance. Of large groups a
/// board that can be filled the same way again is. Empty when `stop` said so before the end.
std::optional<GroupPlan> fillGreedily(const CutGroup& group, std::mt19937& random, bool plain,
                                      const std::function<bool()>& stop = {});

} // namespace owl
