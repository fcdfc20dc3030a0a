#include "scan/practice.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace owl {
namespace {

constexpr double close = 8; // mm from the middle that count as found

bool inside(const std::vector<Hidden>& list, double x) {
    return std::any_of(list.begin(), list.end(),
                       [x](const Hidden& h) { return x >= h.left && x <= h.right; });
}

} // namespace

PracticeScore scorePractice(const ScanWall& truth, const std::vector<double>& marks) {
    PracticeScore s;
    s.studs = static_cast<int>(truth.studs.size());
    std::vector<bool> used(marks.size(), false);
    for (const auto& stud : truth.studs) {
        std::size_t best = marks.size();
        for (std::size_t i = 0; i < marks.size(); ++i) {
            const bool nearer = best == marks.size() ||
                                std::abs(marks[i] - stud.centre()) < std::abs(marks[best] - stud.centre());
            if (!used[i] && nearer)
                best = i;
        }
        if (best == marks.size())
            continue;
        const double off = std::abs(marks[best] - stud.centre());
        if (off <= close) {
            ++s.found;
            s.meanError += off;
            used[best] = true;
        } else if (marks[best] >= stud.left && marks[best] <= stud.right) {
            ++s.near;
            used[best] = true;
        }
    }
    for (std::size_t i = 0; i < marks.size(); ++i)
        if (!used[i]) {
            ++s.wrong;
            s.onPipe += inside(truth.pipes, marks[i]) || inside(truth.plates, marks[i]);
        }
    if (s.found > 0)
        s.meanError /= s.found;
    if (s.studs > 0) {
        const double sum = s.found + 0.5 * s.near - 0.5 * s.wrong - 1.5 * s.onPipe;
        s.points = static_cast<int>(std::lround(100 * std::max(0.0, sum) / s.studs));
    }
    return s;
}

std::string practiceText(const PracticeScore& s) {
    std::string out = fmt::format("Found {} of {} studs within {:.0f} mm", s.found, s.studs, close);
    if (s.found > 0)
        out += fmt::format(", {:.1f} mm off on average", s.meanError);
    if (s.near > 0)
        out += fmt::format("; {} on the stud but off its middle", s.near);
    if (s.wrong > 0)
        out += fmt::format("; {} with no stud behind", s.wrong);
    if (s.onPipe > 0)
        out += fmt::format(", {} of them on a pipe or plate", s.onPipe);
    return out + fmt::format(": {} points of 100.", s.points);
}

} // namespace owl
