#pragma once
#include "plan/plan.h"

namespace owl {

/// plan.json: pieces with parts, joints, checks, supports, sag, steps, hang.marks; cut, shopping, schedule,
/// findings, cost, hours. Lengths in mm, forces in N, checks in their own unit.
nlohmann::ordered_json planJson(const Project& project, const Plan& plan);

} // namespace owl
