#pragma once
// The wall box: four boards round a hollow, any of them left out, with dividers, shelves and a back: a cubby,
// a bedside box, a frame for a thing to show, a crate (kind id 'wall_box').

#include "assembly/plugs.h"
#include "piece/edges.h"
#include "piece/kind.h"
#include "piece/sheet_choices.h"

namespace owl {

/// How the boards meet at the corners.
enum class BoxCorner {
    mitred,
    sidesCover, ///< top and bottom stand between the sides
    topCovers,  ///< top and bottom lie over the ends of the sides
    housed,     ///< top and bottom are let into the sides, a little in from their ends
    rabbeted    ///< top and bottom lie in rabbets at the ends of the sides
};
/// What holds a corner together besides glue.
enum class BoxFixing { screws, dowels, splines, glue };
enum class BoxBack { none, letIn };
enum class BoxHang { rail, cleat, rods };

struct WallBoxParams {
    Length length = 800_mm, depth = 200_mm, height = 350_mm;
    Length thickness = 18_mm;
    bool top = true, bottom = true, left = true, right = true;
    BoxCorner corners = BoxCorner::sidesCover;
    BoxFixing fixing = BoxFixing::dowels;
    Length setIn = 20_mm;               ///< housed: how far top and bottom lie in from the ends of the sides
    Length housing = 6_mm;              ///< how deep dividers, shelves and housed boards are let in
    double bevel = 0;                   ///< degrees: the front edges slope inwards
    EdgeShape edge = EdgeShape::square; ///< of the outer arris in front, where they do not slope
    Length edgeSize = 3_mm;
    int dividers = 0;         ///< upright
    std::vector<Length> bays; ///< clear widths from the left, all but the last; empty: equal
    int shelves = 0;          ///< in every bay
    Length shelfInset;        ///< shelves and dividers stand back from the front
    BoxBack back = BoxBack::none;
    SheetKind backSheet = SheetKind::birchPly;
    Length backThickness = 6_mm;
    BoxHang hang = BoxHang::rail;
    Length railHeight = 70_mm;
    PlugWay plugs = PlugWay::bought; ///< over screws through the sides
    int cleatFrom = 0, cleatTo = 0;  ///< bays that the cleat lies behind, from 1 on; 0: all of them
    bool cleatEach = false;          ///< one behind the first of these and one behind the last, none between
    int hooks = 0;                   ///< turned into the bottom from below
    int glasses = 0;                 ///< stemmed glasses side by side under the bottom
    Length foot = 75_mm, stem = 10_mm; ///< of a glass: its foot across, its stem
    bool cable = false;
    bool cableToOutlet = false;              ///< that hole lies where the cable goes straight to the outlet
    Length cableAt = 100_mm, cableD = 30_mm; ///< from the left end, in the bottom at the wall
    std::string species = "scots_pine";
    BoardGrade grade = BoardGrade::ordinary;
    bool operator==(const WallBoxParams&) const = default;

    static const KindInfo info;
    static WallBoxParams defaults(bool metric);
    void describe(Parameters& p);
    /// Of them how it hangs and what hangs on it.
    void describeHanging(Parameters& p);
    [[nodiscard]] Draft make(const MakeContext& ctx, const Catalog& catalog) const;
    /// Corners and what fixes them keep to each other; a back is as thick as its sheet is sold.
    void typed(const std::string& name);
    void settle();
    [[nodiscard]] std::vector<Cure> strengthen(const Weakness& w) const;
    [[nodiscard]] std::optional<Cure> resize(const PartWish& wish) const;
    [[nodiscard]] std::optional<Cure> heighten(Length by) const;
};

} // namespace owl
