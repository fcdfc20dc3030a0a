#include "plan/plan_sides.h"

#include "room/side_walls.h"

#include <algorithm>

namespace owl {
namespace {

const Length nearCorner = 45_mm; ///< a driver held square to one wall does not get nearer to the other
const Length stripEnd = 25_mm;   ///< from the end of a strip to a screw through it: it would split
const Length anchorEnd = 45_mm;

/// Runs along one ledger: from its corner to a place on its wall and back.
class LedgerPlaces {
  public:
    LedgerPlaces(const PieceScene& scene, const PiecePlan& pp, const LedgerSeat& seat)
        : catalog_(scene.catalog), pp_(pp), seat_(seat) {
        const PieceInputs& in = scene.in;
        const Wall& own = in.wall;
        side_ = sideWall(in.walls, in.corners, in.alcoves, own.id, seat.to);
        wall_ = seat.to == "wall" ? &own : side_.wall;
        out_.to = seat.to;
        out_.wall = wall_ ? wall_->id : std::string();
        out_.cover = (wall_ ? *wall_ : own).coverThickness;
        if (wall_)
            zones_ = scene.zonesOf(wall_->id);
    }

    LedgerWall run() {
        if (wall_)
            studs();
        anchors();
        if (seat_.bare)
            out_.cover = Length();
        return std::move(out_);
    }

  private:
    /// A place on the wall, from its left end.
    [[nodiscard]] Length onWall(Length s) const {
        if (seat_.to != "wall")
            return side_.onWall(s);
        return pp_.left + Length::mm(seat_.origin.x + seat_.along.x * s.mm());
    }
    [[nodiscard]] Length fromCorner(Length x) const {
        if (seat_.to != "wall")
            return side_.fromCorner(x);
        return Length::mm(((x - pp_.left).mm() - seat_.origin.x) * seat_.along.x);
    }
    [[nodiscard]] bool reached(Length s, Length end) const {
        return s >= std::max(nearCorner, seat_.from + end) && s <= seat_.until - end &&
               std::none_of(seat_.hidden.begin(), seat_.hidden.end(),
                            [&](const auto& h) { return s > h.first && s < h.second; });
    }
    /// Of what lies on the wall: the strip, or the boards that rods go into.
    [[nodiscard]] Length height() const {
        const Part* strip = pp_.assembly().find(seat_.part);
        return strip ? strip->bounds().size.z : seat_.through;
    }
    /// In the way of a wire or pipe at any of its rows.
    [[nodiscard]] bool barred(Length onWall) const {
        return zones_ && std::any_of(seat_.rows.begin(), seat_.rows.end(), [&](Length z) {
                   return zoneAt(*zones_, onWall, pp_.bottom + z) != nullptr;
               });
    }

    void studs() {
        for (const auto& stud : studsOf(*wall_, catalog_)) {
            const Length s = fromCorner(stud.x);
            if (!reached(s, stripEnd) || barred(stud.x))
                continue;
            out_.studs.push_back(s);
            out_.confidence = std::min(out_.confidence, stud.confidence);
        }
        const Length a = onWall(seat_.from);
        const Length b = onWall(seat_.until);
        const Length low = pp_.bottom + seat_.low;
        if (openingAround(*wall_, std::min(a, b), std::max(a, b), low, low + height()))
            out_.cover = Length();
        std::sort(out_.studs.begin(), out_.studs.end());
    }

    /// Every 20 mm where one may be: which are taken is for the support to say.
    void anchors() {
        for (Length s = seat_.from + anchorEnd; s <= seat_.until - anchorEnd; s += 20_mm)
            if (reached(s, anchorEnd) && !barred(onWall(s)))
                out_.anchors.push_back(s);
        const Length last = seat_.until - anchorEnd;
        if (!out_.anchors.empty() && last - out_.anchors.back() > 5_mm && reached(last, anchorEnd) &&
            !barred(onWall(last)))
            out_.anchors.push_back(last);
    }

    const Catalog& catalog_;
    const PiecePlan& pp_;
    const LedgerSeat& seat_;
    SideWall side_;
    const Wall* wall_ = nullptr;
    const std::vector<NoDrillZone>* zones_ = nullptr;
    LedgerWall out_;
};

} // namespace

std::vector<BesideWall> besideWalls(const PieceInputs& in, const Catalog& catalog) {
    std::vector<BesideWall> out;
    for (const char* to : {"left_wall", "right_wall"}) {
        const SideWall side = sideWall(in.walls, in.corners, in.alcoves, in.wall.id, to);
        if (!side.wall)
            continue;
        BesideWall b;
        b.to = to;
        for (Length x : studCentres(*side.wall, catalog))
            b.studs.push_back(side.fromCorner(x));
        std::sort(b.studs.begin(), b.studs.end());
        out.push_back(std::move(b));
    }
    return out;
}

void findLedgerWalls(const PieceScene& scene, PiecePlan& pp) {
    pp.ledgerWalls.clear();
    if (!pp.assembly().seat<LedgersSeat>())
        return;
    for (const auto& seat : pp.assembly().seat<LedgersSeat>()->on)
        pp.ledgerWalls.push_back(LedgerPlaces(scene, pp, seat).run());
}

} // namespace owl
