#pragma once
// Parts, the joints between them, and where the piece may be screwed to the wall.

#include "assembly/contact.h"
#include "assembly/member.h"
#include "assembly/part.h"
#include "assembly/plug_way.h"
#include "assembly/seats.h"

#include <array>
#include <optional>
#include <string>
#include <vector>

namespace owl {

enum class Joinery { screwsGlue, dowels, tongueGroove, nailsGlue, glue, lagsGlue, screws, dry, pocketScrews };

/// One fastener of a joint: where it enters, in the piece's coordinates.
struct FastenerSpot {
    Vec at;
};

/// A screw, nail, dowel or pin as it sits in the wood.
struct Fastener {
    std::string kind;                ///< 'screw', 'nail', 'dowel'
    Vec3 from;                       ///< middle of its head where it ends up
    Vec3 direction;                  ///< into the wood, length 1
    double length = 0, diameter = 0; ///< mm
    std::vector<std::string> passes; ///< part ids in order
    bool through = false;            ///< its point may come out
};

struct Joint {
    std::string id;            ///< 'base-back', 'base-lip', 'cap-left'
    std::string first, second; ///< part ids; fasteners go in through the first
    Joinery how = Joinery::screwsGlue;
    std::string screwId; ///< catalogue id, screws only
    Length screwLength;  ///< 0 when no screw fits
    Length counterbore;
    Length pocket;                   ///< pocket screws: how wide the bore is that their heads go down
    Length through, into;            ///< wood passed, wood available behind it along the fastener
    Length leastLength, mostLength;  ///< what a screw here may measure
    Length pin, pinFirst, pinSecond; ///< dowels: diameter, depth of the holes in the first and second part
    Length pinLength;                ///< of the dowel as sold
    bool pinThrough = false;         ///< dowels go in from outside, their ends cut flush
    Length nailLength;               ///< as sold
    Length tongue, tongueLength;     ///< thickness and length of a tongue
    Length housing;                  ///< how deep the second part is let into the first; 0: not at all
    double glueArea = 0;             ///< mm2 of long grain on long grain: splines
    std::vector<FastenerSpot> spots;
    std::string drivenFrom; ///< 'below', 'behind', 'the front'
    Vec3 driving;           ///< into the wood, length 1, where none of these words is exact; 0: by the word
    bool shows = false;     ///< heads (or plugs over them) can be seen on the hung piece
    bool carries = true;    ///< part of the load path
    std::string note;
    std::string sits;          ///< where the first part lies on the second, when none of its edges says so
    bool atWall = false;       ///< made when the piece goes up
    std::size_t stage = 0;     ///< which of the stages there, where a piece has several
    std::string kind = "butt"; ///< 'butt', 'tongue_groove', 'sliding' .. as the contract names it
    double gap = 0;            ///< mm between the parts
    bool glued = true;
    std::vector<Fastener> fasteners; ///< what `spots` came to
    std::optional<Contact> contact;  ///< where its parts meet, if it was laid out there
};

/// Parts that are ripped from one board.
struct FromOneBoard {
    std::vector<std::string> parts;
    Length width; ///< of that board
};

/// Where things stand.
struct Surface {
    std::string id, name;  ///< 'shelf-1', 'shelf 1'
    Length x0, x1, y0, y1; ///< its extent
    Length z;              ///< above the bottom
    Length room;           ///< free height above it; 0: nothing is above
    bool even = true;      ///< the even load stands on it too
    double slope = 0; ///< degrees that it falls to the front, negative: to the wall; z is that of its middle
    bool kept = true; ///< a lip at its lower edge keeps what would slide
    /// Seen from above, mm, anticlockwise; empty: the rectangle of its extent.
    std::vector<std::array<double, 2>> outline = {};
    /// Nothing keeps what stands on it but friction, and that is not enough: polished wood on wood, 0.20,
    /// with a margin of 1.5 (S11.1).
    [[nodiscard]] bool slides() const;
    /// Degrees from which that is so.
    static double slidesFrom();
};

/// A board between two places that hold it: a shelf in a case, the bottom of a box.
struct ShelfSpan {
    std::string part;                  ///< the board
    std::vector<std::string> surfaces; ///< what stands on it, or hangs on it
    std::vector<Length> at;            ///< where it is held, left to right
    Length deep, thick;                ///< of its section
    std::vector<std::string> joints;   ///< at those places; empty: it lies on what holds it
    /// Glued along its front, and bends with it: a strip so thick and high, its lower edge so far below (-)
    /// or above the board's.
    struct Strip {
        Length thick, high, z;
    };
    std::optional<Strip> strip = {};
};

/// A part that hangs on joints: what ends on it and its own weight go through them.
struct HungPart {
    std::string part;
    std::vector<std::string> joints;
};

/// A measure that a view may show: between two places, typed where a parameter stands behind it.
struct Dimension {
    enum class In { section, front, top };
    Vec3 a, b;
    In view = In::section;
    std::string parameter; ///< empty: derived
    double side = 1;       ///< on which side of the piece it stands best: +1 right, below; -1 left, above
};

struct Assembly {
    Assembly();
    ~Assembly();
    Assembly(const Assembly&);
    Assembly(Assembly&&) noexcept;
    Assembly& operator=(const Assembly&);
    Assembly& operator=(Assembly&&) noexcept;
    Length length, depth, height; ///< overall
    std::vector<Part> parts;
    std::vector<Joint> joints;
    Length surfaceBack, surfaceFront; ///< y range things stand on
    Length surfaceZ;                  ///< height of that surface above the bottom
    std::vector<Surface> surfaces;    ///< where things stand, if that is more than the one above
    std::vector<ShelfSpan> spans;     ///< boards that bend by themselves inside the piece
    std::vector<HungPart> hung; ///< sides that carry them; what hangs on another of them comes before it
    Length top;                 ///< highest place a hand can press on at the front edge
    Length standsOut;           ///< into the room, where that is less than its depth: a shelf across a corner
    Length carried;             ///< length of the longest thing that the shop puts together; 0: the whole
    Length standOff;            ///< how far what holds it keeps it from the wall
    std::vector<Seat> seats;
    PlugWay plugs = PlugWay::filled; ///< over heads that show
    Member member;                   ///< what bends along the piece
    std::vector<FromOneBoard> together;
    std::vector<Dimension> dimensions;
    std::string shapedTogether; ///< id of a feature that is made when its part is glued to the others
    /// Its first seat of that sort; null: it has none.
    template <typename S> [[nodiscard]] const S* seat() const {
        for (const Seat& s : seats)
            if (const S* mine = std::get_if<S>(&s))
                return mine;
        return nullptr;
    }
    /// All its seats of that sort.
    template <typename S> [[nodiscard]] std::vector<const S*> all() const {
        std::vector<const S*> out;
        for (const Seat& s : seats)
            if (const S* mine = std::get_if<S>(&s))
                out.push_back(mine);
        return out;
    }
    [[nodiscard]] const Part* find(const std::string& id) const;
    [[nodiscard]] Part* find(const std::string& id);
    [[nodiscard]] const Joint* joint(const std::string& id) const;
};

/// kg of the longest thing that is put together before it goes up, of a piece that weighs `mass` in all:
/// equal sections share it as they share the length.
double carriedMass(const Assembly& a, double mass);
/// The part of that id, or the one of another section that continues it, at x mm; null where neither is.
const Part* inLine(const Assembly& a, const std::string& id, double x);
/// The part of its first rail; null: it has none.
const Part* railPart(const Assembly& a);
/// True for the part of that id where it is a rail's.
bool isRail(const Assembly& a, const std::string& part);
/// True for a rail's part, and for what continues it.
bool takesWallScrews(const Assembly& a, const Part& p);

/// All places where things stand, at least one; the first is where things are put that name none.
std::vector<Surface> surfacesOf(const Assembly& a);

/// The one with that id, else the first.
Surface surfaceFor(const Assembly& a, const std::string& id);
/// True for what lies behind all that stands on the piece: rails, back panels.
bool behindThings(const Assembly& a, const Part& p);

/// Moves everything out of the wall: what holds the piece stands between it and the wall.
void moveOut(Assembly& a, Length by);

/// Lifts everything: something is put below.
void moveUp(Assembly& a, Length by);

/// kg, from the solids; parts without a density of their own have `wood` kg/m3.
double massOf(const Assembly& a, double wood);
/// Centre of gravity, mm; `except`: a part left out.
Vec3 gravityCentre(const Assembly& a, double wood, const std::string& except = {});
/// kg of one part.
double massOf(const Part& p, double wood);

/// True for a part that joints made at the wall bring in, and no other.
bool joinedAtWallOnly(const Assembly& a, const Part& p);
/// 'base and back rail': the parts of a joint by name, the one at the wall last.
std::string joinedNames(const Assembly& a, const Joint& j);

/// True when its fasteners go along the piece: into the ends of boards that lie.
bool alongThePiece(const Joint& j);
/// Positions along [from, to] at most `spacing` apart, `end` from both ends, at least `clear` away from every
/// place in `keepClear`; at least two where there is room. Positions move sideways by the least that clears.
std::vector<Length> spread(Length from, Length to, Length end, Length spacing,
                           const std::vector<Length>& keepClear, Length clear);

} // namespace owl
