#include "drawing/items.h"
#include "drawing/views.h"

#include <algorithm>
#include <array>
#include <fmt/format.h>

namespace owl {
namespace {

/// The wall seen from the room: x from its left corner, y downwards from the ceiling.
class WallPainter {
  public:
    WallPainter(const Project& p, const Plan& plan, const std::string& piece, const WallViewOptions& o,
                Drawing& d)
        : project_(p), plan_(plan), current_(piece), options_(o), d_(d), pen_(d) {}

    void run() {
        const Piece* piece = project_.findPiece(current_);
        wall_ = piece                    ? project_.findWall(piece->wall)
                : project_.walls.empty() ? nullptr
                                         : &project_.walls.front();
        if (!wall_)
            return;
        W_ = wall_->width.mm();
        H_ = wall_->height.mm();
        pen_.extent({0, 0}, {W_, H_});
        d_.marginLeft = 30;
        d_.marginRight = 30;
        d_.marginTop = 30;
        d_.marginBottom = 26;
        pen_.rect(0, 0, W_, H_, Tone::wall, Tone::guide).id = "wall";
        advice();
        studs();
        base();
        for (const auto& p : project_.pieces)
            if (p.wall == wall_->id)
                drawPiece(p, *plan_.find(p.id));
        if (const PiecePlan* pp = plan_.find(current_); pp && piece)
            options_.marks ? markDimensions(*pp) : dimensions(*piece, *pp);
    }

  private:
    [[nodiscard]] double y(Length z) const { return H_ - z.mm(); }
    [[nodiscard]] std::string say(Length l) const { return formatNumber(l, project_.style); }

    void advice() {
        const PiecePlan* pp = plan_.find(current_);
        if (!options_.advice || !pp || pp->heights.empty())
            return;
        const HeightBand& b = pp->heights.front();
        pen_.rect(0, y(b.high), W_, (b.high - b.low).mm(), Tone::goodBand).tip = b.why;
        // In two short lines at the freer side, clear of the piece.
        const bool left = pp->left >= wall_->width - pp->left - pp->assembly().length || pp->left > 700_mm;
        const std::array<std::string, 2> words{"good for its top", say(b.low) + " to " + say(b.high)};
        for (std::size_t i = 0; i < 2; ++i) {
            auto& t = pen_.text({left ? 0 : W_, y(b.high)}, words.at(i), Tone::holds, 11);
            t.align = left ? Align::left : Align::right;
            t.dx = left ? 8 : -8;
            t.dy = 10 + 14 * static_cast<double>(i);
        }
    }

    void studs() {
        const double w = wall_->studWidth.mm();
        const auto centres = studCentres(*wall_);
        double lastLabel = -1e9;
        for (std::size_t i = 0; i < centres.size(); ++i) {
            const double x = centres[i].mm();
            auto& s = pen_.rect(x - w / 2, 0, w, H_, Tone::stud);
            s.id = fmt::format("stud:{}", i);
            s.tip = "stud at " + formatLength(centres[i], project_.style);
            auto& c = pen_.line({{x, 0}, {x, H_}}, Tone::guide, 1);
            c.dashed = true;
            if (x - lastLabel > W_ / 14) {
                pen_.text({x, 0}, say(centres[i]), Tone::soft, 11).dy = -11;
                lastLabel = x;
            }
        }
    }

    void base() {
        const double floor = H_;
        if (wall_->baseboard > Length())
            pen_.rect(0, floor - wall_->baseboard.mm(), W_, wall_->baseboard.mm(), Tone::floor, Tone::guide)
                .tip = "baseboard";
        pen_.line({{-40, floor}, {W_ + 40, floor}}, Tone::outline, 2);
        for (const auto& o : wall_->outlets) {
            if (options_.advice) {
                pen_.rect(o.x.mm() - 75, 0, 150, H_, Tone::wireBand).tip =
                    "a wire may run straight up or down here";
                auto& t = pen_.text({o.x.mm(), 0}, "likely wire", Tone::fails, 11);
                t.vertical = true;
                t.align = Align::right;
                t.dy = 8;
            }
            auto& box = pen_.rect(o.x.mm() - 35, y(o.z) - 55, 70, 110, Tone::outlet, Tone::outline);
            box.radius = 12;
            box.id = "outlet:" + o.id;
            box.tip = "outlet at " + formatLength(o.x, project_.style) + ", " +
                      formatLength(o.z, project_.style) + " up";
            for (double dz : {-22.0, 22.0})
                pen_.circle({o.x.mm(), y(o.z) + dz}, 1.5, Tone::outline);
        }
        if (options_.advice)
            person();
        for (const auto& f : wall_->furniture) {
            drawFurniture(pen_, f.kind, f.x.mm(), floor, f.width.mm(), f.height.mm(), "furniture:" + f.id);
            auto& t = pen_.text({f.x.mm() + f.width.mm() / 2, floor - f.height.mm() * 0.3},
                                f.name.empty() ? f.kind : f.name, Tone::soft, 11);
            t.dy = 4;
        }
    }

    /// For scale, where there is the most room beside the furniture.
    void person() {
        double best = W_ - 300;
        for (double x : {W_ - 260, 260.0}) {
            const bool taken =
                std::any_of(wall_->furniture.begin(), wall_->furniture.end(), [&](const Furniture& f) {
                    return f.x.mm() < x + 260 && (f.x + f.width).mm() > x - 260;
                });
            if (!taken) {
                best = x;
                break;
            }
        }
        if (W_ > 1200 && H_ > 1750)
            drawPerson(pen_, best, H_, 1700);
    }

    void drawPiece(const Piece& piece, const PiecePlan& pp) {
        const Assembly& a = pp.assembly();
        const double x0 = pp.left.mm();
        const double bottom = y(pp.bottom);
        const bool chosen = piece.id == current_;
        const std::string id = "piece:" + piece.id;
        std::size_t n = 0;
        // Back to front: the rail, what stands before it, then base, lip and caps.
        const auto part = [&](const Part& p) {
            auto& s = drawPartFront(pen_, p, x0, bottom);
            s.id = id;
            s.tip = piece.name + ": " + p.name;
        };
        if (const Part* back = a.find("back"))
            part(*back);
        for (const auto& item : options_.marks ? std::vector<LoadItem>() : piece.load.items)
            drawItem(pen_, item, x0 + item.x.mm(), bottom - a.surfaceZ.mm(), n++, id);
        for (const auto& p : a.parts)
            if (p.id != "back")
                part(p);
        if (chosen && !options_.marks) {
            auto& s = pen_.rect(x0 - 6, bottom - a.height.mm() - 6, a.length.mm() + 12, a.height.mm() + 12,
                                Tone::none, Tone::accent);
            s.width = 1.6;
            s.radius = 8;
            s.id = id;
        }
        marks(pp);
    }

    void marks(const PiecePlan& pp) {
        for (const auto& m : pp.marks) {
            const Point at{m.fromWallLeft.mm(), y(m.fromFloor)};
            auto& c = pen_.circle(at, options_.marks ? 5 : 3,
                                  options_.marks ? (m.order == 1 ? Tone::accent : Tone::info) : Tone::holds,
                                  Tone::paper);
            c.id = fmt::format("mark:{}:{}", pp.id, m.order);
            c.tip = m.what + " at " + formatLength(m.fromWallLeft, project_.style);
        }
    }

    void dimensions(const Piece& piece, const PiecePlan& pp) {
        const double x0 = pp.left.mm();
        const double x1 = x0 + pp.assembly().length.mm();
        double above = y(pp.bottom + pp.assembly().height) - 70;
        for (const auto& i : piece.load.items)
            above = std::min(above, y(pp.bottom + pp.assembly().surfaceZ) - i.height.mm() - 60);
        above = std::max(above, 60.0);
        pen_.dimension({0, above}, {x0, above}, say(pp.left), "place.x");
        pen_.dimension({x0, above}, {x1, above}, say(pp.assembly().length), "ledge.length");
        pen_.dimension({x1, above}, {W_, above}, say(wall_->width - pp.left - pp.assembly().length),
                       "place.right");
        const double up = x0 > 300 ? x0 - 90 : x1 + 90;
        pen_.dimension({up, H_}, {up, y(pp.bottom)}, say(pp.bottom), "place.z");
        if (piece.place.anchor == Anchor::furnitureCentre) {
            const double c = (x0 + x1) / 2;
            auto& l = pen_.line({{c, y(pp.bottom) - pp.assembly().height.mm()}, {c, H_}}, Tone::accent, 1.2);
            l.dashed = true;
        }
    }

    void markDimensions(const PiecePlan& pp) {
        if (pp.marks.empty())
            return;
        std::vector<const WallMark*> row;
        for (const auto& m : pp.marks)
            if (m.fromFloor == pp.marks.front().fromFloor)
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
        auto& e = pen_.text({pp.left.mm(), foot}, "from the ledge's end", Tone::soft, 11);
        e.align = Align::right;
        e.dx = -8;
    }

    const Project& project_;
    const Plan& plan_;
    const std::string& current_;
    const WallViewOptions& options_;
    Drawing& d_;
    Pen pen_;
    const Wall* wall_ = nullptr;
    double W_ = 1000, H_ = 1000;
};

} // namespace

Drawing wallView(const Project& project, const Plan& plan, const std::string& piece,
                 const WallViewOptions& options) {
    Drawing d;
    WallPainter(project, plan, piece, options, d).run();
    return d;
}

Drawing thumbnail(const Project& project, const PiecePlan& pp) {
    Drawing d;
    Pen pen(d);
    const Piece* piece = project.findPiece(pp.id);
    const Assembly& a = pp.assembly();
    const double H = a.height.mm();
    double tall = H;
    std::size_t n = 0;
    if (piece)
        for (const auto& i : piece->load.items) {
            drawItem(pen, i, i.x.mm(), H - a.surfaceZ.mm(), n++, {});
            tall = std::max(tall, i.height.mm() + a.surfaceZ.mm());
        }
    for (const auto& p : a.parts)
        drawPartFront(pen, p, 0, H);
    pen.extent({0, H - tall}, {std::max(1.0, a.length.mm()), H});
    d.marginLeft = d.marginRight = 6;
    d.marginTop = d.marginBottom = 4;
    return d;
}

} // namespace owl
