#pragma once
// What the judges of all supports share: the worst place, screws, anchors, pressure, looks. Internal to
// support/.

#include "strength/fastener.h"
#include "support/judge/statics.h"
#include "support/support.h"

namespace owl {

/// Studs left to right; two centres nearer than half a stud are one stud that was found twice.
std::vector<double> distinctStuds(const WallBehind& wall);
/// What each support carries when all stands there, and the most it is asked for.
void addDemands(const Statics& s, double factor, SupportVerdict& v);

/// What every check looks at.
struct JudgeBench {
    const HeldPiece& piece;
    const WallBehind& wall;
    const Statics& statics;
    double factor = 1; ///< of the contents
    bool quiet = false;
    int only = -1;  ///< the one support that a check is about; -1: all of them
    int alone = -1; ///< the one that takes everything, whatever else there is; -1: they share
    [[nodiscard]] double length() const { return piece.assembly->length.mm(); }
    /// From the wall to the front edge.
    [[nodiscard]] double depth() const { return piece.assembly->depth.mm() + piece.standOff; }
    /// What a wall screw passes before it reaches the wall.
    [[nodiscard]] double rail() const {
        const RailSeat* seat = piece.assembly->seat<RailSeat>();
        return piece.screwPasses > 0 ? piece.screwPasses : seat ? seat->passes() : 0;
    }
};

/// Every support under every combination that a check looks at.
std::vector<AtSupport> askedOf(const JudgeBench& b);

/// mm that the place which gives most goes down by what stands there: told with the droop, no sag (S5.3).
double settlingOf(const JudgeBench& b, const SupportVerdict& v);

/// 'a hand of 220 N (49.5 lbf) at the right end', or 'what stands on it'.
std::string loadWords(const JudgeBench& b, const StaticsHand* hand);
/// Duration factor of a combination: 0.9 for what stays, 1.6 for a hand (S1.5).
double durationFactor(bool leaning);

/// Looks for the support and the combination that use most, of what stands there and with a hand. `use` gives
/// demand and capacity at one support; the check names load and place.
struct WorstOf {
    Check check;
    AtSupport at; ///< where and under what it is worst
};
WorstOf worstOver(const JudgeBench& b, std::string id, std::string title, std::string unit, const char* what,
                  const std::function<Use(const AtSupport&)>& use);

/// A wall screw across: through `side` mm of the piece's wood, over the cover, which carries nothing, `pen`
/// mm into the stud (S10.4).
LateralInput acrossStud(const HeldPiece& piece, const WallBehind& wall, const Screw& screw, double side,
                        double pen, double CD);
/// Length, bite and rows of the wall screws (S10.6); a refusal if none fits.
void chooseWallScrew(const JudgeBench& b, SupportVerdict& v);
/// Pull and shear, penetration (S9.1, S10.2 to S10.6).
void addScrewChecks(const JudgeBench& b, SupportVerdict& v);
/// T/T_a + V/V_a, pull-through of the rail under the head (S10.7).
void addAnchorChecks(const JudgeBench& b, SupportVerdict& v);
/// Pressure under the rail's lower edge, over `width` mm at each support: on the cover by its mean, half as
/// much again for a hand; of the edge on what is firm by its peak (S9.1).
void addCrushCheck(const JudgeBench& b, double width, SupportVerdict& v);
/// Sag along by the beam on its supports, its curves and its check.
void addSagCheck(const JudgeBench& b, SupportVerdict& v);
/// Sag along and droop of the front edge, `axial` N/mm for each fixing (S6, S9.3).
void addLookChecks(const JudgeBench& b, double axial, SupportVerdict& v);
/// N, what one anchor takes in pull and in shear; in the cover the board gives before the bolt (S10.7, for
/// 12.7 mm gypsum).
struct AnchorTakes {
    double T = 0, V = 0;
};
AnchorTakes anchorTakes(const SupportVerdict& v);
/// Why the anchor of an option cannot open behind the cover; empty where it can, or nobody looked yet.
std::string noRoomBehind(const WallBehind& w, const SupportOption& o);
/// How much one anchor gives, N/mm: hollow-wall anchors 50 (S5.3), through a steel flange and in masonry
/// guessed firmer (verify).
double anchorStiffness(Ground ground);

} // namespace owl
