#pragma once
// The ledge: base, back rail, front lip, optional end caps (kind id 'ledge').

#include "assembly/plugs.h"
#include "piece/kind.h"

namespace owl {

enum class BackPlace { onBase, behindBase };
enum class LipPlace { inFront, onTop };
enum class CapShape { none, lowStrip, stepped, full };
enum class LedgeStrip { none, base, back, lip };

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
    bool lipDowelsThrough = false;         ///< dowels show on the front, cut flush
    PlugWay plugs = PlugWay::filled;       ///< over the heads of screws that show
    Joinery capJoint = Joinery::nailsGlue; ///< nails or screws: a cap is only held in place
    /// Strips ripped from one board, and which of them takes what the others and the kerfs leave.
    bool shareBase = false, shareBack = false, shareLip = false;
    Length boardWidth; ///< actual width of the shared board; 0 = nothing shared
    LedgeStrip remainder = LedgeStrip::none;
    std::string species = "eastern_white_pine";
    BoardGrade grade = BoardGrade::ordinary;
    bool operator==(const LedgeParams&) const = default;

    static const KindInfo info;
    static LedgeParams defaults(bool metric);
    void describe(Parameters& p);
    [[nodiscard]] Draft make(const MakeContext& ctx, const Catalog& catalog) const;
    /// Typing a strip's size ends its being the remainder.
    void typed(const std::string& name);
    /// Shared strips have one thickness and fit their board.
    void settle();
    [[nodiscard]] std::vector<Cure> strengthen(const Weakness& w) const;
    [[nodiscard]] std::optional<Cure> resize(const PartWish& wish) const;
    [[nodiscard]] std::optional<Cure> heighten(Length by) const;
};

} // namespace owl
