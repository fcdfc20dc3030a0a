#pragma once
// From a trace to studs, each with a confidence, and to everything odd, which is named and never smoothed
// away.

#include "measure/format.h"
#include "scan/bumps.h"

#include <nlohmann/json.hpp>
#include <optional>

namespace owl {

/// mm that a stud may stand off the line of its spacing: carpentry, not surveying.
inline constexpr double studLineSlack = 12;

/// A stud as the trace shows it, mm from the wall's left corner.
struct StudReading {
    double left = 0, right = 0, centre = 0;
    double confidence = 0; ///< 0 to 1: how often such a reading is a stud within 6 mm
    bool onSpacing = false;
};

enum class OddKind {
    pipe,     ///< narrow: a pipe, a duct, a cable
    metal,    ///< far stronger than wood
    doubled,  ///< twice as wide: two studs side by side; `at` is the joint between them
    alone,    ///< like a stud, but off the spacing of all others
    missing,  ///< the spacing expects a stud here and the trace shows none
    wide,     ///< wider than two studs
    weak,     ///< far weaker than the others
    corner,   ///< at the trace's end, where corners are built up
    gap,      ///< no readings here
    highWall, ///< the wall reads high everywhere
    nothing   ///< no stud at all
};
const char* oddKindName(OddKind kind);
/// The kind with this name; weak when there is none.
OddKind oddKindFrom(const std::string& name);

struct OddSignal {
    OddKind kind = OddKind::pipe;
    double at = 0, left = 0, right = 0; ///< mm
};

/// The usual spacing that explains most studs: offset + k spacing.
struct StudSpacing {
    double spacing = 0, offset = 0; ///< mm
    int hits = 0, misses = 0;
    double endGap = 0; ///< from the nearer end of the trace to the spacing line before it, mm
};

struct StudEstimate {
    std::vector<StudReading> studs; ///< left to right
    std::vector<OddSignal> odd;     ///< left to right
    std::optional<StudSpacing> spacing;
    double noise = 0;
};

/// Usual stud spacings, mm: 16 and 24 in, 400 and 600 mm, 19.2 in and 625 mm (reference-data 7a).
const std::vector<double>& usualSpacings();
/// The usual spacing that fits centres found between `from` and `to`; none when fewer than three agree.
std::optional<StudSpacing> fitSpacing(const std::vector<double>& centres, double from, double to);

/// Finds studs in a trace. `cover`: thickness of the wall cover, mm.
StudEstimate estimateStuds(const Trace& trace, double cover = 12.5);

/// One sentence with what to do: 'Alone between two studs at 1 013 mm: may be a pipe; probe ..'.
std::string oddText(const OddSignal& odd, const NumberStyle& style);
/// {"studs":[{"left_mm",..}],"odd":[{"at_mm","kind","text"}],"spacing_mm","noise"}.
nlohmann::ordered_json estimateJson(const StudEstimate& estimate, const NumberStyle& style);

} // namespace owl
