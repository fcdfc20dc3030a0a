#include "support/judge/judge.h"

#include <algorithm>
#include <functional>

namespace owl {
namespace {

constexpr double mostPerMetre = 45; // kg/m; above that nobody looked at it (S12.6, S12.10)
constexpr double mostInAll = 100;   // kg

/// The largest multiple of the contents, up to `most`, for which `passes`; 0 when not even an empty piece
/// does. Whatever passes with more passes with less, so bisection cannot miss the edge (a rule such as
/// 'anchors up to 10 kg' is a jump, at which methods that look at slopes stall).
double largestMultiple(const std::function<bool(double)>& passes, double most) {
    if (!passes(0))
        return 0;
    if (passes(most))
        return most;
    double low = 0;
    double high = most;
    while (high - low > 2e-4 * high && high > 1e-6) {
        const double mid = (low + high) / 2;
        (passes(mid) ? low : high) = mid;
    }
    return low;
}

/// The load that findCapacity() scales: what is planned, or an even load where nothing is.
HeldPiece loaded(const HeldPiece& piece) {
    HeldPiece p = piece;
    if (contentsMass(p.load, *p.assembly) <= 0)
        p.load.kgPerM = 1;
    return p;
}

/// kg beyond which nobody looked. What stands on the floor is looked at shelf by shelf: S12.10 speaks of what
/// hangs.
double mostLookedAt(const Assembly& a) {
    const auto on = [](double mm) { return std::min(mostInAll, mostPerMetre * mm / 1000); };
    if (!a.seat<FloorSeat>())
        return on(a.length.mm());
    double all = 0;
    for (const auto& s : surfacesOf(a))
        all += s.even ? on((s.x1 - s.x0).mm()) : 0;
    return all;
}

/// The check that is over its limit first just above the edge.
std::string governs(const SupportVerdict& v) {
    if (!v.feasible)
        return v.option.anchor ? "anchors" : "support";
    return v.verdict.governs;
}

} // namespace

void findCapacity(SupportVerdict& v, const HeldPiece& piece, const WallBehind& wall) {
    StaticsCache cache;
    findCapacity(v, piece, wall, cache);
}

void findCapacity(SupportVerdict& v, const HeldPiece& piece, const WallBehind& wall, StaticsCache& known) {
    if (!v.feasible && v.option.ground != Ground::cover) // anchors are refused for their load alone
        return;
    const HeldPiece p = loaded(piece);
    StaticsCache fresh; // with an even load where nothing is planned the statics are others
    StaticsCache& cache = contentsMass(piece.load, *piece.assembly) > 0 ? known : fresh;
    const double planned = contentsMass(p.load, *p.assembly);
    const double looked = mostLookedAt(*p.assembly);
    const double most = std::max(0.0, looked - p.mass) / planned;
    const auto judged = [&](double factor) { return judgeSupport(p, wall, v.option, cache, factor, true); };
    const auto holds = [&](const SupportVerdict& r) { return r.feasible && r.verdict.utilisation <= 1; };
    const double all = largestMultiple([&](double f) { return holds(judged(f)); }, most);
    v.carryKg = planned * all;
    v.carryCapped = all >= most;
    v.carryGoverns = v.carryCapped ? "" : governs(judged(all * 1.001 + 1e-6));
    // Strength alone carries more only where looks end it; with the hand as well less only where that was not
    // counted.
    const bool looks = v.carryGoverns == "sag" || v.carryGoverns == "droop";
    v.carryStrengthKg = v.carryKg;
    if (looks)
        v.carryStrengthKg =
            planned *
            largestMultiple(
                [&](double f) {
                    const SupportVerdict r = judged(f);
                    std::vector<Check> checks = r.checks;
                    std::erase_if(checks, [](const Check& c) { return c.looks; });
                    return r.feasible &&
                           judge(checks, {r.verdict.grade, p.strengthLimit, p.leaningCounts}).utilisation <=
                               1;
                },
                most);
    v.carryLeaningKg = v.carryKg;
    if (!p.leaningCounts && p.hand > 0 && all > 0)
        v.carryLeaningKg =
            planned * largestMultiple(
                          [&](double f) {
                              const SupportVerdict r = judged(f);
                              return holds(r) && r.verdict.leaning && r.verdict.leaning->utilisation <= 1;
                          },
                          all);
}

} // namespace owl
