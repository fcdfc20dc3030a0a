#include "piece/wall_box/wall_box_shape.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <numbers>

namespace owl {

Length BoxWork::panelY() const {
    return onRail() ? recess() + s_.t : Length();
}

Length BoxWork::innerBack() const {
    return panelY() + (p_.back == BoxBack::none ? Length() : p_.backThickness);
}

Length BoxWork::bevelDeep() const {
    if (p_.bevel <= 0)
        return {};
    return Length::mm(s_.t.mm() * std::tan(std::min(p_.bevel, 60.0) * std::numbers::pi / 180));
}

} // namespace owl
