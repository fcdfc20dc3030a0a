#include "drawing/views.h"

#include "solid/outline.h"

#include <algorithm>
#include <fmt/format.h>
#include <set>
#include <tuple>

namespace owl {

std::vector<const Part*> partsByTemplate(const Assembly& a) {
    std::vector<const Part*> out;
    std::set<std::tuple<Length, Length, std::string>> known;
    for (const auto& p : a.parts)
        for (const auto& f : p.features)
            if (f.kind == "curve" && known.insert({p.length, p.width, f.text}).second) {
                out.push_back(&p);
                break;
            }
    return out;
}

Drawing templateView(const Part& part, const Assembly& a, const NumberStyle& style) {
    Drawing d;
    Pen pen(d);
    const double L = part.length.mm();
    const double W = part.width.mm();
    // Seen square to its face, the grain across the page.
    const View view{part.pose.origin, part.pose.along, part.pose.across};
    const double foot = 34; // mm for the words below
    for (const auto& ring : shadowOf(part.solid, view)) {
        std::vector<Point> line;
        for (const auto& q : ring)
            line.push_back({q[0], W - q[1]});
        if (!line.empty())
            line.push_back(line.front());
        pen.line(std::move(line), Tone::text, 1.2);
    }
    auto& grain = pen.line({{L * 0.2, W * 0.2}, {L * 0.2 + std::min(40.0, L * 0.4), W * 0.2}}, Tone::soft, 1);
    grain.arrow = true;
    const auto same = std::count_if(a.parts.begin(), a.parts.end(), [&](const Part& p) {
        return p.length == part.length && p.width == part.width && p.thickness == part.thickness &&
               p.features.size() == part.features.size() && p.stock == part.stock &&
               p.name.substr(0, 4) == part.name.substr(0, 4);
    });
    const auto words = [&](double y, std::string text) {
        auto& t = pen.text({0, y}, std::move(text), Tone::text, 11);
        t.align = Align::left;
    };
    words(W + 9, fmt::format("{}, {} of {}; the arrow is the grain", part.name, same,
                             formatLength(part.thickness, style)));
    // A ruler laid here tells whether the printer kept the size.
    const Length check = style.units == Units::metric ? 50_mm : Length::inches(2);
    pen.line({{0, W + 20}, {check.mm(), W + 20}}, Tone::text, 1);
    for (const double x : {0.0, check.mm()})
        pen.line({{x, W + 17}, {x, W + 23}}, Tone::text, 1);
    words(W + 29, fmt::format("this line must measure {}", formatLength(check, style)));
    pen.extent({0, 0}, {std::max(L, 120.0), W + foot});
    d.marginLeft = d.marginRight = d.marginTop = d.marginBottom = 0;
    return d;
}

} // namespace owl
