#include "project/placing.h"

#include <algorithm>

namespace owl {
namespace {

/// The leader if it may be followed; null when this piece stands by itself.
const Piece* leaderOf(const Project& project, const Piece& piece) {
    if (piece.place.follow.how == FollowHow::none || !followsSoundly(project, piece))
        return nullptr;
    return project.findPiece(piece.place.follow.leader);
}

Length lengthOf(const Piece& piece) {
    return owl::lengthOf(piece.params);
}

} // namespace

bool followsSoundly(const Project& project, const Piece& piece) {
    const Piece* p = &piece;
    for (std::size_t steps = 0; p->place.follow.how != FollowHow::none; ++steps) {
        const Piece* leader = project.findPiece(p->place.follow.leader);
        if (!leader || leader->wall != piece.wall || steps > project.pieces.size())
            return false;
        p = leader;
    }
    return true;
}

Length mirrorLine(const Project& project, const Piece& piece) {
    const Wall* wall = project.findWall(piece.wall);
    if (!wall)
        return {};
    const auto thing = extentOf(*wall, piece.place.follow.about);
    return thing ? thing->first + thing->second / 2 : wall->width / 2;
}

Length pieceLeft(const Project& project, const Piece& piece) {
    if (fromCorner(piece.params))
        return {};
    const Length length = lengthOf(piece);
    if (const Piece* leader = leaderOf(project, piece)) {
        const Length left = pieceLeft(project, *leader);
        const Length right = left + lengthOf(*leader);
        const Length gap = piece.place.follow.gap;
        switch (piece.place.follow.how) {
        case FollowHow::mirror:
            return mirrorLine(project, piece) * 2 - left - length;
        case FollowHow::above:
            return left + (lengthOf(*leader) - length) / 2;
        default:
            return gap < Length() ? left + gap - length : right + gap;
        }
    }
    const Wall* wall = project.findWall(piece.wall);
    if (!wall || piece.place.anchor == Anchor::typed)
        return piece.place.x;
    if (piece.place.anchor == Anchor::furnitureCentre)
        if (const auto thing = extentOf(*wall, piece.place.furniture))
            return thing->first + (thing->second - length) / 2;
    return (wall->width - length) / 2;
}

MeasuredPlace measuredPlace(const Project& project, const Piece& piece) {
    MeasuredPlace out;
    const Wall* wall = project.findWall(piece.wall);
    if (!wall)
        return out;
    out.wall = wall->width;
    for (const auto& c : project.corners) {
        if (c.right == wall->id)
            out.leftAngle = c.angle;
        if (c.left == wall->id)
            out.rightAngle = c.angle;
    }
    for (const auto& a : project.alcoves)
        if (a.back == wall->id) {
            out.widths = {a.widthBack, a.widthMiddle, a.widthFront};
            out.depth = a.depth;
        }
    return out;
}

Length pieceBottom(const Project& project, const Piece& piece) {
    if (onFloor(piece.params))
        return {};
    const Piece* leader = leaderOf(project, piece);
    if (!leader)
        return piece.place.z;
    const Length z = pieceBottom(project, *leader);
    return piece.place.follow.how == FollowHow::above ? z + piece.place.follow.gap : z;
}

void movePiece(Project& project, const std::string& id, Length left, Length bottom) {
    Piece* piece = project.findPiece(id);
    if (!piece)
        return;
    if (leaderOf(project, *piece)) {
        const Length dx = left - pieceLeft(project, *piece);
        const Length dz = bottom - pieceBottom(project, *piece);
        Piece* leader = project.findPiece(piece->place.follow.leader);
        const Length sideways = piece->place.follow.how == FollowHow::mirror ? -dx : dx;
        movePiece(project, leader->id, pieceLeft(project, *leader) + sideways,
                  pieceBottom(project, *leader) + dz);
        return;
    }
    if (left != pieceLeft(project, *piece)) {
        piece->place.x = left;
        piece->place.anchor = Anchor::typed;
        piece->place.furniture.clear();
    }
    piece->place.z = bottom;
    piece->place.follow = {};
}

void endFollowing(Project& project, const std::string& id) {
    Piece* piece = project.findPiece(id);
    if (!piece || piece->place.follow.how == FollowHow::none)
        return;
    const Length left = pieceLeft(project, *piece);
    const Length bottom = pieceBottom(project, *piece);
    piece->place.follow = {};
    piece->place.anchor = Anchor::typed;
    piece->place.x = left;
    piece->place.z = bottom;
}

void keepPairsEqual(const Project& before, Project& after) {
    const auto changed = [&](const Piece& p) {
        const Piece* old = before.findPiece(p.id);
        return old && !(old->params == p.params);
    };
    const auto leaderOfEqual = [&](const Piece& p) -> Piece* {
        const bool equal =
            p.place.follow.how != FollowHow::none && p.place.follow.equalSize && followsSoundly(after, p);
        return equal ? after.findPiece(p.place.follow.leader) : nullptr;
    };
    // First up: an edit of a follower goes to the head of its chain, unless a leader was edited as well.
    for (auto& p : after.pieces) {
        if (!changed(p))
            continue;
        const PieceParams edited = p.params;
        Piece* leader = leaderOfEqual(p);
        for (std::size_t i = 0; leader && !changed(*leader) && i < after.pieces.size(); ++i) {
            leader->params = edited;
            leader = leaderOfEqual(*leader);
        }
    }
    // Then down: bounded by the number of pieces, every round settles one link.
    for (std::size_t round = 0; round < after.pieces.size(); ++round)
        for (auto& p : after.pieces)
            if (const Piece* leader = leaderOfEqual(p))
                p.params = leader->params;
}

} // namespace owl
