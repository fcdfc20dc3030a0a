#pragma once
// Numbers as files and typed texts write them, whatever number format the desktop uses.

#include <optional>
#include <string_view>

namespace owl {

/// The whole text as a finite number with a decimal point ('12', '-0.5', '+3', '1e3'); nothing else.
std::optional<double> plainNumber(std::string_view text);

/// Letters, digits and blanks of ASCII: never those of a locale, never a byte of UTF-8.
constexpr bool asciiLetter(char c) {
    return (c >= 'a' && c <= 'z') || (c >= 'A' && c <= 'Z');
}
constexpr bool asciiBlank(char c) {
    return c == ' ' || (c >= '\t' && c <= '\r');
}

} // namespace owl
