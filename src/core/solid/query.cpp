#include "solid/query.h"

#include <algorithm>
#include <limits>
#include <tuple>

namespace owl {
namespace {

struct Span {
    double low, high;
};
Span spanAlong(const ConvexCell& c, const Vec3& n) {
    Span s{1e300, -1e300};
    for (const auto& p : c.points) {
        const double v = dot(p, n);
        s.low = std::min(s.low, v);
        s.high = std::max(s.high, v);
    }
    return s;
}
double gapAlong(const ConvexCell& a, const ConvexCell& b, const Vec3& n) {
    const Span p = spanAlong(a, n);
    const Span q = spanAlong(b, n);
    return std::max(q.low - p.high, p.low - q.high);
}

bool sameLine(const Vec3& a, const Vec3& b) {
    return norm(cross(a, b)) < 1e-6;
}
/// The directions of a cell's edges, each once.
std::vector<Vec3> edgeDirections(const ConvexCell& c) {
    std::vector<Vec3> out;
    for (const auto& f : c.faces)
        for (std::size_t i = 0; i < f.loop.size(); ++i) {
            const Vec3 d = c.points[f.loop[(i + 1) % f.loop.size()]] - c.points[f.loop[i]];
            if (norm(d) < 1e-6)
                continue;
            const Vec3 u = unit(d);
            if (std::none_of(out.begin(), out.end(), [&](const Vec3& o) { return sameLine(o, u); }))
                out.push_back(u);
        }
    return out;
}

/// Runs over all pairs (edge of a, edge of b).
template <typename F> void edges(const ConvexCell& c, F f) {
    for (const auto& face : c.faces)
        for (std::size_t i = 0; i < face.loop.size(); ++i) {
            const int a = face.loop[i];
            const int b = face.loop[(i + 1) % face.loop.size()];
            if (a < b)
                f(c.points[a], c.points[b]);
        }
}

/// Distance of a point to the faces of a cell that it lies before; infinite where no face is straight below.
double pointToFaces(const Vec3& p, const ConvexCell& c) {
    double best = 1e300;
    for (const auto& f : c.faces) {
        const double off = f.plane.beyond(p);
        if (off < 0 || off >= best)
            continue;
        const Vec3 foot = p - f.plane.normal * off;
        if (c.contains(foot, 1e-9 * (1 + norm(foot))))
            best = off;
    }
    return best;
}

bool opposite(const Plane& a, const Plane& b) {
    return dot(a.normal, b.normal) < -1 + 1e-9 && touching(a.at + b.at);
}

} // namespace

// Separating axes: two convex bodies are apart exactly where a plane parallel to a face of one of them, or to
// an edge of each, lies between them.
double separation(const ConvexCell& a, const ConvexCell& b) {
    double best = -1e300;
    for (const auto* c : {&a, &b})
        for (const auto& f : c->faces)
            best = std::max(best, gapAlong(a, b, f.plane.normal));
    const auto db = edgeDirections(b);
    for (const auto& u : edgeDirections(a))
        for (const auto& v : db) {
            const Vec3 n = cross(u, v);
            if (norm(n) > 1e-6)
                best = std::max(best, gapAlong(a, b, unit(n)));
        }
    return best;
}

namespace {

/// A cell and the box around it, which is asked for many times.
struct Boxed {
    const ConvexCell* cell;
    Bounds3 around;
};
std::vector<Boxed> boxed(const Solid& s) {
    std::vector<Boxed> out;
    out.reserve(s.cells.size());
    for (const auto& c : s.cells)
        out.push_back({&c, boundsOf(c)});
    return out;
}
/// Those no farther than `by` from a box.
std::vector<Boxed> boxed(const Solid& s, const Bounds3& near, double by) {
    auto out = boxed(s);
    std::erase_if(out, [&](const Boxed& b) { return b.around.apart(near, by); });
    return out;
}

/// What `of` says of the nearest cells of two solids; cells farther apart than that are not asked.
template <typename F> double leastOf(const Solid& a, const Solid& b, F of) {
    double least = 1e9;
    const auto others = boxed(b);
    for (const Boxed& p : boxed(a))
        for (const Boxed& q : others)
            if (!p.around.apart(q.around, least))
                least = std::min(least, of(*p.cell, *q.cell));
    return least;
}

} // namespace

double separation(const Solid& a, const Solid& b) {
    return leastOf(a, b, [](const ConvexCell& p, const ConvexCell& q) { return separation(p, q); });
}

// The shortest way from one polyhedron to another ends at a corner and a face, or at two edges.
double distance(const ConvexCell& a, const ConvexCell& b) {
    if (separation(a, b) <= 0)
        return 0;
    double best = 1e300;
    for (const auto& p : a.points)
        best = std::min(best, pointToFaces(p, b));
    for (const auto& p : b.points)
        best = std::min(best, pointToFaces(p, a));
    edges(a, [&](const Vec3& p, const Vec3& q) {
        edges(b, [&](const Vec3& r, const Vec3& s) { best = std::min(best, segmentDistance(p, q, r, s)); });
    });
    return best;
}

double distance(const Solid& a, const Solid& b) {
    return leastOf(a, b, [](const ConvexCell& p, const ConvexCell& q) { return distance(p, q); });
}

double segmentDistance(const Vec3& a0, const Vec3& a1, const Vec3& b0, const Vec3& b1) {
    const Vec3 u = a1 - a0;
    const Vec3 v = b1 - b0;
    const Vec3 w = a0 - b0;
    const double a = dot(u, u);
    const double b = dot(u, v);
    const double c = dot(v, v);
    const double d = dot(u, w);
    const double e = dot(v, w);
    const double det = a * c - b * b;
    // Where both may run on: minimise |w + s u - t v|; then back inside the segments, one after the other.
    double s = det > 1e-12 * std::max(1.0, a * c) ? std::clamp((b * e - c * d) / det, 0.0, 1.0) : 0;
    double t = c > 0 ? std::clamp((b * s + e) / c, 0.0, 1.0) : 0;
    s = a > 0 ? std::clamp((b * t - d) / a, 0.0, 1.0) : 0;
    t = c > 0 ? std::clamp((b * s + e) / c, 0.0, 1.0) : 0;
    double best = norm(w + u * s - v * t);
    if (det <= 1e-12 * std::max(1.0, a * c)) // parallel: an end is nearest
        for (const auto& [p, q, r] : {std::tuple{a0, b0, b1}, {a1, b0, b1}, {b0, a0, a1}, {b1, a0, a1}}) {
            const Vec3 line = r - q;
            const double n = dot(line, line);
            const double k = n > 0 ? std::clamp(dot(p - q, line) / n, 0.0, 1.0) : 0;
            best = std::min(best, norm(p - q - line * k));
        }
    return best;
}

std::vector<Vec3> cutPolygon(std::vector<Vec3> polygon, const std::vector<Vec3>& by, const Vec3& n) {
    for (std::size_t i = 0; i < by.size() && polygon.size() >= 3; ++i) {
        const Vec3 out = cross(by[(i + 1) % by.size()] - by[i], n);
        if (norm(out) < 1e-12)
            continue;
        const Plane edge = planeThrough(by[i], out);
        std::vector<Vec3> next;
        for (std::size_t k = 0; k < polygon.size(); ++k) {
            const Vec3& p = polygon[k];
            const Vec3& q = polygon[(k + 1) % polygon.size()];
            const double dp = edge.beyond(p);
            const double dq = edge.beyond(q);
            if (dp <= 0)
                next.push_back(p);
            if ((dp < 0 && dq > 0) || (dp > 0 && dq < 0))
                next.push_back(p + (q - p) * (dp / (dp - dq)));
        }
        polygon = std::move(next);
    }
    return polygon.size() >= 3 ? polygon : std::vector<Vec3>();
}

bool overlap(const Solid& a, const Solid& b, double deep) {
    const auto others = boxed(b, a.bounds(), -deep);
    for (const Boxed& p : boxed(a, b.bounds(), -deep))
        for (const Boxed& q : others)
            if (!p.around.apart(q.around, -deep) && separation(*p.cell, *q.cell) < -deep)
                return true;
    return false;
}

std::vector<std::vector<Vec3>> contactPatches(const Solid& a, const Solid& b) {
    std::vector<std::vector<Vec3>> out;
    const auto others = boxed(b, a.bounds(), sameMm);
    for (const Boxed& p : boxed(a, b.bounds(), sameMm))
        for (const Boxed& q : others) {
            if (p.around.apart(q.around, sameMm))
                continue;
            for (const auto& f : p.cell->faces)
                for (const auto& g : q.cell->faces) {
                    if (!opposite(f.plane, g.plane))
                        continue;
                    auto other = q.cell->corners(g);
                    std::reverse(other.begin(), other.end());
                    auto patch = cutPolygon(p.cell->corners(f), other, f.plane.normal);
                    if (polygonArea(patch) > 1e-6)
                        out.push_back(std::move(patch));
                }
        }
    return out;
}

double contactArea(const Solid& a, const Solid& b) {
    double area = 0;
    for (const auto& p : contactPatches(a, b))
        area += polygonArea(p);
    return area;
}

double coveredArea(const std::vector<Vec3>& polygon, const Plane& plane, const Solid& by) {
    double area = 0;
    for (const auto& c : by.cells)
        for (const auto& g : c.faces) {
            if (!opposite(plane, g.plane))
                continue;
            auto other = c.corners(g);
            std::reverse(other.begin(), other.end());
            area += polygonArea(cutPolygon(polygon, other, plane.normal));
        }
    return area;
}

double coveredArea(const ConvexCell& cell, std::size_t face, const Solid& by) {
    const CellFace& f = cell.faces[face];
    return coveredArea(cell.corners(f), f.plane, by);
}

double exposedArea(const Solid& solid, std::size_t cell, std::size_t face) {
    const ConvexCell& c = solid.cells[cell];
    return std::max(0.0, c.faceArea(c.faces[face]) - coveredArea(c, face, solid));
}

double exposedArea(const Solid& solid, int origin) {
    double area = 0;
    for (std::size_t i = 0; i < solid.cells.size(); ++i)
        for (std::size_t k = 0; k < solid.cells[i].faces.size(); ++k)
            if (solid.cells[i].faces[k].origin == origin)
                area += exposedArea(solid, i, k);
    return area;
}

std::vector<Stretch> joined(std::vector<Stretch> all, double gap) {
    std::sort(all.begin(), all.end(), [](const Stretch& a, const Stretch& b) { return a.from < b.from; });
    std::vector<Stretch> out;
    for (const auto& s : all) {
        if (!out.empty() && s.from <= out.back().to + gap)
            out.back().to = std::max(out.back().to, s.to);
        else
            out.push_back(s);
    }
    return out;
}

std::vector<Stretch> inside(const Solid& solid, const Vec3& a, const Vec3& b, double slack) {
    std::vector<Stretch> out;
    const double length = norm(b - a);
    for (const auto& c : solid.cells) {
        Stretch s{0, 1};
        for (const auto& f : c.faces) {
            const double p = f.plane.beyond(a) - slack;
            const double q = f.plane.beyond(b) - slack;
            if (p > 0 && q > 0) {
                s.to = -1;
                break;
            }
            if (p > 0)
                s.from = std::max(s.from, p / (p - q));
            else if (q > 0)
                s.to = std::min(s.to, p / (p - q));
        }
        if (s.to > s.from)
            out.push_back(s);
    }
    return joined(std::move(out), length > 0 ? 2 * sameMm / length : 0);
}

double lengthInside(const Solid& solid, const Vec3& a, const Vec3& b) {
    double sum = 0;
    for (const auto& s : inside(solid, a, b))
        sum += s.to - s.from;
    return sum * norm(b - a);
}

std::optional<double> cylinderMeets(const Solid& solid, const Vec3& a, const Vec3& b, double radius) {
    const double length = norm(b - a);
    if (length < sameMm || radius <= 0)
        return std::nullopt;
    const Vec3 d = (b - a) / length;
    const Vec3 u = anySideOf(d);
    const Vec3 v = cross(d, u);
    constexpr int sides = 12;
    const double pi = std::acos(-1.0);
    const double r = radius / std::cos(pi / sides);
    std::vector<std::array<double, 2>> ring;
    for (int i = 0; i < sides; ++i)
        ring.push_back({r * std::cos(2 * pi * i / sides), r * std::sin(2 * pi * i / sides)});
    const ConvexCell rod = prismCell(a, {u, v, d}, ring, length, FaceOrigin::inner);
    const Bounds3 around = boundsOf(rod);
    std::optional<double> first;
    for (const auto& c : solid.cells) {
        if (boundsOf(c).apart(around))
            continue;
        ConvexCell both = rod; // what they share, and where it begins; clipping often ends it soonest
        for (std::size_t f = 0; f < c.faces.size() && !both.empty(); ++f)
            both = clipped(std::move(both), c.faces[f].plane, FaceOrigin::inner);
        if (both.empty() || separation(c, rod) > -sameMm)
            continue;
        const double at = std::max(0.0, spanAlong(both, d).low - dot(a, d));
        if (!first || at < *first)
            first = at;
    }
    return first;
}

namespace {

/// A cell, and the box around it, which may be all there is to it.
struct Shadow {
    const ConvexCell* cell;
    Bounds3 around;
    bool box;
};
bool isBox(const ConvexCell& c) {
    return c.faces.size() == 6 && std::all_of(c.faces.begin(), c.faces.end(), [](const CellFace& f) {
               const Vec3& n = f.plane.normal;
               return std::max({std::abs(n.x), std::abs(n.y), std::abs(n.z)}) > 1 - 1e-12;
           });
}

/// A corner of one cell passes through another while the first moves: then they meet, and no axis parts them.
/// Quick where most that meet do so, and right because a corner that is inside by a margin is so along every
/// axis.
bool cornerPasses(const ConvexCell& moving, const Vec3& by, const ConvexCell& still) {
    return std::any_of(moving.points.begin(), moving.points.end(), [&](const Vec3& corner) {
        double from = 0; // the share of its way that is inside all faces so far
        double to = 1;
        for (const auto& f : still.faces) {
            const double start = f.plane.beyond(corner) + 2 * sameMm;
            const double speed = dot(f.plane.normal, by);
            if (start > 0 && start + speed > 0)
                return false;
            if (start <= 0 && start + speed <= 0)
                continue;
            (speed > 0 ? to : from) =
                speed > 0 ? std::min(to, -start / speed) : std::max(from, -start / speed);
            if (from > to)
                return false;
        }
        return true;
    });
}

// A convex body moving straight sweeps its own hull with its moved self. Two convex bodies meet during the
// move exactly when the segment 0..by enters their difference set; separating axes of the swept hull are the
// axes of both bodies and their edges crossed with the direction of the move.
bool cellSlidesFree(const ConvexCell& m, const Vec3& by, const ConvexCell& o) {
    const auto apartAlong = [&](const Vec3& axis) {
        if (norm(axis) < 1e-6)
            return false;
        const Vec3 n = unit(axis);
        Span p = spanAlong(m, n);
        const Span q = spanAlong(o, n);
        const double shift = dot(by, n);
        p.low += std::min(0.0, shift);
        p.high += std::max(0.0, shift);
        return std::max(q.low - p.high, p.low - q.high) > -sameMm;
    };
    for (const auto* c : {&m, &o})
        for (const auto& f : c->faces)
            if (apartAlong(f.plane.normal))
                return true;
    if (cornerPasses(m, by, o) || cornerPasses(o, -by, m))
        return false;
    const auto em = edgeDirections(m);
    const auto eo = edgeDirections(o);
    const auto apartAcross = [&](const std::vector<Vec3>& edges, const Vec3& v) {
        return std::any_of(edges.begin(), edges.end(),
                           [&](const Vec3& u) { return apartAlong(cross(u, v)); });
    };
    return apartAcross(em, by) || apartAcross(eo, by) ||
           std::any_of(eo.begin(), eo.end(), [&](const Vec3& v) { return apartAcross(em, v); });
}

} // namespace

bool slidesFree(const Solid& moving, const Vec3& by, const Solid& other) {
    std::vector<Shadow> still;
    for (const auto& o : other.cells)
        still.push_back({&o, boundsOf(o), isBox(o)});
    const bool alongAnAxis = (by.x != 0) + (by.y != 0) + (by.z != 0) == 1;
    for (const auto& m : moving.cells) {
        const Bounds3 path = swept(boundsOf(m), by);
        const bool exact = alongAnAxis && isBox(m);
        for (const auto& o : still)
            if (!path.apart(o.around, -sameMm) && ((exact && o.box) || !cellSlidesFree(m, by, *o.cell)))
                return false;
    }
    return true;
}

} // namespace owl
