#include "strength/check.h"

#include <limits>

namespace owl {

double Check::utilisation() const {
    if (demand <= 0)
        return 0;
    return capacity > 0 ? demand / capacity : std::numeric_limits<double>::infinity();
}

const char* statusName(Status s) {
    switch (s) {
    case Status::holds:
        return "holds";
    case Status::tight:
        return "tight";
    case Status::fails:
        return "fails";
    case Status::unknown:
        break;
    }
    return "unknown";
}

const char* gradeName(Grade g) {
    static constexpr const char* names[] = {"A", "B", "C", "D"};
    return names[static_cast<int>(g)];
}

Verdict judge(const std::vector<Check>& checks, Grade worstInput, double limit) {
    Verdict v;
    v.grade = worstInput;
    if (checks.empty())
        return v;
    for (const auto& c : checks) {
        if (c.requirement && c.utilisation() <= 1)
            continue;
        if (v.governs.empty() || c.utilisation() > v.utilisation) {
            v.utilisation = c.utilisation();
            v.governs = c.id;
        }
    }
    v.reserve = v.utilisation > 0 ? 1 / v.utilisation : 0;
    const double u = v.utilisation / limit;
    if (u > 1)
        v.status = Status::fails;
    else if (worstInput == Grade::D)
        v.status = Status::unknown;
    else
        v.status = u <= 0.8 ? Status::holds : Status::tight;
    return v;
}

} // namespace owl
