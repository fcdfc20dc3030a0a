// Glue, with nails that hold until it has set.
#include "build/joint_step.h"
#include "measure/words.h"

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
        words_.close =
            fmt::format("Spread glue. Press the {} on by hand, flush {}. Pressed and nailed it needs no "
                        "clamps; where a gap opens, one clamp until the glue has set. {}",
                        held, endOn() ? "all round" : "at both ends", j_.note);
        words_.after = fmt::format("Nail it to the {} from {} with {} of 18 gauge, {}at {}.",
                                   held == nameOf(j_.first) ? nameOf(j_.second) : nameOf(j_.first), side(),
                                   counted(count(), "nail"), nail, places());
        s_.tools = {"nailer or hammer and nail set"};
        s_.minutes += static_cast<double>(count()) * c_.minutes("nail");
    }
};

} // namespace

std::unique_ptr<JointStep> nailsStep(const BuildInput& in, const Joint& j, const Catalog& c) {
    return std::make_unique<NailsStep>(in, j, c);
}

} // namespace owl
