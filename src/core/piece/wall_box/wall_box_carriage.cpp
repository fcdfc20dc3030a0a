#include "piece/wall_box/wall_box_shape.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

// Where things stand in a wall box, what carries what, and by what it hangs.
namespace owl {
namespace {

class BoxCarriage : BoxWork {
  public:
    using BoxWork::BoxWork;

    void run() { describeRest(); }

  private:
    void describeRest() {
        Assembly& a = d_.assembly;
        a.surfaceBack = innerBack();
        a.surfaceFront = p_.depth;
        a.surfaceZ = p_.bottom ? s_.z0 : s_.high;
        a.top = p_.top ? s_.high : a.surfaceZ;
        surfaces();
        spans();
        if (onRail())
            byRail();
        else
            byRods();
        dimensions();
    }

    void surfaces() {
        auto& out = d_.assembly.surfaces;
        const Length y0 = innerBack();
        const auto add = [&](std::string id, std::string name, Length x0, Length x1, Length z, Length room,
                             bool even) {
            out.push_back({std::move(id), std::move(name), x0, x1, y0, p_.depth, z, room, even});
        };
        std::vector<Length> levels;
        for (const auto& shelf : s_.shelves)
            levels.push_back(d_.assembly.find(shelf.id)->bounds().at.z);
        const auto room = [&](Length z) { // to the next board above
            Length above = s_.z1;
            for (Length l : levels)
                if (l > z)
                    above = std::min(above, l);
            return above - z;
        };
        if (p_.bottom)
            add("bottom", "bottom", s_.x0, s_.x1, s_.z0, room(s_.z0), true);
        for (const auto& [id, bay] : s_.shelves) {
            const Part& p = *d_.assembly.find(id);
            const Length z = p.bounds().at.z + p.bounds().size.z;
            add(id, p.name, s_.bays[bay].first, s_.bays[bay].second, z, room(z), true);
        }
        if (p_.top) // things may stand on the box; the even load stands in it
            add("top", "top", p_.corners == BoxCorner::sidesCover || housed() ? s_.x0 : Length(),
                p_.corners == BoxCorner::sidesCover || housed() ? s_.x1 : p_.length, s_.high, {}, !p_.bottom);
    }

    void spans() {
        Assembly& a = d_.assembly;
        const bool coupled = s_.bays.size() > 1 && p_.top && p_.bottom;
        // Dividers let in above and below make top and bottom bend together, side by side (S4.2).
        const Length both = Length::mm(s_.t.mm() * std::cbrt(2.0));
        if (p_.bottom && onRail() && p_.left && p_.right) {
            std::vector<std::string> on{"bottom"};
            if (coupled)
                for (const auto& shelf : s_.shelves)
                    on.push_back(shelf.id);
            a.spans.push_back({"bottom",
                               on,
                               {s_.x0, s_.x1},
                               bottomLeft(),
                               coupled ? both : s_.t,
                               {"bottom-left", "bottom-right"}});
        }
        for (const auto& [id, bay] : s_.shelves)
            a.spans.push_back({id,
                               {id},
                               {s_.bays[bay].first, s_.bays[bay].second},
                               a.find(id)->width,
                               s_.t,
                               {id + "-left", id + "-right"}});
        if (!onRail()) { // the top stands on the sides, and they on the bottom that the rods hold
            if (p_.top && p_.left && p_.right)
                a.spans.push_back(
                    {"top", {"top"}, {s_.x0, s_.x1}, p_.depth, s_.t, {"top-left", "top-right"}});
            return;
        }
        if (p_.left)
            a.hung.push_back({"side-left", jointsOf("left", railsMeet(true))});
        if (p_.right)
            a.hung.push_back({"side-right", jointsOf("right", railsMeet(false))});
    }

    /// A side hangs on the top, and on the rail where that reaches it.
    static std::vector<std::string> jointsOf(const std::string& side, bool rail) {
        std::vector<std::string> out{"top-" + side};
        if (rail)
            out.push_back("rail-" + side);
        return out;
    }

    void byRail() {
        Assembly& a = d_.assembly;
        const Part* r = part("rail");
        if (!r)
            return;
        const Length row = s_.z1 - std::min(20_mm, r->width / 2);
        for (const auto& along : s_.rails) {
            RailSeat rail;
            rail.part = along.id();
            rail.through = s_.t;
            rail.left = along.x0;
            rail.right = along.x1;
            rail.rows = {row};
            if (ctx_.rows > 1 && row - s_.railZ >= 45_mm)
                rail.rows.insert(rail.rows.begin(), s_.railZ + 20_mm);
            rail.joint = "top-" + along.id();
            rail.leans = s_.z1; // its lower rear edges press on the wall
            if (p_.back != BoxBack::none && part("back"))
                rail.front = {{"back", p_.backThickness}};
            a.seats.emplace_back(std::move(rail));
        }
        a.standOff = recess();
        a.member.rects = {{"top", p_.depth.mm(), s_.t.mm(), (s_.high - s_.t).mm(), 0}};
        if (wholeRail()) // past a shorter one only top and bottom are there
            a.member.rects.insert(a.member.rects.begin(),
                                  {"rail", s_.t.mm(), r->width.mm(), s_.railZ.mm(), recess().mm()});
        if (p_.bottom)
            a.member.rects.push_back({"bottom", bottomLeft().mm(), s_.t.mm(), s_.low.mm(), 0});
        a.member.glued = false; // bottom and top bend side by side; the rail's glue is not counted on
        a.member.words =
            wholeRail() ? "rail, top and bottom bend side by side" : "top and bottom bend side by side";
    }

    void byRods() {
        Assembly& a = d_.assembly;
        if (!p_.bottom)
            return;
        RodSeat r;
        r.thickness = s_.t;
        r.depth = p_.depth;
        r.z = s_.low + s_.t / 2;
        r.play = Length::mm(0.2);
        if (s_.t < 24_mm)
            problem("too_thin_for_rods", "thickness",
                    fmt::format("Around a rod {} of wood is wanted; the bottom is {} thick.", say(24_mm),
                                say(s_.t)))
                .cures = {to("Boards", "thickness", 30_mm), {"By a rail", {{"hang", "rail"}}}};
        a.seats.emplace_back(r);
        a.member.rects = {{"bottom", bottomLeft().mm(), s_.t.mm(), s_.low.mm(), 0}};
        a.member.words = "the bottom alone";
    }

    void dimensions() {
        auto& out = d_.assembly.dimensions;
        const double L = p_.length.mm();
        const double D = p_.depth.mm();
        const double H = p_.height.mm();
        out = {{{0, 0, 0}, {0, D, 0}, Dimension::In::section, "depth", 1},
               {{0, D, 0}, {0, D, H}, Dimension::In::section, "height", 1},
               {{0, 0, 0}, {L, 0, 0}, Dimension::In::front, "length", 1}};
        if (part("rail"))
            out.push_back(
                {{0, 0, s_.railZ.mm()}, {0, 0, s_.z1.mm()}, Dimension::In::section, "rail_height", -1});
        if (p_.bottom)
            out.push_back({{0, D * 0.6, s_.low.mm()},
                           {0, D * 0.6, s_.z0.mm()},
                           Dimension::In::section,
                           "thickness",
                           0});
    }
};

} // namespace

void describeBox(const BoxWith& with) {
    BoxCarriage(with).run();
}

} // namespace owl
