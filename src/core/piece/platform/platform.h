#pragma once
// The platform: a frame held out from a thick back rail, with a top of glass, acrylic, sheet or boards, for a
// thing that must stand level and quiet (kind id 'platform').

#include "piece/kind.h"
#include "piece/sheet_choices.h"

namespace owl {

/// Where the rail is against the frame.
enum class PlatformRail {
    above, ///< it stands up behind what is on the frame
    below  ///< it hangs down under the frame
};
enum class PlatformTop { glass, acrylic, sheet, boards };
/// How quiet it must stand (S9.10).
enum class PlatformSteady { any, quiet, needle };

struct PlatformParams {
    Length length = 760_mm, depth = 330_mm;
    Length thickness = 40_mm;    ///< of rail and frame
    Length frameHeight = 120_mm; ///< of the arms and the front of the frame
    PlatformRail rail = PlatformRail::above;
    Length railHeight = 240_mm;
    int arms = 2;
    Length behind = 20_mm; ///< free between rail and top: for a lid or sleeve kept upright, for cables
    Length overFront = 15_mm, overSides = 20_mm; ///< of the top past the frame
    PlatformTop top = PlatformTop::glass;
    Length topThickness = 10_mm;
    bool toughened = true;
    Length corner = 10_mm; ///< radius of the plate's corners
    SheetKind sheet = SheetKind::birchPly;
    Length thingWide = 430_mm, thingDeep = 260_mm; ///< footprint of what stands there
    PlatformSteady steady = PlatformSteady::quiet;
    std::string species = "scots_pine";
    BoardGrade grade = BoardGrade::ordinary;
    bool operator==(const PlatformParams&) const = default;

    static const KindInfo info;
    static PlatformParams defaults(bool metric);
    void describe(Parameters& p);
    [[nodiscard]] Draft make(const MakeContext& ctx, const Catalog& catalog) const;
    void typed(const std::string& name);
    void settle();
    [[nodiscard]] std::vector<Cure> strengthen(const Weakness& w) const;
    [[nodiscard]] std::optional<Cure> resize(const PartWish& wish) const;
    [[nodiscard]] std::optional<Cure> heighten(Length by) const;
};

} // namespace owl
