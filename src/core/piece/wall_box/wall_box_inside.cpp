#include "piece/wall_box/wall_box_shape.h"

#include <algorithm>
#include <fmt/format.h>

// What stands inside the boards of a wall box, from the wall to the front.
namespace owl {
namespace {

class BoxInside : BoxWork {
  public:
    using BoxWork::BoxWork;

    void run() {
        rail();
        dividers();
        shelves();
        backPanel();
        cable();
    }

  private:
    void rail() {
        if (!onRail() || !part("top"))
            return;
        const Length high = std::clamp(p_.railHeight, 1_mm, std::max(1_mm, s_.z1 - s_.z0));
        if (p_.railHeight > s_.z1 - s_.z0)
            problem("rail_too_high", "rail_height",
                    fmt::format("A rail of {} does not fit inside, where there are {}.", say(p_.railHeight),
                                say(s_.z1 - s_.z0)))
                .cures.push_back(to("Rail", "rail_height", (s_.z1 - s_.z0) / 2));
        if (high < 40_mm)
            problem("rail_too_low", "rail_height",
                    fmt::format("A rail {} high holds no wall screw well; {} does.", say(high), say(50_mm)))
                .cures.push_back(to("Rail", "rail_height", 60_mm));
        for (const auto& along : s_.rails) {
            const Length across = std::max(1_mm, along.x1 - along.x0);
            Part& r = add(blankPart(along.id(), along.name, across, high, s_.t,
                                    {{along.x0.mm(), (recess() + s_.t).mm(), (s_.z1 - high).mm()},
                                     {1, 0, 0},
                                     {0, 0, 1},
                                     {0, -1, 0}}),
                          {fmt::format("length {} is {}", say(across),
                                       wholeRail()           ? "the clear width"
                                       : s_.rails.size() > 1 ? "its bay and half the divider beside it"
                                                             : "its bays and half the dividers beside them"),
                           fmt::format("height {} as asked for", say(high))},
                          {0, -1, 0});
            r.finished = p_.back == BoxBack::none;
        }
        s_.railZ = s_.z1 - high;
    }

    void dividers() {
        const Length h = part("top") && part("bottom") ? p_.housing : Length();
        const Length low = p_.bottom ? s_.z0 - h : s_.z0;
        const Length high = p_.top ? s_.z1 + h : s_.z1;
        const Length y0 = innerBack();
        const Length deep = std::max(1_mm, p_.depth - y0 - std::max(p_.shelfInset, bevelDeep()));
        for (std::size_t i = 0; i + 1 < s_.bays.size(); ++i) {
            const std::string id = fmt::format("divider-{}", i + 1);
            add(blankPart(id, fmt::format("divider {}", i + 1), std::max(1_mm, high - low), deep, s_.t,
                          {{s_.bays[i].second.mm(), y0.mm(), low.mm()}, {0, 0, 1}, {0, 1, 0}, {1, 0, 0}}),
                {fmt::format("length {} is the clear height {}{}", say(high - low), say(s_.z1 - s_.z0),
                             h > Length() ? " and housings of " + say(h) : std::string()),
                 fmt::format("width {} is the depth less what lies behind and before it", say(deep))},
                {0, 0.9, 0});
            if (h > Length())
                for (const char* in : {"bottom", "top"})
                    let(in, id);
        }
    }
    void shelves() {
        const int n = std::clamp(p_.shelves, 0, 40);
        if (n == 0)
            return;
        const Length clear = (s_.z1 - s_.z0 - s_.t * n) / (n + 1);
        if (clear < 20_mm) {
            problem("shelves_do_not_fit", "shelves",
                    fmt::format("{} shelves of {} leave {} between them.", n, say(s_.t),
                                say(std::max(Length(), clear))))
                .cures = {
                {"Fewer shelves",
                 {{"shelves",
                   std::max(0, static_cast<int>((s_.z1 - s_.z0 + s_.t).mm() / (80_mm + s_.t).mm()) - 1)}}},
                to("Height", "height", p_.height + (80_mm - clear) * (n + 1))};
            return;
        }
        const Length front = p_.depth - std::max(p_.shelfInset, bevelDeep());
        for (std::size_t b = 0; b < s_.bays.size(); ++b) {
            const bool leftWood = b > 0 || p_.left;
            const bool rightWood = b + 1 < s_.bays.size() || p_.right;
            if (!leftWood || !rightWood) {
                problem("shelf_on_nothing", leftWood ? "right" : "left",
                        "Shelves need a side or a divider at both ends.")
                    .cures = {{leftWood ? "With a right side" : "With a left side",
                               {{leftWood ? "right" : "left", true}}},
                              {"No shelves", {{"shelves", 0}}}};
                return;
            }
            const Length x0 = s_.bays[b].first - p_.housing;
            const Length x1 = s_.bays[b].second + p_.housing;
            for (int i = 0; i < n; ++i) {
                const std::string id = s_.bays.size() > 1 ? fmt::format("shelf-{}-{}", b + 1, i + 1)
                                                          : fmt::format("shelf-{}", i + 1);
                const Length z = s_.z0 + clear * (i + 1) + s_.t * i;
                // Below the rail, with no panel and no divider before it, a shelf reaches the wall.
                const bool toWall = p_.back == BoxBack::none && s_.bays.size() == 1 && z + s_.t <= s_.railZ;
                const Length y0 = toWall ? Length() : innerBack();
                const Length deep = std::max(1_mm, front - y0);
                add(blankPart(id,
                              s_.bays.size() > 1 ? fmt::format("shelf {} of bay {}", i + 1, b + 1)
                                                 : fmt::format("shelf {}", i + 1),
                              std::max(1_mm, x1 - x0), deep, s_.t,
                              {{x0.mm(), y0.mm(), z.mm()}, {1, 0, 0}, {0, 1, 0}, {0, 0, 1}}),
                    {fmt::format("length {} is the bay {} and two housings of {}", say(x1 - x0),
                                 say(s_.bays[b].second - s_.bays[b].first), say(p_.housing)),
                     fmt::format("width {} is the depth less what lies behind and before it", say(deep))},
                    {0, 0.6, 0});
                s_.shelves.push_back({id, b});
                for (const std::string& in :
                     {b > 0 ? fmt::format("divider-{}", b) : std::string("side-left"),
                      b + 1 < s_.bays.size() ? fmt::format("divider-{}", b + 1) : std::string("side-right")})
                    let(in, id);
            }
        }
    }

    /// In a groove of the four boards, half a millimetre of play at every edge.
    void backPanel() {
        if (p_.back == BoxBack::none)
            return;
        const Length y0 = panelY();
        const Length tb = p_.backThickness;
        const Length g = std::min(6_mm, s_.t / 3);
        if (y0 + tb > p_.depth - 20_mm) {
            problem("no_room_for_back", "back",
                    fmt::format("Rail and back take {} of a depth of {}.", say(y0 + tb), say(p_.depth)))
                .cures = {{"No back", {{"back", "none"}}}, to("Depth", "depth", p_.depth + 60_mm)};
            return;
        }
        const Length play = Length::mm(0.5);
        const auto reach = [&](bool there) { return there ? g - play : Length(); };
        const Length x0 = s_.x0 - reach(p_.left);
        const Length x1 = s_.x1 + reach(p_.right);
        const Length z0 = s_.z0 - reach(p_.bottom);
        const Length z1 = s_.z1 + reach(p_.top);
        const double gx = p_.left ? play.mm() : 0;
        const ConvexCell groove =
            boxCell({x0.mm() - gx, y0.mm() - (y0 > Length() ? 0 : 1), z0.mm() - (p_.bottom ? play.mm() : 0)},
                    plainAxes,
                    {(x1 - x0).mm() + gx + (p_.right ? play.mm() : 0), tb.mm() + (y0 > Length() ? 0 : 1),
                     (z1 - z0).mm() + (p_.bottom ? play.mm() : 0) + (p_.top ? play.mm() : 0)});
        for (auto& p : d_.assembly.parts) {
            const double before = p.solid.volume();
            subtract(p.solid, groove, 10);
            if (p.solid.volume() < before - 1)
                feature(p, "groove-back", y0 > Length() ? "groove" : "rabbet",
                        fmt::format(
                            "{} wide, {} deep, {} from the rear edge, for the back; stopped where its end "
                            "would show",
                            say(tb), say(g), say(y0)))
                    .sizes = {{"width_mm", tb.mm()}, {"depth_mm", g.mm()}, {"from_mm", y0.mm()}};
        }
        Part& b =
            add(blankPart("back", "back panel", x1 - x0, z1 - z0, tb,
                          {{x0.mm(), (y0 + tb).mm(), z0.mm()}, {1, 0, 0}, {0, 0, 1}, {0, -1, 0}}),
                {fmt::format("length {} and width {}: the clear room and {} into each groove, {} of play",
                             say(x1 - x0), say(z1 - z0), say(g), say(play))},
                {0, -0.4, 0});
        makeOfSheet(b, p_.backSheet, catalog_);
    }

    void cable() {
        Part* b = part("bottom");
        if (!p_.cable || !b)
            return;
        if (p_.cableToOutlet && toOutlet(*b))
            return;
        bore(*b, p_.cableAt, "");
    }

    /// The bay in which a hole finds wood all round, and the place there that is nearest to x.
    [[nodiscard]] Length inABay(Length x) const {
        const Length room = p_.cableD / 2 + 6_mm;
        Length best = p_.cableAt;
        Length away = 1'000'000_mm;
        for (const auto& [from, to] : s_.bays) {
            if (to - from < room * 2)
                continue;
            const Length at = std::clamp(x, from + room, to - room);
            if (abs(at - x) < away) {
                away = abs(at - x);
                best = at;
            }
        }
        return best;
    }

    /// The nearest place that keeps off the rods in the bottom, which are known once something holds the box.
    [[nodiscard]] Length clearOfRods(Length at) const {
        const Length off = p_.cableD / 2 + 25_mm; // half a rod and wood between
        const auto meets = [&](Length place) {
            return std::any_of(ctx_.mountX.begin(), ctx_.mountX.end(),
                               [&](Length x) { return abs(x - place) < off; });
        };
        if (!meets(at))
            return at;
        Length best = at;
        Length away = 1'000'000_mm;
        for (Length x : ctx_.mountX)
            for (Length place : {x - off, x + off})
                if (abs(place - at) < away && !meets(place) && inABay(place) == place) {
                    away = abs(place - at);
                    best = place;
                }
        return best;
    }

    /// Straight above or below the nearest outlet; through the back where that lies behind the box. True when
    /// the hole is made.
    bool toOutlet(Part& bottom) {
        if (ctx_.outlets.empty()) {
            problem("no_outlet", "cable_to_outlet",
                    "No outlet is entered on this wall: the hole stays where it was typed.", false)
                .cures = {{"At a typed place", {{"cable_to_outlet", false}}}};
            return false;
        }
        const auto away = [&](const Vec& o) {
            return abs(o.x - std::clamp(o.x, Length(), p_.length)) +
                   abs(o.z - std::clamp(o.z, Length(), p_.height));
        };
        const Vec o = *std::min_element(ctx_.outlets.begin(), ctx_.outlets.end(),
                                        [&](const Vec& a, const Vec& b) { return away(a) < away(b); });
        // In a bay and clear of the rail, which stands behind the panel.
        const Length room = p_.cableD / 2;
        const bool behind =
            inABay(o.x) == o.x && o.z > s_.z0 + room && o.z < (part("rail") ? s_.railZ : s_.z1) - room;
        if (behind && p_.back == BoxBack::none) {
            problem("no_hole_needed", "cable_to_outlet",
                    "The outlet lies inside the box, whose back is open: the cable needs no hole.", false)
                .cures = {{"No hole", {{"cable", false}}}};
            return true;
        }
        if (Part* back = part("back"); behind && back) {
            d_.derived["cable_at"] = o.x;
            const Cell box = back->bounds();
            back->holes.push_back({"back/cable",
                                   {o.x.mm(), (box.at.y + box.size.y).mm(), o.z.mm()},
                                   {0, -1, 0},
                                   p_.cableD.mm(),
                                   box.size.y.mm(),
                                   "cable"});
            return true;
        }
        const Length at = clearOfRods(inABay(o.x));
        d_.derived["cable_at"] = at;
        const Length cord = abs(o.x - at) + abs(s_.low - o.z);
        bore(bottom, at,
             fmt::format(
                 "{} from the left end, at the wall: the outlet is {} {} and {} beside it; {} of cable lie "
                 "along the wall",
                 say(at), say(abs(s_.low - o.z)), o.z < s_.low ? "lower" : "higher", say(abs(o.x - at)),
                 say(cord)));
        return true;
    }

    void bore(Part& b, Length at, const std::string& route) {
        const double y = innerBack().mm() + p_.cableD.mm() / 2 + 12;
        if (y + p_.cableD.mm() / 2 > p_.depth.mm() - 15 || at - p_.cableD / 2 < s_.x0 ||
            at + p_.cableD / 2 > s_.x1) {
            problem("cable_at_end", "cable_at",
                    fmt::format("A cable hole of {} finds no wood around it there.", say(p_.cableD)))
                .cures.push_back(to("Hole at", "cable_at", (s_.x0 + s_.x1) / 2));
            return;
        }
        if (const Length clear = clearOfRods(at); clear != at)
            problem("cable_meets_rod", "cable_at", "The cable hole meets a rod in the bottom.")
                .cures.push_back(to("Hole at", "cable_at", clear));
        b.holes.push_back(
            {"bottom/cable", {at.mm(), y, s_.z0.mm()}, {0, 0, -1}, p_.cableD.mm(), s_.t.mm(), "cable"});
        if (!route.empty())
            feature(b, "cable-way", "hole", route).sizes = {{"diameter_mm", p_.cableD.mm()},
                                                            {"from_mm", at.mm()}};
    }
};

} // namespace

void addBoxInside(const BoxWith& with) {
    BoxInside(with).run();
}

} // namespace owl
