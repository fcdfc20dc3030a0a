#include "hang/marks.h"

#include <algorithm>
#include <fmt/format.h>

namespace owl {

std::vector<WallMark> wallMarks(const MarkInput& in) {
    std::vector<WallMark> out;
    if (in.x.empty())
        return out;
    const Length middle = in.x.front() + (in.x.back() - in.x.front()) / 2;
    std::vector<Length> rows = in.rows;
    std::sort(rows.begin(), rows.end(), std::greater<>());
    for (Length z : rows) {
        std::vector<Length> xs = in.x;
        std::stable_sort(xs.begin(), xs.end(),
                         [&](Length a, Length b) { return abs(a - middle) < abs(b - middle); });
        for (Length x : xs) {
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
    }
    return out;
}

} // namespace owl
