#pragma once
#include "plan/plan.h"

namespace owl {

/// A piece above a fireplace: how far it may stand out there by the model code (S11.4), or that the manual of
/// a gas or electric fire governs. Nothing where it hangs on no wall.
void findAboutFire(const Project& project, const Plan& plan, const Catalog& catalog, const Piece& piece,
                   const PiecePlan& pp, std::vector<Finding>& out);

} // namespace owl
