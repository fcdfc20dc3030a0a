#pragma once
// The slab: one thick board, or one made of several, on hidden rods (kind id 'slab').

#include "piece/edges.h"

namespace owl {

enum class SlabBuild { oneBoard, edgeGlued, laminated };
enum class RodWay { best, stud, plate, strip, masonry, plug };
enum class RodMetal { steel, stainless, aluminium, hardwood };

struct SlabParams {
    Length length = 900_mm, depth = 200_mm, thickness = 40_mm;
    SlabBuild build = SlabBuild::oneBoard;
    int boards = 2; ///< side by side, or one on another
    EdgeShape edge = EdgeShape::square;
    Length edgeSize = 4_mm;
    bool endsToo = true; ///< the ends get the same shape
    std::string waney;   ///< readings of a waney front edge: mm along, mm back from the front
    RodWay rods = RodWay::best;
    RodMetal rodMetal = RodMetal::steel;
    Length rodD;       ///< 0: as thick as needed
    int rodCount = 0;  ///< 0: one a stud, or as many as are usual
    Length rodInset;   ///< 0: where they carry best
    Length rodInShelf; ///< 0: three quarters of the depth
    Length rodInWall;  ///< 0: usual
    Length rodPlay = Length::mm(0.2);
    bool rodsGlued = false;
    Length strip = 40_mm; ///< thickness of the strip for home-made rods
    bool cable = false;
    Length cableAt = 200_mm, cableD = 30_mm; ///< from the left end; 40 mm from the wall
    std::string species = "scots_pine";
    BoardGrade grade = BoardGrade::ordinary;
    bool operator==(const SlabParams&) const = default;

    static const KindInfo info;
    static SlabParams defaults(bool metric);
    void describe(Parameters& p);
    [[nodiscard]] Draft make(const MakeContext& ctx, const Catalog& catalog) const;
    void typed(const std::string&) {}
    void settle();
    [[nodiscard]] std::vector<Cure> strengthen(const Weakness& w) const;
    [[nodiscard]] std::optional<Cure> resize(const PartWish& wish) const;
    [[nodiscard]] std::optional<Cure> heighten(Length by) const;
};

} // namespace owl
