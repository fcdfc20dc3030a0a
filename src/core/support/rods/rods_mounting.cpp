// Rods, plates and strip as parts in the piece.
#include "support/rods/rods.h"

#include "assembly/rod_plate.h"
#include "solid/query.h"
#include "support/rods/rod_bore.h"
#include "support/rods/rods_work.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace owl {
namespace {

/// A round bar out of the wall: its axis at (x, z), from y0 to y1.
Part rodPart(const std::string& id, double x, double z, double y0, double y1, const Rod& rod) {
    Part p = roundPart(id, "rod", {x, y0, z}, {0, 1, 0}, rod.d, y1 - y0);
    p.stock = Stock::bar;
    p.material = rod.material;
    p.density = rod.density;
    p.fromSupport = true;
    p.finished = false;
    p.apart = {0, -1, 0};
    return p;
}

class Mounter {
  public:
    Mounter(const HeldPiece& p, const WallBehind& w, const SupportVerdict& v)
        : a_(*p.assembly), w_(w), v_(v), seat_(*p.assembly->seat<RodSeat>()), rod_(*v.option.rod),
          metric_(p.metric) {}

    Mounting run() {
        if (kind() == RodsHow::strip)
            strip();
        for (std::size_t i = 0; i < v_.rodX.size(); ++i)
            rod(i);
        return std::move(out_);
    }

  private:
    [[nodiscard]] RodsHow kind() const { return howOf(v_.option); }
    [[nodiscard]] bool onPlate() const { return kind() == RodsHow::plate; }
    [[nodiscard]] bool inStrip() const { return kind() == RodsHow::strip; }
    [[nodiscard]] double face() const { return inStrip() ? seat_.strip.mm() : 0; }

    /// The hole of a rod in every board it crosses, from the wall on.
    std::vector<std::string> boards(const std::string& id, const Vec3& from, const Vec3& to) {
        std::vector<std::pair<double, std::string>> crossed;
        const double whole = norm(to - from);
        const Vec3 d = (to - from) / whole;
        for (const auto& p : a_.parts) {
            const auto in = inside(p.solid, from, to, 0.002); // a seam belongs to both
            if (in.empty() || (in.back().to - in.front().from) * whole < 0.01) {
                groove(p, id, from, d, whole);
                continue;
            }
            crossed.emplace_back(in.front().from, p.id);
            double deep = (in.back().to - in.front().from) * whole;
            if (in.back().to > 1 - 1e-9) // where the rod ends
                deep += rodEndRoom(p.solid, to, d);
            out_.holes.emplace_back(p.id, Hole{fmt::format("{}/{}", p.id, id),
                                               from + d * (in.front().from * whole), d, bore(), deep, id});
        }
        std::sort(crossed.begin(), crossed.end());
        std::vector<std::string> out;
        for (auto it = crossed.rbegin(); it != crossed.rend(); ++it)
            out.push_back(it->second); // as a fixing driven from the front passes them
        return out;
    }

    [[nodiscard]] double bore() const { return rodBore(rod_.d, seat_.play.mm(), metric_); }

    void groove(const Part& p, const std::string& id, const Vec3& from, const Vec3& d, double whole) {
        if (auto hole = rodGroove(p, id, {from, d, whole}, rod_.d, bore() - rod_.d))
            out_.holes.emplace_back(p.id, *std::move(hole));
    }

    void rod(std::size_t i) {
        const double x = v_.rodX[i];
        const double z = seat_.z.mm();
        const std::string id = fmt::format("rod-{}", i + 1);
        const double front = face() + v_.inShelf;
        double back = face() - v_.inWall; // in the strip it reaches the wall
        if (onPlate())
            back = rodPlateThick;
        else if (!inStrip())
            back = -w_.cover - v_.inWall;
        Part p = rodPart(id, x, z, back, front, rod_);
        p.why = {rodLengths(front - face(), face() - back, metric_)};
        const Vec3 axis{x, std::max(back, face()), z};
        std::vector<std::string> passed =
            boards(id, onPlate() ? Vec3{x, rodPlateThick, z} : axis, {x, front, z});
        if (onPlate())
            plate(i, x, z, id);
        else if (inStrip())
            inTheStrip(i, id, x, z);
        else
            inTheWall(i, id, x, z, front, passed);
        if ((onPlate() || inStrip()) && !passed.empty()) {
            Joint j;
            j.id = id + "-shelf";
            j.first = id;
            j.second = passed.back();
            j.how = Joinery::dry;
            j.kind = "sliding";
            j.glued = seat_.glued;
            j.atWall = true;
            out_.joints.push_back(std::move(j));
        }
        out_.parts.push_back(std::move(p));
    }

    void inTheWall(std::size_t i, const std::string& id, double x, double z, double front,
                   std::vector<std::string> passed) {
        Mount m;
        m.id = id;
        m.kind = kind() == RodsHow::plug ? "rod_plug" : "rod";
        m.at = {x, 0, z};
        m.from = {x, front, z};
        m.direction = {0, -1, 0};
        m.length = front + w_.cover + v_.inWall;
        m.diameter = rod_.d;
        m.passes = {id};
        m.passes.insert(m.passes.end(), passed.begin(), passed.end());
        m.into = kind() == RodsHow::stud ? "stud" : "masonry";
        m.support = static_cast<int>(i);
        out_.mounts.push_back(std::move(m));
    }

    void plate(std::size_t i, double x, double z, const std::string& rodId) {
        const double h = seat_.thickness.mm() - rodPlateLess;
        Part p = blankPart(fmt::format("plate-{}", i + 1), "plate", Length::mm(h), Length::mm(rodPlateWide),
                           Length::mm(rodPlateThick),
                           {{x - rodPlateWide / 2, 0, z - h / 2}, {0, 0, 1}, {1, 0, 0}, {0, 1, 0}});
        p.stock = Stock::fitting;
        p.material = "steel";
        p.density = 7850;
        p.fromSupport = true;
        p.finished = false;
        p.apart = {0, -1, 0};
        p.why = {"bought with its rod welded on"};
        Joint weld;
        weld.id = rodId + "-weld";
        weld.first = p.id;
        weld.second = rodId;
        weld.how = Joinery::dry;
        weld.kind = "weld";
        weld.glued = false;
        weld.atWall = true;
        out_.joints.push_back(std::move(weld));
        const PlateScrews screws = plateScrews(seat_.thickness.mm(), rod_.d, *v_.option.screw);
        for (std::size_t k = 0; k < screws.z.size(); ++k) {
            const double sx = x + (k == 0 ? -screws.aside : screws.aside);
            const double sz = z - h / 2 + screws.z[k];
            Mount m;
            m.id = fmt::format("m{}", out_.mounts.size() + 1);
            m.kind = "screw";
            m.at = {sx, 0, sz};
            m.from = {sx, rodPlateThick, sz};
            m.direction = {0, -1, 0};
            m.length = v_.screwLength;
            m.diameter = v_.option.screw->d;
            m.passes = {p.id};
            m.into = "stud";
            m.support = static_cast<int>(i);
            out_.mounts.push_back(std::move(m));
        }
        out_.parts.push_back(std::move(p));
    }

    void strip() {
        const Screw& s = *v_.option.screw;
        Part p = blankPart("strip", "wall strip", a_.length, seat_.strip, seat_.thickness,
                           {{0, 0, 0}, {1, 0, 0}, {0, 1, 0}, {0, 0, 1}});
        p.fromSupport = true;
        p.apart = {0, -1, 0};
        p.why = {"length is the slab's", "width: the rear of the same board, a kerf away from the front"};
        for (std::size_t i = 0; i < v_.x.size(); ++i) {
            Mount m;
            m.id = fmt::format("m{}", i + 1);
            m.kind = "screw";
            m.at = {v_.x[i], 0, seat_.z.mm()};
            m.from = {v_.x[i], seat_.strip.mm(), seat_.z.mm()};
            m.direction = {0, -1, 0};
            m.length = v_.screwLength;
            m.diameter = s.d;
            m.passes = {p.id};
            m.into = "stud";
            m.support = static_cast<int>(i);
            p.holes.push_back({fmt::format("strip/wall-{}", i + 1), m.from, m.direction, s.clearance,
                               seat_.strip.mm(), m.id});
            out_.mounts.push_back(std::move(m));
        }
        for (std::size_t i = 0; i < v_.rodX.size(); ++i)
            p.holes.push_back({fmt::format("strip/rod-{}", i + 1),
                               {v_.rodX[i], seat_.strip.mm(), seat_.z.mm()},
                               {0, -1, 0},
                               rod_.d,
                               seat_.strip.mm(),
                               fmt::format("rod-{}", i + 1)});
        out_.parts.push_back(std::move(p));
        Joint j;
        j.id = "strip-shelf";
        j.first = "strip";
        j.second = a_.parts.empty() ? "" : a_.parts.front().id;
        j.how = Joinery::dry;
        j.kind = "butt";
        j.glued = false;
        j.atWall = true;
        out_.joints.push_back(std::move(j));
    }

    void inTheStrip(std::size_t i, const std::string& id, double, double) {
        Joint j;
        j.id = fmt::format("strip-rod-{}", i + 1);
        j.first = "strip";
        j.second = id;
        j.how = Joinery::glue;
        j.kind = "pin";
        j.note = "The glue only keeps it from falling out.";
        out_.joints.push_back(std::move(j));
    }

    const Assembly& a_;
    const WallBehind& w_;
    const SupportVerdict& v_;
    const RodSeat& seat_;
    const Rod& rod_;
    bool metric_;
    Mounting out_;
};

} // namespace

Mounting rodsMounting(const HeldPiece& piece, const WallBehind& wall, const SupportVerdict& verdict) {
    return Mounter(piece, wall, verdict).run();
}

} // namespace owl
