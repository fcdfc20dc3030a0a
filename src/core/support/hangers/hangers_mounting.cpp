// What a piece hangs on, as parts behind its rail.
#include "joint/place.h"
#include "measure/format.h"
#include "support/hangers/hangers.h"
#include "support/judge/wall_fixing.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace owl {
namespace {

constexpr double bumperWide = 20;                        // mm
constexpr double plateScrewD = 3, plateScrewLength = 12; // mm: they come with plates

class HangerMounter {
  public:
    HangerMounter(const HeldPiece& p, const WallBehind& w, const SupportVerdict& v,
                  const std::vector<HangerLayout>& layouts)
        : p_(p), a_(*p.assembly), w_(w), v_(v), layouts_(layouts), h_(*v.option.hanger) {}

    Mounting run() {
        for (rail_ = 0; rail_ < layouts_.size(); ++rail_)
            behindRail();
        if (v_.keeperLength > 0) {
            keeper(0);
            keeper(v_.x.size() - 1);
        }
        return std::move(out_);
    }

  private:
    void behindRail() {
        switch (h_.kind) {
        case HangerKind::cleat:
            return cleat();
        case HangerKind::rail:
            profiles();
            return bumpers();
        case HangerKind::keyhole:
            return keyholes();
        case HangerKind::ring:
            rings();
            return bumpers();
        case HangerKind::eight:
            return eights();
        }
    }
    /// What is behind the rail in hand.
    [[nodiscard]] const HangerLayout& l() const { return layouts_[rail_]; }
    [[nodiscard]] const std::string& railId() const { return a_.all<RailSeat>()[rail_]->part; }
    /// 'cleat', 'cleat-2': of the second rail.
    [[nodiscard]] std::string nth(const std::string& id) const {
        return rail_ == 0 ? id : fmt::format("{}-{}", id, rail_ + 1);
    }
    /// 'cleat', or 'cleat 1', 'cleat 2' where there are several.
    [[nodiscard]] std::string named(const std::string& name) const {
        return layouts_.size() == 1 ? name : fmt::format("{} {}", name, rail_ + 1);
    }
    [[nodiscard]] bool mine(std::size_t support) const {
        return &layoutAt(layouts_, a_, v_.x[support]) == &l();
    }
    /// A fixing of a support, so high, its head so far out of the wall.
    [[nodiscard]] Mount straightIn(std::size_t support, double z, double front, const SupportOption& option,
                                   const WallFixing& fixing) const {
        Mount m;
        m.at = {v_.x[support], 0, z};
        m.from = {v_.x[support], front, z};
        m.direction = {0, -1, 0};
        m.length = fixing.length;
        m.diameter = fixing.diameter;
        m.into = intoOf(option.ground);
        m.support = static_cast<int>(support);
        return m;
    }
    /// Low down, through the rail and its spacer or bumper.
    void keeper(std::size_t support) {
        rail_ = static_cast<std::size_t>(&layoutAt(layouts_, a_, v_.x[support]) - layouts_.data());
        const Part* rail = a_.find(railId());
        if (!rail)
            return;
        const double z = l().railLow + hangerSpacerHigh / 2;
        const double front = l().standOff + rail->thickness.mm();
        const WallFixing fixing = wallFixing(v_.option, front, w_.cover, v_.keeperLength, p_.metric);
        Mount m = straightIn(support, z, front, v_.option, fixing);
        m.id = fmt::format("m{}", out_.mounts.size() + 1);
        m.kind = v_.option.screw ? "screw" : "anchor";
        m.carries = false;
        const std::string under =
            h_.kind == HangerKind::cleat ? nth("cleat-spacer") : "bumper-" + std::to_string(support + 1);
        m.passes = {railId(), under};
        const auto bored = [&](const std::string& part, const Vec3& at, double deep) {
            out_.holes.emplace_back(part, Hole{part + "/" + m.id, at, m.direction, fixing.hole, deep, m.id});
        };
        bored(railId(), m.from, rail->thickness.mm());
        bored(under, {m.at.x, l().standOff, z}, l().standOff);
        out_.mounts.push_back(std::move(m));
    }

    [[nodiscard]] std::string say(double mm) const {
        NumberStyle style;
        style.units = p_.metric ? Units::metric : Units::imperial;
        return formatLength(Length::mm(std::round(mm * 2) / 2), style);
    }

    /// On edge behind the rail, from `back` to `front` out of the wall.
    Part upright(std::string id, std::string name, double x0, double x1, double z0, double z1, double back,
                 double front) {
        Part p = blankPart(std::move(id), std::move(name), Length::mm(x1 - x0), Length::mm(z1 - z0),
                           Length::mm(front - back), {{x0, front, z0}, {1, 0, 0}, {0, 0, 1}, {0, -1, 0}});
        p.fromSupport = true;
        p.finished = false;
        p.apart = {0, -1, 0};
        return p;
    }
    Part fitting(std::string id, std::string name, double x0, double x1, double z0, double z1, double back,
                 double front, const char* material) {
        Part p = upright(std::move(id), std::move(name), x0, x1, z0, z1, back, front);
        p.stock = Stock::fitting;
        p.material = material;
        p.density = h_.density;
        return p;
    }
    Joint& join(std::string id, std::string first, const std::string& second, Joinery how, const char* kind) {
        Joint j;
        j.id = std::move(id);
        j.first = std::move(first);
        j.second = second;
        j.how = how;
        j.kind = kind;
        j.drivenFrom = "behind";
        j.glued = how == Joinery::glue || how == Joinery::screwsGlue;
        out_.joints.push_back(std::move(j));
        return out_.joints.back();
    }

    void cleat() {
        const double t = l().standOff;
        Part wall = upright(nth("cleat-wall"), named("wall half of the cleat"), l().x0, l().x1, l().wallLow,
                            l().wallHigh + l().rise, 0, t);
        Part mine = upright(nth("cleat"), named("cleat"), l().x0, l().x1, l().pieceLow, l().pieceHigh, 0, t);
        // One slope for both: low at the wall, high at the rail, so that the piece draws itself to the wall.
        const Vec3 at{0, 0, l().pieceLow};
        const Vec3 up{0, -l().rise, t};
        clip(wall.solid, planeThrough(at, up), 9);
        clip(mine.solid, planeThrough(at, -up), 9);
        const std::string slope = fmt::format("{:g}° from square", h_.bevel);
        wall.features.push_back({nth("cleat-wall") + "/bevel",
                                 "bevel",
                                 "upper edge " + slope + ", its high side to the room",
                                 nth("cleat-hook"),
                                 {},
                                 false,
                                 {{"angle_deg", h_.bevel}}});
        mine.features.push_back({nth("cleat") + "/bevel",
                                 "bevel",
                                 "lower edge " + slope + ", its low side to the wall",
                                 nth("cleat-hook"),
                                 {},
                                 false,
                                 {{"angle_deg", h_.bevel}}});
        for (Part* p : {&wall, &mine})
            p->why = {"length: the back rail less what hides its ends",
                      "height: what the rail, the spacer and the bevel leave"};
        Part spacer = upright(nth("cleat-spacer"), named("spacer"), l().x0, l().x1, l().railLow,
                              l().railLow + hangerSpacerHigh, 0, t);
        spacer.why = {"as thick as the cleat: without it the piece leans in"};
        for (Part* p : {&wall, &mine, &spacer})
            out_.parts.push_back(std::move(*p));
        glueOn();
        join(nth("spacer-rail"), nth("cleat-spacer"), railId(), Joinery::glue, "butt").sits =
            fmt::format("Flush with the lower edge of the {}, {}.", railName(), fromItsLeft(l().x0));
        Joint& hook = join(nth("cleat-hook"), nth("cleat-wall"), nth("cleat"), Joinery::dry, "hooked");
        hook.atWall = true;
        wallFixings({nth("cleat-wall")}, t);
    }

    /// The piece's half on the rail: glue, and screws from behind that stay inside it.
    void glueOn() {
        Joint& j = join(nth("cleat-rail"), nth("cleat"), railId(), Joinery::glue, "butt");
        j.sits = sits(l().x0, l().pieceHigh);
        const Screw* s = p_.catalog ? p_.catalog->findScrew(p_.metric ? "m4" : "g8") : nullptr;
        const Part* rail = a_.find(railId());
        if (!s || !rail)
            return;
        const double t = l().standOff;
        const double sunk = s->countersink();
        double length = 0;
        for (double have : s->lengths)
            if (have + sunk >= t + 8 && have + sunk <= t + rail->thickness.mm() - 3)
                length = std::max(length, have);
        if (length == 0)
            return;
        Joint made = j;
        made.how = Joinery::screwsGlue;
        made.screwId = s->id;
        made.screwLength = Length::mm(length);
        made.counterbore = Length::mm(sunk);
        made.through = Length::mm(t);
        made.into = rail->thickness;
        made.carries = true;
        const double z = (l().pieceLow + l().rise + l().pieceHigh) / 2;
        for (Length x : spread(Length::mm(l().x0), Length::mm(l().x1), 40_mm, 250_mm, {}, 10_mm))
            place(made, *s, x.mm(), z);
        if (made.fasteners.size() >= 2)
            j = std::move(made);
    }

    /// One screw at x, or as near as what is in the rail already lets it.
    void place(Joint& j, const Screw& s, double x, double z) {
        const double off = l().standOff - a_.standOff.mm();
        for (double by : {0.0, 8.0, -8.0, 16.0, -16.0, 24.0, -24.0}) {
            const Vec3 from{x + by, j.counterbore.mm(), z};
            if (from.x < l().x0 + 15 || from.x > l().x1 - 15)
                continue;
            Fastener f{"screw", from, {0, 1, 0}, j.screwLength.mm(), s.d, {j.first, j.second}, false};
            Joint one; // where the piece stands now
            one.fasteners = {f};
            one.fasteners[0].from.y -= off;
            if (meetsOthers(one, a_, 1.5))
                continue;
            j.spots.push_back({{Length::mm(from.x), Length(), Length::mm(z)}});
            j.fasteners.push_back(std::move(f));
            return;
        }
    }

    void profiles() {
        const double half = l().standOff / 2;
        Part wall = fitting(nth("rail-wall"), named("wall rail"), l().x0, l().x1, l().wallLow, l().wallHigh,
                            0, half, "aluminium");
        Part mine = fitting(nth("rail-piece"), named("rail on the piece"), l().x0, l().x1, l().pieceLow,
                            l().pieceHigh, half, l().standOff, "aluminium");
        for (Part* p : {&wall, &mine})
            out_.parts.push_back(std::move(*p));
        Joint& j = join(nth("rail-back"), nth("rail-piece"), railId(), Joinery::screws, "screwed");
        j.through = Length::mm(half);
        j.sits = sits(l().x0, l().pieceHigh);
        const double z = l().pieceHigh - (h_.height - h_.engaged) / 2;
        for (Length x : spread(Length::mm(l().x0), Length::mm(l().x1), 30_mm, 150_mm, {}, 10_mm))
            plateScrew(j, {x.mm(), half, z});
        Joint& hook = join(nth("rail-hook"), nth("rail-wall"), nth("rail-piece"), Joinery::dry, "hooked");
        hook.atWall = true;
        wallFixings({nth("rail-wall")}, half);
    }

    /// A small screw that a plate is sold with; moved sideways off what is in the rail.
    void plateScrew(Joint& j, Vec3 from) {
        const Part* rail = a_.find(railId());
        if (!rail)
            return;
        const double room = l().standOff + rail->thickness.mm() - from.y - 3;
        const double length = std::min(plateScrewLength, room);
        const double off = l().standOff - a_.standOff.mm();
        for (double by : {0.0, 5.0, -5.0, 9.0, -9.0}) {
            Fastener f{"screw", from, {0, 1, 0}, length, plateScrewD, {j.first, j.second}, false};
            f.from.x += h_.kind == HangerKind::rail ? by : by / 2;
            Joint one;
            one.fasteners = {f};
            one.fasteners[0].from.y -= off;
            if (meetsOthers(one, a_, 1))
                continue;
            j.screwLength = Length::mm(length);
            j.spots.push_back({{Length::mm(f.from.x), Length::mm(f.from.y), Length::mm(f.from.z)}});
            j.fasteners.push_back(std::move(f));
            return;
        }
    }

    [[nodiscard]] std::string railName() const {
        return a_.find(railId()) ? a_.find(railId())->name : std::string("rail");
    }
    [[nodiscard]] std::string below(double z) const {
        return std::abs(l().top - z) < 0.05 ? "flush with the upper edge of the " + railName()
                                            : say(l().top - z) + " below the upper edge of the " + railName();
    }
    [[nodiscard]] std::string fromItsLeft(double x) const {
        const Part* rail = a_.find(railId());
        return say(x - (rail ? rail->bounds().at.x.mm() : 0)) + " from its left end";
    }
    [[nodiscard]] std::string sits(double x, double high) const {
        return fmt::format("Its upper edge {}, {}.", below(high), fromItsLeft(x));
    }
    void cut(const std::string& id, const std::string& purpose, std::string text,
             std::vector<ConvexCell> tools) {
        const Bounds3 all = Solid{tools}.bounds();
        Feature f{railId() + "/" + id, "housing", std::move(text), purpose};
        f.sizes = {{"width_mm", all.high.x - all.low.x},
                   {"length_mm", all.high.z - all.low.z},
                   {"depth_mm", all.high.y}};
        out_.cuts.push_back({railId(), std::move(f), std::move(tools)});
    }
    /// From `from` to `deep` behind the rail's rear.
    [[nodiscard]] ConvexCell pocket(double x, double w, double z0, double z1, double deep,
                                    double from = 0) const {
        return boxCell({x - w / 2, from, z0}, plainAxes, {w, deep - from, z1 - z0});
    }

    /// A plate flush in the rail, its slot over a pocket for the screw's head; or the slot alone.
    void keyholes() {
        const bool plate = h_.thickness > 0;
        for (std::size_t i = 0; i < v_.x.size(); ++i) {
            if (!mine(i))
                continue;
            const double x = v_.x[i];
            const std::string n = std::to_string(i + 1);
            // The head enters below and the piece drops: it hangs at the top of the slot, half the width of
            // what it runs in below that end.
            constexpr double head = 11; // mm, heads of 8 to 10 mm
            const double z1 = plate ? l().screwZ + h_.height * 0.25 : l().screwZ + head / 2;
            const double z0 = z1 - h_.height;
            const std::string id = "keyhole-" + n;
            std::vector<ConvexCell> tools;
            if (plate)
                tools.push_back(pocket(x, h_.width, z0, z1, h_.thickness));
            const double low = plate ? z0 + 11 : z0;
            const double high = plate ? l().screwZ + head / 2 : z1;
            tools.push_back(pocket(x, head, low, high, h_.recess, h_.thickness));
            cut("pocket-" + n, plate ? id + "-screws" : "m" + n,
                plate
                    ? fmt::format(
                          "{} from the left end of the piece, its upper edge {}: let the plate in "
                          "flush, {} deep, {} wide and {} high; under its slot a pocket {} deep for the "
                          "screw's head",
                          say(x), below(z1), say(h_.thickness), say(h_.width), say(h_.height), say(h_.recess))
                    : fmt::format(
                          "{} from the left end of the piece, its upper end {}: a keyhole slot {} deep and "
                          "{} long, its wide entry at the lower end, with a keyhole bit in one pass up and "
                          "back; the screw then sits {}",
                          say(x), below(z1), say(h_.recess), say(h_.height), below(l().screwZ)),
                std::move(tools));
            if (plate) {
                out_.parts.push_back(fitting(id, "keyhole plate", x - h_.width / 2, x + h_.width / 2, z0, z1,
                                             0, h_.thickness, "steel"));
                Joint& j = join(id + "-screws", id, railId(), Joinery::screws, "screwed");
                j.through = Length::mm(h_.thickness);
                for (double z : {z0 + 5, z1 - 4})
                    plateScrew(j, {x, 0, z});
            }
        }
        wallFixings({}, h_.thickness + 3);
    }

    void rings() {
        for (std::size_t i = 0; i < v_.x.size(); ++i) {
            if (!mine(i))
                continue;
            const double x = v_.x[i];
            const std::string id = "ring-" + std::to_string(i + 1);
            const double z1 = l().screwZ + 8;
            const double z0 = z1 - h_.height;
            out_.parts.push_back(fitting(id, "strap ring", x - h_.width / 2, x + h_.width / 2, z0, z1,
                                         l().standOff - h_.thickness, l().standOff, "steel"));
            Joint& j = join(id + "-screws", id, railId(), Joinery::screws, "screwed");
            j.through = Length::mm(h_.thickness);
            j.sits = fmt::format("Ring up, its upper edge {}.", below(z1));
            for (double z : {z0 + 6, z0 + 18})
                plateScrew(j, {x, l().standOff - h_.thickness, z});
        }
        wallFixings({}, l().standOff - h_.thickness);
    }

    void eights() {
        std::vector<std::string> passes(v_.x.size());
        for (std::size_t i = 0; i < v_.x.size(); ++i) {
            if (!mine(i))
                continue;
            const double x = v_.x[i];
            const std::string n = std::to_string(i + 1);
            const std::string id = passes[i] = "eight-" + n;
            const double z0 = l().top - h_.height / 2;
            cut("recess-" + n, id + "-screws",
                fmt::format("{} from the left end of the piece, from the upper edge down: a round recess {} "
                            "deep and {} wide, so that the eye lies flush",
                            say(x), say(h_.recess), say(h_.width)),
                {pocket(x, h_.width, z0, l().top, h_.recess)});
            out_.parts.push_back(fitting(id, "figure-eight", x - h_.width / 2, x + h_.width / 2, z0,
                                         l().top + h_.height / 2, 0, h_.thickness, "steel"));
            Joint& j = join(id + "-screws", id, railId(), Joinery::screws, "screwed");
            j.through = Length::mm(h_.thickness);
            plateScrew(j, {x, 0, z0 + h_.height / 4});
        }
        wallFixings(passes, h_.thickness);
    }

    /// One at each support, where the piece leans on the wall.
    void bumpers() {
        for (std::size_t i = 0; i < v_.x.size(); ++i) {
            if (!mine(i))
                continue;
            const std::string id = "bumper-" + std::to_string(i + 1);
            const double x = std::clamp(v_.x[i], l().x0 + bumperWide / 2, l().x1 - bumperWide / 2);
            Part p = fitting(id, "bumper", x - bumperWide / 2, x + bumperWide / 2, l().railLow,
                             l().railLow + hangerSpacerHigh, 0, l().standOff, "rubber");
            p.density = 1100; // kg/m3, rubber
            out_.parts.push_back(std::move(p));
            Joint& j = join(id + "-stuck", id, railId(), Joinery::dry, "butt");
            j.carries = false;
            j.sits = fmt::format("Flush with the lower edge of the {}.", railName());
        }
    }

    /// `passes`: the part under every head, or one a support; empty: the heads stand in slots or rings.
    void wallFixings(const std::vector<std::string>& passes, double front) {
        for (std::size_t i = 0; i < v_.x.size(); ++i) {
            if (!mine(i))
                continue;
            const SupportOption with = fixedAt(v_, i);
            const bool s = with.screw != nullptr;
            const WallFixing fixing = wallFixing(with, front, w_.cover, v_.screwLength, p_.metric);
            Mount m = straightIn(i, l().screwZ, front, with, fixing);
            m.id = fmt::format("m{}", i + 1);
            m.kind = h_.kind == HangerKind::keyhole ? "keyhole"
                     : h_.kind == HangerKind::ring  ? "ring"
                     : s                            ? "screw"
                                                    : "anchor";
            if (passes.empty())
                m.parts = {h_.kind == HangerKind::ring ? "ring-" + std::to_string(i + 1)
                           : h_.thickness > 0          ? "keyhole-" + std::to_string(i + 1)
                                                       : railId()};
            else {
                const std::string& under = passes.size() == 1 ? passes.front() : passes[i];
                m.passes = {under};
                if (h_.kind != HangerKind::eight)
                    out_.holes.emplace_back(under, Hole{fmt::format("{}/wall-{}", under, i + 1), m.from,
                                                        m.direction, fixing.hole, front, m.id});
            }
            out_.mounts.push_back(std::move(m));
        }
    }

    const HeldPiece& p_;
    const Assembly& a_;
    const WallBehind& w_;
    const SupportVerdict& v_;
    const std::vector<HangerLayout>& layouts_;
    std::size_t rail_ = 0;
    const Hanger& h_;
    Mounting out_;
};

} // namespace

Mounting hangerMounting(const HeldPiece& piece, const WallBehind& wall, const SupportVerdict& verdict,
                        const std::vector<HangerLayout>& layouts) {
    return HangerMounter(piece, wall, verdict, layouts).run();
}

} // namespace owl
