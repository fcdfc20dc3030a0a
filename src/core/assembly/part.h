#pragma once
// A part of a piece, as it is cut and as it sits in the piece.

#include "measure/length.h"
#include "solid/solid.h"

#include <string>
#include <vector>

namespace owl {

/// A point or size in the piece: x along it, y out of the wall, z up; from its left end, the wall face, its
/// bottom.
struct Vec {
    Length x, y, z;
    bool operator==(const Vec&) const = default;
};
inline Vec3 mm(const Vec& v) {
    return {v.x.mm(), v.y.mm(), v.z.mm()};
}

/// An axis-parallel box in the piece.
struct Cell {
    Vec at, size;
};

/// Where a part sits: its own axes as directions of length 1 in the piece.
struct Pose {
    Vec3 origin;
    Vec3 along{1, 0, 0}, across{0, 1, 0}, through{0, 0, 1};
    /// A place given in the part's own frame, in the piece.
    [[nodiscard]] Vec3 at(double l, double w, double t) const {
        return origin + along * l + across * w + through * t;
    }
    [[nodiscard]] std::array<Vec3, 3> axes() const { return {along, across, through}; }
};

/// In what form the material comes.
enum class Stock { board, sheet, bar, plate, fitting };
const char* stockName(Stock s);

/// Something cut into or out of a part.
struct Feature {
    std::string id;           ///< 'base/groove-back'
    std::string kind;         ///< 'tongue', 'groove', 'step', 'bevel', 'profile' ..
    std::string text;         ///< for people: where and how much
    std::string purpose;      ///< the joint or mount that needs it; may be empty
    std::string whatFor = {}; ///< what it serves, as one says it: 'shelf 1 of bay 1'; may be empty
    bool endGrain = false;    ///< a profile that crosses the ends of boards as well
    /// Its sizes by the names of `docs/formats.md`: 'depth_mm', 'angle_deg' ..
    std::vector<std::pair<std::string, double>> sizes = {};
};
/// Purpose of a hole in a rail that waits for a wall nobody has measured yet.
inline constexpr const char* patternHole = "pattern";
/// Purpose of the holes of a row for shelf pins.
inline constexpr const char* pinHole = "pin row";
/// A round hole; not taken out of the solid.
struct Hole {
    std::string id;
    Vec3 at;                        ///< its mouth
    Vec3 direction;                 ///< into the wood, length 1
    double diameter = 0, depth = 0; ///< mm
    std::string purpose;            ///< the joint, rod or mount that needs it
};

struct Part {
    std::string id;   ///< unique in the piece: 'base', 'cap-left'
    std::string name; ///< as a woodworker says it: 'back rail'
    Stock stock = Stock::board;
    std::string material; ///< species, or what a bar or fitting is made of; empty: the piece's wood
    double density = 0;   ///< kg/m3; 0: the piece's wood
    Length length, width, thickness; ///< the blank: length along the grain
    int quantity = 1;
    Pose pose;
    Solid solid; ///< in the piece
    std::vector<Feature> features;
    std::vector<Hole> holes;
    std::vector<std::string> why; ///< why it has that size, one sentence a dimension
    Length turnedOut;         ///< its length as it, or an equal one before it, was cut to fit; 0: as planned
    Length allowance;         ///< it is cut so much longer and wider, and fitted in its place
    bool fromSupport = false; ///< what holds the piece brought it
    bool finished = true;     ///< gets the finish
    std::string
        continues;       ///< the part in line with it, along the piece, that it continues in another section
    std::string cutWith; ///< an equal part whose row in the cut list counts for this one
    Vec3 apart;          ///< where it goes when the piece is pulled apart, in depths of the piece
    /// Volume of the solid in mm3.
    [[nodiscard]] double volume() const { return solid.volume(); }
    /// Smallest box along the piece's axes.
    [[nodiscard]] Cell bounds() const;
    /// True when its grain runs along the piece.
    [[nodiscard]] bool grainAlongPiece() const { return std::abs(pose.along.x) > 0.7; }
    /// Why it has its size and what is cut into it, in one line.
    [[nodiscard]] std::string reasons() const;
};

/// A part as its blank, nothing cut yet.
Part blankPart(std::string id, std::string name, Length length, Length width, Length thickness,
               const Pose& pose);
/// The blank of a part that was cut on all sides: its sizes set to what is left of the solid, its pose moved.
void fitBlank(Part& part);
/// A round bar as a 24-sided prism: its axis from `from` along `direction` (length 1), mm.
Part roundPart(std::string id, std::string name, const Vec3& from, const Vec3& direction, double diameter,
               double length);
/// The box [l0,l1] x [w0,w1] x [t0,t1] in the part's own frame, as a tool.
ConvexCell toolIn(const Part& part, std::array<double, 2> l, std::array<double, 2> w,
                  std::array<double, 2> t);
/// Angles of the plane that ends a part, from its outward normal in the part's frame.
struct EndAngles {
    double mitre = 0, bevel = 0; ///< degrees
};
/// Ends along the grain (low, high) and long edges (low, high), read off the solid; nothing where an end is
/// not one plane.
std::optional<EndAngles> endAngles(const Part& part, bool high);
std::optional<double> edgeBevel(const Part& part, bool high);

} // namespace owl
