// Dowels and glue: blind, or bored through from outside and cut flush.
#include "build/joint_step.h"
#include "measure/words.h"

#include <fmt/format.h>

namespace owl {
namespace {

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

} // namespace

std::unique_ptr<JointStep> dowelsStep(const BuildInput& in, const Joint& j, const Catalog& c) {
    return std::make_unique<DowelsStep>(in, j, c);
}

/// From where the parts meet into both of them.
void boreDowel(Assembly& a, const Joint& j, const Fastener& f) {
    const Vec3 meet = f.from + f.direction * j.pinFirst.mm();
    if (Part* p = partToBore(a, j.first))
        boreForJoint(*p, j.id, meet, -f.direction, j.pin.mm(), j.pinFirst.mm());
    if (Part* p = partToBore(a, j.second))
        boreForJoint(*p, j.id, meet, f.direction, j.pin.mm(), j.pinSecond.mm());
}

} // namespace owl
