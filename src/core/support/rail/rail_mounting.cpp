#include "assembly/reach.h"
#include "support/judge/wall_fixing.h"
#include "support/rail/rail.h"

#include <fmt/format.h>

namespace owl {
namespace {

/// What a fixing through that rail passes at x, from its head to the wall: part and thickness.
std::vector<std::pair<std::string, double>> passedAt(const Assembly& a, const RailSeat& rail, double x) {
    std::vector<std::pair<std::string, double>> out;
    const auto pass = [&](const std::string& id, Length t) {
        const Part* there = inLine(a, id, x);
        out.emplace_back(there ? there->id : id, t.mm());
    };
    for (const auto& [id, t] : rail.front)
        pass(id, t);
    pass(rail.part, rail.through);
    for (const auto& [id, t] : rail.behind)
        pass(id, t);
    return out;
}

} // namespace

Mounting railMounting(const HeldPiece& piece, const WallBehind& wall, const SupportVerdict& v) {
    Mounting out;
    const Assembly& a = *piece.assembly;
    for (std::size_t i = 0; i < v.x.size(); ++i) {
        const RailSeat* rail = railAt(a, Length::mm(v.x[i]));
        if (!rail)
            continue;
        const SupportOption with = fixedAt(v, i);
        const auto passed = passedAt(a, *rail, v.x[i]);
        const double front = rail->passes();
        const WallFixing fixing = wallFixing(with, front, wall.cover, v.screwLength, piece.metric);
        for (double z : v.rowsOf(i)) {
            Mount m;
            m.id = fmt::format("m{}", out.mounts.size() + 1);
            m.kind = with.screw ? "screw" : "anchor";
            m.at = {v.x[i], 0, z};
            m.from = {v.x[i], front, z};
            m.direction = {0, -1, 0};
            m.length = fixing.length;
            m.diameter = fixing.diameter;
            m.into = intoOf(with.ground);
            m.support = static_cast<int>(i);
            double y = front;
            for (const auto& [part, t] : passed) {
                m.passes.push_back(part);
                out.holes.emplace_back(part, Hole{fmt::format("{}/wall-{}", part, out.mounts.size() + 1),
                                                  {v.x[i], y, z},
                                                  m.direction,
                                                  fixing.hole,
                                                  t,
                                                  m.id});
                y -= t;
            }
            out.mounts.push_back(std::move(m));
        }
    }
    return out;
}

} // namespace owl
