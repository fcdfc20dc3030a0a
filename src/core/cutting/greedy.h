#pragma once
#include "cutting/solve.h"

#include <random>

namespace owl {

/// One guillotine plan of the group, board by board. Without a plan to beat nothing is left to chance; with
/// one the fill is random and ends, parts left out, where it can only become dearer. Of large groups a board
/// that can be filled the same way again is. Empty when `stop` said so before the end.
std::optional<GroupPlan> fillGreedily(const CutGroup& group, std::mt19937& random, const GroupPlan* toBeat,
                                      const std::function<bool()>& stop = {});

} // namespace owl
