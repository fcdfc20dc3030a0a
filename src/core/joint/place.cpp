#include "joint/place.h"

#include "joint/contact.h"
#include "joint/way.h"
#include "solid/query.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace owl {

Vec3 drivingDirection(const std::string& from, const Vec3& at, const Assembly& a) {
    if (from == "below")
        return {0, 0, 1};
    if (from == "above")
        return {0, 0, -1};
    if (from == "behind")
        return {0, 1, 0};
    if (from == "the front")
        return {0, -1, 0};
    if (from == "the left")
        return {1, 0, 0};
    if (from == "the right")
        return {-1, 0, 0};
    return at.x < a.length.mm() / 2 ? Vec3{1, 0, 0} : Vec3{-1, 0, 0};
}

namespace {

/// False when the line lies wholly on one side of the part's blank: most parts of a large case do.
bool mayPass(const Part& p, const Vec3& from, const Vec3& to) {
    const std::array<double, 3> size{p.length.mm(), p.width.mm(), p.thickness.mm()};
    const auto axes = p.pose.axes();
    for (std::size_t i = 0; i < axes.size(); ++i) {
        const double a = dot(from - p.pose.origin, axes.at(i));
        const double b = dot(to - p.pose.origin, axes.at(i));
        if (std::max(a, b) < -1 || std::min(a, b) > size.at(i) + 1) // a millimetre for what is cut round
            return false;
    }
    return true;
}

/// The parts that a line from `from` passes through, in order. A line in the seam of two cells is inside.
std::vector<std::string> passedBy(const Assembly& a, const Vec3& from, const Vec3& to) {
    std::vector<std::pair<double, std::string>> hit;
    const double length = norm(to - from);
    for (const auto& p : a.parts) {
        if (!mayPass(p, from, to))
            continue;
        const auto in = inside(p.solid, from, to);
        if (!in.empty() && (in.back().to - in.front().from) * length > 0.5)
            hit.emplace_back(in.front().from, p.id);
    }
    std::sort(hit.begin(), hit.end());
    std::vector<std::string> out;
    for (auto& [at, id] : hit)
        out.push_back(std::move(id));
    return out;
}

/// Room between two fasteners, mm; negative: they meet.
double roomBetween(const Fastener& a, const Fastener& b) {
    return segmentDistance(a.from, a.from + a.direction * a.length, b.from, b.from + b.direction * b.length) -
           (a.diameter + b.diameter) / 2;
}

} // namespace

bool meetsOthers(const Joint& j, const Assembly& a, double least) {
    for (const auto& other : a.joints)
        for (const auto& f : other.fasteners)
            for (const auto& g : j.fasteners)
                if (&other != &j && roomBetween(f, g) < least)
                    return true;
    return false;
}

void placeFasteners(Joint& j, const Assembly& a, double screwDiameter) {
    j.fasteners.clear();
    const JoinWay& way = wayOf(j.how);
    if (!way.place)
        return;
    for (const auto& s : j.spots) {
        const Vec3 at = mm(s.at);
        const Vec3 d = norm(j.driving) > 0.5 ? j.driving : drivingDirection(j.drivenFrom, at, a);
        Fastener f = way.place(j, a.find(j.first), at, d);
        if (f.diameter <= 0)
            f.diameter = screwDiameter;
        if (f.length <= 0)
            continue;
        f.passes = passedBy(a, f.from, f.from + f.direction * f.length);
        j.fasteners.push_back(std::move(f));
    }
}

void placeFasteners(Joint& j, const Assembly& a, const Catalog& catalog) {
    const Screw* s = catalog.findScrew(j.screwId);
    placeFasteners(j, a, s ? s->d : 0);
}

void placeClear(Joint& j, const Assembly& a, const Catalog& catalog, Length end) {
    const Screw* s = catalog.findScrew(j.screwId);
    const double diameter = s ? s->d : 0;
    placeFasteners(j, a, diameter);
    if (!meetsOthers(j, a, 2))
        return;
    const Part* first = a.find(j.first);
    const Part* second = a.find(j.second);
    if (!j.contact && first && second)
        j.contact = contactOf(*first, *second);
    if (!j.contact)
        return;
    const Contact& c = *j.contact;
    const auto alone = [&](const Vec& at) {
        Joint one = j;
        one.spots = {{at}};
        placeFasteners(one, a, diameter);
        return !meetsOthers(one, a, 2);
    };
    const double apart = std::max(10.0, 4 * diameter); // from the joint's own, where one moves (S10.6)
    const auto nearOwn = [&](const Vec& at, const Vec& from) {
        return std::any_of(j.spots.begin(), j.spots.end(), [&](const FastenerSpot& own) {
            return !(own.at == from) && norm(mm(own.at) - mm(at)) < apart;
        });
    };
    const auto place = [&](const Vec& from) -> Vec {
        if (alone(from))
            return from;
        const double was = dot(mm(from) - c.at, c.along);
        for (int step = 1; step <= 12; ++step)
            for (int side : {1, -1}) {
                const double by = 4.0 * step * side;
                if (was + by < c.runs[1][0] + end.mm() || was + by > c.runs[1][1] - end.mm())
                    continue;
                const Vec3 moved = mm(from) + c.along * by;
                const Vec at{Length::mm(moved.x), Length::mm(moved.y), Length::mm(moved.z)};
                if (!nearOwn(at, from) && alone(at))
                    return at;
            }
        return from;
    };
    for (auto& spot : j.spots)
        spot.at = place(spot.at);
    placeFasteners(j, a, diameter);
}

} // namespace owl
