#pragma once
// Building, gluing, coats and waits on one clock.

#include "catalog/catalog.h"
#include "catalog/recipe.h"

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

/// One thing to do: a build step, sanding or a coat.
struct FinishStep {
    std::string id, name, text;
    std::string finish;           ///< id in data/finishes.json; empty for sanding and building
    std::string recipe;           ///< id; empty for building
    std::string step;             ///< id of the build step it stands for; empty: sanding or a coat
    std::string piece;            ///< of a build step
    ClockTime start = 0, end = 0; ///< hands-on time
    ClockTime readyAt = 0;        ///< when the next step may begin
    std::vector<std::string> cautions;
    double litres = 0;
};
struct FinishPlan {
    std::vector<FinishStep> steps;     ///< in the order of the clock
    ClockTime hangAt = 0;              ///< dry enough to hang
    ClockTime fullUseAt = 0;           ///< fully cured
    std::vector<std::string> warnings; ///< coats that do not go over each other, windows missed
};

/// All faces that get one recipe.
struct FinishJob {
    FinishRecipe recipe;
    double area = 0; ///< m2
    bool softwood = true, blotches = false, resinous = false;
    std::string where;              ///< 'all parts', 'front lip, front'
    std::vector<std::string> masks; ///< borders to another finish: 'front lip: front against top'
};
/// A build step on the clock: minutes of work, minutes of waiting for glue.
struct ClockTask {
    std::string id, name;
    double minutes = 0, waitMinutes = 0;
};
struct BuildChain {
    std::string piece, name;
    std::vector<ClockTask> tasks;
};

struct FinishInput {
    std::vector<BuildChain> builds; ///< done before anything is finished
    std::vector<FinishJob> jobs;
    ClockTime start = 0;
    int dayBegins = 8, dayEnds = 20; ///< work is done within these hours
};

/// A known system of data/finish_systems.json, or null.
const FinishRecipe* knownRecipe(const Catalog& catalog, const std::string& id);
/// The coats that a wood really gets.
std::vector<FinishCoat> coatsOn(const FinishJob& job);

/// Lays everything out in time for one pair of hands: while one thing dries another is done; each coat waits
/// for the one before (a long dry where the compatibility table says so); a task that does not fit into the
/// rest of a day waits for the next; a conditioner and its stain stay on one day, within the time the
/// conditioner works.
FinishPlan scheduleFinish(const FinishInput& in, const Catalog& catalog);

} // namespace owl
