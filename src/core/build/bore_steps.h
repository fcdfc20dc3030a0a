#pragma once
#include "build/steps.h"

namespace owl {

/// Drilling the back rail, or the rails of sections, for the wall; before anything is joined.
std::vector<BuildStep> wallHoleSteps(const BuildInput& in, const Catalog& catalog);
/// Holes for rods, cables and wall fixings in other parts.
struct BoredSteps {
    std::vector<BuildStep> alone;    ///< while a part lies on the bench by itself
    std::vector<BuildStep> together; ///< when what they run through is together
};
BoredSteps boreSteps(const BuildInput& in, const Catalog& catalog);

} // namespace owl
