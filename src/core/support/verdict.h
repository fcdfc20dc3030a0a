#pragma once
// What is known of a candidate once it is judged: places, forces, checks, what it adds to the piece.

#include "assembly/mount.h"
#include "support/held.h"
#include "support/option.h"

namespace owl {

/// What one support has to take at most: by what stands there, and with a hand as well.
struct SupportDemand {
    double x = 0;                               ///< mm from the piece's left end
    double shearStanding = 0, shearLeaning = 0; ///< N, magnitudes
    double turnStanding = 0, turnLeaning = 0;   ///< N mm about the wall
};

/// What each support gives under one combination: lift and turning about the wall.
struct SupportCase {
    std::optional<double> hand; ///< mm from the left end; empty: nobody leans
    std::vector<double> R, M;   ///< N up, N mm
    /// Told mount by mount where a piece stands on feet: the force on the piece, N.
    std::vector<std::pair<std::string, Vec3>> given = {};
    std::string name = {};               ///< of a combination that is neither what stands there nor a hand
    std::vector<AppliedForce> lean = {}; ///< what it adds
    bool contents = true;                ///< false: the piece is empty
};

/// What a support takes out of a part of the piece.
struct MountCut {
    std::string part;
    Feature feature;
    std::vector<ConvexCell> tools; ///< in the piece
};

/// What a support adds to a piece.
struct Mounting {
    std::vector<Part> parts;
    std::vector<Joint> joints;
    std::vector<MountCut> cuts;
    std::vector<std::pair<std::string, Hole>> holes; ///< part id, hole
    std::vector<Mount> mounts;
};

/// A candidate judged: all checks, the sag curves, what it would carry.
struct SupportVerdict {
    SupportVerdict();
    ~SupportVerdict();
    SupportVerdict(const SupportVerdict&);
    SupportVerdict(SupportVerdict&&) noexcept;
    SupportVerdict& operator=(const SupportVerdict&);
    SupportVerdict& operator=(SupportVerdict&&) noexcept;
    SupportOption option;
    bool feasible = true;
    bool judged = true;            ///< false: only listed; what nobody asked for is judged last
    std::string refusal;           ///< why not, when it is not
    std::vector<double> x;         ///< supports
    int beside = -1;               ///< index of the one that is an anchor in the cover; -1: none
    std::vector<double> reactions; ///< N, contents and own weight
    std::vector<SupportDemand> demands;
    std::vector<SupportCase> cases; ///< what stands there first, then every place of a hand
    Mounting mounting;
    std::vector<Check> checks;
    Verdict verdict;
    SagResult sag;
    SagStretch worst;
    double droopNow = 0, droopLong = 0; ///< mm at the front edge
    double settles = 0;                 ///< mm that it goes down as a whole, by what stands there
    std::vector<double> rodX;           ///< mm: rods, where they do not stand at the supports
    double inShelf = 0, inWall = 0;     ///< mm of a rod
    std::vector<double> armX;           ///< mm: arms of a ledger, by their middle
    double standOff = 0;                ///< mm from the wall to the back of the piece
    double bought = 0;                  ///< plates, rings or metres of profile
    double keeperLength = 0;            ///< mm: of the screws low down that keep a hook on; 0: none
    std::string keepersBehind;          ///< what keeps a straight driver off them
    double droopBed = 0, droopRod = 0, droopPlay = 0; ///< mm, parts of the droop in years
    std::vector<double> rows;                         ///< mm above the piece's bottom: where its holes are
    std::vector<std::vector<double>> rowsAt = {}; ///< support by support, where its rails differ; empty: rows
    [[nodiscard]] const std::vector<double>& rowsOf(std::size_t support) const {
        return support < rowsAt.size() ? rowsAt[support] : rows;
    }
    double screwLength = 0, pen = 0; ///< mm
    double shortBy = 0;              ///< mm: refused, and so much longer at an end it would not be
    bool shortBite = false;          ///< less than 38 mm in the stud, and still enough
    bool cableCaution = false;
    double carryKg = 0, carryStrengthKg = 0; ///< contents: with the looks limits, by strength alone
    double carryLeaningKg = 0;               ///< contents with which it takes the hand as well
    bool carryCapped = false;                ///< more was not looked at (S12.10)
    std::string carryGoverns;
    int holes = 0, difficulty = 1;
    double cost = 0;
    std::optional<double> betterWithout; ///< mm: a stud without whose screw a strength is used less
    double usedWithout = 0;              ///< to that much then
    /// The most that a strength is used, by what stands there or with a hand; looks and rules are none.
    [[nodiscard]] double strengthUse() const;
};

/// The sag that uses most of its limit, of the whole piece or of a board in it: mm, and the limit.
struct SagSeen {
    double sag = 0, limit = 0;
};
SagSeen worstSag(const SupportVerdict& v);

} // namespace owl
