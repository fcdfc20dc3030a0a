#include "drawing/dimension_words.h"
#include "drawing/items.h"
#include "drawing/solid_painter.h"
#include "drawing/views.h"
#include "joint/way.h"

#include <algorithm>
#include <cmath>
#include <set>

namespace owl {

PieceViewOptions stepOptions(const PiecePlan& pp, const BuildStep& step) {
    PieceViewOptions o;
    o.only = step.parts;
    if (step.fresh.size() < pp.assembly().parts.size())
        o.fresh = step.fresh;
    if (step.brought.empty()) {
        o.apart = step.joint.empty() ? 0 : 0.4;
        return o;
    }
    o.fresh = o.brought = step.brought;
    o.by = step.from * std::max(60.0, pp.assembly().depth.mm() * 0.4); // out of its joints, and still near
    return o;
}

Drawing pieceView(const Project& project, const Plan& plan, const std::string& piece,
                  const PieceViewOptions& options) {
    Drawing d;
    (void)project;
    if (const PiecePlan* pp = plan.find(piece))
        paintSolids(pp->assembly(), options, d);
    return d;
}

namespace {

/// Where fasteners go in through one part to meet the middle of another that it hides: the line they lie on,
/// and how far that is from the edge one measures from, on the side they are driven from.
class MiddleLines {
  public:
    enum Side { below, above, front, behind };
    MiddleLines(const Project& project, const Assembly& a, Pen& pen, double out)
        : project_(project), a_(a), pen_(pen), out_(out) {}

    void draw() {
        for (const auto& j : a_.joints) {
            const Part* first = a_.find(j.first);
            if (a_.seat<LedgersSeat>() && (j.atWall || !first || !first->grainAlongPiece()))
                continue; // made on the walls, or along another one
            if (!first || j.fasteners.empty() || j.fasteners.front().kind == "dowel" || !oneLine(j))
                continue;
            if (std::abs(j.fasteners.front().direction.z) > 0.9)
                upright(*first, j.fasteners.front());
            else if (std::abs(j.fasteners.front().direction.y) > 0.9)
                level(*first, j.fasteners.front());
        }
    }

    /// True when there is a row on that side.
    [[nodiscard]] bool on(Side side) const {
        return std::any_of(said_.begin(), said_.end(), [&](const auto& q) { return q.first == side; });
    }

  private:
    /// All fasteners of the joint in one row along the piece.
    static bool oneLine(const Joint& j) {
        const Fastener& f = j.fasteners.front();
        return std::all_of(j.fasteners.begin(), j.fasteners.end(), [&](const Fastener& g) {
            return std::abs(g.from.y - f.from.y) < 0.05 && std::abs(g.from.z - f.from.z) < 0.05;
        });
    }
    void axis(const Fastener& f) {
        const Vec3 from = f.from - f.direction * 10;
        const Vec3 tip = f.from + f.direction * f.length;
        auto& s =
            pen_.line({{from.y, a_.height.mm() - from.z}, {tip.y, a_.height.mm() - tip.z}}, Tone::hidden, 1);
        s.dashed = true;
        s.tip = f.kind;
    }
    /// From the back edge of the part it goes in through; below the piece or above it.
    void upright(const Part& first, const Fastener& f) {
        axis(f);
        const double back = first.bounds().at.y.mm();
        const bool fromBelow = f.direction.z > 0;
        if (!said_.insert({fromBelow ? Side::below : Side::above, std::lround(f.from.y * 10)}).second)
            return;
        const double y = fromBelow ? a_.height.mm() + out_ * 1.9 : -out_ * 1.8;
        pen_.dimension({back, y}, {f.from.y, y}, words(f.from.y - back));
    }
    /// From the lower edge of the part it goes in through; in front of the piece or behind it.
    void level(const Part& first, const Fastener& f) {
        axis(f);
        const double low = first.bounds().at.z.mm();
        const bool fromFront = f.direction.y < 0;
        if (!said_.insert({fromFront ? Side::front : Side::behind, std::lround(f.from.z * 10)}).second)
            return;
        const double x = fromFront ? a_.depth.mm() + out_ * 1.9 : -out_ * 2;
        const double H = a_.height.mm();
        pen_.dimension({x, H - f.from.z}, {x, H - low}, words(f.from.z - low));
    }
    [[nodiscard]] std::string words(double mm) const { return formatNumber(Length::mm(mm), project_.style); }

    const Project& project_;
    const Assembly& a_;
    Pen& pen_;
    double out_;
    std::set<std::pair<Side, long>> said_;
};

} // namespace

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
            auto& s = pen.dimension({q.a.y, y}, {q.b.y, y}, wordsOf(q, project.style), fieldOf(q));
            if (q.side < 0)
                s.dy = -14;
        } else {
            const double x = q.side < 0 ? -out : q.side > 0 ? D + out : q.a.y;
            auto& s = pen.dimension({x, H - std::max(q.a.z, q.b.z)}, {x, H - std::min(q.a.z, q.b.z)},
                                    wordsOf(q, project.style), fieldOf(q));
            if (q.side == 0)
                s.dx = 18;
        }
    }
    MiddleLines middle(project, a, pen, out);
    middle.draw();
    double low = 0; // rods stand out behind
    for (const auto& p : a.parts)
        low = std::min(low, p.solid.empty() ? 0.0 : p.solid.bounds().low.y);
    pen.extent({low, 0}, {D, H});
    d.marginLeft = 62;
    d.marginRight = middle.on(MiddleLines::front) ? 78 : 62;
    d.marginTop = middle.on(MiddleLines::above) ? 66 : 44;
    d.marginBottom = middle.on(MiddleLines::below) ? 74 : 44;
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
            c.tip = wayOf(j.how).name;
        }
    for (const auto& h : pp->holes)
        pen.circle({h.x.mm(), H - h.z.mm()}, 3, Tone::steel, Tone::paper).tip = "hole for the wall";
    double beside = 30;
    for (const auto& q : a.dimensions)
        if (q.view == Dimension::In::front && std::abs(q.a.z - q.b.z) > 1e-9) {
            const double x = q.side < 0 ? -30 : a.length.mm() + 30;
            pen.dimension({x, H - q.b.z}, {x, H - q.a.z}, wordsOf(q, project.style), fieldOf(q));
            beside = 64;
        } else if (q.view == Dimension::In::front) {
            pen.dimension({q.a.x, H + 30}, {q.b.x, H + 30}, wordsOf(q, project.style), fieldOf(q));
        }
    pen.extent({0, 0}, {a.length.mm(), H + 30});
    d.marginLeft = d.marginRight = beside;
    d.marginTop = 8;
    d.marginBottom = 18;
    return d;
}

} // namespace owl
