#pragma once
// What bends.

#include <string>
#include <vector>

namespace owl {

/// Rectangles that bend together along the piece.
struct Member {
    struct Rect {
        std::string part;
        double b = 0, h = 0, z = 0, y = 0; ///< mm: width, height, lower edge, rear edge
    };
    std::vector<Rect> rects;
    bool glued = true;
    double glueLineZ = 0, glueLineWidth = 0; ///< mm; width 0 = no glue line to check
    std::string words;                       ///< 'base, back rail and lip glued into one section'
};

} // namespace owl
