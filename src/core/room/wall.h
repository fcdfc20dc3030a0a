#pragma once
// One wall: its size, what it is made of, its studs as found, what is on it and in front of it.
// Places on a wall: x from its left corner, z from the floor.

#include "catalog/catalog.h"
#include "measure/length.h"
#include "scan/trace.h"

#include <optional>
#include <string>
#include <vector>

namespace owl {

enum class StudMode { spacing, positions, unknown };

/// How a stud came to be known.
enum class StudSource {
    typed,  ///< measured and typed
    scan,   ///< accepted from a scan
    seen,   ///< seen with the cover open, or probed
    assumed ///< filled in from the usual spacing
};

/// A stud as found. Never moved by the program.
struct FoundStud {
    Length x;              ///< centre
    Length width;          ///< 0: as the wall's studs
    double confidence = 1; ///< 0 to 1; below 0.5 nothing may rest on it until it is probed
    StudSource source = StudSource::typed;
    bool operator==(const FoundStud&) const = default;
};

/// What a person decided about an odd signal of a scan.
enum class SignalDecision { open, keepClear, ignored };
struct OddMark {
    std::string id, kind; ///< kind: 'pipe', 'metal' .. as the scan names them
    Length x, width;
    SignalDecision decision = SignalDecision::open;
    bool operator==(const OddMark&) const = default;
};

/// Something on the wall, in its face or behind it. x: left edge, z: bottom edge.
struct Obstacle {
    std::string id, kind = "outlet", name; ///< kind: id in data/obstacles.json
    Length x, z, width = 70_mm, height = 110_mm;
    std::string runs = "usual"; ///< its wires or pipes: 'usual' as its kind, 'all', 'up_down', 'up', 'down',
                                ///< 'sideways', 'none' (traced: there are none)
    std::string swing = "none"; ///< doors and windows: 'none', 'left' or 'right' = the hinge side
    bool operator==(const Obstacle&) const = default;
    [[nodiscard]] Length right() const { return x + width; }
    [[nodiscard]] Length top() const { return z + height; }
    [[nodiscard]] Length centreX() const { return x + width / 2; }
    [[nodiscard]] Length centreZ() const { return z + height / 2; }
};

/// Something that stands or hangs in front of the wall. x: left edge.
struct Furniture {
    std::string id, kind = "sideboard", name;
    Length x, width = 1000_mm, height = 800_mm; ///< height of its top above the floor
    Length depth = 400_mm;
    Length bottom; ///< above the floor; more than 0 for a hung TV
    bool operator==(const Furniture&) const = default;
    [[nodiscard]] Length right() const { return x + width; }
    [[nodiscard]] std::string title() const { return name.empty() ? kind : name; }
};

/// A corner of the outline of a sloped ceiling.
struct CeilingPoint {
    Length x, z;
    bool operator==(const CeilingPoint&) const = default;
};

/// A stretch of wall cover that is cut away, so that supports land on bare wood. Planned and, once cut, as it
/// really came out.
struct CoverOpening {
    std::string id;
    Length x, z, width = 600_mm, height = 120_mm; ///< what the support needs, without play
    Length play = 3_mm;                           ///< all round
    bool cut = false;                             ///< done: then the figures below count
    Length cutX, cutZ, cutWidth, cutHeight;
    std::string behind; ///< what was seen or may lie behind
    bool operator==(const CoverOpening&) const = default;
    /// Left edge, bottom, width, height as planned with play, or as cut.
    [[nodiscard]] Length left() const { return cut ? cutX : x - play; }
    [[nodiscard]] Length bottom() const { return cut ? cutZ : z - play; }
    [[nodiscard]] Length wide() const { return cut ? cutWidth : width + play * 2; }
    [[nodiscard]] Length high() const { return cut ? cutHeight : height + play * 2; }
    [[nodiscard]] Length right() const { return left() + wide(); }
    [[nodiscard]] Length top() const { return bottom() + high(); }
};

/// A scan kept with the wall, thinned for drawing; the studs accepted from it stand in `studs`.
struct WallScan {
    double start = 0, step = 4; ///< mm
    std::vector<double> readings;
    bool operator==(const WallScan&) const = default;
    [[nodiscard]] Trace trace() const;
};
/// Thins a trace to keep it with a wall.
WallScan keptScan(const Trace& trace);

struct Wall {
    std::string id, room, name; ///< room: id of a Room
    Length width = 3000_mm, height = 2440_mm;
    std::vector<CeilingPoint> ceiling;           ///< sloped: corners left to right; empty: flat at `height`
    std::string construction = "timber_stud_us"; ///< id in data/walls.json
    std::string cover = "gypsum";                ///< id in data/covers.json
    Length coverThickness = Length::mm(12.7);
    Length behindCover; ///< free room between the cover and what comes next, as measured; 0: nobody looked
    Length baseboard = 90_mm, crown;
    StudMode studMode = StudMode::spacing;
    Length spacing = Length::mm(406.4); ///< studs at firstStud + k spacing
    Length firstStud = Length::mm(406.4);
    std::vector<FoundStud> studs; ///< in the order in which they were entered
    Length studWidth = Length::mm(38.1), studDepth = Length::mm(88.9);
    bool bandsTraced = false; ///< the usual cable bands were checked and are free
    std::vector<Obstacle> obstacles;
    std::vector<Furniture> furniture;
    std::vector<CoverOpening> openings;
    std::vector<OddMark> oddMarks;
    std::vector<FoundStud> proposed; ///< read off the last scan, not yet accepted
    std::optional<WallScan> scan;
    std::string user = "adult"; ///< who uses what hangs here: id of a row in data/heights.json, or 'adult'
    bool walkway = false;       ///< people walk along it
    bool operator==(const Wall&) const = default;
};

/// Centres of all studs on the wall, left to right. Unknown studs: none. Wild spacings (under 100 mm): none.
std::vector<Length> studCentres(const Wall& wall, const Catalog& catalog = owl::catalog());
/// False for brick, block and concrete.
bool hasStuds(const Wall& wall, const Catalog& catalog = owl::catalog());
/// All studs on the wall as found or as the spacing gives them, left to right.
std::vector<FoundStud> studsOf(const Wall& wall, const Catalog& catalog = owl::catalog());
/// Studs whose centre lies in [x0 + margin, x1 - margin].
std::vector<Length> studsBetween(const Wall& wall, Length x0, Length x1, Length margin,
                                 const Catalog& catalog = owl::catalog());
/// Height of the ceiling at x.
Length ceilingAt(const Wall& wall, Length x);
/// Lowest ceiling over a stretch.
Length lowestCeiling(const Wall& wall, Length x0, Length x1);
/// The furniture, obstacle or opening with this id, or null.
const Furniture* findFurniture(const Wall& wall, const std::string& id);
const Obstacle* findObstacle(const Wall& wall, const std::string& id);
/// Left edge and width of the furniture, fireplace, window or door with this id, on which a piece can be
/// centred; nothing when no such thing is there.
std::optional<std::pair<Length, Length>> extentOf(const Wall& wall, const std::string& id);
/// True for obstacles that a piece can be centred on.
bool hasCentreLine(const Obstacle& o);
/// The highest furniture under the stretch that ends below z; null when there is none.
const Furniture* furnitureBelow(const Wall& wall, Length x0, Length x1, Length z);
/// The opening that holds the whole rectangle, or null.
const CoverOpening* openingAround(const Wall& wall, Length x0, Length x1, Length z0, Length z1);

} // namespace owl
