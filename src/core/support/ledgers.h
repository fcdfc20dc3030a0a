#pragma once
// Strips on two or three walls that a board rests on: an L cleat in a corner, three ledgers in an alcove. The
// board is stiff, its fixings are springs of unequal stiffness (S5.3); resting and rocking by S9.6 and S9.7.

#include "support/rail_judge.h"

namespace owl {

/// One fixing through a strip into its wall.
struct LedgerFixing {
    std::size_t ledger = 0;             ///< index in the seat
    double s = 0;                       ///< mm along that wall, from its corner
    Vec3 at;                            ///< on the wall's face
    const AnchorKind* anchor = nullptr; ///< null: the option's screw
    RailSupport kind = RailSupport::studs;
    int rows = 1;                    ///< screws one above the other
    double k = 0;                    ///< N/mm, of all of them
    const Rod* rod = nullptr;        ///< instead of a screw: it goes into the boards themselves
    double inShelf = 0, inWall = 0;  ///< mm of it
    double through = 0;              ///< mm of wood passed
    double screwLength = 0, pen = 0; ///< mm
    int packing = -1;                ///< index of the piece between strip and wall that it goes through
};

/// Judges one option on every ledger of the piece at once.
RailVerdict judgeLedgers(const RailPiece& piece, const RailWall& wall, const RailOption& option,
                         double factor, bool quiet);
/// Mounts and holes of the fixings, in their order.
Mounting ledgersMounting(const RailPiece& piece, const RailWall& wall, const RailOption& option,
                         const std::vector<LedgerFixing>& fixings);
/// A rod as a part, the n-th of the piece.
Part ledgerRod(const LedgerFixing& fixing, const LedgerSeat& seat, double cover, int n);
/// Bending, sag and lifting of what rests there. `loads`: own weight and contents, N and mm.
struct ResultLoad {
    double P = 0;
    Vec3 at;
};
std::vector<Check> restChecks(const RailPiece& piece, const std::vector<ResultLoad>& loads, bool quiet,
                              SagResult* sag, SagStretch* worst);

} // namespace owl
