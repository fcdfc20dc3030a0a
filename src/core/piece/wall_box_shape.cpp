#include "piece/wall_box_shape.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <numbers>

namespace owl {

Length BoxWork::panelY() const {
    return onRail() ? recess() + s_.t : Length();
}

Length BoxWork::innerBack() const {
    return panelY() + (p_.back == BoxBack::none ? Length() : p_.backThickness);
}

Length BoxWork::bevelDeep() const {
    if (p_.bevel <= 0)
        return {};
    return Length::mm(s_.t.mm() * std::tan(std::min(p_.bevel, 60.0) * std::numbers::pi / 180));
}

/// Where a housing begins on the part that has it.
std::string BoxWork::whereOf(const Part& wood, const Cell& board) const {
    const Cell w = wood.bounds();
    return wood.grainAlongPiece() ? say(board.at.x - w.at.x) : say(board.at.z - w.at.z);
}

void BoxWork::house(const std::string& in, const std::string& of) {
    Part* wood = part(in);
    const Part* board = part(of);
    if (!wood || !board || wood->solid.empty())
        return;
    const Cell b = board->bounds();
    const double before = wood->solid.volume();
    subtract(wood->solid,
             boxCell({b.at.x.mm(), b.at.y.mm() - 1, b.at.z.mm()},
                     {Vec3{1, 0, 0}, Vec3{0, 1, 0}, Vec3{0, 0, 1}},
                     {b.size.x.mm(), b.size.y.mm() + 1, b.size.z.mm()}),
             8);
    if (wood->solid.volume() > before - 1)
        return;
    feature(*wood, "housing-" + of, "housing",
            fmt::format("{} deep and as wide as the {} is thick, for the {}, {} from the {}", say(p_.housing),
                        board->name, board->name, whereOf(*wood, b),
                        wood->id.starts_with("side") || wood->id.starts_with("divider") ? "lower end"
                                                                                        : "left end"));
}

} // namespace owl
