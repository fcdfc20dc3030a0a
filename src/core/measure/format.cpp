#include "measure/format.h"

#include <array>
#include <cstdlib>
#include <fmt/format.h>
#include <numeric>

namespace owl {
namespace {

const char* const thinSpace = "\u202F";

std::string superscript(std::int64_t n) {
    static const std::array<const char*, 10> digits{"⁰", "¹", "²", "³", "⁴", "⁵", "⁶", "⁷", "⁸", "⁹"};
    std::string out;
    for (char c : std::to_string(n))
        out += digits.at(static_cast<std::size_t>(c - '0'));
    return out;
}

std::string subscript(std::int64_t n) {
    static const std::array<const char*, 10> digits{"₀", "₁", "₂", "₃", "₄", "₅", "₆", "₇", "₈", "₉"};
    std::string out;
    for (char c : std::to_string(n))
        out += digits.at(static_cast<std::size_t>(c - '0'));
    return out;
}

std::string fraction(std::int64_t num, std::int64_t den, bool plain) {
    if (plain)
        return fmt::format("{}/{}", num, den);
    struct Known {
        std::int64_t num, den;
        const char* glyph;
    };
    static const std::array<Known, 7> known{
        {{1, 2, "½"}, {1, 4, "¼"}, {3, 4, "¾"}, {1, 8, "⅛"}, {3, 8, "⅜"}, {5, 8, "⅝"}, {7, 8, "⅞"}}};
    for (const auto& k : known)
        if (k.num == num && k.den == den)
            return k.glyph;
    return superscript(num) + "⁄" + subscript(den);
}

std::string grouped(std::int64_t whole, bool plain) {
    std::string digits = std::to_string(whole);
    if (plain || digits.size() < 4)
        return digits;
    std::string out;
    for (std::size_t i = 0; i < digits.size(); ++i) {
        if (i && (digits.size() - i) % 3 == 0)
            out += thinSpace;
        out += digits[i];
    }
    return out;
}

std::int64_t divideRounded(std::int64_t a, std::int64_t b) {
    return (a + b / 2) / b;
}

std::int64_t stepOf(const NumberStyle& style) {
    return style.units == Units::metric ? 100'000 : 25'400'000 / style.denominator;
}

} // namespace

Length roundToTape(Length value, const NumberStyle& style) {
    const std::int64_t step = stepOf(style);
    const std::int64_t n = divideRounded(std::llabs(value.nm()), step) * step;
    return Length::nm(value.nm() < 0 ? -n : n);
}

Length tapeStep(const NumberStyle& style) {
    return Length::nm(stepOf(style));
}

bool shownExactly(Length value, const NumberStyle& style) {
    return roundToTape(value, style) == value;
}

std::string formatNumber(Length value, const NumberStyle& style) {
    const std::int64_t n = roundToTape(value, style).nm();
    const std::string sign = n < 0 ? (style.plain ? "-" : "−") : "";
    const std::int64_t magnitude = std::llabs(n);
    if (style.units == Units::metric) {
        const std::int64_t tenths = magnitude / 100'000;
        std::string out = sign + grouped(tenths / 10, style.plain);
        if (tenths % 10)
            out += fmt::format("{}{}", style.decimalComma ? ',' : '.', tenths % 10);
        return out;
    }
    const std::int64_t parts = magnitude / (25'400'000 / style.denominator);
    const std::int64_t whole = parts / style.denominator;
    std::int64_t num = parts % style.denominator;
    if (num == 0)
        return sign + std::to_string(whole);
    const std::int64_t g = std::gcd(num, static_cast<std::int64_t>(style.denominator));
    const std::string frac = fraction(num / g, style.denominator / g, style.plain);
    if (whole == 0)
        return sign + frac;
    return sign + std::to_string(whole) + (style.plain ? " " : thinSpace) + frac;
}

std::string formatLength(Length value, const NumberStyle& style) {
    return formatNumber(value, style) + (style.units == Units::metric ? " mm" : " in");
}

std::string formatDecimal(double value, int digits, const NumberStyle& style) {
    std::string out = fmt::format("{:.{}f}", value, digits);
    if (out.find_first_not_of("-0.") == std::string::npos && out.front() == '-')
        out.erase(0, 1);
    if (style.decimalComma)
        for (char& c : out)
            if (c == '.')
                c = ',';
    return out;
}

std::string formatSmall(double mm, const NumberStyle& style) {
    if (mm > 0 && mm < 0.005)
        return style.units == Units::metric ? "< " + formatDecimal(0.01, 2, style) + " mm"
                                            : "< " + formatDecimal(0.001, 3, style) + " in";
    if (style.units == Units::metric)
        return formatDecimal(mm, mm < 1 ? 2 : 1, style) + " mm";
    return formatDecimal(mm / 25.4, mm < 2.54 ? 3 : 2, style) + " in";
}

std::string formatForce(double newton, const NumberStyle& style) {
    const double v = style.units == Units::metric ? newton : newton / 4.4482216;
    return formatDecimal(v, std::abs(v) < 10 ? 1 : 0, style) + (style.units == Units::metric ? " N" : " lbf");
}

std::string formatMass(double kg, const NumberStyle& style) {
    const double v = style.units == Units::metric ? kg : kg / 0.45359237;
    return formatDecimal(v, std::abs(v) < 10 ? 1 : 0, style) + (style.units == Units::metric ? " kg" : " lb");
}

std::string formatLineLoad(double newtonPerMm, const NumberStyle& style) {
    const double kgPerM = newtonPerMm * 1000 / gravity;
    if (style.units == Units::metric)
        return formatDecimal(kgPerM, kgPerM < 10 ? 1 : 0, style) + " kg/m";
    const double lbPerFt = kgPerM * 0.671969;
    return formatDecimal(lbPerFt, lbPerFt < 10 ? 1 : 0, style) + " lb/ft";
}

} // namespace owl
