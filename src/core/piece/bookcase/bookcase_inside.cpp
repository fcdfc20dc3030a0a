#include "piece/bookcase/bookcase_shape.h"

#include <algorithm>
#include <fmt/format.h>

// What stands inside a bookcase: rails, dividers, shelves with their strips, the back panel.
namespace owl {
namespace {

const Length shelfPlay = 1_mm; // of a loose shelf at each end

class BookcaseInside : BookcaseWork {
  public:
    using BookcaseWork::BookcaseWork;

    void run() {
        railSize();
        for (const auto& section : s_.sections)
            rails(section);
        dividers();
        shelves();
        for (const auto& section : s_.sections)
            backPanel(section);
        cableHole();
    }

  private:
    void railSize() {
        if (!wantsRail())
            return;
        const Length room = s_.z1 - s_.z0;
        if (p_.railHeight < 40_mm || p_.railHeight > room / 2)
            problem("rail_height", "rail_height",
                    p_.railHeight < 40_mm
                        ? fmt::format("A rail {} high holds no wall screw well; {} does.", say(p_.railHeight),
                                      say(50_mm))
                        : fmt::format("A rail of {} does not fit inside, where there are {}.",
                                      say(p_.railHeight), say(room)))
                .cures.push_back(to("Rail", "rail_height", std::min(70_mm, room / 3)));
    }
    void rails(const Section& section) {
        if (!wantsRail())
            return;
        const Length high = std::clamp(p_.railHeight, 1_mm, std::max(1_mm, (s_.z1 - s_.z0) / 2));
        rail(section, "rail", "rail", s_.z1 - high, high);
        if (!panel())
            rail(section, "rail-low", "lower rail", std::max(s_.z0, s_.notchHigh), high);
    }
    void rail(const Section& section, const char* id, const char* name, Length z, Length high) {
        const Length wide = section.in1 - section.in0;
        Part& r = addCase(
            blankPart(id + section.tag, name + section.of, std::max(1_mm, wide), high, s_.t,
                      {{section.in0.mm(), (s_.railY + s_.t).mm(), z.mm()}, {1, 0, 0}, {0, 0, 1}, {0, -1, 0}}),
            {fmt::format("length {} is the clear width", say(wide)),
             fmt::format("height {} as asked for", say(high))},
            {0, -1, 0});
        if (!section.tag.empty())
            r.continues = id;
        r.finished = p_.back != CaseBack::letIn; // hidden behind the panel
    }

    void dividers() {
        const Length h = housed() ? p_.housing : Length();
        const Length low = s_.z0 - h;
        const Length high = s_.z1 + h;
        const Length front = p_.depth - p_.setBack;
        int count = 0;
        for (std::size_t i = 0; i + 1 < s_.bays.size(); ++i) {
            if (!divided(i + 1))
                continue;
            const std::string id = dividerBefore(i + 1);
            const std::string& tag = sectionOf(i).tag;
            Part& d = addCase(
                blankPart(
                    id, fmt::format("divider {}", ++count), std::max(1_mm, high - low),
                    std::max(1_mm, front - s_.innerY), s_.t,
                    {{s_.bays[i].second.mm(), s_.innerY.mm(), low.mm()}, {0, 0, 1}, {0, 1, 0}, {1, 0, 0}}),
                {h > Length() ? fmt::format("length {} is the clear height {} and two housings of {}",
                                            say(high - low), say(s_.z1 - s_.z0), say(h))
                              : fmt::format("length {} is the clear height", say(high - low)),
                 fmt::format("width {} is the depth less what lies behind and before it",
                             say(front - s_.innerY))},
                {0, 0.4, 0});
            for (const char* r : {"rail", "rail-low"})
                let(id, r + tag, "notch"); // it runs through behind the divider
            notchOver(d);
            if (h > Length())
                for (const char* in : {"bottom", "top"})
                    let(in + tag, id);
        }
    }
    /// Upper faces of what the openings end at: shelves of a bay, from the bottom up.
    [[nodiscard]] std::vector<Length> levels() {
        const Length clear = s_.z1 - s_.z0;
        std::vector<Length> opening = p_.openings;
        bool equal = false;
        Length used;
        for (Length o : opening)
            used += o + s_.ts;
        if (!opening.empty() && used > clear - 30_mm) {
            problem("openings_too_high", "openings",
                    fmt::format("The openings and their shelves need {}; inside there are {}, and a last "
                                "opening is to be left.",
                                say(used), say(clear)))
                .cures = {{"Equal openings", {{"openings", nlohmann::ordered_json::array()}}},
                          to("Height", "height", p_.height + used - clear + 200_mm)};
            opening.clear();
        }
        if (opening.empty()) {
            const int n = std::clamp(p_.shelves, 0, 60);
            const Length each = (clear - s_.ts * n) / (n + 1);
            if (n > 0 && each < 30_mm) {
                problem("shelves_do_not_fit", "shelves",
                        fmt::format("{} shelves of {} leave {} between them.", n, say(s_.ts),
                                    say(std::max(Length(), each))))
                    .cures = {
                    {"Fewer shelves",
                     {{"shelves",
                       std::max(0, static_cast<int>((clear + s_.ts).mm() / (240_mm + s_.ts).mm()) - 1)}}},
                    to("Height", "height", p_.height + (200_mm - each) * (n + 1))};
                return {};
            }
            opening.assign(static_cast<std::size_t>(n), each);
            equal = true;
        }
        std::vector<Length> out;
        Length z = s_.z0;
        for (Length o : opening) {
            out.push_back(equal ? atMark(z + o) : z + o);
            z += o + s_.ts;
        }
        return out;
    }

    [[nodiscard]] bool isLoose(std::size_t i, std::size_t n) const {
        return p_.fixed == CaseFixed::none || (p_.fixed == CaseFixed::middle && i != n / 2);
    }

    void shelves() {
        const auto at = levels();
        for (std::size_t b = 0; b < s_.bays.size(); ++b)
            for (std::size_t i = 0; i < at.size(); ++i)
                shelf(b, i, at[i], isLoose(i, at.size()));
        const Part* r = part("rail");
        const bool met = r && !at.empty() && at.back() + s_.ts > r->bounds().at.z;
        const Part* lower = part("rail-low");
        const bool below = lower && !at.empty() && at.front() < lower->bounds().at.z + lower->width;
        if (met || below)
            problem("rail_hits_shelf", "rail_height",
                    fmt::format("The {} reaches into the {} shelf.", met ? "rail" : "lower rail",
                                met ? "uppermost" : "lowest"))
                .cures = {to("Rail", "rail_height",
                             std::max(40_mm, met ? s_.z1 - at.back() - s_.ts - 5_mm
                                                 : at.front() - lower->bounds().at.z - 5_mm)),
                          {"Fewer shelves", {{"shelves", std::max(0, p_.shelves - 1)}}}};
    }

    void shelf(std::size_t b, std::size_t i, Length z, bool loose) {
        const std::string id =
            s_.bays.size() > 1 ? fmt::format("shelf-{}-{}", b + 1, i + 1) : fmt::format("shelf-{}", i + 1);
        const Length in = loose ? -shelfPlay : housed() ? p_.housing : Length();
        const Length x0 = s_.bays[b].first - in;
        const Length x1 = s_.bays[b].second + in;
        const Length y0 = behind(z, s_.innerY);
        const Length deep = std::max(1_mm, shelfFront() - y0);
        const Length bay = s_.bays[b].second - s_.bays[b].first;
        addCase(blankPart(id,
                          s_.bays.size() > 1 ? fmt::format("shelf {} of bay {}", i + 1, b + 1)
                                             : fmt::format("shelf {}", i + 1),
                          std::max(1_mm, x1 - x0), deep, s_.ts,
                          {{x0.mm(), y0.mm(), z.mm()}, {1, 0, 0}, {0, 1, 0}, {0, 0, 1}}),
                {loose ? fmt::format("length {} is the bay {} less {} of play at each end", say(x1 - x0),
                                     say(bay), say(shelfPlay))
                 : in > Length() ? fmt::format("length {} is the bay {} and two housings of {}", say(x1 - x0),
                                               say(bay), say(in))
                                 : fmt::format("length {} is the bay", say(x1 - x0)),
                 fmt::format("width {} is the depth less what lies behind and before it", say(deep))},
                {0, 0.6, 0});
        s_.shelves.push_back({id, b, loose, z});
        if (!loose && housed())
            for (const std::string& side : {leftOf(b), rightOf(b)})
                let(side, id);
        strip(id, b, loose, z);
    }

    /// Along the front of a shelf: level with it, hanging below it, or standing above it as a lip.
    void strip(const std::string& shelf, std::size_t b, bool loose, Length z) {
        if (p_.strip == CaseStrip::none)
            return;
        const Length high = p_.strip == CaseStrip::level ? s_.ts : std::max(s_.ts, p_.stripHeight);
        const Length low = p_.strip == CaseStrip::below ? z + s_.ts - high : z;
        const Length play = loose ? shelfPlay : Length();
        const Length x0 = s_.bays[b].first + play;
        const Length long_ = s_.bays[b].second - play - x0;
        const Length y1 = p_.depth - p_.setBack;
        add(blankPart("strip-" + shelf, "strip of " + part(shelf)->name, std::max(1_mm, long_), high,
                      p_.stripThickness, {{x0.mm(), y1.mm(), low.mm()}, {1, 0, 0}, {0, 0, 1}, {0, -1, 0}}),
            {fmt::format("length {} is the bay{}", say(long_), loose ? " less the shelf's play" : ""),
             p_.strip == CaseStrip::level ? std::string("as high as the shelf is thick")
                                          : fmt::format("height {} as asked for", say(high)),
             "ripped and rounded on the long strip, then cut to length: short strips are not safe at the "
             "saw"},
            {0, 1.2, 0});
    }

    void backPanel(const Section& section) {
        if (!panel())
            return;
        const bool inGroove = p_.back == CaseBack::letIn;
        const Length tb = p_.backThickness;
        const Length g = inGroove ? std::min(6_mm, s_.t / 3) : s_.t / 2;
        const Length play = p_.back == CaseBack::nailed ? Length() : Length::mm(0.5);
        const Length y0 = inGroove ? s_.t : Length();
        const bool over = p_.back == CaseBack::nailed;
        const Length x0 = over ? section.x0 : section.in0 - g + play;
        const Length x1 = over ? section.x1 : section.in1 + g - play;
        const Length foot = std::max(inGroove ? s_.z0 - g + play : s_.low, s_.notchHigh);
        const Length head = inGroove ? s_.z1 + g - play : p_.topOver && !over ? s_.z1 : p_.height;
        if (head - foot < 50_mm || x1 - x0 < 50_mm)
            return;
        if (!over)
            grooves(section, x0 - play, x1 + play, foot - play, head + play, y0, tb, g);
        // Its grain runs the long way, as sheets are sold.
        const Length wide = x1 - x0;
        const Length high = head - foot;
        const bool tall = high > wide;
        const Pose pose = tall ? Pose{{x0.mm(), y0.mm(), foot.mm()}, {0, 0, 1}, {1, 0, 0}, {0, 1, 0}}
                               : Pose{{x0.mm(), (y0 + tb).mm(), foot.mm()}, {1, 0, 0}, {0, 0, 1}, {0, -1, 0}};
        Part& b = add(blankPart("back" + section.tag, "back panel" + section.of, tall ? high : wide,
                                tall ? wide : high, tb, pose),
                      {over ? fmt::format("{} across is the {}'s length", say(wide),
                                          s_.sections.size() > 1 ? "section" : "case")
                            : fmt::format("{} across is the clear width and {} on each side, {} of play",
                                          say(wide), say(g), say(play)),
                       fmt::format("{} high from {} to {}", say(high),
                                   foot > s_.low ? "above the baseboard" : "the bottom",
                                   head < p_.height ? "under the top" : "the upper edge of the top")},
                      {0, -0.4, 0});
        if (!section.tag.empty())
            b.continues = "back";
        makeOfSheet(b, p_.backSheet, catalog_);
    }

    /// Before the outlet that is nearest, moved into a bay and off the shelves by the least.
    void cableHole() {
        if (!p_.backHole || !part("back"))
            return;
        const Length d = 60_mm;
        const Length room = d / 2 + 10_mm;
        const Cell box = part("back")->bounds();
        const auto away = [&](const Vec& o) {
            return abs(o.x - p_.length / 2) + abs(o.z - std::clamp(o.z, Length(), p_.height));
        };
        const auto nearest = std::min_element(ctx_.outlets.begin(), ctx_.outlets.end(),
                                              [&](const Vec& a, const Vec& b) { return away(a) < away(b); });
        const Vec wish = nearest != ctx_.outlets.end()
                             ? *nearest
                             : Vec{(s_.bays.front().first + s_.bays.front().second) / 2, {}, s_.z0 + 60_mm};
        std::optional<Vec> best;
        std::size_t in = 0; // which bay
        Length least = 1'000'000_mm;
        for (std::size_t b = 0; b < s_.bays.size(); ++b)
            for (const auto& [z0, z1] : openings(b)) {
                const Length low = std::max(z0, box.at.z);
                const Length high = std::min(z1, box.at.z + box.size.z);
                if (high - low < room * 2 || s_.bays[b].second - s_.bays[b].first < room * 2)
                    continue;
                const Vec at{std::clamp(wish.x, s_.bays[b].first + room, s_.bays[b].second - room),
                             {},
                             std::clamp(wish.z, low + room, high - room)};
                const Length far = abs(at.x - wish.x) + abs(at.z - wish.z);
                if (far < least) {
                    least = far;
                    best = at;
                    in = b;
                }
            }
        if (!best) {
            problem("no_room_for_cables", "back_hole",
                    fmt::format("No opening is as high and wide as a hole of {} asks for.", say(d)), false)
                .cures = {{"No hole", {{"back_hole", false}}}};
            return;
        }
        Part* back = part("back" + sectionOf(in).tag);
        if (!back)
            return;
        back->holes.push_back({back->id + "/cable",
                               {best->x.mm(), (box.at.y + box.size.y).mm(), best->z.mm()},
                               {0, -1, 0},
                               d.mm(),
                               box.size.y.mm(),
                               "cable"});
    }

    /// Clear heights of a bay from the bottom, the rail under the top left out.
    [[nodiscard]] std::vector<std::pair<Length, Length>> openings(std::size_t bay) const {
        std::vector<Length> at;
        for (const auto& shelf : s_.shelves)
            if (shelf.bay == bay)
                at.push_back(shelf.z);
        std::sort(at.begin(), at.end());
        std::vector<std::pair<Length, Length>> out;
        Length from = s_.z0;
        for (Length z : at) {
            out.emplace_back(from, z);
            from = z + s_.ts;
        }
        out.emplace_back(from, wantsRail() ? s_.z1 - p_.railHeight : s_.z1);
        return out;
    }

    /// A rabbet at the rear of the sides, or a groove in all four boards.
    void grooves(const Section& section, Length x0, Length x1, Length z0, Length z1, Length y0, Length tb,
                 Length g) {
        const bool inGroove = p_.back == CaseBack::letIn;
        const double more = inGroove ? 0 : 1; // past the rear edge
        const double low = inGroove ? z0.mm() : s_.sideLow.mm() - 1;
        const double high = inGroove ? z1.mm() : s_.sideHigh.mm() + 1;
        const ConvexCell tool =
            boxCell({x0.mm(), y0.mm() - more, low}, plainAxes, {(x1 - x0).mm(), tb.mm() + more, high - low});
        for (auto& p : d_.assembly.parts) {
            const bool mine = p.id == section.left || p.id == section.right ||
                              (inGroove && (p.id == "bottom" + section.tag || p.id == "top" + section.tag));
            const double before = p.solid.volume();
            if (mine)
                subtract(p.solid, tool, 10);
            if (mine && p.solid.volume() < before - 1)
                feature(p, "groove-back", inGroove ? "groove" : "rabbet",
                        inGroove
                            ? fmt::format("{} wide, {} deep, {} from the rear edge, for the back; stopped "
                                          "where its end would show",
                                          say(tb), say(g), say(y0))
                            : fmt::format("{} wide and {} deep along the inner rear edge, for the back",
                                          say(g), say(tb)))
                    .sizes = {{"width_mm", (inGroove ? tb : g).mm()},
                              {"depth_mm", (inGroove ? g : tb).mm()},
                              {"from_mm", y0.mm()}};
        }
    }
};

} // namespace

void addBookcaseInside(const BookcaseWith& with) {
    BookcaseInside(with).run();
}

} // namespace owl
