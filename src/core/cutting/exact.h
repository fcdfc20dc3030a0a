#pragma once
#include "cutting/solve.h"

namespace owl {

inline constexpr std::int64_t mostExactSteps = 400'000;
/// The true optimum of a small group by trying everything; empty when the group is too large (more than
/// `most` steps), or when `stop` said so before the end.
std::optional<GroupPlan> solveExactly(const CutGroup& group, const std::function<bool()>& stop = {},
                                      std::int64_t most = mostExactSteps);

} // namespace owl
