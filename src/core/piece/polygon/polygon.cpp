#include "joint/contact.h"
#include "joint/spline.h"
#include "piece/case_builder.h"
#include "piece/polygon/polygon_shape.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <numbers>

// x along the wall, z up, the ring's front at y = depth. Staves are counted from the lowest one against the
// clock as one looks at the piece; between neighbours lies a mitre through the ring's middle. A rail inside,
// scribed between the uppermost staves, is what the wall sees.

namespace owl {
namespace {

constexpr double degree = std::numbers::pi / 180;
constexpr double level = 1e-9; // of a normal's x or z: it looks straight up or down

class PolygonBuilder : CaseBuilder {
  public:
    PolygonBuilder(const PolygonParams& p, const MakeContext& ctx, Draft& d, const Catalog& c)
        : CaseBuilder(ctx, d, c), p_(p), r_(ringOf(p)) {}

    void run() {
        if (!checked())
            return;
        for (int k = 0; k < r_.n; ++k)
            stave(k);
        rail();
        edges();
        mitres();
        railJoints();
        carriage();
        dimensions();
    }

  private:
    [[nodiscard]] static std::string id(int k) { return fmt::format("stave-{}", k + 1); }
    [[nodiscard]] int next(int k) const { return (k + 1) % r_.n; }
    [[nodiscard]] std::string mitre(int k) const { // between a stave and the next one
        return fmt::format("mitre-{}-{}", k + 1, next(k) + 1);
    }

    /// False where nothing can be drawn.
    bool checked() {
        const double least = std::max(10.0, r_.t);
        if (r_.s < least) {
            // A side grows as the size does, the loss at its ends stays.
            const double more = (r_.S - r_.s + least + 20) / std::max(1.0, r_.S);
            problem("does_not_close", "size",
                    fmt::format("Boards {} thick leave {} of a side of {}: the ring closes on itself.",
                                say(p_.thickness), r_.s > 0 ? say(Length::mm(r_.s)) : "nothing",
                                say(Length::mm(r_.S))))
                .cures = {to("Size", "size", Length::mm(std::ceil(p_.size.mm() * more))),
                          to("Boards", "thickness", std::max(3_mm, p_.thickness / 3))};
            if (r_.s < 1)
                return false;
        }
        if (r_.S < 60)
            problem("short_staves", "size",
                    fmt::format("Staves of {} are too short to be held at the saw; from {} on they are not.",
                                say(Length::mm(r_.S)), say(60_mm)),
                    false)
                .cures.push_back(to("Size", "size", Length::mm(std::ceil(p_.size.mm() * 62 / r_.S))));
        if (r_.S > 2400)
            problem("too_large", "size", "Staves so long are longer than the boards sold.")
                .cures.push_back(to("Size", "size", Length::mm(std::floor(p_.size.mm() * 600 / r_.S))));
        if (p_.depth < 40_mm)
            problem("too_shallow", "depth",
                    fmt::format("A depth of {} holds nothing; {} does.", say(p_.depth), say(80_mm)))
                .cures.push_back(to("Depth", "depth", 80_mm));
        return true;
    }

    void stave(int k) {
        const Vec3 out = r_.outward(k);
        const Vec3 u = r_.along(k);
        Part p = blankPart(id(k), fmt::format("stave {}", k + 1), Length::mm(r_.S), p_.depth, p_.thickness,
                           {r_.middle() + out * r_.apothem - u * (r_.S / 2), u, {0, 1, 0}, -out});
        for (const double side : {1.0, -1.0}) {
            const double at = r_.angle(k) + side * r_.half * degree;
            clip(p.solid, planeThrough(r_.middle(), Vec3{-std::sin(at), 0, std::cos(at)} * side), 6);
        }
        add(std::move(p),
            {fmt::format("length {} outside, {} inside, long point to long point and short to short",
                         say(Length::mm(r_.S)), say(Length::mm(r_.s))),
             fmt::format("width {} is the depth", say(p_.depth)),
             "staves are counted from the lowest one against the clock, as one looks at them"},
            out * 0.7);
        feature(*part(id(k)), "mitre", "mitre", mitreWords()).sizes = {
            {"angle_deg", r_.half}, {"outside_mm", r_.S}, {"inside_mm", r_.s}};
    }

    /// Both ends lean towards each other, the long side outside.
    [[nodiscard]] std::string mitreWords() const {
        std::string saw =
            r_.half <= 47
                ? fmt::format("sawn with the blade at {:.4g}°", r_.half)
                : fmt::format("sawn at {:.4g}°, more than a saw tilts: the board stands on its end in a "
                              "jig, the blade at {:.4g}°",
                              r_.half, 90 - r_.half);
        return fmt::format(
            "both ends {}, opposite ways, the long side outwards: {} outside, {} inside; all {} on "
            "one stop. A saw that is off by 0.25° opens the last joint by {}",
            saw, about(r_.S), about(r_.s), r_.n, gapWords());
    }

    /// To the nearest mark of the tape: what is only looked at.
    [[nodiscard]] std::string about(double mm) const { return say(nearestMark(Length::mm(mm))); }
    [[nodiscard]] std::string gapWords() const {
        const double gap = lastGap(r_, 0.25);
        return ctx_.units == "in" ? fmt::format("about {:.0f} hundredths of an inch", gap / 25.4 * 100)
                                  : say(Length::mm(std::round(gap * 10) / 10));
    }

    /// The stave that lies level on top; -1: a corner is there.
    [[nodiscard]] int topStave() const {
        for (int k = 0; k < r_.n; ++k)
            if (std::abs(r_.outward(k).x) < level && r_.outward(k).z > 0)
                return k;
        return -1;
    }

    /// Under the top stave, or lower where a corner leaves it too little length: two thirds of what lies
    /// between the next corners.
    void rail() {
        const double inner = r_.apothem - r_.t;
        railTop_ = r_.cz + inner;
        if (topStave() < 0) {
            const double corner = r_.s / (2 * std::sin(r_.half * degree));
            const double wants = std::max(40.0, r_.s * 2 * std::cos(r_.half * degree) * 0.65);
            // Two staves fall from the corner by 180/n each side of it.
            railTop_ = r_.cz + corner - wants / 2 * std::tan(r_.half * degree);
        }
        const double high = std::min(p_.railHeight.mm(), railTop_ - r_.cz + inner / 2);
        Part rail = blankPart("rail", "rail", Length::mm(r_.wide), Length::mm(std::max(1.0, high)),
                              p_.thickness, {{0, r_.t, railTop_ - high}, {1, 0, 0}, {0, 0, 1}, {0, -1, 0}});
        double scribed = 0; // degrees that its ends lean
        for (int k = 0; k < r_.n; ++k) {
            const Vec3 out = r_.outward(k);
            const double before = rail.solid.volume();
            clip(rail.solid, planeThrough(r_.middle() + out * inner, out), 6);
            if (std::abs(out.x) > level && out.z > level && rail.solid.volume() < before - 1)
                scribed = std::max(scribed, std::asin(out.z) / degree);
        }
        fitBlank(rail);
        add(std::move(rail), {"length: between the staves", "height as asked for"}, {0, -0.5, 0});
        Part& made = *part("rail");
        if (scribed > 0)
            feature(
                made, "bevel", "bevel",
                "its ends scribed to the staves that they meet: hold it where it goes and mark along them")
                .sizes = {{"angle_deg", scribed}};
        if (p_.railHeight < 40_mm || p_.railHeight.mm() > high + 0.5)
            problem("rail_height", "railHeight",
                    p_.railHeight < 40_mm
                        ? fmt::format("A rail of {} has no room for wall screws; {} has.", say(p_.railHeight),
                                      say(45_mm))
                        : fmt::format("In this ring the rail is no higher than {}.", say(Length::mm(high))),
                    p_.railHeight < 40_mm)
                .cures.push_back(
                    to("Rail", "rail_height", p_.railHeight < 40_mm ? 45_mm : Length::mm(std::floor(high))));
    }

    void edges() {
        if (p_.edge == EdgeShape::square)
            return;
        const double size = std::min(p_.edgeSize, p_.thickness / 3).mm();
        if (p_.edgeSize > p_.thickness / 3)
            problem("edge_too_big", "edge_size",
                    fmt::format("A {} of {} takes more than a third of boards {} thick.", edgeName(p_.edge),
                                say(p_.edgeSize), say(p_.thickness)),
                    false)
                .cures.push_back(to("Size", "edge_size", p_.thickness / 4));
        for (int k = 0; k < r_.n; ++k) {
            std::vector<Part> one{*part(id(k))};
            const Vec3 out = r_.outward(k);
            const Vec3 at =
                r_.middle() + out * r_.apothem - r_.along(k) * (r_.S / 2) + Vec3{0, p_.depth.mm(), 0};
            shapeArris(one, {at, {0, 1, 0}, out, r_.S, r_.along(k)}, p_.edge, size, 20);
            *part(id(k)) = std::move(one.front());
        }
        Part& last = *part(id(r_.n - 1));
        feature(last, "profile", "profile",
                fmt::format("{} of {} round the outer front edges of the ring", edgeName(p_.edge),
                            say(Length::mm(size))))
            .sizes = {{"size_mm", size}};
        d_.assembly.shapedTogether = last.id + "/profile";
    }

    void mitres() {
        const double deep = splineDepth(r_.t, r_.half);
        const bool splined = p_.fixing == PolygonFix::splines && deep >= 3;
        if (p_.fixing == PolygonFix::splines && !splined)
            problem("no_splines", "fixing",
                    fmt::format("Boards of {} are too thin for splines in mitres of {:.4g}°.",
                                say(p_.thickness), r_.half))
                .cures = {to("Boards", "thickness", 18_mm), {"Glue alone", {{"fixing", "glue"}}}};
        std::vector<Part> strips;
        for (int k = 0; k < r_.n; ++k) {
            Joint j = named(mitre(k), id(k), id(next(k)), "mitre");
            meet(j, d_.assembly, {}, ctx_, catalog_);
            j.note =
                "Lay all staves in a row, outside up, points touching, and tape every seam; turn the row "
                "over, "
                "glue the mitres, roll the ring up and tape it shut, the last two boards as well. Compare "
                "opposite corners before the glue grips.";
            if (splined && j.contact) {
                // Both cheeks of a slot, less the more their grain leans from the spline (S10.8): half up to
                // 45 degrees, a third beyond.
                j.glueArea = 2 * deep * p_.depth.mm() / (r_.half <= 45 ? 2 : 3);
                strips.push_back(cutSpline(
                    d_.assembly, j, deep,
                    fmt::format("the board stands on its mitre against a fence at {:.4g}°", 90 - r_.half),
                    ctx_, catalog_));
            }
            keep(std::move(j));
        }
        for (auto& s : strips) {
            Joint own = splineJoint(*d_.assembly.joint(s.id.substr(std::string("spline-").size())), s);
            d_.assembly.parts.push_back(std::move(s));
            keep(std::move(own));
        }
    }

    /// Through the staves that its upper edge or its ends lie against, from outside.
    void railJoints() {
        const int top = topStave();
        for (int k = 0; k < r_.n; ++k) {
            if (top >= 0 ? k != top : !upper(k))
                continue;
            Joint j = named("rail-" + id(k), id(k), "rail", "butt");
            j.sits = "The rail lies inside, flush with the rear edges.";
            Joining way{.how = Joinery::screwsGlue,
                        .shows = true,
                        .plugs = p_.plugs,
                        .spacing = 110_mm,
                        .end = 30_mm};
            for (Vec3 at : wallScrews()) {
                at.z = screwRow();
                way.clear.push_back(at);
            }
            way.clearBy = 14_mm;
            way.atMost = true;
            const std::string why = meet(j, d_.assembly, way, ctx_, catalog_);
            if (!why.empty() && firstTold())
                problem("no_rail_screw", "size", why).cures = {
                    to("Size", "size", Length::mm(std::ceil(p_.size.mm() * 1.3 / 10) * 10)),
                    to("Size", "size", Length::mm(std::ceil(p_.size.mm() * 1.8 / 10) * 10)),
                    to("Boards", "thickness", 18_mm)};
            carriers_.push_back(k);
            keepPlugged(std::move(j), p_.plugs, p_.species);
        }
    }
    /// How high the wall screws go through the rail.
    [[nodiscard]] double screwRow() { return railTop_ - std::min(20.0, part("rail")->width.mm() / 2); }
    /// One of the two that meet in the uppermost corner.
    [[nodiscard]] bool upper(int k) const {
        for (const double side : {1.0, -1.0})
            if (std::abs(std::sin(r_.angle(k) + side * r_.half * degree) - 1) < 1e-9)
                return true;
        return false;
    }

    void carriage() {
        Assembly& a = d_.assembly;
        a.length = Length::mm(r_.wide);
        a.depth = p_.depth;
        a.height = a.top = Length::mm(r_.high);
        surface();
        hangs();
        const Part& rail = *part("rail");
        const Bounds3 b = rail.solid.bounds();
        const double row = screwRow();
        const double half = std::max(0.0, r_.clearHalf(row));
        RailSeat seat;
        seat.part = "rail";
        seat.through = p_.thickness;
        seat.left = Length::mm(r_.cx - half);
        seat.right = Length::mm(r_.cx + half);
        seat.rows = {Length::mm(row)};
        seat.joint = carriers_.empty() ? "" : "rail-" + id(carriers_.front());
        seat.leans = Length::mm(railTop_); // the lowest rear edge presses on the wall
        a.seats.emplace_back(std::move(seat));
        a.member.rects = {{"rail", r_.t, rail.width.mm(), b.low.z, 0}};
        if (const int top = topStave(); top >= 0)
            a.member.rects.push_back({id(top), p_.depth.mm(), r_.t, r_.high - r_.t, 0});
        a.member.glued = false;
        a.member.words = "rail and top stave bend side by side";
    }

    /// Level on the lowest stave; in a corner what lies on both of them, as high as half of each.
    void surface() {
        Assembly& a = d_.assembly;
        const Vec3 out = r_.outward(0);
        const bool flat = !r_.cornerDown;
        const double low = flat ? r_.t : r_.cz - r_.s / (2 * std::sin(r_.half * degree));
        const double half = flat ? r_.s / 2 : r_.s / 2 * std::abs(out.z);
        const double up = flat ? 0 : half * std::tan(r_.half * degree);
        Surface s;
        s.id = s.name = "bottom";
        s.x0 = Length::mm(r_.cx - half);
        s.x1 = Length::mm(r_.cx + half);
        s.y0 = Length();
        s.y1 = p_.depth;
        s.z = Length::mm(low + up);
        s.room = Length::mm(std::max(0.0, railTop_ - low - up));
        a.surfaces.push_back(std::move(s));
        a.surfaceFront = p_.depth;
        a.surfaceZ = Length::mm(low + up);
        const double ends = flat ? r_.s / 2 : r_.S * std::cos(r_.half * degree);
        const int left = r_.n - 1;
        a.spans.push_back({id(0),
                           {"bottom"},
                           {Length::mm(r_.cx - ends), Length::mm(r_.cx + ends)},
                           p_.depth,
                           p_.thickness,
                           {mitre(flat ? left : left - 1), mitre(0)}});
    }

    /// Both sides hang stave by stave on the one above, up to those that the rail is screwed to.
    void hangs() {
        const auto carries = [&](int k) {
            return std::find(carriers_.begin(), carriers_.end(), k) != carriers_.end();
        };
        for (int k = 1; k < r_.n && !carries(k) && r_.outward(k).x > level; ++k)
            d_.assembly.hung.push_back({id(k), {mitre(k)}});
        for (int k = r_.n - (r_.cornerDown ? 2 : 1); k > 0 && !carries(k) && r_.outward(k).x < -level; --k)
            d_.assembly.hung.push_back({id(k), {mitre(k - 1)}});
    }

    /// Which of the measures a width or height of the whole is; a side where it is none.
    [[nodiscard]] PolygonGiven across(double mm) const {
        const bool even = r_.n % 2 == 0;
        const double flats = r_.apothem + (even ? r_.apothem : r_.radius);
        const double corners = even ? 2 * r_.radius : r_.S / (2 * std::sin(r_.half * degree / 2));
        return std::abs(mm - flats) < 1e-6     ? PolygonGiven::flats
               : std::abs(mm - corners) < 1e-6 ? PolygonGiven::corners
                                               : PolygonGiven::outsideSide;
    }

    void dimensions() {
        const auto given = [&](PolygonGiven g) {
            return p_.given == g ? std::string("size") : std::string();
        };
        const Vec3 out = r_.outward(0);
        const Vec3 u = r_.along(0);
        const Vec3 m = r_.middle();
        auto& all = d_.assembly.dimensions;
        const double D = p_.depth.mm();
        const auto front = [&](Vec3 a, Vec3 b, PolygonGiven g, double side) {
            a.y = b.y = D;
            const bool whole = a.z != b.z || std::abs(b.x - a.x) > r_.S + 1;
            all.push_back(
                {a, b, Dimension::In::front, whole && g == PolygonGiven::outsideSide ? "" : given(g), side});
        };
        front(m + out * r_.apothem - u * (r_.S / 2), m + out * r_.apothem + u * (r_.S / 2),
              PolygonGiven::outsideSide, 1);
        if (p_.given == PolygonGiven::insideSide)
            front(m + out * (r_.apothem - r_.t) - u * (r_.s / 2),
                  m + out * (r_.apothem - r_.t) + u * (r_.s / 2), PolygonGiven::insideSide, -1);
        front({0, 0, r_.high}, {r_.wide, 0, r_.high}, across(r_.wide), -1);
        front({r_.wide, 0, 0}, {r_.wide, 0, r_.high}, across(r_.high), 1);
        all.push_back({{0, 0, 0}, {0, D, 0}, Dimension::In::section, "depth", 1});
        all.push_back({{0, 0, railTop_ - p_.railHeight.mm()},
                       {0, 0, railTop_},
                       Dimension::In::section,
                       "rail_height",
                       -1});
    }

    const PolygonParams& p_;
    PolygonRing r_;
    double railTop_ = 0;
    std::vector<int> carriers_; ///< staves that the rail is screwed to
};

} // namespace

Draft PolygonParams::make(const MakeContext& ctx, const Catalog& catalog) const {
    Draft d;
    PolygonBuilder(*this, ctx, d, catalog).run();
    return d;
}

} // namespace owl
