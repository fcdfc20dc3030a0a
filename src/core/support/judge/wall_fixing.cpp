#include "support/judge/wall_fixing.h"

#include <algorithm>
#include <cmath>

namespace owl {
namespace {

/// The shank that passes the rail: of an anchor that goes through it, or of the screw that goes into it.
double shankOf(const AnchorKind& a) {
    return a.through && a.drill > 0 ? a.drill : a.screw > 0 ? a.screw : 5;
}

/// The longest that is sold in these units and goes no deeper than `most` mm.
double asSold(double most, bool metric) {
    const double step = metric ? 5 : 6.35;
    return std::floor(most / step + 1e-9) * step;
}

} // namespace

SupportOption fixedAt(const SupportVerdict& v, std::size_t support) {
    SupportOption out = v.option;
    if (static_cast<int>(support) != v.beside)
        return out;
    out.screw = nullptr;
    out.anchor = v.option.beside;
    out.ground = Ground::cover;
    return out;
}

WallFixing wallFixing(const SupportOption& option, double front, double cover, double screwLength,
                      bool metric) {
    if (const Screw* s = option.screw)
        return {screwLength, s->d, s->clearance};
    const double shank = shankOf(*option.anchor);
    return {asSold(front + cover + std::max(30.0, option.anchor->depth), metric), shank, shank + 0.5};
}

} // namespace owl
