// Dowels and glue: blind, or bored through from outside and cut flush.
#include "joint/fit.h"
#include "joint/way.h"
#include "measure/words.h"
#include "strength/wood_joint.h"

#include <algorithm>
#include <fmt/format.h>

namespace owl {
namespace {

const std::vector<double>& dowelLengths(bool metric) {
    static const std::vector<double> mm{15, 20, 25, 30, 35, 40};
    static const std::vector<double> inch{15.875, 19.05, 25.4, 31.75, 38.1};
    return metric ? mm : inch;
}
std::array<Length, 2> dowelSizes(bool metric) {
    return {metric ? 8_mm : Length::inches(5, 16), metric ? 6_mm : Length::inches(1, 4)};
}

class DowelsStep : public JointStep {
  public:
    using JointStep::JointStep;

  private:
    void make() override {
        if (j_.pin <= Length()) {
            words_.close = "No dowel fits this joint; see the notes.";
            return;
        }
        if (j_.pinThrough) {
            throughDowels();
            return;
        }
        words_.before = fmt::format("Mark {} at {}, and {}. Drill with a guide and a depth stop: {} "
                                    "holes {} deep in the {} and {} deep in the {}.",
                                    counted(count(), "place"), places(), onTheSecond(), say(j_.pin),
                                    say(j_.pinFirst), nameOf(j_.first), say(j_.pinSecond), nameOf(j_.second));
        words_.close = fmt::format(
            "Brush a little glue into the holes and along the edge, push in the dowels, {} × {}, put "
            "the parts together, and clamp every {} for an hour. Too much glue in a hole keeps "
            "the dowel out.",
            say(j_.pin), say(j_.pinLength), roundly(300_mm, in_.style));
        s_.tools = {"doweling guide", "drill bit " + drillText(j_.pin.mm(), in_.style), "depth stop",
                    "clamps"};
        s_.minutes += static_cast<double>(count()) * c_.minutes("dowel");
    }

    void throughDowels() {
        words_.close = fmt::format("Spread glue, clamp the {} flush, and let it set.", nameOf(j_.first));
        words_.after = fmt::format(
            "Bore from {} through the {}, square to the face, "
            "{} of {} at {}: {} deep in all, {} deeper than the dowels are long.\nA chamfer on "
            "the dowels, glue in the holes, tap them home; saw what stands out flush with a card under "
            "the saw, pare and sand. Their ends show as darker dots.",
            side(), nameOf(j_.first), counted(count(), "place"), say(j_.pin), places(),
            say(j_.pinFirst + j_.pinSecond), say(2_mm));
        s_.tools = {"drill with a guide block",
                    "drill bit " + drillText(j_.pin.mm(), in_.style),
                    "depth stop",
                    "clamps",
                    "fine saw",
                    "chisel"};
        s_.minutes += static_cast<double>(count()) * c_.minutes("dowel") * 1.5;
        s_.cautions = c_.cautionsFor("drilling");
    }
};

std::unique_ptr<JointStep> dowelsStep(const BuildInput& in, const Joint& j, const Catalog& c) {
    return std::make_unique<DowelsStep>(in, j, c);
}

/// Hidden: it lies where the parts meet, not where one drills from.
Fastener placeDowel(const Joint& j, const Part* first, const Vec3& at, const Vec3& d) {
    const double through = j.through.mm() > 0 ? j.through.mm() : first ? first->thickness.mm() : 0;
    return {"dowel", at + d * (through - j.pinFirst.mm()), d, j.pinLength.mm(), j.pin.mm(), {}, false};
}

double dowelTakes(const FastenerLoad& l) {
    const DowelStrength d =
        dowelStrength(l.joint.pin.mm(), std::min(l.joint.pinFirst, l.joint.pinSecond).mm(),
                      std::min(l.gFrom, l.gInto), l.CD);
    return l.pulls ? d.pull : d.shear;
}

/// From where the parts meet into both of them.
void boreDowel(Assembly& a, const Joint& j, const Fastener& f, double, const Catalog&) {
    const Vec3 meet = f.from + f.direction * j.pinFirst.mm();
    if (Part* p = partToBore(a, j.first))
        boreForJoint(*p, j.id, meet, -f.direction, j.pin.mm(), j.pinFirst.mm());
    if (Part* p = partToBore(a, j.second))
        boreForJoint(*p, j.id, meet, f.direction, j.pin.mm(), j.pinSecond.mm());
}

} // namespace

std::string fitDowels(Joint& j, const Meeting& m, const Measures& sold) {
    const auto say = [&](Length l) { return exactLength(l, sold); };
    for (Length d : dowelSizes(sold.metricScrews)) {
        const Length first = std::min(12_mm, m.headSide - 3_mm);
        const Length second = std::min(20_mm, m.receiving - 3_mm);
        if (m.edge < d * 2 - 1_mm || first < d || second < d)
            continue;
        for (double l : dowelLengths(sold.metricScrews))
            if (Length::mm(l) <= first + second - 2_mm)
                j.pinLength = Length::mm(l);
        if (j.pinLength < d * 2)
            continue;
        j.pin = d;
        j.pinFirst = first;
        j.pinSecond = j.pinLength - first + 2_mm; // 2 mm deeper than the dowel, for glue and air
        j.note = fmt::format("{} dowels {} long: {} deep in the face of the {}, {} in the edge of the {}",
                             say(d), say(j.pinLength), say(j.pinFirst), j.first, say(j.pinSecond), j.second);
        return {};
    }
    return fmt::format(
        "Dowels need an edge of at least {}, and a hole as deep as they are thick with {} left "
        "behind it; the edge is {} and the {} is {} thick.",
        say(sold.metricScrews ? 12_mm : Length::inches(1, 2)), say(3_mm), say(m.edge), j.first,
        say(m.headSide));
}

bool fitThroughDowels(Joint& j, const Meeting& m, const Measures& sold) {
    const auto say = [&](Length l) { return exactLength(l, sold); };
    for (Length d : dowelSizes(sold.metricScrews)) {
        if (m.edge < d * 2 - 1_mm)
            continue;
        for (double l : dowelLengths(sold.metricScrews))
            if (Length::mm(l) >= m.headSide + d * 2 &&
                Length::mm(l) <= m.headSide + std::min(30_mm, m.receiving - 5_mm))
                j.pinLength = Length::mm(l);
        if (j.pinLength == Length())
            continue;
        j.pin = d;
        j.pinFirst = m.headSide;
        j.pinSecond = j.pinLength - m.headSide + 2_mm;
        j.pinThrough = j.shows = true;
        j.note = fmt::format("{} dowels {} long through the {}, {} into the {}", say(d), say(j.pinLength),
                             j.first, say(j.pinSecond), j.second);
        return true;
    }
    return false;
}

const JoinWay dowelsWay{"dowels and glue", true, dowelsStep, placeDowel, boreDowel, dowelTakes};

} // namespace owl
