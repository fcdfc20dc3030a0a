#pragma once
// What is known: reference data, read and checked once. Every row carries its source and confidence.

#include "catalog/recipe.h"
#include "strength/wood.h"

#include <nlohmann/json.hpp>
#include <string>
#include <tl/expected.hpp>
#include <vector>

namespace owl {

struct Species {
    std::string id, name;
    bool softwood = true;
    WoodMeans means;      ///< MPa
    double assignedG = 0; ///< NDS group value, 0 when none
    bool blotches = false, resinous = false;
    double moves = 0;    ///< change of width a percent of moisture, as a fraction, growth rings lying flat
    bool sheet = false;  ///< sold in sheets, with grain along the first size or none; no board is cut of it
    bool grained = true; ///< of a sheet: its faces have a direction
    bool plies = false;  ///< its edges show layers
    double kDef = 0;     ///< creep of sheets (EC5 table 3.2); 0: solid wood's
    double working = 0;  ///< of a sheet: share of the mean strength that a load which stays may use
    double density = 0;  ///< kg/m3, of a sheet
    std::vector<double> thicknesses; ///< mm, of a sheet: as measured, not as named
    std::string source, conf;
    /// G for fasteners: the code's group value if there is one, else from sg12.
    [[nodiscard]] double fastenerG() const;
    /// Specific gravity by which pilot holes are chosen: a hard sheet holds screws badly and splits all the
    /// same.
    [[nodiscard]] double pilotG() const;
};

enum class ScrewHead {
    flat,  ///< countersunk
    trim,  ///< small countersunk head that hardly shows: pulls through sooner
    washer ///< wide flat head that stays on the surface: holds the rail best
};

/// A wood screw: mm. `label` is '#8' or '4 mm'.
struct Screw {
    std::string id, label;
    bool metric = false;
    ScrewHead headKind = ScrewHead::flat;
    /// How deep the head sits in the wood when it is flush, mm: about half of head less shank (S10.6).
    [[nodiscard]] double countersink() const { return headKind == ScrewHead::washer ? 0 : (head - d) / 2; }
    bool lag = false; ///< a coach screw: turned in with a wrench, over a washer as wide as `head`
    /// mm of thread that holds, of a screw `length` mm long that goes `pen` mm in: two thirds of its length
    /// are thread; of a lag screw 0.6, and its tapered tip holds nothing (DIN 571, NDS appendix L).
    [[nodiscard]] double thread(double pen, double length) const;
    double d = 0, root = 0, head = 0, pilotSoft = 0, pilotHard = 0, clearance = 0, plug = 0;
    std::string pilotSoftInch, pilotHardInch, clearanceInch; ///< drill bits as sold in inches
    std::vector<double> lengths;                             ///< mm
    std::vector<std::string> lengthLabels;                   ///< '1-1/4 in' or '30 mm'
    std::string source, conf;
};

/// A lag (coach) screw into the end of an arm.
struct LagScrew {
    std::string id, label;
    bool metric = false;
    double d = 0, root = 0, pilotSoft = 0, pilotHard = 0, clearance = 0; ///< mm
    double threadShare = 0, threadPlus = 0, tip = 0;                     ///< of the length; mm; mm
    std::vector<double> lengths;                                         ///< mm, shortest first
    std::string source, conf;
    /// Thread that holds, of a screw `length` mm long: without its tapered tip (NDS appendix L).
    [[nodiscard]] double thread(double length) const;
    /// The longest that is sold and no longer than `most` mm; `most` itself where none is so short.
    [[nodiscard]] double longest(double most) const;
};

/// How a pocket jig is set for a board, and the screw that goes with it.
struct PocketSetting {
    double thickness = 0, length = 0; ///< mm: of the board that is bored, of the screw
    std::string screw, metricScrew;   ///< screw ids
};

struct Lumber {
    std::string nominal;
    double thickness = 0, width = 0; ///< mm, actual
};

struct FinishKind {
    std::string id, name, sandBetween, tools, warning, note, source, conf;
    int coats = 1;
    double touchDryH = 0, recoatMinH = 0, recoatMaxH = 0;
    double cureDays = 0;                   ///< full cure, low end
    double coverage = 0;                   ///< m2 per litre, low end
    double wipeLeast = 0, wipeMinutes = 0; ///< before what is left is wiped off
};

struct Compatibility {
    std::string under, over, code, meaning;
};

/// How a small thing is sold: 'box' of 25, 50 .., in units of `of`.
struct Package {
    std::string id, unit, of;
    std::vector<double> sizes;       ///< smallest first
    std::vector<std::string> labels; ///< of the sizes, may be empty
};

struct LoadKind {
    std::string id, group, name;
    double pitch = 0, height = 0, depth = 0; ///< mm
    double unitMass = 0;                     ///< kg
    double kgPerM = 0;
    bool single = false;
    std::string source, conf;
};

struct HeightAdvice {
    std::string id, topic, item, why, source, conf;
    double low = 0, typical = 0, high = 0; ///< mm, 0 where the table has none
};

/// What a wall holds by: wood screws into studs, fixings through thin steel studs, or plugs in masonry.
enum class WallHold { studs, metal, masonry };
struct WallKind {
    std::string id, name, source, conf;
    WallHold holds = WallHold::studs;
    std::string region;    ///< us, uk, eu: whose habits its cables follow
    std::string cover;     ///< usual cover, id in covers
    std::string traps;     ///< how it misleads
    double rodBearing = 0; ///< MPa that a rod may press on it with (S8.7); 0: no rod without a figure for it
    double studWidth = 0, studDepth = 0, coverThickness = 0, studG = 0;
    std::vector<double> spacings;
    std::vector<std::string> anchors; ///< ids of anchors that suit it, the usual one first
};
/// One anchor's typical allowable range in a wall, N; the low ends are what counts.
struct AnchorKind {
    std::string id, wall, name, size, hole, note, source, conf;
    std::string setting;     ///< how it is set, a sentence; empty: as its package says
    double screw = 0;        ///< mm, of what goes into it; 0: it is a bolt of its own
    bool screwApart = false; ///< that screw is bought beside it
    double drill = 0;        ///< mm, 0: none given
    double depth = 0;        ///< mm of hole in what holds it, cover apart; 0: none given
    double behind = 0;       ///< mm of free room it needs behind the cover; 0: none
    bool through = false;    ///< it goes in through the rail, not only its screw does
    double tensionLow = 0, tensionHigh = 0, shearLow = 0, shearHigh = 0;
};
/// A rod that carries a shelf, as sold.
struct Rod {
    std::string id, material, label, source, conf;
    double d = 0, E = 0;                        ///< mm, MPa
    double allowStanding = 0, allowLeaning = 0; ///< MPa, bending
    double density = 0;                         ///< kg/m3
    bool metric = true;
};
enum class HangerKind { cleat, rail, keyhole, ring, eight };
/// What a back rail can hang on without a screw through it (S9.4, S9.5). mm; 0 where a size does not apply.
struct Hanger {
    std::string id, name, price, source, conf; ///< price: the shop's key; empty: nothing is bought
    HangerKind kind = HangerKind::cleat;
    double bevel = 0;    ///< degrees from horizontal
    double standOff = 0; ///< it holds the rail that far from the wall; a cleat by its own thickness
    double width = 0, height = 0, thickness = 0; ///< of a plate, or of a rail's profile
    double engaged = 0;                          ///< of two profiles, one in the other
    double recess = 0;                           ///< depth of its pocket in the rail
    double proud = 0;                            ///< of the wall screw's head
    double rating = 0, perMm = 0;                ///< kg by the package's low end, each or on that length
    double most = 0;                             ///< kg by habit, whatever the package says
    std::pair<double, double> sidePlay;          ///< it can be pushed sideways, at least and at most
    double density = 0;                          ///< kg/m3
    int difficulty = 2;
};
/// Something on a wall: usual size, room to leave around it, where its wires and pipes run.
struct ObstacleKind {
    std::string id, name, wires, pipes, why, source, conf;
    double width = 0, height = 0, bottom = 0, depth = 0;  ///< mm
    double clearSide = 0, clearAbove = 0, clearBelow = 0; ///< mm
    bool byCentre = false;                                ///< people measure to its centre, not its edge
};
struct FurnitureKind {
    std::string id, name;
    double width = 0, height = 0, depth = 0, bottom = 0; ///< mm; height of its body
};
/// A band in which cables usually run although no outlet shows.
struct WireBand {
    std::string id, region, from, why, source, conf; ///< from: corner, ceiling, floor, door
    bool vertical = false;
    double low = 0, high = 0; ///< mm from there
};
struct CoverKind {
    std::string id, name, source, conf;
    double crush = 0; ///< MPa it takes under the edge of a rail
};
struct Kerf {
    std::string id, name, source, conf;
    double mm = 0;
};
struct Caution {
    std::string activity, text, source, conf;
};
/// A tool of a home shop.
struct Tool {
    std::string id, name, without, source, conf; ///< without: how it is done without it
    std::vector<std::string> words;              ///< a step that names one of them needs it
    bool starter = true;                         ///< taken to be there until somebody says otherwise
};
struct Labour {
    std::string id, what, source;
    double minutes = 0;
};

class Catalog {
  public:
    std::vector<Species> species;
    std::vector<Screw> screws;
    std::vector<LagScrew> lagScrews;    ///< one in inches, one metric
    std::vector<PocketSetting> pockets; ///< thinnest board first
    std::vector<Lumber> lumberUs;
    std::vector<FinishKind> finishes;
    std::vector<Compatibility> compatibility;
    std::vector<LoadKind> loads;
    std::vector<HeightAdvice> heights;
    std::vector<WallKind> walls;
    std::vector<CoverKind> covers;
    std::vector<Rod> rods;
    std::vector<Hanger> hangers;
    std::vector<AnchorKind> anchors;
    std::vector<ObstacleKind> obstacles;
    std::vector<FurnitureKind> furniture;
    std::vector<WireBand> wireBands;
    std::vector<Kerf> kerfs;
    std::vector<Caution> cautions;
    std::vector<FinishRecipe> finishSystems;
    std::vector<Package> packages;
    std::vector<Labour> labour;
    std::vector<Tool> tools;
    nlohmann::json sanding;
    /// Whole subjects as read, for `catalog SUBJECT`.
    std::vector<std::pair<std::string, nlohmann::ordered_json>> subjects;

    [[nodiscard]] const Species* findSpecies(const std::string& id) const;
    [[nodiscard]] const Screw* findScrew(const std::string& id) const;
    [[nodiscard]] const LagScrew& lagScrew(bool metric) const;
    [[nodiscard]] const FinishKind* findFinish(const std::string& id) const;
    [[nodiscard]] const LoadKind* findLoad(const std::string& id) const;
    [[nodiscard]] const HeightAdvice* findHeight(const std::string& id) const;
    [[nodiscard]] const WallKind* findWall(const std::string& id) const;
    [[nodiscard]] const CoverKind* findCover(const std::string& id) const;
    [[nodiscard]] const AnchorKind* findAnchor(const std::string& id) const;
    [[nodiscard]] const ObstacleKind* findObstacleKind(const std::string& id) const;
    [[nodiscard]] const FurnitureKind* findFurnitureKind(const std::string& id) const;
    /// Minutes for an operation; 0 for an unknown id.
    [[nodiscard]] double minutes(const std::string& id) const;
    [[nodiscard]] const Package* findPackage(const std::string& id) const;
    /// Sentences for an activity such as 'drilling walls'.
    [[nodiscard]] std::vector<std::string> cautionsFor(const std::string& activity) const;
    /// Y, S, D, B, T or N for a coat over an under-layer; empty when the table has no row.
    [[nodiscard]] std::string over(const std::string& under, const std::string& coat) const;
    /// 'P80 -> P120 -> P180' for a start, finish and wood; empty when the table has no row.
    [[nodiscard]] std::string sandingSequence(const std::string& start, const std::string& finish,
                                              bool softwood) const;
};

/// Reads one subject's rows from the text of a data file; the error names file, row and field.
tl::expected<nlohmann::ordered_json, std::string> readSubject(const std::string& file,
                                                              const std::string& text);
/// Builds the catalogue from the shipped data. Error: what is wrong in which row.
tl::expected<Catalog, std::string> loadCatalog();
/// The shipped catalogue, read once. Ends the program with a sentence if the shipped data is broken.
const Catalog& catalog();

} // namespace owl
