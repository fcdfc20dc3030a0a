#include "drawing/solid_painter.h"

#include "solid/lines.h"
#include "solid/order.h"
#include "solid/outline.h"

#include "measure/words.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace owl {
namespace {

/// A parallel view from the front right above: x along the piece, y out of the wall towards the viewer, z up.
struct Eye {
    Vec3 right, up, toEye;
    Eye(double turn, double tilt) {
        const double a = turn * std::numbers::pi / 180;
        const double b = tilt * std::numbers::pi / 180;
        const double sa = std::sin(a);
        const double ca = std::cos(a);
        const double sb = std::sin(b);
        const double cb = std::cos(b);
        right = {ca, sa, 0};
        up = {sa * sb, -ca * sb, cb};
        toEye = {-sa * cb, ca * cb, sb};
    }
    [[nodiscard]] Point flat(const Vec3& p) const { return {dot(p, right), -dot(p, up)}; }
};

bool steel(const Part& p) {
    return p.material == "steel" || p.material == "stainless" || p.material == "aluminium";
}

class SolidPainter {
  public:
    SolidPainter(const Assembly& a, const PieceViewOptions& o, Drawing& d)
        : o_(o), d_(d), pen_(d), eye_(o.turn, o.tilt) {
        for (const auto& p : a.parts) {
            if (!o.only.empty() && std::find(o.only.begin(), o.only.end(), p.id) == o.only.end())
                continue;
            parts_.push_back(&p);
            const bool off = std::find(o.brought.begin(), o.brought.end(), p.id) != o.brought.end();
            solids_.push_back(moved(p.solid, off ? o.by : p.apart * (o.apart * a.depth.mm() * 0.9)));
        }
        for (const auto& s : solids_)
            bodies_.push_back(&s);
    }

    void run() {
        faces();
        edges();
        frame();
        if (o_.labels)
            labels();
    }

  private:
    [[nodiscard]] bool fresh(const Part& p) const {
        return std::find(o_.fresh.begin(), o_.fresh.end(), p.id) != o_.fresh.end();
    }

    void faces() {
        const FillOrder order(bodies_);
        for (const auto& f : order.seenFrom(eye_.toEye)) {
            const Part& p = *parts_[static_cast<std::size_t>(f.body)];
            std::vector<Point> flat;
            for (const auto& c : f.corners)
                flat.push_back(eye_.flat(c));
            const Tone tone = fresh(p) ? Tone::fresh : faceTone(p, f.normal);
            auto& s = pen_.polygon(flat, tone, tone); // its own colour as stroke: neighbours leave no seam
            s.width = 0.7;
            const bool end = std::abs(dot(f.normal, p.pose.along)) > 0.9;
            const Point g = eye_.flat(p.pose.along);
            s.grain = end || steel(p) || p.stock == Stock::plate
                          ? -1
                          : std::atan2(g.y, g.x) * 180 / std::numbers::pi;
            s.id = "part:" + p.id;
            s.tip = p.name;
        }
    }

    /// Edges as a person would draw them: between the flats that stand for a curve only where it turns away.
    [[nodiscard]] std::vector<EdgeLine> sharpEdges() const {
        std::vector<EdgeLine> out;
        for (std::size_t i = 0; i < bodies_.size(); ++i)
            for (auto& e : edgesOf(*bodies_[i], static_cast<int>(i))) {
                const bool smooth = dot(e.firstNormal, e.secondNormal) > 0.9; // less than 25 degrees
                const bool turnsAway =
                    (dot(e.firstNormal, eye_.toEye) > 0) != (dot(e.secondNormal, eye_.toEye) > 0);
                if (!smooth || turnsAway)
                    out.push_back(e);
            }
        return out;
    }

    void edges() {
        lines_ = seenLines(sharpEdges(), bodies_, eye_.toEye);
        for (const auto& l : lines_) {
            const Part& p = *parts_[static_cast<std::size_t>(l.edge.body)];
            const auto at = [&](double t) { return eye_.flat(l.edge.a + (l.edge.b - l.edge.a) * t); };
            double from = 0;
            const auto hidden = [&](double to) {
                if (!o_.hidden || to - from < 1e-6)
                    return;
                auto& s = pen_.line({at(from), at(to)}, Tone::hidden, 0.8);
                s.dashed = true;
                s.id = "part:" + p.id;
            };
            for (const auto& s : l.seen) {
                hidden(s.from);
                pen_.line({at(s.from), at(s.to)}, Tone::outline, 1).id = "part:" + p.id;
                from = s.to;
            }
            hidden(1);
        }
    }

    void frame() {
        low_ = {1e9, 1e9};
        high_ = {-1e9, -1e9};
        for (const auto& s : d_.shapes)
            for (const auto& p : s.points) {
                low_ = {std::min(low_.x, p.x), std::min(low_.y, p.y)};
                high_ = {std::max(high_.x, p.x), std::max(high_.y, p.y)};
            }
        if (low_.x > high_.x)
            low_ = high_ = {0, 0};
        pen_.extent(low_, high_);
        d_.marginTop = d_.marginBottom = o_.labels ? 44 : 8;
        d_.marginLeft = d_.marginRight = o_.labels ? 40 : 8;
    }

    /// A name and the stretch of its part that a line may point to.
    struct Named {
        const Part* part;
        Point a, b;
        [[nodiscard]] Point at(double x) const {
            const double t =
                std::abs(b.x - a.x) < 1e-6 ? 0.5 : std::clamp((x - a.x) / (b.x - a.x), 0.05, 0.95);
            return {a.x + (b.x - a.x) * t, a.y + (b.y - a.y) * t};
        }
        [[nodiscard]] double middleX() const { return (a.x + b.x) / 2; }
        [[nodiscard]] double middleY() const { return (a.y + b.y) / 2; }
    };
    /// A piece of many boards would drown in names: there 'shelf' stands for all shelves.
    [[nodiscard]] std::string shown(const Part& p) const {
        constexpr std::size_t many = 12;
        return parts_.size() > many ? withoutNumber(p.name) : p.name;
    }
    /// Each name once ('rod' stands for all rods), at the longest edge of it that shows; what is hidden has
    /// none.
    [[nodiscard]] std::vector<Named> named() const {
        std::vector<Named> out;
        std::vector<double> best;
        for (const auto& l : lines_) {
            const Part* p = parts_[static_cast<std::size_t>(l.edge.body)];
            for (const auto& s : l.seen) {
                const Point a = eye_.flat(l.edge.a + (l.edge.b - l.edge.a) * s.from);
                const Point b = eye_.flat(l.edge.a + (l.edge.b - l.edge.a) * s.to);
                const double length = std::hypot(b.x - a.x, b.y - a.y);
                const auto known = std::find_if(out.begin(), out.end(),
                                                [&](const Named& n) { return shown(*n.part) == shown(*p); });
                if (known == out.end()) {
                    out.push_back({p, a, b});
                    best.push_back(length);
                } else if (double& had = best[static_cast<std::size_t>(known - out.begin())];
                           length > had + 0.5) {
                    had = length;
                    *known = {p, a, b};
                }
            }
        }
        return out;
    }

    /// Names in a row above and a row below the piece, evenly spread, each with a line to its part: rows do
    /// not meet each other, and evenly spread names do not either.
    void labels() {
        auto all = named();
        std::sort(all.begin(), all.end(),
                  [](const Named& a, const Named& b) { return a.middleY() < b.middleY(); });
        const std::size_t above = (all.size() + 1) / 2;
        row({all.begin(), all.begin() + static_cast<std::ptrdiff_t>(above)}, true);
        row({all.begin() + static_cast<std::ptrdiff_t>(above), all.end()}, false);
    }
    void row(std::vector<Named> names, bool above) {
        std::sort(names.begin(), names.end(),
                  [](const Named& a, const Named& b) { return a.middleX() < b.middleX(); });
        const double wide = high_.x - low_.x;
        for (std::size_t i = 0; i < names.size(); ++i) {
            const double share = (static_cast<double>(i) + 0.5) / static_cast<double>(names.size());
            const Point p{low_.x + wide * share, above ? low_.y : high_.y};
            pen_.line({p, names[i].at(p.x)}, Tone::soft, 0.8).id = "part:" + names[i].part->id;
            auto& t = pen_.text(p, shown(*names[i].part), Tone::text, 13);
            t.dy = above ? -14 : 18;
            t.id = "part:" + names[i].part->id;
        }
    }

    const PieceViewOptions& o_;
    Drawing& d_;
    Pen pen_;
    Eye eye_;
    std::vector<const Part*> parts_;
    std::vector<Solid> solids_;
    std::vector<const Solid*> bodies_;
    std::vector<SeenLine> lines_;
    Point low_, high_;
};

} // namespace

Tone faceTone(const Part& part, const Vec3& normal) {
    if (part.stock == Stock::plate)
        return Tone::furniture; // as panes of windows are
    if (steel(part))
        return Tone::steel;
    if (std::abs(dot(normal, part.pose.along)) > 0.9)
        return Tone::woodEnd;
    return std::abs(dot(normal, part.pose.through)) > 0.7 ? Tone::woodFace : Tone::woodEdge;
}

Tone cutTone(const Part& part, const Vec3& planeNormal) {
    if (part.stock == Stock::plate)
        return Tone::furniture; // as panes of windows are
    if (steel(part))
        return Tone::steel;
    return std::abs(dot(planeNormal, part.pose.along)) > 0.7 ? Tone::woodEnd : Tone::woodFace;
}

void paintSolids(const Assembly& a, const PieceViewOptions& options, Drawing& into) {
    SolidPainter(a, options, into).run();
}

void paintSection(Pen& pen, const Assembly& a, double x, double H) {
    const View view{{x, 0, 0}, {0, 1, 0}, {0, 0, 1}};
    const auto flat = [H](const Ring& r) {
        std::vector<Point> out;
        for (const auto& p : r)
            out.push_back({p[0], H - p[1]});
        return out;
    };
    for (const auto& p : a.parts) {
        const auto cut = sectionOf(p.solid, view);
        for (const auto& ring : cut) {
            auto& s = pen.polygon(flat(ring), cutTone(p, view.normal()), Tone::outline);
            s.id = "part:" + p.id;
            s.tip = p.name;
            if (s.fill == Tone::woodFace) { // cut along the grain
                const double y = dot(p.pose.along, view.right);
                const double z = dot(p.pose.along, view.up);
                s.grain = std::atan2(-z, y) * 180 / std::numbers::pi;
            }
        }
        if (cut.empty())
            for (const auto& ring : shadowOf(p.solid, view)) {
                auto& s = pen.polygon(flat(ring), Tone::none, Tone::hidden);
                s.dashed = true;
                s.tip = p.name;
            }
    }
}

} // namespace owl
