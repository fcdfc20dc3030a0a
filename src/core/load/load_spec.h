#pragma once
// What stands on a piece, and the forces it makes.

#include "assembly/assembly.h"
#include "measure/length.h"
#include "strength/beam.h"

#include <array>
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
    std::string on = {};   ///< id of the surface it stands on; empty: the first
    bool operator==(const LoadItem&) const = default;
};

struct LoadSpec {
    double kgPerM = 0; ///< spread along the whole length of every surface
    bool lineSustained = true;
    std::optional<double> handN; ///< a hand on the front edge; empty = the default for height and depth
    std::string handWhy;         ///< why it is zero or lower than the default
    std::vector<LoadItem> items;
    bool operator==(const LoadSpec&) const = default;
};

/// N: a hand that steadies somebody (50 lbf), and one that holds up (100 lbf).
inline constexpr double usualHand = 220, strongHand = 445;
/// N at the front edge (S1.3): rises without a step from 220 to 445 as the top goes down from 1.2 to 1.0 m,
/// or the piece grows from 300 to 400 mm deep.
double defaultHandLoad(Length top, Length depth);
/// From where to where along the piece the even load lies, all its surfaces taken together.
std::array<Length, 2> evenOver(const Assembly& a);
/// kg of the even load, on every surface that takes it.
double evenMass(const LoadSpec& load, const Assembly& a);
/// All contents in kg.
double contentsMass(const LoadSpec& load, const Assembly& a);
/// Contents as line loads in N/mm along the piece; each item spreads over its width. Items are cut to their
/// surface. `factor` scales everything (for 'what may it carry').
struct ContentsForces {
    std::vector<LineLoad> lines;
    std::vector<bool> sustained;
    std::vector<bool> even;      ///< part of the even load, not a thing
    std::vector<std::size_t> on; ///< index of the surface
};
ContentsForces contentsForces(const LoadSpec& load, const Assembly& a, double factor);
/// Where a line load presses on its surface: at the middle of its stretch and of the depth there; the even
/// load of a surface with an outline of its own at the middle of its area.
Vec3 pressesAt(const Surface& s, const LineLoad& l, bool even);
/// Those on one surface.
ContentsForces onlyOn(const ContentsForces& all, std::size_t surface);

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
