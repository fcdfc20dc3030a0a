#pragma once
// What a person wants: the document. Plain values; nothing derived is stored.

#include "catalog/recipe.h"
#include "load/load_spec.h"
#include "measure/format.h"
#include "piece/kinds.h"
#include "project/shared_list.h"
#include "room/room.h"
#include "shop/stock.h"
#include "strength/sag.h"

#include <memory>
#include <nlohmann/json.hpp>
#include <set>
#include <string>
#include <variant>
#include <vector>

namespace owl {

enum class Anchor { wallCentre, furnitureCentre, typed };

/// How a piece keeps to another.
enum class FollowHow {
    none,
    mirror, ///< its mirror image about a centre line, level with it
    above,  ///< centred on it, a fixed rise from its bottom to this one's
    beside  ///< level with it, a fixed gap from its right end (left end if the gap is negative)
};
struct Follow {
    FollowHow how = FollowHow::none;
    std::string leader;    ///< id of the piece that is followed
    Length gap;            ///< rise, or gap
    std::string about;     ///< mirror: id of the furniture whose centre line it is; empty: the wall's
    bool equalSize = true; ///< kind, sizes and wood are kept equal too
    bool operator==(const Follow&) const = default;
};

/// Where a piece hangs. x: left end from the wall's left corner (typed only); z: its bottom from the floor.
struct Placement {
    Anchor anchor = Anchor::wallCentre;
    std::string furniture; ///< id, when centred on it
    Length x;
    Length z = 1200_mm;
    Follow follow; ///< when it keeps to another, the figures above are not used
    bool operator==(const Placement&) const = default;
};

/// An outlet that feeds a lamp or a charger on the piece.
struct PowerNeed {
    std::string outlet; ///< id of an obstacle; empty: none
    std::string what = "lamp";
    Length cord = 1500_mm;
    bool operator==(const PowerNeed&) const = default;
};

/// Whether a hand that is too much blocks a piece or only warns (S12.9).
enum class Leaning {
    usual,  ///< by height, depth and what is below it
    people, ///< somebody leans on it or stands up by it
    nobody
};

/// Which concealed support; 'auto' takes the best ranked one.
/// A stud that no screw goes into, though it is behind the piece.
struct StudLeftOut {
    Length x; ///< from the wall's left
    bool operator==(const StudLeftOut&) const = default;
};
struct HoldChoice {
    std::string support = "auto";
    int rows = 0; ///< rows of wall screws in the rail; 0: one where it holds, else two
    Leaning leaning = Leaning::usual;
    bool aboveBed = false; ///< over a bed, a child's place or a seat: limit 0.6 instead of 1 (S12.3)
    std::vector<StudLeftOut> without = {};
    bool operator==(const HoldChoice&) const = default;
};

/// A part that is cut to what stands there already, not to its planned size.
struct CutToFit {
    std::string part; ///< id
    Length turnedOut; ///< its length once it is cut; 0: not yet
    bool operator==(const CutToFit&) const = default;
};

struct Piece {
    Piece();
    ~Piece();
    Piece(const Piece&);
    Piece(Piece&&) noexcept;
    Piece& operator=(const Piece&);
    Piece& operator=(Piece&&) noexcept;
    std::string id, name, wall;
    PieceParams params; ///< one alternative a kind
    Placement place;
    LoadSpec load;
    HoldChoice hold;
    PowerNeed power;
    std::string finish;             ///< recipe of this piece; empty: the project's
    std::vector<FinishOn> finishOn; ///< of single parts and faces; the nearest counts
    std::vector<CutToFit> fits;     ///< parts that are cut to fit
    SagLimit sagLimit = SagLimit::plain;
    bool operator==(const Piece&) const;
};
/// The kind id of a piece ('ledge').
const char* kindOf(const Piece& piece);

/// Who cuts along the grain.
enum class Ripping {
    home,
    shop, ///< the shop's saw, so much a cut
    none  ///< nobody: boards must have the width of the parts
};

struct WoodChoice {
    std::string cutter = "ts_full"; ///< id in data/kerfs.json
    Length kerf = Length::mm(3.2);
    Length endTrim = 5_mm; ///< lost at each end of a board, saw cut included, unless the board says otherwise
    std::vector<StockItem> boards; ///< the project's own; one with a shop's id replaces it
    std::set<std::string> leftOut; ///< ids of boards not to use
    bool onlyOwn = false;          ///< the boards above are all there is
    bool rackCosts = false;        ///< wood from the rack has its price; else it costs nothing
    Ripping ripping = Ripping::home;
    double shopCut = 1;     ///< price of one cut at the shop
    double targetPrice = 0; ///< 0 = none
    bool operator==(const WoodChoice&) const = default;
};

/// What the shop has, as it differs from the usual starter set (data/tools.json).
struct ToolChoice {
    std::set<std::string> without; ///< ids of the starter set that are not there
    std::set<std::string> also;    ///< ids beyond it that are
    Length crosscut = 300_mm;      ///< the widest board the crosscutting saw reaches over (sliding mitre saw)
    Length rip = 610_mm;           ///< the widest strip between blade and fence (jobsite table saw)
    Length cutDepth = 79_mm;       ///< the thickest board either cuts in one pass
    bool operator==(const ToolChoice&) const = default;
};

/// What everything on its way into the home must pass; 0: nobody measured.
struct WayIn {
    Length doorWidth, doorHeight; ///< clear, of the narrowest door
    Length stairWidth;            ///< clear, of stairs and landing where they turn
    bool operator==(const WayIn&) const = default;
};

struct FinishChoice {
    std::string recipe = "oil"; ///< of the project: a known system, one of the recipes below, or 'none'
    std::vector<FinishRecipe> recipes;      ///< the project's own
    bool hiddenBare = false;                ///< faces against the wall stay bare
    std::string start = "2026-03-07T09:00"; ///< when the work starts, local clock time
    int dayBegins = 8, dayEnds = 20;        ///< hours between which one wants to work
    bool operator==(const FinishChoice&) const = default;
};

/// What happened, written down by hand.
struct LogEntry {
    std::string id, date, text;
    double hours = 0, cost = 0;
    bool operator==(const LogEntry&) const = default;
};

struct Project {
    Project();
    ~Project();
    Project(const Project&);
    Project(Project&&) noexcept;
    Project& operator=(const Project&);
    Project& operator=(Project&&) noexcept;
    std::string name = "Untitled";
    NumberStyle style; ///< units and tape fraction
    std::vector<Room> rooms;
    std::vector<Wall> walls;
    std::vector<Corner> corners;
    std::vector<Alcove> alcoves;
    std::vector<Piece> pieces;
    WoodChoice wood;
    FinishChoice finish;
    ToolChoice tools;
    WayIn wayIn;
    std::set<std::string> done; ///< ticked cuts and steps, by id
    SharedList<LogEntry> log;

    /// The text this project was read from, so that unknown keys and unchanged files survive; not part of the
    /// value.
    struct Source {
        std::string text;
        nlohmann::ordered_json json;
        std::shared_ptr<const Project> asRead; ///< what the text says
    };
    std::shared_ptr<const Source> source;

    [[nodiscard]] const Room* findRoom(const std::string& id) const;
    [[nodiscard]] const Wall* findWall(const std::string& id) const;
    [[nodiscard]] Wall* findWall(const std::string& id);
    [[nodiscard]] Piece* findPiece(const std::string& id);
    [[nodiscard]] const Piece* findPiece(const std::string& id) const;
    bool operator==(const Project& o) const;
    /// Equal in all that a file keeps: the comma or point of one who looks at it is no part of the work.
    [[nodiscard]] bool sameWork(const Project& o) const;

  private:
    [[nodiscard]] bool sameContent(const Project& o) const;
};

/// A project with one wall and one piece of this kind in round sizes of the unit system. Error: unknown kind.
tl::expected<Project, std::string> newProject(const std::string& kind, Units units);
/// Adds a piece of a kind to the project on the wall; returns its id.
std::string addPiece(Project& project, const std::string& kind, const std::string& wall);
/// Adds a wall to a room (made when the id is new); returns the wall's id.
std::string addWall(Project& project, const std::string& room);

} // namespace owl
