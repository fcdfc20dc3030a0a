#pragma once
#include "cutting/solve.h"

#include <random>

namespace owl {

/// One randomised guillotine plan of the group. The first call of a fresh generator is the plain greedy one.
GroupPlan fillGreedily(const CutGroup& group, std::mt19937& random, bool plain);

} // namespace owl
