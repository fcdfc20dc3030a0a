#include "support/joint_capacity.h"

#include "strength/fastener.h"
#include "strength/wood_joint.h"
#include "support/rail_judge.h"

#include <algorithm>
#include <cmath>

namespace owl {
namespace {

/// True when a fastener along d enters the part where its grain ends.
bool entersEndGrain(const Part& p, const Vec3& d) {
    return p.stock != Stock::sheet && std::abs(dot(p.pose.along, d)) > 0.7;
}

/// A steel shelf pin: what it may be bent to, MPa (mild steel, 0.66 of its yield), and how far in front of
/// the side its load lies, mm (S10.8).
constexpr double pinSteel = 155, pinReach = 2;

double screwTakes(const RailPiece& p, const Joint& j, const Part& into, const Fastener& f, bool pulls,
                  double CD) {
    const Screw* s = p.catalog ? p.catalog->findScrew(j.screwId) : nullptr;
    if (!s)
        return 0;
    const double side = (j.through - j.counterbore).mm();
    const double pen = (j.screwLength - j.through + j.counterbore).mm();
    const bool end = entersEndGrain(into, f.direction);
    if (pulls)
        return std::min(
            withdrawal(p.woodC1.G, s->d, false, std::min(pen, j.screwLength.mm() * 2 / 3), CD, end),
            pullThrough(p.woodC1.G, s->head, side, CD));
    LateralInput in;
    in.d = s->d;
    in.root = s->root;
    in.side = side;
    in.pen = pen;
    in.Gmain = in.Gside = p.woodC1.G;
    in.CD = CD;
    in.endGrain = end;
    return lateral(in).Z;
}

} // namespace

double jointTakes(const RailPiece& p, const Joint& j, const Vec3& force, bool leaning) {
    const Assembly& a = *p.assembly;
    const Part* first = a.find(j.first);
    const Part* second = a.find(j.second);
    if (!first || !second)
        return 0;
    const double CD = durationFactor(leaning);
    const double Fv = p.woodC1.Fv / durationFactor(false); // before C_D
    double fasteners = 0;
    for (const auto& f : j.fasteners) {
        const bool pulls = std::abs(dot(f.direction, force)) > 0.7;
        if (f.kind == "dowel") {
            const DowelStrength d =
                dowelStrength(j.pin.mm(), std::min(j.pinFirst, j.pinSecond).mm(), p.woodC1.G, CD);
            fasteners += pulls ? d.pull : d.shear;
        } else if (f.kind == "pin") {
            fasteners +=
                pulls ? 0 : pinStrength(f.diameter, f.length, pinReach, p.woodC1.G, pinSteel, CD).capacity();
        } else if (f.kind.find("screw") != std::string::npos) {
            fasteners += screwTakes(p, j, *second, f, pulls, CD);
        }
    }
    double wood = glueStrength(GlueLine::longToLong, Fv, j.glueArea, CD);
    if (j.housing > Length() && std::abs(force.z) > 0.7) {
        const Cell box = second->bounds();
        wood = std::max(
            wood, housingStrength(p.woodC1.FcPerp, Fv, box.size.y.mm(), j.housing.mm(), box.size.z.mm(), CD)
                      .capacity());
    }
    return std::max(fasteners, wood); // the better of the two counts, never their sum
}

} // namespace owl
