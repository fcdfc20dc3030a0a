#pragma once
// The lines of a drawing: the edges of solids, and which stretches of them the eye sees. Exact, no order to
// get wrong.

#include "solid/query.h"

namespace owl {

/// A straight edge of a solid.
struct EdgeLine {
    Vec3 a, b;
    int body = 0;                                              ///< which of the solids it belongs to
    int first = FaceOrigin::inner, second = FaceOrigin::inner; ///< origins of the faces that meet there
    Vec3 firstNormal, secondNormal;                            ///< outward, of those faces
};

/// The edges where two open faces of one solid meet at an angle: what a person would draw. Edges between
/// cells and across flat faces are none.
std::vector<EdgeLine> edgesOf(const Solid& solid, int body = 0);

/// The edge with the stretches of it that nothing hides from an eye in the direction `toEye`.
struct SeenLine {
    EdgeLine edge;
    std::vector<Stretch> seen; ///< in order; the rest is hidden
};
/// All edges of some solids, seen from far away.
std::vector<SeenLine> seenLines(const std::vector<const Solid*>& bodies, const Vec3& toEye);
/// The same for lines that are known already.
std::vector<SeenLine> seenLines(const std::vector<EdgeLine>& lines, const std::vector<const Solid*>& bodies,
                                const Vec3& toEye);

} // namespace owl
