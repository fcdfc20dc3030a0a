#include "load/load_spec.h"

#include <algorithm>

namespace owl {

double defaultHandLoad(Length top, Length depth) {
    return top < 1100_mm || depth > 350_mm ? 445 : 220;
}

double contentsMass(const LoadSpec& load, Length length) {
    double kg = load.kgPerM * length.mm() / 1000;
    for (const auto& i : load.items)
        kg += i.mass;
    return kg;
}

ContentsForces contentsForces(const LoadSpec& load, Length length, double factor) {
    ContentsForces out;
    const double L = length.mm();
    if (load.kgPerM > 0) {
        out.lines.push_back({0, L, factor * load.kgPerM * gravity / 1000});
        out.sustained.push_back(load.lineSustained);
    }
    for (const auto& i : load.items) {
        const double x0 = std::clamp(i.x.mm(), 0.0, L - 1);
        const double x1 = std::clamp((i.x + i.width).mm(), x0 + 1, L);
        if (i.mass <= 0)
            continue;
        out.lines.push_back({x0, x1, factor * i.mass * gravity / (x1 - x0)});
        out.sustained.push_back(i.sustained);
    }
    return out;
}

namespace {

/// N on x0..x1.
double standsOn(const ContentsForces& f, double x0, double x1) {
    double sum = 0;
    for (const auto& l : f.lines)
        sum += l.w * std::max(0.0, std::min(x1, l.x1) - std::max(x0, l.x0));
    return sum;
}

HeaviestStretch heavier(const ContentsForces& f, const std::vector<double>& starts, double window) {
    HeaviestStretch best;
    for (double x0 : starts)
        if (const double w = standsOn(f, x0, x0 + window) / window; w > best.w)
            best = {w, x0};
    return best;
}

} // namespace

HeaviestStretch heaviestStretch(const ContentsForces& forces, double length, double window) {
    window = std::min(window, length);
    // The sum changes its slope only where an edge of a load meets an edge of the window.
    std::vector<double> starts{0, length - window};
    for (const auto& l : forces.lines)
        for (double x : {l.x0, l.x1, l.x0 - window, l.x1 - window})
            starts.push_back(std::clamp(x, 0.0, length - window));
    return heavier(forces, starts, window);
}

HeaviestStretch heaviestEnd(const ContentsForces& forces, double length, double window) {
    window = std::min(window, length);
    return heavier(forces, {0, length - window}, window);
}

} // namespace owl
