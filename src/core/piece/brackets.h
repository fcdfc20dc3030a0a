#pragma once
// Shaped brackets that stand under a board against what carries it: braces, corbels.

#include "piece/kind.h"

namespace owl {

enum class BracketShape { ogee, cove, round, straight, square };
inline constexpr std::array bracketShapes{Option{"ogee", "S curve"}, Option{"cove", "hollow curve"},
                                          Option{"round", "round"}, Option{"straight", "straight slope"},
                                          Option{"square", "square block"}};

/// Seen from the side: `out` along the board's underside, `down` along what it stands against. The curve runs
/// between two square noses of that length.
struct Bracket {
    BracketShape shape = BracketShape::ogee;
    Length out = 110_mm, down = 80_mm, thickness = 18_mm, nose = 12_mm;
};

/// Corners of the outline from the inner corner round: mm out, mm down. Curves are chords that miss them by
/// at most 0.05 mm. Noses longer than a third of a side are shortened.
std::vector<std::array<double, 2>> bracketOutline(const Bracket& b);
/// How deep the bracket is `out` mm from its back.
double bracketDepth(const std::vector<std::array<double, 2>>& outline, double out);
/// The bracket with its middle at x, its back at y and its upper face at z, mm; the grain runs along its
/// longer side. Its curve is a feature that names the template.
Part bracketPart(std::string id, std::string name, const Bracket& b, const Vec3& at);

} // namespace owl
