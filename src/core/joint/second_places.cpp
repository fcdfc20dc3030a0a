// Where holes that were marked on the first part of a joint are on the second.
#include "joint/joint_step.h"
#include "joint/ruler.h"

#include <array>
#include <cmath>
#include <fmt/format.h>

namespace owl {
namespace {

/// mm on a part along whichever of its directions lies along `way`; nothing where none does.
std::optional<double> placeAlong(const Ruler& on, const Vec3& way, const Vec3& p) {
    constexpr double parallel = 0.999;
    if (dot(on.alongIt(), way) > parallel)
        return on.along(p);
    if (dot(on.acrossIt(), way) > parallel)
        return on.across(p);
    return std::nullopt;
}

} // namespace

std::string JointStep::onTheSecond() const {
    const Part* one = a_.find(j_.first);
    const Part* other = a_.find(j_.second);
    const std::string name = nameOf(j_.second);
    if (!one || !other || j_.fasteners.empty())
        return "the same places on the " + name;
    const Ruler first(*one);
    const Ruler second(*other);
    const Vec3 into = j_.fasteners.front().direction;
    const bool end = std::abs(dot(into, second.alongIt())) > 0.7;
    const std::string where = end ? "the end of the " + name : "the " + name;
    const std::string same = "the same places on " + where + (end ? "" : " from its " + second.end());
    if (std::abs(dot(into, second.throughIt())) > 0.7)
        return same;
    bool alike = true;
    bool middle = true;
    std::vector<std::string> at;
    for (const auto& f : j_.fasteners) {
        const double run = end ? second.across(f.from) : second.along(f.from);
        const auto there = placeAlong(first, end ? second.acrossIt() : second.alongIt(), f.from);
        alike = alike && there && std::abs(run - *there) < 0.05;
        middle = middle && std::abs(second.through(f.from) - other->thickness.mm() / 2) < 0.6;
        at.push_back(say(Length::mm(std::round(run * 10) / 10)));
    }
    if (alike)
        return same;
    return fmt::format("on {} at {} from its {}{}", where, fmt::join(at, ", "),
                       end ? second.edge() : second.end(), middle ? ", in the middle of its thickness" : "");
}

} // namespace owl
