#include "piece/alcove/alcove_shape.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace owl {
namespace {

std::vector<std::array<double, 2>> gapsOf(const std::string& text) {
    return readingsOf(text).value_or(std::vector<std::array<double, 2>>());
}

double gapAt(const std::vector<std::array<double, 2>>& gaps, double s) {
    if (gaps.empty())
        return 0;
    if (s <= gaps.front()[0])
        return gaps.front()[1];
    for (std::size_t i = 1; i < gaps.size(); ++i)
        if (s <= gaps[i][0])
            return gaps[i - 1][1] +
                   (gaps[i][1] - gaps[i - 1][1]) * (s - gaps[i - 1][0]) / (gaps[i][0] - gaps[i - 1][0]);
    return gaps.back()[1];
}

/// Both gaps one on another.
std::vector<std::array<double, 2>> together(const std::vector<std::array<double, 2>>& a,
                                            const std::vector<std::array<double, 2>>& b) {
    std::vector<double> at;
    for (const auto* gaps : {&a, &b})
        for (const auto& g : *gaps)
            at.push_back(g[0]);
    std::sort(at.begin(), at.end());
    at.erase(std::unique(at.begin(), at.end()), at.end());
    std::vector<std::array<double, 2>> out;
    for (double s : at)
        out.push_back({s, gapAt(a, s) + gapAt(b, s)});
    return out;
}

} // namespace

double AlcoveLine::deepest() const {
    double d = 0;
    for (const auto& g : gaps)
        d = std::max(d, g[1]);
    return d;
}

AlcoveRoom::AlcoveRoom(const AlcoveParams& p)
    : width(std::max(50.0, p.length.mm())), depth(std::max(20.0, p.depth.mm())) {
    const double angle = std::clamp(p.leftAngle, 60.0, 120.0) * std::numbers::pi / 180;
    back.along = {1, 0, 0};
    back.out = {0, 1, 0};
    left.along = {std::cos(angle), std::sin(angle), 0};
    left.out = {std::sin(angle), -std::cos(angle), 0};
    right.origin = {width, 0, 0};
    const double most = depth * 0.55; // about 60 and 120 degrees
    const double front = std::clamp(p.frontWidth.mm(), width - 2 * most, width + 2 * most);
    const Vec3 end{leftAt(depth) + front, depth, 0};
    right.along = (end - right.origin) / norm(end - right.origin);
    right.out = {-right.along.y, right.along.x, 0};
    // The right wall runs through three points. Its line lies on those that stand out furthest: a middle that
    // is narrower than back and front say moves the line in and leaves gaps at both ends; a wider one is a
    // gap itself.
    const double middle = std::clamp((width + front) / 2 - p.middleWidth.mm(), -width / 4, width / 4);
    bulge = std::max(0.0, middle);
    right.origin = right.origin + right.out * bulge;
    const double run = norm(end - Vec3{width, 0, 0});
    std::vector<std::array<double, 2>> bow;
    if (std::abs(middle) > 0.01)
        bow = {{0, bulge}, {run / 2, std::max(0.0, -middle)}, {run, bulge}};
    back.gaps = gapsOf(p.scribeBack);
    left.gaps = gapsOf(p.scribeLeft);
    right.gaps = together(bow, gapsOf(p.scribeRight));
}

double AlcoveRoom::leftAt(double y) const {
    return left.along.x / left.along.y * y;
}
double AlcoveRoom::rightAt(double y) const {
    return right.origin.x + right.along.x / right.along.y * (y - right.origin.y);
}

double AlcoveRoom::narrowest(double y0, double y1) const {
    return std::min(rightAt(y0), rightAt(y1)) - std::max(leftAt(y0), leftAt(y1));
}

void scribe(Solid& solid, const AlcoveLine& line, double gap, double z, double high, int origin) {
    const double deep = line.deepest();
    clip(solid, planeThrough(line.origin + line.out * (gap - deep), -line.out), origin);
    if (deep <= 0)
        return;
    // Between two readings: what lies behind the line from one to the other. Beyond the outer ones their own
    // gap goes on.
    auto g = line.gaps;
    g.insert(g.begin(), {g.front()[0] - 1e4, g.front()[1]});
    g.push_back({g.back()[0] + 1e4, g.back()[1]});
    for (std::size_t i = 0; i + 1 < g.size(); ++i) {
        const auto& a = g[i];
        const auto& b = g[i + 1];
        if (a[1] >= deep && b[1] >= deep)
            continue;
        // Seen along the line and out of the wall; anticlockwise or not, the prism is the same.
        std::vector<std::array<double, 2>> ring{
            {a[0], -deep - 2}, {b[0], -deep - 2}, {b[0], -b[1]}, {a[0], -a[1]}};
        subtract(solid,
                 prismCell(line.origin + line.out * gap + Vec3{0, 0, z - 1},
                           {line.along, line.out, Vec3{0, 0, 1}}, ring, high + 2, origin),
                 origin);
    }
}

} // namespace owl
