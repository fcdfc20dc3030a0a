#pragma once
// A part of a piece, as it is cut and as it sits in the piece.

#include "measure/length.h"

#include <string>
#include <vector>

namespace owl {

/// A point or size in the piece: x along it, y out of the wall, z up; from its left end, the wall face, its
/// bottom.
struct Vec {
    Length x, y, z;
    bool operator==(const Vec&) const = default;
};

/// An axis-parallel convex cell of a part's solid.
struct Cell {
    Vec at, size;
};

/// Something cut into or out of a part.
struct Feature {
    std::string kind; ///< 'tongue', 'groove', 'step'
    std::string text; ///< for people: where and how much
};

/// Which way the grain of a part runs in the piece.
enum class GrainAxis { x, y, z };

struct Part {
    std::string id;                  ///< unique in the piece: 'base', 'cap-left'
    std::string name;                ///< as a woodworker says it: 'back rail'
    Length length, width, thickness; ///< the blank: length along the grain
    int quantity = 1;
    GrainAxis grain = GrainAxis::x;
    std::vector<Cell> cells;
    std::vector<Feature> features;
    std::vector<std::string> why; ///< why it has that size, one sentence a dimension
    /// Volume of the solid in mm3 (all cells; cells do not overlap).
    [[nodiscard]] double volume() const;
    /// Smallest and largest corner of the solid.
    [[nodiscard]] Cell bounds() const;
    /// Why it has its size and what is cut into it, in one line.
    [[nodiscard]] std::string reasons() const;
};

} // namespace owl
