#include "drawing/items.h"
#include "drawing/views.h"

#include <algorithm>
#include <fmt/format.h>

namespace owl {

Drawing loadView(const Project& project, const Plan& plan, const std::string& id) {
    Drawing d;
    const Piece* piece = project.findPiece(id);
    const PiecePlan* pp = plan.find(id);
    if (!piece || !pp)
        return d;
    Pen pen(d);
    const Assembly& a = pp->assembly();
    const double L = a.length.mm();
    double tall = std::max(220.0, a.height.mm());
    for (const auto& i : piece->load.items)
        tall = std::max(tall, i.height.mm() + (a.surfaces.empty() ? 20 : surfaceFor(a, i.on).z.mm() + 20));
    for (const Part* p : fromBehind(a))
        if (behindThings(a, *p))
            drawPartFront(pen, *p, 0, 0);
    std::size_t n = 0;
    for (const auto& i : piece->load.items) {
        const double surface = -surfaceFor(a, i.on).z.mm();
        drawItem(pen, i, i.x.mm(), surface, n, "item:" + i.id);
        auto& t = pen.text({(i.x + i.width / 2).mm(), surface - i.height.mm()},
                           formatMass(i.mass, project.style), Tone::text, 11);
        t.dy = -10;
        t.id = "item:" + i.id;
        t.tip = i.name;
        ++n;
    }
    for (const Part* p : fromBehind(a))
        if (!behindThings(a, *p))
            drawPartFront(pen, *p, 0, 0);
    // The even load as a row of arrows, the hand as one strong arrow at its worst place.
    if (piece->load.kgPerM > 0) {
        const auto over = evenOver(a);
        const double from = over[0].mm();
        const double run = (over[1] - over[0]).mm();
        const int arrows = std::clamp(static_cast<int>(run / 90), 4, 60);
        const double top = -tall - 110;
        pen.line({{from, top}, {from + run, top}}, Tone::load, 1.4);
        for (int i = 0; i <= arrows; ++i) {
            const double x = from + run * i / arrows;
            auto& ar = pen.line({{x, top}, {x, top + 40}}, Tone::load, 1.2);
            ar.arrow = true;
        }
        auto& t = pen.text({from + run / 2, top},
                           formatLineLoad(piece->load.kgPerM * gravity / 1000, project.style) +
                               (surfacesOf(a).size() > 1 ? " on every board" : " all along"),
                           Tone::load, 13);
        t.dy = -12;
    }
    if (pp->hand.newton > 0) {
        const double x = L;
        auto& ar = pen.line({{x, -a.height.mm() - 110}, {x, -std::max(a.top, a.surfaceZ).mm() - 12}},
                            Tone::fails, 2.2);
        ar.arrow = true;
        auto& t = pen.text({x, -a.height.mm() - 110},
                           "a hand, " + formatForce(pp->hand.newton, project.style), Tone::fails, 11);
        t.dy = -9;
        t.align = Align::right;
        t.dx = 24;
    }
    pen.line({{-30, 40}, {L + 30, 40}}, Tone::none, 1);
    pen.dimension({0, 55}, {L, 55}, formatNumber(a.length, project.style), "piece.length");
    pen.extent({0, -tall - 110}, {L, 55});
    d.marginTop = 34;
    d.marginBottom = 26;
    d.marginLeft = d.marginRight = 40;
    return d;
}

} // namespace owl
