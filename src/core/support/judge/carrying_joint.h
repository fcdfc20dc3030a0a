#pragma once
#include "support/support.h"

namespace owl {

/// The joint of base and back rail under the contents and a hand (S9.1 rule for ledge joints, S10.8): the
/// worse of the two combinations; nothing when the piece has no joint that carries. `factor` scales the
/// contents; `quiet` leaves the words out.
std::optional<Check> railJointCheck(const HeldPiece& piece, double factor, bool quiet);

} // namespace owl
