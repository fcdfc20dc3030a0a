#include "build/order.h"

#include "assembly/plugs.h"

#include "solid/query.h"

#include <algorithm>
#include <set>

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

bool hasWayIn(const Part& part, const Assembly& a, const std::set<std::string>& there) {
    constexpr double far = 10000; // mm, past everything
    for (const Vec3& way : {Vec3{0, 0, far}, Vec3{0, far, 0}, Vec3{far, 0, 0}, Vec3{0, -far, 0},
                            Vec3{-far, 0, 0}, Vec3{0, 0, -far}})
        if (std::all_of(a.parts.begin(), a.parts.end(), [&](const Part& p) {
                return p.id == part.id || !there.contains(p.id) || slidesFree(part.solid, way, p.solid);
            }))
            return true;
    return false;
}

JointOrder workableOrder(const Assembly& a) {
    std::vector<const Joint*> open;
    for (const auto& j : a.joints)
        if (!j.atWall && j.kind != plugJoint) // plugs go over the heads last
            open.push_back(&j);
    std::vector<std::vector<std::string>> ways;
    for (const auto* j : open)
        ways.push_back(inTheDriversWay(*j, a));
    JointOrder out;
    std::set<std::string> there;
    std::vector<bool> done(open.size());
    // A joint may be made when what it brings in blocks nobody who is still to come; if none may, the first
    // that is not blocked itself; if all are, the first. What would leave a loose panel no way into its
    // grooves waits until the panel is in.
    const auto brings = [&](std::size_t i, const std::string& part) {
        return !there.contains(part) && (open[i]->first == part || open[i]->second == part);
    };
    const auto blocksOthers = [&](std::size_t i) {
        for (std::size_t k = 0; k < open.size(); ++k)
            if (!done[k] && k != i)
                for (const auto& p : ways[k])
                    if (brings(i, p) && open[k]->first != p && open[k]->second != p)
                        return true;
        return false;
    };
    const auto meets = [&](std::size_t i, const std::vector<std::string>& way) {
        return std::any_of(way.begin(), way.end(), [&](const std::string& p) {
            return there.contains(p) || open[i]->first == p || open[i]->second == p;
        });
    };
    const auto isBlocked = [&](std::size_t i) { return meets(i, ways[i]); };
    const auto shutsOut = [&](std::size_t i) {
        std::set<std::string> after = there;
        after.insert({open[i]->first, open[i]->second});
        for (std::size_t k = 0; k < open.size(); ++k)
            if (!done[k] && k != i && open[k]->kind == "loose" && !there.contains(open[k]->second))
                if (const Part* panel = a.find(open[k]->second); panel && !hasWayIn(*panel, a, after))
                    return true;
        return false;
    };
    for (std::size_t n = 0; n < open.size(); ++n) {
        std::size_t pick = open.size();
        for (std::size_t i = 0; i < open.size() && pick == open.size(); ++i)
            if (!done[i] && !blocksOthers(i) && !shutsOut(i))
                pick = i;
        for (std::size_t i = 0; i < open.size() && pick == open.size(); ++i)
            if (!done[i] && !isBlocked(i) && !shutsOut(i))
                pick = i;
        for (std::size_t i = 0; i < open.size() && pick == open.size(); ++i)
            if (!done[i])
                pick = i;
        if (isBlocked(pick)) {
            out.stuck.push_back(open[pick]->id);
            if (!meets(pick, inTheDriversWay(*open[pick], a, shortDriver)))
                out.shortOnly.push_back(open[pick]->id);
        }
        done[pick] = true;
        there.insert(open[pick]->first);
        there.insert(open[pick]->second);
        out.joints.push_back(open[pick]);
    }
    return out;
}

} // namespace owl
