// Glue, with nails that hold until it has set.
#include "build/joint_step.h"

#include <fmt/format.h>

namespace owl {
namespace {

class NailsStep : public JointStep {
  public:
    using JointStep::JointStep;

  private:
    void make() override {
        const std::string held = nameOf(begins() ? second() : newcomer());
        const std::string nail =
            j_.nailLength > Length() ? fmt::format("{} long ", say(j_.nailLength)) : std::string();
        s_.text = fmt::format("Spread glue. Press the {} on by hand, flush {}, and nail it from {} "
                              "with {} nails of 18 gauge, "
                              "{}at {}. Pressed and nailed it needs no clamps; where a gap opens, one clamp "
                              "until the glue has set. {}",
                              held, endOn() ? "all round" : "at both ends", j_.drivenFrom, count(), nail,
                              places(), j_.note);
        s_.tools = {"nailer or hammer and nail set"};
        s_.minutes += static_cast<double>(count()) * c_.minutes("nail");
    }
};

} // namespace

std::unique_ptr<JointStep> nailsStep(const BuildInput& in, const Joint& j, const Catalog& c) {
    return std::make_unique<NailsStep>(in, j, c);
}

} // namespace owl
