#include "support/inner_checks.h"

#include "support/brace_check.h"
#include "support/frame_check.h"
#include "support/racking_check.h"
#include "support/rail_joint.h"
#include "support/shelf_check.h"

namespace owl {

void addInnerChecks(const RailPiece& piece, double factor, bool quiet, RailVerdict& v) {
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
    if (piece.assembly->floor) { // nothing bends along the whole piece: its weakest board is shown
        v.sag = std::move(seen.curve);
        v.worst = seen.worst;
    }
}

} // namespace owl
