#pragma once
// Pieces that stand or lean: does the foot slip, does the piece come forward (S11.1, S11.2). Forces N, places
// mm.

#include <vector>

namespace owl {

/// A weight; x from the foot towards the wall, z above the floor.
struct StandingWeight {
    double W = 0, x = 0, z = 0;
};

/// A shelf that leans at the wall: foot at x = 0, its top against the wall at height H, friction at the floor
/// alone (none at the wall: the safe choice).
struct LadderInput {
    double H = 0, mu = 0;
    std::vector<StandingWeight> weights;
    double handDown = 0, handX = 0; ///< a hand that presses; x below 0 lies in front of the foot
    double pull = 0, pullH = 0;     ///< away from the wall, at that height
};
struct LadderResult {
    double wallPush = 0; ///< negative: it comes off the wall
    double floor = 0, friction = 0;
    double muNeeded = 0, slip = 0, tip = 0; ///< utilisations with the safety of 1.5 within
    bool tips = false;
    [[nodiscard]] double utilisation() const { return slip > tip ? slip : tip; }
};
LadderResult ladderOf(const LadderInput& in);

/// A piece on its feet, about its front foot at x = 0.
struct TipInput {
    std::vector<StandingWeight> weights;
    double pull = 0, pullH = 0;                ///< forwards
    double down = 0, downFront = 0, downZ = 0; ///< a child that climbs: so far in front of the foot
    double tilt = 0;                           ///< degrees that the floor gives (carpet 1.5)
    double anchorH = 0;                        ///< height of a restraint
    double safety = 1.5;
};
struct TipResult {
    double restores = 0, overturns = 0; ///< N mm
    bool stands = false;
    double restraint = 0; ///< N at anchorH
    double design = 0;    ///< N for which each anchorage is made: max(2 T, 445)
    /// Restoring over overturning; 0 when nothing overturns.
    [[nodiscard]] double ratio() const { return overturns > 0 ? restores / overturns : 0; }
};
TipResult tipOf(const TipInput& in);

} // namespace owl
