#pragma once
// Rows of the screw tables. A wrong row throws std::runtime_error. Internal to the catalogue.

#include "catalog/catalog.h"
#include "catalog/row.h"

namespace owl {

/// Wood screws by gauge ('#8'), lengths in inches.
Screw readGauge(const Row& r);
/// Wood screws by their diameter in mm.
Screw readMetric(const Row& r);
/// Screws with trim or washer heads carry their own id and label, and say whether they are metric.
Screw readSpecial(const Row& r);

/// Lag screws: thread and tip as their standard has them.
LagScrew readLag(const Row& r);

} // namespace owl
