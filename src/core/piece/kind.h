#pragma once
// What a kind of piece gives to the rest of the house.

#include "assembly/assembly.h"
#include "catalog/catalog.h"
#include "joint/measures.h"
#include "piece/parameters.h"

#include <map>
#include <nlohmann/json.hpp>
#include <optional>
#include <string>
#include <vector>

namespace owl {

/// A kind in the chooser, the command line and the guide.
struct KindInfo {
    const char* id;    ///< 'ledge'
    const char* name;  ///< 'Picture ledge'
    const char* stem;  ///< name of the first one made: 'Ledge'
    const char* about; ///< one line: what it is for
    const char* tools; ///< what one needs to make it
    const char* habit =
        "";          ///< row of the reference data that says how high its top usually hangs; empty: none
    double load = 8; ///< kg/m on every board of a new one
    const char* place = "wall"; ///< what it asks of the room: 'wall', 'corner', 'alcove'
};

/// A wall that meets the piece's own at one end.
struct BesideWall {
    std::string to;            ///< 'left_wall', 'right_wall'
    std::vector<Length> studs; ///< from the corner
};

/// What a kind must know from outside itself.
struct MakeContext : Measures {
    Length kerf;                     ///< of the rip
    std::vector<Length> wallScrewsX; ///< studs caught, from the piece's left end
    std::vector<Length> anchorsX;    ///< further wall holes
    int rows = 1;                    ///< rows of wall screws asked for
    Length baseboard;                ///< height of the one at the wall
    std::vector<BesideWall> beside;
    /// Middles of the outlets of its wall, from the piece's lower left corner: the one chosen for what stands
    /// on it, else all.
    std::vector<Vec> outlets;
    /// What its support asks of it, once that is known: recesses for plates, a strip off its back.
    bool recesses = false, strip = false;
    std::vector<Length> mountX; ///< where, from the piece's left end
};

/// A parameter by its name in the file, and the value that would cure a problem.
struct ParameterChange {
    std::string key; ///< 'shared_board/width'
    nlohmann::ordered_json value;
};
struct Cure {
    std::string name; ///< 'Dowels instead'
    std::vector<ParameterChange> changes;
};

/// What was measured of the place a piece is made for; empty where nobody measured.
struct MeasuredPlace {
    std::optional<double> leftAngle; ///< degrees of the corner at the left end of its wall
    std::vector<Length> widths;      ///< of an alcove: at the back, in the middle, in front
    Length depth;                    ///< of the alcove
};

/// Why a piece cannot be made so, or what is odd about it.
struct Problem {
    std::string id, field, text; ///< field: the parameter to change
    bool blocks = true;
    std::vector<Cure> cures;
};

/// A piece as its parameters make it, before anything holds it.
struct Draft {
    Assembly assembly;
    std::vector<Problem> problems;
    /// What a parameter came to where it follows from others: shown instead of what was typed.
    std::map<std::string, Length> derived;
    [[nodiscard]] bool makeable() const {
        for (const auto& p : problems)
            if (p.blocks)
                return false;
        return true;
    }
};

/// A weak place that a kind may know a change for.
struct Weakness {
    std::string check;    ///< id of the check that governs
    bool hand = false;    ///< only a hand is too much
    Length nextThickness; ///< the next thicker board of its wood that is to be had; 0: none
    bool metric = true;
    const Draft* made = nullptr;
    Length atMost = {}; ///< 'way_in': no longer thing gets into the room
};
/// Another size for one part; zero or empty: as it is.
struct PartWish {
    std::string part;
    Length width, thickness, shorterBy;
    Length widthNow; ///< with a new width: what it is now
};

} // namespace owl
