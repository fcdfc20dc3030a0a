#pragma once
// How much was reckoned, for those who must decide whether more of it can be afforded. It says the same on
// every machine, as a clock would not; nothing that is reckoned depends on it.

namespace owl {

/// Units of about a microsecond on the machine of bench/README.md that this thread has spent on beams and
/// rods so far. What it took is the difference of two readings.
double effortSoFar();
/// Counts some more.
void countEffort(double units);

} // namespace owl
