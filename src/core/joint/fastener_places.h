#pragma once
// Where the fasteners of a joint are on the part that is drilled.

#include "assembly/assembly.h"
#include "measure/format.h"

namespace owl {

/// '60 mm, 300 mm from the left end of the base, 9 mm from its back edge': along two of the part's own
/// directions, from the side of it that is nearer where all lie in one row. `of`: said behind the first end
/// or edge. Empty without fasteners.
std::string fastenerPlaces(const Part& drilled, const Joint& j, const NumberStyle& style,
                           const std::string& of = {});

} // namespace owl
