#include "assembly/part.h"

#include <algorithm>
#include <numbers>

namespace owl {
namespace {

/// The outward normals, in the part's frame, of all faces that reach farthest along an axis of the part.
std::vector<Vec3> endNormals(const Part& part, int axis, bool high) {
    const auto axes = part.pose.axes();
    const double sign = high ? 1 : -1;
    const Vec3 out = axes[axis] * sign;
    double far = -1e300;
    for (const auto& c : part.solid.cells)
        for (const auto& p : c.points)
            far = std::max(far, dot(p, out));
    std::vector<Vec3> found;
    for (const auto& c : part.solid.cells)
        for (const auto& f : c.faces) {
            const Vec3 n{dot(f.plane.normal, axes[0]), dot(f.plane.normal, axes[1]),
                         dot(f.plane.normal, axes[2])};
            const double k = sign * (axis == 0 ? n.x : n.y);
            if (k < 1e-3)
                continue;
            double reach = -1e300;
            for (int i : f.loop)
                reach = std::max(reach, dot(c.points[i], out));
            if (reach > far - 0.02)
                found.push_back(n);
        }
    return found;
}

/// The normal that ends a part there when all of them agree.
std::optional<Vec3> oneNormal(const Part& part, int axis, bool high) {
    const auto all = endNormals(part, axis, high);
    if (all.empty())
        return std::nullopt;
    for (const auto& n : all)
        if (norm(n - all.front()) > 1e-4)
            return std::nullopt;
    return all.front();
}

double degrees(double rad) {
    const double d = rad * 180 / std::numbers::pi;
    return std::abs(d) < 1e-9 ? 0 : d;
}

} // namespace

const char* stockName(Stock s) {
    static constexpr const char* names[] = {"board", "sheet", "bar", "plate", "fitting"};
    return names[static_cast<int>(s)];
}

Cell Part::bounds() const {
    if (solid.empty())
        return {};
    const Bounds3 b = solid.bounds();
    // Derived geometry is exact to far less than 10 nm; sizes that were typed come out as they went in.
    const auto tidy = [](double v) { return Length::nm(std::llround(v * 1e5) * 10); };
    const Vec low{tidy(b.low.x), tidy(b.low.y), tidy(b.low.z)};
    const Vec high{tidy(b.high.x), tidy(b.high.y), tidy(b.high.z)};
    return {low, {high.x - low.x, high.y - low.y, high.z - low.z}};
}

std::string Part::reasons() const {
    std::string out;
    for (const auto& w : why)
        out += (out.empty() ? "" : "; ") + w;
    for (const auto& f : features) {
        std::string kind = f.kind; // 'pin_row' for programs, 'pin row' for people
        std::replace(kind.begin(), kind.end(), '_', ' ');
        out += "; " + kind + ": " + f.text;
    }
    return out;
}

Part blankPart(std::string id, std::string name, Length length, Length width, Length thickness,
               const Pose& pose) {
    Part p;
    p.id = std::move(id);
    p.name = std::move(name);
    p.length = length;
    p.width = width;
    p.thickness = thickness;
    p.pose = pose;
    if (auto cell = boxCell(pose.origin, pose.axes(), {length.mm(), width.mm(), thickness.mm()});
        !cell.empty())
        p.solid.cells.push_back(std::move(cell));
    return p;
}

Part roundPart(std::string id, std::string name, const Vec3& from, const Vec3& direction, double diameter,
               double length) {
    const double r = diameter / 2;
    const Vec3 beside = std::abs(direction.x) < 0.9 ? Vec3{1, 0, 0} : Vec3{0, 0, 1};
    const Vec3 u = unit(beside - direction * dot(beside, direction)); // square to it, however it lies
    const Vec3 v = cross(-direction, u);
    Part p = blankPart(std::move(id), std::move(name), Length::mm(length), Length::mm(diameter),
                       Length::mm(diameter), {from - u * r - v * r, direction, u, v});
    std::vector<std::array<double, 2>> ring;
    for (int i = 0; i < 24; ++i) {
        const double t = 2 * std::numbers::pi * i / 24;
        ring.push_back({r * std::cos(t), r * std::sin(t)});
    }
    p.solid.cells = {prismCell(from, {u, v, direction}, ring, length, 6)};
    return p;
}

ConvexCell toolIn(const Part& part, std::array<double, 2> l, std::array<double, 2> w,
                  std::array<double, 2> t) {
    return boxCell(part.pose.at(l[0], w[0], t[0]), part.pose.axes(), {l[1] - l[0], w[1] - w[0], t[1] - t[0]});
}

std::optional<EndAngles> endAngles(const Part& part, bool high) {
    const auto n = oneNormal(part, 0, high);
    if (!n)
        return std::nullopt;
    return EndAngles{degrees(std::atan2(n->y, std::abs(n->x))), degrees(std::atan2(n->z, std::abs(n->x)))};
}

std::optional<double> edgeBevel(const Part& part, bool high) {
    const auto n = oneNormal(part, 1, high);
    if (!n)
        return std::nullopt;
    return degrees(std::atan2(n->z, std::abs(n->y)));
}

void fitBlank(Part& part) {
    if (part.solid.empty())
        return;
    std::array<double, 3> low{1e18, 1e18, 1e18};
    std::array<double, 3> high{-1e18, -1e18, -1e18};
    const auto axes = part.pose.axes();
    for (const auto& c : part.solid.cells)
        for (const auto& p : c.points)
            for (std::size_t i = 0; i < 3; ++i) {
                const double v = dot(p - part.pose.origin, axes.at(i));
                low.at(i) = std::min(low.at(i), v);
                high.at(i) = std::max(high.at(i), v);
            }
    part.pose.origin = part.pose.at(low[0], low[1], low[2]);
    part.length = Length::mm(high[0] - low[0]);
    part.width = Length::mm(high[1] - low[1]);
    part.thickness = Length::mm(high[2] - low[2]);
}

} // namespace owl
