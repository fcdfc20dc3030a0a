#include "piece/wall_box/wall_box_shape.h"

#include <algorithm>
#include <fmt/format.h>

// Hooks under a wall box, for cups, keys, bags of yarn.
namespace owl {
namespace {

class BoxHooks : BoxWork {
  public:
    using BoxWork::BoxWork;

    void run() {
        const Part* b = part("bottom");
        const int n = std::clamp(p_.hooks, 0, 60);
        if (n == 0 || !b || p_.glasses > 0)
            return;
        const Length pitch = (s_.x1 - s_.x0) / n;
        if (pitch < 40_mm) {
            problem("hooks_too_close", "hooks",
                    fmt::format("{} hooks would hang {} apart; {} is the least for a hand between them.", n,
                                say(pitch), say(40_mm)))
                .cures = {
                {"Fewer hooks", {{"hooks", std::max(0, static_cast<int>((s_.x1 - s_.x0).mm() / 60))}}}};
            return;
        }
        const Length deep = std::min(14_mm, wood() - 3_mm); // of the screw in the wood
        if (deep < 8_mm) {
            problem("hooks_too_shallow", "thickness",
                    fmt::format("A hook wants {} of wood around its screw; the bottom gives {}.", say(8_mm),
                                say(std::max(Length(), deep))))
                .cures.push_back(to("Boards", "thickness", 18_mm));
            return;
        }
        const Length up = std::max(Length(), hookHigh - s_.low); // they hang between sides that go lower
        moveUp(d_.assembly, up);
        for (int i = 0; i < n; ++i)
            hook(i + 1, {s_.x0 + pitch * i + pitch / 2, p_.depth / 2, s_.low + up}, deep);
    }

  private:
    const Length hookHigh = 30_mm, hookWide = 22_mm;
    const Length wire = ctx_.metricScrews ? 3_mm : Length::inches(1, 8);
    const Length pilot = ctx_.metricScrews ? Length::mm(2.5) : Length::inches(3, 32);

    /// Of the bottom, above the lower face: less where a divider is let in, and below rods in its middle.
    [[nodiscard]] Length wood() const {
        if (!onRail())
            return s_.t / 2 - 7_mm;
        return s_.bays.size() > 1 ? s_.t - p_.housing : s_.t;
    }

    /// `at`: where its shank enters the bottom's lower face.
    void hook(int number, const Vec& at, Length deep) {
        Part h = blankPart(fmt::format("hook-{}", number), "hook", hookWide, hookHigh, wire,
                           {{(at.x - hookWide / 2).mm(), (at.y - wire / 2).mm(), at.z.mm()},
                            {1, 0, 0},
                            {0, 0, -1},
                            {0, 1, 0}});
        h.stock = Stock::fitting;
        h.material = "brass";
        h.density = 2000; // kg/m3 of the space it takes: bent wire of 3 mm
        h.finished = false;
        h.apart = {0, 0, -0.8};
        h.why = {"bought"};
        Part* b = part("bottom");
        b->holes.push_back({fmt::format("bottom/hook-{}", number),
                            {at.x.mm(), at.y.mm(), at.z.mm()},
                            {0, 0, 1},
                            pilot.mm(),
                            deep.mm(),
                            fmt::format("hook-{}-bottom", number)});
        Joint j = named(fmt::format("hook-{}-bottom", number), "bottom", h.id, "turned_in");
        j.how = Joinery::dry;
        j.glued = false;
        j.carries = false;
        j.note = fmt::format(
            "Bore {} wide and {} deep from below, in the middle of the depth, every {} from {} "
            "on, and turn the hooks in by hand until they face the front. A hook of {} in so "
            "much wood is for {}, a cup or a bag of yarn; what hangs there counts as load on the "
            "bottom.",
            say(pilot), say(deep), say((s_.x1 - s_.x0) / p_.hooks),
            say(s_.x0 + (s_.x1 - s_.x0) / p_.hooks / 2), say(wire), ctx_.metricScrews ? "2 kg" : "4 lb");
        d_.assembly.parts.push_back(std::move(h));
        keep(std::move(j));
    }
};

} // namespace

void addBoxHooks(const BoxWith& with) {
    BoxHooks(with).run();
}

} // namespace owl
