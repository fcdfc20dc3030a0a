#pragma once
#include "project/project.h"

namespace owl {

/// A project with one wall with studs and one piece of a kind, all drawn by lot from usual values: sizes,
/// place, load, wood, support. The same seed gives the same project on every machine. Error: unknown kind.
tl::expected<Project, std::string> randomProject(const std::string& kind, Units units, std::uint64_t seed);

} // namespace owl
