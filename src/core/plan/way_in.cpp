#include "plan/way_in.h"

#include "plan/piece_finder.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <numbers>

namespace owl {
namespace {

constexpr double hands = 20;      // mm kept free beside it
constexpr double headroom = 2000; // mm, over stairs

class WayInFindings : PieceFinder {
  public:
    using PieceFinder::PieceFinder;

    void run() {
        const Assembly& a = pp_.assembly();
        if (a.seat<LedgersSeat>() || a.parts.empty())
            return;
        const std::array<double, 3> box = boxOf(carried());
        const WayIn& way = project_.wayIn;
        if (!throughTheDoor(box))
            tell("no_door", "It does not pass the door",
                 fmt::format("{} it is {}, and the door {} wide{}.", sectioned(), size(a), say(way.doorWidth),
                             way.doorHeight > Length() ? " and " + say(way.doorHeight) + " high"
                                                       : std::string()));
        if (!upTheStairs(box)) {
            auto& f = tell("no_stair", "It does not turn on the stairs",
                           fmt::format("{} it is {}; where stairs {} wide turn it gets stuck.", sectioned(),
                                       size(a), say(way.stairWidth)));
            std::array<double, 3> s = box;
            std::sort(s.begin(), s.end());
            f.working = {
                "p ≤ 2√2 w − 2 q",
                {{"w", say(way.stairWidth)}, {"q", say(Length::mm(s[0]))}},
                say(Length::mm(std::max(0.0, 2 * std::numbers::sqrt2 * way.stairWidth.mm() - 2 * s[0]))),
                "geometry: a rectangle round a right corner",
                {}};
        }
    }

  private:
    [[nodiscard]] std::string size(const Assembly& a) const {
        return fmt::format("{} × {} × {}", say(carried()), say(a.depth), say(a.height));
    }
    [[nodiscard]] const char* sectioned() const {
        return pp_.assembly().carried > Length() ? "Each section put together" : "Put together";
    }
    [[nodiscard]] Length carried() const {
        const Assembly& a = pp_.assembly();
        return a.carried > Length() ? a.carried : a.length;
    }
    [[nodiscard]] std::array<double, 3> boxOf(Length length) const {
        const Assembly& a = pp_.assembly();
        return {length.mm(), a.depth.mm(), a.height.mm()};
    }
    [[nodiscard]] bool throughTheDoor(const std::array<double, 3>& box) const {
        return passesDoor(box, project_.wayIn.doorWidth.mm(), project_.wayIn.doorHeight.mm());
    }
    [[nodiscard]] bool upTheStairs(const std::array<double, 3>& box) const {
        const Length wide = project_.wayIn.stairWidth;
        return wide <= Length() || turnsStair(box, wide.mm(), headroom);
    }
    /// The longest of that depth and height that gets in, to 10 mm; 0: none does.
    [[nodiscard]] Length longest() const {
        for (Length l = carried(); l > 200_mm; l -= 10_mm)
            if (throughTheDoor(boxOf(l)) && upTheStairs(boxOf(l)))
                return l;
        return {};
    }
    /// In sections, where its kind is made so. Else two cases half as long stand side by side as one; shelves
    /// are put together where they hang.
    Finding& tell(const char* id, std::string title, std::string text) {
        const Assembly& a = pp_.assembly();
        if (!a.seat<FloorSeat>())
            text += " Do the last gluing in the room.";
        Finding& f = found(id, Severity::warns, "build", std::move(title), std::move(text));
        if (a.seat<FloorSeat>()) {
            Weakness weak;
            weak.check = "way_in";
            weak.metric = metric();
            weak.atMost = longest();
            for (const auto& cure : strengthen(piece_.params, weak))
                f.remedies.push_back(changeParameters(cure, piece_));
        }
        const Length half = roundToTape(a.length / 2, project_.style);
        if (f.remedies.empty() && a.seat<FloorSeat>() && half > 300_mm)
            f.remedies.push_back(changeParameters(
                {fmt::format("{} long: copy it, two stand side by side", say(half)), {{"length", half.mm()}}},
                piece_));
        return f;
    }
};

} // namespace

bool passesDoor(std::array<double, 3> box, double width, double height) {
    std::sort(box.begin(), box.end());
    const auto within = [](double size, double limit) { return limit <= 0 || size <= limit - hands; };
    return (within(box[0], width) && within(box[1], height)) ||
           (within(box[1], width) && within(box[0], height));
}

bool turnsStair(const std::array<double, 3>& box, double width, double head) {
    for (std::size_t up = 0; up < 3; ++up) {
        const double p = std::max(box[(up + 1) % 3], box[(up + 2) % 3]);
        const double q = std::min(box[(up + 1) % 3], box[(up + 2) % 3]);
        if (box[up] <= head && q <= width - hands && p <= 2 * std::numbers::sqrt2 * width - 2 * q)
            return true;
    }
    return false;
}

void findAboutWayIn(const Project& project, const Plan& plan, const Catalog& catalog, const Piece& piece,
                    const PiecePlan& pp, std::vector<Finding>& out) {
    WayInFindings(project, plan, catalog, piece, pp, out).run();
}

} // namespace owl
