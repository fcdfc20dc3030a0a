// The room from above, and the trace to practise on.
#include "drawing/views.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <limits>

namespace owl {
namespace {

/// One wall's own axes on the sheet: along it, and out of it into the room.
struct Axes {
    PlanWall wall;
    double ux = 1, uy = 0; ///< along
    double nx = 0, ny = 1; ///< into the room
    [[nodiscard]] Point at(double along, double out) const {
        return {wall.x0 + along * ux + out * nx, wall.y0 + along * uy + out * ny};
    }
};

Axes axesOf(const PlanWall& w) {
    Axes a;
    a.wall = w;
    const double l = std::max(1.0, std::hypot(w.x1 - w.x0, w.y1 - w.y0));
    a.ux = (w.x1 - w.x0) / l;
    a.uy = (w.y1 - w.y0) / l;
    a.nx = -a.uy;
    a.ny = a.ux;
    return a;
}

class RoomPainter {
  public:
    RoomPainter(const Project& project, const Plan& plan, const std::string& wall, Drawing& d)
        : project_(project), plan_(plan), chosen_(wall), d_(d), pen_(d) {}

    void run() {
        const Wall* shown = project_.findWall(chosen_);
        if (!shown)
            return;
        const auto walls = roomPlan(project_.walls, project_.corners, shown->room);
        for (const auto& w : walls)
            axes_.push_back(axesOf(w));
        for (const auto& a : axes_)
            things(a);
        for (const auto& a : axes_)
            wallItself(a);
        for (const auto& a : project_.alcoves)
            alcove(a);
        pen_.extent(low_, high_);
        d_.marginLeft = d_.marginRight = 70;
        d_.marginTop = d_.marginBottom = 40;
    }

  private:
    [[nodiscard]] std::string say(Length l) const {
        return formatNumber(roundToTape(l, project_.style), project_.style);
    }
    Shape& area(const Axes& a, double from, double to, double out0, double out1, Tone fill, Tone stroke) {
        std::vector<Point> p{a.at(from, out0), a.at(to, out0), a.at(to, out1), a.at(from, out1)};
        for (const auto& q : p) {
            low_ = {std::min(low_.x, q.x), std::min(low_.y, q.y)};
            high_ = {std::max(high_.x, q.x), std::max(high_.y, q.y)};
        }
        return pen_.polygon(std::move(p), fill, stroke);
    }

    void wallItself(const Axes& a) {
        const Wall& w = *project_.findWall(a.wall.id);
        const double thick = std::max(90.0, (w.coverThickness + w.studDepth).mm());
        const bool chosen = w.id == chosen_;
        auto& s = area(a, 0, w.width.mm(), -thick, 0, Tone::floor, chosen ? Tone::accent : Tone::outline);
        s.width = chosen ? 2.2 : 1.2;
        s.id = "wall:" + w.id;
        s.tip = (w.name.empty() ? w.id : w.name) + ", " + formatLength(w.width, project_.style) + " wide";
        for (const auto& x : studCentres(w)) {
            auto& stud = area(a, x.mm() - w.studWidth.mm() / 2, x.mm() + w.studWidth.mm() / 2, -thick, -12,
                              Tone::stud, Tone::none);
            stud.id = "wall:" + w.id;
        }
        for (const auto& o : w.obstacles)
            opening(a, o, thick);
        if (w.width < 700_mm && !chosen) // too short for words: its name shows when the pointer rests on it
            return;
        const Point mid = a.at(w.width.mm() / 2, -thick - 120);
        auto& t = pen_.text(mid, (w.name.empty() ? w.id : w.name) + "  " + say(w.width),
                            chosen ? Tone::text : Tone::soft, 11);
        t.bold = chosen;
        t.vertical = std::abs(a.uy) > 0.7;
        t.id = "wall:" + w.id;
        low_ = {std::min(low_.x, mid.x), std::min(low_.y, mid.y)};
        high_ = {std::max(high_.x, mid.x), std::max(high_.y, mid.y)};
    }

    /// Doors and windows are gaps in the wall; a door shows the way of its leaf.
    void opening(const Axes& a, const Obstacle& o, double thick) {
        if (o.kind != "door" && o.kind != "window") {
            if (o.kind.starts_with("fireplace"))
                area(a, o.x.mm(), o.right().mm(), -thick, 0, Tone::outline, Tone::none).tip = "fireplace";
            return;
        }
        area(a, o.x.mm(), o.right().mm(), -thick, 0, Tone::wall, Tone::guide).tip = o.kind;
        if (o.kind == "window") {
            pen_.line({a.at(o.x.mm(), -thick / 2), a.at(o.right().mm(), -thick / 2)}, Tone::info, 1.5);
            return;
        }
        const bool left = o.swing == "left";
        const double hinge = left ? o.x.mm() : o.right().mm();
        const double r = o.width.mm();
        std::vector<Point> arc;
        for (int i = 0; i <= 12; ++i) {
            const double t = 3.14159265 / 2 * i / 12;
            arc.push_back(a.at(hinge + (left ? 1 : -1) * r * std::cos(t), r * std::sin(t)));
        }
        pen_.line({a.at(hinge, 0), arc.back()}, Tone::furnitureLine, 1.5);
        auto& s = pen_.line(std::move(arc), Tone::furnitureLine, 1);
        s.dashed = true;
        s.tip = "swing of the door";
    }

    void things(const Axes& a) {
        const Wall& w = *project_.findWall(a.wall.id);
        for (const auto& f : w.furniture) {
            auto& s = area(a, f.x.mm(), f.right().mm(), 30, 30 + f.depth.mm(), Tone::furniture,
                           Tone::furnitureLine);
            s.tip = f.title();
            pen_.text(a.at((f.x + f.width / 2).mm(), 30 + f.depth.mm() / 2), f.title(), Tone::soft, 11).fold =
                std::max(f.width.mm(), f.depth.mm());
        }
        for (const auto& pp : plan_.pieces) {
            const Piece* p = project_.findPiece(pp.id);
            if (!p || p->wall != w.id)
                continue;
            auto& s = area(a, pp.left.mm(), pp.right().mm(), 0, pp.assembly().depth.mm(), Tone::woodFace,
                           Tone::outline);
            s.grain = std::atan2(a.uy, a.ux) * 180 / 3.14159265;
            if (s.grain < 0)
                s.grain += 180;
            s.id = "piece:" + pp.id;
            s.tip = p->name;
        }
    }

    /// Its three widths, each typed where it is measured.
    void alcove(const Alcove& alcove) {
        const auto back =
            std::find_if(axes_.begin(), axes_.end(), [&](const Axes& a) { return a.wall.id == alcove.back; });
        if (back == axes_.end())
            return;
        const double middle = project_.findWall(alcove.back)->width.mm() / 2;
        const double deep = alcove.depth.mm();
        const bool own = alcove.back == chosen_; // only the fields of the wall in view can be typed
        const auto width = [&](Length w, double out, const char* field) {
            pen_.dimension(back->at(middle - w.mm() / 2, out), back->at(middle + w.mm() / 2, out), say(w),
                           own ? field : "");
        };
        width(alcove.widthBack, deep * 0.08 + 60, "alcove.back");
        width(alcove.widthMiddle, deep * 0.5 + 60, "alcove.middle");
        width(alcove.widthFront, deep + 60, "alcove.front");
    }

    const Project& project_;
    const Plan& plan_;
    const std::string& chosen_;
    Drawing& d_;
    Pen pen_;
    std::vector<Axes> axes_;
    Point low_{1e9, 1e9}, high_{-1e9, -1e9};
};

} // namespace

Drawing roomView(const Project& project, const Plan& plan, const std::string& wall) {
    Drawing d;
    RoomPainter(project, plan, wall, d).run();
    return d;
}

Drawing practiceView(const Trace& trace, const std::vector<double>& marks, const ScanWall* truth,
                     const NumberStyle& style) {
    Drawing d;
    Pen pen(d);
    if (trace.empty())
        return d;
    const double W = trace.at.back();
    const double H = W * 0.34;
    pen.extent({0, 0}, {W, H * 1.12});
    d.marginLeft = d.marginRight = 20;
    d.marginTop = 24;
    d.marginBottom = 30;
    pen.rect(0, 0, W, H, Tone::wall, Tone::guide).id = "trace";
    const auto say = [&](double x) { return formatNumber(roundToTape(Length::mm(x), style), style); };
    for (double x = 0; x <= W; x += 500) {
        pen.line({{x, 0}, {x, H}}, Tone::guide, 1).dashed = true;
        pen.text({x, H}, say(x), Tone::soft, 11).dy = 12;
    }
    if (truth) {
        const auto show = [&](const std::vector<Hidden>& list, Tone tone, const char* what) {
            for (const auto& h : list)
                pen.rect(h.left, 0, h.width(), H, tone).tip = what;
        };
        show(truth->studs, Tone::stud, "stud");
        show(truth->plates, Tone::wireBand, "steel plate");
        show(truth->pipes, Tone::wireBand, "pipe");
    }
    std::vector<Point> path;
    const std::size_t stride = std::max<std::size_t>(1, trace.size() / 2500);
    for (std::size_t i = 0; i < trace.size(); i += stride)
        path.push_back({trace.at[i], H - H * 0.92 * trace.reading[i] / 100});
    pen.line(std::move(path), Tone::info, 1.5);
    for (double m : marks) {
        pen.line({{m, 0}, {m, H}}, Tone::accent, 2).tip = "your mark";
        auto& t = pen.text({m, 0}, say(m), Tone::text, 11);
        t.dy = -9;
        t.bold = true;
    }
    return d;
}

} // namespace owl
