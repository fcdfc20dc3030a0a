// Glue alone, clamped until it has set.
#include "joint/fit.h"
#include "joint/way.h"
#include "measure/words.h"

#include <fmt/format.h>

namespace owl {
namespace {

class ClampedStep : public JointStep {
  public:
    using JointStep::JointStep;

  private:
    void make() override {
        if (j_.kind == "pin")
            return pin();
        if (j_.kind == "spline") {
            words_.close = j_.note;
            s_.tools = {"mallet", "fine saw"};
            return;
        }
        if (j_.kind == "mitre" && in_.several) { // a ring closes at once: said once for all its mitres
            words_.close = fmt::format("Spread glue on both faces of every mitre. {}", j_.note);
            s_.tools = {"band clamp or tape", "straight strip"};
            s_.minutes += 3;
            return;
        }
        words_.close =
            fmt::format("Spread glue on both faces, put the {} to the \1, and clamp every {} until it "
                        "has set. {}",
                        nameOf(newcomer()), roundly(150_mm, in_.style), j_.note);
        s_.tools = {"clamps", "straight strip"};
        s_.minutes += 10;
    }
    /// A rod in a hole that is bored for it.
    void pin() {
        words_.close = fmt::format(
            "Put a little epoxy into the hole and turn the {} in until its end is flush with the back of the "
            "{}; wipe off what comes out. It must be square and level: lay a straight strip along it while "
            "the glue sets. {}",
            nameOf(j_.second), nameOf(j_.first), j_.note);
        s_.tools = {"mallet", "straight strip"};
        s_.minutes += 2;
    }
};

std::unique_ptr<JointStep> clampedStep(const BuildInput& in, const Joint& j, const Catalog& c) {
    return std::make_unique<ClampedStep>(in, j, c);
}

} // namespace

const JoinWay gluedWay{"glue and clamps", true, clampedStep, nullptr, nullptr, nullptr};

} // namespace owl
