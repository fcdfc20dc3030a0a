#pragma once
// The polygon: a niche of 3 to 12 equal staves, mitred into a ring, on a rail inside (kind id 'polygon').

#include "piece/edges.h"

namespace owl {

/// Which of its measures is the one that was asked for.
enum class PolygonGiven { outsideSide, insideSide, flats, corners };
enum class PolygonDown { side, corner };
enum class PolygonFix { splines, glue };

struct PolygonParams {
    int sides = 6;
    PolygonGiven given = PolygonGiven::outsideSide;
    Length size = 220_mm; ///< of what is given
    Length depth = 120_mm, thickness = 18_mm;
    PolygonDown down = PolygonDown::side;
    PolygonFix fixing = PolygonFix::splines;
    Length railHeight = 60_mm;
    PlugWay plugs = PlugWay::filled; ///< over the heads of the rail's screws
    EdgeShape edge = EdgeShape::square;
    Length edgeSize = 3_mm; ///< of the outer front edges
    std::string species = "scots_pine";
    BoardGrade grade = BoardGrade::ordinary;
    bool operator==(const PolygonParams&) const = default;

    static const KindInfo info;
    static PolygonParams defaults(bool metric);
    void describe(Parameters& p);
    [[nodiscard]] Draft make(const MakeContext& ctx, const Catalog& catalog) const;
    void typed(const std::string&) {}
    void settle();
    [[nodiscard]] std::vector<Cure> strengthen(const Weakness& w) const;
    [[nodiscard]] std::optional<Cure> resize(const PartWish& wish) const;
    [[nodiscard]] std::optional<Cure> heighten(Length by) const;
    /// How wide it is on the wall.
    [[nodiscard]] Length acrossWall() const;
};

} // namespace owl
