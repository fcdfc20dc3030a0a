#include "measure/parse.h"

#include "measure/number.h"
#include "measure/words.h"

#include <array>
#include <cmath>
#include <fmt/format.h>
#include <optional>
#include <vector>

namespace owl {
namespace {

constexpr std::int64_t inchNm = 25'400'000;
constexpr double limitMm = 100'000;

/// Replaces the typographic forms of primes, fractions, minus signs and spaces by ASCII.
std::string toAscii(std::string_view in) {
    static const std::vector<std::pair<std::string_view, std::string_view>> forms{
        {"½", " 1/2"}, {"¼", " 1/4"}, {"¾", " 3/4"}, {"⅛", " 1/8"},   {"⅜", " 3/8"},   {"⅝", " 5/8"},
        {"⅞", " 7/8"}, {"′", "'"},    {"’", "'"},    {"″", "\""},     {"”", "\""},     {"“", "\""},
        {"−", "-"},    {"–", "-"},    {"⁄", "/"},    {"\u202F", " "}, {"\u00A0", " "}, {"\u2009", " "},
        {"\t", " "},   {"''", "\""},  {"⁰", "0"},    {"¹", "1"},      {"²", "2"},      {"³", "3"},
        {"⁴", "4"},    {"⁵", "5"},    {"⁶", "6"},    {"⁷", "7"},      {"⁸", "8"},      {"⁹", "9"},
        {"₀", "0"},    {"₁", "1"},    {"₂", "2"},    {"₃", "3"},      {"₄", "4"},      {"₅", "5"},
        {"₆", "6"},    {"₇", "7"},    {"₈", "8"},    {"₉", "9"}};
    std::string out;
    while (!in.empty()) {
        bool hit = false;
        for (const auto& [from, to] : forms) {
            if (in.starts_with(from)) {
                out += to;
                in.remove_prefix(from.size());
                hit = true;
                break;
            }
        }
        if (!hit) {
            out += in.front();
            in.remove_prefix(1);
        }
    }
    return out;
}

struct Unit {
    std::string_view name;
    double mm;
};
constexpr std::array<Unit, 16> unitTable{{{"millimetres", 1},
                                          {"millimeters", 1},
                                          {"mm", 1},
                                          {"centimetres", 10},
                                          {"centimeters", 10},
                                          {"cm", 10},
                                          {"metres", 1000},
                                          {"meters", 1000},
                                          {"m", 1000},
                                          {"inches", 25.4},
                                          {"inch", 25.4},
                                          {"in", 25.4},
                                          {"\"", 25.4},
                                          {"feet", 304.8},
                                          {"ft", 304.8},
                                          {"'", 304.8}}};

/// One measurement after another out of a typed text.
class Reader {
  public:
    Reader(std::string text, Units units) : text_(std::move(text)), units_(units) {}

    tl::expected<Length, std::string> sum() {
        bool any = false;
        std::int64_t total = 0;
        int sign = 1;
        skip();
        if (take('-'))
            sign = -1;
        else
            take('+');
        for (;;) {
            auto term = measurement();
            if (!term)
                return tl::unexpected(term.error());
            total += sign * term->nm();
            any = true;
            skip();
            if (done())
                break;
            if (take('+'))
                sign = 1;
            else if (take('-'))
                sign = -1;
            else
                return fail(rest());
        }
        if (!any || std::llabs(total) > static_cast<std::int64_t>(limitMm * 1e6))
            return tl::unexpected(std::string("that is more than 100 m"));
        return Length::nm(total);
    }

  private:
    [[nodiscard]] bool done() const { return at_ >= text_.size(); }
    [[nodiscard]] char peek(std::size_t ahead = 0) const {
        return at_ + ahead < text_.size() ? text_[at_ + ahead] : '\0';
    }
    void skip() {
        while (peek() == ' ')
            ++at_;
    }
    bool take(char c) {
        skip();
        if (peek() != c)
            return false;
        ++at_;
        return true;
    }
    [[nodiscard]] std::string rest() const { return text_.substr(at_); }
    static tl::unexpected<std::string> fail(const std::string& what) {
        return tl::unexpected(what.empty() ? "a number is missing"
                                           : fmt::format("'{}' was not understood", shortened(what)));
    }
    static bool digit(char c) { return c >= '0' && c <= '9'; }

    std::optional<std::string> digits() {
        std::string out;
        while (digit(peek()))
            out += text_[at_++];
        return out.empty() ? std::nullopt : std::optional(out);
    }

    struct Number {
        double value = 0;     ///< whole and decimals
        std::int64_t num = 0; ///< a fraction beside it
        std::int64_t den = 1;
        bool fraction = false;
    };

    std::optional<std::pair<std::int64_t, std::int64_t>> fractionHere() {
        const std::size_t start = at_;
        const auto num = digits();
        if (num && num->size() < 6 && peek() == '/') {
            ++at_;
            const auto den = digits();
            if (den && den->size() < 6 && std::stoll(*den) > 0)
                return std::pair(std::stoll(*num), std::stoll(*den));
        }
        at_ = start;
        return std::nullopt;
    }

    std::optional<Number> number() {
        skip();
        Number n;
        if (const auto f = fractionHere()) {
            n.num = f->first;
            n.den = f->second;
            n.fraction = true;
            return n;
        }
        auto whole = digits();
        if (whole && units_ == Units::metric)
            groups(*whole);
        std::string text = whole.value_or("");
        if ((peek() == '.' || peek() == ',') && (digit(peek(1)) || whole)) {
            ++at_;
            const auto decimals = digits();
            if (!whole && !decimals)
                return std::nullopt;
            text = whole.value_or("0") + "." + decimals.value_or("0");
        } else if (!whole) {
            return std::nullopt;
        }
        if (text.size() > 18)
            return std::nullopt;
        n.value = plainNumber(text).value_or(0);
        mixed(n);
        return n;
    }

    /// '1 420': groups of exactly three digits after a space belong to the same number.
    void groups(std::string& whole) {
        while (whole.size() <= 9 && peek() == ' ' && digit(peek(1)) && digit(peek(2)) && digit(peek(3)) &&
               !digit(peek(4)) && peek(4) != '/' && peek(4) != '\'' && peek(4) != '"') {
            whole += text_.substr(at_ + 1, 3);
            at_ += 4;
        }
    }

    /// '37 5/8' and '37-5/8': a fraction right behind a whole number.
    void mixed(Number& n) {
        const std::size_t start = at_;
        if (peek() == '-' && digit(peek(1)))
            ++at_;
        else
            skip();
        const auto f = fractionHere();
        if (f && f->first < f->second) {
            n.num = f->first;
            n.den = f->second;
            n.fraction = true;
        } else {
            at_ = start;
        }
    }

    const Unit* unit() {
        const std::size_t start = at_;
        skip();
        for (const auto& u : unitTable) {
            if (text_.compare(at_, u.name.size(), u.name) != 0)
                continue;
            const char after = peek(u.name.size());
            const bool word = asciiLetter(u.name.back());
            if (word && asciiLetter(after))
                continue;
            at_ += u.name.size();
            return &u;
        }
        at_ = start;
        return nullptr;
    }

    tl::expected<Length, std::string> measurement() {
        skip();
        const std::size_t start = at_;
        const auto n = number();
        if (!n)
            return fail(text_.substr(start));
        const Unit* u = unit();
        skip();
        if (!u && asciiLetter(peek()))
            return unknownUnit(*n);
        auto first = length(*n, u);
        if (!first || !u || u->mm != 304.8)
            return first;
        if (!digit(peek()))
            return first; // feet alone
        const auto inches = number();
        if (!inches)
            return fail(rest());
        const Unit* second = unit();
        if (second && second->mm != 25.4)
            return fail(text_.substr(start));
        static constexpr Unit inchUnit{"in", 25.4};
        auto more = length(*inches, &inchUnit);
        if (!more)
            return more;
        return *first + *more;
    }

    tl::expected<Length, std::string> length(const Number& n, const Unit* u) const {
        double mm = u ? u->mm : (units_ == Units::metric && !n.fraction ? 1.0 : 25.4);
        if (!std::isfinite(n.value) || n.value * mm > limitMm)
            return tl::unexpected(std::string("that is more than 100 m"));
        std::int64_t nm = std::llround(n.value * mm * 1e6);
        const auto unitNm = static_cast<std::int64_t>(std::llround(mm * 1e6));
        nm += (n.num * unitNm + n.den / 2) / n.den;
        static_assert(inchNm % 64 == 0);
        return Length::nm(nm);
    }

    tl::expected<Length, std::string> unknownUnit(const Number&) const {
        const std::string word = rest();
        for (const auto& u : unitTable)
            if (u.name.size() > 1 && word.starts_with(u.name))
                return tl::unexpected(fmt::format("'{}' is not a unit; did you mean '{}'?", word, u.name));
        return tl::unexpected(fmt::format("'{}' is not a unit of length; use mm, cm, m, in or ft", word));
    }

    std::string text_;
    Units units_;
    std::size_t at_ = 0;
};

std::string trimmed(std::string_view s) {
    while (!s.empty() && asciiBlank(s.front()))
        s.remove_prefix(1);
    while (!s.empty() && asciiBlank(s.back()))
        s.remove_suffix(1);
    return std::string(s);
}

} // namespace

tl::expected<Length, std::string> parseLength(std::string_view text, Units units) {
    const std::string clean = trimmed(toAscii(text));
    if (clean.empty())
        return tl::unexpected(std::string("A length is missing."));
    if (clean.size() > 80)
        return tl::unexpected(std::string("That is too long to be a length."));
    auto result = Reader(clean, units).sum();
    if (!result)
        return tl::unexpected(
            fmt::format("\"{}\" is not a length: {}.", shortened(trimmed(text)), result.error()));
    return result;
}

tl::expected<double, std::string> parseNumber(std::string_view text, std::string_view what) {
    std::string clean = trimmed(toAscii(text));
    std::string compact;
    for (char c : clean)
        if (c != ' ')
            compact += c == ',' ? '.' : c;
    const bool plain = compact.find_first_not_of("0123456789.-+") == std::string::npos;
    const auto v = plain ? plainNumber(compact) : std::nullopt;
    if (!v || std::abs(*v) > 1e9)
        return tl::unexpected(fmt::format("\"{}\" is not a number for {}.", shortened(trimmed(text)), what));
    return *v;
}

tl::expected<double, std::string> parseMass(std::string_view text, Units units) {
    std::string clean = trimmed(toAscii(text));
    double factor = units == Units::metric ? 1.0 : 0.45359237;
    static constexpr std::array<std::pair<std::string_view, double>, 5> masses{
        {{"kg", 1.0}, {"lbs", 0.45359237}, {"lb", 0.45359237}, {"oz", 0.028349523125}, {"g", 0.001}}};
    for (const auto& [name, f] : masses) {
        if (clean.size() > name.size() && clean.ends_with(name)) {
            clean.erase(clean.size() - name.size());
            factor = f;
            break;
        }
    }
    const auto v = parseNumber(clean, "a mass");
    if (!v || *v < 0 || *v * factor > 10'000)
        return tl::unexpected(fmt::format("\"{}\" is not a mass; type for example '12 kg' or '26 lb'.",
                                          shortened(trimmed(text))));
    return *v * factor;
}

} // namespace owl
