#pragma once
// Building steps in a workable order, with bits, screws and waits.

#include "joint/bits.h"
#include "joint/build_step.h"

namespace owl {

/// From squared boards to a piece ready for finishing. The joint that a later part would hide is made first.
std::vector<BuildStep> buildSteps(const BuildInput& in, const Catalog& catalog);
} // namespace owl
