#include "strength/plywood.h"

namespace owl {
namespace {

double bending(const std::vector<Ply>& plies, double E, double ratio, bool acrossGrain) {
    double t = 0;
    double EA = 0;
    double first = 0; // sum of E A z about the lower face
    for (const auto& p : plies) {
        const double e = p.cross == acrossGrain ? E : ratio * E;
        EA += e * p.t;
        first += e * p.t * (t + p.t / 2);
        t += p.t;
    }
    if (t <= 0 || EA <= 0)
        return 0;
    const double z0 = first / EA;
    double EI = 0;
    double below = 0;
    for (const auto& p : plies) {
        const double e = p.cross == acrossGrain ? E : ratio * E;
        const double arm = below + p.t / 2 - z0;
        EI += e * (p.t * p.t * p.t / 12 + p.t * arm * arm);
        below += p.t;
    }
    return 12 * EI / (t * t * t);
}

} // namespace

PlywoodStiffness plywoodStiffness(const std::vector<Ply>& plies, double E, double ratio) {
    PlywoodStiffness out{bending(plies, E, ratio, false), bending(plies, E, ratio, true), 0};
    for (const auto& p : plies)
        out.thickness += p.t;
    return out;
}

} // namespace owl
