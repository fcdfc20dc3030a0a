#pragma once
// A hollow that slides over arms standing out of a ledger (S9.3); the ledger is a rail like any other.

#include "support/judge/judge.h"

namespace owl {

/// The row of supports.cpp.
const Support& onArms();
/// Judges a ledger with arms, screwed to studs, anchored in masonry, or refused on the cover alone (S10.7).
SupportVerdict judgeArms(const JudgeInput& in);

/// The lag screw from a ledger or rail into the end of an arm is no longer than this, mm; its head sinks in.
inline constexpr double armLagLength = 90, armLagSunk = 6;

/// Sizes and places of ledger and arms in a cavity. mm, in the piece.
struct ArmsLayout {
    double x0 = 0, x1 = 0;    ///< of the ledger
    double z0 = 0, high = 0;  ///< lower edge and height of ledger and arms
    double t = 0;             ///< thickness of both
    double y1 = 0;            ///< front end of the arms
    std::vector<double> arms; ///< middles
    std::vector<double> rows; ///< screws above the ledger's lower edge
    std::vector<double> lags; ///< lag screws into an arm, above its lower edge, upwards
    std::string refusal;
    [[nodiscard]] double armLength() const { return y1 - t; }
};
/// Length of the lag screws into its arms, mm: one that is sold, short of the arm's other end.
double armLag(const ArmsLayout& layout, const LagScrew& lag);
/// Heights of the lag screws above the lower edge of an arm `high` mm high, upwards: one that pulls and one
/// that helps it carry, where there is room for two.
std::vector<double> lagHeights(double high);
/// `fixings`: where the ledger's screws are. An arm stands beside each of them, clear of it and its driver:
/// there it gives its moment to the screws and does not twist the ledger (S9.3); more only where arms would
/// stand farther apart than the seat asks.
ArmsLayout armsLayout(const CavitySeat& seat, const std::vector<double>& fixings, int rows);
/// Ledger, arms and their joints as parts, and the screws that keep the box on.
Mounting armsMounting(const HeldPiece& piece, const WallBehind& wall, const SupportVerdict& verdict,
                      const ArmsLayout& layout);

} // namespace owl
