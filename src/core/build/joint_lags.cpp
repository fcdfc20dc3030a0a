// A lag screw from behind into the end of an arm, and glue.
#include "build/joint_step.h"

#include <fmt/format.h>

namespace owl {
namespace {

class LagsStep : public JointStep {
  public:
    using JointStep::JointStep;

  private:
    /// A lag screw from behind into the end of an arm.
    void make() override {
        if (j_.fasteners.empty()) {
            words_.close = "No lag screw fits here.";
            return;
        }
        const Fastener& f = j_.fasteners.front();
        words_.before = fmt::format(
            "Bore through the {} from {}, {} wide and counterbored {} deep for head and "
            "washer, {} from its left end, "
            "and a pilot of {} into the end of the {}, {} deep.",
            nameOf(j_.first), j_.drivenFrom, drillText(f.diameter + 0.5, in_.style), say(j_.counterbore),
            say(Length::mm(f.from.x - partLeft())), drillText(4.5, in_.style), nameOf(j_.second),
            say(j_.screwLength - j_.through + j_.counterbore));
        words_.close = "Size the end grain and spread glue.";
        words_.after =
            fmt::format("Drive a lag screw {} × {} into the {}. {}", drillText(f.diameter, in_.style),
                        say(j_.screwLength), nameOf(j_.second), j_.note);
        s_.tools = {"drill bit " + drillText(f.diameter + 0.5, in_.style),
                    "drill bit " + drillText(4.5, in_.style), "socket driver"};
        s_.minutes += 2 * c_.minutes("drill") + c_.minutes("screw");
        s_.cautions = c_.cautionsFor("drilling");
    }
};

} // namespace

std::unique_ptr<JointStep> lagsStep(const BuildInput& in, const Joint& j, const Catalog& c) {
    return std::make_unique<LagsStep>(in, j, c);
}

} // namespace owl
