#pragma once
#include "assembly/assembly.h"

namespace owl {

/// Two things that are together, or a part and a thing, are brought to each other: every joint between them
/// closes at once.
struct Move {
    std::vector<const Joint*> joints;      ///< as they are listed
    std::vector<std::string> there, comes; ///< ids of the parts of the larger and of the smaller thing
    Vec3 from;                             ///< where `comes` comes from, length 1; 0: by force
    bool slides = false;                   ///< a board goes in along its housing
    bool forced = false;                   ///< no straight motion closes it
    /// Joints whose screws a straight driver does not reach then, and those of them that a short one does.
    std::vector<std::string> stuck, shortOnly;
};

/// The joints made in the shop in an order that can be done.
struct JointOrder {
    std::vector<Move> moves;
    /// All joints, one after the other.
    [[nodiscard]] std::vector<const Joint*> joints() const;
    /// Of all moves.
    [[nodiscard]] std::vector<std::string> stuck() const;
    [[nodiscard]] bool forced() const;
};

/// The piece is taken apart backwards: what can be drawn off straight, with its screws in reach, comes off,
/// what is listed last first. Taking off never shuts in what was free, so this finds an order wherever there
/// is one of straight moves (the directional blocking graph of R. Wilson's 'On Geometric Assembly Planning',
/// 1992, with blind dowels and panels in grooves as what blocks).
JointOrder workableOrder(const Assembly& a);

} // namespace owl
