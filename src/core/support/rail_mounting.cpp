#include "support/rail_mounting.h"

#include "measure/format.h"
#include "solid/query.h"

#include <algorithm>
#include <fmt/format.h>

namespace owl {
namespace {

/// The shank that passes the rail: of an anchor that goes through it, or of the screw that goes into it.
double shankOf(const AnchorKind& a) {
    return a.through && a.drill > 0 ? a.drill : a.screw > 0 ? a.screw : 5;
}

/// The longest that is sold in these units and goes no deeper than `most` mm.
double asSold(double most, bool metric) {
    const double step = metric ? 5 : 6.35;
    return std::floor(most / step + 1e-9) * step;
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

WallFixing wallFixing(const RailOption& option, double front, double cover, double screwLength, bool metric) {
    if (const Screw* s = option.screw)
        return {screwLength, s->d, s->clearance};
    const double shank = shankOf(*option.anchor);
    return {asSold(front + cover + std::max(30.0, option.anchor->depth), metric), shank, shank + 0.5};
}

Mounting railMounting(const RailPiece& piece, const RailWall& wall, const RailVerdict& v) {
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
            m.into = intoOf(v.option.kind);
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

std::string rodLengths(double inShelf, double behind, bool metric) {
    NumberStyle style;
    style.units = metric ? Units::metric : Units::imperial;
    const auto say = [&](double mm) { return formatLength(roundToTape(Length::mm(mm), style), style); };
    return behind > 0 ? fmt::format("length: {} in the shelf, {} behind it", say(inShelf), say(behind))
                      : fmt::format("length: {} in the shelf, from its plate on", say(inShelf + behind));
}

double rodEndRoom(const Solid& board, const Vec3& end, const Vec3& along) {
    constexpr double room = 2; // as for dowels
    const auto in = inside(board, end, end + along * room, 0.002);
    return in.empty() || in.front().from > 1e-6 ? 0 : in.front().to * room;
}

std::optional<Hole> rodGroove(const Part& board, const std::string& rod, const RodLine& line, double diameter,
                              double play) {
    const Vec3 end = line.from + line.along * line.length;
    const auto first = cylinderMeets(board.solid, line.from, end, diameter / 2);
    const auto last = cylinderMeets(board.solid, end, line.from, diameter / 2);
    if (!first || !last || line.length - *first - *last <= 0.01)
        return std::nullopt;
    return Hole{fmt::format("{}/{}", board.id, rod),
                line.from + line.along * *first,
                line.along,
                diameter + play,
                line.length - *first - *last,
                rod};
}

} // namespace owl
