#include "drawing/items.h"
#include "drawing/views.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <numbers>

namespace owl {
namespace {

struct P3 {
    double x, y, z;
};

/// A parallel view from the front right above: x along the piece, y out of the wall towards the viewer, z up.
class View {
  public:
    View(double turn, double tilt) {
        const double a = turn * std::numbers::pi / 180;
        const double b = tilt * std::numbers::pi / 180;
        ca_ = std::cos(a);
        sa_ = std::sin(a);
        cb_ = std::cos(b);
        sb_ = std::sin(b);
    }
    [[nodiscard]] Point flat(const P3& p) const {
        const double u = p.x * ca_ + p.y * sa_;
        return {u, -(p.z * cb_ - depthOf(p) * sb_)};
    }
    /// Towards the viewer.
    [[nodiscard]] double depthOf(const P3& p) const { return -p.x * sa_ + p.y * ca_; }
    /// Distance along the line of sight.
    [[nodiscard]] double near(const P3& p) const { return depthOf(p) * cb_ + p.z * sb_; }

  private:
    double ca_, sa_, cb_, sb_;
};

struct Face {
    std::vector<P3> corners;
    P3 normal;
    Tone tone;
    bool end = false;
    P3 grain;
};

struct Box {
    P3 low, high;
    const Part* part = nullptr;
};

/// True when a hides nothing of b that b does not hide of a: a may be painted before b.
bool before(const Box& a, const Box& b, const View& v) {
    // Separated along an axis: the one further from the eye along it comes first.
    const P3 ex{1, 0, 0};
    const P3 ey{0, 1, 0};
    const P3 ez{0, 0, 1};
    const double e = 1e-6;
    if (a.high.x <= b.low.x + e)
        return v.near(ex) > 0;
    if (b.high.x <= a.low.x + e)
        return v.near(ex) < 0;
    if (a.high.y <= b.low.y + e)
        return v.near(ey) > 0;
    if (b.high.y <= a.low.y + e)
        return v.near(ey) < 0;
    if (a.high.z <= b.low.z + e)
        return v.near(ez) > 0;
    return v.near(ez) < 0;
}

/// How far a part moves when the piece is pulled apart.
P3 pulled(const Part& p, double apart, double depth) {
    const double d = apart * depth * 0.9;
    if (p.id == "back")
        return {0, -d, d * 0.6};
    if (p.id == "lip")
        return {0, d, d * 0.25};
    if (p.id == "cap-left")
        return {-d, 0, 0};
    if (p.id == "cap-right")
        return {d, 0, 0};
    return {0, 0, 0};
}

class PiecePainter {
  public:
    PiecePainter(const Assembly& a, const PieceViewOptions& o, Drawing& d)
        : a_(a), o_(o), d_(d), pen_(d), view_(o.turn, o.tilt) {}

    void run() {
        gather();
        order();
        for (const auto& b : boxes_)
            drawBox(b);
        frame();
        if (o_.labels)
            labels();
    }

  private:
    void gather() {
        for (const auto& p : a_.parts) {
            if (!o_.only.empty() && std::find(o_.only.begin(), o_.only.end(), p.id) == o_.only.end())
                continue;
            const P3 m = pulled(p, o_.apart, a_.depth.mm());
            for (const auto& c : p.cells)
                boxes_.push_back({{c.at.x.mm() + m.x, c.at.y.mm() + m.y, c.at.z.mm() + m.z},
                                  {(c.at.x + c.size.x).mm() + m.x, (c.at.y + c.size.y).mm() + m.y,
                                   (c.at.z + c.size.z).mm() + m.z},
                                  &p});
        }
    }

    /// Far to near; few boxes, so the plain quadratic selection is clear and enough.
    void order() {
        std::vector<Box> out;
        while (!boxes_.empty()) {
            std::size_t pick = 0;
            for (std::size_t i = 0; i < boxes_.size(); ++i) {
                const bool first = std::all_of(boxes_.begin(), boxes_.end(), [&](const Box& b) {
                    return &b == &boxes_[i] || before(boxes_[i], b, view_);
                });
                if (first) {
                    pick = i;
                    break;
                }
            }
            out.push_back(boxes_[pick]);
            boxes_.erase(boxes_.begin() + static_cast<std::ptrdiff_t>(pick));
        }
        boxes_ = std::move(out);
    }

    void drawBox(const Box& b) {
        const P3 l = b.low;
        const P3 h = b.high;
        const bool fresh = std::find(o_.fresh.begin(), o_.fresh.end(), b.part->id) != o_.fresh.end();
        const bool alongX = b.part->grain == GrainAxis::x;
        const P3 gx{1, 0, 0};
        const P3 gy{0, 1, 0};
        const std::array<Face, 6> faces{{
            {{{l.x, l.y, h.z}, {h.x, l.y, h.z}, {h.x, h.y, h.z}, {l.x, h.y, h.z}},
             {0, 0, 1},
             Tone::woodFace,
             false,
             alongX ? gx : gy},
            {{{l.x, l.y, l.z}, {h.x, l.y, l.z}, {h.x, h.y, l.z}, {l.x, h.y, l.z}},
             {0, 0, -1},
             Tone::woodFace,
             false,
             alongX ? gx : gy},
            {{{l.x, h.y, l.z}, {h.x, h.y, l.z}, {h.x, h.y, h.z}, {l.x, h.y, h.z}},
             {0, 1, 0},
             alongX ? Tone::woodEdge : Tone::woodEnd,
             !alongX,
             gx},
            {{{l.x, l.y, l.z}, {h.x, l.y, l.z}, {h.x, l.y, h.z}, {l.x, l.y, h.z}},
             {0, -1, 0},
             alongX ? Tone::woodEdge : Tone::woodEnd,
             !alongX,
             gx},
            {{{h.x, l.y, l.z}, {h.x, h.y, l.z}, {h.x, h.y, h.z}, {h.x, l.y, h.z}},
             {1, 0, 0},
             alongX ? Tone::woodEnd : Tone::woodEdge,
             alongX,
             gy},
            {{{l.x, l.y, l.z}, {l.x, h.y, l.z}, {l.x, h.y, h.z}, {l.x, l.y, h.z}},
             {-1, 0, 0},
             alongX ? Tone::woodEnd : Tone::woodEdge,
             alongX,
             gy},
        }};
        for (const auto& f : faces) {
            if (view_.near(f.normal) <= 1e-9)
                continue;
            std::vector<Point> flat;
            for (const auto& c : f.corners)
                flat.push_back(view_.flat(c));
            const Point g = view_.flat(f.grain);
            auto& s = pen_.polygon(flat, fresh ? Tone::fresh : f.tone, Tone::outline);
            s.grain = f.end ? -1 : std::atan2(g.y, g.x) * 180 / std::numbers::pi;
            s.id = "part:" + b.part->id;
            s.tip = b.part->name;
        }
    }

    void frame() {
        Point low{1e9, 1e9};
        Point high{-1e9, -1e9};
        for (const auto& s : d_.shapes)
            for (const auto& p : s.points) {
                low = {std::min(low.x, p.x), std::min(low.y, p.y)};
                high = {std::max(high.x, p.x), std::max(high.y, p.y)};
            }
        if (low.x > high.x)
            low = high = {0, 0};
        pen_.extent(low, high);
        d_.marginTop = o_.labels ? 34 : 8;
        d_.marginBottom = o_.labels ? 34 : 8;
        d_.marginLeft = d_.marginRight = o_.labels ? 112 : 8;
    }

    /// Names around the piece: each part has its own side, so that they never meet.
    void labels() {
        struct Side {
            const char* id;
            double along, dx, dy;
            bool top;
            Align align;
        };
        static constexpr std::array<Side, 5> sides{{{"back", 0.45, 0, -16, true, Align::centre},
                                                    {"base", 0.22, 0, 22, false, Align::centre},
                                                    {"lip", 0.62, 0, 22, false, Align::centre},
                                                    {"cap-left", 0.0, -10, 4, true, Align::right},
                                                    {"cap-right", 1.0, 12, 4, true, Align::left}}};
        std::vector<const Part*> done;
        for (const auto& b : boxes_) {
            const auto side =
                std::find_if(sides.begin(), sides.end(), [&](const Side& s) { return b.part->id == s.id; });
            if (side == sides.end() || std::find(done.begin(), done.end(), b.part) != done.end())
                continue;
            done.push_back(b.part);
            const Point p = view_.flat(
                {b.low.x + (b.high.x - b.low.x) * side->along, b.high.y, side->top ? b.high.z : b.low.z});
            auto& tx = pen_.text(p, b.part->name, Tone::text, 13);
            tx.dx = side->dx;
            tx.dy = side->dy;
            tx.align = side->align;
            tx.id = "part:" + b.part->id;
        }
    }

    const Assembly& a_;
    const PieceViewOptions& o_;
    Drawing& d_;
    Pen pen_;
    View view_;
    std::vector<Box> boxes_;
};

} // namespace

Drawing pieceView(const Project& project, const Plan& plan, const std::string& piece,
                  const PieceViewOptions& options) {
    Drawing d;
    (void)project;
    if (const PiecePlan* pp = plan.find(piece))
        PiecePainter(pp->assembly(), options, d).run();
    return d;
}

Drawing sectionView(const Project& project, const Plan& plan, const std::string& piece) {
    Drawing d;
    const PiecePlan* pp = plan.find(piece);
    if (!pp)
        return d;
    Pen pen(d);
    const Assembly& a = pp->assembly();
    const double D = a.depth.mm();
    const double H = a.height.mm();
    const auto say = [&](Length l) { return formatNumber(l, project.style); };
    pen.line({{0, -30}, {0, H + 18}}, Tone::guide, 2).tip = "wall face";
    for (const auto& p : a.parts) {
        if (p.id.starts_with("cap")) {
            auto& o =
                pen.rect(0, H - p.bounds().size.z.mm(), D, p.bounds().size.z.mm(), Tone::none, Tone::hidden);
            o.dashed = true;
            continue;
        }
        const Cell b = p.bounds();
        auto& s = pen.rect(b.at.y.mm(), H - (b.at.z + b.size.z).mm(), b.size.y.mm(), b.size.z.mm(),
                           Tone::woodEnd, Tone::outline);
        s.id = "part:" + p.id;
        s.tip = p.name;
    }
    const Part* back = a.find("back");
    const Part* base = a.find("base");
    const Part* lip = a.find("lip");
    if (back && base && lip) {
        const Cell k = back->bounds();
        const Cell l = lip->bounds();
        const Cell b = base->bounds();
        const double out = D * 0.14;
        pen.dimension({-out, H - (k.at.z + k.size.z).mm()}, {-out, H - k.at.z.mm()}, say(k.size.z),
                      "ledge.backHeight");
        pen.dimension({D + out, H - (l.at.z + l.size.z).mm()}, {D + out, H - l.at.z.mm()}, say(l.size.z),
                      "ledge.lipHeight");
        pen.dimension({0, H + out}, {D, H + out}, say(a.depth), "ledge.depth");
        pen.dimension({0, -out * 0.8}, {k.size.y.mm(), -out * 0.8}, say(k.size.y), "ledge.backThickness").dy =
            -14;
        pen.dimension({D * 0.55, H - (b.at.z + b.size.z).mm()}, {D * 0.55, H - b.at.z.mm()}, say(b.size.z),
                      "ledge.baseThickness")
            .dx = 18;
    }
    pen.extent({0, 0}, {D, H});
    d.marginLeft = 62;
    d.marginRight = 62;
    d.marginTop = 44;
    d.marginBottom = 44;
    return d;
}

Drawing frontView(const Project& project, const Plan& plan, const std::string& piece) {
    Drawing d;
    const PiecePlan* pp = plan.find(piece);
    if (!pp)
        return d;
    Pen pen(d);
    const Assembly& a = pp->assembly();
    const double H = a.height.mm();
    std::vector<const Part*> order;
    for (const auto& p : a.parts)
        order.push_back(&p);
    std::sort(order.begin(), order.end(), [](const Part* x, const Part* y) {
        const auto front = [](const Part* p) { return p->bounds().at.y + p->bounds().size.y; };
        return front(x) < front(y);
    });
    for (const Part* p : order)
        drawPartFront(pen, *p, 0, H).id = "part:" + p->id;
    for (const auto& j : a.joints)
        for (const auto& f : j.spots)
            if (j.drivenFrom == "below" || j.drivenFrom == "behind") {
                auto& c = pen.line(
                    {{f.at.x.mm(), H - f.at.z.mm()},
                     {f.at.x.mm(), H - f.at.z.mm() - std::min(40.0, std::max(10.0, j.screwLength.mm()))}},
                    Tone::hidden, 1.2);
                c.dashed = true;
                c.tip = joineryName(j.how);
            }
    for (const auto& h : pp->holes)
        pen.circle({h.x.mm(), H - h.z.mm()}, 3, Tone::steel, Tone::paper).tip = "hole for the wall";
    pen.dimension({0, H + 30}, {a.length.mm(), H + 30}, formatNumber(a.length, project.style),
                  "ledge.length");
    pen.extent({0, 0}, {a.length.mm(), H + 30});
    d.marginLeft = d.marginRight = 30;
    d.marginTop = 8;
    d.marginBottom = 18;
    return d;
}

} // namespace owl
