#include "piece/edges.h"

#include "measure/number.h"

#include <algorithm>
#include <cmath>
#include <numbers>
#include <sstream>

namespace owl {
namespace {

constexpr double halfTurn = std::numbers::pi;

/// Planes that touch a quarter circle of radius r around `centre`, so close that no flat misses it by more
/// than 0.05 mm: r (1/cos(step/2) - 1) <= 0.05.
void roundOff(std::vector<Part>& parts, const Vec3& centre, const Arris& a, double r, int origin) {
    const double most = 2 * std::acos(r / (r + 0.05));
    const int n = std::max(1, static_cast<int>(std::ceil(halfTurn / 2 / most)));
    for (int i = 0; i < n; ++i) {
        const double t = (i + 0.5) / n * halfTurn / 2;
        const Vec3 out = a.first * std::cos(t) + a.second * std::sin(t);
        for (auto& p : parts)
            clip(p.solid, planeThrough(centre + out * r, out), origin);
    }
}

/// A quarter disc about the arris itself, as a prism whose corners lie on the circle.
void hollowOut(std::vector<Part>& parts, const Arris& a, double r, int origin) {
    const double most = 2 * std::acos(std::max(0.0, 1 - 0.05 / r));
    const int n = std::max(2, static_cast<int>(std::ceil(halfTurn / 2 / most)));
    std::vector<std::array<double, 2>> ring{{1, 1}, {1, -r}};
    for (int i = 1; i < n; ++i) {
        const double t = halfTurn / 2 * i / n;
        ring.push_back({-r * std::sin(t), -r * std::cos(t)});
    }
    ring.push_back({-r, 1});
    const ConvexCell tool =
        prismCell(a.at - a.along, {a.first, a.second, a.along}, ring, a.length + 2, origin);
    for (auto& p : parts)
        subtract(p.solid, tool, origin);
}

} // namespace

void shapeArris(std::vector<Part>& parts, const Arris& a, EdgeShape shape, double size, int origin) {
    switch (shape) {
    case EdgeShape::square:
        return;
    case EdgeShape::chamfer:
        for (auto& p : parts)
            clip(p.solid, planeThrough(a.at - a.first * size, a.first + a.second), origin);
        return;
    case EdgeShape::roundOver:
        roundOff(parts, a.at - a.first * size - a.second * size, a, size, origin);
        return;
    case EdgeShape::cove:
        hollowOut(parts, a, size, origin);
        return;
    }
}

void shapeOutline(std::vector<Part>& parts, const OutlineEdges& e, EdgeShape shape, double size, int origin) {
    for (const bool up : {false, true}) {
        if (!(up ? e.upper : e.lower))
            continue;
        const double z = up ? e.high : e.low;
        const Vec3 out{0, 0, up ? 1.0 : -1.0};
        if (e.alongFront)
            shapeArris(parts, {{0, e.front, z}, {0, 1, 0}, out, e.length, {1, 0, 0}}, shape, size, origin);
        for (const double x : e.ends ? std::vector{0.0, e.length} : std::vector<double>())
            shapeArris(parts, {{x, e.back, z}, {x > 0 ? 1.0 : -1.0, 0, 0}, out, e.front - e.back, {0, 1, 0}},
                       shape, size, origin);
    }
}

const char* edgeName(EdgeShape shape) {
    static constexpr const char* names[] = {"square", "chamfer", "round-over", "cove"};
    return names[static_cast<int>(shape)];
}

std::optional<std::vector<std::array<double, 2>>> readingsOf(const std::string& text) {
    std::vector<std::array<double, 2>> out;
    std::stringstream all(text);
    std::string pair;
    while (std::getline(all, pair, ',')) {
        std::stringstream one(pair);
        std::string x;
        std::string y;
        std::string more;
        if (!(one >> x >> y) || (one >> more))
            return std::nullopt;
        const auto a = plainNumber(x);
        const auto b = plainNumber(y);
        if (!a || !b || *b < 0 || (!out.empty() && *a <= out.back()[0]))
            return std::nullopt;
        out.push_back({*a, *b});
    }
    if (out.size() < 2)
        return std::nullopt;
    return out;
}

void cutOutline(Part& part, const std::vector<std::array<double, 2>>& readings, double depth, int origin) {
    const Bounds3 b = part.solid.bounds();
    const double low = b.low.z - 1;
    const double high = b.high.z - b.low.z + 2;
    for (std::size_t i = 0; i + 1 < readings.size(); ++i) {
        const auto& p = readings[i];
        const auto& q = readings[i + 1];
        if (p[1] <= 0 && q[1] <= 0)
            continue;
        // What lies in front of the line from reading to reading.
        std::vector<std::array<double, 2>> ring{
            {p[0], depth - p[1]}, {q[0], depth - q[1]}, {q[0], depth + 1}, {p[0], depth + 1}};
        subtract(part.solid, prismCell({0, 0, low}, plainAxes, ring, high, origin), origin);
    }
}

} // namespace owl
