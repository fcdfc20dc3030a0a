#pragma once
#include "edit/fields.h"

namespace owl {

/// Inputs of one wall: sizes, construction, studs and scan, things on and in front of it, openings, its
/// corners and alcoves.
std::vector<Field> wallFields(const Project& project, const Plan& plan, const Catalog& catalog,
                              const std::string& piece, const std::string& wall);

/// Only what hangs on it, stands before it, or is cut into its cover.
std::vector<Field> thingFields(const Project& project, const Plan& plan, const Catalog& catalog,
                               const std::string& piece, const std::string& wall);

/// Only its corners and alcove.
std::vector<Field> roomFields(const Project& project, const Plan& plan, const Catalog& catalog,
                              const std::string& piece, const std::string& wall);

} // namespace owl
