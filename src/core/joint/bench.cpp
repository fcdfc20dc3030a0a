#include "joint/bench.h"

#include "measure/format.h"

namespace owl {

std::string exactLength(Length l, const Bench& bench) {
    NumberStyle s;
    s.units = bench.units == "in" ? Units::imperial : Units::metric;
    s.denominator = 64;
    return formatLength(l, s);
}

} // namespace owl
