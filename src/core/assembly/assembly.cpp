#include "assembly/assembly.h"

#include "solid/query.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <numbers>
#include <utility>

namespace owl {

// Made once here, not wherever one is copied or goes: it is what most of a test's compilation was.
Assembly::Assembly() = default;
Assembly::~Assembly() = default;
Assembly::Assembly(const Assembly&) = default;
Assembly::Assembly(Assembly&&) noexcept = default;
Assembly& Assembly::operator=(const Assembly&) = default;
Assembly& Assembly::operator=(Assembly&&) noexcept = default;

const Part* Assembly::find(const std::string& id) const {
    const auto it = std::find_if(parts.begin(), parts.end(), [&](const Part& p) { return p.id == id; });
    return it == parts.end() ? nullptr : &*it;
}

Part* Assembly::find(const std::string& id) {
    return const_cast<Part*>(std::as_const(*this).find(id)); // NOLINT: the assembly is ours to change
}

const Joint* Assembly::joint(const std::string& id) const {
    const auto it = std::find_if(joints.begin(), joints.end(), [&](const Joint& j) { return j.id == id; });
    return it == joints.end() ? nullptr : &*it;
}

double Surface::slidesFrom() {
    constexpr double friction = 0.20;
    constexpr double margin = 1.5;
    return std::atan(friction / margin) * 180 / std::numbers::pi;
}

bool Surface::slides() const {
    return !kept && std::abs(slope) > slidesFrom();
}

std::vector<Surface> surfacesOf(const Assembly& a) {
    if (!a.surfaces.empty())
        return a.surfaces;
    return {{"top", "shelf", Length(), a.length, a.surfaceBack, a.surfaceFront, a.surfaceZ, {}}};
}

Surface surfaceFor(const Assembly& a, const std::string& id) {
    const auto all = surfacesOf(a);
    const auto it = std::find_if(all.begin(), all.end(), [&](const Surface& s) { return s.id == id; });
    return it == all.end() ? all.front() : *it;
}

double carriedMass(const Assembly& a, double mass) {
    return a.carried > Length() && a.length > Length() ? mass * a.carried.mm() / a.length.mm() : mass;
}

const Part* inLine(const Assembly& a, const std::string& id, double x) {
    const Part* first = a.find(id);
    for (const auto& p : a.parts)
        if (p.id == id || p.continues == id) {
            const Cell b = p.bounds();
            if (b.at.x.mm() <= x && x <= (b.at.x + b.size.x).mm())
                return &p;
        }
    return first;
}

const Part* railPart(const Assembly& a) {
    const RailSeat* rail = a.seat<RailSeat>();
    return rail ? a.find(rail->part) : nullptr;
}

bool isRail(const Assembly& a, const std::string& part) {
    return std::any_of(a.seats.begin(), a.seats.end(), [&](const Seat& s) {
        const RailSeat* rail = std::get_if<RailSeat>(&s);
        return rail && rail->part == part;
    });
}

bool takesWallScrews(const Assembly& a, const Part& p) {
    return isRail(a, p.id) || (!p.continues.empty() && isRail(a, p.continues));
}

bool behindThings(const Assembly& a, const Part& p) {
    const Cell box = p.bounds();
    return takesWallScrews(a, p) ||
           (!a.surfaces.empty() && box.at.y + box.size.y <= a.surfaceBack + Length::mm(0.1));
}

namespace {

/// Everything that has a place, moved.
void shift(Assembly& a, const Vec& by) {
    const Vec3 d = mm(by);
    for (auto& p : a.parts) {
        p.pose.origin = p.pose.origin + d;
        p.solid = moved(p.solid, d);
        for (auto& h : p.holes)
            h.at = h.at + d;
    }
    for (auto& j : a.joints) {
        for (auto& s : j.spots)
            s.at = {s.at.x + by.x, s.at.y + by.y, s.at.z + by.z};
        for (auto& f : j.fasteners)
            f.from = f.from + d;
        if (j.contact)
            j.contact->at = j.contact->at + d;
    }
    for (auto& r : a.member.rects) {
        r.y += d.y;
        r.z += d.z;
    }
    a.member.glueLineZ += d.z;
    for (auto& q : a.dimensions) {
        q.a = q.a + d;
        q.b = q.b + d;
    }
    for (auto& s : a.surfaces) {
        s.y0 += by.y;
        s.y1 += by.y;
        s.z += by.z;
    }
    a.surfaceBack += by.y;
    a.surfaceFront += by.y;
    a.surfaceZ += by.z;
    a.top += by.z;
}

} // namespace

void moveOut(Assembly& a, Length by) {
    shift(a, {Length(), by, Length()});
    for (Seat& seat : a.seats)
        std::visit([by](auto& s) { s.move(by, Length()); }, seat);
    a.depth += by;
    a.standOff += by;
}

void moveUp(Assembly& a, Length by) {
    shift(a, {Length(), Length(), by});
    for (Seat& seat : a.seats)
        std::visit([by](auto& s) { s.move(Length(), by); }, seat);
    a.height += by;
}

double massOf(const Part& p, double wood) {
    return p.volume() * 1e-9 * (p.density > 0 ? p.density : wood);
}

double massOf(const Assembly& a, double wood) {
    double kg = 0;
    for (const auto& p : a.parts)
        kg += massOf(p, wood);
    return kg;
}

Vec3 gravityCentre(const Assembly& a, double wood, const std::string& except) {
    double kg = 0;
    Vec3 moment;
    for (const auto& p : a.parts) {
        if (p.id == except)
            continue;
        const double m = massOf(p, wood);
        kg += m;
        moment = moment + p.solid.centre() * m;
    }
    return kg > 0 ? moment / kg : Vec3{};
}

bool joinedAtWallOnly(const Assembly& a, const Part& p) {
    bool any = false;
    for (const auto& j : a.joints) {
        if (j.first != p.id && j.second != p.id)
            continue;
        if (!j.atWall)
            return false;
        any = true;
    }
    return any;
}

std::string joinedNames(const Assembly& a, const Joint& j) {
    const auto name = [&](const std::string& id) {
        const Part* p = a.find(id);
        return p ? p->name : id;
    };
    return isRail(a, j.first) ? name(j.second) + " and " + name(j.first)
                              : name(j.first) + " and " + name(j.second);
}

bool alongThePiece(const Joint& j) {
    return j.drivenFrom == "the end" || j.drivenFrom == "the left" || j.drivenFrom == "the right";
}

namespace {

/// The place nearest to x that is clear of everything, inside [low, high]; x itself if there is none.
Length nearestClear(Length x, Length low, Length high, const std::vector<Length>& keepClear, Length clear) {
    const auto free = [&](Length p) {
        return p >= low && p <= high &&
               std::all_of(keepClear.begin(), keepClear.end(), [&](Length k) { return abs(k - p) >= clear; });
    };
    if (free(x))
        return x;
    std::vector<Length> candidates;
    for (Length k : keepClear) {
        candidates.push_back(k - clear);
        candidates.push_back(k + clear);
    }
    std::sort(candidates.begin(), candidates.end(),
              [&](Length a, Length b) { return abs(a - x) == abs(b - x) ? a < b : abs(a - x) < abs(b - x); });
    for (Length c : candidates)
        if (free(c))
            return c;
    return x;
}

} // namespace

std::vector<Length> spread(Length from, Length to, Length end, Length spacing,
                           const std::vector<Length>& keepClear, Length clear) {
    std::vector<Length> out;
    const Length low = from + end;
    const Length high = to - end;
    if (high < low) {
        out.push_back(from + (to - from) / 2);
        return out;
    }
    const std::int64_t gaps = std::max<std::int64_t>(1, (high - low).nm() / spacing.nm() +
                                                            ((high - low).nm() % spacing.nm() ? 1 : 0));
    for (std::int64_t i = 0; i <= gaps; ++i) {
        const Length x = low + Length::nm((high - low).nm() / gaps * i);
        out.push_back(nearestClear(x, low, high, keepClear, clear));
    }
    out.erase(std::unique(out.begin(), out.end()), out.end());
    return out;
}

} // namespace owl
