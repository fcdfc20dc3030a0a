#include "room/stud_readings.h"

#include "measure/parse.h"

#include <algorithm>
#include <fmt/format.h>
#include <functional>

namespace owl {

tl::expected<std::vector<FoundStud>, std::string> parseStudReadings(const std::string& text,
                                                                    const NumberStyle& style) {
    std::vector<FoundStud> out;
    std::string word;
    for (char c : text + ";") {
        if (c != ';' && c != '\n') {
            word += c;
            continue;
        }
        const auto begin = word.find_first_not_of(" \t\r");
        if (begin == std::string::npos) {
            word.clear();
            continue;
        }
        const bool gap = word[begin] == '+';
        const auto v = parseLength(gap ? word.substr(begin + 1) : word, style.units);
        if (!v)
            return tl::unexpected(v.error());
        const Length x = gap && !out.empty() ? out.back().x + *v : *v;
        if (abs(x) > 30'000_mm)
            return tl::unexpected(fmt::format("A stud at {} lies outside any wall.", formatLength(x, style)));
        if (out.size() >= 500)
            return tl::unexpected(std::string("More than 500 studs on one wall."));
        out.push_back({x, {}, 1, StudSource::typed});
        word.clear();
    }
    return out;
}

std::string studReadingsText(const std::vector<FoundStud>& studs, const NumberStyle& style) {
    std::string all;
    for (const auto& s : studs)
        all += (all.empty() ? "" : "; ") + formatNumber(s.x, style);
    return all;
}

namespace {

void takeOver(Wall& wall, const std::function<bool(const FoundStud&)>& wanted) {
    if (wall.studMode != StudMode::positions) { // what was only assumed gives way to what was found
        wall.studMode = StudMode::positions;
        std::erase_if(wall.studs, [](const FoundStud& s) { return s.source == StudSource::assumed; });
    }
    for (const auto& p : wall.proposed) {
        const bool known = std::any_of(wall.studs.begin(), wall.studs.end(),
                                       [&](const FoundStud& s) { return abs(s.x - p.x) < 15_mm; });
        if (wanted(p) && !known)
            wall.studs.push_back(p);
    }
    std::erase_if(wall.proposed, wanted);
    std::stable_sort(wall.studs.begin(), wall.studs.end(),
                     [](const FoundStud& a, const FoundStud& b) { return a.x < b.x; });
}

} // namespace

void acceptProposed(Wall& wall, double atLeast) {
    takeOver(wall, [atLeast](const FoundStud& s) { return s.confidence >= atLeast; });
}
void acceptProposal(Wall& wall, Length x) {
    takeOver(wall, [x](const FoundStud& s) { return s.x == x; });
}

} // namespace owl
