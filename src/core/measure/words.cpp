#include "measure/words.h"

#include <algorithm>

namespace owl {
namespace {

/// Bytes of the letter at the front, 0 when they are no UTF-8 or a control character.
std::size_t letterAt(std::string_view s) {
    const auto byte = [&](std::size_t i) { return static_cast<unsigned char>(s[i]); };
    const unsigned char first = byte(0);
    if (first < 0x80)
        return first == '\n' || first == '\t' || (first >= 32 && first != 127) ? 1 : 0;
    const std::size_t n = first >= 0xF0 ? 4 : first >= 0xE0 ? 3 : 2;
    if (first < 0xC2 || first > 0xF4 || s.size() < n)
        return 0;
    for (std::size_t i = 1; i < n; ++i)
        if ((byte(i) & 0xC0) != 0x80)
            return 0;
    const bool overlong = (first == 0xE0 && byte(1) < 0xA0) || (first == 0xF0 && byte(1) < 0x90);
    const bool beyond = (first == 0xED && byte(1) > 0x9F) || (first == 0xF4 && byte(1) > 0x8F);
    return overlong || beyond ? 0 : n;
}

} // namespace

bool readable(std::string_view text) {
    while (!text.empty()) {
        const std::size_t n = letterAt(text);
        if (n == 0)
            return false;
        text.remove_prefix(n);
    }
    return true;
}

std::string withoutControls(std::string text) {
    std::erase_if(text, [](char c) {
        const auto u = static_cast<unsigned char>(c);
        return (u < 32 && c != '\n' && c != '\t') || u == 127;
    });
    return text;
}

namespace {
constexpr std::string_view firstStrong = "\xE2\x81\xA8", popIsolate = "\xE2\x81\xA9";

/// Letters that turn the direction of writing: U+202A to U+202E, U+2066 to U+2069; all of three bytes.
bool turns(std::string_view text) {
    return text.size() >= 3 && ((text.starts_with("\xE2\x80") && text[2] >= '\xAA' && text[2] <= '\xAE') ||
                                (text.starts_with("\xE2\x81") && text[2] >= '\xA6' && text[2] <= '\xA9'));
}
bool opensIsolate(std::string_view text) {
    return turns(text) && text[1] == '\x81' && text.substr(0, 3) != popIsolate;
}
} // namespace

std::string isolated(std::string text) {
    std::string_view rest = text;
    bool any = false;
    std::string inner;
    int open = 0;
    for (; !rest.empty(); rest.remove_prefix(1)) {
        const bool turn = turns(rest);
        any = any || turn;
        const bool pop = turn && rest.substr(0, 3) == popIsolate;
        if (turn && !pop && opensIsolate(rest))
            ++open;
        if (pop && open-- == 0) { // it would close what is put round it
            open = 0;
            rest.remove_prefix(2);
            continue;
        }
        inner += rest.front();
    }
    if (!any)
        return text;
    for (; open > 0; --open)
        inner += popIsolate;
    // Is it closed already: one isolate from its first letter to its last?
    if (inner.starts_with(firstStrong)) {
        int depth = 0;
        std::string_view left = inner;
        while (!left.empty()) {
            if (opensIsolate(left))
                ++depth;
            else if (left.starts_with(popIsolate) && --depth == 0)
                break;
            left.remove_prefix(1);
        }
        if (left == popIsolate)
            return inner;
    }
    return std::string(firstStrong) + inner + std::string(popIsolate);
}

namespace {
/// Takes the letter at the front off the text: as it may be shown.
std::string_view takeLetter(std::string_view& text) {
    const std::size_t n = letterAt(text);
    const bool shown = (n > 1 && !turns(text)) || (n == 1 && static_cast<unsigned char>(text.front()) >= 32);
    const std::string_view letter = shown ? text.substr(0, n) : std::string_view("?");
    text.remove_prefix(std::max<std::size_t>(n, 1));
    return letter;
}
} // namespace

std::string shortened(std::string_view text) {
    constexpr std::size_t most = 40;
    std::string out;
    while (!text.empty()) {
        const std::string_view letter = takeLetter(text);
        if (out.size() + letter.size() > most)
            return out + "..";
        out += letter;
    }
    return out;
}

std::string shownLetters(std::string_view text) {
    std::string out;
    while (!text.empty())
        out += takeLetter(text);
    return out;
}

std::string capitalised(std::string text) {
    if (!text.empty() && text.front() >= 'a' && text.front() <= 'z')
        text.front() = static_cast<char>(text.front() - 'a' + 'A');
    return text;
}

namespace {
constexpr const char* digits = "0123456789";
} // namespace

std::string theName(const std::string& name) {
    const bool ofSection = name.find(" of section ") != std::string::npos; // there it is the only one
    return ofSection || withoutNumber(name) == name ? "the " + name : name;
}

std::string withoutNumber(const std::string& name) {
    const auto end = name.find_last_not_of(digits);
    if (end == std::string::npos || end + 1 == name.size() || name[end] != ' ')
        return name;
    std::string stem = name.substr(0, end);
    for (const std::string_view of : {" of bay", " of section"}) // 'shelf 2 of bay 1'
        if (stem.ends_with(of))
            stem = withoutNumber(stem.substr(0, stem.size() - of.size()));
    return stem;
}

std::string initial(std::string_view text) {
    const std::size_t n = text.empty() ? 0 : letterAt(text);
    return capitalised(std::string(text.substr(0, n)));
}

std::string counted(std::size_t n, std::string_view word) {
    return std::to_string(n) + " " + std::string(word) + (n == 1 ? "" : "s");
}

std::string roundly(Length l, const NumberStyle& style) {
    const bool metric = style.units == Units::metric;
    const double step = metric ? 10 : 25.4;
    return formatLength(Length::mm(std::max(1.0, std::round(l.mm() / step)) * step), style);
}

std::string inTurn(std::size_t screws) {
    if (screws < 2)
        return {};
    return screws == 2 ? ", one first, then level, then the other"
                       : ", the middle one first, then level, then the others";
}

std::string listed(const std::vector<std::string>& names) {
    std::string out;
    for (std::size_t i = 0; i < names.size(); ++i)
        out += (i == 0 ? "" : i + 1 == names.size() ? " and " : ", ") + names[i];
    return out;
}

} // namespace owl
