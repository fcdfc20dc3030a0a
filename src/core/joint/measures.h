#pragma once
// What laying out a joint has to know of the shop.

#include "measure/length.h"

#include <string>

namespace owl {

struct Measures {
    bool metricScrews = true;
    std::string units = "mm";
};

/// A length as sentences of parts and joints show it, exact to 1/64 in or 0.1 mm.
std::string exactLength(Length l, const Measures& sold);

} // namespace owl
