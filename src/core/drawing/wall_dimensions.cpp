#include "drawing/wall_dimensions.h"

#include <algorithm>
#include <fmt/format.h>

namespace owl {
namespace {

class WallDimensions {
  public:
    WallDimensions(Pen& pen, const Project& project, const Wall& wall)
        : pen_(pen), project_(project), wall_(&wall), W_(wall.width.mm()), H_(wall.height.mm()) {}

    void place(const Plan& plan, const Piece& piece, const PiecePlan& pp) {
        const double x0 = pp.left.mm();
        const double x1 = x0 + pp.assembly().length.mm();
        if (!fromCorner(piece.params)) // what is fitted to its corner has no place along the wall
            along(plan, piece, pp);
        const double up = x0 > 300 ? x0 - 90 : x1 + 90 < W_ ? x1 + 90 : x0 + 60;
        if (!pp.assembly().seat<FloorSeat>())
            pen_.dimension({up, H_}, {up, y(pp.bottom)}, say(pp.bottom), "place.z");
        aboveFurniture(pp);
        if (piece.place.anchor == Anchor::furnitureCentre && piece.place.follow.how == FollowHow::none) {
            const double c = (x0 + x1) / 2;
            auto& l = pen_.line({{c, y(pp.bottom) - pp.assembly().height.mm()}, {c, H_}}, Tone::accent, 1.2);
            l.dashed = true;
        }
    }

    /// Left of it, itself, right of it.
    void along(const Plan& plan, const Piece& piece, const PiecePlan& pp) {
        const double x0 = pp.left.mm();
        const double x1 = x0 + pp.assembly().length.mm();
        const double above = freeRung(plan, piece, pp);
        pen_.dimension({0, above}, {x0, above}, say(pp.left), "place.x");
        pen_.dimension({x0, above}, {x1, above}, say(pp.assembly().length), "piece.length");
        pen_.dimension({x1, above}, {W_, above}, say(wall_->width - pp.left - pp.assembly().length),
                       "place.right");
    }

    /// A height for the row of dimensions that crosses no neighbour: above the things on the piece, or below
    /// it.
    [[nodiscard]] double freeRung(const Plan& plan, const Piece& piece, const PiecePlan& pp) const {
        double above = y(pp.top()) - 70;
        for (const auto& i : piece.load.items)
            above = std::min(above, y(pp.bottom + pp.assembly().surfaceZ) - i.height.mm() - 60);
        above = std::max(above, 60.0);
        const auto taken = [&](double rung) {
            const Length z = Length::mm(H_ - rung);
            const auto others = plan.placedOn(project_, wall_->id, piece.id);
            return std::any_of(others.begin(), others.end(), [&](const PlacedPiece& o) {
                return z > o.bottom - 70_mm && z < o.top() + 70_mm;
            });
        };
        const double below = y(pp.bottom) + 80;
        return taken(above) && !taken(below) ? below : above;
    }

    /// From what stands below it.
    void aboveFurniture(const PiecePlan& pp) {
        const Furniture* under = furnitureBelow(*wall_, pp.left, pp.right(), pp.bottom);
        if (!under)
            return;
        const Length from = std::max(pp.left, under->x);
        const Length to = std::min(pp.right(), under->right());
        const double x = (from + (to - from) * 4 / 5).mm();
        pen_.dimension({x, y(under->height)}, {x, y(pp.bottom)}, sayRound(pp.bottom - under->height),
                       "place.above");
    }

    void marks(const PiecePlan& pp) {
        if (pp.marks.empty())
            return;
        std::vector<const WallMark*> row;
        for (const auto& m : pp.marks)
            if (m.to == "wall" && m.fromFloor == pp.marks.front().fromFloor)
                row.push_back(&m);
        std::sort(row.begin(), row.end(),
                  [](const WallMark* a, const WallMark* b) { return a->fromWallLeft < b->fromWallLeft; });
        const double level = y(pp.marks.front().fromFloor);
        auto& l = pen_.line({{0, level}, {W_, level}}, Tone::info, 1);
        l.dashed = true;
        auto& t =
            pen_.text({W_, level}, "level line, " + say(pp.marks.front().fromFloor) + " up", Tone::info, 11);
        t.align = Align::right;
        t.dx = -6;
        t.dy = -9;
        double rung = level - 110;
        double last = 0;
        for (const auto* m : row) { // a chain from the corner: each hole from the one before and running
            pen_.dimension({last, rung}, {m->fromWallLeft.mm(), rung},
                           say(m->fromWallLeft - Length::mm(last)));
            last = m->fromWallLeft.mm();
            auto& n = pen_.text({last, rung}, say(m->fromWallLeft), Tone::text, 11);
            n.dy = -16;
            n.bold = true;
            pen_.line({{last, rung}, {last, level}}, Tone::guide, 1);
        }
        // Running figures from the piece's own end, along one line below it.
        const double foot = y(pp.bottom) + 110;
        pen_.line({{pp.left.mm(), foot}, {row.back()->fromWallLeft.mm(), foot}}, Tone::dim, 1);
        pen_.line({{pp.left.mm(), foot - 40}, {pp.left.mm(), foot + 40}}, Tone::dim, 1);
        for (const auto* m : row) {
            const double x = m->fromWallLeft.mm();
            pen_.circle({x, foot}, 2.5, Tone::dim);
            auto& n = pen_.text({x, foot}, say(m->fromPieceLeft), Tone::text, 13);
            n.bold = true;
            n.dy = 13;
        }
        auto& e = pen_.text({pp.left.mm(), foot}, "from its end", Tone::soft, 11);
        e.align = Align::right;
        e.dx = -8;
    }

  private:
    [[nodiscard]] double y(Length z) const { return H_ - z.mm(); }
    [[nodiscard]] std::string say(Length l) const { return formatNumber(l, project_.style); }
    [[nodiscard]] std::string sayRound(Length l) const { return say(roundToTape(l, project_.style)); }

    Pen& pen_;
    const Project& project_;
    const Wall* wall_;
    double W_, H_;
};

} // namespace

void drawPlaceDimensions(Pen& pen, const Project& project, const Plan& plan, const Wall& wall,
                         const Piece& piece, const PiecePlan& pp) {
    WallDimensions(pen, project, wall).place(plan, piece, pp);
}
void drawMarkDimensions(Pen& pen, const Project& project, const Wall& wall, const PiecePlan& pp) {
    WallDimensions(pen, project, wall).marks(pp);
}

} // namespace owl
