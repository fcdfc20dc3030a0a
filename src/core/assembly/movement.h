#pragma once
// Wood that is fixed across its grain and wants to move (S9.10).

#include "assembly/assembly.h"

namespace owl {

/// A rigid fixing over so much width is never left to luck, mm (S9.10).
inline constexpr double mostRigid = 150;
/// Change of moisture between summer and a heated winter, percent (reference data).
inline constexpr double yearOfMoisture = 4;

/// A joint that holds one board's width along the other's length.
struct CrossGrain {
    const Joint* joint = nullptr;
    const Part* moves = nullptr; ///< grows and shrinks with the seasons along the fixing
    const Part* holds = nullptr; ///< its grain runs along it: it does not
    double over = 0;             ///< mm that are fixed
    double by = 0;               ///< mm that it wants to move in a year
};

/// Every joint fixed for longer than mostRigid across the grain of just one of its boards. Glue fixes where
/// the parts touch, screws from the first to the last; sheets, loose and sliding joints move freely.
/// `coefficient`: change of width a percent of moisture, as a fraction.
std::vector<CrossGrain> crossGrain(const Assembly& a, double coefficient);

} // namespace owl
