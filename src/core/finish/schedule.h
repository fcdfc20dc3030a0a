#pragma once
// Coats and waits as a schedule with clock times.

#include "catalog/catalog.h"

#include <optional>
#include <string>
#include <vector>

namespace owl {

/// Minutes since 1970-01-01 00:00, local clock time; no time zones, no daylight saving.
using ClockTime = std::int64_t;
/// '2026-03-07T09:00' -> minutes. Empty for anything that is no date and time.
std::optional<ClockTime> parseClock(const std::string& text);
/// 'Sat 7 Mar 09:00'.
std::string clockText(ClockTime t);
/// '2026-03-07T09:00'.
std::string clockIso(ClockTime t);

/// One thing to do: sanding, a coat, or the last wait.
struct FinishStep {
    std::string id, name, text;
    std::string finish;           ///< id in data/finishes.json; empty for sanding
    ClockTime start = 0, end = 0; ///< hands-on time
    ClockTime readyAt = 0;        ///< when the next step may begin
    std::vector<std::string> cautions;
    double litres = 0;
};
struct FinishPlan {
    std::vector<FinishStep> steps;
    ClockTime hangAt = 0;              ///< dry enough to hang
    ClockTime fullUseAt = 0;           ///< fully cured
    std::vector<std::string> warnings; ///< coats that do not go over each other, windows missed
};

/// What is to be finished and how.
struct FinishInput {
    std::vector<std::pair<std::string, int>> coats; ///< finish id, number of coats
    double area = 0;                                ///< m2
    bool softwood = true;
    ClockTime start = 0;
    int dayBegins = 8, dayEnds = 20; ///< work starts within these hours
};
/// The coats of a school for a wood: 'stain' (conditioner on blotching woods, stain, clear coat), 'paint'
/// (knot sealer on resinous woods, primer, paint), 'oil' (hard wax oil).
std::vector<std::pair<std::string, int>> coatsFor(const std::string& school, const Species& wood);
/// Lays the coats out in time: each waits for the recoat time of the one before (a long dry where the
/// compatibility table says so) and starts within the day's hours.
FinishPlan scheduleFinish(const FinishInput& in, const Catalog& catalog);

} // namespace owl
