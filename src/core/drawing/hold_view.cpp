#include "drawing/items.h"
#include "drawing/solid_painter.h"
#include "drawing/views.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace owl {
namespace {

/// A screw from the front through rail and cover into the stud.
void drawScrew(Pen& pen, double y, double front, double tip, double d) {
    pen.polygon({{front, y - d}, {front - 3, y - d / 2}, {front - 3, y + d / 2}, {front, y + d}}, Tone::steel,
                Tone::outline);
    pen.polygon({{front - 3, y - d / 2},
                 {tip + 4, y - d / 2},
                 {tip, y},
                 {tip + 4, y + d / 2},
                 {front - 3, y + d / 2}},
                Tone::steel, Tone::outline);
}

} // namespace

Drawing holdSection(const Project& project, const Plan& plan, const std::string& id) {
    Drawing d;
    const PiecePlan* pp = plan.find(id);
    const Piece* piece = project.findPiece(id);
    const Wall* wall = piece ? project.findWall(piece->wall) : nullptr;
    if (!pp || !wall)
        return d;
    Pen pen(d);
    const Assembly& a = pp->assembly();
    const double H = a.height.mm();
    const double D = a.depth.mm();
    const double cover = pp->cover.mm(); // 0 where it is cut open behind the piece
    const double stud = wall->studDepth.mm();
    const SupportVerdict* h = pp->hold();
    const bool studs = h && h->feasible && h->option.atStuds();
    const double top = -46;
    const double bottom = H + 46;
    if (studs) {
        auto& s = pen.rect(-cover - stud, top, stud, bottom - top, Tone::woodFace, Tone::outline);
        s.grain = 90;
        s.tip = "stud";
    }
    if (cover > 0)
        pen.rect(-cover, top, cover, bottom - top, Tone::cover, Tone::outline).tip = "wall cover";
    // A case on its feet is cut where it is tied, everything else at its first support.
    const Mount* tie = nullptr;
    if (h && h->feasible && a.seat<FloorSeat>())
        for (const auto& m : h->mounting.mounts)
            if (!tie && m.to == "wall")
                tie = &m;
    const bool supported = h && h->feasible && !h->x.empty() && !a.seat<FloorSeat>();
    paintSection(pen, a, tie ? tie->at.x : supported ? h->x.front() : a.length.mm() * 0.45, H);
    if (h && h->feasible) {
        for (const auto& m : h->mounting.mounts)
            if ((a.seat<FloorSeat>() ? &m == tie : m.support == 0) && m.kind != "rod" && m.kind != "rod_plug")
                drawScrew(pen, H - m.from.z, m.from.y, m.from.y - m.length, m.diameter);
        const double deep = h->pen > 0 ? h->pen : h->inWall;
        if (studs && deep > 0 && !a.seat<FloorSeat>()) {
            pen.dimension({-cover - deep, bottom + 26}, {-cover, bottom + 26},
                          formatNumber(Length::mm(deep), project.style));
            auto& t = pen.text({-cover - deep / 2, bottom + 26}, "in the stud", Tone::soft, 11);
            t.dy = 12;
        }
    }
    pen.dimension({0, bottom + 26}, {D, bottom + 26}, formatNumber(a.depth, project.style), "piece.depth");
    // Forces: length by size, the largest 60 mm.
    const double load = (pp->contents + pp->mass) * gravity;
    const double big = std::max(pp->hand.newton, load);
    const auto arrow = [&](double x, double force, Tone tone, const std::string& words) {
        const double len = 22 + 38 * force / std::max(1.0, big);
        const double z = a.seat<FloorSeat>() ? a.top.mm() : a.surfaceZ.mm();
        auto& l = pen.line({{x, H - z - 8 - len}, {x, H - z - 4}}, tone, 2.4);
        l.arrow = true;
        auto& t = pen.text({x, H - z - 8 - len}, words, tone, 11);
        t.dy = -9;
        t.bold = true;
    };
    if (load > 0)
        arrow((a.surfaceBack.mm() + a.surfaceFront.mm()) / 2, load, Tone::info,
              formatForce(load, project.style));
    if (pp->hand.newton > 0) {
        const double z = std::max(a.surfaceZ, a.top).mm();
        auto& l = pen.line({{D, H - z - 62}, {D, H - z - 4}}, Tone::fails, 2.4);
        l.arrow = true;
        auto& t =
            pen.text({D, H - z - 62}, "hand " + formatForce(pp->hand.newton, project.style), Tone::fails, 11);
        t.align = Align::left;
        t.dx = -14;
        t.dy = -9;
        t.bold = true;
    }
    pen.extent({-cover - stud, std::min(top, -80.0)}, {D + 30, bottom + 26});
    d.marginBottom = 26;
    d.marginTop = 26;
    d.marginRight = 60;
    return d;
}

Drawing holdFront(const Project& project, const Plan& plan, const std::string& id) {
    Drawing d;
    const PiecePlan* pp = plan.find(id);
    const Piece* piece = project.findPiece(id);
    const Wall* wall = piece ? project.findWall(piece->wall) : nullptr;
    if (!pp || !wall)
        return d;
    Pen pen(d);
    const Assembly& a = pp->assembly();
    const double L = a.length.mm();
    const double H = a.height.mm();
    const double w = wall->studWidth.mm();
    const double reach = std::max(140.0, L * 0.12);
    for (Length centre : studCentres(*wall)) {
        const double x = (centre - pp->left).mm();
        if (x < -reach * 0.6 || x > L + reach * 0.6)
            continue;
        pen.rect(x - w / 2, -reach, w, H + 2 * reach, Tone::stud).tip = "stud";
        auto& c = pen.line({{x, -reach}, {x, H + reach}}, Tone::guide);
        c.dashed = true;
        auto& t = pen.text({x, -reach}, formatNumber(centre, project.style), Tone::soft, 11);
        t.dy = -9;
    }
    for (const Part* p : fromBehind(a))
        drawPartFront(pen, *p, 0, H);
    const SupportVerdict* h = pp->hold();
    if (h && h->feasible && (a.seat<FloorSeat>() || a.seat<LedgersSeat>()))
        for (const auto& m : h->mounting.mounts)
            if (m.to == "wall")
                pen.circle({m.at.x, H - m.at.z}, 3.5, Tone::steel, Tone::paper).tip =
                    a.seat<FloorSeat>() ? "tie to the wall" : m.kind;
    const auto elsewhere = [&](std::size_t i) { // it goes into another wall
        return a.seat<LedgersSeat>() &&
               std::any_of(h->mounting.mounts.begin(), h->mounting.mounts.end(), [&](const Mount& m) {
                   return m.to != "wall" && m.support == static_cast<int>(i);
               });
    };
    if (h && h->feasible)
        for (std::size_t i = 0; i < h->x.size(); ++i) {
            if (elsewhere(i))
                continue;
            if (!a.seat<FloorSeat>() && !a.seat<LedgersSeat>())
                for (double z : h->rows)
                    pen.circle({h->x[i], H - z}, 3.5, Tone::steel, Tone::paper).tip = "wall screw";
            auto& t = pen.text({h->x[i], H + reach * 0.5}, formatForce(h->reactions[i], project.style),
                               h->reactions[i] < 0 ? Tone::fails : Tone::info, 13);
            t.bold = true;
            t.tip = "carried here by what stands on it";
        }
    if (h && h->feasible && a.seat<LedgersSeat>()) { // and what the walls beside it carry
        double line = H + reach * 0.5;
        for (const auto& on : a.seat<LedgersSeat>()->on) {
            double all = 0;
            for (std::size_t i = 0; i < h->x.size(); ++i)
                if (std::any_of(h->mounting.mounts.begin(), h->mounting.mounts.end(), [&](const Mount& m) {
                        return m.to == on.to && m.support == static_cast<int>(i);
                    }))
                    all += h->reactions[i];
            if (on.to == "wall")
                continue;
            const bool right = on.to == "right_wall";
            auto& t = pen.text({right ? L : 0.0, line},
                               fmt::format("the {} wall carries {}", right ? "right" : "left",
                                           formatForce(all, project.style)),
                               Tone::info, 11);
            t.align = right ? Align::right : Align::left;
            t.dy = 20;
        }
    }
    pen.extent({-20, -reach}, {L + 20, H + reach * 0.75});
    d.marginTop = 26;
    d.marginLeft = d.marginRight = 24;
    return d;
}

Drawing sagCurve(const Project& project, const Plan& plan, const std::string& id) {
    Drawing d;
    const PiecePlan* pp = plan.find(id);
    const SupportVerdict* h = pp ? pp->hold() : nullptr;
    if (!h || !h->feasible || h->sag.later.empty())
        return d;
    Pen pen(d);
    const double L = pp->assembly().length.mm();
    const double limit = h->worst.limit;
    double most = std::max(limit, 1e-6);
    for (const auto& [x, v] : h->sag.later)
        most = std::max(most, std::abs(v));
    const double scale = L * 0.10 / most; // the limit line lies a tenth of the length below
    const auto path = [&](const std::vector<std::pair<double, double>>& curve) {
        std::vector<Point> out;
        for (std::size_t i = 0; i < curve.size(); i += 4)
            out.push_back({curve[i].first, curve[i].second * scale});
        if (!curve.empty())
            out.push_back({curve.back().first, curve.back().second * scale});
        return out;
    };
    pen.line({{0, 0}, {L, 0}}, Tone::guide, 1);
    auto& lim = pen.line({{h->worst.x0, limit * scale}, {h->worst.x1, limit * scale}}, Tone::limit, 1.4);
    lim.dashed = true;
    auto& lt = pen.text({(h->worst.x0 + h->worst.x1) / 2, limit * scale},
                        "limit " + formatSmall(limit, project.style), Tone::fails, 11);
    lt.dy = 11;
    pen.line(path(h->sag.now), Tone::sagNow, 2).tip = "now";
    auto& later = pen.line(path(h->sag.later), Tone::sagLater, 2);
    later.dashed = true;
    later.tip = "in years";
    // A case on its feet shows one of its boards, held at its ends.
    const bool board =
        pp->assembly().seat<FloorSeat>() != nullptr || pp->assembly().seat<LedgersSeat>() != nullptr;
    for (double x : board ? std::vector{h->worst.x0, h->worst.x1} : h->x)
        pen.polygon({{x, 0}, {x - L * 0.008, L * 0.016}, {x + L * 0.008, L * 0.016}}, Tone::steel);
    auto& t1 = pen.text({0, -L * 0.02}, fmt::format("now {}", formatSmall(h->sag.instant, project.style)),
                        Tone::info, 11);
    t1.align = Align::left;
    t1.dy = -8;
    auto& t2 = pen.text({L, -L * 0.02},
                        fmt::format("in years {} · drawn {:.0f} times too large",
                                    formatSmall(h->worst.sag, project.style), scale),
                        Tone::accent, 11);
    t2.align = Align::right;
    t2.dy = -8;
    pen.extent({0, -L * 0.02}, {L, most * scale});
    d.marginTop = 22;
    d.marginBottom = 24;
    d.marginLeft = d.marginRight = 24;
    return d;
}

} // namespace owl
