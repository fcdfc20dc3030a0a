#pragma once
// A thick board on hidden rods: in studs, on plates, in a strip, in masonry, in adjustable plugs (S8).

#include "support/rail_judge.h"

namespace owl {

/// Judges rods. Without a rod in the option the thinnest of the material that holds is taken; where none
/// holds, the one that comes nearest.
RailVerdict judgeRods(const RailPiece& piece, const RailWall& wall, const RailOption& option,
                      StaticsCache& cache, double factor, bool quiet, const Catalog& catalog);
/// Rods, plates and strip as parts, with the holes they need in the boards of the piece.
Mounting rodsMounting(const RailPiece& piece, const RailWall& wall, const RailVerdict& verdict);

/// Allowable bearing under a rod in masonry, MPa (S8.7, verify); 0: refused without a resin anchor's own
/// figure.
double masonryStrength(const WallKind* wall);
/// kg and middle of what the support adds, from the formulas that its parts follow.
struct AddedMass {
    double kg = 0;
    Vec3 moment; ///< kg mm
};
/// Area of the polygon of 24 sides that stands for a round rod, mm2.
double rodArea(double d);

} // namespace owl
