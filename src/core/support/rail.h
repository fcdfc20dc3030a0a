#pragma once
// A piece held by its back rail: screws into studs, or hollow-wall anchors. Every candidate is judged and
// ranked.

#include "assembly/assembly.h"
#include "assembly/mount.h"
#include "catalog/catalog.h"
#include "load/load_spec.h"
#include "room/wall.h"
#include "strength/check.h"
#include "strength/sag.h"
#include "strength/section.h"

#include <optional>

namespace owl {

enum class RailSupport {
    studs,       ///< wood screws into timber studs
    flanges,     ///< fixings through the flanges of steel studs
    cover,       ///< anchors in the wall cover, no stud: light pieces only
    masonry,     ///< plugs and anchors in brick, block or concrete
    rodsStud,    ///< rods in bored studs
    rodsPlate,   ///< rods welded to plates that are screwed to studs
    rodsStrip,   ///< home-made rods in a strip that is screwed to studs
    rodsMasonry, ///< rods in bored masonry
    rodsPlug,    ///< rods in eccentric plugs in masonry
    arms,        ///< a ledger with arms, over which a hollow slides
    ledgers,     ///< strips on two or three walls, screwed into their studs
    floor        ///< its own feet alone, no hole in the wall
};
bool isRods(RailSupport k);

/// What may hold a rail: a screw of the catalogue into studs, or an anchor of the catalogue.
struct RailOption {
    std::string id, name;
    RailSupport kind = RailSupport::studs;
    const Screw* screw = nullptr;
    const AnchorKind* anchor = nullptr;
    int second = 0;           ///< 1: not what one would take without being asked (thin, or a special head)
    const Rod* rod = nullptr; ///< null: the thinnest that holds is looked for
    const Hanger* hanger = nullptr; ///< what the rail hangs on; null: the fixings go through the rail itself
    const Screw* studScrew = nullptr;   ///< for walls of studs beside one that takes none
    const AnchorKind* beside = nullptr; ///< in the cover, where only one stud lies behind the ledger
    std::string unfit = {};             ///< asked for, and this wall cannot take it: why; empty: it can
    bool usual = false;                 ///< a hanger that the piece was made for: taken without being asked
    /// True when the program takes it only where a person asks for it.
    [[nodiscard]] bool onlyWhenAsked() const { return !usual && (hanger != nullptr || beside != nullptr); }
    /// True when it holds in what carries the wall, not just in its cover.
    [[nodiscard]] bool firm() const { return kind != RailSupport::cover; }
    /// True when it goes where the studs are.
    [[nodiscard]] bool atStuds() const {
        return kind == RailSupport::studs || kind == RailSupport::flanges || kind == RailSupport::rodsStud ||
               kind == RailSupport::rodsPlate || kind == RailSupport::rodsStrip ||
               kind == RailSupport::arms || kind == RailSupport::ledgers;
    }
};

/// A railed piece as the strength rules see it. x from the piece's left end.
struct RailPiece {
    const Assembly* assembly = nullptr;
    Section section;                         ///< across the piece, glued or not
    double glueLineZ = 0, glueLineWidth = 0; ///< mm; width 0 = no glue line to check
    WoodAllowable woodC1, woodC2;
    std::optional<double> sheetFb; ///< MPa that stays: of the weakest sheet in the section; empty: none in it
    double kDef = solidWoodCreep;  ///< of what creeps most in the section
    LoadSpec load;
    double hand = 220;         ///< N at the front edge
    bool leaningCounts = true; ///< somebody may be expected to lean on it (S12.9)
    SagLimit sagLimit = SagLimit::plain;
    bool stiff = false;             ///< taken not to bend between its fixings, which share by levers (S9.10)
    double standOff = 0;            ///< mm that a candidate holds it farther from the wall than it now is
    double screwPasses = 0;         ///< mm of wood or metal under the wall screws' heads; 0: the rail
    double mass = 0, gravityY = 0;  ///< kg, mm from the wall
    std::optional<double> gravityX; ///< mm from the left end; empty: the middle
    double strengthLimit = 1;       ///< 0.6 above a bed
    Grade grade = Grade::B;         ///< worst input so far
    const Joint* joint = nullptr;   ///< base to back
    const Screw* jointScrew = nullptr;
    double twistGJ = 0, turnStiffness = 0; ///< N mm2, N mm/rad a support; both 0: the lever rule (S5.6)
    const Catalog* catalog = nullptr;      ///< for rods and screws as sold
    bool metric = true;
    double hangingMass = 0, hangingY = 0; ///< kg, mm from the wall: what hangs on that joint without contents
    bool joinedFromBelow = true;
};
/// The wall behind it.
struct RailWall {
    double cover = 0;       ///< mm, carries nothing
    double behindCover = 0; ///< mm of free room behind it; 0: nobody looked
    double crush = 0.7;     ///< MPa under the rail's edge
    double studG = 0.42, studWidth = 38, studDepth = 89;
    std::vector<double> studs; ///< x of the studs behind the rail, mm from the piece's left end
    bool studsKnown = true;
    std::optional<std::vector<double>> anchors; ///< x of holes clear of wires and pipes; none: spread evenly
    const WallKind* kind = nullptr; ///< what it is built of; null: timber studs under plasterboard
    /// For every ledger of a piece that rests on several walls, the wall it is on; studs and anchors from the
    /// corner it is counted from.
    std::vector<RailWall> sides;
};

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
struct RailVerdict {
    RailVerdict();
    ~RailVerdict();
    RailVerdict(const RailVerdict&);
    RailVerdict(RailVerdict&&) noexcept;
    RailVerdict& operator=(const RailVerdict&);
    RailVerdict& operator=(RailVerdict&&) noexcept;
    RailOption option;
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
    double screwLength = 0, pen = 0;                  ///< mm
    bool shortBite = false;                           ///< less than 38 mm in the stud, and still enough
    bool cableCaution = false;
    double carryKg = 0, carryStrengthKg = 0; ///< contents: with the looks limits, by strength alone
    double carryLeaningKg = 0;               ///< contents with which it takes the hand as well
    bool carryCapped = false;                ///< more was not looked at (S12.10)
    std::string carryGoverns;
    int holes = 0, difficulty = 1;
    double cost = 0;
};

/// The sag that uses most of its limit, of the whole piece or of a board in it: mm, and the limit.
struct SagSeen {
    double sag = 0, limit = 0;
};
SagSeen worstSag(const RailVerdict& v);

/// Every support that the seats of a piece can take on such a wall; null: timber studs under plasterboard.
std::vector<RailOption> supportOptions(const Assembly& a, const Catalog& catalog, bool metric,
                                       const WallKind* wall);
/// All options for a wall, lightest screw first; null: timber studs under plasterboard.
std::vector<RailOption> railOptions(const Catalog& catalog, bool metric, const WallKind* wall);
/// Ids of the supports that a piece with these seats is offered on such a wall.
std::vector<std::string> supportIds(const Assembly& a, const Catalog& catalog, bool metric,
                                    const WallKind* wall);
/// Anchor places for a rail between left and right: at least three, at most 400 mm apart, 50 mm from the
/// ends.
std::vector<double> anchorPlaces(double left, double right);
/// Judges one option. `factor` scales the contents.
RailVerdict judgeRail(const RailPiece& piece, const RailWall& wall, const RailOption& option,
                      double factor = 1);
class StaticsCache; // support/rail_statics.h

/// Adds carryKg, carryStrengthKg and carryLeaningKg by bisection on the contents (even load when there are
/// none), never above 45 kg/m or 100 kg.
void findCapacity(RailVerdict& v, const RailPiece& piece, const RailWall& wall);
void findCapacity(RailVerdict& v, const RailPiece& piece, const RailWall& wall, StaticsCache& cache);
/// Best first: verdict, firm before cover, plain before special, the nearest miss, difficulty; what is only
/// taken when asked for after the others, refused ones last.
void sortSupports(std::vector<RailVerdict>& supports);
/// All options judged and sorted; those that are only taken when asked for are just listed, but for the one
/// with the id `asked`. With a cache: only the figures, no words; judgeRail() says how they came
/// about.
std::vector<RailVerdict> rankRail(const RailPiece& piece, const RailWall& wall, const Catalog& catalog,
                                  bool metric, const std::string& asked, StaticsCache& cache);
std::vector<RailVerdict> rankRail(const RailPiece& piece, const RailWall& wall, const Catalog& catalog,
                                  bool metric);

} // namespace owl
