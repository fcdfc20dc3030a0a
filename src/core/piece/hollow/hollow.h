#pragma once
// The hollow: a box of top, bottom, front and ends that slides over a ledger with arms (kind id 'hollow').

#include "piece/arms_seat.h"
#include "piece/cable_way.h"

namespace owl {

enum class HollowCorner { mitred, frontCovers, endsCover };
enum class HollowSkin { letIn, onTop };
/// What top and bottom are of: the box's own wood, or a sheet.
enum class HollowSheet { same, softwoodPly, hardwoodPly, birchPly, poplarPly, mdf };

struct HollowParams {
    Length length = 1000_mm, depth = 200_mm, height = 100_mm;
    Length topThickness = 18_mm, bottomThickness = 18_mm, frontThickness = 18_mm, endThickness = 18_mm;
    HollowCorner corners = HollowCorner::mitred;
    HollowSkin skins = HollowSkin::letIn;
    HollowSheet skinWood = HollowSheet::same;
    Length chamfer; ///< of the outer edges; 0: none
    ArmsAsk arms{18_mm, 650_mm, 1_mm};
    CableWay cable; ///< down through top and bottom, before the ledger and between the arms
    std::string species = "scots_pine";
    BoardGrade grade = BoardGrade::ordinary;
    bool operator==(const HollowParams&) const = default;

    static const KindInfo info;
    static HollowParams defaults(bool metric);
    void describe(Parameters& p);
    [[nodiscard]] Draft make(const MakeContext& ctx, const Catalog& catalog) const;
    /// Sheets come in thicknesses of their own: the nearest is taken.
    void typed(const std::string& name);
    void settle();
    [[nodiscard]] std::vector<Cure> strengthen(const Weakness& w) const;
    [[nodiscard]] std::optional<Cure> resize(const PartWish& wish) const;
    [[nodiscard]] std::optional<Cure> heighten(Length by) const;
};

} // namespace owl
