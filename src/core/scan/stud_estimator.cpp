#include "scan/stud_estimator.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <fmt/format.h>
#include <numbers>

namespace owl {
namespace {

// Shares of the usual stud's width and strength that part the kinds of bump.
constexpr double narrow = 0.68, narrowAlone = 0.78, twice = 1.55, wider = 2.6; // of its width
constexpr double cornerStud = 0.8;          // at least so much of it must be seen at an end
constexpr double weak = 0.45, metal = 1.55; // of its height
constexpr double narrowStud = 36;           // mm
constexpr double faint = 6;                 // below this many deviations it is no bump

constexpr std::array oddNames{"pipe", "metal",  "doubled", "alone",     "missing", "wide",
                              "weak", "corner", "gap",     "high_wall", "no_stud"};

double median(std::vector<double> v, double otherwise) {
    if (v.empty())
        return otherwise;
    const auto mid = v.begin() + static_cast<std::ptrdiff_t>(v.size() / 2);
    std::nth_element(v.begin(), mid, v.end());
    return *mid;
}

class Estimator {
  public:
    Estimator(const Trace& trace, double cover)
        : raster_(rasterOf(trace)), survey_(surveyBumps(trace, raster_, cover)),
          step_(trace.size() < 2 ? 0 : trace.length() / static_cast<double>(trace.size() - 1)) {}

    StudEstimate run() {
        out_.noise = survey_.noise;
        if (raster_.reading.empty())
            return std::move(out_);
        std::erase_if(survey_.bumps, [](const Bump& b) { return b.signal < faint; });
        usual();
        for (const auto& b : survey_.bumps)
            classify(b);
        missing();
        wholeWall();
        const auto byPlace = [](const auto& x, const auto& y) { return x.left < y.left; };
        std::stable_sort(out_.studs.begin(), out_.studs.end(), byPlace);
        std::stable_sort(out_.odd.begin(), out_.odd.end(), byPlace);
        return std::move(out_);
    }

  private:
    [[nodiscard]] double from() const { return raster_.start; }
    [[nodiscard]] double to() const { return raster_.at(raster_.reading.size() - 1); }

    /// The usual stud of this wall: its width and height, first from all bumps that could be one, then from
    /// those on the spacing they reveal.
    void usual() {
        std::vector<const Bump*> likely;
        for (const auto& b : survey_.bumps)
            if (b.width() >= 12 && b.width() <= 72 && !b.cutOff)
                likely.push_back(&b);
        for (int again = 0; again < 2; ++again) {
            std::vector<double> widths;
            std::vector<double> heights;
            for (const auto* b : likely) {
                widths.push_back(b->width());
                heights.push_back(b->height);
            }
            width_ = median(std::move(widths), 38);
            height_ = median(std::move(heights), 0);
            if (again)
                return;
            std::vector<double> centres;
            for (const auto* b : likely)
                if (b->height > weak * height_ && b->width() > narrow * width_)
                    centres.push_back(b->centre());
            out_.spacing = fitSpacing(centres, from(), to());
            if (!out_.spacing)
                return;
            std::erase_if(likely, [this](const Bump* b) { return !onLine(b->centre()); });
        }
    }

    /// mm from the nearest line of the spacing.
    [[nodiscard]] double offLine(double x) const {
        const double s = out_.spacing->spacing;
        return std::abs(x - out_.spacing->offset - std::round((x - out_.spacing->offset) / s) * s);
    }
    [[nodiscard]] bool onLine(double x) const { return out_.spacing && offLine(x) <= studLineSlack; }

    void odd(OddKind kind, const Bump& b) { out_.odd.push_back({kind, b.centre(), b.left, b.right}); }

    /// `trust`: how far the kind of bump is to be believed.
    void stud(const Bump& b, double left, double right, double trust) {
        StudReading s;
        s.left = left;
        s.right = right;
        s.centre = (left + right) / 2;
        s.onSpacing = onLine(s.centre);
        // No fit is better than a millimetre, nor than the steps in which the finder was read.
        const double error = std::hypot(b.centreError, 1.0, 0.2 * step_);
        const double placed = std::erf(6 / (std::numbers::sqrt2 * error));
        const double seen = 1 - std::exp(-b.signal / 5);
        const double like = std::exp(-0.5 * std::pow(std::log((right - left) / width_) / 0.35, 2));
        const double spaced = !out_.spacing ? 0.93 : s.onSpacing ? 0.995 : 0.6;
        s.confidence = std::round(100 * trust * placed * seen * like * spaced) / 100;
        out_.studs.push_back(s);
    }

    void classify(const Bump& b) {
        const double w = b.width() / width_;
        const double h = height_ > 0 ? b.height / height_ : 1;
        const bool line = onLine(b.centre());
        const bool end = b.left < from() + 25 || b.right > to() - 25;
        // A rounded signal fits narrower than its stud: two real studs are never taken for a post.
        if (b.width() > wider * std::max(width_, narrowStud) || (w > twice && end) || b.cutOff) {
            odd(end ? OddKind::corner : h > metal ? OddKind::metal : OddKind::wide, b);
            if (b.cutOff && w > cornerStud && w < twice && h < metal) // a stud that stands in the corner
                stud(b, b.left, b.right, 0.6);
            return;
        }
        if (h > metal) {
            odd(OddKind::metal, b);
            if (w > narrow && w < twice && line) // a plate on a stud
                stud(b, b.left, b.right, 0.85);
            return;
        }
        if (w > twice && h < weak) {
            odd(OddKind::weak, b);
            return;
        }
        if (w > twice) {
            odd(OddKind::doubled, b);
            stud(b, b.left, b.centre(), 0.9);
            stud(b, b.centre(), b.right, 0.9);
            return;
        }
        if (w < (line ? narrow : narrowAlone)) {
            odd(h < weak ? OddKind::weak : OddKind::pipe, b);
            if (w > 0.55 && line && h > 0.6)
                stud(b, b.left, b.right, 0.6);
            return;
        }
        if (h < weak) {
            odd(OddKind::weak, b);
            if (line)
                stud(b, b.left, b.right, 0.5);
            return;
        }
        if (out_.spacing && !line)
            odd(OddKind::alone, b);
        stud(b, b.left, b.right, 1);
    }

    void missing() {
        for (const auto& g : raster_.gaps)
            out_.odd.push_back({OddKind::gap, (g.from + g.to) / 2, g.from, g.to});
        if (!out_.spacing)
            return;
        const auto [s, offset] = std::pair(out_.spacing->spacing, out_.spacing->offset);
        for (double x = offset + std::ceil((from() + 60 - offset) / s) * s; x <= to() - 60; x += s) {
            const bool seen = std::any_of(survey_.bumps.begin(), survey_.bumps.end(),
                                          [x](const Bump& b) { return b.left - 25 < x && b.right + 25 > x; });
            if (!seen && !raster_.inGap(x))
                out_.odd.push_back({OddKind::missing, x, x - width_ / 2, x + width_ / 2});
        }
    }

    void wholeWall() {
        if (out_.studs.empty())
            out_.odd.push_back({OddKind::nothing, (from() + to()) / 2, from(), to()});
        if (survey_.level > 60)
            out_.odd.push_back({OddKind::highWall, (from() + to()) / 2, from(), to()});
    }

    Raster raster_;
    BumpSurvey survey_;
    StudEstimate out_;
    double step_ = 0; ///< mm between readings
    double width_ = 38, height_ = 0;
};

} // namespace

const char* oddKindName(OddKind kind) {
    return oddNames.at(static_cast<std::size_t>(kind));
}

OddKind oddKindFrom(const std::string& name) {
    const auto it = std::find(oddNames.begin(), oddNames.end(), name);
    return it == oddNames.end() ? OddKind::weak : static_cast<OddKind>(it - oddNames.begin());
}

StudEstimate estimateStuds(const Trace& trace, double cover) {
    return Estimator(trace, cover).run();
}

std::string oddText(const OddSignal& odd, const NumberStyle& style) {
    const auto say = [&](double mm) { return formatLength(roundToTape(Length::mm(mm), style), style); };
    const std::string at = say(odd.at);
    const std::string wide = say(odd.right - odd.left);
    switch (odd.kind) {
    case OddKind::pipe:
        return fmt::format("Narrow signal at {}, {} wide: may be a pipe or a cable. Keep clear of it; probe "
                           "with a thin nail before anything else goes in.",
                           at, wide);
    case OddKind::metal:
        return fmt::format(
            "Much stronger than wood at {}: a nail plate, a duct or a pipe. Plates guard cables: "
            "scan above and below, and do not drill here.",
            at);
    case OddKind::doubled:
        return fmt::format(
            "Twice as wide at {}: two studs side by side. Either holds; drill in the middle of "
            "one, not where they meet.",
            at);
    case OddKind::alone:
        return fmt::format("Alone between the others' spacing at {}: may be a pipe; probe with a thin nail "
                           "first.",
                           at);
    case OddKind::missing:
        return fmt::format("The spacing of the others expects a stud at {}, and the trace shows none there.",
                           at);
    case OddKind::wide:
        return fmt::format(
            "Wider than two studs at {} ({}): a post, a header or a duct. Probe before you trust "
            "it.",
            at, wide);
    case OddKind::weak:
        return fmt::format("Far weaker than the others at {}: a noggin's end, a batten or filler. Probe it.",
                           at);
    case OddKind::corner:
        return fmt::format(
            "At the end of the trace, {} wide: corners are built of several studs. Do not count "
            "the spacing from here.",
            wide);
    case OddKind::gap:
        return fmt::format("No readings from {} to {}: scan this stretch again.", say(odd.left),
                           say(odd.right));
    case OddKind::highWall:
        return "The wall reads high everywhere: foil, tiles, wet plaster or lath. Find the screws of the "
               "board "
               "with a magnet and measure from the corners.";
    case OddKind::nothing:
        return "No stud shows in this trace. Scan more slowly, or find the screws of the board with a "
               "magnet.";
    }
    return {};
}

nlohmann::ordered_json estimateJson(const StudEstimate& estimate, const NumberStyle& style) {
    const auto tenth = [](double v) { return std::round(v * 10) / 10; };
    nlohmann::ordered_json out{{"studs", nlohmann::ordered_json::array()},
                               {"odd", nlohmann::ordered_json::array()}};
    for (const auto& s : estimate.studs)
        out["studs"].push_back({{"left_mm", tenth(s.left)},
                                {"right_mm", tenth(s.right)},
                                {"centre_mm", tenth(s.centre)},
                                {"confidence", s.confidence}});
    for (const auto& o : estimate.odd)
        out["odd"].push_back(
            {{"at_mm", tenth(o.at)}, {"kind", oddKindName(o.kind)}, {"text", oddText(o, style)}});
    out["spacing_mm"] =
        estimate.spacing ? nlohmann::ordered_json(estimate.spacing->spacing) : nlohmann::ordered_json();
    out["noise"] = tenth(estimate.noise);
    return out;
}

} // namespace owl
