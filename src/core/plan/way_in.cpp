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
        if (a.ledgers || a.parts.empty())
            return;
        const std::array<double, 3> box{a.length.mm(), a.depth.mm(), a.height.mm()};
        const WayIn& way = project_.wayIn;
        if (!passesDoor(box, way.doorWidth.mm(), way.doorHeight.mm()))
            tell("no_door", "It does not pass the door",
                 fmt::format("Put together it is {}, and the door {} wide{}.", size(a), say(way.doorWidth),
                             way.doorHeight > Length() ? " and " + say(way.doorHeight) + " high"
                                                       : std::string()));
        if (way.stairWidth > Length() && !turnsStair(box, way.stairWidth.mm(), headroom)) {
            auto& f = tell("no_stair", "It does not turn on the stairs",
                           fmt::format("Put together it is {}; where stairs {} wide turn it gets stuck.",
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
        return fmt::format("{} × {} × {}", say(a.length), say(a.depth), say(a.height));
    }
    /// Two cases half as long stand side by side as one; shelves are put together where they hang.
    Finding& tell(const char* id, std::string title, std::string text) {
        const Assembly& a = pp_.assembly();
        if (!a.floor)
            text += " Do the last gluing in the room.";
        Finding& f = found(id, Severity::warns, "build", std::move(title), std::move(text));
        const Length half = roundToTape(a.length / 2, project_.style);
        if (a.floor && half > 300_mm)
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
