#include "strength/turning.h"

#include <algorithm>

namespace owl {

void addTurning(const std::vector<double>& x, double x0, double x1, double torque,
                std::vector<double>& into) {
    into.resize(x.size(), 0);
    if (x.empty() || torque == 0)
        return;
    if (x1 <= x0) { // at one place
        const auto after = std::lower_bound(x.begin(), x.end(), x0);
        const auto i = static_cast<std::size_t>(after - x.begin());
        if (i == 0 || i == x.size()) {
            into[i == 0 ? 0 : i - 1] += torque;
            return;
        }
        const double right = (x0 - x[i - 1]) / (x[i] - x[i - 1]);
        into[i - 1] += torque * (1 - right);
        into[i] += torque * right;
        return;
    }
    // Within a span the share of each end is linear, so a stretch of the load acts at its middle.
    std::vector<double> edges{x0, x1};
    for (double s : x)
        if (s > x0 && s < x1)
            edges.push_back(s);
    std::sort(edges.begin(), edges.end());
    for (std::size_t i = 0; i + 1 < edges.size(); ++i) {
        const double mid = (edges[i] + edges[i + 1]) / 2;
        addTurning(x, mid, mid, torque * (edges[i + 1] - edges[i]) / (x1 - x0), into);
    }
}

// (K_bar + k) phi = T at every support, K_bar of neighbouring stretches GJ/s; three diagonals, so one sweep
// down and one up.
std::vector<double> sharedTurning(const std::vector<double>& x, double GJ, double kTheta,
                                  const std::vector<double>& torque) {
    const std::size_t n = x.size();
    if (n < 2 || GJ <= 0 || kTheta <= 0)
        return torque;
    std::vector<double> diagonal(n, kTheta);
    std::vector<double> beside(n - 1);
    for (std::size_t i = 0; i + 1 < n; ++i) {
        const double k = GJ / (x[i + 1] - x[i]);
        beside[i] = -k;
        diagonal[i] += k;
        diagonal[i + 1] += k;
    }
    std::vector<double> phi = torque;
    for (std::size_t i = 1; i < n; ++i) {
        const double f = beside[i - 1] / diagonal[i - 1];
        diagonal[i] -= f * beside[i - 1];
        phi[i] -= f * phi[i - 1];
    }
    phi[n - 1] /= diagonal[n - 1];
    for (std::size_t i = n - 1; i-- > 0;)
        phi[i] = (phi[i] - beside[i] * phi[i + 1]) / diagonal[i];
    for (double& p : phi)
        p *= kTheta;
    return phi;
}

} // namespace owl
