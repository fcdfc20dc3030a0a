#pragma once
#include "build/steps.h"

namespace owl {

/// Making one joint: where to drill, what is pushed and what is clamped, when the glue is cleaned off.
BuildStep jointStep(const BuildInput& in, const Joint& joint, const Catalog& catalog);

} // namespace owl
