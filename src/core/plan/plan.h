#pragma once
// plan(): the one place that knows the order. Project + Shop + Catalog -> Plan. Pure: no clock, no files;
// what it keeps for the next time (`Earlier`, `GroupMemo`) it is given, and the answer is the same without.

#include "build/steps.h"
#include "cutting/job.h"
#include "cutting/sequence.h"
#include "cutting/solve.h"
#include "finish/schedule.h"
#include "hang/marks.h"
#include "plan/finding.h"
#include "room/height_advice.h"
#include "room/snap.h"
#include "room/zones.h"
#include "shop/shop.h"
#include "support/support.h"

#include <array>
#include <functional>

namespace owl {

/// A stud that lies behind a piece but may not be drilled.
struct BarredStud {
    Length x; ///< from the piece's left end
    NoDrillZone zone;
};

/// Everything derived for one wall.
struct WallPlan {
    std::string id;
    std::vector<NoDrillZone> zones;
};

/// A hole in the wall and through the rail.
struct WallHole {
    Length x, z; ///< from the piece's left end, above its bottom
};

/// Who may be expected to lean on a piece, and how hard.
struct HandView {
    double newton = 0;     ///< the hand that was taken
    std::string why;       ///< why that one: 'its top is below 1.1 m'
    bool counts = true;    ///< too much for a hand blocks, else it warns (S12.9)
    std::string countsWhy; ///< why it counts; empty when it does not
};

/// The wall behind one ledger of a piece that rests on several.
struct LedgerWall {
    std::string to, wall;        ///< as mounts name it; id, empty: nobody entered it
    std::vector<Length> studs;   ///< behind the ledger and free to drill, from the corner it is counted from
    std::vector<Length> anchors; ///< where anchors would go
    Length cover;
    double confidence = 1; ///< of the least sure stud
};

/// Everything derived for one piece.
struct PiecePlan {
    PiecePlan();
    ~PiecePlan();
    PiecePlan(const PiecePlan&);
    PiecePlan(PiecePlan&&) noexcept;
    PiecePlan& operator=(const PiecePlan&);
    PiecePlan& operator=(PiecePlan&&) noexcept;
    std::string id, name;
    Draft made;              ///< parts, joints, problems
    Length left, bottom;     ///< on its wall
    bool leaderLost = false; ///< it should keep to a piece that it cannot keep to
    double mass = 0;         ///< kg, its own
    double contents = 0;     ///< kg
    HandView hand;
    std::string limitWhy;                 ///< why strength is used to 60 % only (S12.3); empty: it is not
    int rows = 1;                         ///< rows of wall screws its rail was made for
    Length cover;                         ///< wall cover behind its rail; 0 in an opening of the cover
    std::vector<Length> studs;            ///< behind the rail and free to drill, from the piece's left end
    std::vector<BarredStud> barred;       ///< behind the rail, but in the way of a wire or pipe
    std::vector<Length> anchors;          ///< where anchors would go, clear of wires and pipes
    std::vector<LedgerWall> ledgerWalls;  ///< for every ledger, where it rests on several walls
    double studConfidence = 1;            ///< of the least sure stud that is used
    std::vector<SupportVerdict> supports; ///< every candidate, best first
    std::size_t chosen = 0;               ///< index into supports
    std::vector<WallHole> holes;          ///< of the support in use
    std::map<std::string, std::array<double, 6>>
        open;                                    ///< part -> m2 of each face (Face) that air and finish reach
    std::map<std::string, std::string> finishes; ///< part -> recipe that most of it gets, or 'none'
    std::vector<LoadCase> loadPath;              ///< forces on it and what its mounts give
    double woodDensity = 0;                      ///< kg/m3 of its wood
    std::vector<HeightBand> heights;
    std::vector<BuildStep> steps;
    std::vector<WallMark> marks;
    std::string label; ///< for its underside
    bool hasty =
        false; ///< made, held and marked only, while a hand drags: steps and words are those of before
    double effort = 0; ///< what planning it took, in about microseconds (strength/effort.h)
    [[nodiscard]] const Assembly& assembly() const { return made.assembly; }
    /// Why it cannot be made as planned: then nothing that is said of what holds it holds (S12.10). Empty: it
    /// can.
    [[nodiscard]] std::string unmakeable() const {
        for (const auto& p : made.problems)
            if (p.blocks)
                return p.text;
        return {};
    }
    [[nodiscard]] Length right() const { return left + assembly().length; }
    [[nodiscard]] Length top() const { return bottom + assembly().height; }
    /// The support in use; null when there are no candidates.
    [[nodiscard]] const SupportVerdict* hold() const {
        return chosen < supports.size() ? &supports[chosen] : nullptr;
    }
};

struct ShoppingLine {
    std::string what, unit;
    double quantity = 0, price = 0; ///< price of all of it
    bool fromRack = false;
};

/// Everything derived, immutable.
struct Plan {
    Plan();
    ~Plan();
    Plan(const Plan&);
    Plan(Plan&&) noexcept;
    Plan& operator=(const Plan&);
    Plan& operator=(Plan&&) noexcept;
    std::vector<WallPlan> walls;
    std::vector<PiecePlan> pieces;
    std::vector<StockItem> stock; ///< what the cut plan could choose from
    CutJob cutJob;
    CutPlan cut;
    std::shared_ptr<GroupMemo> cutMemo; ///< what was searched for it, for the next plan
    std::vector<std::string> apart;     ///< pieces whose strips fit no single board
    std::vector<SawCut> sequence;
    FinishPlan finish;
    std::vector<ShoppingLine> shopping;
    std::vector<Finding> findings; ///< worst first
    double cost = 0;               ///< wood, screws, glue, finish
    bool priced = true;            ///< false: parts find no board, so nobody knows what it costs
    double hours = 0;              ///< hands on
    bool hasty = false;            ///< boards, finish, shopping and findings are those of before
    [[nodiscard]] const PiecePlan* find(const std::string& id) const;
    [[nodiscard]] const WallPlan* findWall(const std::string& id) const;
    /// Outlines of the pieces on a wall, all but one.
    [[nodiscard]] std::vector<PlacedPiece> placedOn(const Project& project, const std::string& wall,
                                                    const std::string& except = {}) const;
    [[nodiscard]] bool blocked() const; ///< a finding blocks
    /// Words for a part of the cut job: 'base (Hall ledge)', or 'base' when there is only one piece.
    [[nodiscard]] std::string partName(const std::string& cutId) const;
};

/// A project that was planned before with the same shop and catalogue: what has not changed since is taken
/// over.
struct Earlier {
    const Project& project;
    const Plan& plan;
};

/// How a piece is made of its parameters; a test may write a kind of its own.
using PieceMaker = std::function<Draft(const PieceParams&, const MakeContext&, const Catalog&)>;

/// While a hand drags: the pieces that changed are made and held by the support that held them, everything
/// else is taken out of the plan of before, which is used up. What it lacks `plan()` brings when the hand
/// rests; memory never takes a hasty piece for a planned one.
Plan planHastily(const Project& project, const Shop& shop, const Catalog& catalog, const Project& before,
                 Plan&& earlier, const PieceMaker& maker = makePiece);

/// Derives everything. The same answer every time for the same three values, with an earlier plan or without.
/// `effort`: how long the cut plan is searched for.
Plan plan(const Project& project, const Shop& shop, const Catalog& catalog, const Earlier* earlier = nullptr,
          const CutEffort& effort = {}, const PieceMaker& maker = makePiece);

} // namespace owl
