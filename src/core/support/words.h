#pragma once
// Figures as the workings of a support show them.

#include <fmt/format.h>
#include <string>

namespace owl::words {

inline std::string N(double v) {
    return fmt::format("{:.0f} N", v);
}
inline std::string mm(double v) {
    return fmt::format("{:.4g} mm", v);
}
inline std::string MPa(double v) {
    return fmt::format("{:.3g} MPa", v);
}
inline std::string Nm(double v) {
    return fmt::format("{:.3g} N m", v / 1000);
}

} // namespace owl::words
