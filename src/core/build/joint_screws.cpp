// Wood screws and glue: clearance, countersink, pilot; plugs over heads that show.
#include "assembly/plugs.h"
#include "build/joint_step.h"
#include "measure/words.h"
#include "solid/query.h"

#include <algorithm>
#include <fmt/format.h>

namespace owl {
namespace {

class ScrewsStep : public JointStep {
  public:
    using JointStep::JointStep;

  private:
    void make() override {
        const Screw* screw = c_.findScrew(j_.screwId);
        if (!screw || j_.screwLength <= Length()) {
            words_.close =
                fmt::format("No screw fits here: spread glue, press the {} on, and clamp it every {} with a "
                            "straight strip between, for an hour.",
                            nameOf(j_.second), roundly(200_mm, in_.style));
            s_.tools = {"clamps", "straight strip"};
            return;
        }
        const std::string length = screwLengthText(*screw, j_.screwLength.mm());
        const bool plugged = isPlugged(a_, j_);
        const std::string plug = drillText(screw->plug, in_.style);
        const std::string heads = plugged
                                      ? fmt::format("before that {} wide and {} deep for the plugs", plug,
                                                    say(j_.counterbore - Length::mm(screw->countersink())))
                                      : "countersink " + say(j_.counterbore);
        words_.before = fmt::format("Drill {} ({}) through the {} from {}, at {}; {}. Clamp the parts flush "
                                    "and drill the pilots ({}) "
                                    "through those holes into the {}, {} deep from its surface.",
                                    counted(count(), "clearance hole"), clearanceBit(*screw),
                                    nameOf(j_.first), side(), places(), heads, pilotBit(*screw, in_.G),
                                    nameOf(j_.second), say(j_.screwLength - j_.through + j_.counterbore));
        words_.close = "Spread glue and clamp again.";
        words_.after =
            fmt::format("Drive {} {} × {} through the {} into the {}; the clamps can come off now.",
                        counted(count(), "screw"), screw->label, length, nameOf(j_.first), nameOf(j_.second));
        words_.after += plugged    ? " Plugs come over the heads."
                        : j_.shows ? " The heads show: set them a little deeper and fill or plug them."
                        : j_.drivenFrom == "below"
                            ? fmt::format(" The heads are under the {}, out of sight.", nameOf(j_.first))
                        : j_.drivenFrom == "behind"
                            ? " The heads are against the wall, out of sight."
                            : " What comes over them, or stands there, hides the heads.";
        s_.tools = {"drill bit " + clearanceBit(*screw), "drill bit " + pilotBit(*screw, in_.G),
                    "countersink", "clamps"};
        if (plugged)
            s_.tools.push_back("drill bit " + plug);
        s_.minutes += static_cast<double>(count()) * (2 * c_.minutes("drill") + c_.minutes("screw"));
        s_.cautions = c_.cautionsFor("drilling");
    }
};

} // namespace

std::unique_ptr<JointStep> screwsStep(const BuildInput& in, const Joint& j, const Catalog& c) {
    return std::make_unique<ScrewsStep>(in, j, c);
}

/// A screw: wide enough to pass through in the first part, its pilot in the others.
void boreAlong(Assembly& a, const Joint& j, const Fastener& f, const ScrewBits& bits) {
    for (std::size_t i = 0; i < f.passes.size(); ++i) {
        Part* p = partToBore(a, f.passes[i]);
        if (!p)
            continue;
        const Vec3 back = f.from - f.direction * (i == 0 ? j.counterbore.mm() : 0.0);
        const auto in = inside(p->solid, back, f.from + f.direction * f.length);
        if (in.empty())
            continue;
        const double whole = norm(f.from + f.direction * f.length - back);
        const Vec3 mouth = back + f.direction * (whole * in.front().from);
        const double deep = whole * (in.back().to - in.front().from);
        boreForJoint(*p, j.id, mouth, f.direction, i == 0 ? bits.clearance : bits.pilot, deep);
    }
}

void boreScrew(Assembly& a, const Joint& j, const Fastener& f, double G, const Catalog& catalog) {
    const Screw* s = catalog.findScrew(j.screwId);
    const ScrewBits plain{f.diameter + 0.5, f.diameter * 0.6};
    boreAlong(a, j, f, s ? ScrewBits{s->clearance, G > 0.5 ? s->pilotHard : s->pilotSoft} : plain);
}

} // namespace owl
