#include "joint/measures.h"

#include "measure/format.h"

namespace owl {

std::string exactLength(Length l, const Measures& sold) {
    NumberStyle s;
    s.units = sold.units == "in" ? Units::imperial : Units::metric;
    s.denominator = 64;
    return formatLength(l, s);
}

} // namespace owl
