#include "strength/wall_mount.h"

#include <cmath>

namespace owl {

Prying railPrying(const std::vector<WallLoad>& loads, const std::vector<double>& z, int perRow,
                  double bearingWidth) {
    Prying r;
    for (const auto& l : loads) {
        r.V += l.P;
        r.M += l.P * l.y;
    }
    double sum = 0;
    double sum2 = 0;
    for (double h : z) {
        sum += perRow * h;
        sum2 += perRow * h * h;
    }
    if (z.empty() || perRow <= 0 || sum2 <= 0)
        return r;
    r.VPerScrew = r.V / (perRow * static_cast<double>(z.size()));
    for (double h : z) {
        r.T.push_back(1.5 * r.M * h / sum2);
        r.compression += perRow * r.T.back();
    }
    r.bearingDepth = sum2 / sum;
    r.bearingPeak = bearingWidth > 0 ? 2 * r.compression / (bearingWidth * r.bearingDepth) : 0;
    return r;
}

double axialStiffness(double d, double thread) {
    return 25 * d * thread;
}

double railRotation(double M, const std::vector<double>& z, int perRow, double kAxial) {
    double sum2 = 0;
    for (double h : z)
        sum2 += perRow * h * h;
    return sum2 > 0 && kAxial > 0 ? 1.5 * M / (kAxial * sum2) : 0;
}

StudLayout studLayout(double length, double spacing, double first, double endMin) {
    StudLayout r;
    if (spacing <= 0 || !std::isfinite(spacing) || !std::isfinite(length) || !std::isfinite(first) ||
        length / spacing > 10'000)
        return r;
    const double usable = length - 2 * endMin;
    if (usable < 0)
        return r;
    r.guaranteed = static_cast<int>(std::floor(usable / spacing + 1e-9));
    r.possible = r.guaranteed + 1;
    const double k0 = std::ceil((endMin - first) / spacing - 1e-9);
    for (double x = first + k0 * spacing; x <= length - endMin + 1e-9; x += spacing)
        r.x.push_back(x);
    return r;
}

} // namespace owl
