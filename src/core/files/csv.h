#pragma once
// Tables as text (RFC 4180): quoted where the standard asks, harmless in a spreadsheet, read back as they
// were.

#include <string>
#include <string_view>
#include <tl/expected.hpp>
#include <vector>

namespace owl {

/// A number or a measure as a field: quoted when it holds the separator, a quote or a line break.
std::string csvField(const std::string& text, char separator = ',');
/// Words as a field. A spreadsheet reckons with what begins with = + - or @; an apostrophe before it says
/// that it is text, and csvRead() takes it away again.
std::string csvWords(const std::string& text, char separator = ',');
/// What csvWords() wrote, as it was.
std::string csvRead(const std::string& field);

struct CsvRow {
    int line = 0; ///< where it begins, from 1
    std::vector<std::string> fields;
};
/// All rows but empty ones. Quoted fields may hold separators, line breaks and doubled quotes; a mark of
/// UTF-8 at the front is no part of the first field. Error: a sentence with the line: a quote that does not
/// end, more than `mostCsvRows` rows.
tl::expected<std::vector<CsvRow>, std::string> readCsv(std::string_view text, char separator = ',');
inline constexpr std::size_t mostCsvRows = 100'000;

} // namespace owl
