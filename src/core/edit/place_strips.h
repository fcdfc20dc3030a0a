#pragma once
#include "edit/fields.h"

namespace owl {

/// The tables of the Place station: where it could go, how high, the studs, what is on and before the wall.
StripTable placeStrip(const Project& project, const Plan& plan, const Catalog& catalog,
                      const std::string& piece, const std::string& wall, int tab);

} // namespace owl
