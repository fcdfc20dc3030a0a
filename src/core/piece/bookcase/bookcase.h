#pragma once
// The bookcase: sides, top, bottom, fixed and loose shelves in one or more bays, a back, front strips, a
// base; it stands on the floor and is tied to the wall, or hangs (kind id 'bookcase').

#include "assembly/plugs.h"
#include "piece/kind.h"
#include "piece/sheet_choices.h"

namespace owl {

enum class CaseStand { standing, hung };
/// What is below the bottom of a standing one.
enum class CaseBase {
    sides, ///< the sides reach the floor, a kick board between them
    frame, ///< a low frame that the case stands on
    none   ///< the bottom lies on the floor
};
/// How top, bottom and fixed shelves are held between the uprights.
enum class CaseJoint { housed, dowels, screws, pockets };
/// Which shelves are fixed; the others lie on pins.
enum class CaseFixed { all, middle, none };
/// A strip along the front of each shelf.
enum class CaseStrip { none, level, below, above };
enum class CaseBack { rails, rabbet, nailed, letIn };
/// Of what sides, top, bottom, dividers and shelves are.
enum class CaseStuff { board, birchPly, hardwoodPly, mdf };

struct BookcaseParams {
    Length length = 800_mm, depth = 280_mm, height = 1800_mm;
    Length thickness = 18_mm;      ///< of sides, top, bottom, dividers
    Length shelfThickness = 18_mm; ///< of shelves
    CaseStand stand = CaseStand::standing;
    CaseBase base = CaseBase::sides;
    Length kick = 100_mm, kickBack = 30_mm; ///< height of the base; how far it stands back from the front
    bool notch = true;                      ///< sides cut out over the wall's baseboard
    Length notchDepth = 18_mm;              ///< how thick that is, with its play
    bool tie = true;                        ///< a low one to the wall as well
    int sections = 1;         ///< cases side by side, screwed together in the room; standing ones only
    int dividers = 0;         ///< in each section
    std::vector<Length> bays; ///< of one section: clear widths from the left, all but the last; empty: equal
    int shelves = 4;          ///< in every bay
    std::vector<Length> openings; ///< clear heights from the bottom, all but the last; empty: equal
    CaseFixed fixed = CaseFixed::middle;
    Length setBack;       ///< of the shelves' fronts behind the sides' fronts
    bool topOver = false; ///< the top lies over the sides
    CaseJoint joinery = CaseJoint::housed;
    Length housing = 6_mm;
    PlugWay plugs = PlugWay::bought;
    int pinHoles = 2; ///< above and below each loose shelf
    CaseStrip strip = CaseStrip::none;
    Length stripHeight = 40_mm, stripThickness = 18_mm;
    CaseBack back = CaseBack::rabbet;
    SheetKind backSheet = SheetKind::birchPly;
    Length backThickness = Length::mm(6.5);
    bool backHole = false; ///< for cables: where the outlet is, else above the bottom
    Length railHeight = 70_mm;
    CaseStuff stuff = CaseStuff::board;
    std::string species = "scots_pine";
    BoardGrade grade = BoardGrade::ordinary;
    bool operator==(const BookcaseParams&) const = default;

    static const KindInfo info;
    static BookcaseParams defaults(bool metric);
    void describe(Parameters& p);
    /// Of them what lies inside the case and how it is joined.
    void describeInside(Parameters& p);
    [[nodiscard]] Draft make(const MakeContext& ctx, const Catalog& catalog) const;
    void typed(const std::string& name);
    void settle();
    [[nodiscard]] std::vector<Cure> strengthen(const Weakness& w) const;
    [[nodiscard]] std::optional<Cure> resize(const PartWish& wish) const;
    [[nodiscard]] std::optional<Cure> heighten(Length by) const;
    [[nodiscard]] std::optional<Cure> makeRoom(const std::map<std::string, Length>& high) const;
    [[nodiscard]] bool onFloor() const { return stand == CaseStand::standing; }
    [[nodiscard]] int sectionCount() const { return onFloor() && sections > 1 ? sections : 1; }
};

} // namespace owl
