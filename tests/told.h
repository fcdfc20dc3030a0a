#pragma once
// Bad input of a kind: what the finding, its remedies and the drawing must still do.
#include "support.h"

namespace owl::test {

/// Why bad input is not told as it should be: the finding is missing or none of its remedies takes it away,
/// or a part has a size that no part can have. Empty: all is well.
inline QString notTold(const Project& p, const std::string& id) {
    const Plan plan = planOf(p);
    const Finding* f = finding(plan, id);
    if (!f)
        return "no finding " + words(id);
    for (const auto& q : plan.pieces.front().assembly().parts)
        if (q.length <= Length() || q.width <= Length() || q.thickness <= Length() ||
            !std::isfinite(q.volume()))
            return "impossible part " + words(q.id);
    for (const auto& r : f->remedies)
        if (const auto after = withChanges(p, r.changes); after && !finding(planOf(*after), id))
            return {};
    return "nothing cures " + words(id);
}

} // namespace owl::test
