#include "joint/bearing.h"

#include "joint/contact.h"
#include "strength/wood_joint.h"

#include <cmath>

namespace owl {
namespace {

/// The side of a recess that a force in its plane pushes against.
struct Side {
    Vec3 middle;       ///< of its edge at the mouth
    Vec3 out;          ///< into the wood that bears
    Vec3 run;          ///< along it
    double length = 0; ///< mm along it
    double across = 0; ///< mm to the side opposite: thickness of what bears
    double share = 0;  ///< of the force that is square to it
};

Side pushedAt(const Contact& c, const Vec3& force) {
    const double w = dot(force, c.across);
    const double l = dot(force, c.along);
    const bool high = w > 0;
    const auto& run = c.runs.at(high ? 2 : 0);
    if (std::abs(w) >= std::abs(l))
        return {c.place((run[0] + run[1]) / 2, high ? c.width / 2 : -c.width / 2),
                high ? c.across : -c.across,
                c.along,
                run[1] - run[0],
                c.width,
                std::abs(w)};
    const auto& middle = c.runs[1];
    return {c.place(l > 0 ? middle[1] : middle[0], 0),
            l > 0 ? c.along : -c.along,
            c.across,
            c.width,
            middle[1] - middle[0],
            std::abs(l)};
}

bool woodStands(const Part& first, const Contact& c, const Side& s) {
    constexpr double beyond = 1.5; // mm past the face that would bear
    int wood = 0;
    for (const double share : {-0.25, 0.0, 0.25})
        wood += first.solid.contains(s.middle - c.normal * (c.let / 2) + s.out * beyond +
                                     s.run * (share * s.length));
    return wood >= 2;
}

} // namespace

double recessTakes(const Joint& j, const Part& first, const Part& second, const Vec3& force,
                   const BearingWood& wood) {
    if (j.housing <= Length())
        return 0;
    const auto c = j.contact ? j.contact : contactOf(first, second);
    if (!c || c->let <= 0 || dot(force, c->normal) > 0.7)
        return 0;
    if (const double in = -dot(force, c->normal); in > 0.7) // onto the ground of the recess
        return wood.FcPerp * c->area / in;
    const Side side = pushedAt(*c, force);
    if (!woodStands(first, *c, side))
        return 0;
    return housingStrength(wood.FcPerp, wood.Fv, side.length, c->let, side.across, wood.CD).capacity() /
           side.share;
}

} // namespace owl
