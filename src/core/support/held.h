#pragma once
// A piece and the wall behind it as the strength rules see them.

#include "assembly/assembly.h"
#include "catalog/catalog.h"
#include "load/load_spec.h"
#include "room/wall.h"
#include "strength/check.h"
#include "strength/sag.h"
#include "strength/section.h"

#include <cmath>
#include <optional>

namespace owl {

/// A railed piece as the strength rules see it. x from the piece's left end.
struct HeldPiece {
    const Assembly* assembly = nullptr;
    Section section;                         ///< across the piece, glued or not
    double glueLineZ = 0, glueLineWidth = 0; ///< mm; width 0 = no glue line to check
    WoodAllowable woodC1, woodC2;
    std::optional<double> sheetFb; ///< MPa that stays: of the weakest sheet in the section; empty: none in it
    double kDef = solidWoodCreep;  ///< of what creeps most in the section
    LoadSpec load;
    double hand = 220;         ///< N at the front edge
    bool leaningCounts = true; ///< somebody may be expected to lean on it (S12.9)
    SagLimit sagLimit = SagLimit::plain;
    bool stiff = false;             ///< taken not to bend between its fixings, which share by levers (S9.10)
    double standOff = 0;            ///< mm that a candidate holds it farther from the wall than it now is
    double screwPasses = 0;         ///< mm of wood or metal under the wall screws' heads; 0: the rail
    double mass = 0, gravityY = 0;  ///< kg, mm from the wall
    std::optional<double> gravityX; ///< mm from the left end; empty: the middle
    double strengthLimit = 1;       ///< 0.6 above a bed
    Grade grade = Grade::B;         ///< worst input so far
    const Joint* joint = nullptr;   ///< base to back
    const Screw* jointScrew = nullptr;
    double twistGJ = 0, turnStiffness = 0; ///< N mm2, N mm/rad a support; both 0: the lever rule (S5.6)
    const Catalog* catalog = nullptr;      ///< for rods and screws as sold
    bool metric = true;
    double hangingMass = 0, hangingY = 0; ///< kg, mm from the wall: what hangs on that joint without contents
    bool joinedFromBelow = true;
};
/// The wall behind it.
struct WallBehind {
    double cover = 0;       ///< mm, carries nothing
    double behindCover = 0; ///< mm of free room behind it; 0: nobody looked
    double crush = 0.7;     ///< MPa under the rail's edge
    double studG = 0.42, studWidth = 38, studDepth = 89;
    std::vector<double> studs; ///< x of the studs behind the rail, mm from the piece's left end
    bool studsKnown = true;
    std::optional<std::vector<double>> anchors; ///< x of holes clear of wires and pipes; none: spread evenly
    const WallKind* kind = nullptr; ///< what it is built of; null: timber studs under plasterboard
    /// For every ledger of a piece that rests on several walls, the wall it is on; studs and anchors from the
    /// corner it is counted from.
    std::vector<WallBehind> sides;
    /// The same without the stud at x.
    [[nodiscard]] WallBehind without(double x) const {
        WallBehind out = *this;
        std::erase_if(out.studs, [&](double s) { return std::abs(s - x) < studWidth / 2; });
        return out;
    }
};

} // namespace owl
