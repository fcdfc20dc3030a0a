#pragma once
// Fasteners where two boards meet: gauge and length of a screw, sizes of dowels, tongues and nails. What does
// not fit says why; the kind adds what would cure it.

#include "assembly/plugs.h"
#include "catalog/catalog.h"
#include "joint/measures.h"

namespace owl {

/// The two parts as a fastener meets them: it passes the first and bites into the second.
struct Meeting {
    Length headSide, receiving; ///< thickness passed; wood behind it along the fastener
    Length edge;                ///< thickness of the edge it enters
    bool carries = false;       ///< it bites 6 D, not just until the glue has set
    bool shows = false;         ///< its heads, unless something covers them
};

/// Chooses gauge and length by S10.6 into `j`, whose parts must be named. A joint that carries bites 6 D, one
/// that only holds a part in place while the glue sets 3 D or 10 mm. `plugs`: what covers heads that show.
/// Returns why none fits; empty when one does.
std::string fitScrew(Joint& j, const Meeting& m, PlugWay plugs, const Measures& sold, const Catalog& catalog);
/// Screws at 15 degrees out of pockets in a board's face, near its end, into another board's face (reference
/// data 4d): gauge and length by the board's thickness; the head sits where the point leaves 3 mm of the
/// other board whole. `end`: unit vector out of the board's end; `open`: out of the face with the pockets;
/// `at`: middles of its end's thickness. Returns why none fits.
struct Pockets {
    Vec3 end, open;
    std::vector<Vec3> at;
    Length thickness, receiving;
};
std::string fitPocketScrews(Joint& j, const Pockets& p, const Measures& sold, const Catalog& catalog);
/// 8 mm where the edge is 16 mm or more, 6 mm from 12 mm on; in both parts at least as deep as it is thick,
/// 3 mm of wood left before the far face. Returns why none fits.
std::string fitDowels(Joint& j, const Meeting& m, const Measures& sold);
/// From outside through the first part and as deep into the second as a sold dowel reaches, at least twice
/// its thickness; the hole ends 2 mm behind it. False where none does.
bool fitThroughDowels(Joint& j, const Meeting& m, const Measures& sold);
/// The longest coach screw that `longest` and the wood allow: its head `sunk` mm, its point 10 mm inside.
void fitLag(Joint& j, const Meeting& m, double sunk, double longest, const LagScrew& lag);
/// Twice as long as the part it passes is thick, as far as it stays inside; as 18 gauge nails are sold.
Length nailFor(const Meeting& m, const Measures& sold);

} // namespace owl
