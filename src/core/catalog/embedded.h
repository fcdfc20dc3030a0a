#pragma once
#include <string_view>

namespace owl {
/// The text of a file of data/ as it travels in the program; null for an unknown name.
const char* embeddedFile(std::string_view name);
} // namespace owl
