#include "plan/plan_hang.h"

#include "assembly/plugs.h"
#include "hang/marks.h"

#include <algorithm>

namespace owl {
namespace {

/// What is put together at the wall: parts that no joint of the shop brings in, and joints made there.
void atTheWall(const Assembly& a, HangInput& h) {
    for (const auto& p : a.parts) {
        const bool shop = std::any_of(a.joints.begin(), a.joints.end(), [&](const Joint& j) {
            return !j.atWall && (j.first == p.id || j.second == p.id);
        });
        if (isPlug(p) && p.fromSupport)
            h.plugs.push_back(p.id);
        else if (p.fromSupport && !shop)
            h.adds.push_back(p.id);
    }
    for (const auto& j : a.joints)
        if (j.atWall && j.kind != plugJoint) {
            (j.kind == "weld" ? h.early : h.joins).push_back(j.id);
        }
}

} // namespace

HangInput hangInput(const NumberStyle& style, const Piece& piece, const Wall& wall, double G,
                    const PiecePlan& pp) {
    HangInput h;
    h.piece = piece.id;
    h.assembly = &pp.assembly();
    h.G = G;
    h.marks = pp.marks;
    if (const SupportVerdict* hold = pp.hold()) {
        h.screw = hold->option.screw;
        h.anchor = hold->option.anchor;
        h.beside = hold->option.beside;
        h.screwLength = hold->screwLength;
        h.masonry = std::any_of(hold->mounting.mounts.begin(), hold->mounting.mounts.end(),
                                [](const Mount& m) { return m.into == "masonry"; });
    }
    const Length carried = pp.assembly().carried;
    h.length = carried > Length() ? carried : pp.assembly().length;
    h.mass = carriedMass(pp.assembly(), pp.mass);
    if (const RailSeat* rail = pp.assembly().seat<RailSeat>())
        h.inTheWay = rail->inTheWay;
    h.crumbles = wall.cover == "plaster_lath" && pp.cover > Length();
    h.style = style;
    atTheWall(pp.assembly(), h);
    return h;
}

} // namespace owl
