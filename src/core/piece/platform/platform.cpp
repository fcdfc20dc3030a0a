#include "piece/platform/platform.h"

#include "joint/fit.h"
#include "joint/place.h"
#include "measure/words.h"
#include "piece/case_builder.h"
#include "support/arms/arms.h"

#include <algorithm>
#include <fmt/format.h>

// x along, y out of the wall, z up from whatever is lowest. The arms stand on the rail's face with their
// ends, lag screws from behind hold them; the front board closes the frame. A plate lies on soft pads, a
// board or sheet on the wood itself.

namespace owl {
namespace {

const Length padHigh = 2_mm, padWide = 14_mm;

class PlatformBuilder : CaseBuilder {
  public:
    PlatformBuilder(const PlatformParams& p, const MakeContext& ctx, const Catalog& c, Draft& d)
        : CaseBuilder(ctx, d, c), p_(p) {}

    void run() {
        shape();
        checkSizes();
        frame();
        top();
        joints();
        describeRest();
    }

  private:
    [[nodiscard]] bool plate() const {
        return p_.top == PlatformTop::glass || p_.top == PlatformTop::acrylic;
    }
    [[nodiscard]] bool above() const { return p_.rail == PlatformRail::above; }

    void shape() {
        t_ = std::clamp(p_.thickness, 1_mm, std::max(1_mm, p_.depth / 3));
        const Length h = std::max(1_mm, p_.frameHeight);
        const Length rail = std::max(h, p_.railHeight);
        z0_ = above() ? Length() : rail - h;
        z1_ = z0_ + h;
        topZ_ = z1_ + (plate() ? padHigh : Length());
        x0_ = std::min(p_.overSides, p_.length / 4);
        x1_ = p_.length - x0_;
        front_ = std::max(p_.depth - p_.overFront, t_ * 2 + 20_mm);
        rear_ = t_ + p_.behind;
        Assembly& a = d_.assembly;
        a.length = p_.length;
        a.depth = std::max(p_.depth, front_);
        a.height = std::max(rail, topZ_ + p_.topThickness);
    }

    void checkSizes() {
        if (p_.length < t_ * 2 + p_.overSides * 2 + 80_mm)
            problem("too_narrow", "length",
                    fmt::format("Arms of {} leave no frame of a width of {}.", say(t_), say(p_.length)))
                .cures.push_back(to("Width", "length", t_ * 2 + p_.overSides * 2 + 200_mm));
        if (p_.length > 1800_mm || p_.depth > 800_mm)
            problem("too_large", p_.length > 1800_mm ? "length" : "depth",
                    "A frame so large is a table on a wall: two joints do not hold it.")
                .cures.push_back(p_.length > 1800_mm ? to("Width", "length", 900_mm)
                                                     : to("Depth", "depth", 450_mm));
        if (p_.depth - rear_ < 60_mm)
            problem("no_top", "depth",
                    fmt::format("Rail and free depth take {} of {}; nothing is left to stand on.", say(rear_),
                                say(p_.depth)))
                .cures = {to("Depth", "depth", rear_ + 300_mm), to("Free depth", "behind", 20_mm)};
        if (p_.frameHeight < 40_mm)
            problem("frame_too_low", "frame_height",
                    fmt::format("An arm {} high has no room for its lag screws; {} has.", say(p_.frameHeight),
                                say(45_mm)))
                .cures.push_back(to("Frame", "frame_height", 70_mm));
        if (p_.railHeight < p_.frameHeight + 45_mm)
            problem(
                "rail_too_low", "rail_height",
                fmt::format("Beside a frame of {} a rail of {} leaves no room for wall screws that a driver "
                            "reaches; they want {} more.",
                            say(p_.frameHeight), say(p_.railHeight), say(45_mm)))
                .cures.push_back(to("Rail", "rail_height", p_.frameHeight + 75_mm));
        if (p_.thickness < 24_mm || p_.thickness > 70_mm)
            problem("rail_thickness", "thickness",
                    p_.thickness < 24_mm ? fmt::format("Boards of {} split at the lag screws; {} hold them.",
                                                       say(p_.thickness), say(30_mm))
                                         : fmt::format("Through {} no lag screw of {} bites.",
                                                       say(p_.thickness), say(Length::mm(armLagLength))))
                .cures.push_back(to("Boards", "thickness", 40_mm));
        checkTop();
    }

    void checkTop() {
        const bool glass = p_.top == PlatformTop::glass;
        const Length least = glass ? 6_mm : p_.top == PlatformTop::acrylic ? 8_mm : 12_mm;
        if (p_.topThickness < least)
            problem("top_too_thin", "top_thickness",
                    fmt::format("A top of {} {} is too thin; at least {}.",
                                glass                            ? "glass"
                                : p_.top == PlatformTop::acrylic ? "acrylic"
                                                                 : "wood",
                                say(p_.topThickness), say(least)))
                .cures.push_back(to("Top", "top_thickness", glass ? 10_mm : least + 6_mm));
        if (glass && (p_.length * 1.0).mm() * (p_.depth - rear_).mm() > 0.4e6)
            problem("glass_large", "length",
                    "Glass of more than 0.4 m² (4.3 sq ft) is for a professional to size.", false)
                .cures.push_back({"Birch plywood", {{"top", "sheet"}, {"top_thickness", 18}}});
        if (p_.thingWide > p_.length || p_.thingDeep > p_.depth - rear_)
            problem("thing_does_not_fit", p_.thingWide > p_.length ? "length" : "depth",
                    fmt::format("What stands there takes {} × {}; the top has {} × {}.", say(p_.thingWide),
                                say(p_.thingDeep), say(p_.length), say(std::max(Length(), p_.depth - rear_))),
                    false)
                .cures.push_back(p_.thingWide > p_.length
                                     ? to("Width", "length", p_.thingWide + 20_mm)
                                     : to("Depth", "depth", p_.thingDeep + rear_ + 10_mm));
    }

    void frame() {
        const Length rail = std::max(p_.frameHeight, p_.railHeight);
        const Length wide = std::max(1_mm, x1_ - x0_);
        const auto lying = [&](const char* id, const char* name, Length y, Length z, Length high,
                               std::string why) {
            add(blankPart(id, name, wide, std::max(1_mm, high), t_,
                          {{x0_.mm(), (y + t_).mm(), z.mm()}, {1, 0, 0}, {0, 0, 1}, {0, -1, 0}}),
                {fmt::format("length {} is the width less {} at each end", say(wide), say(x0_)),
                 std::move(why)},
                {0, y > Length() ? 1.0 : -1.0, 0});
        };
        lying("rail", "rail", Length(), Length(), rail, fmt::format("height {} as asked for", say(rail)));
        const Length deep = std::max(1_mm, front_ - t_ * 2);
        const int n = std::clamp(p_.arms, 2, 8);
        for (int i = 0; i < n; ++i) {
            const bool outer = i == 0 || i + 1 == n;
            const Length even = x0_ + (wide - t_) * i / (n - 1);
            const Length x = outer ? even : clearOfScrews(even + t_ / 2) - t_ / 2;
            if (!outer && x < arms_.back() + t_ / 2 + 30_mm)
                continue;
            arms_.push_back(x + t_ / 2);
            const std::size_t k = arms_.size();
            add(blankPart(fmt::format("arm-{}", k), fmt::format("arm {}", k), deep, z1_ - z0_, t_,
                          {{x.mm(), t_.mm(), z0_.mm()}, {0, 1, 0}, {0, 0, 1}, {1, 0, 0}}),
                {fmt::format("length {} lies between rail and front: {} less both and {} of overhang",
                             say(deep), say(p_.depth), say(p_.overFront)),
                 "as high as the frame"},
                {0, 0.3, 0});
        }
        lying("front", "front of the frame", front_ - t_, z0_, z1_ - z0_, "as high as the frame");
    }

    /// What is left beside a wall screw in the height of the arms for its driver, from the middle of an arm.
    [[nodiscard]] Length driverRoom() const { return t_ / 2 + 13_mm; }
    /// An inner arm goes aside for the wall screws between the arms.
    [[nodiscard]] Length clearOfScrews(Length middle) const {
        std::vector<Length> screws = ctx_.wallScrewsX;
        screws.insert(screws.end(), ctx_.anchorsX.begin(), ctx_.anchorsX.end());
        const auto clear = [&](Length x) {
            return std::all_of(screws.begin(), screws.end(),
                               [&](Length s) { return abs(s - x) >= driverRoom(); });
        };
        for (Length step; step < 150_mm; step += 1_mm)
            for (Length x : {middle - step, middle + step})
                if (clear(x))
                    return x;
        return middle;
    }

    void top() {
        const Length deep = std::max(1_mm, p_.depth - rear_);
        const bool glass = p_.top == PlatformTop::glass;
        Part& t = add(blankPart("top",
                                glass     ? "glass top"
                                : plate() ? "acrylic top"
                                          : "top",
                                p_.length, deep, p_.topThickness,
                                {{0, rear_.mm(), topZ_.mm()}, {1, 0, 0}, {0, 1, 0}, {0, 0, 1}}),
                      {fmt::format("length {} is the platform's", say(p_.length)),
                       fmt::format("width {} is the depth less the rail and {} kept free behind it",
                                   say(deep), say(p_.behind))},
                      {0, 0, 0.9});
        if (p_.top == PlatformTop::sheet)
            makeOfSheet(t, p_.sheet, catalog_);
        if (!plate())
            return;
        t.stock = Stock::plate;
        t.material = glass ? "glass" : "acrylic";
        t.density = glass ? 2500 : 1190;
        t.finished = false;
        feature(t, "order", "order",
                fmt::format("{}{}, corners round with a radius of {}, nothing drilled",
                            glass ? (p_.toughened ? "toughened, " : "laminated or annealed, ") : "",
                            glass ? "all edges ground" : "all edges polished", say(p_.corner)))
            .sizes = {{"radius_mm", p_.corner.mm()}};
        pads();
    }

    /// Two on each arm, well inside the plate's edges, and on the front between them: a plate that rests on
    /// everything under it is not bent.
    void pads() {
        const Length y0 = std::max(rear_, t_) + 12_mm;
        const Length y1 = front_ - t_ - padWide - 12_mm;
        for (std::size_t i = 0; i < arms_.size(); ++i)
            for (const bool rear : {true, false})
                pad(fmt::format("pad-{}-{}", i + 1, rear ? "rear" : "front"), fmt::format("arm-{}", i + 1),
                    arms_[i], rear ? y0 : std::max(y0 + padWide + 4_mm, y1));
        for (std::size_t i = 1; i < arms_.size(); ++i)
            pad(fmt::format("pad-edge-{}", i), "front", (arms_[i - 1] + arms_[i]) / 2,
                front_ - t_ / 2 - padWide / 2);
    }
    void pad(const std::string& id, const std::string& on, Length x, Length y) {
        Part pad = blankPart(id, "soft pad", padWide, padWide, padHigh,
                             {{(x - padWide / 2).mm(), y.mm(), z1_.mm()}, {1, 0, 0}, {0, 1, 0}, {0, 0, 1}});
        pad.stock = Stock::fitting;
        pad.material = "rubber";
        pad.density = 1100;
        pad.finished = false;
        add(std::move(pad), {"clear, so that it does not show through"}, {0, 0, 0.5});
        pads_.emplace_back(id, on);
    }

    void joints() {
        for (std::size_t i = 0; i < arms_.size(); ++i)
            lags(i);
        for (std::size_t i = 0; i < arms_.size(); ++i)
            frontJoint(i);
        lay();
    }

    /// One joint takes shear and bending: an upper lag screw pulls, a lower one helps it carry.
    [[nodiscard]] std::vector<Length> lagHeights() const {
        const Length h = z1_ - z0_;
        return h >= 60_mm ? std::vector<Length>{h / 4, h * 3 / 4} : std::vector<Length>{h / 2};
    }
    void lags(std::size_t i) {
        const std::string arm = fmt::format("arm-{}", i + 1);
        Joint j = named("rail-" + arm, "rail", arm, "butt");
        Joining way{.how = Joinery::lagsGlue, .sunk = armLagSunk, .longest = armLagLength};
        for (Length z : lagHeights())
            way.over.push_back({arms_[i].mm(), 0, (z0_ + z).mm()});
        meet(j, d_.assembly, way, ctx_, catalog_);
        j.note = "Lag screws, not wood screws: they go into end grain. Square: it decides whether the top is "
                 "level.";
        placeFasteners(j, d_.assembly, catalog_.lagScrew(ctx_.metricScrews).d);
        d_.assembly.joints.push_back(std::move(j));
    }

    void frontJoint(std::size_t i) {
        const std::string arm = fmt::format("arm-{}", i + 1);
        Joint j = named("front-" + arm, "front", arm, "butt");
        Joining way{.how = Joinery::dowels, .at = {(z1_ - z0_).mm() / 4, (z1_ - z0_).mm() * 3 / 4}};
        if (const std::string why = meet(j, d_.assembly, way, ctx_, catalog_);
            !why.empty() && !std::exchange(told_, true))
            problem("no_dowels", "thickness", why).cures.push_back(to("Boards", "thickness", 40_mm));
        keep(std::move(j));
    }

    /// Nothing holds a plate but its weight and the pads; wood is glued where its grain runs with the
    /// frame's.
    void lay() {
        if (!plate()) {
            Joint j = named("front-top", "front", "top", "edge");
            j.drivenFrom = "below";
            j.glueArea = (x1_ - x0_).mm() * t_.mm();
            j.note = p_.top == PlatformTop::boards
                         ? "Along the front of the frame only, grain with grain: on the arms it lies dry, so "
                           "that it "
                           "can move."
                         : "A panel keeps its size: a thin coat on the arms as well.";
            keep(std::move(j));
            return;
        }
        for (const auto& [id, on] : pads_) {
            Joint j = named("stuck-" + id, id, on, "stuck");
            j.how = Joinery::dry;
            j.glued = false;
            j.carries = false;
            keep(std::move(j));
        }
        Joint j = named("top-laid", "pad-1-rear", "top", "laid");
        j.how = Joinery::dry;
        j.glued = false;
        j.note = "Last of all, when the frame hangs and is level: lay the plate on its pads, with gloves. It "
                 "must lie on "
                 "all of them; under one that hangs free goes a second pad.";
        keep(std::move(j));
    }

    void describeRest() {
        Assembly& a = d_.assembly;
        a.surfaceBack = rear_;
        a.surfaceFront = p_.depth;
        a.surfaceZ = a.top = topZ_ + p_.topThickness;
        a.surfaces = {{"top", "top", Length(), p_.length, rear_, p_.depth, a.surfaceZ, {}, true}};
        atTheWall();
        FrameSeat f;
        f.x = arms_;
        f.face = t_;
        f.tip = front_;
        f.wide = t_;
        f.high = z1_ - z0_;
        f.low = z0_;
        f.lags = lagHeights();
        if (p_.top == PlatformTop::glass)
            f.plate = "top";
        f.toughened = p_.toughened;
        f.steady = p_.steady == PlatformSteady::any ? 0 : p_.steady == PlatformSteady::quiet ? 8 : 12;
        f.thingY = rear_ + std::min(p_.thingDeep, std::max(1_mm, p_.depth - rear_)) / 2;
        a.seats.emplace_back(f);
        if (p_.top != PlatformTop::glass)
            a.spans.push_back(
                {"top", {"top"}, {arms_.front(), arms_.back()}, p_.depth - rear_, p_.topThickness, {}, {}});
        dimensions();
    }

    /// One row of wall screws beside the arms, and one in the height of the upper lag screws, between the
    /// arms: what the lags pull at goes to it along the grain. From a row farther off the rail would bend
    /// across its grain (S9.3).
    void atTheWall() {
        Assembly& a = d_.assembly;
        const Length rail = d_.assembly.find("rail")->width;
        RailSeat seat;
        seat.part = "rail";
        seat.through = t_;
        // A stud may be as near to its ends as leaves room beside the outer arms, studs counting from 40 mm
        // in.
        const Length in = std::max(Length(), t_ + 13_mm - 40_mm);
        seat.left = x0_ + in;
        seat.right = x1_ - in;
        seat.flat = true;
        const Length low = above() ? z1_ : Length(); // the stretch of the rail beside the arms
        const Length high = above() ? rail : z0_;
        const Length edge = std::min(25_mm, (high - low) / 2);
        if (ctx_.rows > 1 && high - low >= 75_mm)
            seat.rows = {low + edge, high - edge};
        else
            seat.rows = {above() ? high - edge : low + (high - low) / 2};
        seat.rows.push_back(z0_ + lagHeights().back());
        std::sort(seat.rows.begin(), seat.rows.end());
        a.seats.emplace_back(std::move(seat));
        a.member.rects = {{"rail", t_.mm(), rail.mm(), 0, 0}};
        a.member.words = "the rail alone";
    }

    void dimensions() {
        const double D = p_.depth.mm();
        auto& out = d_.assembly.dimensions;
        const double top = (topZ_ + p_.topThickness).mm();
        out = {{{0, 0, 0}, {0, D, 0}, Dimension::In::section, "depth", 1},
               {{0, 0, 0},
                {0, 0, d_.assembly.find("rail")->width.mm()},
                Dimension::In::section,
                "rail_height",
                -1},
               {{0, D, z0_.mm()}, {0, D, z1_.mm()}, Dimension::In::section, "frame_height", 1},
               {{0, t_.mm(), top}, {0, rear_.mm(), top}, Dimension::In::section, "behind", -1},
               {{0, 0, 0}, {p_.length.mm(), 0, 0}, Dimension::In::front, "length", 1}};
    }

    const PlatformParams& p_;
    Length t_, z0_, z1_, topZ_, x0_, x1_, front_, rear_;
    std::vector<Length> arms_;                              ///< middles
    std::vector<std::pair<std::string, std::string>> pads_; ///< each, and what it is stuck on
    bool told_ = false;
};

} // namespace

Draft PlatformParams::make(const MakeContext& ctx, const Catalog& catalog) const {
    Draft d;
    PlatformBuilder(*this, ctx, catalog, d).run();
    return d;
}

} // namespace owl
