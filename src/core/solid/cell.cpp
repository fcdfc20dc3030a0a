#include "solid/cell.h"

#include <algorithm>

namespace owl {
namespace {

/// Twice the area of a polygon as a vector along its normal (Newell), right for any flat polygon.
Vec3 newell(const std::vector<Vec3>& p) {
    Vec3 n;
    for (std::size_t i = 0; i < p.size(); ++i)
        n = n + cross(p[i] - p[0], p[(i + 1) % p.size()] - p[0]);
    return n;
}

void orient(ConvexCell& c) {
    Vec3 mid;
    for (const auto& p : c.points)
        mid = mid + p;
    mid = mid / static_cast<double>(c.points.size());
    for (auto& f : c.faces) {
        std::vector<Vec3> q = c.corners(f);
        Vec3 n = unit(newell(q));
        if (dot(n, mid - q[0]) > 0) {
            std::reverse(f.loop.begin(), f.loop.end());
            n = -n;
        }
        f.plane = planeThrough(q[0], n);
    }
}

enum class Lies { inside, outside, both };

/// How far the points of a cell are beyond a plane, and on which side that leaves the cell.
struct Beyond {
    Beyond(const ConvexCell& cell, const Plane& plane) {
        mm.reserve(cell.points.size());
        double least = 0;
        double most = 0;
        for (const auto& p : cell.points) {
            mm.push_back(plane.beyond(p));
            least = std::min(least, mm.back());
            most = std::max(most, mm.back());
        }
        side = most <= sameMm ? Lies::inside : least >= -sameMm ? Lies::outside : Lies::both;
    }
    std::vector<double> mm;
    Lies side = Lies::both;
};

/// Cuts a cell that lies on both sides of a plane. Faces that lose nothing keep their loops; new points stand
/// behind the old ones until all are counted anew. A crossing edge gets its new point once, whichever face
/// asks first, so that neighbours stay joined.
class CellCutter {
  public:
    CellCutter(ConvexCell cell, Beyond beyond) : cell_(std::move(cell)), beyond_(std::move(beyond.mm)) {}

    ConvexCell run(const Plane& plane, int origin) {
        for (auto& f : cell_.faces)
            if (std::any_of(f.loop.begin(), f.loop.end(), [this](int i) { return beyond_[i] > sameMm; }))
                f.loop = cut(f.loop);
        std::erase_if(cell_.faces, [](const CellFace& f) { return f.loop.empty(); });
        countAnew();
        if (auto loop = openLoop(); !loop.empty())
            cell_.faces.push_back({std::move(loop), plane, origin});
        return std::move(cell_);
    }

  private:
    std::vector<int> cut(const std::vector<int>& loop) {
        std::vector<int> out;
        out.reserve(loop.size() + 1);
        for (std::size_t i = 0; i < loop.size(); ++i) {
            const int a = loop[i];
            const int b = loop[(i + 1) % loop.size()];
            if (beyond_[a] <= sameMm)
                add(out, a);
            if ((beyond_[a] > sameMm && beyond_[b] < -sameMm) ||
                (beyond_[a] < -sameMm && beyond_[b] > sameMm))
                add(out, between(a, b));
        }
        if (out.size() > 1 && out.front() == out.back())
            out.pop_back();
        return out.size() >= 3 ? out : std::vector<int>();
    }
    static void add(std::vector<int>& loop, int i) {
        if (loop.empty() || loop.back() != i)
            loop.push_back(i);
    }
    int between(int a, int b) {
        if (a > b)
            std::swap(a, b);
        for (const auto& c : cut_) // a plane cuts a dozen edges at most
            if (c.a == a && c.b == b)
                return c.at;
        const double t = beyond_[a] / (beyond_[a] - beyond_[b]);
        cut_.push_back({a, b, static_cast<int>(cell_.points.size())});
        cell_.points.push_back(cell_.points[a] + (cell_.points[b] - cell_.points[a]) * t);
        beyond_.push_back(0);
        return cut_.back().at;
    }

    /// Drops the points that no face has any more; the others are numbered as the faces meet them.
    void countAnew() {
        std::vector<int> now(cell_.points.size(), -1);
        std::vector<Vec3> points;
        std::vector<double> beyond;
        points.reserve(cell_.points.size());
        beyond.reserve(cell_.points.size());
        for (auto& f : cell_.faces)
            for (int& i : f.loop) {
                if (now[i] < 0) {
                    now[i] = static_cast<int>(points.size());
                    points.push_back(cell_.points[i]);
                    beyond.push_back(beyond_[i]);
                }
                i = now[i];
            }
        cell_.points = std::move(points);
        beyond_ = std::move(beyond);
    }

    /// The edges that the cut left without a neighbour, as one loop in the order the new face needs. Both
    /// ends of such an edge lie in the plane: nothing was lost on its near side.
    [[nodiscard]] std::vector<int> openLoop() const {
        const auto inPlane = [this](int i) { return beyond_[i] >= -sameMm; };
        std::vector<std::pair<int, int>> edges;
        for (const auto& f : cell_.faces)
            for (std::size_t i = 0; i < f.loop.size(); ++i) {
                const int a = f.loop[i];
                const int b = f.loop[(i + 1) % f.loop.size()];
                if (inPlane(a) && inPlane(b))
                    edges.emplace_back(a, b);
            }
        std::sort(edges.begin(), edges.end());
        std::vector<int> next(cell_.points.size(), -1);
        std::size_t open = 0;
        for (const auto& e : edges)
            if (!std::binary_search(edges.begin(), edges.end(), std::pair(e.second, e.first))) {
                open += next[e.second] < 0;
                next[e.second] = e.first;
            }
        std::vector<int> loop;
        if (open == 0)
            return loop;
        const auto first = std::find_if(next.begin(), next.end(), [](int n) { return n >= 0; });
        for (int at = static_cast<int>(first - next.begin()); loop.size() <= open;) {
            loop.push_back(at);
            if (next[at] < 0)
                return {};
            at = next[at];
            if (at == loop.front())
                break;
        }
        return loop.size() >= 3 ? loop : std::vector<int>();
    }

    ConvexCell cell_;
    std::vector<double> beyond_;
    struct CutEdge {
        int a, b, at;
    };
    std::vector<CutEdge> cut_;
};

} // namespace

Plane planeThrough(const Vec3& point, const Vec3& outward) {
    const Vec3 n = unit(outward);
    return {n, dot(n, point)};
}

double polygonArea(const std::vector<Vec3>& loop) {
    return loop.size() < 3 ? 0 : norm(newell(loop)) / 2;
}

std::vector<Vec3> ConvexCell::corners(const CellFace& f) const {
    std::vector<Vec3> out;
    out.reserve(f.loop.size());
    for (int i : f.loop)
        out.push_back(points[i]);
    return out;
}

double ConvexCell::faceArea(const CellFace& f) const {
    return polygonArea(corners(f));
}

// Both as sums of the tetrahedra that a corner makes with every triangle of every face.
double ConvexCell::volume() const {
    if (points.empty())
        return 0;
    double six = 0;
    for (const auto& f : faces)
        for (std::size_t i = 1; i + 1 < f.loop.size(); ++i)
            six += dot(points[f.loop[0]] - points[0],
                       cross(points[f.loop[i]] - points[0], points[f.loop[i + 1]] - points[0]));
    return six / 6;
}

Vec3 ConvexCell::centre() const {
    if (points.empty())
        return {};
    double six = 0;
    Vec3 sum;
    for (const auto& f : faces)
        for (std::size_t i = 1; i + 1 < f.loop.size(); ++i) {
            const Vec3 a = points[f.loop[0]] - points[0];
            const Vec3 b = points[f.loop[i]] - points[0];
            const Vec3 c = points[f.loop[i + 1]] - points[0];
            const double v = dot(a, cross(b, c));
            six += v;
            sum = sum + (a + b + c) * (v / 4);
        }
    return six > 0 ? points[0] + sum / six : points[0];
}

bool ConvexCell::contains(const Vec3& p, double slack) const {
    return !points.empty() && std::all_of(faces.begin(), faces.end(),
                                          [&](const CellFace& f) { return f.plane.beyond(p) <= slack; });
}

bool Bounds3::apart(const Bounds3& o, double by) const {
    return low.x > o.high.x + by || o.low.x > high.x + by || low.y > o.high.y + by || o.low.y > high.y + by ||
           low.z > o.high.z + by || o.low.z > high.z + by;
}

Bounds3 boundsOf(const ConvexCell& c) {
    if (c.points.empty())
        return {};
    Bounds3 b{c.points[0], c.points[0]};
    for (const auto& p : c.points) {
        b.low = {std::min(b.low.x, p.x), std::min(b.low.y, p.y), std::min(b.low.z, p.z)};
        b.high = {std::max(b.high.x, p.x), std::max(b.high.y, p.y), std::max(b.high.z, p.z)};
    }
    return b;
}

Bounds3 swept(const Bounds3& b, const Vec3& by) {
    Bounds3 out = b;
    (by.x < 0 ? out.low : out.high).x += by.x;
    (by.y < 0 ? out.low : out.high).y += by.y;
    (by.z < 0 ? out.low : out.high).z += by.z;
    return out;
}

ConvexCell boxCell(const Vec3& origin, const std::array<Vec3, 3>& axes, const Vec3& size) {
    ConvexCell c;
    if (size.x <= sameMm || size.y <= sameMm || size.z <= sameMm)
        return c;
    for (int i = 0; i < 8; ++i)
        c.points.push_back(origin + axes[0] * (i & 1 ? size.x : 0) + axes[1] * (i & 2 ? size.y : 0) +
                           axes[2] * (i & 4 ? size.z : 0));
    c.faces = {{{0, 4, 6, 2}, {}, FaceOrigin::alongLow},   {{1, 3, 7, 5}, {}, FaceOrigin::alongHigh},
               {{0, 1, 5, 4}, {}, FaceOrigin::acrossLow},  {{2, 6, 7, 3}, {}, FaceOrigin::acrossHigh},
               {{0, 2, 3, 1}, {}, FaceOrigin::throughLow}, {{4, 5, 7, 6}, {}, FaceOrigin::throughHigh}};
    orient(c);
    return c;
}

ConvexCell prismCell(const Vec3& origin, const std::array<Vec3, 3>& axes,
                     const std::vector<std::array<double, 2>>& polygon, double deep, int wallOrigin) {
    ConvexCell c;
    const int n = static_cast<int>(polygon.size());
    if (n < 3 || deep <= sameMm)
        return c;
    for (double s : {0.0, deep})
        for (const auto& q : polygon)
            c.points.push_back(origin + axes[0] * q[0] + axes[1] * q[1] + axes[2] * s);
    CellFace low;
    CellFace high;
    low.origin = FaceOrigin::throughLow;
    high.origin = FaceOrigin::throughHigh;
    for (int i = 0; i < n; ++i) {
        const int j = (i + 1) % n;
        c.faces.push_back({{i, j, j + n, i + n}, {}, wallOrigin});
        low.loop.push_back(i);
        high.loop.push_back(i + n);
    }
    c.faces.push_back(low);
    c.faces.push_back(high);
    if (polygonArea(c.corners(low)) < sameMm)
        return {};
    orient(c);
    return c;
}

ConvexCell clipped(const ConvexCell& cell, const Plane& plane, int origin) {
    Beyond beyond(cell, plane);
    if (beyond.side == Lies::outside)
        return {};
    return beyond.side == Lies::inside ? cell : CellCutter(cell, std::move(beyond)).run(plane, origin);
}

ConvexCell clipped(ConvexCell&& cell, const Plane& plane, int origin) {
    Beyond beyond(cell, plane);
    if (beyond.side == Lies::outside)
        return {};
    if (beyond.side == Lies::inside)
        return std::move(cell);
    return CellCutter(std::move(cell), std::move(beyond)).run(plane, origin);
}

} // namespace owl
