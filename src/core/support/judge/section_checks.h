#pragma once
#include "support/judge/judge.h"

namespace owl {

/// Bending, shear and, where the parts are glued into one, the glue line (S3.2, S4.1, S5.5), each under what
/// stands there and with a hand, each combination with its own allowable stress.
std::vector<Check> sectionChecks(const JudgeBench& b);

} // namespace owl
