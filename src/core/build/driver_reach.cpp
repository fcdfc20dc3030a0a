#include "build/driver_reach.h"

#include "solid/query.h"

#include <algorithm>

namespace owl {

std::vector<std::string> inTheDriversWay(const Joint& j, const Assembly& a, double length) {
    std::vector<std::string> out;
    for (const auto& p : a.parts) {
        const bool meets = std::any_of(j.fasteners.begin(), j.fasteners.end(), [&](const Fastener& f) {
            if (f.kind.find("screw") == std::string::npos)
                return false;
            // A head may lie sunk in the part it holds; down a pocket the driver goes through that part.
            const bool own = !f.passes.empty() && f.passes.front() == p.id;
            if (own && f.kind == "pocket_screw")
                return false;
            const Vec3 from = f.from - f.direction * (own ? 30.0 : 3.0);
            return cylinderMeets(p.solid, from, f.from - f.direction * length, driverRadius).has_value();
        });
        if (meets)
            out.push_back(p.id);
    }
    return out;
}

} // namespace owl
