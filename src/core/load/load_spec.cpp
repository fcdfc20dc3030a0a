#include "load/load_spec.h"

#include <algorithm>
#include <map>

namespace owl {

double defaultHandLoad(Length top, Length depth) {
    const double low = std::clamp((1200 - top.mm()) / 200, 0.0, 1.0);
    const double deep = std::clamp((depth.mm() - 300) / 100, 0.0, 1.0);
    return usualHand + (strongHand - usualHand) * std::max(low, deep);
}

std::array<Length, 2> evenOver(const Assembly& a) {
    std::array<Length, 2> out{a.length, Length()};
    for (const auto& s : surfacesOf(a))
        if (s.even)
            out = {std::min(out[0], s.x0), std::max(out[1], s.x1)};
    return out;
}

double evenMass(const LoadSpec& load, const Assembly& a) {
    double kg = 0;
    for (const auto& s : surfacesOf(a))
        if (s.even)
            kg += load.kgPerM * (s.x1 - s.x0).mm() / 1000;
    return kg;
}

double contentsMass(const LoadSpec& load, const Assembly& a) {
    double kg = evenMass(load, a);
    for (const auto& i : load.items)
        kg += i.mass;
    return kg;
}

ContentsForces contentsForces(const LoadSpec& load, const Assembly& a, double factor) {
    ContentsForces out;
    const auto add = [&](double x0, double x1, double w, bool sustained, bool even, std::size_t on) {
        out.lines.push_back({x0, x1, w});
        out.sustained.push_back(sustained);
        out.even.push_back(even);
        out.on.push_back(on);
    };
    const std::vector<Surface> surfaces = surfacesOf(a);
    for (std::size_t k = 0; k < surfaces.size() && load.kgPerM > 0; ++k)
        if (surfaces[k].even)
            add(surfaces[k].x0.mm(), surfaces[k].x1.mm(), factor * load.kgPerM * gravity / 1000,
                load.lineSustained, true, k);
    for (const auto& i : load.items) {
        if (i.mass <= 0)
            continue;
        const auto it =
            std::find_if(surfaces.begin(), surfaces.end(), [&](const Surface& s) { return s.id == i.on; });
        const Surface& s = it == surfaces.end() ? surfaces.front() : *it;
        const double x0 = std::clamp(i.x.mm(), s.x0.mm(), std::max(s.x0.mm(), s.x1.mm() - 1));
        const double x1 = std::clamp((i.x + i.width).mm(), x0 + 1, std::max(x0 + 1, s.x1.mm()));
        add(x0, x1, factor * i.mass * gravity / (x1 - x0), i.sustained, false,
            static_cast<std::size_t>(&s - surfaces.data()));
    }
    return out;
}

namespace {

/// Middle of an area, by triangles from its first corner.
Vec3 middleOf(const std::vector<std::array<double, 2>>& ring, double z) {
    double area = 0;
    double x = 0;
    double y = 0;
    for (std::size_t i = 1; i + 1 < ring.size(); ++i) {
        const auto& [ax, ay] = ring[0];
        const auto& [bx, by] = ring[i];
        const auto& [cx, cy] = ring[i + 1];
        const double twice = (bx - ax) * (cy - ay) - (cx - ax) * (by - ay);
        area += twice;
        x += twice * (ax + bx + cx) / 3;
        y += twice * (ay + by + cy) / 3;
    }
    return area != 0 ? Vec3{x / area, y / area, z} : Vec3{0, 0, z};
}

/// Lowest and highest y of an outline at x; 0, 0 beside it.
std::array<double, 2> depthAt(const std::vector<std::array<double, 2>>& ring, double x) {
    double low = 1e9;
    double high = -1e9;
    for (std::size_t i = 0; i < ring.size(); ++i) {
        const auto& a = ring[i];
        const auto& b = ring[(i + 1) % ring.size()];
        if (std::min(a[0], b[0]) > x || std::max(a[0], b[0]) < x)
            continue;
        const double t = a[0] == b[0] ? 0 : (x - a[0]) / (b[0] - a[0]);
        for (const double y : {a[1] + t * (b[1] - a[1]), a[0] == b[0] ? b[1] : a[1] + t * (b[1] - a[1])}) {
            low = std::min(low, y);
            high = std::max(high, y);
        }
    }
    return low <= high ? std::array{low, high} : std::array{0.0, 0.0};
}

} // namespace

Vec3 pressesAt(const Surface& s, const LineLoad& l, bool even) {
    const double x = (l.x0 + l.x1) / 2;
    if (s.outline.size() < 3)
        return {x, (s.y0.mm() + s.y1.mm()) / 2, s.z.mm()};
    if (even)
        return middleOf(s.outline, s.z.mm());
    const auto [low, high] = depthAt(s.outline, x);
    return {x, (low + high) / 2, s.z.mm()};
}

ContentsForces onlyOn(const ContentsForces& all, std::size_t surface) {
    ContentsForces out;
    for (std::size_t i = 0; i < all.lines.size(); ++i)
        if (all.on[i] == surface) {
            out.lines.push_back(all.lines[i]);
            out.sustained.push_back(all.sustained[i]);
            out.even.push_back(all.even[i]);
            out.on.push_back(surface);
        }
    return out;
}

namespace {

/// What stands left of x, in N: straight from edge to edge of the loads, so that a stretch anywhere costs two
/// looks, however many things stand there.
class LoadUpTo {
  public:
    explicit LoadUpTo(const ContentsForces& f) {
        std::map<double, double> turns; // N/mm that begins or ends at x
        for (const auto& l : f.lines) {
            turns[l.x0] += l.w;
            turns[l.x1] -= l.w;
        }
        double sum = 0;
        double w = 0;
        double last = turns.empty() ? 0 : turns.begin()->first;
        for (const auto& [x, change] : turns) {
            sum += w * (x - last);
            w += change;
            edges_.push_back({x, sum, w});
            last = x;
        }
    }
    [[nodiscard]] double operator()(double x) const {
        const auto it = std::upper_bound(edges_.begin(), edges_.end(), x,
                                         [](double at, const Edge& e) { return at < e.x; });
        if (it == edges_.begin())
            return 0;
        const Edge& e = *(it - 1);
        return it == edges_.end() ? e.sum : e.sum + e.w * (x - e.x);
    }

  private:
    struct Edge {
        double x, sum, w; ///< from here on
    };
    std::vector<Edge> edges_;
};

HeaviestStretch heavier(const ContentsForces& f, const std::vector<double>& starts, double window) {
    constexpr double rounding = 1e-9; // of two that are equal the first counts
    const LoadUpTo upTo(f);
    HeaviestStretch best;
    for (double x0 : starts)
        if (const double w = (upTo(x0 + window) - upTo(x0)) / window; w > best.w * (1 + rounding))
            best = {w, x0};
    return best;
}

} // namespace

HeaviestStretch heaviestStretch(const ContentsForces& forces, double length, double window) {
    window = std::min(window, length);
    // The sum changes its slope only where an edge of a load meets an edge of the window.
    std::vector<double> starts{0, length - window};
    for (const auto& l : forces.lines)
        for (double x : {l.x0, l.x1, l.x0 - window, l.x1 - window})
            starts.push_back(std::clamp(x, 0.0, length - window));
    return heavier(forces, starts, window);
}

HeaviestStretch heaviestEnd(const ContentsForces& forces, double length, double window) {
    window = std::min(window, length);
    return heavier(forces, {0, length - window}, window);
}

} // namespace owl
