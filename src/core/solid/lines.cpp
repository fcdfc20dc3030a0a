#include "solid/lines.h"

#include <algorithm>
#include <map>

namespace owl {
namespace {

constexpr double fullTurn = 6.283185307179586;

/// How a solid fills the room around a place on a line: angles about the line where there is wood.
class Around {
  public:
    Around(const Vec3& at, const Vec3& along) : at_(at), u_(anySideOf(along)), v_(cross(along, u_)) {}

    void add(const ConvexCell& c) {
        // The faces through the place bound the angle; their normals point out of it.
        std::vector<Vec3> bounds;
        for (const auto& f : c.faces) {
            const double off = f.plane.beyond(at_);
            if (off > sameMm)
                return;
            if (off > -sameMm)
                bounds.push_back(f.plane.normal);
        }
        if (bounds.empty()) {
            filled_.push_back({0, fullTurn});
            return;
        }
        // Each allows half a turn; together they allow what all of them allow.
        double from = 0;
        double to = fullTurn / 2;
        bool first = true;
        for (const auto& n : bounds) {
            const double out = std::atan2(dot(n, v_), dot(n, u_));
            double low = out + fullTurn / 4; // a quarter turn past the way out the wood begins
            if (first) {
                from = low;
                to = low + fullTurn / 2;
                first = false;
                continue;
            }
            while (low > from + fullTurn / 2)
                low -= fullTurn;
            while (low < from - fullTurn / 2)
                low += fullTurn;
            from = std::max(from, low);
            to = std::min(to, low + fullTurn / 2);
        }
        if (to > from + 1e-7)
            filled_.push_back({from, to});
    }
    /// True where the wood makes an edge: neither all round, nor a flat face, nor nothing.
    [[nodiscard]] bool isEdge() const {
        std::vector<Stretch> turns;
        for (const auto& s : filled_) {
            double from = std::fmod(s.from, fullTurn);
            if (from < 0)
                from += fullTurn;
            const double to = from + (s.to - s.from);
            if (to > fullTurn) {
                turns.push_back({from, fullTurn});
                turns.push_back({0, to - fullTurn});
            } else {
                turns.push_back({from, to});
            }
        }
        turns = joined(std::move(turns), 1e-6);
        if (turns.empty())
            return false;
        const bool wraps = turns.size() > 1 && turns.front().from < 1e-6 && turns.back().to > fullTurn - 1e-6;
        const std::size_t pieces = turns.size() - (wraps ? 1 : 0);
        double sum = 0;
        for (const auto& t : turns)
            sum += t.to - t.from;
        if (sum > fullTurn - 1e-5)
            return false;
        return pieces > 1 || std::abs(sum - fullTurn / 2) > 1e-4;
    }

  private:
    Vec3 at_, u_, v_;
    std::vector<Stretch> filled_;
};

struct RawEdge {
    Vec3 a, b;
    int first, second;
    Vec3 firstNormal, secondNormal;
};

std::vector<RawEdge> rawEdges(const Solid& solid) {
    std::vector<RawEdge> out;
    for (const auto& c : solid.cells) {
        std::map<std::pair<int, int>, int> known; // edge -> index in out
        for (const auto& f : c.faces)
            for (std::size_t i = 0; i < f.loop.size(); ++i) {
                int a = f.loop[i];
                int b = f.loop[(i + 1) % f.loop.size()];
                if (a > b)
                    std::swap(a, b);
                const auto [it, fresh] = known.try_emplace({a, b}, static_cast<int>(out.size()));
                if (fresh)
                    out.push_back({c.points[a], c.points[b], f.origin, FaceOrigin::inner, f.plane.normal,
                                   f.plane.normal});
                else {
                    out[it->second].second = f.origin;
                    out[it->second].secondNormal = f.plane.normal;
                }
            }
    }
    std::erase_if(out, [](const RawEdge& e) { return norm(e.b - e.a) < sameMm; });
    return out;
}

bool onLine(const RawEdge& e, const Vec3& at, const Vec3& along) {
    const auto off = [&](const Vec3& p) {
        const Vec3 w = p - at;
        return norm(w - along * dot(w, along));
    };
    return off(e.a) < 2 * sameMm && off(e.b) < 2 * sameMm;
}

/// Edges of several cells on one line are cut where any of them ends; each stretch is judged by itself, and
/// neighbours that count are joined again.
void judgeLine(const Solid& solid, const std::vector<RawEdge>& group, int body, std::vector<EdgeLine>& out) {
    const Vec3 at = group.front().a;
    const Vec3 along = unit(group.front().b - at);
    std::vector<double> marks;
    for (const auto& e : group)
        for (const auto& p : {e.a, e.b})
            marks.push_back(dot(p - at, along));
    std::sort(marks.begin(), marks.end());
    bool open = false;
    for (std::size_t i = 0; i + 1 < marks.size(); ++i) {
        if (marks[i + 1] - marks[i] < 2 * sameMm)
            continue;
        const double mid = (marks[i] + marks[i + 1]) / 2;
        const RawEdge* mine = nullptr;
        for (const auto& e : group) {
            const double p = dot(e.a - at, along);
            const double q = dot(e.b - at, along);
            if (std::min(p, q) < mid && mid < std::max(p, q))
                mine = &e;
        }
        Around around(at + along * mid, along);
        if (mine)
            for (const auto& c : solid.cells)
                around.add(c);
        if (!mine || !around.isEdge()) {
            open = false;
            continue;
        }
        if (open)
            out.back().b = at + along * marks[i + 1];
        else
            out.push_back({at + along * marks[i], at + along * marks[i + 1], body, mine->first, mine->second,
                           mine->firstNormal, mine->secondNormal});
        open = true;
    }
}

} // namespace

std::vector<EdgeLine> edgesOf(const Solid& solid, int body) {
    std::vector<EdgeLine> out;
    std::vector<RawEdge> raw = rawEdges(solid);
    if (solid.cells.size() == 1) { // every edge of a convex body is one
        for (const auto& e : raw)
            out.push_back({e.a, e.b, body, e.first, e.second, e.firstNormal, e.secondNormal});
        return out;
    }
    std::vector<bool> used(raw.size());
    for (std::size_t i = 0; i < raw.size(); ++i) {
        if (used[i])
            continue;
        std::vector<RawEdge> group;
        const Vec3 along = unit(raw[i].b - raw[i].a);
        for (std::size_t k = i; k < raw.size(); ++k)
            if (!used[k] && onLine(raw[k], raw[i].a, along)) {
                used[k] = true;
                group.push_back(raw[k]);
            }
        judgeLine(solid, group, body, out);
    }
    return out;
}

namespace {

/// The stretch of an edge that one cell hides. A place p(t) on the edge is hidden where p(t) + s toEye lies
/// in the cell for some s > 0: the half planes of the cell cut a rectangle in (t, s), and what is left of it
/// is looked at along t.
std::optional<Stretch> hiddenBy(const ConvexCell& c, const Vec3& a, const Vec3& edge, const Vec3& toEye,
                                double far) {
    std::vector<std::array<double, 2>> poly{{0, 0}, {1, 0}, {1, far}, {0, far}};
    std::vector<std::array<double, 2>> next;
    for (const auto& f : c.faces) {
        // n (a + t edge + s eye) <= at, a hair inside: what lies in a face does not hide itself
        const double k = dot(f.plane.normal, edge);
        const double m = dot(f.plane.normal, toEye);
        const double rest = f.plane.at - dot(f.plane.normal, a) - sameMm;
        next.clear();
        for (std::size_t i = 0; i < poly.size(); ++i) {
            const auto& p = poly[i];
            const auto& q = poly[(i + 1) % poly.size()];
            const double dp = k * p[0] + m * p[1] - rest;
            const double dq = k * q[0] + m * q[1] - rest;
            if (dp <= 0)
                next.push_back(p);
            if ((dp < 0 && dq > 0) || (dp > 0 && dq < 0)) {
                const double t = dp / (dp - dq);
                next.push_back({p[0] + (q[0] - p[0]) * t, p[1] + (q[1] - p[1]) * t});
            }
        }
        poly.swap(next);
        if (poly.size() < 3)
            return std::nullopt;
    }
    Stretch s{1, 0};
    for (const auto& p : poly) {
        s.from = std::min(s.from, p[0]);
        s.to = std::max(s.to, p[0]);
    }
    if (s.to <= s.from)
        return std::nullopt;
    return s;
}

} // namespace

std::vector<SeenLine> seenLines(const std::vector<EdgeLine>& lines, const std::vector<const Solid*>& bodies,
                                const Vec3& toEye) {
    const Vec3 eye = unit(toEye);
    double far = 1;
    Bounds3 all = bodies.empty() ? Bounds3{} : bodies.front()->bounds();
    for (const auto* b : bodies) {
        const Bounds3 o = b->bounds();
        for (const Vec3& p : {o.low, o.high, all.low, all.high})
            far = std::max(far, 4 * norm(p - all.low));
    }
    std::vector<SeenLine> out;
    for (const auto& line : lines) {
        const Vec3 edge = line.b - line.a;
        const double length = norm(edge);
        std::vector<Stretch> hidden;
        for (const auto* b : bodies)
            for (const auto& c : b->cells)
                if (const auto s = hiddenBy(c, line.a, edge, eye, far))
                    hidden.push_back(*s);
        // Cells that meet hide together, and what peeps out beside a hidden corner is rounding: nobody draws
        // 0.02 mm.
        const double gap = 20 * sameMm / length;
        hidden = joined(std::move(hidden), gap);
        SeenLine seen{line, {}};
        double at = 0;
        for (const auto& h : hidden) {
            if (h.from - at > gap)
                seen.seen.push_back({at, h.from});
            at = std::max(at, h.to);
        }
        if (1 - at > gap)
            seen.seen.push_back({at, 1});
        out.push_back(std::move(seen));
    }
    return out;
}

std::vector<SeenLine> seenLines(const std::vector<const Solid*>& bodies, const Vec3& toEye) {
    std::vector<EdgeLine> lines;
    for (std::size_t i = 0; i < bodies.size(); ++i)
        for (auto& e : edgesOf(*bodies[i], static_cast<int>(i)))
            lines.push_back(e);
    return seenLines(lines, bodies, toEye);
}

} // namespace owl
