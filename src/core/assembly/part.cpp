#include "assembly/part.h"

#include <algorithm>

namespace owl {

double Part::volume() const {
    double v = 0;
    for (const auto& c : cells)
        v += c.size.x.mm() * c.size.y.mm() * c.size.z.mm();
    return v;
}

Cell Part::bounds() const {
    if (cells.empty())
        return {};
    Vec low = cells.front().at;
    Vec high = low;
    for (const auto& c : cells) {
        low = {std::min(low.x, c.at.x), std::min(low.y, c.at.y), std::min(low.z, c.at.z)};
        high = {std::max(high.x, c.at.x + c.size.x), std::max(high.y, c.at.y + c.size.y),
                std::max(high.z, c.at.z + c.size.z)};
    }
    return {low, {high.x - low.x, high.y - low.y, high.z - low.z}};
}

std::string Part::reasons() const {
    std::string out;
    for (const auto& w : why)
        out += (out.empty() ? "" : "; ") + w;
    for (const auto& f : features)
        out += "; " + f.kind + ": " + f.text;
    return out;
}

} // namespace owl
