#include "drawing/views.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <numbers>

namespace owl {
namespace {

/// The holes of one feature in its front or its rear column, lowest first.
std::vector<Hole> columnOf(const Part& p, const Feature& f, bool front) {
    std::vector<Hole> all;
    for (const auto& h : p.holes)
        if (h.id.starts_with(f.id + "-"))
            all.push_back(h);
    double edge = front ? -1e18 : 1e18;
    for (const auto& h : all)
        edge = front ? std::max(edge, h.at.y) : std::min(edge, h.at.y);
    std::erase_if(all, [&](const Hole& h) { return std::abs(h.at.y - edge) > 0.01; });
    std::sort(all.begin(), all.end(), [](const Hole& a, const Hole& b) { return a.at.z < b.at.z; });
    return all;
}

void addColumn(std::vector<PinTemplate>& out, const Part& p, const std::vector<Hole>& column, bool front,
               const NumberStyle& style) {
    const Cell box = p.bounds();
    const Length y = Length::mm(column.front().at.y);
    PinTemplate t;
    t.holes = static_cast<int>(column.size());
    t.pitch = column.size() > 1 ? Length::mm(column[1].at.z - column[0].at.z) : Length();
    t.inset = front ? box.at.y + box.size.y - y : y - box.at.y;
    t.diameter = Length::mm(column.front().diameter);
    const auto same = [&](const PinTemplate& o) {
        return o.holes == t.holes && abs(o.pitch - t.pitch) < Length::mm(0.05) &&
               abs(o.inset - t.inset) < Length::mm(0.05) && o.diameter == t.diameter;
    };
    auto known = std::find_if(out.begin(), out.end(), same);
    if (known == out.end())
        known = out.insert(out.end(), std::move(t));
    known->rows.push_back(fmt::format(
        "{}, to its {} edge: lowest hole {} above its lower end", p.name, front ? "front" : "rear",
        formatLength(roundToTape(Length::mm(column.front().at.z) - box.at.z, style), style)));
}

} // namespace

std::vector<PinTemplate> pinTemplates(const Assembly& a, const NumberStyle& style) {
    std::vector<PinTemplate> out;
    for (const auto& p : a.parts)
        for (const auto& f : p.features)
            for (const bool front : {true, false})
                if (const auto column = f.kind == "pin_row" ? columnOf(p, f, front) : std::vector<Hole>();
                    !column.empty())
                    addColumn(out, p, column, front, style);
    return out;
}

Drawing pinTemplateView(const PinTemplate& row, const NumberStyle& style) {
    Drawing d;
    Pen pen(d);
    constexpr double beyond = 20; // mm of paper past the outer holes
    const double x = row.inset.mm();
    const double wide = x + 25;
    const double high = row.pitch.mm() * (row.holes - 1) + 2 * beyond;
    pen.line({{0, 0}, {wide, 0}, {wide, high}, {0, high}, {0, 0}}, Tone::soft, 1);
    pen.line({{0, 0}, {0, high}}, Tone::text, 1.6); // the edge to lay to the board's
    const double r = row.diameter.mm() / 2;
    for (int i = 0; i < row.holes; ++i) {
        const double y = high - beyond - i * row.pitch.mm();
        std::vector<Point> ring;
        for (int k = 0; k <= 24; ++k)
            ring.push_back(
                {x + r * std::cos(k * std::numbers::pi / 12), y + r * std::sin(k * std::numbers::pi / 12)});
        pen.line(std::move(ring), Tone::text, 1);
        pen.line({{x - r - 3, y}, {x + r + 3, y}}, Tone::text, 0.7);
        pen.line({{x, y - r - 3}, {x, y + r + 3}}, Tone::text, 0.7);
    }
    const auto words = [&](double y, std::string text) {
        auto& t = pen.text({0, y}, std::move(text), Tone::text, 11);
        t.align = Align::left;
    };
    words(high + 9, fmt::format("{} holes of {}, {} apart, {} from the edge on the left", row.holes,
                                formatLength(row.diameter, style), formatLength(row.pitch, style),
                                formatLength(roundToTape(row.inset, style), style)));
    const Length check = style.units == Units::metric ? 50_mm : Length::inches(2);
    pen.line({{0, high + 20}, {check.mm(), high + 20}}, Tone::text, 1);
    for (const double at : {0.0, check.mm()})
        pen.line({{at, high + 17}, {at, high + 23}}, Tone::text, 1);
    words(high + 29, fmt::format("this line must measure {}", formatLength(check, style)));
    pen.extent({0, 0}, {std::max(wide, 120.0), high + 34});
    d.marginLeft = d.marginRight = d.marginTop = d.marginBottom = 0;
    return d;
}

} // namespace owl
