#pragma once
// What a stud finder wrote down while it was drawn along a wall.

#include <string>
#include <string_view>
#include <tl/expected.hpp>
#include <vector>

namespace owl {

/// Readings along a wall. Positions in mm from the wall's left corner, rising; readings 0 to 100, more where
/// the wall is denser.
struct Trace {
    std::vector<double> at;
    std::vector<double> reading;
    [[nodiscard]] std::size_t size() const { return at.size(); }
    [[nodiscard]] bool empty() const { return at.empty(); }
    [[nodiscard]] double length() const { return empty() ? 0 : at.back() - at.front(); }
    bool operator==(const Trace&) const = default;
};

/// Reads CSV with the header `position_mm,reading`. Error: a sentence with the line and what would be right:
/// no header, a value that is no number, positions that fall, readings outside 0 to 100, positions that
/// cannot be millimetres, more than four million lines.
tl::expected<Trace, std::string> readTraceCsv(std::string_view text, const std::string& file);
/// The same CSV; positions to 0.01 mm, readings to 0.01.
std::string traceCsv(const Trace& trace);

/// A stretch of the wall without readings, mm.
struct TraceGap {
    double from = 0, to = 0;
};

/// A trace on a raster of one millimetre: what estimator and drawing work on.
struct Raster {
    double start = 0;            ///< mm of the first value
    std::vector<double> reading; ///< one a millimetre; means where there are several
    std::vector<TraceGap> gaps;  ///< bridged by a straight line, but not to be trusted
    [[nodiscard]] double at(std::size_t i) const { return start + static_cast<double>(i); }
    /// True when x lies in a gap.
    [[nodiscard]] bool inGap(double x) const;
};
/// Averages or bridges the readings onto the raster. Steps wider than 30 mm and four times the usual step are
/// gaps.
Raster rasterOf(const Trace& trace);
/// Every `step`-th millimetre as the mean of its neighbours: a small copy to keep in the project.
Trace thinned(const Trace& trace, double step);

} // namespace owl
