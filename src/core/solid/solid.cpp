#include "solid/solid.h"

#include "solid/query.h"

namespace owl {
namespace {

constexpr double crumb = 1e-3; // mm3; smaller cells are rounding, not wood

void keep(std::vector<ConvexCell>& out, ConvexCell c) {
    if (!c.empty() && c.volume() > crumb)
        out.push_back(std::move(c));
}

} // namespace

double Solid::volume() const {
    double v = 0;
    for (const auto& c : cells)
        v += c.volume();
    return v;
}

Vec3 Solid::centre() const {
    double v = 0;
    Vec3 sum;
    for (const auto& c : cells) {
        const double mine = c.volume();
        v += mine;
        sum = sum + c.centre() * mine;
    }
    return v > 0 ? sum / v : Vec3{};
}

Bounds3 Solid::bounds() const {
    Bounds3 all;
    bool first = true;
    for (const auto& c : cells) {
        const Bounds3 b = boundsOf(c);
        if (first)
            all = b;
        first = false;
        all.low = {std::min(all.low.x, b.low.x), std::min(all.low.y, b.low.y), std::min(all.low.z, b.low.z)};
        all.high = {std::max(all.high.x, b.high.x), std::max(all.high.y, b.high.y),
                    std::max(all.high.z, b.high.z)};
    }
    return all;
}

bool Solid::contains(const Vec3& p, double slack) const {
    for (const auto& c : cells)
        if (c.contains(p, slack))
            return true;
    return false;
}

void clip(Solid& solid, const Plane& plane, int origin) {
    std::vector<ConvexCell> out;
    out.reserve(solid.cells.size());
    for (auto& c : solid.cells)
        keep(out, clipped(std::move(c), plane, origin));
    solid.cells = std::move(out);
}

// What lies outside the tool's first face is one cell; of the rest, what lies outside its second; and so on.
// The cells are disjoint because each is made from what the ones before left. A cut is marked as the tool's
// even where it runs on beyond the tool and two cells meet: the exposed part of a face is found by
// exposedArea(), not by its mark.
void subtract(Solid& solid, const ConvexCell& tool, int origin) {
    if (tool.empty())
        return;
    const Bounds3 reach = boundsOf(tool);
    std::vector<ConvexCell> out;
    for (auto& cell : solid.cells) {
        if (boundsOf(cell).apart(reach, -sameMm) || separation(cell, tool) > -sameMm) {
            out.push_back(std::move(cell));
            continue;
        }
        ConvexCell rest = std::move(cell);
        for (const auto& f : tool.faces) {
            keep(out, clipped(rest, f.plane.flipped(), origin));
            rest = clipped(std::move(rest), f.plane, origin);
            if (rest.empty())
                break;
        }
    }
    solid.cells = std::move(out);
}

void subtract(Solid& solid, const Solid& tool, int origin) {
    for (const auto& c : tool.cells)
        subtract(solid, c, origin);
}

std::array<Solid, 2> split(const Solid& solid, const Plane& plane, int origin) {
    std::array<Solid, 2> out{solid, solid};
    clip(out[0], plane, origin);
    clip(out[1], plane.flipped(), origin);
    return out;
}

Solid moved(const Solid& solid, const Vec3& by) {
    Solid out = solid;
    for (auto& c : out.cells) {
        for (auto& p : c.points)
            p = p + by;
        for (auto& f : c.faces)
            f.plane.at += dot(f.plane.normal, by);
    }
    return out;
}

} // namespace owl
