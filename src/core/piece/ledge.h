#pragma once
// The ledge: base, back rail, front lip, optional end caps (kind id 'ledge').

#include "assembly/assembly.h"
#include "catalog/catalog.h"

#include <optional>
#include <string>
#include <vector>

namespace owl {

enum class BackPlace { onBase, behindBase };
enum class LipPlace { inFront, onTop };
enum class CapShape { none, lowStrip, stepped, full };
enum class LedgeStrip { none, base, back, lip };
const char* stripName(LedgeStrip s);

/// A ledge as a person asks for it. Overall sizes are outside sizes; every member has a default a maker would
/// accept.
struct LedgeParams {
    Length length = 900_mm;    ///< overall, caps included
    Length depth = 90_mm;      ///< overall, from the wall to the front
    Length backHeight = 90_mm; ///< width of the back strip
    Length lipHeight = 40_mm;  ///< width of the lip strip
    Length baseThickness = 18_mm, backThickness = 18_mm, lipThickness = 18_mm, capThickness = 12_mm;
    BackPlace back = BackPlace::onBase;
    LipPlace lip = LipPlace::inFront;
    CapShape caps = CapShape::none;
    Joinery backJoint = Joinery::screwsGlue;
    Joinery lipJoint = Joinery::nailsGlue;
    Joinery capJoint = Joinery::nailsGlue; ///< nails or screws: a cap is only held in place
    /// Strips ripped from one board, and which of them takes what the others and the kerfs leave.
    bool shareBase = false, shareBack = false, shareLip = false;
    Length boardWidth; ///< actual width of the shared board; 0 = nothing shared
    LedgeStrip remainder = LedgeStrip::none;
    std::string species = "eastern_white_pine";
    BoardGrade grade = BoardGrade::ordinary;
    bool operator==(const LedgeParams&) const = default;
};

/// What the ledge needs to know from outside itself.
struct LedgeContext {
    Length kerf;                     ///< of the rip
    std::vector<Length> wallScrewsX; ///< studs caught, from the piece's left end
    std::vector<Length> anchorsX;    ///< further wall holes
    int rows = 1;                    ///< rows of wall screws asked for
    bool metricScrews = true;
    std::string units = "mm";
};

/// A parameter of the ledge, named as in the file, and the value that would cure a problem.
struct LedgeChange {
    std::string key;
    nlohmann::ordered_json value;
};
struct LedgeCure {
    std::string name; ///< 'Dowels instead'
    std::vector<LedgeChange> changes;
};

/// Why a ledge cannot be made, or what is odd about it.
struct LedgeProblem {
    std::string id, field, text; ///< field: the parameter to change
    bool blocks = true;
    std::vector<LedgeCure> cures;
};
struct LedgeResult {
    Assembly assembly;
    /// Widths after the remainder rule: strips of base, back, lip.
    Length baseStrip, backStrip, lipStrip;
    std::vector<LedgeProblem> problems;
};

/// Derives all parts, joints and holes. Impossible parameters give problems; parts are then still drawn as
/// far as they make sense.
LedgeResult makeLedge(const LedgeParams& p, const LedgeContext& ctx, const Catalog& catalog);

} // namespace owl
