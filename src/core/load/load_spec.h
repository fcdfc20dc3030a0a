#pragma once
// What stands on a piece, and the forces it makes.

#include "measure/length.h"
#include "strength/beam.h"

#include <optional>
#include <string>
#include <vector>

namespace owl {

/// One thing on the shelf. x is its left edge from the piece's left end.
struct LoadItem {
    std::string id;
    std::string kind; ///< id in data/loads.json, or empty
    std::string name;
    double mass = 1; ///< kg
    Length x, width = 200_mm, height = 250_mm;
    bool sustained = true; ///< stays for months or years: it makes the wood creep
    bool operator==(const LoadItem&) const = default;
};

struct LoadSpec {
    double kgPerM = 0; ///< spread along the whole length
    bool lineSustained = true;
    std::optional<double> handN; ///< a hand on the front edge; empty = the default for height and depth
    std::string handWhy;         ///< why it is zero or lower than the default
    std::vector<LoadItem> items;
    bool operator==(const LoadSpec&) const = default;
};

/// S1.3: 220 N, or 445 N when the top is lower than 1.1 m or the piece deeper than 350 mm.
double defaultHandLoad(Length top, Length depth);
/// All contents in kg on a piece of this length.
double contentsMass(const LoadSpec& load, Length length);
/// Contents as line loads in N/mm on a beam of this length; each item spreads over its width. Items are cut
/// to the piece; sustained[i] belongs to line i. `factor` scales everything (for 'what may it carry').
struct ContentsForces {
    std::vector<LineLoad> lines;
    std::vector<bool> sustained;
};
ContentsForces contentsForces(const LoadSpec& load, Length length, double factor);

/// The heaviest stretch of a joint along the piece (S12.11): what stands on `window` mm of it, per mm.
struct HeaviestStretch {
    double w = 0;  ///< N/mm
    double x0 = 0; ///< mm, where it begins
};
/// Anywhere along the piece; a piece shorter than the window is the window.
HeaviestStretch heaviestStretch(const ContentsForces& forces, double length, double window);
/// At one of the two free ends.
HeaviestStretch heaviestEnd(const ContentsForces& forces, double length, double window);

} // namespace owl
