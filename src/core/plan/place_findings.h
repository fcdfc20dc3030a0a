#pragma once
#include "plan/plan.h"

namespace owl {

/// How a piece hangs on its wall: past its ends, on other pieces, over outlets and vents, too low, too high,
/// too near a fire, behind furniture, in a walkway.
void findAboutPlace(const Project& project, const Plan& plan, const Catalog& catalog, const Piece& piece,
                    const PiecePlan& pp, std::vector<Finding>& out);

} // namespace owl
