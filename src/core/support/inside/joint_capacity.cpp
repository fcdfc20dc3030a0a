#include "support/inside/joint_capacity.h"

#include "strength/fastener.h"
#include "strength/wood_joint.h"
#include "support/judge/judge.h"

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

/// Of the board that a fastener sits in, a sheet's own (S10.8).
double gravityOf(const HeldPiece& p, const Part& part) {
    const Species* wood = p.catalog ? p.catalog->findSpecies(part.material) : nullptr;
    return wood ? wood->fastenerG() : p.woodC1.G;
}

double screwTakes(const HeldPiece& p, const Joint& j, const Part& from, const Part& into, const Fastener& f,
                  bool pulls, double CD) {
    const Screw* s = p.catalog ? p.catalog->findScrew(j.screwId) : nullptr;
    if (!s)
        return 0;
    const double side = (j.through - j.counterbore).mm();
    const double pen = (j.screwLength - j.through + j.counterbore).mm();
    const bool end = entersEndGrain(into, f.direction);
    if (pulls)
        return std::min(
            withdrawal(gravityOf(p, into), s->d, s->lag, s->thread(pen, j.screwLength.mm()), CD, end),
            pullThrough(gravityOf(p, from), s->head, side, CD));
    LateralInput in;
    in.d = s->d;
    in.root = s->root;
    in.side = side;
    in.pen = pen;
    in.Gmain = gravityOf(p, into);
    in.Gside = gravityOf(p, from);
    in.CD = CD;
    in.endGrain = end;
    return lateral(in).Z;
}

/// True when the second part, let into the first, meets wood of the first if it is pushed along z: a housing
/// has it above and below, a rabbet at an end of the first part only on one side.
bool bears(const Part& first, const Part& second, double z) {
    const Bounds3 a = first.solid.bounds();
    const Bounds3 b = second.solid.bounds();
    const double x = (std::max(a.low.x, b.low.x) + std::min(a.high.x, b.high.x)) / 2;
    const double beyond = 1.5; // mm past the face that would bear
    const double at = z > 0 ? b.high.z + beyond : b.low.z - beyond;
    int wood = 0;
    for (const double share : {0.25, 0.5, 0.75})
        wood += first.solid.contains({x, b.low.y + share * (b.high.y - b.low.y), at});
    return wood >= 2;
}

/// N that a board's face takes where it lies on the upper end or edge of what is under it; 0 where it does
/// not.
double liesOn(const HeldPiece& p, const Part& board, const Part& under) {
    const Bounds3 b = board.solid.bounds();
    const Bounds3 u = under.solid.bounds();
    if (std::abs(u.high.z - b.low.z) > 0.5)
        return 0;
    const auto shared = [](double low, double high, double from, double until) {
        return std::max(0.0, std::min(high, until) - std::max(low, from));
    };
    return p.woodC1.FcPerp * shared(b.low.x, b.high.x, u.low.x, u.high.x) *
           shared(b.low.y, b.high.y, u.low.y, u.high.y);
}

} // namespace

double jointTakesDown(const HeldPiece& p, const Joint& j, const std::string& part, bool leaning) {
    const Part* down = p.assembly->find(part);
    const Part* other = p.assembly->find(part == j.first ? j.second : j.first);
    // Uprights that themselves hang from above bear nothing.
    const bool stands = p.assembly->hung.empty();
    const double bearing = stands && down && other ? liesOn(p, *down, *other) : 0;
    // What the first part is pulled down by is as if the second were pushed up.
    return std::max(bearing, jointTakes(p, j, {0, 0, part == j.first ? 1.0 : -1.0}, leaning));
}

double jointTakes(const HeldPiece& p, const Joint& j, const Vec3& force, bool leaning) {
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
            const DowelStrength d = dowelStrength(j.pin.mm(), std::min(j.pinFirst, j.pinSecond).mm(),
                                                  std::min(gravityOf(p, *first), gravityOf(p, *second)), CD);
            fasteners += pulls ? d.pull : d.shear;
        } else if (f.kind == "pin") {
            fasteners +=
                pulls ? 0
                      : pinStrength(f.diameter, f.length, pinReach, gravityOf(p, *second), pinSteel, CD)
                            .capacity();
        } else if (f.kind.find("screw") != std::string::npos) {
            // Out of a pocket it counts 0.8 of a screw driven straight (S10.8).
            fasteners +=
                screwTakes(p, j, *first, *second, f, pulls, CD) * (f.kind == "pocket_screw" ? 0.8 : 1.0);
        }
    }
    double wood = glueStrength(GlueLine::longToLong, Fv, j.glueArea, CD);
    if (j.housing > Length() && std::abs(force.z) > 0.7 && bears(*first, *second, force.z)) {
        const Cell box = second->bounds();
        wood = std::max(
            wood, housingStrength(p.woodC1.FcPerp, Fv, box.size.y.mm(), j.housing.mm(), box.size.z.mm(), CD)
                      .capacity());
    }
    return std::max(fasteners, wood); // the better of the two counts, never their sum
}

} // namespace owl
