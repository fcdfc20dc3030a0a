// The piece from above between the walls it is fitted to.
#include "drawing/dimension_words.h"
#include "drawing/solid_painter.h"
#include "drawing/views.h"
#include "solid/outline.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace owl {
namespace {

/// The wall at the top of the page, the room below it: y out of the wall runs downwards as it is.
constexpr View fromAbove{{0, 0, 0}, {1, 0, 0}, {0, 1, 0}};

std::vector<std::vector<Point>> shadow(const Part& part) {
    std::vector<std::vector<Point>> out;
    for (const auto& ring : shadowOf(part.solid, fromAbove)) {
        std::vector<Point> line;
        for (const auto& q : ring)
            line.push_back({q[0], q[1]});
        out.push_back(std::move(line));
    }
    return out;
}

double topOf(const Part& part) {
    return part.solid.empty() ? 0 : part.solid.bounds().high.z;
}

/// The faces of the walls, a little past what lies on them.
void drawWalls(Pen& pen, const LedgersSeat& seat) {
    for (const auto& on : seat.on) {
        const Vec3 a = on.origin - on.along * 25;
        const Vec3 b = on.origin + on.along * (on.until.mm() + 40);
        pen.line({{a.x, a.y}, {b.x, b.y}}, Tone::guide, 3).tip = "wall face";
    }
}

} // namespace

Drawing aboveView(const Project& project, const Plan& plan, const std::string& piece) {
    Drawing d;
    const PiecePlan* pp = plan.find(piece);
    if (!pp)
        return d;
    Pen pen(d);
    const Assembly& a = pp->assembly();
    if (a.seat<LedgersSeat>())
        drawWalls(pen, *a.seat<LedgersSeat>());
    std::vector<const Part*> parts;
    for (const auto& p : a.parts)
        if (!p.solid.empty())
            parts.push_back(&p);
    std::stable_sort(parts.begin(), parts.end(),
                     [](const Part* p, const Part* q) { return topOf(*p) < topOf(*q); });
    for (const Part* p : parts)
        for (auto& ring : shadow(*p)) {
            auto& s = pen.polygon(std::move(ring), faceTone(*p, {0, 0, 1}), Tone::outline);
            s.id = "part:" + p->id;
            s.tip = p->name;
            s.grain = std::atan2(p->pose.along.y, p->pose.along.x) * 180 / std::numbers::pi;
        }
    // What lies below is told by its broken outline.
    const double top = parts.empty() ? 0 : topOf(*parts.back());
    for (const Part* p : parts)
        if (topOf(*p) < top - 1)
            for (auto& ring : shadow(*p)) {
                if (ring.empty())
                    continue;
                ring.push_back(ring.front());
                pen.line(std::move(ring), Tone::hidden, 1).dashed = true;
            }
    if (const SupportVerdict* hold = pp->hold(); hold && hold->feasible)
        for (const auto& m : hold->mounting.mounts)
            pen.circle({m.at.x, m.at.y}, 3, Tone::steel, Tone::paper).tip = m.kind;
    for (const auto& q : a.dimensions) {
        if (q.view != Dimension::In::top)
            continue;
        // Beside the line it measures, away from the piece.
        const Vec3 run = (q.b - q.a) / std::max(1e-9, norm(q.b - q.a));
        const Vec3 aside = Vec3{run.y, -run.x, 0} * (q.side * 40);
        pen.dimension({q.a.x + aside.x, q.a.y + aside.y}, {q.b.x + aside.x, q.b.y + aside.y},
                      wordsOf(q, project.style), fieldOf(q));
    }
    double left = 0;
    for (const Part* p : parts)
        left = std::min(left, p->solid.bounds().low.x);
    pen.extent({left, -20}, {left + a.length.mm(), a.depth.mm()});
    d.marginLeft = d.marginRight = 70;
    d.marginTop = d.marginBottom = 44;
    return d;
}

} // namespace owl
