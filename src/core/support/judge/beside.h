#pragma once
// One stud behind what holds a piece, and an anchor in the cover that steadies it (S10.7).

#include "support/judge/judge.h"

namespace owl {

/// Adds to what a support offers: its firmest plain screw into one stud, the cover's first anchor beside it.
/// Taken only where a person asks for it. Nothing where the wall has no studs or its cover no anchor.
void offerBeside(std::vector<SupportOption>& mine);
/// Places for such an option between left and right, mm: the one stud, and the anchor place farthest from it.
/// Sets x and beside of the verdict, or its refusal; `what`: 'the rail'.
void besideOneStud(const WallBehind& wall, double left, double right, const std::string& what,
                   SupportVerdict& v);
/// The bench as the stud sees it: it carries all of the piece, as if the anchor were not there.
JudgeBench studAlone(const JudgeBench& b, const SupportVerdict& v);
/// The bench as the anchor sees it: its share by balance.
JudgeBench anchorBeside(const JudgeBench& b, const SupportVerdict& v);

} // namespace owl
