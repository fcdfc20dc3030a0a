#pragma once
#include "build/steps.h"

namespace owl {

/// What of `from` is not among `to` yet, put behind it.
void addMissing(std::vector<std::string>& to, const std::vector<std::string>& from);

/// Making the joints that close in one move: where to drill, what is pushed and what is clamped, when the
/// glue is cleaned off. One joint at least.
BuildStep jointStep(const BuildInput& in, const std::vector<const Joint*>& joints, const Catalog& catalog);

} // namespace owl
