#pragma once
// Lag screws through a ledger or rail into the end of an arm: one joint that takes shear and bending.

#include "catalog/catalog.h"
#include "strength/check.h"

#include <vector>

namespace owl {

/// mm, above the arm's lower edge where heights are meant.
struct LagJoint {
    const LagScrew& screw;
    std::vector<double> heights;            ///< of the lag screws, upwards
    double passes = 0, pen = 0, thread = 0; ///< of one: in the ledger, in the arm, of that thread that holds
    double G = 0;                           ///< of the wood of both
};
/// Pull by S9.1 on the uppermost (T = 1.5 M z/sum z^2) and an even share of the shear R, in end grain,
/// together by S10.5; N and N mm.
Use lagUse(const LagJoint& joint, double R, double M, double CD);
/// N mm/rad that such a joint turns with: K_ax sum z^2/1.5, K_ax = 25 d thread as S8.5 (verify).
double lagTurning(const LagJoint& joint);

} // namespace owl
