#include "build/driver_reach.h"

#include "solid/query.h"

#include <algorithm>

namespace owl {

DriverReach::DriverReach(const Assembly& a) : a_(a) {
    for (const auto& p : a.parts)
        around_.push_back(p.solid.bounds());
}

std::vector<std::size_t> DriverReach::of(const Joint& j, double length) const {
    std::vector<std::size_t> out;
    const auto blocks = [&](std::size_t i, const Fastener& f) {
        if (f.kind.find("screw") == std::string::npos)
            return false;
        // A head may lie sunk in the part it holds; down a pocket the driver goes through that part.
        const bool own = !f.passes.empty() && f.passes.front() == a_.parts[i].id;
        if (own && f.kind == "pocket_screw")
            return false;
        const Vec3 from = f.from - f.direction * (own ? 30.0 : 3.0);
        const Vec3 to = f.from - f.direction * length;
        Bounds3 line = swept({from, from}, to - from);
        return !line.apart(around_[i], driverRadius * 1.04) && // the prism round the cylinder is wider
               cylinderMeets(a_.parts[i].solid, from, to, driverRadius).has_value();
    };
    for (std::size_t i = 0; i < a_.parts.size(); ++i)
        if (std::any_of(j.fasteners.begin(), j.fasteners.end(),
                        [&](const Fastener& f) { return blocks(i, f); }))
            out.push_back(i);
    return out;
}

std::vector<std::string> inTheDriversWay(const Joint& j, const Assembly& a, double length) {
    std::vector<std::string> out;
    for (std::size_t i : DriverReach(a).of(j, length))
        out.push_back(a.parts[i].id);
    return out;
}

} // namespace owl
