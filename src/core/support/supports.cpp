#include "support/arms/arms.h"
#include "support/hangers/hangers.h"
#include "support/judge/judge.h"
#include "support/ledgers/ledgers.h"
#include "support/rail/rail.h"
#include "support/rods/rods.h"
#include "support/standing/standing.h"

#include <algorithm>
#include <cmath>
#include <tuple>

namespace owl {

const std::vector<const Support*>& supports() {
    static const std::vector<const Support*> rows{&onFeet(), &onLedgers(),   &onRods(),
                                                  &onArms(), &screwedRail(), &hookedRail()};
    return rows;
}

std::vector<SupportOption> supportOptions(const Assembly& a, const Catalog& catalog, bool metric,
                                          const WallKind* wall) {
    std::vector<SupportOption> out;
    for (const Support* way : supports()) {
        if (!way->fits(a))
            continue;
        const std::size_t before = out.size();
        way->offer({a, catalog, metric, wall}, out);
        for (std::size_t i = before; i < out.size(); ++i)
            out[i].way = way;
    }
    return out;
}

namespace {

/// Every fixing knows what it is, so that it is bought, bored for and told as that.
void nameFixings(SupportVerdict& v) {
    for (Mount& m : v.mounting.mounts) {
        if (m.screw || m.anchor || m.length <= 0 || m.kind == "rod" || m.kind == "rod_plug")
            continue;
        const SupportOption& o = v.option;
        if (o.beside && m.into == "cover")
            m.anchor = o.beside;
        else if (o.screw && m.kind != "anchor")
            m.screw = o.screw;
        else
            m.anchor = o.anchor;
    }
}

/// A stud always comes before an anchor that holds as well; among screws the lightest that holds.
auto rankOf(const SupportVerdict& v) {
    const int order[] = {0, 1, 3, 2}; // holds, tight, fails, unknown
    const int status = order[static_cast<int>(v.verdict.status)];
    // Among those that fail, or that no hand may press, the nearest miss first.
    const double weakness = v.verdict.status == Status::fails ? v.verdict.utilisation
                            : v.verdict.notForLeaning         ? v.verdict.leaning->utilisation
                                                              : 0;
    return std::tuple(!v.feasible, v.option.onlyWhenAsked(), status, !v.option.firm(), v.option.second,
                      weakness, v.difficulty);
}

} // namespace

SupportVerdict judgeSupport(const HeldPiece& piece, const WallBehind& wall, const SupportOption& option,
                            StaticsCache& cache, double factor, bool quiet) {
    const Support& way = option.way ? *option.way : screwedRail();
    SupportVerdict v = way.judge({piece, wall, option, cache, factor, quiet});
    nameFixings(v);
    return v;
}

SupportVerdict judgeSupport(const HeldPiece& piece, const WallBehind& wall, const SupportOption& option,
                            double factor) {
    StaticsCache cache;
    return judgeSupport(piece, wall, option, cache, factor, false);
}

void findBetterWithout(SupportVerdict& v, const HeldPiece& piece, const WallBehind& wall,
                       StaticsCache& cache) {
    constexpr std::size_t most = 12; // studs of a long piece that are tried: those nearest to the worst place
    if (!v.option.atStuds() || !wall.sides.empty() || !v.feasible || v.x.size() < 3)
        return;
    const auto use = [](const Check& c) { return c.looks || c.requirement ? -1 : c.utilisation(); };
    const auto worst = std::max_element(v.checks.begin(), v.checks.end(),
                                        [&](const Check& a, const Check& b) { return use(a) < use(b); });
    const double at = worst == v.checks.end() ? 0 : worst->atMm.value_or(0);
    std::vector<double> near = v.x;
    std::sort(near.begin(), near.end(),
              [at](double a, double b) { return std::abs(a - at) < std::abs(b - at); });
    near.resize(std::min(near.size(), most));
    double least = v.strengthUse() / 1.05;
    for (double x : near) {
        const auto without = judgeSupport(piece, wall.without(x), v.option, cache, 1, true);
        const bool word = without.feasible && without.verdict.status <= v.verdict.status &&
                          without.verdict.notForLeaning <= v.verdict.notForLeaning;
        if (!word || without.strengthUse() >= least)
            continue;
        least = without.strengthUse();
        v.betterWithout = x;
        v.usedWithout = least;
    }
}

void sortSupports(std::vector<SupportVerdict>& supports) {
    std::stable_sort(supports.begin(), supports.end(),
                     [](const auto& a, const auto& b) { return rankOf(a) < rankOf(b); });
}

std::vector<SupportVerdict> rankSupports(const HeldPiece& piece, const WallBehind& wall,
                                         const Catalog& catalog, bool metric, const std::string& asked,
                                         StaticsCache& cache, const std::string& only) {
    std::vector<SupportVerdict> out;
    const auto options = supportOptions(*piece.assembly, catalog, metric, wall.kind);
    const bool one = std::any_of(options.begin(), options.end(),
                                 [&](const SupportOption& o) { return !only.empty() && o.id == only; });
    for (const auto& o : options) {
        if (one && o.id != only)
            continue;
        if (o.beside && wall.sides.empty() && distinctStuds(wall).size() != 1 && o.id != asked)
            continue; // nobody wants an anchor beside two studs
        if (!o.onlyWhenAsked() || o.id == asked) {
            out.push_back(judgeSupport(piece, wall, o, cache, 1, true));
            continue;
        }
        out.emplace_back();
        out.back().option = o;
        out.back().judged = out.back().feasible = false;
    }
    sortSupports(out);
    return out;
}

std::vector<SupportVerdict> rankSupports(const HeldPiece& piece, const WallBehind& wall,
                                         const Catalog& catalog, bool metric) {
    StaticsCache cache;
    std::vector<SupportVerdict> out = rankSupports(piece, wall, catalog, metric, {}, cache);
    for (auto& v : out)
        v = judgeSupport(piece, wall, v.option, cache, 1, false);
    sortSupports(out);
    return out;
}

} // namespace owl
