// What is screwed or laid on without glue: metal, pads, loose shelves, plates.
#include "joint/fit.h"
#include "joint/ruler.h"
#include "joint/way.h"
#include "measure/words.h"
#include "strength/wood_joint.h"

#include <cmath>
#include <fmt/format.h>

namespace owl {
namespace {

class DryStep : public JointStep {
  public:
    using JointStep::JointStep;

  private:
    /// Metal that is screwed or stuck on.
    void make() override {
        if (j_.kind == "loose") {
            words_.before =
                fmt::format("The {} goes into the grooves that are there. {}", nameOf(j_.second), j_.note);
            s_.minutes += 2;
            return;
        }
        if (j_.kind == "turned_in") {
            s_.title = "Turn the hooks in";
            words_.close = j_.note;
            s_.tools = {"drill bit " + drillText(2.5, in_.style)};
            s_.minutes += 2;
            return;
        }
        if (j_.kind == "laid") {
            words_.close = j_.note;
            s_.minutes += 3;
            return;
        }
        if (j_.kind == "stuck") {
            s_.title = "Stick the pads on";
            s_.text =
                "Two on each arm, well inside the edges of the plate: degrease the wood, press each down for "
                "a moment.";
            s_.minutes += 1;
            return;
        }
        if (j_.kind == "pins") {
            s_.title = "Lay the loose shelves on their pins";
            words_.close =
                "Four pins a shelf, pushed home by hand; lay the shelf on and press at each corner: it "
                "must not rock. Last of all, when the finish is dry: they come out again for the move.";
            s_.minutes += 2;
            return;
        }
        if (j_.fasteners.empty()) {
            words_.close =
                fmt::format("Stick the {} on, {} from the left end of the piece. {}", nameOf(j_.first),
                            say(a_.find(j_.first) ? a_.find(j_.first)->bounds().at.x : Length()), j_.note);
            s_.minutes += 1;
            return;
        }
        const Part* laid = a_.find(j_.first);
        if (!laid)
            return;
        const Ruler on(*laid);
        std::vector<std::string> at; // two one above the other are at one place
        for (const auto& f : j_.fasteners)
            if (const std::string x = say(Length::mm(std::round(on.along(f.from) * 2) / 2));
                std::find(at.begin(), at.end(), x) == at.end())
                at.push_back(x);
        const Fastener& f = j_.fasteners.front();
        words_.close =
            fmt::format("Lay the {} on the {} and drive its {}, {} × {}, at {} from its {}{}; bore {} "
                        "first, with tape on the bit. {}",
                        nameOf(j_.first), nameOf(j_.second), counted(j_.fasteners.size(), "small screw"),
                        drillText(f.diameter, in_.style), say(Length::mm(f.length)), listed(at), on.end(),
                        fromTheEdge(on), drillText(2, in_.style), j_.note);
        s_.tools = {"drill bit " + drillText(2, in_.style), "screwdriver"};
        s_.minutes += 2 + static_cast<double>(j_.fasteners.size());
        s_.cautions = c_.cautionsFor("drilling");
    }

    /// One beside the other across the part: how far each is from its edge.
    [[nodiscard]] std::string fromTheEdge(const Ruler& on) const {
        std::vector<std::string> out;
        for (const auto& f : j_.fasteners)
            out.push_back(say(Length::mm(std::round(on.across(f.from) * 2) / 2)));
        const bool besides =
            std::abs(on.along(j_.fasteners.front().from) - on.along(j_.fasteners.back().from)) < 0.1;
        return out.size() < 2 || !besides ? std::string() : ", " + listed(out) + " from its " + on.edge();
    }
    [[nodiscard]] bool glued() const override { return false; }
};

/// A shelf on its pins: what they may be bent to, MPa (mild steel, 0.66 of its yield), and how far in front
/// of the side the load lies, mm (S10.8).
double pinTakes(const FastenerLoad& l) {
    constexpr double steel = 155;
    constexpr double reach = 2;
    if (l.fastener.kind != "pin")
        return screwTakes(l);
    return l.pulls
               ? 0
               : pinStrength(l.fastener.diameter, l.fastener.length, reach, l.gInto, steel, l.CD).capacity();
}

/// What lies dry may have screws of its own.
void boreBare(Assembly& a, const Joint& j, const Fastener& f, double G, const Catalog& catalog) {
    if (f.kind == "screw")
        boreScrew(a, j, f, G, catalog);
}

} // namespace

std::unique_ptr<JointStep> dryStep(const BuildInput& in, const Joint& j, const Catalog& c) {
    return std::make_unique<DryStep>(in, j, c);
}

const JoinWay dryWay{"dry", false, dryStep, nullptr, boreBare, pinTakes};

} // namespace owl
