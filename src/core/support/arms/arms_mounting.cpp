// Ledger, arms and what keeps the box on them, as parts in the piece.
#include "assembly/plugs.h"
#include "support/arms/arms.h"
#include "support/judge/wall_fixing.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace owl {
namespace {

class ArmsMounter {
  public:
    ArmsMounter(const HeldPiece& p, const WallBehind& w, const SupportVerdict& v, const ArmsLayout& l)
        : seat_(*p.assembly->seat<CavitySeat>()), w_(w), v_(v), l_(l), catalog_(p.catalog),
          metric_(p.metric) {}

    Mounting run() {
        ledger();
        for (std::size_t i = 0; i < l_.arms.size(); ++i)
            arm(i);
        fixings();
        box();
        return std::move(out_);
    }

  private:
    Part board(std::string id, std::string name, double length, const Pose& pose) {
        Part p = blankPart(std::move(id), std::move(name), Length::mm(length), Length::mm(l_.high),
                           Length::mm(l_.t), pose);
        p.fromSupport = true;
        p.finished = false;
        p.apart = {0, -1, 0};
        return p;
    }

    void ledger() {
        Part p = board("ledger", "ledger", l_.x1 - l_.x0,
                       {{l_.x0, l_.t, l_.z0}, {1, 0, 0}, {0, 0, 1}, {0, -1, 0}});
        p.why = {"length: the hollow less the play at both ends",
                 "height: the hollow less the play below it"};
        out_.parts.push_back(std::move(p));
    }

    void arm(std::size_t i) {
        const double x = l_.arms[i];
        Part p = board(fmt::format("arm-{}", i + 1), "arm", l_.armLength(),
                       {{x - l_.t / 2, l_.t, l_.z0}, {0, 1, 0}, {0, 0, 1}, {1, 0, 0}});
        p.why = {"length: from the ledger to just short of the front", "height: the ledger's"};
        Joint j;
        j.id = fmt::format("ledger-arm-{}", i + 1);
        j.first = "ledger";
        j.second = p.id;
        j.how = Joinery::lagsGlue;
        j.drivenFrom = "behind";
        j.counterbore = Length::mm(armLagSunk);
        j.through = Length::mm(l_.t);
        const LagScrew& lag = catalog_->lagScrew(metric_);
        const double length = armLag(l_, lag);
        j.screwLength = Length::mm(length);
        for (const double up : l_.lags) {
            const Vec3 at{x, 0, l_.z0 + up};
            j.spots.push_back({{Length::mm(at.x), Length(), Length::mm(at.z)}});
            j.fasteners.push_back(
                {"lag_screw", {x, armLagSunk, at.z}, {0, 1, 0}, length, lag.d, {"ledger", p.id}, false});
        }
        j.note = "Lag screws, not wood screws: they go into end grain.";
        out_.joints.push_back(std::move(j));
        out_.parts.push_back(std::move(p));
    }

    void fixings() {
        for (std::size_t i = 0; i < v_.x.size(); ++i)
            for (double z : l_.rows) {
                const bool beside = static_cast<int>(i) == v_.beside;
                const bool s = v_.option.screw && !beside;
                const WallFixing fixing = wallFixing(fixedAt(v_, i), l_.t, w_.cover, v_.screwLength, metric_);
                Mount m;
                m.id = fmt::format("m{}", out_.mounts.size() + 1);
                m.kind = s ? "screw" : "anchor";
                m.at = {v_.x[i], 0, l_.z0 + z};
                m.from = {v_.x[i], l_.t, l_.z0 + z};
                m.direction = {0, -1, 0};
                m.length = fixing.length;
                m.diameter = fixing.diameter;
                m.passes = {"ledger"};
                m.into = s ? "stud" : beside ? "cover" : "masonry";
                m.support = static_cast<int>(i);
                out_.holes.emplace_back("ledger", Hole{fmt::format("ledger/wall-{}", out_.mounts.size() + 1),
                                                       m.from, m.direction, fixing.hole, l_.t, m.id});
                out_.mounts.push_back(std::move(m));
            }
    }

    /// The box slides on; a few screws keep it there.
    void box() {
        Joint j;
        j.id = "box-ledger";
        const bool above = seat_.fix != "below";
        j.first = above ? seat_.top : seat_.bottom;
        j.second = "ledger";
        j.how = Joinery::dry;
        j.kind = "sliding";
        j.glued = false;
        j.gap = above ? 0 : seat_.clearance.mm();
        j.atWall = true;
        if (seat_.fix != "none")
            screws(j, above);
        out_.joints.push_back(std::move(j));
    }

    /// Set when the box is on its screws: without glue, so that it comes down again.
    void plugs(const Joint& j, const Screw& s) {
        PlugsMade made = plugsFor(j, s.plug, s.countersink(), seat_.plugWood);
        for (auto& p : made.parts) {
            p.fromSupport = true;
            p.finished = false;
            out_.parts.push_back(std::move(p));
        }
        for (auto& h : made.holes)
            out_.holes.push_back(std::move(h));
        for (auto& q : made.joints) {
            q.how = Joinery::dry;
            q.glued = false;
            out_.joints.push_back(std::move(q));
        }
    }

    void screws(Joint& j, bool above) {
        const Screw* s = catalog_ ? catalog_->findScrew(metric_ ? "m4" : "g8") : nullptr;
        const Length skin = above ? seat_.topThickness : seat_.bottomThickness;
        if (!s || s->lengths.empty() || skin < 6_mm)
            return;
        const double want = skin.mm() + 3 * s->d + 6;
        double length = 0;
        for (double l : s->lengths)
            if (l >= want && l <= skin.mm() + l_.high - 6 && length == 0)
                length = l;
        if (length == 0)
            return;
        // Whole millimetres of skin under the head.
        double sunk = std::min(2 + skin.mm() - std::floor(skin.mm()), skin.mm() / 3);
        const auto plugged =
            above && seat_.plugs != PlugWay::filled ? plugSink(s->countersink(), skin.mm()) : std::nullopt;
        sunk = plugged.value_or(sunk);
        j.how = Joinery::screws;
        j.screwId = s->id;
        j.screwLength = Length::mm(length);
        j.drivenFrom = above ? "above" : "below";
        j.counterbore = Length::mm(sunk);
        j.through = skin;
        j.shows = above;
        const double y = l_.t / 2;
        for (double x : {l_.x0 + 60, (l_.x0 + l_.x1) / 2, l_.x1 - 60}) {
            for (const auto& m : out_.mounts) // beside the wall screws, above or below them
                if (std::abs(m.at.x - x) < 14)
                    x = m.at.x + (x < (l_.x0 + l_.x1) / 2 ? 14 : -14);
            for (double arm : l_.arms) // and beside the lag screws
                if (std::abs(arm - x) < 14)
                    x = arm + (x < (l_.x0 + l_.x1) / 2 ? 14 : -14);
            for (const auto& m : out_.mounts)
                if (std::abs(m.at.x - x) < 12)
                    x = m.at.x + 30;
            for (const auto& [middle, half] : seat_.below) // a driver of 25 mm comes past what stands there
                if (!above && std::abs(middle.mm() - x) < half.mm() + 14)
                    x = middle.mm() + (x < (l_.x0 + l_.x1) / 2 ? 1 : -1) * (half.mm() + 14);
            const double z = (above ? seat_.z1 + seat_.topThickness : seat_.z0 - seat_.bottomThickness).mm();
            const Vec3 d{0, 0, above ? -1.0 : 1.0};
            j.spots.push_back({{Length::mm(x), Length::mm(y), Length::mm(z)}});
            j.fasteners.push_back(
                {"screw", Vec3{x, y, z} + d * sunk, d, length, s->d, {j.first, "ledger"}, false});
        }
        if (plugged)
            plugs(j, *s);
    }

    const CavitySeat& seat_;
    const WallBehind& w_;
    const SupportVerdict& v_;
    const ArmsLayout& l_;
    const Catalog* catalog_;
    bool metric_;
    Mounting out_;
};

} // namespace

Mounting armsMounting(const HeldPiece& piece, const WallBehind& wall, const SupportVerdict& verdict,
                      const ArmsLayout& layout) {
    return ArmsMounter(piece, wall, verdict, layout).run();
}

} // namespace owl
