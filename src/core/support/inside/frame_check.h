#pragma once
// A frame held out from a back rail: its arms, their joints at the rail, a glass top on it, and whether what
// stands there shakes (S9.3, S9.10, S3.5).

#include "support/support.h"

namespace owl {

/// Arms in bending, lag screws at the rail, the rail between them and the wall screws of `v`, glass. Nothing
/// for pieces without such a frame. `factor` scales the contents; `quiet`: only the figures.
std::vector<Check> frameChecks(const HeldPiece& piece, double factor, const SupportVerdict& v, bool quiet);
/// How much its arms give under what stands there, at once: what turns at the rail (joint, rail across its
/// grain, rail twisted between the screws), rad; how far an arm's tip bends, mm. Nothing without such a
/// frame.
struct FrameGives {
    double turn = 0, bends = 0;
};
FrameGives frameGives(const HeldPiece& piece, double factor, const SupportVerdict& v);
/// The first frequency at the thing that must not shake, against what is wanted: from how far wall screws,
/// rail, joints and arms give there, so `v` must have its droop already.
std::optional<Check> steadyCheck(const HeldPiece& piece, double factor, const SupportVerdict& v, bool quiet);

} // namespace owl
