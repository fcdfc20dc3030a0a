#pragma once
#include "cutting/solve.h"

namespace owl {

/// The true optimum of a small group by trying everything; empty when the group is too large (400 000 steps),
/// or when `stop` said so before the end.
std::optional<GroupPlan> solveExactly(const CutGroup& group, const std::function<bool()>& stop = {});

} // namespace owl
