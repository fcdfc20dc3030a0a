#include "joint/fastener_places.h"

#include "joint/ruler.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace owl {
namespace {

/// Each length once, when all are the same.
std::string listedOnce(const std::vector<std::string>& all) {
    const bool same =
        std::all_of(all.begin(), all.end(), [&](const std::string& s) { return s == all.front(); });
    return same ? all.front() : fmt::format("{}", fmt::join(all, ", "));
}
bool allSame(const std::vector<double>& all) {
    constexpr double seen = 0.05; // mm
    return std::all_of(all.begin(), all.end(), [&](double v) { return std::abs(v - all.front()) < seen; });
}

/// Where on a part its fasteners enter: along two of its own directions, each from where one measures.
struct Entry {
    std::vector<double> run, row; ///< mm
    std::string runFrom, rowFrom; ///< 'left end', 'back edge'
};

Entry entryOn(const Ruler& on, const Part& p, const Joint& j) {
    Entry e;
    const Vec3 into = j.fasteners.empty() ? Vec3{} : j.fasteners.front().direction;
    const double l = std::abs(dot(into, on.alongIt()));
    const double w = std::abs(dot(into, on.acrossIt()));
    const bool end = l > 0.7;
    const bool edge = w > 0.7;
    for (const auto& s : j.spots) {
        const Vec3 at = mm(s.at);
        e.run.push_back(end ? on.across(at) : on.along(at));
        e.row.push_back(end || edge ? on.through(at) : on.across(at));
    }
    e.runFrom = end ? on.edge() : on.end();
    e.rowFrom = end || edge ? on.face(-on.throughIt()) : on.edge();
    // What lies in one row is told from the nearer side.
    const double size = end || edge ? p.thickness.mm() : on.width();
    if (!e.row.empty() && allSame(e.row) && e.row.front() > size - e.row.front() + 0.05) {
        for (double& v : e.row)
            v = size - v;
        e.rowFrom = end || edge ? on.face(on.throughIt()) : on.edge(true);
    }
    return e;
}

} // namespace

std::string fastenerPlaces(const Part& drilled, const Joint& j, const NumberStyle& style,
                           const std::string& of) {
    if (j.spots.empty())
        return {};
    const auto said = [&](const std::vector<double>& all) {
        std::vector<std::string> out;
        for (double v : all)
            out.push_back(formatLength(roundToTape(Length::mm(v), style), style));
        return out;
    };
    const Entry e = entryOn(Ruler(drilled), drilled, j);
    const auto run = said(e.run);
    const auto row = said(e.row);
    if (allSame(e.row) || allSame(e.run))
        return fmt::format("{} from the {}{}, {} from its {}", listedOnce(run), e.runFrom, of,
                           listedOnce(row), e.rowFrom);
    std::string out;
    for (std::size_t i = 0; i < run.size(); ++i)
        out += out.empty() ? fmt::format("{} from the {}{} and {} from its {}", run[i], e.runFrom, of, row[i],
                                         e.rowFrom)
                           : fmt::format(", {} and {}", run[i], row[i]);
    return out;
}

} // namespace owl
