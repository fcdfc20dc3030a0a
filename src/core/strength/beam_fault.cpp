#include "strength/beam_fault.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace owl {

std::string faultOf(const Beam& b) {
    const auto bad = [](double v) { return !std::isfinite(v); };
    if (bad(b.length) || b.length <= 0)
        return "the beam's length must be positive";
    const auto outside = [&](double x) { return bad(x) || x < -oneNode || x > b.length + oneNode; };
    if (b.segments.empty() && (bad(b.EI) || b.EI <= 0))
        return "EI must be positive";
    if (bad(b.GAs) || b.GAs < 0)
        return "GAs must not be negative";
    double covered = 0;
    for (const auto& s : b.segments) {
        if (bad(s.x0) || bad(s.x1) || bad(s.EI) || s.EI <= 0 || s.x1 <= s.x0)
            return "every segment needs x1 above x0 and a positive EI";
        covered += std::min(s.x1, b.length) - std::max(s.x0, 0.0);
    }
    if (!b.segments.empty() && b.EI <= 0 && covered < b.length - 1e-3)
        return "the segments do not cover the beam and no EI is given for the rest";
    for (const auto& s : b.supports)
        if (outside(s.x) || bad(s.k) || bad(s.settlement) || bad(s.kRot) || s.k < 0 || s.kRot < 0)
            return fmt::format("the support at {} mm lies outside the beam or has an impossible number", s.x);
    for (const auto& q : b.lines)
        if (bad(q.x0) || bad(q.x1) || bad(q.w) || q.x1 < q.x0)
            return "a line load has an impossible number";
    for (const auto& p : b.points)
        if (outside(p.x) || bad(p.P))
            return fmt::format("the load at {} mm lies outside the beam", p.x);
    for (const auto& m : b.moments)
        if (outside(m.x) || bad(m.M))
            return fmt::format("the moment at {} mm lies outside the beam", m.x);
    for (double x : b.probes)
        if (outside(x))
            return fmt::format("the place {} mm lies outside the beam", x);
    return {};
}

} // namespace owl
