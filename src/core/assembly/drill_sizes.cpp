#include "assembly/drill_sizes.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace owl {
namespace {

constexpr double inch = 25.4;

double stepAt(double d, bool metric) {
    if (metric)
        return d < 10 ? 0.5 : 1;
    return d < inch / 2 ? inch / 64 : inch / 16;
}

} // namespace

double soldDrill(double wanted, double least, bool metric) {
    constexpr double slack = 1e-6;
    const double step = stepAt(wanted, metric);
    const double below = std::floor(wanted / step + slack) * step;
    const double above = below + step;
    const double nearest = wanted - below <= above - wanted + slack ? below : above;
    if (nearest >= least - slack)
        return nearest;
    return std::ceil(least / step - slack) * step;
}

double rodBore(double d, double play, bool metric) {
    return soldDrill(d + play, d, metric);
}

double groutedBore(double d, bool metric) {
    // EN ISO 5468 and the usual inch sets (verify).
    static constexpr std::array metricBits{8.0, 10.0, 12.0, 14.0, 16.0, 18.0, 20.0, 22.0, 25.0, 28.0, 32.0};
    static constexpr std::array inchBits{inch / 4,     inch * 5 / 16, inch * 3 / 8, inch / 2,
                                         inch * 5 / 8, inch * 3 / 4,  inch * 7 / 8, inch};
    constexpr double around = 1.5; // mm more than the rod, for the resin
    const auto first = [&](const auto& bits) {
        const auto it = std::lower_bound(bits.begin(), bits.end(), d + around);
        return it == bits.end() ? soldDrill(d + 2, d + around, metric) : *it;
    };
    return metric ? first(metricBits) : first(inchBits);
}

} // namespace owl
