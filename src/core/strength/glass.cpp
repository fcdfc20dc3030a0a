#include "strength/glass.h"

#include <algorithm>

namespace owl {
namespace {

constexpr double glassE = 70'000;        // MPa
constexpr double glassDensity = 2500e-9; // kg/mm3
constexpr double earth = 9.80665;        // N/kg
constexpr double sagShare = 175;

} // namespace

tl::expected<GlassResult, std::string> glassOf(const GlassInput& in) {
    const double span = in.length - 2 * in.overhang;
    if (span <= 0)
        return tl::unexpected(std::string("the rests of the glass stand past each other"));
    GlassResult r;
    r.w = in.w + in.depth * in.t * glassDensity * earth;
    Beam b;
    b.length = in.length;
    b.EI = glassE * in.depth * in.t * in.t * in.t / 12;
    b.supports = {{in.overhang}, {in.length - in.overhang}};
    b.lines = {{0, in.length, r.w}};
    b.points = in.points;
    const auto solved = solveBeam(b);
    if (!solved)
        return tl::unexpected(solved.error());
    r.M = std::max(solved->maxSagging, solved->maxHogging);
    r.stress = r.M / (in.depth * in.t * in.t / 6);
    r.uStress = r.stress / (in.toughened ? 40 : 6);
    r.down = solved->maxDown;
    r.uSag = r.down / (span / sagShare);
    return r;
}

} // namespace owl
