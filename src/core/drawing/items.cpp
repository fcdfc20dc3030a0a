#include "drawing/items.h"

#include "solid/outline.h"

#include <algorithm>

#include <array>
#include <cmath>
#include <numbers>

namespace owl {
namespace {

Tone itemTone(std::size_t i) {
    static constexpr std::array tones{Tone::item1, Tone::item2, Tone::item3, Tone::item4};
    return tones.at(i % tones.size());
}

bool has(const std::string& text, const char* word) {
    return text.find(word) != std::string::npos;
}

/// Points of a closed outline in a unit box (0..1, y up), scaled into place.
std::vector<Point> scaled(const std::vector<Point>& unit, double x, double y, double w, double h) {
    std::vector<Point> out;
    for (const auto& p : unit)
        out.push_back({x + p.x * w, y - p.y * h});
    return out;
}

/// Degrees of the grain as one sees it from the front, 0 to 180; -1: none is seen.
double grainOf(const Part& part, bool seen) {
    const double degrees = std::atan2(-part.pose.along.z, part.pose.along.x) * 180 / std::numbers::pi;
    return !seen ? -1 : degrees < -1e-6 ? degrees + 180 : std::max(0.0, degrees);
}

/// True when a part fills the rectangle around it, as one sees it: its convex hull does. Much quicker than
/// its outline.
bool looksSquare(const Part& part, const View& view) {
    Ring points;
    for (const auto& c : part.solid.cells)
        for (const auto& p : c.points)
            points.push_back(view.flat(p));
    const Cell b = part.bounds();
    return areaOf({hullOf(std::move(points))}) > 0.995 * b.size.x.mm() * b.size.z.mm();
}

void frame(Pen& pen, double x, double y, double w, double h, Tone tone, const std::string& id) {
    pen.rect(x, y - h, w, h, tone, Tone::outline).id = id;
    const double b = std::min(w, h) * 0.1;
    pen.rect(x + b, y - h + b, w - 2 * b, h - 2 * b, Tone::paper, Tone::none).id = id;
    pen.line({{x + b, y - h * 0.35},
              {x + w * 0.38, y - h * 0.58},
              {x + w * 0.62, y - h * 0.36},
              {x + w - b, y - h * 0.62}},
             tone, 1.4)
        .smooth = true;
}

void teapot(Pen& pen, double x, double y, double w, double h, Tone tone, const std::string& id) {
    const std::vector<Point> handle{{0.20, 0.66}, {0.05, 0.70}, {0.01, 0.45}, {0.10, 0.24}, {0.22, 0.22}};
    auto& l = pen.line(scaled(handle, x, y, w, h), tone, 3);
    l.smooth = true;
    l.id = id;
    const std::vector<Point> spout{{0.68, 0.20}, {0.84, 0.42}, {0.90, 0.70},
                                   {1.0, 0.74},  {0.92, 0.36}, {0.76, 0.10}};
    pen.polygon(scaled(spout, x, y, w, h), tone).id = id;
    const std::vector<Point> body{{0.28, 0},    {0.68, 0},    {0.78, 0.22}, {0.78, 0.46}, {0.68, 0.70},
                                  {0.48, 0.78}, {0.28, 0.70}, {0.18, 0.46}, {0.18, 0.22}};
    auto& b = pen.polygon(scaled(body, x, y, w, h), tone, Tone::none);
    b.smooth = true;
    b.id = id;
    pen.polygon(scaled({{0.34, 0.76}, {0.62, 0.76}, {0.56, 0.86}, {0.40, 0.86}}, x, y, w, h), tone).id = id;
    pen.polygon(scaled({{0.44, 0.86}, {0.52, 0.86}, {0.53, 1.0}, {0.43, 1.0}}, x, y, w, h), tone).id = id;
}

void books(Pen& pen, double x, double y, double w, double h, std::size_t index, const std::string& id) {
    double at = x;
    for (std::size_t i = 0; at < x + w - 4; ++i) {
        const double t = std::min(x + w - at, 22.0 + 7.0 * static_cast<double>((i * 7 + index) % 3));
        const double high = h * (0.84 + 0.08 * static_cast<double>((i * 5) % 3));
        pen.rect(at, y - high, t, high, itemTone(i + index), Tone::paper).id = id;
        at += t;
    }
}

void basket(Pen& pen, double x, double y, double w, double h, Tone tone, const std::string& id) {
    const double r = h * 0.27;
    for (int i = 0; i < 3; ++i) {
        auto& c = pen.circle({x + w * (0.24 + 0.26 * i), y - h * 0.66}, 0,
                             itemTone(static_cast<std::size_t>(i)), Tone::none);
        c.radius = r;
        c.id = id;
        pen.line({{x + w * (0.24 + 0.26 * i) - r * 0.6, y - h * 0.62},
                  {x + w * (0.24 + 0.26 * i), y - h * 0.74},
                  {x + w * (0.24 + 0.26 * i) + r * 0.6, y - h * 0.60}},
                 Tone::paper, 1)
            .smooth = true;
    }
    pen.polygon({{x, y - h * 0.55}, {x + w, y - h * 0.55}, {x + w * 0.9, y}, {x + w * 0.1, y}}, tone,
                Tone::outline)
        .id = id;
    for (double f : {0.2, 0.38})
        pen.line({{x + w * 0.06, y - h * f}, {x + w * 0.94, y - h * f}}, Tone::paper, 1);
}

} // namespace

void drawItem(Pen& pen, const LoadItem& item, double x, double y, std::size_t index, const std::string& id) {
    const double w = item.width.mm();
    const double h = item.height.mm();
    const Tone tone = itemTone(index);
    if (has(item.kind, "frame") || has(item.kind, "canvas"))
        frame(pen, x, y, w, h, tone, id);
    else if (has(item.kind, "teapot"))
        teapot(pen, x, y, w, h, tone, id);
    else if (has(item.kind, "basket"))
        basket(pen, x, y, w, h, tone, id);
    else if (has(item.kind, "book") || has(item.kind, "pb_") || has(item.kind, "hb_") ||
             has(item.kind, "boardgame"))
        books(pen, x, y, w, h, index, id);
    else {
        auto& s = pen.rect(x, y - h, w, h, tone, Tone::outline);
        s.radius = std::min(w, h) * 0.12;
        s.id = id;
    }
    pen.rect(x, y - h, w, h, Tone::none, Tone::none).id = id; // the whole box takes the pointer
}

void drawPerson(Pen& pen, double x, double y, double height) {
    // Half widths of a standing figure by height (share of the height), arms at the sides; mirrored and
    // smoothed.
    static const std::vector<Point> half{
        {0.012, 0.003}, {0.062, 0.000}, {0.066, 0.018}, {0.048, 0.045}, {0.062, 0.20}, {0.056, 0.28},
        {0.080, 0.46},  {0.092, 0.50},  {0.112, 0.455}, {0.130, 0.46},  {0.134, 0.52}, {0.128, 0.64},
        {0.132, 0.76},  {0.118, 0.812}, {0.060, 0.838}, {0.030, 0.852}, {0.030, 0.870}};
    std::vector<Point> outline;
    for (const auto& p : half)
        outline.push_back({x + p.x * height, y - p.y * height});
    for (auto it = half.rbegin(); it != half.rend(); ++it)
        outline.push_back({x - it->x * height, y - it->y * height});
    auto& body = pen.polygon(outline, Tone::person, Tone::none);
    body.smooth = true;
    std::vector<Point> head;
    for (int i = 0; i < 16; ++i) {
        const double a = 2 * 3.14159265 * i / 16;
        head.push_back({x + std::cos(a) * 0.046 * height, y - (0.932 + std::sin(a) * 0.066) * height});
    }
    pen.polygon(head, Tone::person, Tone::none).smooth = true;
}

void drawFurniture(Pen& pen, const std::string& kind, double x, double y, double w, double h,
                   const std::string& id) {
    const auto block = [&](double bx, double by, double bw, double bh, double r) {
        auto& s = pen.rect(bx, by, bw, bh, Tone::furniture, Tone::furnitureLine);
        s.radius = r;
        s.id = id;
    };
    const auto line = [&](double x0, double y0, double x1, double y1) {
        pen.line({{x0, y0}, {x1, y1}}, Tone::furnitureLine, 1);
    };
    if (kind == "sofa" || kind == "armchair") {
        const double arm = kind == "sofa" ? w * 0.09 : w * 0.16;
        block(x + arm * 0.6, y - h, w - arm * 1.2, h * 0.62, 50);
        if (kind == "sofa")
            line(x + w / 2, y - h * 0.96, x + w / 2, y - h * 0.5);
        block(x + arm, y - h * 0.52, w - 2 * arm, h * 0.4, 30);
        if (kind == "sofa")
            line(x + w / 2, y - h * 0.5, x + w / 2, y - h * 0.14);
        block(x, y - h * 0.7, arm * 1.2, h * 0.62, 40);
        block(x + w - arm * 1.2, y - h * 0.7, arm * 1.2, h * 0.62, 40);
    } else if (kind == "bed" || kind == "cot") {
        block(x, y - h, w, h * 0.75, 30);
        block(x, y - h * 0.62, w, h * 0.42, 20);
        const int pillows = w > 1300 ? 2 : 1;
        for (int i = 0; i < pillows; ++i)
            block(x + w * (0.08 + 0.46 * i), y - h * 0.78, w * (pillows == 2 ? 0.38 : 0.84), h * 0.2, 40);
        for (double f : {0.04, 0.92})
            block(x + w * f, y - h * 0.2, w * 0.04, h * 0.2, 0);
    } else if (kind == "tv" || kind == "tv_stand") {
        const double screen = kind == "tv" ? h : h * 0.56;
        if (kind == "tv_stand") {
            block(x, y - h * 0.36, w, h * 0.36 - 40, 8);
            block(x + w * 0.4, y - h * 0.44, w * 0.2, h * 0.08, 0);
        }
        block(x, y - h, w, screen, 16);
        auto& glass = pen.rect(x + 25, y - h + 25, w - 50, screen - 50, Tone::furnitureLine);
        glass.radius = 8;
        glass.id = id;
    } else if (kind == "desk" || kind == "table") {
        block(x, y - h, w, 30, 4);
        block(x + 20, y - h + 30, 45, h - 30, 2);
        block(x + w - 65, y - h + 30, 45, h - 30, 2);
    } else if (kind == "counter") {
        block(x - 15, y - h, w + 30, 40, 4);
        block(x, y - h + 40, w, h - 140, 2);
        block(x + 30, y - 100, w - 60, 100, 0);
        const int doors = std::max(1, static_cast<int>(std::lround(w / 600)));
        for (int i = 1; i < doors; ++i)
            line(x + w * i / doors, y - h + 40, x + w * i / doors, y - 100);
        for (int i = 0; i < doors; ++i)
            line(x + w * (i + 0.35) / doors, y - h + 110, x + w * (i + 0.65) / doors, y - h + 110);
    } else if (kind == "bookcase") {
        block(x, y - h, w, h, 6);
        for (double f : {0.2, 0.4, 0.6, 0.8})
            line(x + 20, y - h * f, x + w - 20, y - h * f);
    } else {
        block(x, y - h, w, h - 60, 8);
        block(x + 40, y - 60, 40, 60, 0);
        block(x + w - 80, y - 60, 40, 60, 0);
        const int doors = std::max(1, static_cast<int>(std::lround(w / 480)));
        for (int i = 1; i < doors; ++i)
            pen.line({{x + w * i / doors, y - h + 18}, {x + w * i / doors, y - 78}}, Tone::furnitureLine, 1);
        for (int i = 0; i < doors; ++i)
            pen.circle({x + w * (i + 0.5) / doors + (i % 2 ? -1 : 1) * (w / doors / 2 - 40), y - h * 0.56}, 2,
                       Tone::furnitureLine);
    }
}

Shape& drawPartFront(Pen& pen, const Part& part, double x, double y) {
    const double lies = std::hypot(part.pose.along.x, part.pose.along.z);
    const bool along = lies > 0.7;
    const bool round = part.stock == Stock::bar || part.stock == Stock::fitting;
    const Tone tone = !round && along ? Tone::woodFace : Tone::woodEnd;
    const Cell b = part.bounds();
    const View front{{}, {1, 0, 0}, {0, 0, 1}};
    std::vector<Ring> rings;
    if (round || !looksSquare(part, front))
        rings = shadowOf(part.solid, front);
    // Slots may leave slivers beside it: the largest ring is the part.
    const auto largest = std::max_element(
        rings.begin(), rings.end(), [](const Ring& p, const Ring& q) { return areaOf({p}) < areaOf({q}); });
    std::vector<Point> points;
    if (largest != rings.end())
        for (const auto& q : *largest)
            points.push_back({x + q[0], y - q[1]});
    auto& s = points.empty() ? pen.rect(x + b.at.x.mm(), y - (b.at.z + b.size.z).mm(), b.size.x.mm(),
                                        b.size.z.mm(), tone, Tone::outline)
                             : pen.polygon(std::move(points), tone, Tone::outline);
    s.grain = grainOf(part, along && !round);
    s.tip = part.name;
    return s;
}

std::vector<const Part*> fromBehind(const Assembly& a) {
    std::vector<const Part*> out;
    for (const auto& p : a.parts)
        out.push_back(&p);
    // Where a mitre reaches as far as the face before it, the part that lies farther back on the whole is
    // first.
    const auto front = [](const Part* p) {
        return std::pair((p->bounds().at.y + p->bounds().size.y).nm() / 10'000, p->solid.centre().y);
    };
    std::stable_sort(out.begin(), out.end(),
                     [&](const Part* x, const Part* y) { return front(x) < front(y); });
    return out;
}

} // namespace owl
