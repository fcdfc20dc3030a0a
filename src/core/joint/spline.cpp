#include "joint/spline.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <numbers>

namespace owl {
namespace {

constexpr double usualDepth = 8; // mm
constexpr double skin = 1.6;     // mm of wood between a slot's corner and the face
constexpr double atGround = 0.5; // mm that a slot is deeper than its spline

} // namespace

// From the middle of the mitre a slot runs off the part's length by `half`: its corner, half a spline beside
// its middle, meets the face after (t/2 - (w/2) cos h)/sin h.
double splineDepth(double thick, double half) {
    const double h = half * std::numbers::pi / 180;
    return std::min(usualDepth,
                    (thick / 2 - splineThick / 2 * std::cos(h)) / std::max(0.05, std::sin(h)) - skin);
}

Part cutSpline(Assembly& a, const Joint& j, double deep, const std::string& said, const Measures& sold,
               const Catalog& catalog) {
    const Contact& c = j.contact.value();
    const double slot = deep + atGround;
    const ConvexCell tool = boxCell(c.place(-c.length / 2 - 1, -splineThick / 2) - c.normal * slot,
                                    {c.along, c.across, c.normal}, {c.length + 2, splineThick, 2 * slot});
    for (auto& p : a.parts) {
        if (p.id != j.first && p.id != j.second)
            continue;
        subtract(p.solid, tool, FaceOrigin::throughHigh + 1 + static_cast<int>(p.features.size()));
        p.features.push_back(
            {fmt::format("{}/slot-{}", p.id, j.id),
             "slot",
             fmt::format("{} wide, {} deep, square to the mitre and in its middle, all along "
                         "it: {}",
                         exactLength(Length::mm(splineThick), sold), exactLength(Length::mm(slot), sold),
                         said),
             j.id,
             {},
             false,
             {{"width_mm", splineThick}, {"depth_mm", slot}}});
    }
    Part s = blankPart(
        "spline-" + j.id, "spline", Length::mm(c.length), Length::mm(2 * deep), Length::mm(splineThick),
        {c.place(-c.length / 2, -splineThick / 2) - c.normal * deep, c.along, c.normal, c.across});
    s.stock = Stock::sheet;
    s.material = "ply_birch";
    const Species* ply = catalog.findSpecies(s.material);
    s.density = ply ? ply->density : 680;
    s.why = {"as deep in each board as its slot less half a millimetre"};
    s.apart = c.along * 0.6;
    return s;
}

Joint splineJoint(const Joint& j, const Part& spline) {
    Joint out;
    out.id = spline.id;
    out.first = spline.id;
    out.second = j.first;
    out.how = Joinery::glue;
    out.kind = "spline";
    out.note =
        "Brush a little glue into the slot of every mitre, push its spline in from the front, and pare its "
        "ends flush when it has set.";
    return out;
}

} // namespace owl
