#include "strength/chance.h"

#include <cmath>
#include <numbers>

namespace owl {

// A lognormal of mean m and variation V has the median m/sqrt(1+V^2). Sag = load x creep/(E t^3): the medians
// of what stands below the line turn over, hence the signs of the exponents.
ChanceResult chanceOf(const ChanceInput& in) {
    const auto plus = [](double v) { return 1 + v * v; };
    const double E = plus(in.covE / std::sqrt(static_cast<double>(in.boards)));
    const double q = plus(in.covLoad);
    const double t = plus(in.covThickness);
    const double c = plus(in.covCreep);
    const double s = std::sqrt(std::log(E) + std::log(q) + 9 * std::log(t) + std::log(c));
    ChanceResult r;
    r.median = in.sagMean * std::sqrt(E) / std::sqrt(q) * std::pow(t, 1.5) / std::sqrt(c);
    r.beta = s > 0 ? std::log(in.limit / r.median) / s : in.limit >= r.median ? 99 : -99;
    r.exceeds = std::erfc(r.beta / std::numbers::sqrt2) / 2;
    r.at95 = r.median * std::exp(1.645 * s);
    return r;
}

} // namespace owl
