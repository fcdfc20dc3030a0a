#pragma once
#include "cutting/solve.h"

#include <random>

namespace owl {

/// Takes a few boards of a plan apart and lays their parts out anew, the best way there is where they are few
/// (exact.h), else by random fills; keeps what is better or as good. `rounds` times, or until `stop` says so.
void improve(const CutGroup& group, GroupPlan& plan, std::mt19937& random, int rounds,
             const std::function<bool()>& stop = {});

} // namespace owl
