#include "strength/wood_joint.h"

#include "strength/wood.h"

#include <algorithm>
#include <cmath>
#include <limits>
#include <numbers>

namespace owl {

HousingStrength housingStrength(double FcPerp, double Fv, double depth, double e, double t, double CD) {
    return {FcPerp * depth * e, 2.0 / 3 * Fv * depth * t * CD};
}

DowelStrength dowelStrength(double d, double embed, double G, double CD) {
    const double round = std::numbers::pi * d; // mm, around the dowel
    return {std::min(d * embed * bearingPerpendicular(G, d) / 5, 4 * round * d / 4) * CD,
            0.8 * round * embed * CD};
}

double glueStrength(GlueLine line, double Fv, double area, double CD) {
    switch (line) {
    case GlueLine::longToLong:
        return 0.5 * Fv * area * CD;
    case GlueLine::panelFace:
        return 0.5 * Fv / 3 * area * CD;
    case GlueLine::longToEnd:
        break;
    }
    return 0;
}

PinStrength pinStrength(double d, double embed, double reach, double G, double rodAllow, double CD) {
    const double modulus = std::numbers::pi * d * d * d / 32;
    return {d * embed * bearingParallel(G, d) / 4 * CD,
            reach > 0 ? rodAllow * modulus / reach : std::numeric_limits<double>::infinity()};
}

} // namespace owl
