#pragma once
// How the fasteners of a joint lie, so that their places can be said.

#include "assembly/assembly.h"

namespace owl {

/// True when they stand in an upright row: their heights tell them apart.
bool oneAboveTheOther(const Joint& j);

} // namespace owl
