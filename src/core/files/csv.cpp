#include "files/csv.h"

#include <fmt/format.h>

namespace owl {
namespace {

/// Where the words begin behind apostrophes, and whether a spreadsheet would reckon with them.
bool looksLikeFormula(std::string_view text) {
    const auto at = text.find_first_not_of('\'');
    return at != std::string_view::npos &&
           std::string_view("=+-@\t\r").find(text[at]) != std::string_view::npos;
}

} // namespace

std::string csvField(const std::string& text, char separator) {
    if (text.find(separator) == std::string::npos && text.find_first_of("\"\n\r") == std::string::npos)
        return text;
    std::string out(1, '"');
    for (char c : text) {
        if (c == '"')
            out.push_back('"');
        out.push_back(c);
    }
    out.push_back('"');
    return out;
}

// One apostrophe more than there is: '=1 is written ''=1, so that what is read back is never in doubt.
std::string csvWords(const std::string& text, char separator) {
    return csvField(looksLikeFormula(text) ? "'" + text : text, separator);
}

std::string csvRead(const std::string& field) {
    return field.starts_with('\'') && looksLikeFormula(field) ? field.substr(1) : field;
}

tl::expected<std::vector<CsvRow>, std::string> readCsv(std::string_view text, char separator) {
    if (text.starts_with("\xEF\xBB\xBF"))
        text.remove_prefix(3);
    std::vector<CsvRow> rows;
    CsvRow row{1, std::vector<std::string>(1)};
    int line = 1;
    int openedAt = 0; // line of the quote that is open; 0: none is
    const auto end = [&] {
        if (row.fields.size() > 1 || !row.fields.front().empty())
            rows.push_back(std::move(row));
        row = {line, std::vector<std::string>(1)};
    };
    for (std::size_t i = 0; i < text.size(); ++i) {
        const char c = text[i];
        line += c == '\n';
        if (openedAt != 0) {
            if (c != '"')
                row.fields.back().push_back(c);
            else if (i + 1 < text.size() && text[i + 1] == '"')
                row.fields.back().push_back(text[++i]);
            else
                openedAt = 0;
        } else if (c == '"' && row.fields.back().empty()) {
            openedAt = line;
        } else if (c == separator) {
            row.fields.emplace_back();
        } else if (c == '\n') {
            end();
            if (rows.size() > mostCsvRows)
                return tl::unexpected(fmt::format("line {}: there are more than {} rows", line, mostCsvRows));
        } else if (c != '\r' || i + 1 == text.size() || text[i + 1] != '\n') {
            row.fields.back().push_back(c);
        }
    }
    if (openedAt != 0)
        return tl::unexpected(fmt::format("line {}: a quote begins there and does not end", openedAt));
    end();
    return rows;
}

} // namespace owl
