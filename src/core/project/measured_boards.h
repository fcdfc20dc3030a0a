#pragma once
// Boards as they were measured: sold or milled to one thickness, found to be another. Typed once, it holds
// for every piece that is made of them and for the boards themselves.

#include "project/project.h"

#include <optional>

namespace owl {

/// A wood and the thickness by which its boards are called; sheets are woods of their own here.
struct BoardKind {
    std::string material; ///< species id of boards, sheet id of sheets
    Length thickness;
    auto operator<=>(const BoardKind&) const = default;
};

/// What a part is cut from; nothing for what is not sawn of boards or sheets.
std::optional<BoardKind> boardKindOf(const PieceParams& params, const Part& part);

/// Parameters of pieces that give parts of this kind their thickness, and the boards of `stock` of this kind,
/// get the thickness that was measured; boards of the shop become the project's own. Everything else that
/// follows from a thickness is derived anew when the project is planned.
void boardsMeasure(Project& project, const BoardKind& kind, Length measured,
                   const std::vector<StockItem>& stock);

} // namespace owl
