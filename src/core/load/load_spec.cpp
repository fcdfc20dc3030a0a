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

} // namespace owl
