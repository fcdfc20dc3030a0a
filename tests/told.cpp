#include "told.h"

namespace owl::test {

QString gapOrOverlap(const Assembly& a) {
    for (std::size_t i = 0; i < a.parts.size(); ++i)
        for (std::size_t k = 0; k < i; ++k)
            if (separation(a.parts[i].solid, a.parts[k].solid) <= -1e-3)
                return words(a.parts[i].id + " in " + a.parts[k].id);
    for (const auto& j : a.joints) {
        const Part* one = a.find(j.first);
        const Part* other = a.find(j.second);
        if (!one || !other || distance(one->solid, other->solid) >= 1e-3)
            return "a gap at " + words(j.id);
    }
    return {};
}

QString notTold(const Project& p, const std::string& id) {
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
