#pragma once
// Figures as workings and sentences about strength show them: both units, at most three digits (S12.8).

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <string>

namespace owl::words {

/// At most three digits that count, never an exponent: 0.0123, 2.4, 241, 2410.
inline std::string digits(double v) {
    if (!std::isfinite(v))
        return "without limit";
    if (v == 0)
        return "0";
    const double size = std::abs(v);
    double unit = 0.01; // of the third digit
    int decimals = 2;
    for (double top = 10; size >= top && unit < 1e9; top *= 10) {
        unit *= 10;
        --decimals;
    }
    for (double bottom = 1; size < bottom && decimals < 9; bottom /= 10) {
        unit /= 10;
        ++decimals;
    }
    std::string out = fmt::format("{:.{}f}", std::round(v / unit) * unit, std::max(0, decimals));
    if (out.find('.') != std::string::npos) {
        out.erase(out.find_last_not_of('0') + 1);
        if (out.back() == '.')
            out.pop_back();
    }
    return out;
}

inline std::string N(double v) {
    return fmt::format("{} N ({} lbf)", digits(v), digits(v / 4.4482216));
}
inline std::string mm(double v) {
    return fmt::format("{} mm ({} in)", digits(v), digits(v / 25.4));
}
inline std::string MPa(double v) {
    return fmt::format("{} MPa ({} psi)", digits(v), digits(v / 0.006894757));
}
/// N mm as N m and lb in.
inline std::string Nm(double v) {
    return fmt::format("{} N m ({} lb in)", digits(v / 1000), digits(v / 112.9848));
}
inline std::string percent(double u) {
    return std::isfinite(u) ? fmt::format("{:.0f} %", 100 * u) : "far more than 100 %";
}
/// A place along a piece, to the millimetre.
inline std::string kg(double v) {
    return fmt::format("{} kg ({} lb)", digits(v), digits(v / 0.45359237));
}
inline std::string place(double x) {
    return fmt::format("{:.0f} mm ({:.1f} in)", x, x / 25.4);
}

} // namespace owl::words
