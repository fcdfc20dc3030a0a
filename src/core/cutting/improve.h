#pragma once
#include "cutting/solve.h"

#include <random>

namespace owl {

/// Takes a few boards of a plan apart and lays their parts out anew, the best way there is where they are few
/// (exact.h), else by random fills; keeps what is better. `rounds` times, or until `stop` says so, or until
/// `patience` rounds in a row changed nothing. Returns the rounds that were left.
int improve(const CutGroup& group, GroupPlan& plan, std::mt19937& random, int rounds, int patience,
            const std::function<bool()>& stop = {});

} // namespace owl
