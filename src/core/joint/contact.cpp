#include "joint/contact.h"

#include "joint/ruler.h"
#include "solid/query.h"

#include <algorithm>
#include <cmath>

namespace owl {
namespace {

using Patches = std::vector<std::vector<Vec3>>;

/// Patches in planes that look the same way.
struct Facing {
    Plane plane;
    Patches patches;
    double area = 0;
};

constexpr double square = 1e-6; // 1 - cos of what counts as one direction

double beyondMost(const Solid& s, const Plane& p, double sign) {
    double out = -1e18;
    for (const auto& c : s.cells)
        for (const auto& q : c.points)
            out = std::max(out, sign * p.beyond(q));
    return out;
}

/// Every plane in which the solid has faces of its blank or of a cut, once each; cells may meet in them.
std::vector<Plane> facePlanes(const Solid& s) {
    std::vector<Plane> out;
    for (const auto& c : s.cells)
        for (const auto& f : c.faces)
            if (f.origin != FaceOrigin::inner && std::none_of(out.begin(), out.end(), [&](const Plane& p) {
                    return dot(p.normal, f.plane.normal) > 1 - square && std::abs(p.at - f.plane.at) < 0.01;
                }))
                out.push_back(f.plane);
    return out;
}

/// What of a cell lies in the plane, counter-clockwise about its normal, where the cell goes on behind it.
std::vector<Vec3> sectionIn(const ConvexCell& c, const Plane& plane) {
    const ConvexCell inside = clipped(c, plane, FaceOrigin::inner);
    for (const auto& g : inside.faces)
        if (dot(g.plane.normal, plane.normal) > 1 - square && std::abs(g.plane.at - plane.at) < 0.01)
            return inside.corners(g);
    return {};
}

/// What of the faces in that plane the other solid goes through, or ends in from behind.
Facing mouthIn(const Plane& plane, const Solid& first, const Solid& second) {
    Facing out{plane, {}, 0};
    for (const auto& c : second.cells) {
        const auto mouth = sectionIn(c, plane);
        if (mouth.empty())
            continue;
        for (const auto& d : first.cells)
            for (const auto& f : d.faces) {
                if (dot(f.plane.normal, plane.normal) < 1 - square || std::abs(f.plane.at - plane.at) > 0.01)
                    continue;
                auto patch = cutPolygon(mouth, d.corners(f), plane.normal);
                // Cells of one solid meet in faces as well: only what is open is a mouth.
                if (const double area = polygonArea(patch) - coveredArea(patch, plane, first); area > 1e-3) {
                    out.area += area;
                    out.patches.push_back(std::move(patch));
                }
            }
    }
    return out;
}

/// From where to where the patches reach along a line so far across the middle.
std::array<double, 2> runAt(const Contact& c, const Facing& f, double across) {
    std::array<double, 2> out{1e18, -1e18};
    const auto meets = [&](const Vec3& p) {
        const double l = dot(p - c.at, c.along);
        out = {std::min(out[0], l), std::max(out[1], l)};
    };
    for (const auto& patch : f.patches)
        for (std::size_t i = 0; i < patch.size(); ++i) {
            const Vec3& p = patch[i];
            const Vec3& q = patch[(i + 1) % patch.size()];
            const double a = dot(p - c.at, c.across) - across;
            const double b = dot(q - c.at, c.across) - across;
            if ((a <= 0) != (b <= 0))
                meets(p + (q - p) * (a / (a - b)));
        }
    return out[0] <= out[1] ? out : std::array{-c.length / 2, c.length / 2};
}

/// The direction of the narrowest rectangle around the patches, its frame into `c`.
void layFrame(Contact& c, const Facing& f) {
    c.normal = f.plane.normal;
    c.area = f.area;
    double best = 1e18;
    for (const auto& patch : f.patches)
        for (std::size_t i = 0; i < patch.size(); ++i) {
            Vec3 u = patch[(i + 1) % patch.size()] - patch[i];
            if (norm(u) < 0.01)
                continue;
            u = unit(u);
            const Vec3 v = cross(c.normal, u);
            std::array<double, 2> low{1e18, 1e18};
            std::array<double, 2> high{-1e18, -1e18};
            for (const auto& other : f.patches)
                for (const auto& p : other)
                    for (std::size_t k = 0; k < 2; ++k) {
                        const double d = dot(p, k == 0 ? u : v);
                        low.at(k) = std::min(low.at(k), d);
                        high.at(k) = std::max(high.at(k), d);
                    }
            const double l = high[0] - low[0];
            const double w = high[1] - low[1];
            if (l * w > best - 1e-6)
                continue;
            best = l * w;
            c.at = c.normal * f.plane.at + u * ((low[0] + high[0]) / 2) + v * ((low[1] + high[1]) / 2);
            c.along = l >= w ? u : v;
            c.length = std::max(l, w);
            c.width = std::min(l, w);
        }
    // Left to right, from the wall, upwards: as one would mark it.
    const std::array<double, 3> along{c.along.x, c.along.y, c.along.z};
    if (along.at(static_cast<std::size_t>(nearestAxis(c.along))) < 0)
        c.along = -c.along;
    c.across = cross(c.normal, c.along);
    const double side = c.width / 2 - 1e-6; // just inside
    c.runs = {runAt(c, f, -side), runAt(c, f, 0), runAt(c, f, side)};
}

/// The cells that may meet something: a divider with a dozen housings has a hundred others.
Solid cellsNear(const Solid& s, const Bounds3& what) {
    Solid out;
    for (const auto& c : s.cells)
        if (!boundsOf(c).apart(what, 0.1))
            out.cells.push_back(c);
    return out;
}

/// The mouth that lets the most of the second part out of the first. What runs through and out on the other
/// side has its mouth at an edge, if it lies there. Of faces that look the same way (the ground of a groove
/// beside it) the one that it goes through most counts.
std::optional<Facing> throughMouth(const Solid& first, const Solid& second) {
    std::optional<Facing> out;
    std::pair<bool, double> best{false, -1e18}; // not through, how far it reaches out
    const Solid near = cellsNear(first, second.bounds());
    for (const auto& plane : facePlanes(near)) {
        const double reaches = beyondMost(second, plane, 1);
        if (reaches < -sameMm || beyondMost(second, plane, -1) < sameMm) // it does not go through
            continue;
        Facing f = mouthIn(plane, near, second);
        if (f.area < 1)
            continue;
        const bool through = beyondMost(second, plane, -1) > beyondMost(first, plane, -1) + sameMm;
        const std::pair<bool, double> worth{!through, reaches};
        const bool sameWay = out && dot(out->plane.normal, plane.normal) > 1 - square;
        if (sameWay ? f.area <= out->area : worth <= best)
            continue;
        best = worth;
        out = std::move(f);
    }
    return out;
}

/// The faces that touch, by the plane they lie in.
std::vector<Facing> touchingFaces(const Solid& first, const Solid& second) {
    std::vector<Facing> out;
    for (auto& patch : contactPatches(first, second)) {
        Vec3 n;
        for (std::size_t i = 1; i + 1 < patch.size(); ++i)
            n = n + cross(patch[i] - patch[0], patch[i + 1] - patch[0]);
        const Plane plane = planeThrough(patch[0], n);
        auto it = std::find_if(out.begin(), out.end(), [&](const Facing& f) {
            return dot(f.plane.normal, plane.normal) > 1 - square && std::abs(f.plane.at - plane.at) < 0.01;
        });
        if (it == out.end())
            it = out.insert(out.end(), {plane, {}, 0});
        it->area += polygonArea(patch);
        it->patches.push_back(std::move(patch));
    }
    return out;
}

} // namespace

std::optional<Contact> contactOf(const Part& first, const Part& second) {
    if (first.solid.empty() || second.solid.empty() ||
        first.solid.bounds().apart(second.solid.bounds(), 0.01))
        return std::nullopt;
    Contact c;
    if (overlap(first.solid, second.solid, 0.01)) {
        const auto mouth = throughMouth(first.solid, second.solid);
        if (!mouth)
            return std::nullopt;
        layFrame(c, *mouth);
        c.let = beyondMost(second.solid, mouth->plane, -1);
        return c;
    }
    const auto faces = touchingFaces(first.solid, second.solid);
    if (faces.empty())
        return std::nullopt;
    // Cheeks of a housing come in pairs, its ground does not.
    const auto paired = [&](const Facing& f) {
        return std::any_of(faces.begin(), faces.end(), [&](const Facing& g) {
            return dot(f.plane.normal, g.plane.normal) < square - 1 && g.area > f.area / 4;
        });
    };
    const auto main = std::max_element(faces.begin(), faces.end(), [&](const Facing& a, const Facing& b) {
        return std::pair(!paired(a), a.area) < std::pair(!paired(b), b.area);
    });
    layFrame(c, *main);
    // In a housing that is cut already it touches cheeks as well, and the face lies outside of its ground.
    const bool cheeks = std::any_of(faces.begin(), faces.end(), [&](const Facing& f) {
        return std::abs(dot(f.plane.normal, c.normal)) < 0.7;
    });
    if (cheeks) {
        c.let = std::max(0.0, beyondMost(first.solid, main->plane, 1));
        c.at = c.at + c.normal * c.let;
    }
    return c;
}

double woodFrom(const Part& part, const Vec3& at, const Vec3& way) {
    constexpr double far = 10000; // mm, past everything
    const Vec3 from = at + way * 0.01;
    const auto in = inside(part.solid, from, from + way * far);
    return in.empty() || in.front().from * far > 0.5 ? 0 : (in.front().to - in.front().from) * far + 0.01;
}

double woodBehind(const Part& part, const Contact& c, bool first) {
    // A place in the middle of the contact may lie in the seam of two cells, or over a hole: the most of
    // three.
    const Vec3 ground = c.at - c.normal * c.let;
    const Vec3 way = first ? -c.normal : c.normal;
    double most = 0;
    for (const double share : {0.5, 0.81, 0.13}) {
        const double l = c.runs[1][0] + share * (c.runs[1][1] - c.runs[1][0]);
        most = std::max(most, woodFrom(part, ground + c.along * l, way));
    }
    return most;
}

} // namespace owl
