#include "plan/plan_marks.h"

#include "assembly/drill_sizes.h"
#include "room/side_walls.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace owl {
namespace {

class Marker {
  public:
    Marker(const PieceScene& scene, PiecePlan& pp)
        : scene_(scene), in_(scene.in), catalog_(scene.catalog), wall_(scene.in.wall), pp_(pp) {}

    void run() {
        const SupportVerdict& hold = *pp_.hold();
        pp_.marks = wallMarks(markInput(wall_, pp_, hold));
        if (pp_.assembly().seat<LedgersSeat>()) {
            for (auto& mark : pp_.marks)
                for (const auto& m : hold.mounting.mounts)
                    if (m.to == "wall" && std::abs(mark.fromPieceLeft.mm() - m.at.x) < 0.05 &&
                        std::abs((mark.fromFloor - pp_.bottom).mm() - m.at.z) < 0.05)
                        asFixed(mark, m);
            otherWalls(hold);
        } else if (hold.option.screw) {
            ownDepths(hold, pp_);
        }
        markCautions(wall_, pp_);
    }

  private:
    /// Ledgers on other walls: the same order there, each counted from the corner.
    void otherWalls(const SupportVerdict& hold) {
        for (const auto& seat : pp_.assembly().seat<LedgersSeat>()->on) {
            if (seat.to == "wall")
                continue;
            const SideWall side = sideWall(in_.walls, in_.corners, in_.alcoves, wall_.id, seat.to);
            MarkInput mi = markInput(side.wall ? *side.wall : wall_, pp_, hold);
            mi.holes.clear();
            for (const auto& m : hold.mounting.mounts)
                if (m.to == seat.to)
                    mi.holes.emplace_back(Length::mm(dot(m.at - seat.origin, seat.along)),
                                          Length::mm(m.at.z));
            const std::size_t before = pp_.marks.size();
            for (auto& mark : wallMarks(mi)) {
                if (mark.what.starts_with("first ")) // there is one first hole: on its own wall
                    mark.what.erase(0, 6);
                mark.order += static_cast<int>(before);
                mark.id = fmt::format("mark-{}", mark.order);
                mark.to = seat.to;
                mark.wall = side.wall ? side.wall->id : std::string();
                mark.fromCorner = mark.fromPieceLeft;
                mark.fromWallLeft = side.onWall(mark.fromCorner);
                for (const auto& m : hold.mounting.mounts)
                    if (m.to == seat.to && std::abs((mark.fromFloor - pp_.bottom).mm() - m.at.z) < 0.05 &&
                        std::abs(dot(m.at - seat.origin, seat.along) - mark.fromCorner.mm()) < 0.05)
                        asFixed(mark, m);
                pp_.marks.push_back(std::move(mark));
            }
        }
    }
    /// mm: a rod's hole in the wall; in masonry it is set in resin.
    [[nodiscard]] double boreOf(const Mount& rod, Length play) const {
        const bool metric = in_.style.units == Units::metric;
        return rod.into == "masonry" ? groutedBore(rod.diameter, metric)
                                     : rodBore(rod.diameter, play.mm(), metric);
    }
    /// The hole as that fixing asks for it.
    void asFixed(WallMark& mark, const Mount& m) const {
        const double outside = norm(m.from - m.at);
        mark.depth = m.length - outside + 3;
        mark.into = m.into;
        const bool first = mark.what.starts_with("first ");
        if (m.kind == "rod") {
            Length play;
            for (const auto& on : pp_.assembly().seat<LedgersSeat>()->on)
                if (on.to == m.to)
                    play = on.play;
            mark.drill = boreOf(m, play);
            mark.bit = drillText(mark.drill, in_.style);
            mark.depth = m.length - outside + 2;
            mark.what = "rod";
        }
        if (m.screw) {
            const Wall* on = mark.to == "wall" ? &wall_ : in_.findWall(mark.wall);
            const WallKind* kind = on ? catalog_.findWall(on->construction) : nullptr;
            const double G = kind ? kind->studG : 0.42;
            mark.drill = G > 0.5 ? m.screw->pilotHard : m.screw->pilotSoft;
            mark.bit = pilotBit(*m.screw, G);
            mark.what = "screw";
        } else if (m.anchor) {
            mark.drill = m.anchor->drill;
            mark.bit = mark.drill > 0 ? drillText(mark.drill, in_.style) : "as the package says";
            mark.what = m.anchor->name.find("plug") != std::string::npos ? "plug" : "anchor";
        }
        if (first)
            mark.what = "first " + mark.what;
    }

    [[nodiscard]] MarkInput markInput(const Wall& wall, const PiecePlan& pp,
                                      const SupportVerdict& hold) const {
        MarkInput mi;
        for (const auto& h : pp.holes)
            mi.holes.emplace_back(h.x, h.z);
        mi.pieceLeft = pp.left;
        mi.pieceBottom = pp.bottom;
        mi.pieceHeight = pp.assembly().height;
        const WallKind* kind = catalog_.findWall(wall.construction);
        const auto& mounts = hold.mounting.mounts;
        const RodSeat* rods = pp.assembly().seat<RodSeat>();
        if (rods && !mounts.empty() && mounts.front().kind.starts_with("rod")) {
            const Mount& rod = mounts.front();
            mi.drill = rod.kind == "rod_plug" ? 0 : boreOf(rod, rods->play);
            mi.bit = mi.drill > 0 ? drillText(mi.drill, in_.style) : "as the plug's package says";
            mi.depth = pp.cover.mm() + hold.inWall + 2;
            mi.into = rod.into == "stud" ? "stud" : kind ? kind->name : "masonry";
            mi.what = "rod";
        } else if (const Screw* s = hold.option.screw) {
            const double G = kind ? kind->studG : 0.42;
            mi.drill = G > 0.5 ? s->pilotHard : s->pilotSoft;
            mi.bit = pilotBit(*s, G);
            mi.depth = pp.cover.mm() + hold.pen + 3;
            mi.into = pp.cover == Length() ? "bare stud" : "stud";
            mi.what = "screw";
        } else if (const AnchorKind* anchor = hold.option.anchor) {
            mi.drill = anchor->drill;
            mi.bit = anchor->drill > 0 ? drillText(anchor->drill, in_.style) : "as the package says";
            const double usual = hold.option.ground == Ground::masonry ? 70 : 50; // where the row is silent
            mi.depth = pp.cover.mm() + (anchor->depth > 0 ? anchor->depth : usual);
            mi.into = hold.option.ground == Ground::cover     ? "cover"
                      : hold.option.ground == Ground::flanges ? "steel stud"
                      : kind                                  ? kind->name
                                                              : "masonry";
            mi.what = anchor->name.find("plug") != std::string::npos ? "plug" : "anchor";
        }
        return mi;
    }

    /// Screws that only keep the piece on are of another length than those that carry, and an anchor beside a
    /// stud is no screw: each hole is told as its own fixing asks for.
    void ownDepths(const SupportVerdict& hold, PiecePlan& pp) const {
        for (const auto& m : hold.mounting.mounts) {
            const bool anchor = hold.option.beside && m.into == "cover";
            if (m.length <= 0 || (!anchor && std::abs(m.length - hold.screwLength) < 0.1))
                continue;
            for (auto& mark : pp.marks) {
                if (std::abs(mark.fromPieceLeft.mm() - m.at.x) > 0.05 ||
                    std::abs((mark.fromFloor - pp.bottom).mm() - m.at.z) > 0.05)
                    continue;
                mark.depth = 3 - (m.from.y + m.direction.y * m.length);
                if (!anchor)
                    continue;
                mark.what = "anchor";
                mark.into = "cover";
                mark.drill = hold.option.beside->drill;
                mark.bit = mark.drill > 0 ? drillText(mark.drill, in_.style) : "as the anchor's package says";
            }
        }
    }

    /// A hole within a hand's width of a run is told, though no zone holds it.
    void markCautions(const Wall& wall, PiecePlan& pp) const {
        for (auto& m : pp.marks) {
            const auto* zones = scene_.zonesOf(m.to == "wall" ? wall.id : m.wall);
            if (!zones)
                continue;
            for (const auto& z : *zones) {
                const Length near = 40_mm;
                if (m.fromWallLeft <= z.x0 - near || m.fromWallLeft >= z.x1 + near ||
                    m.fromFloor <= z.z0 - near || m.fromFloor >= z.z1 + near)
                    continue;
                m.caution = z.why;
                break;
            }
        }
    }

    const PieceScene& scene_;
    const PieceInputs& in_;
    const Catalog& catalog_;
    const Wall& wall_;
    PiecePlan& pp_;
};

} // namespace

void markWalls(const PieceScene& scene, PiecePlan& pp) {
    Marker(scene, pp).run();
}

} // namespace owl
