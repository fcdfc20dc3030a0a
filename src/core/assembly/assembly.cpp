#include "assembly/assembly.h"

#include <algorithm>

namespace owl {

const char* joineryName(Joinery j) {
    switch (j) {
    case Joinery::screwsGlue:
        return "screws and glue";
    case Joinery::dowels:
        return "dowels and glue";
    case Joinery::tongueGroove:
        return "tongue and groove, glued";
    case Joinery::nailsGlue:
        break;
    }
    return "glue and nails";
}

const Part* Assembly::find(const std::string& id) const {
    const auto it = std::find_if(parts.begin(), parts.end(), [&](const Part& p) { return p.id == id; });
    return it == parts.end() ? nullptr : &*it;
}

const Joint* Assembly::joint(const std::string& id) const {
    const auto it = std::find_if(joints.begin(), joints.end(), [&](const Joint& j) { return j.id == id; });
    return it == joints.end() ? nullptr : &*it;
}

double massOf(const Assembly& a, double densityKgM3) {
    double mm3 = 0;
    for (const auto& p : a.parts)
        mm3 += p.volume();
    return mm3 * 1e-9 * densityKgM3;
}

double gravityY(const Assembly& a) {
    double volume = 0;
    double moment = 0;
    for (const auto& p : a.parts) {
        for (const auto& c : p.cells) {
            const double v = c.size.x.mm() * c.size.y.mm() * c.size.z.mm();
            volume += v;
            moment += v * (c.at.y.mm() + c.size.y.mm() / 2);
        }
    }
    return volume > 0 ? moment / volume : 0;
}

namespace {

/// The place nearest to x that is clear of everything, inside [low, high]; x itself if there is none.
Length nearestClear(Length x, Length low, Length high, const std::vector<Length>& keepClear, Length clear) {
    const auto free = [&](Length p) {
        return p >= low && p <= high &&
               std::all_of(keepClear.begin(), keepClear.end(), [&](Length k) { return abs(k - p) >= clear; });
    };
    if (free(x))
        return x;
    std::vector<Length> candidates;
    for (Length k : keepClear) {
        candidates.push_back(k - clear);
        candidates.push_back(k + clear);
    }
    std::sort(candidates.begin(), candidates.end(),
              [&](Length a, Length b) { return abs(a - x) == abs(b - x) ? a < b : abs(a - x) < abs(b - x); });
    for (Length c : candidates)
        if (free(c))
            return c;
    return x;
}

} // namespace

std::vector<Length> spread(Length from, Length to, Length end, Length spacing,
                           const std::vector<Length>& keepClear, Length clear) {
    std::vector<Length> out;
    const Length low = from + end;
    const Length high = to - end;
    if (high < low) {
        out.push_back(from + (to - from) / 2);
        return out;
    }
    const std::int64_t gaps = std::max<std::int64_t>(1, (high - low).nm() / spacing.nm() +
                                                            ((high - low).nm() % spacing.nm() ? 1 : 0));
    for (std::int64_t i = 0; i <= gaps; ++i) {
        const Length x = low + Length::nm((high - low).nm() / gaps * i);
        out.push_back(nearestClear(x, low, high, keepClear, clear));
    }
    out.erase(std::unique(out.begin(), out.end()), out.end());
    return out;
}

} // namespace owl
