#include "measure/number.h"

#include <charconv>
#include <cmath>

namespace owl {

std::optional<double> plainNumber(std::string_view text) {
    if (text.starts_with('+') && !text.starts_with("+-"))
        text.remove_prefix(1);
    double v = 0;
    const auto [end, fault] = std::from_chars(text.data(), text.data() + text.size(), v);
    if (fault != std::errc() || end != text.data() + text.size() || !std::isfinite(v))
        return std::nullopt;
    return v;
}

} // namespace owl
