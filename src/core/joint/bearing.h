#pragma once
// Wood that stands in the way of a part let into another.

#include "assembly/assembly.h"

namespace owl {

/// Strength of the wood round a recess: F_c across the grain with its factors, F_v before the duration factor
/// C_D, MPa.
struct BearingWood {
    double FcPerp = 0, Fv = 0, CD = 1;
};

/// N that a joint whose second part is let into the first takes for a force on the second along `force`
/// (length 1), by bearing (S10.8): on the side of the recess that the force pushes against, in the joint's
/// own frame. 0 where nothing is let in, the force draws it out, or no wood stands there: a rabbet bears on
/// one side only.
double recessTakes(const Joint& j, const Part& first, const Part& second, const Vec3& force,
                   const BearingWood& wood);

} // namespace owl
