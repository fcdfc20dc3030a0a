#include "drawing/items.h"
#include "drawing/solid_painter.h"
#include "drawing/views.h"

#include <algorithm>
#include <cmath>

namespace owl {
namespace {

/// Words of a dimension: the number as the tape shows it.
std::string measured(const Dimension& q, const NumberStyle& style) {
    return formatNumber(Length::nm(std::llround(norm(q.b - q.a) * 1e5) * 10), style);
}
std::string fieldOf(const Dimension& q) {
    return q.parameter.empty() ? std::string() : "piece." + q.parameter;
}

} // namespace

Drawing pieceView(const Project& project, const Plan& plan, const std::string& piece,
                  const PieceViewOptions& options) {
    Drawing d;
    (void)project;
    if (const PiecePlan* pp = plan.find(piece))
        paintSolids(pp->assembly(), options, d);
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
    pen.line({{0, -30}, {0, H + 18}}, Tone::guide, 2).tip = "wall face";
    paintSection(pen, a, a.length.mm() / 2, H);
    const double out = D * 0.14;
    for (const auto& q : a.dimensions) {
        if (q.view != Dimension::In::section)
            continue;
        const bool flat = std::abs(q.a.z - q.b.z) < 1e-9;
        if (flat) {
            const double y = q.side < 0 ? -out * 0.8 : H + out;
            auto& s = pen.dimension({q.a.y, y}, {q.b.y, y}, measured(q, project.style), fieldOf(q));
            if (q.side < 0)
                s.dy = -14;
        } else {
            const double x = q.side < 0 ? -out : q.side > 0 ? D + out : q.a.y;
            auto& s = pen.dimension({x, H - std::max(q.a.z, q.b.z)}, {x, H - std::min(q.a.z, q.b.z)},
                                    measured(q, project.style), fieldOf(q));
            if (q.side == 0)
                s.dx = 18;
        }
    }
    double low = 0; // rods stand out behind
    for (const auto& p : a.parts)
        low = std::min(low, p.solid.empty() ? 0.0 : p.solid.bounds().low.y);
    pen.extent({low, 0}, {D, H});
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
    for (const Part* p : fromBehind(a))
        drawPartFront(pen, *p, 0, H).id = "part:" + p->id;
    for (const auto& j : a.joints)
        for (const auto& f : j.fasteners) {
            if (std::abs(f.direction.z) < 0.5 && f.direction.y < 0.5)
                continue; // from the front or the end
            const Vec3 tip = f.from + f.direction * f.length;
            // one that runs out of the wall is seen end on: a short stroke says where
            const double up = std::abs(tip.z - f.from.z) > 1 ? tip.z : f.from.z + 10;
            auto& c = pen.line({{f.from.x, H - f.from.z}, {tip.x, H - up}}, Tone::hidden, 1.2);
            c.dashed = true;
            c.tip = joineryName(j.how);
        }
    for (const auto& h : pp->holes)
        pen.circle({h.x.mm(), H - h.z.mm()}, 3, Tone::steel, Tone::paper).tip = "hole for the wall";
    for (const auto& q : a.dimensions)
        if (q.view == Dimension::In::front)
            pen.dimension({q.a.x, H + 30}, {q.b.x, H + 30}, measured(q, project.style), fieldOf(q));
    pen.extent({0, 0}, {a.length.mm(), H + 30});
    d.marginLeft = d.marginRight = 30;
    d.marginTop = 8;
    d.marginBottom = 18;
    return d;
}

} // namespace owl
