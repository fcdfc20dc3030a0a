// A tongue glued into a groove.
#include "joint/fit.h"
#include "joint/way.h"
#include "measure/words.h"

#include <algorithm>
#include <fmt/format.h>

namespace owl {
namespace {

class TongueStep : public JointStep {
  public:
    using JointStep::JointStep;

  private:
    void make() override {
        words_.close =
            fmt::format("Brush a thin film of glue into the groove of the {}. Start the tongue of the "
                        "{} at one end and press it "
                        "in along the length, tapping with a mallet on a strip of waste wood. Clamp "
                        "every {} with a straight "
                        "strip between, for an hour.",
                        nameOf(j_.first), nameOf(j_.second), roundly(200_mm, in_.style));
        s_.tools = {"mallet", "clamps", "straight strip"};
    }
};

std::unique_ptr<JointStep> tongueStep(const BuildInput& in, const Joint& j, const Catalog& c) {
    return std::make_unique<TongueStep>(in, j, c);
}

} // namespace

Length tongueLength(Length grooved) {
    const Length most = grooved / 2 - 1_mm;
    return std::max(Length(), std::min(8_mm, Length::nm(most.nm() / 500'000 * 500'000)));
}

const JoinWay tongueWay{"tongue and groove, glued", true, tongueStep, nullptr, nullptr, nullptr};

} // namespace owl
