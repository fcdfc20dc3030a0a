#include "strength/bar_torsion.h"

#include <algorithm>
#include <cmath>

namespace owl {
namespace {

/// The two fixings that share a torque at x; equal where it lies beyond the last one.
struct Bay {
    double left = 0, right = 0;
    [[nodiscard]] bool open() const { return right <= left; }
};

Bay bayOf(const std::vector<double>& fixings, double x) {
    const auto after = std::lower_bound(fixings.begin(), fixings.end(), x);
    if (after == fixings.begin())
        return {fixings.front(), fixings.front()};
    if (after == fixings.end())
        return {fixings.back(), fixings.back()};
    return {*(after - 1), *after};
}

/// Torque in the bar left and right of where q arrives, N mm.
std::pair<double, double> shares(const Bay& bay, const BarTorque& q) {
    if (bay.open())
        return q.x < bay.left ? std::pair(0.0, q.T) : std::pair(q.T, 0.0);
    const double s = bay.right - bay.left;
    return {q.T * (bay.right - q.x) / s, q.T * (q.x - bay.left) / s};
}

/// How far a torque of 1 N mm at q turns the bar at x, times GJ, mm: it grows along the bar from the fixing
/// to where the torque arrives.
double influence(const Bay& bay, double q, double x) {
    if (bay.open()) {
        const double a = std::abs(q - bay.left);
        const bool sameSide = (q < bay.left) == (x < bay.left);
        return sameSide ? std::min(a, std::abs(x - bay.left)) : 0;
    }
    if (x < bay.left || x > bay.right)
        return 0;
    const double s = bay.right - bay.left;
    return x <= q ? (bay.right - q) / s * (x - bay.left) : (q - bay.left) / s * (bay.right - x);
}

} // namespace

double barGJ(double t, double h, double E) {
    const double thin = std::min(t, h);
    const double high = std::max(t, h);
    return E / 16 * (1 - 0.63 * thin / high) / 3 * high * std::pow(thin, 3);
}

double barShear(double torque, double t, double h) {
    const double thin = std::min(t, h);
    const double high = std::max(t, h);
    return torque * (3 + 1.8 * thin / high) / (high * thin * thin);
}

BarTwist barTwist(const std::vector<double>& fixings, const std::vector<BarTorque>& torques, double GJ) {
    BarTwist out;
    out.theta.assign(torques.size(), 0);
    if (fixings.empty() || GJ <= 0)
        return out;
    std::vector<BarTorque> turning; // what does not lie beside a fixing
    for (const auto& q : torques)
        if (std::none_of(fixings.begin(), fixings.end(),
                         [&](double f) { return std::abs(f - q.x) <= besideFixing; }))
            turning.push_back(q);
    for (const auto& q : turning) {
        const Bay bay = bayOf(fixings, q.x);
        for (std::size_t i = 0; i < torques.size(); ++i)
            out.theta[i] += q.T * influence(bay, q.x, torques[i].x) / GJ;
        // All that arrive in one bay add up on either side of it: the largest is beside one of them.
        double left = 0;
        double right = 0;
        for (const auto& other : turning) {
            const Bay its = bayOf(fixings, other.x);
            if (its.left != bay.left || its.right != bay.right ||
                (bay.open() && (other.x < bay.left) != (q.x < bay.left)))
                continue;
            const auto [l, r] = shares(its, other);
            // to the left of q run the left shares of what lies at q or right of it, less the right ones of
            // what lies left of it
            left += other.x >= q.x ? l : -r;
            right += other.x <= q.x ? r : -l;
        }
        for (double T : {std::abs(left), std::abs(right)})
            if (T > out.worst) {
                out.worst = T;
                out.at = q.x;
            }
    }
    return out;
}

} // namespace owl
