#pragma once
// What is cut into the parts before they are joined.
#include "build/steps.h"

namespace owl {

/// Grooves, housings, mitres, profiles, bands and rows of pin holes, part by part; what is alike in equal
/// parts once. Not what is shaped when the piece is together, nor plates that others cut.
std::vector<BuildStep> shapeSteps(const BuildInput& in, const Catalog& catalog);

} // namespace owl
