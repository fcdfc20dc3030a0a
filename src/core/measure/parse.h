#pragma once
// Reads the lengths people type.

#include "measure/format.h"

#include <string>
#include <string_view>
#include <tl/expected.hpp>

namespace owl {

/// Reads what people type for a length: `37 5/8`, `37-5/8"`, `3' 1 5/8`, `956`, `0.956 m`, `95,6 cm`, `1
/// 420`, and sums of these (`5 1/2 + 1/8`). A number without a unit is in `units`; one with a fraction is in
/// inches. Error: one sentence that quotes what was not understood. Results are within +-100 m.
tl::expected<Length, std::string> parseLength(std::string_view text, Units units);

/// Reads a plain number (`12`, `12.5`, `12,5`); the error sentence names `what`. Refuses NaN, infinity, |v| >
/// 1e9.
tl::expected<double, std::string> parseNumber(std::string_view text, std::string_view what);

/// Reads a mass: `12` (kg, or lb in imperial), `12 kg`, `800 g`, `26 lb`, `4 oz`. Result in kg, 0 .. 10 000.
tl::expected<double, std::string> parseMass(std::string_view text, Units units);

} // namespace owl
