#include "measure/one_unit.h"

#include "measure/number.h"

#include <array>
#include <cmath>
#include <fmt/format.h>
#include <optional>
#include <string_view>

namespace owl {
namespace {

bool digit(char c) {
    return c >= '0' && c <= '9';
}

/// Inches in steps that a figure of advice deserves: sixteenths below 25 mm, eighths, halves, whole.
std::string inches(double mm) {
    const double in = mm / 25.4;
    const double step = mm < 25 ? 1.0 / 16 : mm < 80 ? 1.0 / 8 : mm < 300 ? 0.5 : 1;
    NumberStyle s;
    s.units = Units::imperial;
    return formatNumber(Length::mm(std::max(step, std::round(in / step) * step) * 25.4), s);
}

std::string rounded(double v) {
    return v < 10 ? fmt::format("{:g}", std::round(v * 2) / 2) : fmt::format("{:.0f}", v);
}

struct MetricUnit {
    std::string_view name, other;
    std::string (*turn)(double);
};
const std::array<MetricUnit, 6> metricUnits{
    {{"mm", "in", [](double v) { return inches(v); }},
     {"cm", "in", [](double v) { return inches(v * 10); }},
     {"m2", "sq ft", [](double v) { return rounded(v * 10.764); }},
     {"kg", "lb", [](double v) { return rounded(v / 0.45359237); }},
     {"°C", "°F", [](double v) { return fmt::format("{:.0f}", v * 1.8 + 32); }},
     {"m", "ft", [](double v) { return rounded(v * 3.28084); }}}};

/// Walks through a text and rewrites what it finds.
class Rewriter {
  public:
    Rewriter(std::string_view text, Units units) : in_(text), units_(units) {}

    std::string run() {
        while (at_ < in_.size())
            if (!digit(in_[at_]) || (at_ > 0 && wordBefore()) || !figure())
                out_ += in_[at_++];
        return std::move(out_);
    }

  private:
    /// 'P220' and '1/2' are no figures with units of their own.
    [[nodiscard]] bool wordBefore() const {
        const char c = in_[at_ - 1];
        return digit(c) || asciiLetter(c) || c == '/' || c == '.' || c == ',' || c == '#';
    }

    std::optional<double> number(std::size_t& at) const {
        const std::size_t start = at;
        while (at < in_.size() &&
               (digit(in_[at]) || (in_[at] == '.' && at + 1 < in_.size() && digit(in_[at + 1]))))
            ++at;
        return plainNumber(in_.substr(start, at - start));
    }
    static bool takes(std::string_view rest, std::string_view word) { return rest.starts_with(word); }

    /// A figure with its unit here, turned into words; false: there is none.
    bool figure() {
        std::size_t at = at_;
        const auto first = number(at);
        if (!first)
            return false;
        std::optional<double> second;
        std::string_view between;
        for (std::string_view dash : {std::string_view("-"), std::string_view("–"), std::string_view(" to "),
                                      std::string_view(" and ")})
            if (takes(in_.substr(at), dash) && at + dash.size() < in_.size() &&
                digit(in_[at + dash.size()])) {
                std::size_t next = at + dash.size();
                second = number(next);
                between = dash;
                at = next;
                break;
            }
        for (std::string_view gap :
             {std::string_view(" "), std::string_view("\u202F"), std::string_view("\u00A0")})
            if (takes(in_.substr(at), gap)) {
                at += gap.size();
                break;
            }
        if (units_ == Units::metric && inchesHere(*first, second, between, at))
            return true;
        for (const auto& u : metricUnits) {
            if (!takes(in_.substr(at), u.name))
                continue;
            const std::size_t end = at + u.name.size();
            if (end < in_.size() && (asciiLetter(in_[end]) || digit(in_[end])))
                continue;
            write(u, *first, second, between, end);
            return true;
        }
        return false;
    }

    /// '57-60 in' for a book in millimetres, to 10 mm. 'in' is also a word: only at the end of a clause it is
    /// inches.
    bool inchesHere(double first, std::optional<double> second, std::string_view between, std::size_t at) {
        if (!takes(in_.substr(at), "in") ||
            (at + 2 < in_.size() && (asciiLetter(in_[at + 2]) || in_[at + 2] == ' ')))
            return false;
        const auto mm = [](double in) { return fmt::format("{:.0f}", std::round(in * 2.54) * 10); };
        out_ += mm(first) + (second ? std::string(between) + mm(*second) : std::string()) + " mm";
        at_ = at + 2;
        return true;
    }

    /// Either the metric figure as it stands or its other form; a pair 'X mm (Y in)' keeps one half.
    void write(const MetricUnit& u, double first, std::optional<double> second, std::string_view between,
               std::size_t end) {
        std::string_view other;
        std::size_t after = end;
        if (takes(in_.substr(end), " (")) {
            const auto close = in_.find(')', end);
            const std::string_view inside =
                close == std::string_view::npos ? std::string_view() : in_.substr(end + 2, close - end - 2);
            if (inside.ends_with(" in") || inside.ends_with(" lb") || inside.ends_with(" lbf") ||
                inside.ends_with(" ft")) {
                other = inside;
                after = close + 1;
            }
        }
        if (units_ == Units::metric)
            out_ += in_.substr(at_, end - at_);
        else if (!other.empty())
            out_ += other;
        else
            out_ += u.turn(first) + (second ? std::string(between) + u.turn(*second) : std::string()) + " " +
                    std::string(u.other);
        at_ = after;
    }

    std::string_view in_;
    Units units_;
    std::size_t at_ = 0;
    std::string out_;
};

} // namespace

std::string inOneUnit(const std::string& text, Units units) {
    return Rewriter(text, units).run();
}

} // namespace owl
