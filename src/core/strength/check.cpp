#include "strength/check.h"

#include <cmath>
#include <limits>

namespace owl {

double Use::utilisation() const {
    if (std::isnan(demand) || std::isnan(capacity))
        return std::numeric_limits<double>::infinity();
    if (demand <= 0)
        return 0;
    return capacity > 0 ? demand / capacity : std::numeric_limits<double>::infinity();
}

double Check::utilisation() const {
    return Use{demand, capacity}.utilisation();
}

Check checkOf(std::string id, std::string title, std::string unit, const Use& standing,
              const std::optional<Use>& leaning) {
    Check c;
    c.id = std::move(id);
    c.title = std::move(title);
    c.unit = std::move(unit);
    c.standing = standing.utilisation();
    if (leaning)
        c.leaning = leaning->utilisation();
    const Use& worse = leaning && *c.leaning > *c.standing ? *leaning : standing;
    c.demand = worse.demand;
    c.capacity = worse.capacity;
    return c;
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

namespace {

void take(Margin& m, const Check& c, double use, double limit) {
    if (c.requirement && use <= 1)
        return;
    const double u = c.looks || c.requirement ? use : use / limit;
    if (m.governs.empty() || u > m.utilisation)
        m = {u, c.id};
}

Status wordFor(double u) {
    return u <= 0.8 ? Status::holds : u <= 1 ? Status::tight : Status::fails;
}

} // namespace

Verdict judge(const std::vector<Check>& checks, const JudgeBy& by) {
    Verdict v;
    v.grade = by.worstInput;
    v.leaningCounts = by.leaningCounts;
    if (checks.empty())
        return v;
    for (const auto& c : checks) {
        take(v.standing, c, c.standingUse(), by.strengthLimit);
        if (c.leaning)
            take(v.leaning.emplace(v.leaning.value_or(Margin())), c, *c.leaning, by.strengthLimit);
    }
    const bool handWorse = v.leaning && v.leaning->utilisation > v.standing.utilisation;
    const Margin& counts = by.leaningCounts && handWorse ? *v.leaning : v.standing;
    v.utilisation = counts.utilisation;
    v.governs = counts.governs;
    v.reserve = counts.reserve();
    v.status = wordFor(v.utilisation);
    if (v.status != Status::fails && by.worstInput == Grade::D)
        v.status = Status::unknown;
    else if (v.status == Status::holds && handWorse && wordFor(v.leaning->utilisation) != Status::holds)
        v.status = Status::tight;
    v.notForLeaning = v.status != Status::fails && v.leaning && v.leaning->utilisation > 1;
    return v;
}

} // namespace owl
