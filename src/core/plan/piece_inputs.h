#pragma once
// What planning one piece sees.

#include "plan/plan.h"
#include "project/placing.h"

#include <optional>

namespace owl {

/// All of a project that planning one piece by itself may depend on. It is passed instead of the project, and
/// an earlier plan is taken over where it is equal: what does not stand here cannot be read, so memory cannot
/// overlook it. References into the project; shop and catalogue are the same for all.
struct PieceInputs {
    const Piece& piece;
    const Wall& wall; ///< its own
    /// The walls around with their corners and alcoves, where it lies between several of them; else none.
    const std::vector<Wall>& walls;
    const std::vector<Corner>& corners;
    const std::vector<Alcove>& alcoves;
    const std::string& recipe; ///< the project's finish, where the piece has none of its own
    bool hiddenBare = false;   ///< faces against a wall get none of it
    NumberStyle style;
    Length kerf;
    Standing place;
    [[nodiscard]] bool metric() const { return style.units == Units::metric; }
    /// Its own or one of those around; null: none of them.
    [[nodiscard]] const Wall* findWall(const std::string& id) const;
    bool operator==(const PieceInputs& o) const;
};

/// The inputs of the i-th piece; empty where its wall or its wood is not known.
std::optional<PieceInputs> inputsOf(const Project& project, const Catalog& catalog, std::size_t i,
                                    const Standing& place);

/// A piece's inputs with what is the same for all pieces.
struct PieceScene {
    const PieceInputs& in;
    const std::vector<WallPlan>& walls; ///< of the project, for the zones of those in the inputs
    const Shop& shop;
    const Catalog& catalog;
    /// While a hand drags: made, marked on the wall, and held by the support of this id alone where it can
    /// be.
    std::optional<std::string> hastyBy = {};
    /// Where nothing is drilled on a wall of the inputs; null: such a wall is not there.
    [[nodiscard]] const std::vector<NoDrillZone>* zonesOf(const std::string& wall) const;
};

} // namespace owl
