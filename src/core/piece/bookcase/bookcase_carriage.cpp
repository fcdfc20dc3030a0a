#include "piece/bookcase/bookcase_shape.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

// Where things stand in a bookcase, what bends, what carries what, and how it is held.
namespace owl {
namespace {

class BookcaseCarriage : BookcaseWork {
  public:
    using BookcaseWork::BookcaseWork;

    void run() {
        surfaces();
        spans();
        stiffening();
        atTheWall();
        if (standing())
            onTheFloor();
        else
            hung();
        dimensions();
    }

  private:
    void surfaces() {
        Assembly& a = d_.assembly;
        a.surfaceBack = s_.innerY;
        a.surfaceFront = p_.depth;
        a.surfaceZ = s_.z0;
        a.top = p_.height;
        const auto add = [&](const std::string& id, const std::string& name, Length x0, Length x1, Length z,
                             Length room, bool even) {
            a.surfaces.push_back({id, name, x0, x1, s_.innerY, p_.depth - p_.setBack, z, room, even});
        };
        const auto room = [&](Length z, std::size_t bay) { // to the next board above
            Length above = s_.z1;
            for (const auto& s : s_.shelves)
                if (s.bay == bay && s.z > z)
                    above = std::min(above, s.z);
            return above - z;
        };
        for (std::size_t b = 0; b < s_.bays.size(); ++b)
            add(b == 0 ? "bottom" : fmt::format("bottom-{}", b + 1),
                s_.bays.size() > 1 ? fmt::format("bottom of bay {}", b + 1) : "bottom", s_.bays[b].first,
                s_.bays[b].second, s_.z0, room(s_.z0, b), true);
        for (const auto& s : s_.shelves) {
            const Length z = s.z + s_.ts;
            add(s.id, a.find(s.id)->name, s_.bays[s.bay].first, s_.bays[s.bay].second, z, room(z, s.bay),
                true);
        }
        for (const auto& section : s_.sections)
            add("top" + section.tag, "top" + section.of, p_.topOver ? section.x0 : section.in0,
                p_.topOver ? section.x1 : section.in1, p_.height, {}, false);
    }

    /// Places where uprights hold a board that runs through, and the joints there.
    [[nodiscard]] ShelfSpan through(const Section& section, const char* board) const {
        const std::string id = board + section.tag;
        ShelfSpan s;
        s.part = id;
        s.deep = d_.assembly.find(id)->width;
        s.thick = s_.t;
        s.at = {section.in0};
        s.joints = {id + "-left"};
        for (std::size_t i = section.first + 1; i <= section.last; ++i) {
            s.at.push_back(between(i - 1));
            s.joints.push_back(dividerBefore(i) + "-" + id);
        }
        s.at.push_back(section.in1);
        s.joints.push_back(id + "-right");
        return s;
    }
    [[nodiscard]] std::vector<std::string> bottoms(const Section& section) const {
        std::vector<std::string> out;
        for (std::size_t b = section.first; b <= section.last; ++b)
            out.push_back(b == 0 ? "bottom" : fmt::format("bottom-{}", b + 1));
        return out;
    }

    void spans() {
        Assembly& a = d_.assembly;
        for (const auto& shelf : s_.shelves) {
            const Part& board = *a.find(shelf.id);
            ShelfSpan s{shelf.id,    {shelf.id}, {s_.bays[shelf.bay].first, s_.bays[shelf.bay].second},
                        board.width, s_.ts,      {shelf.id + "-left", shelf.id + "-right"},
                        {}};
            if (const Part* strip = a.find("strip-" + shelf.id))
                s.strip = ShelfSpan::Strip{strip->thickness, strip->width,
                                           strip->bounds().at.z - board.bounds().at.z};
            a.spans.push_back(std::move(s));
        }
        for (const auto& section : s_.sections) {
            ShelfSpan top = through(section, "top");
            top.surfaces = {top.part};
            a.spans.push_back(std::move(top));
            if (onSides())
                bottomOnKick(section);
        }
        if (!standing())
            hungBottom();
    }

    /// Over the kick board, which is glued below it; a block is under every divider.
    void bottomOnKick(const Section& section) {
        Assembly& a = d_.assembly;
        ShelfSpan bottom = through(section, "bottom");
        bottom.surfaces = bottoms(section);
        if (const Part* kick = a.find("kick" + section.tag))
            bottom.strip = ShelfSpan::Strip{kick->thickness, kick->width, -kick->width};
        for (std::size_t i = 1; i + 1 < bottom.joints.size(); ++i)
            bottom.joints[i] = ""; // it lies on the block
        a.spans.push_back(std::move(bottom));
    }

    /// Dividers let in above and below make top and bottom bend together, side by side (S4.2).
    void hungBottom() {
        ShelfSpan s;
        s.part = "bottom";
        s.surfaces = bottoms(s_.sections.front());
        if (s_.bays.size() > 1)
            for (const auto& shelf : s_.shelves)
                s.surfaces.push_back(shelf.id);
        s.at = {s_.x0, s_.x1};
        s.deep = d_.assembly.find("bottom")->width;
        s.thick = s_.bays.size() > 1 ? Length::mm(s_.t.mm() * std::cbrt(2.0)) : s_.t;
        s.joints = {"bottom-left", "bottom-right"};
        d_.assembly.spans.push_back(std::move(s));
    }

    void stiffening() {
        Stiffening s;
        s.width = p_.length;
        s.height = p_.height - s_.sideLow;
        if (p_.back == CaseBack::rails)
            for (const auto& section : s_.sections)
                for (const char* id : {"rail", "rail-low"})
                    for (const char* end : {"-left", "-right"})
                        s.joints.push_back(id + section.tag + end);
        else if (p_.back !=
                 CaseBack::letIn) { // a dry panel in a groove holds by its edges: never the weakest
            // The panels of all sections share the push as they share the width.
            s.panel = "back";
            s.joints = {"back-left", "back-right"};
        }
        if (!s.joints.empty())
            d_.assembly.seats.emplace_back(std::move(s));
    }

    void atTheWall() {
        Assembly& a = d_.assembly;
        const Part* r = part("rail");
        if (!r)
            return;
        RailSeat rail;
        rail.part = "rail";
        rail.through = s_.t;
        rail.left = s_.x0;
        rail.right = s_.x1;
        const Length middle = r->bounds().at.z + r->width / 2;
        rail.rows = {middle};
        if (!standing() && ctx_.rows > 1 && r->width >= 90_mm)
            rail.rows = {r->bounds().at.z + 25_mm, r->bounds().at.z + r->width - 25_mm};
        rail.flat = true;
        if (!standing()) {
            rail.joint = "top-rail";
            rail.leans = s_.z1; // its lower rear edges press on the wall
        }
        const Part* back = part("back");
        if (back && p_.back == CaseBack::letIn)
            rail.front = {{"back", p_.backThickness}};
        else if (back)
            rail.behind = {{"back", p_.backThickness}};
        const Length driver = 14_mm;
        for (std::size_t i = 0; i + 1 < s_.bays.size(); ++i)
            rail.hidden.emplace_back(s_.bays[i].second - driver, s_.bays[i + 1].first + driver);
        a.seats.emplace_back(std::move(rail));
    }

    void onTheFloor() {
        FloorSeat f;
        const bool frame = onFrame() && part("frame-front");
        f.x0 = frame ? 5_mm : Length();
        f.x1 = p_.length - f.x0;
        f.y0 = frame ? part("frame-back")->bounds().at.y : s_.notchHigh > Length() ? p_.notchDepth : s_.sideY;
        f.y1 = frame ? part("frame-front")->bounds().at.y + s_.t : p_.depth;
        f.tied = part("rail") != nullptr;
        d_.assembly.seats.emplace_back(f);
    }

    void hung() {
        Assembly& a = d_.assembly;
        const Part* r = part("rail");
        if (!r)
            return;
        a.member.rects = {{"rail", s_.t.mm(), r->width.mm(), r->bounds().at.z.mm(), r->bounds().at.y.mm()},
                          {"top", a.find("top")->width.mm(), s_.t.mm(), s_.z1.mm(), s_.innerY.mm()},
                          {"bottom", a.find("bottom")->width.mm(), s_.t.mm(), s_.low.mm(), s_.innerY.mm()}};
        a.member.glued = false;
        a.member.words = "rail, top and bottom bend side by side";
        a.hung = {{"side-left", {"top-left", "rail-left"}}, {"side-right", {"top-right", "rail-right"}}};
    }

    void dimensions() {
        const double L = p_.length.mm();
        const double D = p_.depth.mm();
        const double H = p_.height.mm();
        auto& out = d_.assembly.dimensions;
        out = {{{0, 0, 0}, {0, D, 0}, Dimension::In::section, "depth", 1},
               {{0, D, 0}, {0, D, H}, Dimension::In::section, "height", 1},
               {{0, 0, 0}, {L, 0, 0}, Dimension::In::front, "length", 1},
               {{L, 0, 0}, {L, 0, H}, Dimension::In::front, "height", 1}};
        if (s_.low > Length())
            out.push_back({{0, D * 0.5, 0}, {0, D * 0.5, s_.low.mm()}, Dimension::In::section, "kick", 0});
        if (const Part* r = part("rail"))
            out.push_back({{0, 0, r->bounds().at.z.mm()},
                           {0, 0, s_.z1.mm()},
                           Dimension::In::section,
                           "rail_height",
                           -1});
        // Openings of the first bay, from the bottom up: derived where they are equal.
        std::vector<std::pair<Length, Length>> open;
        Length z = s_.z0;
        for (const auto& s : s_.shelves)
            if (s.bay == 0) {
                open.emplace_back(z, s.z);
                z = s.z + s_.ts;
            }
        open.emplace_back(z, s_.z1);
        for (const auto& [from, to] : open)
            out.push_back({{L, D, from.mm()}, {L, D, to.mm()}, Dimension::In::front, "", -1});
    }
};

} // namespace

void describeBookcase(const BookcaseWith& with) {
    BookcaseCarriage(with).run();
}

} // namespace owl
