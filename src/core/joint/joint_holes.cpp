#include "joint/joint_holes.h"

#include "joint/way.h"

#include <algorithm>
#include <fmt/format.h>

namespace owl {

Part* partToBore(Assembly& a, const std::string& id) {
    return a.find(id);
}

void boreForJoint(Part& p, const std::string& joint, const Vec3& at, const Vec3& into, double diameter,
                  double depth) {
    if (depth <= 0 || diameter <= 0)
        return;
    const auto n =
        std::count_if(p.holes.begin(), p.holes.end(), [&](const Hole& h) { return h.purpose == joint; });
    p.holes.push_back({fmt::format("{}/{}-{}", p.id, joint, n + 1), at, into, diameter, depth, joint});
}

void boreJoints(Assembly& a, double G, const Catalog& catalog) {
    for (const auto& j : a.joints)
        if (const auto bore = wayOf(j.how).bore)
            for (const auto& f : j.fasteners)
                bore(a, j, f, G, catalog);
}

} // namespace owl
