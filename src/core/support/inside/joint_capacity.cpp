#include "support/inside/joint_capacity.h"

#include "joint/bearing.h"
#include "joint/way.h"
#include "strength/wood_joint.h"
#include "support/judge/judge.h"

#include <algorithm>
#include <cmath>

namespace owl {
namespace {

/// Of the board that a fastener sits in, a sheet's own (S10.8).
double gravityOf(const HeldPiece& p, const Part& part) {
    const Species* wood = p.catalog ? p.catalog->findSpecies(part.material) : nullptr;
    return wood ? wood->fastenerG() : p.woodC1.G;
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
    if (const auto takes = wayOf(j.how).takes; takes && p.catalog)
        for (const auto& f : j.fasteners)
            fasteners += takes({j, f, *first, *second, gravityOf(p, *first), gravityOf(p, *second),
                                std::abs(dot(f.direction, force)) > 0.7, CD, *p.catalog});
    const double wood = std::max(glueStrength(GlueLine::longToLong, Fv, j.glueArea, CD),
                                 recessTakes(j, *first, *second, force, {p.woodC1.FcPerp, Fv, CD}));
    return std::max(fasteners, wood); // the better of the two counts, never their sum
}

} // namespace owl
