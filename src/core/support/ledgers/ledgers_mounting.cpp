// Fixings of ledgers as they sit in strip, boards and wall.
#include "assembly/drill_sizes.h"
#include "solid/query.h"
#include "support/judge/wall_fixing.h"
#include "support/ledgers/ledgers.h"
#include "support/rods/rod_bore.h"

#include <algorithm>
#include <fmt/format.h>

namespace owl {

Part ledgerRod(const LedgerFixing& f, const LedgerSeat& seat, double cover, int n) {
    const double behind = cover + f.inWall;
    Part p = roundPart(fmt::format("rod-{}", n + 1), "rod", f.at - seat.out * behind, seat.out, f.rod->d,
                       behind + f.inShelf);
    p.stock = Stock::bar;
    p.material = f.rod->material;
    p.density = f.rod->density;
    p.fromSupport = true;
    p.finished = false;
    p.apart = seat.out * -1.0;
    return p;
}

namespace {

/// A rod, its holes in the boards it goes into, and its mount.
void mountRod(const HeldPiece& piece, const LedgerFixing& f, const LedgerSeat& on, double cover, int support,
              Mounting& out) {
    Part bar = ledgerRod(f, on, cover, static_cast<int>(out.parts.size()));
    bar.why = {rodLengths(f.inShelf, cover + f.inWall, piece.metric)};
    const Vec3 front = f.at + on.out * f.inShelf;
    const double bore = rodBore(f.rod->d, on.play.mm(), piece.metric);
    Mount m;
    m.id = bar.id;
    m.to = on.to;
    m.kind = "rod";
    m.at = f.at;
    m.from = front;
    m.direction = -on.out;
    m.length = f.inShelf + cover + f.inWall;
    m.diameter = f.rod->d;
    m.into = f.ground == Ground::masonry ? "masonry" : "stud";
    m.support = support;
    m.passes = {bar.id};
    std::vector<std::pair<double, std::string>> crossed;
    for (const auto& p : piece.assembly->parts) {
        const auto in = inside(p.solid, f.at, front, 0.002);
        if (in.empty() || (in.back().to - in.front().from) * f.inShelf < 0.01) {
            if (auto hole = rodGroove(p, bar.id, {f.at, on.out, f.inShelf}, f.rod->d, bore - f.rod->d))
                out.holes.emplace_back(p.id, *std::move(hole)); // beside the board with its middle
            continue;
        }
        crossed.emplace_back(in.front().from, p.id);
        const double room = in.back().to > 1 - 1e-9 ? rodEndRoom(p.solid, front, on.out) : 0;
        out.holes.emplace_back(p.id, Hole{fmt::format("{}/{}", p.id, bar.id),
                                          f.at + on.out * (in.front().from * f.inShelf), on.out, bore,
                                          (in.back().to - in.front().from) * f.inShelf + room, bar.id});
    }
    std::sort(crossed.rbegin(), crossed.rend());
    for (const auto& [at, id] : crossed)
        m.passes.push_back(id);
    out.mounts.push_back(std::move(m));
    out.parts.push_back(std::move(bar));
}

} // namespace

Mounting ledgersMounting(const HeldPiece& piece, const WallBehind& wall, const SupportOption& option,
                         const std::vector<LedgerFixing>& fixings) {
    Mounting out;
    const LedgersSeat& seat = *piece.assembly->seat<LedgersSeat>();
    for (const auto& f : fixings) {
        const LedgerSeat& on = seat.on[f.ledger];
        const WallBehind& w = f.ledger < wall.sides.size() ? wall.sides[f.ledger] : wall;
        if (f.rod) {
            mountRod(piece, f, on, w.cover, static_cast<int>(&f - fixings.data()), out);
            continue;
        }
        SupportOption o = option;
        o.screw = f.anchor ? nullptr : option.screw ? option.screw : option.studScrew;
        if (f.anchor)
            o.anchor = f.anchor;
        const WallFixing fixing = wallFixing(o, f.through, w.cover, f.screwLength, piece.metric);
        const std::string& part = f.packing >= 0 ? on.packings[static_cast<std::size_t>(f.packing)] : on.part;
        std::vector<Length> rows = on.rows;
        if (f.rows == 1 && rows.size() > 1)
            rows = {rows.back()};
        for (Length z : rows) {
            Mount m;
            m.id = fmt::format("m{}", out.mounts.size() + 1);
            m.to = on.to;
            m.kind = f.anchor ? "anchor" : "screw";
            m.at = {f.at.x, f.at.y, z.mm()};
            m.from = m.at + on.out * f.through;
            m.direction = -on.out;
            m.length = fixing.length;
            m.diameter = fixing.diameter;
            m.into = f.anchor ? intoOf(f.ground) : "stud";
            m.support = static_cast<int>(&f - fixings.data());
            m.screw = o.screw;
            m.anchor = f.anchor;
            m.passes.push_back(part);
            out.holes.emplace_back(part, Hole{fmt::format("{}/wall-{}", part, out.mounts.size() + 1), m.from,
                                              m.direction, fixing.hole, f.through, m.id});
            out.mounts.push_back(std::move(m));
        }
    }
    return out;
}

} // namespace owl
