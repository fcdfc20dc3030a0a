#pragma once
// Where a piece meets wall or floor, and the forces that pass there.

#include "solid/vector3.h"

#include <string>
#include <vector>

namespace owl {

struct Screw;
struct AnchorKind;

/// One fixing, as it sits in wall and piece.
struct Mount {
    std::string id;                     ///< 'm1'
    std::string to = "wall";            ///< 'wall', 'left_wall', 'right_wall', 'second_wall', 'floor'
    std::string kind;                   ///< 'screw', 'anchor', 'rod', 'keyhole' ..
    Vec3 at;                            ///< where it crosses the wall face
    Vec3 from, direction;               ///< middle of its head; into the wood
    double length = 0, diameter = 0;    ///< mm
    std::vector<std::string> passes;    ///< part ids in order
    std::vector<std::string> parts;     ///< what it holds when it passes nothing
    std::string into;                   ///< 'stud', 'masonry', 'cover', 'none'
    int support = 0;                    ///< index of the support it belongs to; several may share one
    const Screw* screw = nullptr;       ///< its own, where a piece has several sorts: on walls that differ
    const AnchorKind* anchor = nullptr; ///< the same
    bool carries = true;                ///< false: it only keeps the piece from climbing off what carries it
};

/// A force on the piece.
struct AppliedForce {
    std::string what; ///< 'own', 'contents', 'hand'
    Vec3 at;          ///< mm
    Vec3 force;       ///< N
};
/// What the wall does to the piece at a mount.
struct HeldForce {
    std::string mount;
    Vec3 at, force, moment; ///< mm, N, N mm
};
struct LoadCase {
    std::string id; ///< 'C1', 'C2 at 900'
    std::vector<AppliedForce> applied;
    std::vector<HeldForce> held;
};

} // namespace owl
