#pragma once
// A piece that hangs by its back rail without a screw through it: bevelled cleat, interlocking rail,
// keyholes, rings, figure-eights (S9.4, S9.5).

#include "support/judge/judge.h"

namespace owl {

/// The row of supports.cpp.
const Support& hookedRail();
/// Judges one way of hanging.
SupportVerdict judgeHanger(const JudgeInput& in);
/// The wall drilled, what goes on it, then the piece.
std::vector<BuildStep> hangHooked(const HangInput& in, const SupportVerdict& v, const Catalog& catalog);

/// Sizes and heights of what a piece hangs on. mm, in the piece as it hangs.
struct HangerLayout {
    double standOff = 0;         ///< from the wall to the rear of the rail
    double x0 = 0, x1 = 0;       ///< of a cleat or profile
    double railLow = 0, top = 0; ///< lower edge of its spacer or of the rail, upper edge of the rail
    bool keepers = true;         ///< a screw low down through the rail meets nothing else
    double screwZ = 0;           ///< where the wall's fixings are
    double contact = 0;          ///< where the piece hangs: middle of the bevel, of the hook, of the slot
    double bearing = 0;          ///< where it leans on the wall below
    double wallLow = 0, wallHigh = 0;   ///< the wall's half of a cleat or profile: at its rear
    double pieceLow = 0, pieceHigh = 0; ///< the piece's half: at its rear
    double rise = 0;                    ///< of the bevel over its thickness
    std::string refusal;
    [[nodiscard]] double arm() const { return contact - bearing; }
};
/// True when a part of the piece lies at the wall within `high` mm above its rail: no eye can stand out
/// there.
bool somethingAboveRail(const Assembly& a, double high);
HangerLayout hangerLayout(const Assembly& a, const SupportOption& option, const RailSeat& rail);
/// The layout, and the piece with what it brings: the same whatever stands on it.
struct HangerFit {
    std::vector<HangerLayout> layouts;           ///< of each rail, left to right
    double mass = 0, gravityX = 0, gravityY = 0; ///< kg, mm; as it hangs
};

/// Cleats, profiles, plates, rings, spacers and bumpers as parts, what they are fixed with and what is cut
/// for them. Wall fixings of `verdict.screwLength`; none before that is known.
Mounting hangerMounting(const HeldPiece& piece, const WallBehind& wall, const SupportVerdict& verdict,
                        const std::vector<HangerLayout>& layouts);
/// The layout of the rail that a support at x is on.
const HangerLayout& layoutAt(const std::vector<HangerLayout>& layouts, const Assembly& a, double x);

inline constexpr double hangerSpacerHigh = 20; ///< mm: of a cleat's spacer, of a bumper

} // namespace owl
