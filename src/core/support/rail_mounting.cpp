#include "support/rail_mounting.h"

#include <algorithm>
#include <fmt/format.h>

namespace owl {
namespace {

/// The shank that passes the rail: of an anchor that goes through it, or of the screw that goes into a plug.
double shankOf(const AnchorKind& a) {
    constexpr double plugScrew = 5; // mm, usual for plugs of 6 to 10 mm (verify)
    return a.through && a.drill > 0 ? a.drill : plugScrew;
}

} // namespace

const char* intoOf(RailSupport kind) {
    switch (kind) {
    case RailSupport::studs:
    case RailSupport::flanges:
        return "stud";
    case RailSupport::masonry:
        return "masonry";
    default:
        return "cover";
    }
}

WallFixing wallFixing(const RailOption& option, double front, double cover, double screwLength) {
    if (const Screw* s = option.screw)
        return {screwLength, s->d, s->clearance};
    const double shank = shankOf(*option.anchor);
    return {front + cover + std::max(30.0, option.anchor->depth), shank, shank + 0.5};
}

Mounting railMounting(const RailPiece& piece, const RailWall& wall, const RailVerdict& v) {
    Mounting out;
    const Assembly& a = *piece.assembly;
    double front = a.wallThrough.mm();
    for (const auto& [part, t] : a.wallFront)
        front += t.mm();
    const WallFixing fixing = wallFixing(v.option, front, wall.cover, v.screwLength);
    for (std::size_t i = 0; i < v.x.size(); ++i)
        for (double z : v.rows) {
            Mount m;
            m.id = fmt::format("m{}", out.mounts.size() + 1);
            m.kind = v.option.screw ? "screw" : "anchor";
            m.at = {v.x[i], 0, z};
            m.from = {v.x[i], front, z};
            m.direction = {0, -1, 0};
            m.length = fixing.length;
            m.diameter = fixing.diameter;
            for (const auto& [part, t] : a.wallFront)
                m.passes.push_back(part);
            m.passes.push_back(a.wallPart);
            m.into = intoOf(v.option.kind);
            m.support = static_cast<int>(i);
            double y = front;
            const auto bore = [&](const std::string& part, double deep) {
                out.holes.emplace_back(part, Hole{fmt::format("{}/wall-{}", part, out.mounts.size() + 1),
                                                  {v.x[i], y, z},
                                                  m.direction,
                                                  fixing.hole,
                                                  deep,
                                                  m.id});
                y -= deep;
            };
            for (const auto& [part, t] : a.wallFront)
                bore(part, t.mm());
            bore(a.wallPart, a.wallThrough.mm());
            out.mounts.push_back(std::move(m));
        }
    return out;
}

} // namespace owl
