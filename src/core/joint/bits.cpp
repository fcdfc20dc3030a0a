#include "joint/bits.h"

#include <cmath>
#include <fmt/format.h>

namespace owl {

std::string drillText(double mm, const NumberStyle& style) {
    if (style.units == Units::metric)
        return fmt::format("{:g} mm", mm);
    NumberStyle bits = style;
    bits.denominator = 64;
    bits.plain = true;
    return formatLength(Length::mm(mm), bits);
}

std::string pilotBit(const Screw& s, double G) {
    const bool hard = G > 0.5;
    if (!s.metric)
        return (hard ? s.pilotHardInch : s.pilotSoftInch) + " in";
    return fmt::format("{:g} mm", hard ? s.pilotHard : s.pilotSoft);
}

std::string clearanceBit(const Screw& s) {
    return s.metric ? fmt::format("{:g} mm", s.clearance) : s.clearanceInch + " in";
}

std::string screwLengthText(const Screw& s, double lengthMm) {
    for (std::size_t i = 0; i < s.lengths.size(); ++i)
        if (std::abs(s.lengths[i] - lengthMm) < 0.01)
            return s.lengthLabels[i];
    return fmt::format("{:.1f} mm", lengthMm);
}

} // namespace owl
