#pragma once
// The ledge's joints apart from its shape. Only ledge.cpp needs this.

#include "joint/fit.h"
#include "piece/ledge/ledge.h"

namespace owl {

/// What the joints need to know of the shape: thickness of a cap (0: none), length between the caps, depth
/// from the wall, lower edge of the back rail, widths of the strips without their tongues.
struct LedgeShape {
    Length cap, inner, depth, backZ;
    Length baseStrip, backStrip, lipStrip;
};
/// 'none', 'base', 'back rail', 'lip'.
const char* stripName(LedgeStrip s);

/// What tongues add to the widths of the strips.
struct TongueWidths {
    Length base, back, lip;
};
TongueWidths tongueWidths(const LedgeParams& params);

/// Adds base-back, base-lip and cap joints with screws (S10.6), dowels, tongues or nails and their places,
/// kept clear of the holes for the wall; what cannot be joined becomes a problem in `result`.
void addLedgeJoints(const LedgeParams& params, const MakeContext& ctx, const Catalog& catalog,
                    const LedgeShape& shape, Draft& result);

} // namespace owl
