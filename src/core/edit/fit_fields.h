#pragma once
#include "edit/fields.h"

namespace owl {

/// The parts of a piece that are cut to fit, and how long they turned out: part of the Build station.
std::vector<Field> fitFields(const Project& project, const Plan& plan, const Catalog& catalog,
                             const std::string& piece);

} // namespace owl
