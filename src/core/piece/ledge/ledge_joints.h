#pragma once
// The ledge's joints apart from its shape. Only ledge.cpp needs this.

#include "joint/tongue.h"
#include "piece/ledge/ledge.h"

namespace owl {

/// What the joints need to know of the shape: length between the caps, height of the back rail without its
/// tongue.
struct LedgeShape {
    Length inner, backStrip;
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
