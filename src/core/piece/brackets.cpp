#include "piece/brackets.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <numbers>

namespace owl {
namespace {

using Corner = std::array<double, 2>;
constexpr double quarter = std::numbers::pi / 2;

/// A quarter of an ellipse in chords: a chord over an angle s misses a circle of radius r by r (1 - cos s/2).
template <typename F> void arc(std::vector<Corner>& out, double r, F at) {
    const double step = 2 * std::acos(1 - 0.05 / std::max(r, 1.0));
    const int n = std::clamp(static_cast<int>(std::ceil(quarter / step)), 4, 60);
    for (int i = 1; i < n; ++i)
        out.push_back(at(quarter * i / n));
}

bool turnsLeft(const Corner& a, const Corner& b, const Corner& c) {
    return (b[0] - a[0]) * (c[1] - b[1]) - (b[1] - a[1]) * (c[0] - b[0]) > -1e-9;
}

/// True when corner, from, .., to bound a convex shape.
bool convex(const std::vector<Corner>& o, std::size_t from, std::size_t to) {
    for (std::size_t i = from; i + 2 <= to; ++i)
        if (!turnsLeft(o[i], o[i + 1], o[i + 2]))
            return false;
    return turnsLeft(o[to - 1], o[to], o[0]) && turnsLeft(o[0], o[from], o[from + 1]);
}

/// Which face of the blank each wall of a fan's prism is, if any; those through the inner corner are seams.
void nameFaces(ConvexCell& cell, const Part& p, const Vec3& corner) {
    const auto axes = p.pose.axes();
    const std::array<double, 3> size{p.length.mm(), p.width.mm(), p.thickness.mm()};
    for (auto& f : cell.faces) {
        const auto points = cell.corners(f);
        const auto on = [&](int axis, double at) {
            return std::all_of(points.begin(), points.end(), [&](const Vec3& q) {
                return std::abs(dot(q - p.pose.origin, axes[axis]) - at) < 1e-6;
            });
        };
        const bool seam = std::any_of(points.begin(), points.end(), [&](const Vec3& q) {
            return std::hypot(q.y - corner.y, q.z - corner.z) < 1e-6;
        });
        const int cut = f.origin >= 6 && seam ? FaceOrigin::inner : std::max(6, f.origin);
        f.origin = cut;
        for (int axis = 0; axis < 3; ++axis)
            for (int high : {0, 1})
                if (on(axis, high * size[axis]))
                    f.origin = 2 * axis + high;
    }
}

const char* wordsOf(BracketShape s) {
    return bracketShapes.at(static_cast<std::size_t>(s)).words;
}

} // namespace

std::vector<Corner> bracketOutline(const Bracket& b) {
    const double out = b.out.mm();
    const double down = b.down.mm();
    const double n = std::min({b.nose.mm(), out / 3, down / 3});
    const double w = out - n;
    const double h = down - n;
    if (b.shape == BracketShape::square)
        return {{0, 0}, {out, 0}, {out, down}, {0, down}};
    std::vector<Corner> o{{0, 0}, {out, 0}, {out, n}};
    const double r = std::max(w, h);
    switch (b.shape) {
    case BracketShape::cove: // about the outer corner
        arc(o, r, [&](double t) -> Corner { return {out - w * std::sin(t), down - h * std::cos(t)}; });
        break;
    case BracketShape::round: // about the inner corner of the noses
        arc(o, r, [&](double t) -> Corner { return {n + w * std::cos(t), n + h * std::sin(t)}; });
        break;
    case BracketShape::ogee: // a round and a hollow that meet level in the middle
        arc(o, r / 2, [&](double t) -> Corner {
            return {n + w / 2 * (1 + std::cos(t)), n + h / 2 * std::sin(t)};
        });
        o.push_back({n + w / 2, n + h / 2});
        arc(o, r / 2, [&](double t) -> Corner {
            return {n + w / 2 * (1 - std::sin(t)), down - h / 2 * std::cos(t)};
        });
        break;
    default:
        break;
    }
    o.push_back({n, down});
    o.push_back({0, down});
    return o;
}

double bracketDepth(const std::vector<Corner>& o, double out) {
    double deep = 0;
    for (std::size_t i = 1; i + 1 < o.size(); ++i) {
        const auto [low, high] = std::minmax(o[i][0], o[i + 1][0]);
        if (out < low - 1e-9 || out > high + 1e-9)
            continue;
        const double t = high > low ? (out - o[i][0]) / (o[i + 1][0] - o[i][0]) : 1;
        deep = std::max(deep, o[i][1] + (o[i + 1][1] - o[i][1]) * t);
    }
    return deep;
}

Part bracketPart(std::string id, std::string name, const Bracket& b, const Vec3& at) {
    const double half = b.thickness.mm() / 2;
    const bool grainOut = b.out >= b.down;
    const double z0 = at.z - b.down.mm();
    const Pose pose = grainOut ? Pose{{at.x - half, at.y, z0}, {0, 1, 0}, {0, 0, 1}, {1, 0, 0}}
                               : Pose{{at.x + half, at.y, z0}, {0, 0, 1}, {0, 1, 0}, {-1, 0, 0}};
    Part p = blankPart(std::move(id), std::move(name), grainOut ? b.out : b.down, grainOut ? b.down : b.out,
                       b.thickness, pose);
    if (b.shape == BracketShape::square)
        return p;
    // Every place of the outline is seen from the inner corner: it falls into a fan of convex prisms, as few
    // as the curve allows.
    const auto o = bracketOutline(b);
    const std::array<Vec3, 3> axes{Vec3{0, 1, 0}, Vec3{0, 0, -1}, Vec3{-1, 0, 0}};
    p.solid.cells.clear();
    for (std::size_t i = 1; i + 1 < o.size();) {
        std::size_t k = i + 1;
        while (k + 1 < o.size() && convex(o, i, k + 1))
            ++k;
        std::vector<Corner> ring{o[0]};
        ring.insert(ring.end(), o.begin() + static_cast<std::ptrdiff_t>(i),
                    o.begin() + static_cast<std::ptrdiff_t>(k) + 1);
        if (auto cell = prismCell({at.x + half, at.y, at.z}, axes, ring, b.thickness.mm(), 6); !cell.empty())
            p.solid.cells.push_back(std::move(cell));
        i = k;
    }
    for (auto& cell : p.solid.cells)
        nameFaces(cell, p, at);
    p.features.push_back(
        {p.id + "/curve",
         "curve",
         fmt::format("{}, by the template: saw beside the line, then sand to it", wordsOf(b.shape)),
         {},
         {},
         false,
         {{"out_mm", b.out.mm()}, {"down_mm", b.down.mm()}}});
    return p;
}

} // namespace owl
