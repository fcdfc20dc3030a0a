#pragma once
// Drills and screws as one asks for them.

#include "catalog/catalog.h"
#include "measure/format.h"

namespace owl {

/// A drill as one asks for it: '8 mm', or the nearest 1/64 in in an inch book.
std::string drillText(double mm, const NumberStyle& style);
/// '7/64 in' or '2.5 mm' for pilot and clearance bits of a screw.
std::string pilotBit(const Screw& s, double G);
std::string clearanceBit(const Screw& s);
/// Length of a screw as sold: '1-1/4 in' or '35 mm'.
std::string screwLengthText(const Screw& s, double lengthMm);

} // namespace owl
