#include "room/unknown_wall.h"

#include <algorithm>

namespace owl {

Length lengthSureOfTwo(Length spacing, Length endMargin) {
    return spacing * 2 + endMargin * 2;
}

std::vector<Length> holesForAnyOffset(Length pieceLength, Length spacing, Length endMargin, Length aim) {
    std::vector<Length> out;
    if (aim <= Length() || spacing <= Length() || pieceLength < lengthSureOfTwo(spacing, endMargin))
        return out;
    const std::int64_t n = (spacing.nm() + 2 * aim.nm() - 1) / (2 * aim.nm());
    const Length start = (pieceLength - spacing * 2) / 2;
    for (std::int64_t i = 0; i < 2 * n; ++i)
        out.push_back(start + Length::nm(spacing.nm() * (2 * i + 1) / (2 * n)));
    return out;
}

Length aimOf(Length studWidth, double d) {
    return std::max(Length(), studWidth / 2 - Length::mm(1.5 * d));
}

} // namespace owl
