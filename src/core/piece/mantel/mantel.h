#pragma once
// The mantel: a heavy beam above a fireplace, or alone as a statement: solid or of layers on rods, or three
// mitred faces over a ledger with arms (kind id 'mantel').

#include "piece/arms_seat.h"
#include "piece/brackets.h"
#include "piece/cable_way.h"
#include "piece/edges.h"

namespace owl {

enum class MantelBuild { hollow, solid, laminated };
/// How the ends of a hollow beam are closed.
enum class MantelReturns { mitred, capped, open };
enum class MantelRods { best, stud, plate, masonry };

struct MantelParams {
    Length length = 1500_mm, depth = 180_mm, height = 140_mm;
    MantelBuild build = MantelBuild::hollow;
    Length thickness = 18_mm; ///< of the faces of a hollow beam
    MantelReturns returns = MantelReturns::mitred;
    int layers = 3;                      ///< of a laminated beam, one on another
    EdgeShape edge = EdgeShape::chamfer; ///< of a solid or laminated beam
    Length edgeSize = 3_mm;
    ArmsAsk arms{18_mm, 650_mm, 1_mm, BoxFix::above, PlugWay::bought}; ///< of a hollow beam
    MantelRods rods = MantelRods::best;
    Length rodD = 16_mm; ///< 0: as thick as needed
    int rodCount = 0;    ///< 0: one a stud, or as many as are usual
    Length rodPlay = Length::mm(0.2);
    CableWay cable; ///< down through the beam, or through the top and bottom of a hollow one
    int corbels = 0;
    BracketShape corbelShape = BracketShape::ogee;
    Length corbelOut = 130_mm, corbelDown = 120_mm, corbelThickness = 40_mm;
    Length corbelInset = 100_mm; ///< middle of the outer corbels from the ends
    std::string species = "scots_pine";
    BoardGrade grade = BoardGrade::ordinary;
    bool operator==(const MantelParams&) const = default;

    static const KindInfo info;
    static MantelParams defaults(bool metric);
    void describe(Parameters& p);
    [[nodiscard]] Draft make(const MakeContext& ctx, const Catalog& catalog) const;
    void typed(const std::string&) {}
    void settle();
    [[nodiscard]] std::vector<Cure> strengthen(const Weakness& w) const;
    [[nodiscard]] std::optional<Cure> resize(const PartWish& wish) const;
    [[nodiscard]] std::optional<Cure> heighten(Length by) const;
};

} // namespace owl
