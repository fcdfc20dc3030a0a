#pragma once
#include "plan/plan.h"

namespace owl {

/// Cut list: one line a part, lengths in mm and as the tape shows them.
std::string cutListCsv(const Project& project, const Plan& plan);
/// Shopping list with quantities and prices.
std::string shoppingCsv(const Plan& plan);
/// Wall marks of all pieces.
std::string marksCsv(const Project& project, const Plan& plan);
/// The load label and the marks in words, for a terminal.
std::string summaryText(const Project& project, const Plan& plan);

} // namespace owl
