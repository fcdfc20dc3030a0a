#include "strength/section.h"

#include <algorithm>
#include <cmath>

namespace owl {

double effectiveWidth(const SectionPart& part, const Section& s) {
    if (part.flange.empty() || s.bays <= 0)
        return part.b;
    const double c = part.flange == "osb" ? 0.15 : part.flange == "particle" ? 0.20 : 0.10;
    return std::min(part.b, s.webTotal + s.bays * std::min(c * s.span, s.bayClear));
}

SectionResult sectionProperties(const Section& s) {
    SectionResult r;
    if (s.parts.empty())
        return r;
    double sz = 0;
    double sy = 0;
    r.zTop = -1e300;
    r.zBottom = 1e300;
    for (const auto& p : s.parts) {
        const double ea = p.E * effectiveWidth(p, s) * p.h;
        r.EA += ea;
        sz += ea * (p.z + p.h / 2);
        sy += ea * (p.y + p.b / 2);
        r.zTop = std::max(r.zTop, p.z + p.h);
        r.zBottom = std::min(r.zBottom, p.z);
    }
    if (r.EA <= 0)
        return r;
    r.zNeutral = sz / r.EA;
    const double y0 = sy / r.EA;
    double product = 0;
    double sideways = 0;
    for (const auto& p : s.parts) {
        const double b = effectiveWidth(p, s);
        const double dz = p.z + p.h / 2 - r.zNeutral;
        const double dy = p.y + p.b / 2 - y0;
        r.EI += p.E * (b * p.h * p.h * p.h / 12 + (s.glued ? b * p.h * dz * dz : 0));
        product += p.E * b * p.h * dy * dz;
        sideways += p.E * (p.h * b * b * b / 12 + b * p.h * dy * dy);
    }
    r.EIFree = sideways > 0 ? r.EI - product * product / sideways : r.EI;
    return r;
}

double shearFlow(const Section& s, double V, double glueZ) {
    const auto r = sectionProperties(s);
    double above = 0;
    for (const auto& p : s.parts) {
        const double low = std::max(p.z, glueZ);
        const double high = p.z + p.h;
        if (high > low)
            above += p.E * effectiveWidth(p, s) * (high - low) * ((high + low) / 2 - r.zNeutral);
    }
    return r.EI > 0 ? std::abs(V * above / r.EI) : 0;
}

std::pair<double, double> edgeStresses(const Section& s, double M) {
    const auto r = sectionProperties(s);
    double top = 0;
    double bottom = 0;
    for (const auto& p : s.parts) {
        if (p.z + p.h >= r.zTop - 1e-9)
            top = r.stress(M, p.E, r.zTop);
        if (p.z <= r.zBottom + 1e-9)
            bottom = r.stress(M, p.E, r.zBottom);
    }
    return {top, bottom};
}

} // namespace owl
