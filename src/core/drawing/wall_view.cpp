#include "drawing/items.h"
#include "drawing/obstacle_items.h"
#include "drawing/views.h"
#include "drawing/wall_dimensions.h"
#include "drawing/zone_items.h"
#include "room/side_walls.h"

#include <algorithm>
#include <array>
#include <cmath>
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
        wall_ = !options_.wall.empty()   ? project_.findWall(options_.wall)
                : piece                  ? project_.findWall(piece->wall)
                : project_.walls.empty() ? nullptr
                                         : &project_.walls.front();
        if (!wall_)
            return;
        if (piece && piece->wall != wall_->id)
            piece = nullptr;
        W_ = wall_->width.mm();
        H_ = wall_->height.mm();
        scanned_ = wall_->scan && !options_.marks && options_.advice;
        pen_.extent({0, scanned_ ? -H_ * 0.16 : 0}, {W_, H_});
        d_.marginLeft = 30;
        d_.marginRight = 30;
        d_.marginTop = scanned_ ? 14 : 30;
        d_.marginBottom = 26;
        outline();
        if (piece)
            advice();
        studs();
        if (const WallPlan* wp = plan_.findWall(wall_->id); wp && options_.advice)
            drawZones(pen_, *wall_, *wp);
        aboveSlope();
        if (scanned_)
            scan();
        base();
        for (const auto& o : wall_->obstacles)
            obstacle(o);
        if (options_.advice)
            person();
        furniture();
        openings();
        for (const auto& p : project_.pieces)
            if (p.wall == wall_->id)
                drawPiece(p, *plan_.find(p.id));
        for (const auto& p : project_.pieces)
            if (const PiecePlan* pp = plan_.find(p.id))
                guest(p, *pp);
        if (const PiecePlan* pp = plan_.find(current_); pp && piece)
            options_.marks ? drawMarkDimensions(pen_, project_, *wall_, *pp)
                           : drawPlaceDimensions(pen_, project_, plan_, *wall_, *piece, *pp);
        snapLines();
    }

  private:
    [[nodiscard]] double y(Length z) const { return H_ - z.mm(); }
    [[nodiscard]] std::string say(Length l) const { return formatNumber(l, project_.style); }
    [[nodiscard]] std::string sayRound(Length l) const { return say(roundToTape(l, project_.style)); }

    void outline() {
        std::vector<Point> edge{{0, H_}};
        if (wall_->ceiling.empty()) {
            edge.push_back({0, 0});
            edge.push_back({W_, 0});
        } else {
            edge.push_back({0, y(ceilingAt(*wall_, Length()))});
            for (const auto& c : wall_->ceiling)
                if (c.x > Length() && c.x < wall_->width)
                    edge.push_back({c.x.mm(), y(c.z)});
            edge.push_back({W_, y(ceilingAt(*wall_, wall_->width))});
        }
        edge.push_back({W_, H_});
        pen_.polygon(std::move(edge), Tone::wall, Tone::guide).id = "wall";
        if (wall_->crown > Length() && wall_->ceiling.empty())
            pen_.rect(0, 0, W_, wall_->crown.mm(), Tone::floor, Tone::guide).tip = "crown";
    }

    /// What was painted above a sloped ceiling is no wall.
    void aboveSlope() {
        if (wall_->ceiling.empty())
            return;
        std::vector<Point> slope{{0, y(ceilingAt(*wall_, Length()))}};
        for (const auto& c : wall_->ceiling)
            if (c.x > Length() && c.x < wall_->width)
                slope.push_back({c.x.mm(), y(c.z)});
        slope.push_back({W_, y(ceilingAt(*wall_, wall_->width))});
        std::vector<Point> above = slope;
        above.push_back({W_, -20});
        above.push_back({0, -20});
        pen_.polygon(std::move(above), Tone::paper);
        pen_.line(std::move(slope), Tone::outline, 1.4).tip = "sloped ceiling";
    }

    void advice() {
        const PiecePlan* pp = plan_.find(current_);
        if (!options_.advice || !pp)
            return;
        for (const auto& b : pp->heights)
            if (b.limit && b.id != "ceiling") {
                auto& l = pen_.line({{0, y(b.high)}, {W_, y(b.high)}}, Tone::guide, 1);
                l.dashed = true;
                l.tip = b.what + ": " + b.why;
            }
        const auto aim = std::find_if(pp->heights.begin(), pp->heights.end(),
                                      [](const HeightBand& b) { return !b.limit; });
        if (aim == pp->heights.end())
            return;
        const HeightBand& b = *aim;
        pen_.rect(0, y(b.high), W_, (b.high - b.low).mm(), Tone::goodBand).tip = b.why;
        // In two short lines where there is room: beside the piece, else beside the wall.
        const Length need = Length::mm(W_ * 0.16);
        const bool left = pp->left >= need;
        const bool right = wall_->width - pp->right() >= need;
        const bool beside = !left && !right;
        const std::array<std::string, 2> words{"good for its top",
                                               sayRound(b.low) + " to " + sayRound(b.high)};
        for (std::size_t i = 0; i < 2; ++i) {
            auto& t = pen_.text({left || beside ? 0 : W_, y(b.low)}, words.at(i), Tone::holds, 11);
            t.align = left ? Align::left : Align::right;
            t.dx = left ? 8 : beside ? -14 : -8;
            t.dy = -24 + 14 * static_cast<double>(i); // at its foot: along its top run the piece's dimensions
        }
    }

    void studs() {
        const auto all = studsOf(*wall_);
        double lastLabel = -1e9;
        for (std::size_t i = 0; i < all.size(); ++i) {
            const double x = all[i].x.mm();
            const double w = (all[i].width > Length() ? all[i].width : wall_->studWidth).mm();
            const double top = y(ceilingAt(*wall_, all[i].x));
            const bool unsure = all[i].confidence < 0.8;
            auto& s = pen_.rect(x - w / 2, top, w, H_ - top, Tone::stud, unsure ? Tone::near : Tone::none);
            s.dashed = unsure;
            s.id = fmt::format("stud:{}", all[i].x.nm());
            s.tip = "stud at " + formatLength(all[i].x, project_.style) +
                    (unsure ? fmt::format(", {:.0f} % sure", 100 * all[i].confidence) : "");
            auto& c = pen_.line({{x, top}, {x, H_}}, Tone::guide, 1);
            c.dashed = true;
            if (x - lastLabel > W_ / 14) {
                auto& t = pen_.text({x, top}, sayRound(all[i].x) + (unsure ? " ?" : ""), Tone::soft, 11);
                t.dy = -11;
                lastLabel = x;
            }
        }
    }

    /// The trace above the wall, proposals as dashed studs, odd signals as dots.
    void scan() {
        const WallScan& s = *wall_->scan;
        const double high = H_ * 0.16;
        const double foot = -high * 0.34;
        const double tall = high * 0.6;
        const auto [low, top] = std::minmax_element(s.readings.begin(), s.readings.end());
        if (s.readings.empty())
            return;
        const double span = std::max(10.0, *top - *low);
        std::vector<Point> path;
        const std::size_t stride =
            std::max<std::size_t>(1, s.readings.size() / 450); // finer than a pixel is waste
        for (std::size_t i = 0; i < s.readings.size(); i += stride)
            path.push_back(
                {s.start + s.step * static_cast<double>(i), foot - tall * (s.readings[i] - *low) / span});
        pen_.line(std::move(path), Tone::info, 1.3).tip = "stud scan";
        auto& t = pen_.text({0, -high}, "Stud scan", Tone::soft, 11);
        t.align = Align::left;
        t.bold = true;
        for (const auto& p : wall_->proposed) {
            const double w = p.width.mm();
            auto& r = pen_.rect(p.x.mm() - w / 2, 0, w, H_, Tone::none, Tone::info);
            r.dashed = true;
            r.id = fmt::format("proposed:{}", p.x.nm());
            r.tip = fmt::format("read off the scan at {}, {:.0f} % sure: click to accept",
                                formatLength(roundToTape(p.x, project_.style), project_.style),
                                100 * p.confidence);
            auto& n = pen_.text({p.x.mm(), 0}, fmt::format("{:.0f} %", 100 * p.confidence), Tone::info, 11);
            n.dy = 10;
        }
        for (const auto& m : wall_->oddMarks) {
            const bool open = m.decision == SignalDecision::open;
            auto& c = pen_.circle({m.x.mm(), foot * 0.45}, 4, open ? Tone::fails : Tone::soft, Tone::paper);
            c.id = "odd:" + m.id;
            c.tip = m.kind + " at " + formatLength(roundToTape(m.x, project_.style), project_.style);
        }
    }

    void base() {
        const double floor = H_;
        if (wall_->baseboard > Length())
            pen_.rect(0, floor - wall_->baseboard.mm(), W_, wall_->baseboard.mm(), Tone::floor, Tone::guide)
                .tip = "baseboard";
        pen_.line({{-40, floor}, {W_ + 40, floor}}, Tone::outline, 2);
        corner(true);
        corner(false);
    }

    /// Where the next wall comes towards one: a strip of it, and its angle when it is not square.
    void corner(bool leftEnd) {
        for (const auto& c : project_.corners) {
            if ((leftEnd ? c.right : c.left) != wall_->id)
                continue;
            const double x = leftEnd ? -26.0 : W_ + 26.0;
            const double edge = leftEnd ? 0 : W_;
            const double top = y(ceilingAt(*wall_, leftEnd ? Length() : wall_->width));
            pen_.polygon({{edge, top}, {x, top - 18}, {x, H_ + 18}, {edge, H_}}, Tone::floor, Tone::guide)
                .tip = "next wall";
            if (std::abs(c.angle - 90) < 0.05)
                continue;
            auto& t = pen_.text({edge, H_ * 0.62}, fmt::format("{:g}°", c.angle), Tone::soft, 11);
            t.align = leftEnd ? Align::left : Align::right;
            t.dx = leftEnd ? 6 : -6;
        }
    }

    void obstacle(const Obstacle& o) {
        if (o.kind.starts_with("fireplace") && options_.advice)
            mantelZone(o);
        const std::size_t first = d_.shapes.size();
        drawObstacle(pen_, o, H_);
        d_.shapes[first].tip =
            fmt::format("{} at {}, {} up", obstacleTitle(o, catalog()),
                        formatLength(roundToTape(o.centreX(), project_.style), project_.style),
                        formatLength(roundToTape(o.centreZ(), project_.style), project_.style));
    }

    /// Nothing combustible nearer than 152 mm; up to 305 mm it may stand out an eighth of its distance.
    void mantelZone(const Obstacle& o) {
        const double x = o.x.mm();
        const double w = o.width.mm();
        const double top = y(o.top());
        pen_.rect(x, top - 152.4, w, 152.4, Tone::wireBand).tip =
            "nothing that burns within 152 mm of the opening";
        auto& far = pen_.line({{x, top - 304.8}, {x + w, top - 304.8}}, Tone::fails, 1);
        far.dashed = true;
        far.tip = "up to here a mantel may stand out an eighth of its distance from the opening";
        auto& t = pen_.text({x + w / 2, top - 76}, "mantel zone", Tone::fails, 11);
        t.dy = 0;
    }

    void furniture() {
        for (const auto& f : wall_->furniture) {
            const double foot = H_ - f.bottom.mm();
            drawFurniture(pen_, f.kind, f.x.mm(), foot, f.width.mm(), (f.height - f.bottom).mm(),
                          "furniture:" + f.id);
            auto& t = pen_.text({f.x.mm() + f.width.mm() / 2, foot - (f.height - f.bottom).mm() * 0.3},
                                f.title(), Tone::soft, 11);
            t.fold = f.width.mm();
            t.dy = 4;
        }
    }

    void openings() {
        for (const auto& o : wall_->openings) {
            auto& r = pen_.rect(o.left().mm(), y(o.top()), o.wide().mm(), o.high().mm(),
                                o.cut ? Tone::ghost : Tone::none, Tone::near);
            r.dashed = !o.cut;
            r.width = 1.5;
            r.id = "opening:" + o.id;
            r.tip = o.cut ? "cover cut open" : "cover to be cut open";
        }
    }

    /// For scale, where there is room beside furniture, doors, pieces, and under the ceiling.
    void person() {
        const Length tall = 1700_mm;
        for (double x : {W_ - 260, 260.0, W_ * 0.75, W_ * 0.25, W_ * 0.5}) {
            const Length from = Length::mm(x - 250);
            const Length to = Length::mm(x + 250);
            const auto meets = [&](Length a, Length b) { return a < to && b > from; };
            const auto others = plan_.placedOn(project_, wall_->id);
            const bool busy =
                from < Length() || to > wall_->width || lowestCeiling(*wall_, from, to) < tall + 50_mm ||
                std::any_of(wall_->furniture.begin(), wall_->furniture.end(),
                            [&](const Furniture& f) { return meets(f.x, f.right()); }) ||
                std::any_of(wall_->obstacles.begin(), wall_->obstacles.end(),
                            [&](const Obstacle& o) { return o.height > 500_mm && meets(o.x, o.right()); }) ||
                std::any_of(others.begin(), others.end(), [&](const PlacedPiece& p) {
                    return p.bottom < tall && meets(p.left, p.right());
                });
            if (busy)
                continue;
            drawPerson(pen_, x, H_, tall.mm());
            return;
        }
    }

    void snapLines() {
        if (options_.snapped.empty())
            return;
        if (options_.snapX) {
            auto& l = pen_.line({{*options_.snapX, 0}, {*options_.snapX, H_}}, Tone::accent, 1.4);
            l.dashed = true;
        }
        if (options_.snapZ) {
            auto& l = pen_.line({{0, H_ - *options_.snapZ}, {W_, H_ - *options_.snapZ}}, Tone::accent, 1.4);
            l.dashed = true;
        }
        auto& t = pen_.text({options_.snapX.value_or(W_ / 2), 0}, options_.snapped, Tone::accent, 13);
        t.dy = 14;
        t.bold = true;
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
        for (const Part* p : fromBehind(a))
            if (behindThings(a, *p))
                part(*p);
        for (const auto& item : options_.marks ? std::vector<LoadItem>() : piece.load.items)
            drawItem(pen_, item, x0 + item.x.mm(), bottom - surfaceFor(a, item.on).z.mm(), n++, id);
        for (const Part* p : fromBehind(a))
            if (!behindThings(a, *p))
                part(*p);
        if (chosen && !options_.marks) {
            auto& s = pen_.rect(x0 - 6, bottom - a.height.mm() - 6, a.length.mm() + 12, a.height.mm() + 12,
                                Tone::none, Tone::accent);
            s.width = 1.6;
            s.radius = 8;
            s.id = id;
        }
        marks(pp);
    }

    /// What a piece on another wall has here: its strip, and the holes for it.
    void guest(const Piece& piece, const PiecePlan& pp) {
        if (!pp.assembly().seat<LedgersSeat>() || piece.wall == wall_->id)
            return;
        const auto& seats = pp.assembly().seat<LedgersSeat>()->on;
        for (std::size_t i = 0; i < seats.size() && i < pp.ledgerWalls.size(); ++i) {
            if (seats[i].to == "wall" || pp.ledgerWalls[i].wall != wall_->id)
                continue;
            const SideWall side =
                sideWall(project_.walls, project_.corners, project_.alcoves, piece.wall, seats[i].to);
            const Part* strip = pp.assembly().find(seats[i].part);
            const double x0 = std::min(side.onWall(seats[i].from), side.onWall(seats[i].until)).mm();
            const double x1 = std::max(side.onWall(seats[i].from), side.onWall(seats[i].until)).mm();
            const double high = strip ? strip->bounds().size.z.mm() : 40;
            auto& s = pen_.rect(x0, y(pp.bottom + seats[i].low) - high, x1 - x0, high, Tone::woodFace,
                                Tone::outline);
            s.id = "piece:" + piece.id;
            s.tip = piece.name + ": " + (strip ? strip->name : seats[i].part);
            marks(pp, false);
        }
    }

    void marks(const PiecePlan& pp, bool own = true) {
        for (const auto& m : pp.marks) {
            if (m.to == "wall" ? !own : m.wall != wall_->id)
                continue;
            const Point at{m.fromWallLeft.mm(), y(m.fromFloor)};
            auto& c = pen_.circle(at, options_.marks ? 5 : 3,
                                  options_.marks ? (m.order == 1 ? Tone::accent : Tone::info) : Tone::holds,
                                  Tone::paper);
            c.id = fmt::format("mark:{}:{}", pp.id, m.order);
            c.tip = m.what + " at " + formatLength(m.fromWallLeft, project_.style);
        }
    }

    const Project& project_;
    const Plan& plan_;
    const std::string& current_;
    const WallViewOptions& options_;
    Drawing& d_;
    Pen pen_;
    const Wall* wall_ = nullptr;
    double W_ = 1000, H_ = 1000;
    bool scanned_ = false; ///< the trace stands above the wall
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
    // What stands in front of a thing hides its foot; in a picture this small the lip would hide half of it,
    // so things are drawn last.
    for (const Part* p : fromBehind(a))
        drawPartFront(pen, *p, 0, H);
    if (piece)
        for (const auto& i : piece->load.items) {
            const double z = surfaceFor(a, i.on).z.mm();
            drawItem(pen, i, i.x.mm(), H - z, n++, {});
            tall = std::max(tall, i.height.mm() + z);
        }
    pen.extent({0, H - tall}, {std::max(1.0, a.length.mm()), H});
    d.marginLeft = d.marginRight = 6;
    d.marginTop = d.marginBottom = 4;
    return d;
}

} // namespace owl
