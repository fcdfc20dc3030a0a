// The command catalog: a subject of the reference data, as JSON or CSV.
#include "cli/command.h"

#include "catalog/catalog.h"
#include "files/csv.h"

#include <algorithm>

namespace owl::cli {
namespace {

std::string csvCell(const nlohmann::ordered_json& v) {
    return v.is_string() ? csvWords(v.get<std::string>()) : csvField(v.dump());
}

void printCsv(const nlohmann::ordered_json& subject, std::ostream& out) {
    std::vector<std::string> columns;
    for (const auto& row : subject.at("rows"))
        for (const auto& [key, value] : row.items())
            if (std::find(columns.begin(), columns.end(), key) == columns.end())
                columns.push_back(key);
    for (std::size_t i = 0; i < columns.size(); ++i)
        out << (i ? "," : "") << columns[i];
    out << "\n";
    for (const auto& row : subject.at("rows")) {
        for (std::size_t i = 0; i < columns.size(); ++i)
            out << (i ? "," : "") << (row.contains(columns[i]) ? csvCell(row.at(columns[i])) : "");
        out << "\n";
    }
}

} // namespace

int doCatalog(const Options& o, std::ostream& out) {
    std::string all;
    for (const auto& [name, subject] : catalog().subjects) {
        all += (all.empty() ? "" : ", ") + name;
        if (name != o.subject)
            continue;
        if (o.csv)
            printCsv(subject, out);
        else
            out << subject.dump(1) << "\n";
        return done;
    }
    throw Stop{unreadable, "\"" + o.subject + "\" is not a subject; there are " + all + "."};
}

} // namespace owl::cli
