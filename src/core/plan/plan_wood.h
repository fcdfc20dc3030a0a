#pragma once
// From parts to boards: what can be had, which board gives which part, in what order it is sawn, what it
// costs.

#include "plan/plan_hold.h"

namespace owl {

/// Fills in stock, cut job, cut plan and saw sequence. `earlier`: taken over where the job is the same.
void planWood(const PlanInputs& in, const Earlier* earlier, const CutEffort& effort, Plan& plan);
/// Price of one board: nothing from the rack unless the project says otherwise.
double boardPrice(const Project& project, const StockItem& s);
/// True when it is sold in sheets: cut both ways, trimmed all round.
bool isSheet(const StockItem& s);
/// What is lost at each end of a board, at every edge of a sheet.
Length endTrimOf(const Project& project, const StockItem& s);
/// The word under which boards and parts meet in the cut job: the species, and the width where nobody rips.
std::string cutMaterial(const Project& project, const std::string& species, Length width);
/// Cuts that the shop makes.
std::size_t shopCuts(const Plan& plan);

} // namespace owl
