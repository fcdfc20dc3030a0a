#pragma once
// Edits that remedies are made of. Each finds its object again by id in whatever project it is applied to.

#include "plan/finding.h"
#include "project/placing.h"

namespace owl {

inline Edit editPiece(std::string name, const std::string& id, std::function<void(Piece&)> change) {
    return {std::move(name), [id, change = std::move(change)](Project& p) {
                if (Piece* piece = p.findPiece(id))
                    change(*piece);
            }};
}
inline Edit editLedge(std::string name, const std::string& id, std::function<void(LedgeParams&)> change) {
    return editPiece(std::move(name), id, [change = std::move(change)](Piece& p) { change(ledgeOf(p)); });
}
inline Edit editWall(std::string name, const std::string& id, std::function<void(Wall&)> change) {
    return {std::move(name), [id, change = std::move(change)](Project& p) {
                if (Wall* wall = p.findWall(id))
                    change(*wall);
            }};
}
inline Edit movePieceTo(std::string name, const std::string& id, Length left, Length bottom) {
    return {std::move(name), [id, left, bottom](Project& p) { movePiece(p, id, left, bottom); }};
}

} // namespace owl
