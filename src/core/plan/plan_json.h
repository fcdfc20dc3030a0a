#pragma once
#include "plan/plan.h"

#include <iosfwd>

namespace owl {

/// plan.json: pieces with parts, joints, checks, supports, sag, steps, hang.marks; cut, shopping, schedule,
/// findings, cost, hours. Lengths in mm, forces in N, checks in their own unit.
nlohmann::ordered_json planJson(const Project& project, const Plan& plan);
/// The same as text, indented by two: piece by piece, since the tree of five hundred takes twice the memory
/// of their plan.
void writePlan(const Project& project, const Plan& plan, std::ostream& out);

} // namespace owl
