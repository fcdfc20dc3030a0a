// Where holes that were marked on the first part of a joint are on the second.
#include "joint/joint_step.h"

#include <array>
#include <cmath>
#include <fmt/format.h>
#include <numeric>

namespace owl {
namespace {

/// x, y or z: the axis of the piece that a direction lies along; 3: none.
std::size_t axisOf(const Vec3& d) {
    const std::array<double, 3> c{std::abs(d.x), std::abs(d.y), std::abs(d.z)};
    for (std::size_t i = 0; i < 3; ++i)
        if (c.at(i) > 0.999)
            return i;
    return 3;
}
double on(const Vec3& v, std::size_t axis) {
    return std::array{v.x, v.y, v.z}.at(axis);
}
double lowOf(const Part& p, std::size_t axis) {
    const Cell box = p.bounds();
    return std::array{box.at.x, box.at.y, box.at.z}.at(axis).mm();
}

} // namespace

std::string JointStep::onTheSecond() const {
    const Part* one = a_.find(j_.first);
    const Part* other = a_.find(j_.second);
    const std::string name = nameOf(j_.second);
    if (!one || !other || j_.fasteners.empty())
        return "the same places on the " + name;
    const std::size_t into = axisOf(j_.fasteners.front().direction);
    const std::size_t grain = axisOf(other->pose.along);
    const std::size_t thick = axisOf(other->pose.through);
    const bool end = into == grain;
    const std::string where = end ? "the end of the " + name : "the " + name;
    const std::string same = "the same places on " + where + (end ? "" : " from its left end");
    if (into == 3 || grain == 3 || thick == 3 || into == thick)
        return same;
    const std::size_t row = 3 - into - thick; // along its edge, or across its end
    bool alike = true;
    bool middle = true;
    std::string at;
    for (const auto& f : j_.fasteners) {
        const double x = on(f.from, row) - lowOf(*other, row);
        const double t = on(f.from, thick) - lowOf(*other, thick);
        alike = alike && std::abs(x - (on(f.from, row) - lowOf(*one, row))) < 0.05;
        middle = middle && std::abs(t - other->thickness.mm() / 2) < 0.6;
        at += (at.empty() ? "" : ", ") + say(Length::mm(std::round(x * 10) / 10));
    }
    if (alike)
        return same;
    static constexpr std::array froms{"from its left end", "from its back edge", "above its lower edge"};
    const char* from = row == 0 && row != grain ? "from its left edge" : froms.at(row);
    return fmt::format("on {} at {} {}{}", where, at, from, middle ? ", in the middle of its thickness" : "");
}

} // namespace owl
