#pragma once
// Shapes of edges, cut on the solids of whatever parts lie there.

#include "piece/kind.h"

namespace owl {

/// How an edge is shaped, on its upper and its lower arris.
enum class EdgeShape { square, chamfer, roundOver, cove };

/// The arris between two faces of a piece: a place on it and the outward normals of both.
struct Arris {
    Vec3 at, first, second;
    double length = 0; ///< mm, how far it runs
    Vec3 along;        ///< direction, length 1
};
/// Takes the arris off all parts: a chamfer of `size` at 45 degrees, a quarter round of that radius (flats
/// that miss it by at most 0.05 mm), or a cove of that radius.
void shapeArris(std::vector<Part>& parts, const Arris& arris, EdgeShape shape, double size, int origin);
/// Where the arrises of a board that lies or hangs at a wall are shaped: its outline seen from above, and at
/// which of two heights. mm.
struct OutlineEdges {
    double length = 0; ///< from 0 along the piece
    double back = 0, front = 0;
    double low = 0, high = 0;
    bool lower = true, upper = true; ///< which arrises
    bool alongFront = true, ends = true;
};
/// Shapes the front and both ends of all parts that lie there. `origin`: of the new faces.
void shapeOutline(std::vector<Part>& parts, const OutlineEdges& e, EdgeShape shape, double size, int origin);
/// 'chamfer', 'round-over' ..
const char* edgeName(EdgeShape shape);

/// Readings such as '0 3, 250 8, 900 2' as pairs; nothing when they cannot be read or do not run from left to
/// right.
std::optional<std::vector<std::array<double, 2>>> readingsOf(const std::string& text);
/// Cuts a front edge back to a line through readings (mm along, mm back from y = depth).
void cutOutline(Part& part, const std::vector<std::array<double, 2>>& readings, double depth, int origin);

} // namespace owl
