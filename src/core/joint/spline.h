#pragma once
// A spline: a thin strip of plywood across a mitre, half in either part.

#include "assembly/assembly.h"
#include "catalog/catalog.h"
#include "joint/measures.h"

namespace owl {

inline constexpr double splineThick = 3.8; // mm, birch plywood as sold

/// How deep a spline may go into either part, mm: 8, less where its slot would come out of a face. `thick`:
/// of the parts, mm; `half`: degrees between a part's length and the direction square to the mitre. Under 3
/// there is none.
double splineDepth(double thick, double half);

/// Cuts the slots of a spline into both parts of a joint that was laid out (Joint::contact), all along it and
/// in its middle, and makes the spline: 'spline-joint'. `said`: how the part is held for it. The strip's own
/// joint follows from it: `splineJoint`.
Part cutSpline(Assembly& a, const Joint& j, double deep, const std::string& said, const Measures& sold,
               const Catalog& catalog);
Joint splineJoint(const Joint& j, const Part& spline);

} // namespace owl
