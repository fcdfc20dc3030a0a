#include "scan/trace.h"

#include "measure/number.h"
#include "measure/words.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <optional>

namespace owl {
namespace {

constexpr std::size_t mostLines = 4'000'000;
constexpr double longestWall = 30'000; // mm; what a project's wall may have
constexpr std::string_view traceHeader = "position_mm,reading";

std::string_view trimmed(std::string_view s) {
    constexpr std::string_view blank = " \t\r";
    const auto a = s.find_first_not_of(blank);
    if (a == std::string_view::npos)
        return {};
    return s.substr(a, s.find_last_not_of(blank) - a + 1);
}

std::optional<double> number(std::string_view word) {
    return plainNumber(trimmed(word));
}

/// Walks over the lines of a text without copying it.
class Lines {
  public:
    explicit Lines(std::string_view text) : rest_(text) {}
    bool next(std::string_view& line) {
        if (rest_.empty())
            return false;
        const auto end = rest_.find('\n');
        line = trimmed(rest_.substr(0, end));
        rest_.remove_prefix(end == std::string_view::npos ? rest_.size() : end + 1);
        ++number_;
        return true;
    }
    [[nodiscard]] std::size_t number() const { return number_; }

  private:
    std::string_view rest_;
    std::size_t number_ = 0;
};

std::string unlikelyUnits(const Trace& t, const std::string& file) {
    if (t.size() < 2)
        return fmt::format("{}: it has {} readings; a scan needs at least two.", file, t.size());
    if (t.length() < 200)
        return fmt::format(
            "{}: it covers {:.4g} mm only. If the positions are in inches or metres, give them "
            "in millimetres.",
            file, t.length());
    return {};
}

} // namespace

tl::expected<Trace, std::string> readTraceCsv(std::string_view text, const std::string& file) {
    if (text.starts_with("\xEF\xBB\xBF"))
        text.remove_prefix(3);
    Lines lines(text);
    std::string_view line;
    const auto wrong = [&](const std::string& what) {
        return tl::unexpected(fmt::format("{}: line {}: {}", file, lines.number(), what));
    };
    while (lines.next(line) && line.empty()) {
    }
    std::string bare; // blanks and quotes do no harm
    for (char c : line)
        if (c != ' ' && c != '"' && c != '\t')
            bare += c;
    if (bare != traceHeader)
        return tl::unexpected(text.empty() ? file + ": the file is empty."
                                           : fmt::format("{}: the first line must be \"{}\"; it is \"{}\".",
                                                         file, traceHeader, shortened(line)));
    Trace t;
    while (lines.next(line)) {
        if (line.empty())
            continue;
        const auto comma = line.find(',');
        const auto x = number(line.substr(0, comma));
        const auto r = comma == std::string_view::npos ? std::nullopt : number(line.substr(comma + 1));
        if (!x || !r)
            return wrong(
                fmt::format("\"{}\" is not a position and a reading such as 402.5,37.1.", shortened(line)));
        if (*x < -1000 || *x > longestWall)
            return wrong(fmt::format("a position of {} mm lies outside any wall; one is at most {:g} m long.",
                                     *x, longestWall / 1000));
        if (!t.empty() && *x < t.at.back())
            return wrong(
                fmt::format("the position falls from {:g} to {:g}; they must rise.", t.at.back(), *x));
        if (*r < -0.5 || *r > 100.5)
            return wrong(fmt::format("the reading {:g} is outside 0 to 100.", *r));
        if (t.size() >= mostLines)
            return wrong("more than four million readings.");
        t.at.push_back(*x);
        t.reading.push_back(std::clamp(*r, 0.0, 100.0));
    }
    if (const std::string why = unlikelyUnits(t, file); !why.empty())
        return tl::unexpected(why);
    return t;
}

std::string traceCsv(const Trace& trace) {
    std::string out(traceHeader);
    out += '\n';
    for (std::size_t i = 0; i < trace.size(); ++i)
        out += fmt::format("{},{}\n", std::round(trace.at[i] * 100) / 100,
                           std::round(trace.reading[i] * 100) / 100);
    return out;
}

bool Raster::inGap(double x) const {
    return std::any_of(gaps.begin(), gaps.end(), [x](const TraceGap& g) { return x > g.from && x < g.to; });
}

Raster rasterOf(const Trace& trace) {
    Raster out;
    if (trace.size() < 2)
        return out;
    out.start = std::floor(trace.at.front() + 0.5);
    const auto bin = [&](double x) { return static_cast<std::size_t>(std::floor(x - out.start + 0.5)); };
    const std::size_t n = bin(trace.at.back()) + 1;
    std::vector<double> sum(n, 0);
    std::vector<int> count(n, 0);
    for (std::size_t i = 0; i < trace.size(); ++i) {
        const std::size_t k = bin(trace.at[i]);
        sum[k] += trace.reading[i];
        ++count[k];
    }
    std::vector<double> steps;
    for (std::size_t i = 1; i < trace.size(); ++i)
        steps.push_back(trace.at[i] - trace.at[i - 1]);
    std::nth_element(steps.begin(), steps.begin() + static_cast<std::ptrdiff_t>(steps.size() / 2),
                     steps.end());
    const double tooWide = std::max(30.0, 4 * steps[steps.size() / 2]);
    out.reading.assign(n, 0);
    std::size_t last = 0; // the first and the last bin hold a reading by construction
    for (std::size_t k = 0; k < n; ++k) {
        if (count[k] == 0)
            continue;
        out.reading[k] = sum[k] / count[k];
        const double rise = out.reading[k] - out.reading[last];
        for (std::size_t b = last + 1; b < k; ++b)
            out.reading[b] =
                out.reading[last] + rise * static_cast<double>(b - last) / static_cast<double>(k - last);
        if (static_cast<double>(k - last) > tooWide)
            out.gaps.push_back({out.at(last), out.at(k)});
        last = k;
    }
    return out;
}

Trace thinned(const Trace& trace, double step) {
    const Raster r = rasterOf(trace);
    const auto stride = static_cast<std::size_t>(std::max(1.0, std::round(step)));
    Trace out;
    for (std::size_t i = 0; i < r.reading.size(); i += stride) {
        double sum = 0;
        const std::size_t end = std::min(r.reading.size(), i + stride);
        for (std::size_t k = i; k < end; ++k)
            sum += r.reading[k];
        out.at.push_back(r.at(i) + static_cast<double>(end - i - 1) / 2);
        out.reading.push_back(std::round(10 * sum / static_cast<double>(end - i)) / 10);
    }
    return out;
}

} // namespace owl
