#pragma once
// The braced show shelf: a profiled top on a back rail that is set in from its ends, small shaped braces
// below (kind id 'braced').

#include "assembly/plugs.h"
#include "piece/brackets.h"
#include "piece/cable_way.h"
#include "piece/edges.h"

namespace owl {

/// Where the front and end edges of a top are shaped.
enum class EdgeAt { upper, lower, both };
/// What a brace does: screwed to top and rail it carries, glued it is ornament (S9.8).
enum class BraceFix { screwed, glued };

struct BracedParams {
    Length length = 900_mm, depth = 150_mm, thickness = 18_mm;
    EdgeShape edge = EdgeShape::roundOver;
    Length edgeSize = 6_mm;
    EdgeAt edgeAt = EdgeAt::both;
    Length railHeight = 110_mm, railThickness = 18_mm;
    Length inset = 60_mm; ///< of the rail from the top's ends
    Joinery railJoint = Joinery::dowels;
    PlugWay plugs = PlugWay::bought; ///< over screws through the top
    int braces = 2;
    BracketShape braceShape = BracketShape::ogee;
    bool echo = false; ///< the braces take the shape of the edge
    Length braceOut = 110_mm, braceDown = 100_mm, braceThickness = 18_mm;
    Length braceInset = 40_mm; ///< middle of the outer braces from the rail's ends
    BraceFix braceFix = BraceFix::screwed;
    CableWay cable;          ///< through the top, before the rail
    bool unseenWall = false; ///< holes that serve a wall nobody has measured yet
    std::string species = "scots_pine";
    BoardGrade grade = BoardGrade::ordinary;
    bool operator==(const BracedParams&) const = default;

    static const KindInfo info;
    static BracedParams defaults(bool metric);
    void describe(Parameters& p);
    [[nodiscard]] Draft make(const MakeContext& ctx, const Catalog& catalog) const;
    void typed(const std::string&) {}
    void settle();
    [[nodiscard]] std::vector<Cure> strengthen(const Weakness& w) const;
    [[nodiscard]] std::optional<Cure> resize(const PartWish& wish) const;
    [[nodiscard]] std::optional<Cure> heighten(Length by) const;
};

} // namespace owl
