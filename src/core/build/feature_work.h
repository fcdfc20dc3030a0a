#pragma once
// How each kind of feature is made: tools, minutes, cautions. A kind is one row; what it says of itself
// stands in the feature.
#include "assembly/part.h"

#include <string_view>
#include <vector>

namespace owl {

struct FeatureWork {
    std::string_view kind;
    std::vector<std::string> tools;
    double minutes = 0; ///< 0: those of a groove, from the reference data
    const char* caution = "";
};

/// The row of that feature's kind; what none is written for is routed along a fence.
const FeatureWork& workOf(const Feature& feature);
/// Its kind as one says it: 'half lap'.
std::string spoken(const Feature& feature);
/// True for what is not cut in the shop: an order that goes out, a line scribed where it stands.
bool madeElsewhere(const Feature& feature);

} // namespace owl
