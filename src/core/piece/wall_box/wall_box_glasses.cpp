#include "joint/fit.h"
#include "joint/place.h"
#include "piece/wall_box/wall_box_shape.h"

#include <algorithm>
#include <fmt/format.h>

// Rails under a wall box, from which stemmed glasses hang by their feet.
namespace owl {
namespace {

class GlassRails : BoxWork {
  public:
    using BoxWork::BoxWork;

    void run() { glassRails(); }

  private:
    /// Strips under the bottom, rebated along both upper edges: a foot slides in between two of them, the
    /// stem hangs in the gap. The outer ones are single: they carry on one side only.
    void glassRails() {
        const Part* b = part("bottom");
        const int n = std::clamp(p_.glasses, 0, 60);
        if (n == 0 || !b)
            return;
        const Length pitch = p_.foot + 8_mm; // feet keep 8 mm between them
        const Length gap = p_.stem + 6_mm;
        const Length strip = pitch - gap;
        const Length bearing = (p_.foot - gap) / 2 - 3_mm; // of each side of a foot
        const Length web = strip - (bearing + 3_mm) * 2;
        const Length whole = pitch * (n - 1) + gap + (bearing + 3_mm + web) * 2;
        if (bearing < 6_mm || web < 6_mm) {
            problem("foot_too_small", "foot",
                    fmt::format("A foot of {} and a stem of {} leave no ledge for the glass to hang by.",
                                say(p_.foot), say(p_.stem)))
                .cures.push_back(to("Foot", "foot", p_.stem + 50_mm));
            return;
        }
        const Length clear = s_.x1 - s_.x0;
        if (whole > clear - 4_mm) {
            problem(
                "glasses_do_not_fit", "glasses",
                fmt::format("{} glasses need {}; between the sides there are {}.", n, say(whole), say(clear)))
                .cures = {{"Fewer glasses",
                           {{"glasses", std::max(0, static_cast<int>((clear - 40_mm).mm() / pitch.mm()))}}},
                          to("Length", "length", p_.length + whole - clear + 20_mm)};
            return;
        }
        if (s_.t < 15_mm) {
            problem("glass_rails_too_thin", "thickness",
                    fmt::format("Strips of {} leave nothing under a rebate for the feet.", say(s_.t)))
                .cures.push_back(to("Boards", "thickness", 18_mm));
            return;
        }
        // Where the bottom lies in from the sides' ends they hang between the sides.
        const Length up = std::max(Length(), s_.t - s_.low);
        moveUp(d_.assembly, up);
        const Length z = s_.low + up - s_.t;
        const Length deep = s_.t / 2; // for the foot
        const Length front = p_.depth - bevelDeep();
        Length x = s_.x0 + (clear - whole) / 2;
        for (int i = 0; i <= n; ++i) {
            const bool first = i == 0;
            const bool last = i == n;
            const Length wide = first || last ? bearing + 3_mm + web : strip;
            Part r = blankPart(fmt::format("glass-rail-{}", i + 1), fmt::format("glass rail {}", i + 1),
                               std::max(1_mm, front), wide, s_.t,
                               {{x.mm(), 0, z.mm()}, {0, 1, 0}, {1, 0, 0}, {0, 0, 1}});
            const double cut = (bearing + 3_mm).mm();
            const double L = front.mm() + 1;
            if (!first)
                subtract(r.solid, toolIn(r, {-1, L}, {-1, cut}, {(s_.t - deep).mm(), s_.t.mm() + 1}), 6);
            if (!last)
                subtract(
                    r.solid,
                    toolIn(r, {-1, L}, {wide.mm() - cut, wide.mm() + 1}, {(s_.t - deep).mm(), s_.t.mm() + 1}),
                    7);
            feature(
                r, "rabbet", "rabbet",
                fmt::format(
                    "{} wide, {} deep along {} upper {}, for feet of {}; cut on a wide strip before it is "
                    "ripped narrow",
                    say(bearing + 3_mm), say(deep), first || last ? "the inner" : "both",
                    first || last ? "edge" : "edges", say(p_.foot)))
                .sizes = {{"width_mm", (bearing + 3_mm).mm()}, {"depth_mm", deep.mm()}};
            r.why = {
                fmt::format("length {} is the depth", say(front)),
                fmt::format("width {}: a foot and {} from middle to middle, less a gap of {} for the stem",
                            say(wide), say(8_mm), say(gap))};
            r.apart = {0, 0, -1.2};
            // Through the web, which is all of it that meets the bottom.
            const Length middle = first ? x + web / 2 : last ? x + wide - web / 2 : x + wide / 2;
            screwGlassRail(r.id, {middle, front, z}, web);
            d_.assembly.parts.push_back(std::move(r));
            x += wide + gap;
        }
        for (auto& j : d_.assembly.joints)
            if (j.id.starts_with("glass-rail"))
                placeFasteners(j, d_.assembly, catalog_);
    }

    /// `at`: middle of the web, its front end, its lower face.
    void screwGlassRail(const std::string& id, const Vec& at, Length web) {
        Joint j;
        j.id = id + "-bottom";
        j.first = id;
        j.second = "bottom";
        j.drivenFrom = "below";
        j.carries = false;
        j.through = s_.t;
        j.how = Joinery::screws; // dry: its grain runs across the bottom's, which moves
        j.glued = false;
        // A divider let in from above leaves too little over its housing; the back's groove is passed in
        // front.
        const bool under = std::any_of(s_.bays.begin(), s_.bays.end() - 1, [&](const auto& bay) {
            return abs(bay.second + s_.t / 2 - at.x) < s_.t / 2 + 8_mm;
        });
        const Length wood = under ? s_.t - p_.housing : s_.t;
        const Length behind = p_.back == BoxBack::none ? 25_mm : panelY() + p_.backThickness + 8_mm;
        const Length middle = std::max(at.y / 2, behind + 15_mm);
        const Length apart = std::min({60_mm, middle - behind, at.y - middle - 15_mm});
        if (!fitScrew(j, {s_.t, wood, std::max(web, 12_mm)}, PlugWay::filled, ctx_, catalog_).empty()) {
            j.how = Joinery::glue;
            j.glued = true;
        } else if (apart < 10_mm) { // too shallow before its back for two
            j.spots.push_back({{at.x, std::max(behind, std::min(middle, at.y - 15_mm)), at.z}});
        } else {
            for (Length y : {middle - apart, middle + apart})
                j.spots.push_back({{at.x, y, at.z}});
        }
        d_.assembly.joints.push_back(std::move(j));
    }
};

} // namespace

void addGlassRails(const BoxWith& with) {
    GlassRails(with).run();
}

} // namespace owl
