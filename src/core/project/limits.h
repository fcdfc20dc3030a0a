#pragma once
// What a value of the document may be, asked of the one description that files are read by. Whoever changes
// a project, by typing, dragging, a remedy or a copy, asks here before the change is made.

#include "project/project.h"

#include <optional>

namespace owl {

/// Why this project could not be saved and read again: the first value outside its range, a name used twice,
/// a name of something that is not there. Lengths in the project's own units. nullopt: it can.
/// What the project still shares with `before`, of which that is known, is not looked at again.
std::optional<std::string> refusalOf(const Project& project, const Project* before = nullptr);

/// Moves every number and length that lies outside its range to the nearest end of it. Returns a sentence for
/// each, in the order of the file. `before` as for refusalOf().
std::vector<std::string> keepWithinLimits(Project& project, const Project* before = nullptr);

} // namespace owl
