#include "support/inside/inner_checks.h"

#include "support/inside/brace_check.h"
#include "support/inside/frame_check.h"
#include "support/inside/racking_check.h"
#include "support/inside/shelf_check.h"
#include "support/judge/carrying_joint.h"

namespace owl {

void addInnerChecks(const HeldPiece& piece, double factor, bool quiet, SupportVerdict& v) {
    if (auto joint = railJointCheck(piece, factor, quiet))
        v.checks.push_back(std::move(*joint));
    if (auto brace = braceCheck(piece, factor, quiet))
        v.checks.push_back(std::move(*brace));
    for (auto& c : frameChecks(piece, factor, v, quiet))
        v.checks.push_back(std::move(c));
    if (auto racking = rackingCheck(piece, factor, quiet))
        v.checks.push_back(std::move(*racking));
    ShelfSag seen;
    for (auto& c : shelfChecks(piece, factor, quiet, &seen))
        v.checks.push_back(std::move(c));
    if (piece.assembly
            ->seat<FloorSeat>()) { // nothing bends along the whole piece: its weakest board is shown
        v.sag = std::move(seen.curve);
        v.worst = seen.worst;
    }
}

} // namespace owl
