// Glue, with nails that hold until it has set.
#include "joint/fit.h"
#include "joint/way.h"
#include "measure/words.h"

#include <fmt/format.h>

namespace owl {
namespace {

/// Sold lengths of 18 gauge nails, in mm.
const std::vector<double>& nailLengths(bool metric) {
    static const std::vector<double> mm{15, 20, 25, 30, 35, 40, 50};
    static const std::vector<double> inch{15.875, 19.05, 25.4, 31.75, 38.1, 50.8};
    return metric ? mm : inch;
}

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

std::unique_ptr<JointStep> nailsStep(const BuildInput& in, const Joint& j, const Catalog& c) {
    return std::make_unique<NailsStep>(in, j, c);
}

Fastener placeNail(const Joint& j, const Part*, const Vec3& at, const Vec3& d) {
    constexpr double gauge18 = 1.2; // mm
    return {"nail", at, d, j.nailLength.mm(), gauge18, {}, false};
}

} // namespace

Length nailFor(const Meeting& m, const Measures& sold) {
    const double most = (m.headSide + m.receiving).mm() - 3;
    Length best;
    for (double l : nailLengths(sold.metricScrews)) {
        if (l > most)
            break;
        best = Length::mm(l);
        if (l >= 2 * m.headSide.mm())
            break;
    }
    return best;
}

const JoinWay nailsWay{"glue and nails", false, nailsStep, placeNail, nullptr, nullptr};

} // namespace owl
