#pragma once
// Several pieces on one wall brought into order.

#include "plan/plan.h"

namespace owl {

/// Every arrangement that the pieces allow, as named edits: tops, bottoms, ends and middles in line, equal
/// gaps across and up, mirrored about a centre line. Fewer than two pieces: none.
std::vector<Edit> arrangeEdits(const Project& project, const Plan& plan, const std::string& wall,
                               const std::vector<std::string>& pieces, const std::string& chosen);

} // namespace owl
