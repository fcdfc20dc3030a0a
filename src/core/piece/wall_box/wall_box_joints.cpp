// How the boards of a wall box are held together, in an order in which the back panel goes into its grooves.
#include "joint/fit.h"
#include "joint/spline.h"
#include "piece/wall_box/wall_box_shape.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace owl {
namespace {

class BoxJoiner : BoxWork {
  public:
    using BoxWork::BoxWork;

    void run() {
        corner(false, true);
        panel();
        if (!has("rail"))
            inside();
        corner(false, false);
        if (has("rail")) {
            railEnd(true);
            railEnd(false);
            inside();
        }
        corner(true, true);
        corner(true, false);
        if (has("rail") && has("top"))
            for (const auto& along : s_.rails)
                railTop(along);
    }

  private:
    /// Screws or dowels as asked for; the other end of what they go into is fastened too.
    [[nodiscard]] Joining fixing(BoxFixing how) const {
        Joining w;
        w.how = how == BoxFixing::screws ? Joinery::screwsGlue
                : how == BoxFixing::glue ? Joinery::glue
                                         : Joinery::dowels;
        w.shows = true;
        w.plugs = p_.plugs;
        return w;
    }

    void corner(bool up, bool leftOne) {
        const std::string flat = up ? "top" : "bottom";
        const std::string side = leftOne ? "side-left" : "side-right";
        if (!has(flat) || !has(side))
            return;
        const std::string id = flat + (leftOne ? "-left" : "-right");
        if (p_.corners == BoxCorner::mitred) {
            mitre(id, flat, side, up, leftOne);
            return;
        }
        Joining way = fixing(p_.fixing);
        if (p_.corners == BoxCorner::topCovers) {
            Joint j = named(id, flat, side, "butt");
            way.receiving = (s_.z1 - s_.z0) / 2 - 3_mm;
            laidOut(j, way, "fixing", "corner_");
            finish(std::move(j));
            return;
        }
        Joint j = named(id, side, flat, housed() ? "housing" : "butt");
        laidOut(j, way, "fixing", "corner_");
        if (j.how == Joinery::glue)
            j.note = fmt::format(
                "Glue in the {}; clamp across with a straight strip, and compare the diagonals before "
                "the glue grips.",
                rabbeted() ? "rabbet" : "housing");
        finish(std::move(j));
    }

    void mitre(const std::string& id, const std::string& flat, const std::string& side, bool up,
               bool leftOne) {
        Joint j = named(id, side, flat, "mitre");
        meet(j, d_.assembly, {}, ctx_, catalog_);
        j.drivenFrom = "the end";
        j.driving = {};
        j.note = "Tape outside or a band clamp, "
                 "all four corners at once; tighten in turns, so that they do not creep, and compare the "
                 "diagonals.";
        j.through = s_.t / 2;
        if (p_.fixing == BoxFixing::dowels) {
            Joint d = j;
            if (fitThroughDowels(d, {s_.t / 2, s_.x1 - s_.x0, s_.t, true, true}, ctx_)) {
                d.how = Joinery::dowels;
                const Length x = leftOne ? Length() : p_.length;
                const Length z = up ? s_.high - s_.t / 2 : s_.low + s_.t / 2;
                for (Length y : across(Length(), p_.depth))
                    d.spots.push_back({{x, y, z}});
                j = std::move(d);
            } else if (firstTold()) {
                problem("no_corner_dowels", "fixing",
                        fmt::format("No dowel fits through a mitre of boards {} thick.", say(s_.t)), false)
                    .cures = {{"Splines instead", {{"fixing", "splines"}}}};
            }
        }
        const double deep = splineDepth(s_.t.mm(), 45);
        const bool splined = p_.fixing == BoxFixing::splines && deep >= 3;
        // Both cheeks of a slot count, at half, since its grain meets the spline at 45 degrees.
        if (splined)
            j.glueArea = deep * p_.depth.mm();
        finish(std::move(j));
        if (splined)
            spline(id, deep);
        else if (p_.fixing == BoxFixing::splines && firstTold())
            problem("no_splines", "fixing", fmt::format("Boards of {} are too thin for splines.", say(s_.t)))
                .cures = {{"Boards of " + say(18_mm), {{"thickness", 18.0}}},
                          {"Glue alone", {{"fixing", "glue"}}}};
    }

    /// A strip across the middle of the mitre, its slot in both boards; it shows at the front.
    void spline(const std::string& id, double deep) {
        const Joint mitre = *d_.assembly.joint(id);
        Part s = cutSpline(d_.assembly, mitre, deep, "the board stands on its mitre against a fence at 45°",
                           ctx_, catalog_);
        // What bevels the front takes the spline's end with it.
        if (p_.bevel > 0)
            trimSpline(s);
        Joint own = splineJoint(mitre, s);
        d_.assembly.parts.push_back(std::move(s));
        keep(std::move(own));
    }
    /// Flush with the deepest place of a sloping front edge there.
    void trimSpline(Part& s) const {
        const double back = std::tan(p_.bevel * 3.14159265358979 / 180) * s_.t.mm();
        s.length = Length::mm(std::max(1.0, p_.depth.mm() - back));
        s.solid.cells.clear();
        if (auto cell =
                boxCell(s.pose.origin, s.pose.axes(), {s.length.mm(), s.width.mm(), s.thickness.mm()});
            !cell.empty())
            s.solid.cells.push_back(std::move(cell));
    }

    void finish(Joint j) { keepPlugged(std::move(j), p_.plugs, p_.species); }

    void panel() {
        if (!has("back"))
            return;
        Joint j = named("back-groove",
                        has("bottom")      ? "bottom"
                        : has("side-left") ? "side-left"
                                           : "top",
                        "back", "loose");
        j.how = Joinery::dry;
        j.glued = false;
        j.carries = false;
        j.gap = 0.5;
        j.note = "Dry: it must be free to move. The boards that close the frame take its other edges in.";
        keep(std::move(j));
    }

    void railEnd(bool leftOne) {
        const std::string side = leftOne ? "side-left" : "side-right";
        if (!has(side) || !railsMeet(leftOne))
            return;
        const auto& along = leftOne ? s_.rails.front() : s_.rails.back();
        const Part* rail = d_.assembly.find(along.id());
        Joint j = named(leftOne ? "rail-left" : "rail-right", side, along.id(), "butt");
        const Cell r = rail->bounds();
        // Two, above and below, clear of the rows in which wall fixings cross the rail.
        const Length row = s_.z1 - std::min(20_mm, r.size.z / 2);
        std::vector<Length> rows{row};
        if (ctx_.rows > 1)
            rows.push_back(r.at.z + 20_mm);
        if (p_.hang == BoxHang::cleat) // where a screw low down keeps it on the cleat
            rows.push_back(r.at.z + 10_mm);
        std::vector<Length> at;
        for (Length z = r.at.z + 10_mm; z <= r.at.z + r.size.z - 10_mm; z += 1_mm)
            if (std::all_of(rows.begin(), rows.end(), [&](Length w) { return abs(w - z) >= 13_mm; }) &&
                (at.empty() || z - at.back() >= 15_mm) && at.size() < 2)
                at.push_back(z);
        if (at.empty())
            at.push_back(r.at.z + r.size.z / 4);
        Joining way = fixing(p_.fixing == BoxFixing::screws ? BoxFixing::screws : BoxFixing::dowels);
        for (Length z : at)
            way.at.push_back((z - r.at.z).mm());
        laidOut(j, way, "fixing", "corner_");
        finish(std::move(j));
    }

    /// The rail stands under the top: its joint keeps the box to the wall.
    void railTop(const BoxShape::Rail& along) {
        Joint j = named("top-" + along.id(), "top", along.id(), "butt");
        Joining way = fixing(p_.fixing == BoxFixing::screws ? BoxFixing::screws : BoxFixing::dowels);
        way.atMost = true;
        way.spacing = 150_mm;
        way.end = std::min(50_mm, (along.x1 - along.x0) / 4);
        way.clear = wallScrews();
        way.clearBy = 16_mm;
        laidOut(j, way, "fixing", "corner_");
        placeClear(j, d_.assembly, catalog_, 30_mm);
        finish(std::move(j));
    }

    void inside() {
        const std::size_t last = s_.bays.size() - 1;
        for (std::size_t i = 1; i <= last; ++i) {
            const std::string id = fmt::format("divider-{}", i);
            for (const char* in : {"bottom", "top"})
                if (has(id) && has(in))
                    keepHoused(id + "-" + in, in, id);
        }
        for (const auto& [id, bay] : s_.shelves) {
            keepHoused(id + "-left", bay > 0 ? fmt::format("divider-{}", bay) : "side-left", id);
            keepHoused(id + "-right", bay < last ? fmt::format("divider-{}", bay + 1) : "side-right", id);
        }
    }
};

} // namespace

void addBoxJoints(const BoxWith& with) {
    BoxJoiner(with).run();
}

} // namespace owl
