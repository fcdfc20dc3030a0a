#include "support/judge/wall_fixing.h"
#include "support/rail/rail.h"

#include <fmt/format.h>

namespace owl {

Mounting railMounting(const HeldPiece& piece, const WallBehind& wall, const SupportVerdict& v) {
    Mounting out;
    const Assembly& a = *piece.assembly;
    auto passed = a.wallFront; // from the head to the wall
    passed.emplace_back(a.wallPart, a.wallThrough);
    passed.insert(passed.end(), a.wallBehind.begin(), a.wallBehind.end());
    double front = 0;
    for (const auto& [part, t] : passed)
        front += t.mm();
    const WallFixing fixing = wallFixing(v.option, front, wall.cover, v.screwLength, piece.metric);
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
            m.into = intoOf(v.option.ground);
            m.support = static_cast<int>(i);
            double y = front;
            for (const auto& [name, t] : passed) {
                const Part* there = inLine(a, name, v.x[i]);
                const std::string& part = there ? there->id : name;
                m.passes.push_back(part);
                out.holes.emplace_back(part, Hole{fmt::format("{}/wall-{}", part, out.mounts.size() + 1),
                                                  {v.x[i], y, z},
                                                  m.direction,
                                                  fixing.hole,
                                                  t.mm(),
                                                  m.id});
                y -= t.mm();
            }
            out.mounts.push_back(std::move(m));
        }
    return out;
}

} // namespace owl
