#pragma once
// Where the pieces hang: the place that follows from centring, pairs and stacks, and how one is moved.

#include "project/project.h"

namespace owl {

/// Left end of the piece from the wall's left corner.
Length pieceLeft(const Project& project, const Piece& piece);
/// What was measured of the corners and the alcove at the piece's wall.
MeasuredPlace measuredPlace(const Project& project, const Piece& piece);
/// Bottom of the piece above the floor.
Length pieceBottom(const Project& project, const Piece& piece);
/// Where a piece hangs.
struct Standing {
    Length left, bottom; ///< as pieceLeft() and pieceBottom() say
    bool sound = true;   ///< false: it should keep to a piece that it cannot keep to
};
/// All pieces of the project, in its order. Time grows with their number, however they keep to each other.
std::vector<Standing> standings(const Project& project);
/// The centre line a mirrored piece is mirrored about.
Length mirrorLine(const Project& project, const Piece& piece);

/// The piece whose place changes, and its new place, when a piece is moved there.
std::pair<std::string, Placement> movedPlace(const Project& project, const Piece& piece, Length left,
                                             Length bottom);
/// Moves a piece to a typed place. One that keeps to another moves the leader instead, so that both stay
/// equal.
void movePiece(Project& project, const std::string& id, Length left, Length bottom);

/// False when the leader is gone, hangs elsewhere, or the chain of leaders runs in a ring.
bool followsSoundly(const Project& project, const Piece& piece);
/// Lets the piece keep its present place by itself.
void endFollowing(Project& project, const std::string& id);

/// After an edit: pieces that are kept equal take over sizes and wood of the one that was changed.
void keepPairsEqual(const Project& before, Project& after);

} // namespace owl
