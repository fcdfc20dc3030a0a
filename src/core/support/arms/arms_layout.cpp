// Where the ledger of a hollow and its arms are: beside the fixings, no farther apart than asked for.
#include "support/arms/arms.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace owl {
namespace {

constexpr double armGap = 3; // mm between an arm's end and the front

}

double armLag(const ArmsLayout& layout, const LagScrew& lag) {
    return lag.longest(std::min(armLagLength, layout.t - armLagSunk + layout.armLength() - 10));
}

std::vector<double> lagHeights(double high) {
    return high >= 60 ? std::vector{high / 4, high * 3 / 4} : std::vector{high / 2};
}

namespace {

/// Puts arms where nothing is in their way.
class ArmPlaces {
  public:
    ArmPlaces(const CavitySeat& seat, std::vector<double> fixings, ArmsLayout& a)
        : seat_(seat), fixings_(std::move(fixings)), a_(a), low_(a.x0 + a.t / 2 + 1),
          high_(a.x1 - a.t / 2 - 1) {
        std::sort(fixings_.begin(), fixings_.end());
    }

    void fill() {
        for (double f : fixings_)
            beside(f);
        if (a_.arms.empty() || a_.arms.front() - a_.x0 > seat_.spacing.mm())
            add(nearestClear(low_));
        if (a_.x1 - a_.arms.back() > seat_.spacing.mm() || a_.arms.size() < 2)
            add(nearestClear(high_));
        between();
    }

  private:
    /// A driver of 25 mm reaches every screw between the arms, and a cable comes down.
    [[nodiscard]] bool clear(double x) const {
        const double half = a_.t / 2;
        return x >= low_ && x <= high_ &&
               std::all_of(fixings_.begin(), fixings_.end(),
                           [&](double f) { return std::abs(f - x) >= half + 13 - 1e-9; }) &&
               std::all_of(seat_.keepFree.begin(), seat_.keepFree.end(),
                           [&](Length k) { return std::abs(k.mm() - x) >= half + 13; }) &&
               std::all_of(a_.arms.begin(), a_.arms.end(),
                           [&](double arm) { return std::abs(arm - x) > a_.t + 10; });
    }
    bool add(double x) {
        if (!clear(x))
            return false;
        a_.arms.insert(std::upper_bound(a_.arms.begin(), a_.arms.end(), x), x);
        return true;
    }
    /// Outside of the fixing towards the nearer end of the ledger, so that little of it stands free there.
    void beside(double f) {
        const double off = a_.t / 2 + 14;
        const double side = f < (a_.x0 + a_.x1) / 2 ? -off : off;
        if (!add(f + side))
            add(f - side);
    }
    [[nodiscard]] double nearestClear(double x) const {
        for (double step = 0; step < (high_ - low_) / 2; step += 1)
            for (double at : {x - step, x + step})
                if (clear(at))
                    return at;
        return x;
    }
    void between() {
        const std::vector<double> first = a_.arms;
        for (std::size_t i = 1; i < first.size(); ++i) {
            const double gap = first[i] - first[i - 1];
            const int n = static_cast<int>(std::ceil(gap / seat_.spacing.mm() - 1e-6));
            for (int k = 1; k < n; ++k)
                add(nearestClear(first[i - 1] + gap * k / n));
        }
    }

    const CavitySeat& seat_;
    std::vector<double> fixings_;
    ArmsLayout& a_;
    double low_, high_;
};

} // namespace

ArmsLayout armsLayout(const CavitySeat& seat, const std::vector<double>& fixings, int rows) {
    ArmsLayout a;
    const double c = seat.clearance.mm();
    a.t = seat.frame.mm();
    a.x0 = seat.x0.mm() + c;
    a.x1 = seat.x1.mm() - c;
    a.high = (seat.z1 - seat.z0).mm() - c;
    a.z0 = seat.z0.mm() + c;
    a.y1 = seat.y1.mm() - armGap;
    if (a.high < 20)
        a.refusal = fmt::format("the hollow is only {:.0f} mm high inside: no ledger of 20 mm fits",
                                std::max(0.0, a.high + c));
    else if (a.armLength() < 40)
        a.refusal = fmt::format("a ledger of {:.0f} mm leaves arms of {:.0f} mm; they need 40 mm", a.t,
                                std::max(0.0, a.armLength()));
    else if (a.x1 - a.x0 < 150)
        a.refusal = "the hollow is too short for a ledger";
    if (!a.refusal.empty())
        return a;
    a.rows = {a.high - std::min(20.0, a.high / 3)};
    if (rows > 1 && a.rows[0] - 20 >= 25)
        a.rows.insert(a.rows.begin(), 20.0);
    a.lags = lagHeights(a.high);
    ArmPlaces(seat, fixings, a).fill();
    if (a.arms.size() < 2)
        a.refusal = "there is no room for two arms clear of the ledger's screws";
    return a;
}

} // namespace owl
