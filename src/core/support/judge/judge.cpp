#include "support/judge/judge.h"

#include "support/judge/fixing_slip.h"
#include "support/words.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace owl {

// Made once here, not wherever one is copied or goes: it is what most of a test's compilation was.
SupportVerdict::SupportVerdict() = default;
SupportVerdict::~SupportVerdict() = default;
SupportVerdict::SupportVerdict(const SupportVerdict&) = default;
SupportVerdict::SupportVerdict(SupportVerdict&&) noexcept = default;
SupportVerdict& SupportVerdict::operator=(const SupportVerdict&) = default;
SupportVerdict& SupportVerdict::operator=(SupportVerdict&&) noexcept = default;

double SupportVerdict::strengthUse() const {
    double most = 0;
    for (const auto& c : checks)
        if (!c.looks && !c.requirement)
            most = std::max(most, c.utilisation());
    return most;
}

std::vector<double> distinctStuds(const WallBehind& wall) {
    std::vector<double> x = wall.studs;
    std::sort(x.begin(), x.end());
    const auto twice = [&](double a, double b) { return b - a < wall.studWidth / 2; };
    x.erase(std::unique(x.begin(), x.end(), twice), x.end());
    return x;
}

void addDemands(const Statics& s, double factor, SupportVerdict& v) {
    for (std::size_t i = 0; i < v.x.size(); ++i)
        v.reactions.push_back(s.own.reactions[i] + factor * (s.contents.up[i] + s.contents.down[i]));
    v.demands.resize(v.x.size());
    for (const auto& at : atSupports(s, factor)) {
        SupportDemand& d = v.demands[at.support];
        d.x = v.x[at.support];
        double& V = at.leaning() ? d.shearLeaning : d.shearStanding;
        double& M = at.leaning() ? d.turnLeaning : d.turnStanding;
        V = std::max(V, at.V);
        M = std::max(M, at.M);
    }
}

double settlingOf(const JudgeBench& b, const SupportVerdict& v) {
    double most = 0;
    const Statics& s = b.statics;
    for (std::size_t i = 0; i < s.x.size(); ++i) {
        const double R = s.own.reactions[i] + b.factor * (s.contents.up[i] + s.contents.down[i]);
        if (const double k = slipAt(v, i, b.piece, b.wall).settling; k > 0)
            most = std::max(most, R / k);
    }
    return most;
}

std::string loadWords(const JudgeBench& b, const StaticsHand* hand) {
    if (!hand)
        return "what stands on it";
    const std::string force = "a hand of " + words::N(b.piece.hand);
    if (hand->x <= 1)
        return force + " at the left end";
    if (hand->x >= b.length() - 1)
        return force + " at the right end";
    if (std::abs(hand->x - b.length() / 2) < 1)
        return force + " in the middle";
    return force + " at " + words::place(hand->x);
}

double durationFactor(bool leaning) {
    return leaning ? 1.6 : 0.9;
}

std::vector<AtSupport> askedOf(const JudgeBench& b) {
    if (b.alone >= 0)
        return allOnOne(b.statics, b.factor, static_cast<std::size_t>(b.alone));
    std::vector<AtSupport> out = atSupports(b.statics, b.factor);
    if (b.only >= 0)
        std::erase_if(out, [&](const AtSupport& at) { return static_cast<int>(at.support) != b.only; });
    return out;
}

WorstOf worstOver(const JudgeBench& b, std::string id, std::string title, std::string unit, const char* what,
                  const std::function<Use(const AtSupport&)>& use) {
    struct Best {
        std::optional<Use> use;
        AtSupport at;
    };
    Best standing;
    Best leaning;
    for (const auto& at : askedOf(b)) {
        const Use u = use(at);
        Best& best = at.leaning() ? leaning : standing;
        if (!best.use || u.utilisation() > best.use->utilisation())
            best = {u, at};
    }
    WorstOf out{
        checkOf(std::move(id), std::move(title), std::move(unit), standing.use.value_or(Use()), leaning.use),
        {}};
    const bool hand = out.check.leaning && *out.check.leaning > *out.check.standing;
    out.at = hand ? leaning.at : standing.at;
    out.check.atMm = b.statics.x.empty() ? 0 : b.statics.x[out.at.support];
    if (!b.quiet) {
        out.check.load = loadWords(b, out.at.hand);
        out.check.place = fmt::format("{} {} from the left end", what, words::place(*out.check.atMm));
    }
    return out;
}

} // namespace owl
