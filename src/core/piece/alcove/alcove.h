#pragma once
// The shelf in an alcove, between two or three walls: framed and skinned, or one thick board on ledgers (kind
// id 'alcove').

#include "piece/cable_way.h"
#include "piece/edges.h"
#include "piece/sheet_choices.h"

namespace owl {

enum class AlcoveMade { framed, board };
enum class AlcoveSides { both, left, right };

struct AlcoveParams {
    Length length = 1200_mm, depth = 320_mm; ///< width at its back; from the back wall to its front
    Length middleWidth = 1200_mm, frontWidth = 1200_mm; ///< as measured at half its depth, at its front
    double leftAngle = 90;                              ///< degrees of the corner at its left
    AlcoveSides sides = AlcoveSides::both;
    std::string scribeBack, scribeLeft, scribeRight; ///< gaps under a straightedge: mm along, mm of gap
    Length allowance = 8_mm; ///< skins, board and face are cut larger by that and scribed
    Length gap = 1_mm;       ///< left at each side
    AlcoveMade made = AlcoveMade::framed;
    Length frameThickness = 40_mm, frameHeight = 60_mm;
    int blocks = 0; ///< 0: as many as the skins want
    int rails = 1;  ///< boards of the front rail, one in front of the other
    Length setBack; ///< of the front rail behind the face, which then holds on the skins
    SheetKind sheet = SheetKind::birchPly;
    Length skin = Length::mm(12);
    Length faceHeight = 90_mm, faceThickness = 18_mm;
    Length packing;           ///< pieces between the side frames and the studs of the side walls; 0: none
    bool letIn = false;       ///< the cover is opened and the frame lies on bare studs
    Length thickness = 40_mm; ///< of the thick board
    CableWay cable;           ///< down behind the things, before the frame or ledger at the back
    int boards = 2;
    Length ledgerThickness = 40_mm, ledgerHeight = 40_mm; ///< under it
    EdgeShape edge = EdgeShape::chamfer;
    Length edgeSize = 3_mm;
    std::string species = "scots_pine";
    BoardGrade grade = BoardGrade::ordinary;
    bool operator==(const AlcoveParams&) const = default;

    static const KindInfo info;
    static AlcoveParams defaults(bool metric);
    void describe(Parameters& p);
    /// Of them frame, skins and face.
    void describeFrame(Parameters& p);
    [[nodiscard]] Draft make(const MakeContext& ctx, const Catalog& catalog) const;
    void typed(const std::string& name);
    void settle();
    [[nodiscard]] std::vector<Cure> strengthen(const Weakness& w) const;
    [[nodiscard]] std::optional<Cure> resize(const PartWish& wish) const;
    [[nodiscard]] std::optional<Cure> heighten(Length by) const;
    [[nodiscard]] std::vector<ParameterChange> asMeasured(const MeasuredPlace& place) const;
};

} // namespace owl
