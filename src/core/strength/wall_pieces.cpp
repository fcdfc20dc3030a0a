#include "strength/wall_pieces.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace owl {

double cornerCentroid(CornerShape shape, double leg) {
    switch (shape) {
    case CornerShape::triangle:
        return leg / 3;
    case CornerShape::quarterRound:
        return leg * 4 / (3 * std::numbers::pi);
    case CornerShape::square:
        break;
    }
    return leg / 2;
}

// Moments about each wall give the ends; what is left is the corner's. With equal legs c the corner has
// sum P (1 - (x + y)/c), which is nothing when c = sum P (x + y)/sum P.
CornerRest cornerRest(const std::vector<CornerLoad>& loads, double cleat1, double cleat2) {
    CornerRest r;
    double all = 0;
    double both = 0;
    for (const auto& l : loads) {
        all += l.P;
        both += l.P * (l.x + l.y);
        r.end1 += l.P * l.x / cleat1;
        r.end2 += l.P * l.y / cleat2;
    }
    r.corner = all - r.end1 - r.end2;
    r.holdDown = std::max(0.0, -r.corner);
    r.equalCleat = all > 0 ? both / all : 0;
    return r;
}

AlcoveResult alcoveOf(const AlcoveInput& in) {
    const double L = in.length;
    AlcoveResult r;
    r.back = in.w * L / 2;
    r.side = 0.3 * in.w * L + in.hand / 2;
    r.frontLoad = 0.6 * in.w;
    r.sag = 5 * r.frontLoad * std::pow(L, 4) / (384 * in.EI);
    r.sagLong = r.sag * (1 + in.kDef);
    r.sagHand = in.hand * std::pow(L, 3) / (48 * in.EI);
    r.moment = r.frontLoad * L * L / 8 + in.hand * L / 4;
    return r;
}

BraceResult braceOf(const std::vector<BraceLoad>& loads, double y, double h) {
    double all = 0;
    double moment = 0;
    for (const auto& l : loads) {
        all += l.P;
        moment += l.P * l.y;
    }
    BraceResult r;
    r.topTension = moment / h;
    r.vertical = moment / y;
    r.force = std::hypot(r.vertical, r.topTension);
    r.topShear = all - r.vertical;
    return r;
}

} // namespace owl
