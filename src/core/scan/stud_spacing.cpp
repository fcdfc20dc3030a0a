#include "scan/stud_estimator.h"

#include <algorithm>
#include <cmath>

namespace owl {
namespace {

struct Trial {
    StudSpacing spacing;
    double score = -1e9, spread = 0;
};

/// How well lines at anchor + k s explain the centres.
Trial tryLines(const std::vector<double>& centres, double anchor, double s, double from, double to) {
    Trial t;
    std::vector<int> hit; // line numbers that have a stud
    double sum = 0;
    double square = 0;
    int strays = 0;
    for (double c : centres) {
        const double k = std::round((c - anchor) / s);
        const double off = c - anchor - k * s;
        if (std::abs(off) > studLineSlack) {
            ++strays;
            continue;
        }
        hit.push_back(static_cast<int>(k));
        sum += off;
        square += off * off;
    }
    std::sort(hit.begin(), hit.end());
    hit.erase(std::unique(hit.begin(), hit.end()), hit.end());
    const int n = static_cast<int>(hit.size());
    if (n == 0)
        return t;
    const double margin = 60; // closer to an end than this nobody expects one
    const int first = static_cast<int>(std::ceil((from + margin - anchor) / s));
    const int last = static_cast<int>(std::floor((to - margin - anchor) / s));
    const int expected = std::max(n, last - first + 1);
    t.spacing.spacing = s;
    t.spacing.offset = anchor + sum / n;
    t.spacing.hits = n;
    t.spacing.misses = expected - n;
    t.spread = std::sqrt(square / n);
    t.score = n - 0.9 * t.spacing.misses - 0.6 * strays - t.spread / studLineSlack;
    return t;
}

} // namespace

const std::vector<double>& usualSpacings() {
    static const std::vector<double> s{406.4, 609.6, 400, 600, 487.68, 625};
    return s;
}

std::optional<StudSpacing> fitSpacing(const std::vector<double>& centres, double from, double to) {
    Trial best;
    for (double s : usualSpacings())
        for (double anchor : centres)
            for (int again = 0; again < 2; ++again) {
                Trial t = tryLines(centres, anchor, s, from, to);
                if (again == 0 && t.score > -1e9) // once more about the mean of those it caught
                    t = tryLines(centres, t.spacing.offset, s, from, to);
                if (t.score > best.score)
                    best = t;
            }
    const StudSpacing& f = best.spacing;
    if (f.hits < 3 || f.hits * 10 < (f.hits + f.misses) * 6 || f.hits * 2 < static_cast<int>(centres.size()))
        return std::nullopt;
    StudSpacing out = f;
    const double left = std::fmod(std::fmod(out.offset - from, out.spacing) + out.spacing, out.spacing);
    const double right = std::fmod(std::fmod(to - out.offset, out.spacing) + out.spacing, out.spacing);
    out.endGap = std::min({left, right, out.spacing - left, out.spacing - right});
    return out;
}

} // namespace owl
