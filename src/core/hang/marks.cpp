#include "hang/marks.h"

#include <algorithm>
#include <fmt/format.h>

namespace owl {

std::string markWords(const WallMark& m) {
    if (m.to == "wall")
        return m.what;
    return (m.to == "right_wall" ? "right: " : "left: ") + m.what;
}

Length measuredFromCorner(const WallMark& m) {
    return m.to == "wall" ? m.fromWallLeft : m.fromCorner;
}

std::vector<WallMark> wallMarks(const MarkInput& in) {
    std::vector<WallMark> out;
    if (in.holes.empty())
        return out;
    const auto [left, right] = std::minmax_element(in.holes.begin(), in.holes.end());
    const Length middle = left->first + (right->first - left->first) / 2;
    auto holes = in.holes;
    std::stable_sort(holes.begin(), holes.end(), [&](const auto& a, const auto& b) {
        return a.second != b.second ? a.second > b.second : abs(a.first - middle) < abs(b.first - middle);
    });
    for (const auto& [x, z] : holes) {
        WallMark m;
        m.order = static_cast<int>(out.size()) + 1;
        m.id = fmt::format("mark-{}", m.order);
        m.what = m.order == 1 ? "first " + in.what : in.what;
        m.fromWallLeft = in.pieceLeft + x;
        m.fromFloor = in.pieceBottom + z;
        m.fromPieceLeft = x;
        m.fromPieceTop = in.pieceHeight - z;
        m.drill = in.drill;
        m.depth = in.depth;
        m.into = in.into;
        m.bit = in.bit;
        out.push_back(std::move(m));
    }
    return out;
}

} // namespace owl
