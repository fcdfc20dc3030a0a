#pragma once
// Parts, the joints between them, and where the piece may be screwed to the wall.

#include "assembly/part.h"

#include <optional>
#include <string>
#include <vector>

namespace owl {

enum class Joinery { screwsGlue, dowels, tongueGroove, nailsGlue };
const char* joineryName(Joinery j); ///< 'screws and glue' ..

/// One fastener of a joint: where it enters, in the piece's coordinates.
struct FastenerSpot {
    Vec at;
};

struct Joint {
    std::string id;            ///< 'base-back', 'base-lip', 'cap-left'
    std::string first, second; ///< part ids; fasteners go in through the first
    Joinery how = Joinery::screwsGlue;
    std::string screwId; ///< catalogue id, screws only
    Length screwLength;  ///< 0 when no screw fits
    Length counterbore;
    Length through, into;            ///< wood passed, wood available behind it along the fastener
    Length leastLength, mostLength;  ///< what a screw here may measure
    Length pin, pinFirst, pinSecond; ///< dowels: diameter, depth of the holes in the first and second part
    Length pinLength;                ///< of the dowel as sold
    Length nailLength;               ///< as sold
    Length tongue, tongueLength;     ///< thickness and length of a tongue
    std::vector<FastenerSpot> spots;
    std::string drivenFrom; ///< 'below', 'behind', 'the front'
    bool shows = false;     ///< heads (or plugs over them) can be seen on the hung piece
    bool carries = true;    ///< part of the load path
    std::string note;
};

struct Assembly {
    Length length, depth, height; ///< overall
    std::vector<Part> parts;
    std::vector<Joint> joints;
    /// Where wall screws go: height above the bottom edge of each row; thickness of wood they pass.
    std::vector<Length> wallRows;
    Length wallThrough;
    bool wallRowsBehindLip = false;   ///< something in front keeps a straight driver from the upper row
    Length wallLeft, wallRight;       ///< x range of the rail that takes wall screws
    Length surfaceBack, surfaceFront; ///< y range things stand on
    Length surfaceZ;                  ///< height of that surface above the bottom
    [[nodiscard]] const Part* find(const std::string& id) const;
    [[nodiscard]] const Joint* joint(const std::string& id) const;
};

/// kg, from the solids.
double massOf(const Assembly& a, double densityKgM3);
/// Centre of gravity from the wall face, mm.
double gravityY(const Assembly& a);

/// Positions along [from, to] at most `spacing` apart, `end` from both ends, at least `clear` away from every
/// place in `keepClear`; at least two where there is room. Positions move sideways by the least that clears.
std::vector<Length> spread(Length from, Length to, Length end, Length spacing,
                           const std::vector<Length>& keepClear, Length clear);

} // namespace owl
