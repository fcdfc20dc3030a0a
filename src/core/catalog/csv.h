#pragma once
#include <string>
#include <vector>

namespace owl {

/// A field of a CSV line: quoted when it holds a comma, a quote or a line break.
std::string csvField(const std::string& text);
/// The fields of one CSV line; quoted fields may hold commas and doubled quotes.
std::vector<std::string> csvFields(const std::string& line);

} // namespace owl
