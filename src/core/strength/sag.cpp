#include "strength/sag.h"

#include <algorithm>

namespace owl {

double sagRatio(SagLimit limit) {
    switch (limit) {
    case SagLimit::fine:
        return 600;
    case SagLimit::rough:
        return 240;
    case SagLimit::plain:
        break;
    }
    return 360;
}

const char* sagLimitName(SagLimit limit) {
    switch (limit) {
    case SagLimit::fine:
        return "fine";
    case SagLimit::rough:
        return "rough";
    case SagLimit::plain:
        break;
    }
    return "plain";
}

tl::expected<SagResult, std::string> sag(const SagCase& c) {
    auto all = solveBeam(c.beam);
    if (!all)
        return tl::unexpected(all.error());
    // Same nodes in both runs, so that the two curves can be added point by point: zero the loads that go.
    Beam sustained = c.beam;
    for (std::size_t i = 0; i < sustained.lines.size(); ++i)
        if (i < c.lineSustained.size() && !c.lineSustained[i])
            sustained.lines[i].w = 0;
    for (std::size_t i = 0; i < sustained.points.size(); ++i)
        if (i < c.pointSustained.size() && !c.pointSustained[i])
            sustained.points[i].P = 0;
    auto stays = solveBeam(sustained);
    if (!stays)
        return tl::unexpected(stays.error());
    SagResult r;
    r.instant = all->maxDown;
    r.now = all->curve;
    for (std::size_t i = 0; i < all->curve.size(); ++i) {
        const double v = all->curve[i].second + c.kDef * stays->curve[i].second;
        r.later.emplace_back(all->curve[i].first, v);
        if (v > r.longTerm) {
            r.longTerm = v;
            r.atX = all->curve[i].first;
        }
    }
    return r;
}

SagStretch worstStretch(const SagResult& r, const std::vector<double>& supports, double length,
                        SagLimit limit) {
    std::vector<double> xs = supports;
    std::sort(xs.begin(), xs.end());
    std::vector<SagStretch> stretches;
    if (!xs.empty()) {
        if (xs.front() > 1)
            stretches.push_back({0, xs.front(), true, 0, 0, 0});
        for (std::size_t i = 0; i + 1 < xs.size(); ++i)
            stretches.push_back({xs[i], xs[i + 1], false, 0, 0, 0});
        if (xs.back() < length - 1)
            stretches.push_back({xs.back(), length, true, 0, 0, 0});
    }
    SagStretch worst;
    for (auto& s : stretches) {
        s.limit = (s.freeEnd ? 2 : 1) * (s.x1 - s.x0) / sagRatio(limit);
        s.atX = s.x0;
        for (const auto& [x, v] : r.later)
            // Only what hangs down: an end that lifts is no sag, and a load elsewhere must not be credited
            // with it.
            if (x >= s.x0 - 1e-6 && x <= s.x1 + 1e-6 && v > s.sag) {
                s.sag = v;
                s.atX = x;
            }
        if (worst.limit == 0 || s.sag / s.limit > worst.sag / worst.limit)
            worst = s;
    }
    return worst;
}

} // namespace owl
