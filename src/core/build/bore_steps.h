#pragma once
#include "build/steps.h"

namespace owl {

/// Drilling the back rail, or the rails of sections, for the wall; before anything is joined.
std::vector<BuildStep> wallHoleSteps(const BuildInput& in, const Catalog& catalog);
/// Holes for rods, cables and wall fixings in other parts.
std::vector<BuildStep> boreSteps(const BuildInput& in, const Catalog& catalog);

} // namespace owl
