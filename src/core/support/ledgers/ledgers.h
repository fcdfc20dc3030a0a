#pragma once
// Strips on two or three walls that a board rests on: an L cleat in a corner, three ledgers in an alcove. The
// board is stiff, its fixings are springs of unequal stiffness (S5.3); resting and rocking by S9.6 and S9.7.

#include "support/judge/judge.h"

namespace owl {

/// One fixing through a strip into its wall.
struct LedgerFixing {
    std::size_t ledger = 0;             ///< index in the seat
    double s = 0;                       ///< mm along that wall, from its corner
    Vec3 at;                            ///< on the wall's face
    const AnchorKind* anchor = nullptr; ///< null: the option's screw
    Ground ground = Ground::studs;
    int rows = 1;                    ///< screws one above the other
    double k = 0;                    ///< N/mm, of all of them
    const Rod* rod = nullptr;        ///< instead of a screw: it goes into the boards themselves
    double inShelf = 0, inWall = 0;  ///< mm of it
    double through = 0;              ///< mm of wood passed
    double screwLength = 0, pen = 0; ///< mm
    int packing = -1;                ///< index of the piece between strip and wall that it goes through
};

/// The row of supports.cpp.
const Support& onLedgers();
/// Judges one option on every ledger of the piece at once.
SupportVerdict judgeLedgers(const JudgeInput& in);
/// The walls drilled, then stage by stage what the kind says of putting it together there.
std::vector<BuildStep> hangOnLedgers(const HangInput& in, const SupportVerdict& v, const Catalog& catalog);
/// Mounts and holes of the fixings, in their order.
Mounting ledgersMounting(const HeldPiece& piece, const WallBehind& wall, const SupportOption& option,
                         const std::vector<LedgerFixing>& fixings);
/// A rod as a part, the n-th of the piece.
Part ledgerRod(const LedgerFixing& fixing, const LedgerSeat& seat, double cover, int n);
/// Bending, sag and lifting of what rests there. `loads`: own weight and contents, N and mm.
struct ResultLoad {
    double P = 0;
    Vec3 at;
    bool thing = false; ///< one thing in its place, no part of an even load
};
std::vector<Check> restChecks(const HeldPiece& piece, const std::vector<ResultLoad>& loads, bool quiet,
                              SagResult* sag, SagStretch* worst);

} // namespace owl
