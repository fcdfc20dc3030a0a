// A lag screw from behind into the end of an arm, and glue.
#include "joint/fit.h"
#include "joint/ruler.h"
#include "joint/way.h"
#include "measure/words.h"

#include <cmath>
#include <fmt/format.h>

namespace owl {
namespace {

class LagsStep : public JointStep {
  public:
    using JointStep::JointStep;

  private:
    /// A lag screw from behind into the end of an arm.
    void make() override {
        const Part* held = a_.find(j_.first);
        const Part* arm = a_.find(j_.second);
        if (j_.fasteners.empty() || !held || !arm) {
            words_.close = "No lag screw fits here.";
            return;
        }
        const Fastener& f = j_.fasteners.front();
        const Ruler on(*held);
        const LagScrew& lag = c_.lagScrew(in_.style.units == Units::metric);
        const std::string pilot = drillText(in_.G > 0.5 ? lag.pilotHard : lag.pilotSoft, in_.style);
        const std::string clearance = drillText(lag.clearance, in_.style);
        const bool one = j_.fasteners.size() == 1;
        const char* each = in_.several ? "each" : "the"; // equal arms are one step
        words_.before = fmt::format(
            "Bore through the {} from {}, {} wide and counterbored {} deep for head and washer, \2 from its "
            "{} and {}, and {} of {} into the end of {} {}, {}, {} deep.",
            nameOf(j_.first), j_.drivenFrom, clearance, say(j_.counterbore), on.end(), rows(*held),
            one ? "a pilot" : "pilots", pilot, each, nameOf(j_.second), inTheEnd(*arm),
            say(j_.screwLength - j_.through + j_.counterbore));
        words_.place = say(Length::mm(on.along(f.from)));
        words_.close = "Size the end grain and spread glue.";
        words_.after =
            fmt::format("Drive {} {} × {} into {} {}. {}",
                        one ? std::string("a lag screw") : counted(j_.fasteners.size(), "lag screw"),
                        lag.label, say(j_.screwLength), each, nameOf(j_.second), j_.note);
        s_.tools = {"drill bit " + clearance, "drill bit " + pilot, "socket driver"};
        s_.minutes +=
            static_cast<double>(j_.fasteners.size()) * (2 * c_.minutes("drill") + c_.minutes("screw"));
        s_.cautions = c_.cautionsFor("drilling");
    }

    /// From the edge of a part, each once.
    [[nodiscard]] std::string rows(const Part& p) const {
        const Ruler on(p);
        std::vector<std::string> out;
        for (const auto& f : j_.fasteners)
            if (const std::string s = say(Length::mm(std::round(on.across(f.from) * 10) / 10));
                std::find(out.begin(), out.end(), s) == out.end())
                out.push_back(s);
        return listed(out) + " from its " + on.edge();
    }
    [[nodiscard]] std::string inTheEnd(const Part& p) const {
        const Ruler on(p);
        return j_.fasteners.size() == 1 &&
                       std::abs(on.across(j_.fasteners.front().from) - p.width.mm() / 2) < 0.6
                   ? std::string("in its middle")
                   : rows(p);
    }
};

std::unique_ptr<JointStep> lagsStep(const BuildInput& in, const Joint& j, const Catalog& c) {
    return std::make_unique<LagsStep>(in, j, c);
}

Fastener placeLag(const Joint& j, const Part*, const Vec3& at, const Vec3& d) {
    return {"lag_screw", at + d * j.counterbore.mm(), d, j.screwLength.mm(), 0, {}, false};
}

void boreLag(Assembly& a, const Joint& j, const Fastener& f, double G, const Catalog& catalog) {
    const auto same = [&](const LagScrew& s) { return std::abs(s.d - f.diameter) < 0.01; };
    const auto s = std::find_if(catalog.lagScrews.begin(), catalog.lagScrews.end(), same);
    if (s != catalog.lagScrews.end())
        boreAlong(a, j, f, {s->clearance, G > 0.5 ? s->pilotHard : s->pilotSoft});
}

} // namespace

void fitLag(Joint& j, const Meeting& m, double sunk, double longest, const LagScrew& lag) {
    j.through = m.headSide;
    j.into = m.receiving;
    j.counterbore = Length::mm(sunk);
    const double room = (m.headSide + m.receiving).mm() - sunk - 10;
    j.screwLength = Length::mm(lag.longest(std::max(10.0, std::min(longest, room))));
}

const JoinWay lagsWay{"lag screws and glue", false, lagsStep, placeLag, boreLag, screwTakes};

} // namespace owl
