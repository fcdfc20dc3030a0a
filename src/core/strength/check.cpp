#include "strength/check.h"

#include <algorithm>
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

/// A soft limit, of looks, that is passed by less than a twentieth is tight, told, and no refusal (S12.4).
constexpr double softEdge = 1.05;

Status wordFor(double u, double edge = 1) {
    return u <= 0.8 ? Status::holds : u <= edge ? Status::tight : Status::fails;
}
Status worse(Status a, Status b) {
    const auto rank = [](Status s) { return s == Status::fails ? 2 : s == Status::tight ? 1 : 0; };
    return rank(a) < rank(b) ? b : a;
}

/// The margins of one combination: of everything, and of what is no matter of looks.
struct Margins {
    Margin all, hard;
    double looks = 0;
    void add(const Check& c, double use, double limit) {
        take(all, c, use, limit);
        if (c.looks)
            looks = std::max(looks, use);
        else
            take(hard, c, use, limit);
    }
    [[nodiscard]] Status word() const { return worse(wordFor(hard.utilisation), wordFor(looks, softEdge)); }
};

} // namespace

Verdict judge(const std::vector<Check>& checks, const JudgeBy& by) {
    Verdict v;
    v.grade = by.worstInput;
    v.leaningCounts = by.leaningCounts;
    if (checks.empty())
        return v;
    Margins standing;
    std::optional<Margins> leaning;
    for (const auto& c : checks) {
        standing.add(c, c.standingUse(), by.strengthLimit);
        if (!c.leaning)
            continue;
        if (!leaning)
            leaning.emplace();
        leaning->add(c, *c.leaning, by.strengthLimit);
    }
    v.standing = standing.all;
    if (leaning)
        v.leaning = leaning->all;
    const bool handWorse = v.leaning && v.leaning->utilisation > v.standing.utilisation;
    const bool handCounts = by.leaningCounts && handWorse;
    const Margin& counts = handCounts ? *v.leaning : v.standing;
    v.utilisation = counts.utilisation;
    v.governs = counts.governs;
    v.reserve = counts.reserve();
    v.status = by.leaningCounts && leaning ? worse(standing.word(), leaning->word()) : standing.word();
    if (v.status != Status::fails && by.worstInput == Grade::D)
        v.status = Status::unknown;
    else if (v.status == Status::holds && handWorse && leaning->word() != Status::holds)
        v.status = Status::tight;
    v.notForLeaning = v.status != Status::fails && leaning && leaning->word() == Status::fails;
    return v;
}

} // namespace owl
