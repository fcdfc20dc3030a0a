#pragma once
#include "plan/plan.h"

namespace owl {

/// The shop's key for the price of one fixing of this kind.
const char* fixingPrice(const SupportOption& option);
/// Fills plan.shopping and plan.cost: boards, hardware, glue and finish, priced by the shop. Needs the cut
/// plan and the finish schedule.
void listShopping(const Project& project, Plan& plan, const Shop& shop, const Catalog& catalog);
/// Hours of work: steps, cuts, wall marks and finishing (minutes each from the catalogue).
double workHours(const Plan& plan, const Catalog& catalog);

} // namespace owl
