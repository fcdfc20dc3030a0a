#pragma once
// Looking into drawings.
#include "drawing/drawing.h"

#include <algorithm>
#include <string>

namespace owl::test {

/// The first shape that belongs to `id`; null when there is none.
inline const Shape* withId(const Drawing& d, const std::string& id) {
    const auto it =
        std::find_if(d.shapes.begin(), d.shapes.end(), [&](const Shape& s) { return s.id == id; });
    return it == d.shapes.end() ? nullptr : &*it;
}
/// Whether the words are written anywhere.
inline bool says(const Drawing& d, const std::string& words) {
    return std::any_of(d.shapes.begin(), d.shapes.end(),
                       [&](const Shape& s) { return s.text.find(words) != std::string::npos; });
}

} // namespace owl::test
