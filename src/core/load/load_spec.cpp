#include "load/load_spec.h"

#include <algorithm>

namespace owl {

double defaultHandLoad(Length top, Length depth) {
    return top < 1100_mm || depth > 350_mm ? 445 : 220;
}

double evenMass(const LoadSpec& load, const Assembly& a) {
    double kg = 0;
    for (const auto& s : surfacesOf(a))
        if (s.even)
            kg += load.kgPerM * (s.x1 - s.x0).mm() / 1000;
    return kg;
}

double contentsMass(const LoadSpec& load, const Assembly& a) {
    double kg = evenMass(load, a);
    for (const auto& i : load.items)
        kg += i.mass;
    return kg;
}

ContentsForces contentsForces(const LoadSpec& load, const Assembly& a, double factor) {
    ContentsForces out;
    const auto add = [&](double x0, double x1, double w, bool sustained, bool even, std::size_t on) {
        out.lines.push_back({x0, x1, w});
        out.sustained.push_back(sustained);
        out.even.push_back(even);
        out.on.push_back(on);
    };
    const std::vector<Surface> surfaces = surfacesOf(a);
    for (std::size_t k = 0; k < surfaces.size() && load.kgPerM > 0; ++k)
        if (surfaces[k].even)
            add(surfaces[k].x0.mm(), surfaces[k].x1.mm(), factor * load.kgPerM * gravity / 1000,
                load.lineSustained, true, k);
    for (const auto& i : load.items) {
        if (i.mass <= 0)
            continue;
        const auto it =
            std::find_if(surfaces.begin(), surfaces.end(), [&](const Surface& s) { return s.id == i.on; });
        const Surface& s = it == surfaces.end() ? surfaces.front() : *it;
        const double x0 = std::clamp(i.x.mm(), s.x0.mm(), std::max(s.x0.mm(), s.x1.mm() - 1));
        const double x1 = std::clamp((i.x + i.width).mm(), x0 + 1, std::max(x0 + 1, s.x1.mm()));
        add(x0, x1, factor * i.mass * gravity / (x1 - x0), i.sustained, false,
            static_cast<std::size_t>(&s - surfaces.data()));
    }
    return out;
}

ContentsForces onlyOn(const ContentsForces& all, std::size_t surface) {
    ContentsForces out;
    for (std::size_t i = 0; i < all.lines.size(); ++i)
        if (all.on[i] == surface) {
            out.lines.push_back(all.lines[i]);
            out.sustained.push_back(all.sustained[i]);
            out.even.push_back(all.even[i]);
            out.on.push_back(surface);
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
