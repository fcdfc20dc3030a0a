#pragma once
// The corner shelf: a triangle, a quarter round or an L that rests on a cleat with two legs (kind id
// 'corner').

#include "piece/cable_way.h"
#include "piece/edges.h"
#include "piece/sheet_choices.h"

namespace owl {

enum class CornerFront { straight, round, ell };
enum class CornerMade { boards, sheet };
enum class CornerGrain { front, leg };
/// What keeps the shelf from lifting off its cleat.
enum class CornerCapture { screws, groove, lip };

/// What holds it.
enum class CornerCarried { cleats, rods };

struct CornerParams {
    Length length = 380_mm, leg2 = 380_mm; ///< along its own wall, along the wall at its left
    double angle = 90;                     ///< degrees of the corner as measured
    CornerFront front = CornerFront::straight;
    Length ends = 70_mm; ///< short square ends of a straight front; 0: it runs to the walls
    Length arm = 150_mm; ///< depth of an L
    Length thickness = 18_mm;
    CornerMade made = CornerMade::boards;
    SheetKind sheet = SheetKind::birchPly;
    int boards = 2;
    CornerGrain grain = CornerGrain::front;
    EdgeShape edge = EdgeShape::chamfer;
    Length edgeSize = 3_mm;
    bool strip = false; ///< along the front
    Length stripThickness = 18_mm, rise = 12_mm, drop = 50_mm;
    CornerCarried carried = CornerCarried::cleats;
    Length rodPlay = Length::mm(0.2);
    Length cleatThickness = 18_mm, cleatHeight = 45_mm;
    Length cleatShort = 10_mm; ///< a leg of the cleat ends that much before the shelf's
    CornerCapture capture = CornerCapture::screws;
    Length captureWidth = 45_mm; ///< of the capture strips
    Length play = 1_mm;
    CableWay cable; ///< along its own wall, from the corner
    std::string species = "scots_pine";
    BoardGrade grade = BoardGrade::ordinary;
    bool operator==(const CornerParams&) const = default;

    static const KindInfo info;
    static CornerParams defaults(bool metric);
    void describe(Parameters& p);
    /// Of them what it lies on.
    void describeCleat(Parameters& p);
    [[nodiscard]] Draft make(const MakeContext& ctx, const Catalog& catalog) const;
    void typed(const std::string&) {}
    void settle();
    [[nodiscard]] std::vector<Cure> strengthen(const Weakness& w) const;
    [[nodiscard]] std::optional<Cure> resize(const PartWish& wish) const;
    [[nodiscard]] std::optional<Cure> heighten(Length by) const;
    [[nodiscard]] std::vector<ParameterChange> asMeasured(const MeasuredPlace& place) const;
};

} // namespace owl
