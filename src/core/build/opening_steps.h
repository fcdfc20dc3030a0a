#pragma once
// Cutting the wall cover open behind a piece, and making good afterwards.

#include "build/steps.h"
#include "room/wall.h"

namespace owl {

/// Two steps for each opening of the wall that meets the stretch x0..x1, z0..z1: cut (if it is not cut yet),
/// make good.
std::vector<BuildStep> openingSteps(const std::string& piece, const Wall& wall, Length x0, Length x1,
                                    Length z0, Length z1, const NumberStyle& style, const Catalog& catalog);

} // namespace owl
