#include "joint/way.h"

#include <cmath>

namespace owl {

const JoinWay& wayOf(Joinery how) {
    switch (how) {
    case Joinery::screwsGlue:
        return screwsWay;
    case Joinery::screws:
        return bareScrewsWay;
    case Joinery::pocketScrews:
        return pocketsWay;
    case Joinery::dowels:
        return dowelsWay;
    case Joinery::tongueGroove:
        return tongueWay;
    case Joinery::nailsGlue:
        return nailsWay;
    case Joinery::lagsGlue:
        return lagsWay;
    case Joinery::glue:
        return gluedWay;
    case Joinery::dry:
        break;
    }
    return dryWay;
}

bool FastenerLoad::inEndGrain() const {
    return into.stock != Stock::sheet && std::abs(dot(into.pose.along, fastener.direction)) > 0.7;
}

} // namespace owl
