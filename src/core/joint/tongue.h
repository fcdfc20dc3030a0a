#pragma once
// A tongue on the edge of one board, in a groove of the other.

#include "assembly/assembly.h"
#include "joint/measures.h"

namespace owl {

/// Length of a tongue in a groove in a part of this thickness: 8 mm, less where the groove, 1 mm deeper,
/// would reach its middle. Under 4 mm there is no such joint.
Length tongueLength(Length grooved);

/// A tongue a third of the `edge` thick, in a groove in a part `grooved` thick, into `j`. Returns why it is
/// no joint; empty when it is one.
std::string fitTongue(Joint& j, Length grooved, Length edge, const Measures& sold);

/// Cuts the groove into the first part and leaves the tongue on the second, which must have been made wider
/// by it, so that it reaches into the first. Needs the joint's contact, taken before.
void cutTongue(Assembly& a, const Joint& j, const Measures& sold);

} // namespace owl
