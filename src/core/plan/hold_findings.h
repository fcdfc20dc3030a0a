#pragma once
#include "plan/plan.h"

namespace owl {

/// Whether the support in use holds, for what stands there and for a hand, and what would help.
void findAboutHold(const Project& project, const Plan& plan, const Catalog& catalog, const Piece& piece,
                   const PiecePlan& pp, std::vector<Finding>& out);

/// 'A hand of 220 N (49.5 lbf) at the right end asks 115 % of the wall screws 2414 mm (95 in) from the left
/// end.'
std::string strainSentence(const Check& check);
/// kg that something may carry, rounded down to what is printed: '4.9 kg', '31 lb'.
std::string carryText(double kg, const NumberStyle& style);
/// A margin rounded down, so that nothing reads better than it is: '2.1', or 'plenty' from 50 up.
std::string marginText(double utilisation);
/// 'Margin 2.1 for what stands there, 0.9 for a hand.'
std::string marginsSentence(const Verdict& verdict);

} // namespace owl
