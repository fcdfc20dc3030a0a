#pragma once
#include "build/steps.h"

namespace owl {

/// Making the joints that close in one move: where to drill, what is pushed and what is clamped, when the
/// glue is cleaned off. One joint at least.
BuildStep jointStep(const BuildInput& in, const std::vector<const Joint*>& joints, const Catalog& catalog);

} // namespace owl
