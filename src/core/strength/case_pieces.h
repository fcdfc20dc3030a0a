#pragma once
#include "strength/case_supports.h"

namespace owl {

/// Evaluators of the cases about standing, leaning, corner, alcove and braced pieces, glass and the chance of
/// too much sag, by kind.
const std::map<std::string, CaseEvaluator>& pieceCases();

} // namespace owl
