#include "catalog/row.h"

#include "measure/number.h"

namespace owl {

double numberIn(const std::string& text) {
    const auto v = plainNumber(text);
    if (!v)
        throw std::runtime_error("\"" + text + "\" is not a number");
    return *v;
}

std::vector<std::string> split(const std::string& text, char by) {
    std::vector<std::string> out;
    std::string word;
    for (char c : text) {
        if (c == by) {
            out.push_back(word);
            word.clear();
        } else {
            word += c;
        }
    }
    out.push_back(word);
    return out;
}

} // namespace owl
