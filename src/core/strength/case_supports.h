#pragma once
#include <map>
#include <nlohmann/json.hpp>
#include <string>

namespace owl {

using CaseEvaluator = nlohmann::json (*)(const nlohmann::json& inputs);
/// Evaluators of the cases about rods, cleats, arms, hangers, anchors, wood joints and plywood, by kind.
const std::map<std::string, CaseEvaluator>& supportCases();

} // namespace owl
