#pragma once
#include "build/steps.h"

namespace owl {

/// Drilling the back rail, or the rails of sections, for the wall; before anything is joined.
std::vector<BuildStep> wallHoleSteps(const BuildInput& in, const Catalog& catalog);
/// When other holes are bored: while a part lies on the bench by itself, or when what they run through is
/// together.
enum class BoredWhen { alone, together };
/// Holes for rods, cables and wall fixings in other parts that are bored then.
std::vector<BuildStep> boreSteps(const BuildInput& in, const Catalog& catalog, BoredWhen when);

} // namespace owl
