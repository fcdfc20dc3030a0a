#include "piece/cable_way.h"

#include "solid/query.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <numbers>

namespace owl {
namespace {

/// mm of wood wanted on every side of the hole, and of air between it and what is not bored.
constexpr double around = 15, aside = 5;

class CableBorer {
  public:
    CableBorer(Draft& d, const CableWay& cable, const CableRoom& room, const MakeContext& ctx)
        : d_(d), cable_(cable), room_(room), ctx_(ctx), r_(cable.d.mm() / 2) {}

    void run() {
        const double x = cable_.at.mm();
        if (const auto y = depthAt(x)) {
            bore(x, *y);
            return;
        }
        const auto nearest = elsewhere(x);
        std::vector<Cure> cures;
        if (nearest)
            cures.push_back({"Hole at " + exactLength(Length::mm(*nearest), ctx_), {{"cable_at", *nearest}}});
        cures.push_back({"No hole", {{"cable", false}}});
        const bool met = std::any_of(room_.taken.begin(), room_.taken.end(),
                                     [&](Length t) { return std::abs(t.mm() - x) < r_ + 12; });
        d_.problems.push_back(
            {met ? "cable_in_the_way" : "cable_at_end", "cable_at",
             met ? fmt::format("The cable hole meets what stands at {}.", exactLength(cable_.at, ctx_))
                 : fmt::format("A cable hole of {} finds too little wood around it there, or something else "
                               "below it.",
                               exactLength(cable_.d, ctx_)),
             true, std::move(cures)});
    }

  private:
    [[nodiscard]] bool passes(const Part& p) const {
        return std::find(room_.through.begin(), room_.through.end(), p.id) != room_.through.end();
    }

    /// Eight points round the hole and its wood lie in boards that it passes, or beside all of them.
    [[nodiscard]] bool whole(const Part& p, double x, double y) const {
        const Bounds3 b = p.solid.bounds();
        const double z = (b.low.z + b.high.z) / 2;
        const auto in = [&](double r) {
            int n = 0;
            for (int i = 0; i < 8; ++i) {
                const double t = std::numbers::pi * i / 4;
                n += p.solid.contains({x + r * std::cos(t), y + r * std::sin(t), z}, 1e-6) ? 1 : 0;
            }
            return n;
        };
        const int all = in(r_ + around);
        return all == 8 || (all == 0 && in(r_) == 0 && !p.solid.contains({x, y, z}, 1e-6));
    }
    [[nodiscard]] bool free(double x, double y) const {
        bool any = false;
        for (const auto& p : d_.assembly.parts) {
            const Bounds3 b = p.solid.bounds();
            if (p.solid.empty() || x + r_ + around < b.low.x || x - r_ - around > b.high.x)
                continue;
            if (passes(p)) {
                if (!whole(p, x, y))
                    return false;
                any = any || p.solid.contains({x, y, (b.low.z + b.high.z) / 2}, 1e-6);
            } else if (cylinderMeets(p.solid, {x, y, b.low.z - 1}, {x, y, b.high.z + 1}, r_ + aside)) {
                return false;
            }
        }
        return any && clearOfFasteners(x, y);
    }
    [[nodiscard]] bool clearOfFasteners(double x, double y) const {
        for (const auto& j : d_.assembly.joints)
            for (const auto& f : j.fasteners) {
                const Vec3 to = f.from + f.direction * f.length;
                for (int i = 0; i <= 8; ++i) {
                    const Vec3 q = f.from + (to - f.from) * (i / 8.0);
                    if (std::hypot(q.x - x, q.y - y) < r_ + aside + f.diameter / 2)
                        return false;
                }
            }
        return true;
    }
    /// The nearest place to the wall there.
    [[nodiscard]] std::optional<double> depthAt(double x) const {
        for (Length t : room_.taken)
            if (std::abs(t.mm() - x) < r_ + 12)
                return std::nullopt;
        for (double y = room_.rear + r_; y <= room_.front - r_; y += 5)
            if (free(x, y))
                return y;
        return std::nullopt;
    }
    [[nodiscard]] std::optional<double> elsewhere(double x) const {
        const double long_ = d_.assembly.length.mm();
        const double from = std::clamp(std::round(x / 5) * 5, 0.0, std::floor(long_ / 5) * 5);
        for (double by = 5; by < long_; by += 5)
            for (const double there : {from - by, from + by})
                if (there > 0 && there < long_ && depthAt(there))
                    return there;
        return std::nullopt;
    }

    void bore(double x, double y) {
        for (auto& p : d_.assembly.parts) {
            const Bounds3 b = p.solid.bounds();
            if (p.solid.empty() || !passes(p) || !p.solid.contains({x, y, (b.low.z + b.high.z) / 2}, 1e-6))
                continue;
            p.holes.push_back(
                {p.id + "/cable", {x, y, b.high.z}, {0, 0, -1}, cable_.d.mm(), b.high.z - b.low.z, "cable"});
        }
    }

    Draft& d_;
    const CableWay& cable_;
    const CableRoom& room_;
    const MakeContext& ctx_;
    double r_;
};

} // namespace

void describeCable(Parameters& p, CableWay& cable, bool applies) {
    p.flag({.name = "cable",
            .label = "A hole for a cable",
            .help = "Where a lamp, charger or player stands; what it leaves of the board is reckoned with.",
            .applies = applies},
           cable.on);
    p.length({.name = "cable_at", .label = "From the left end", .applies = applies && cable.on}, cable.at,
             {.low = Length(), .high = 30'000_mm, .usualLow = 60_mm, .usualHigh = 1400_mm});
    p.length({.name = "cable_d", .label = "Diameter of that hole", .applies = applies && cable.on}, cable.d,
             {.low = 3_mm, .high = 80_mm, .usualLow = 8_mm, .usualHigh = 40_mm});
}

void settleCable(CableWay& cable, Length length) {
    cable.at = std::clamp(cable.at, 80_mm, std::max(80_mm, length - 80_mm));
}

const Hole* cableHole(const Assembly& a) {
    for (const auto& p : a.parts)
        for (const auto& h : p.holes)
            if (h.purpose == "cable")
                return &h;
    return nullptr;
}

void boreCable(Draft& draft, const CableWay& cable, const CableRoom& room, const MakeContext& ctx) {
    if (cable.on)
        CableBorer(draft, cable, room, ctx).run();
}

} // namespace owl
