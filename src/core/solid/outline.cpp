#include "solid/outline.h"

#include <cmath>
#include <polyclipping/clipper.hpp>

namespace owl {
namespace {

constexpr double unitsPerMm = 1e4; // Clipper counts in whole numbers: 0.1 µm each

double ringArea(const Ring& r) {
    double two = 0;
    for (std::size_t i = 0; i < r.size(); ++i) {
        const auto& p = r[i];
        const auto& q = r[(i + 1) % r.size()];
        two += p[0] * q[1] - q[0] * p[1];
    }
    return two / 2;
}

Ring flatRing(const std::vector<Vec3>& corners, const View& view) {
    Ring out;
    out.reserve(corners.size());
    for (const auto& p : corners)
        out.push_back(view.flat(p));
    return out;
}

} // namespace

Ring hullOf(Ring points) {
    std::sort(points.begin(), points.end());
    const auto turns = [](const Ring& r, const std::array<double, 2>& p) {
        const auto& a = r[r.size() - 2];
        const auto& b = r.back();
        return (b[0] - a[0]) * (p[1] - a[1]) - (b[1] - a[1]) * (p[0] - a[0]) > 1e-9; // to the left
    };
    Ring out;
    for (int chain = 0; chain < 2; ++chain) { // below from the left, above from the right
        Ring half;
        for (const auto& p : points) {
            while (half.size() > 1 && !turns(half, p))
                half.pop_back();
            half.push_back(p);
        }
        if (!half.empty())
            half.pop_back(); // where the other one begins
        out.insert(out.end(), half.begin(), half.end());
        std::reverse(points.begin(), points.end());
    }
    return out.size() > 2 ? out : Ring();
}

double areaOf(const std::vector<Ring>& rings) {
    double sum = 0;
    for (const auto& r : rings)
        sum += ringArea(r);
    return sum;
}

std::vector<Ring> united(const std::vector<Ring>& rings) {
    ClipperLib::Clipper clipper;
    for (const auto& r : rings) {
        ClipperLib::Path path;
        for (const auto& p : r)
            path.emplace_back(std::llround(p[0] * unitsPerMm), std::llround(p[1] * unitsPerMm));
        if (!ClipperLib::Orientation(path))
            ClipperLib::ReversePath(path);
        clipper.AddPath(path, ClipperLib::ptSubject, true);
    }
    ClipperLib::Paths paths;
    clipper.Execute(ClipperLib::ctUnion, paths, ClipperLib::pftNonZero, ClipperLib::pftNonZero);
    ClipperLib::CleanPolygons(paths, 2);
    std::vector<Ring> out;
    for (const auto& path : paths) {
        if (path.size() < 3)
            continue;
        Ring ring;
        for (const auto& p : path)
            ring.push_back({static_cast<double>(p.X) / unitsPerMm, static_cast<double>(p.Y) / unitsPerMm});
        out.push_back(std::move(ring));
    }
    return out;
}

std::vector<Ring> sectionOf(const Solid& solid, const View& view) {
    constexpr int cut = -2;
    const Plane plane = planeThrough(view.origin, view.normal());
    std::vector<Ring> out;
    for (const auto& c : solid.cells) {
        const ConvexCell below = clipped(c, plane, cut);
        for (const auto& f : below.faces)
            if (f.origin == cut)
                out.push_back(flatRing(below.corners(f), view));
    }
    return united(out);
}

std::vector<Ring> shadowOf(const Solid& solid, const View& view) {
    const Vec3 eye = view.normal();
    std::vector<Ring> out;
    for (const auto& c : solid.cells)
        for (const auto& f : c.faces)
            if (dot(f.plane.normal, eye) > 1e-9)
                out.push_back(flatRing(c.corners(f), view));
    return united(out);
}

} // namespace owl
