#pragma once
#include "build/hang_steps.h"

namespace owl {

/// Hanging on a cleat, a rail, screw heads or figure-eights, once the wall is drilled: what goes on the wall
/// first, then the piece.
void hookSteps(const HangInput& in, const Catalog& catalog, std::vector<BuildStep>& out);

} // namespace owl
