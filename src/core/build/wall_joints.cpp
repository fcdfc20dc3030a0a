// Screws and nails of joints that are made when the piece goes up.
#include "build/wall_joints.h"

#include "build/sentences.h"
#include "joint/joint_step.h"
#include "measure/words.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace owl {
namespace {

class WallJoint : public JointStep {
  public:
    using JointStep::JointStep;
    [[nodiscard]] std::string into() const { return theName(nameOf(j_.second)); }

  private:
    void make() override {
        if (j_.fasteners.empty())
            return;
        if (const Screw* s = c_.findScrew(j_.screwId))
            screws(*s);
        else if (j_.fasteners.front().kind == "nail")
            nails();
    }
    void screws(const Screw& s) {
        const std::string head = fmt::format("Screws {} × {} go {} into \1: ", s.label,
                                             screwLengthText(s, j_.screwLength.mm()), way());
        const std::string on =
            fmt::format("{} into what lies behind, {} deep from its surface.", pilotBit(s, in_.G),
                        say(j_.screwLength - j_.through + j_.counterbore));
        if (boredBefore(a_, j_)) {
            words_.before = head + "through the holes that are there bore on, " + on;
        } else {
            words_.before = head + fmt::format("bore {} through it, {}, and {}", clearanceBit(s),
                                               roomForHeads(s, j_.counterbore, in_.style), on);
            words_.close = fmt::format("{} into {}, at {}.", counted(count(), "screw"), into(), places());
            s_.tools = {"drill bit " + clearanceBit(s), "countersink"};
        }
        s_.tools.push_back("drill bit " + pilotBit(s, in_.G));
        s_.tools.emplace_back("driver");
    }
    void nails() {
        words_.before = fmt::format(
            "Nails of 18 gauge{} go {} into \1.",
            j_.nailLength > Length() ? fmt::format(", {} long,", say(j_.nailLength)) : std::string(), way());
        words_.close = fmt::format("{} into {}, at {}.", counted(count(), "nail"), into(), places());
        s_.tools = {"nailer or hammer and nail set"};
    }
    /// 'up through the bottom', 'from the front through the rail'.
    [[nodiscard]] std::string way() const {
        const std::string from = j_.drivenFrom == "below"   ? "up"
                                 : j_.drivenFrom == "above" ? "down"
                                                            : "from " + j_.drivenFrom;
        return from + " through " + theName(nameOf(j_.first));
    }
    [[nodiscard]] bool glued() const override { return false; }
};

} // namespace

bool boredBefore(const Assembly& a, const Joint& j) {
    const Part* first = a.find(j.first);
    if (!j.atWall || a.seat<FloorSeat>() || !first || j.screwId.empty() || j.fasteners.empty())
        return false;
    if (!a.seat<LedgersSeat>())
        return true;
    return std::any_of(a.seat<LedgersSeat>()->on.begin(), a.seat<LedgersSeat>()->on.end(),
                       [&](const LedgerSeat& on) { return on.part == j.first; });
}

std::string roomForHeads(const Screw& s, Length deep, const NumberStyle& style) {
    const double sunk = s.countersink();
    if (deep.mm() < sunk + 3)
        return deep > Length() ? fmt::format("countersunk {}", formatLength(deep, style))
                               : std::string("the heads on the surface");
    return fmt::format("opened to {} for the head and the bit behind it, {} deep",
                       drillText(std::ceil(s.head) + 1, style),
                       formatLength(Length::mm(std::floor(deep.mm() - sunk)), style));
}

WallJoints wallJoints(const BuildInput& in, const std::vector<std::string>& joints, const Catalog& catalog) {
    WallJoints out;
    Sentences before;
    Sentences close;
    std::size_t holes = 0; // that are there
    for (const auto& id : joints) {
        const Joint* j = in.assembly->joint(id);
        if (!j)
            continue;
        WallJoint step(in, *j, catalog);
        const BuildStep s = step.run();
        before.add(step.words().before, step.into());
        close.add(step.words().close, step.into());
        holes += boredBefore(*in.assembly, *j) ? j->fasteners.size() : 0;
        for (const auto& t : s.tools)
            if (std::find(out.tools.begin(), out.tools.end(), t) == out.tools.end())
                out.tools.push_back(t);
    }
    out.text = before.text();
    if (holes > 0)
        out.text += fmt::format(" {} in all.", counted(holes, "screw"));
    if (const std::string more = close.text(); !more.empty())
        out.text += " " + more;
    return out;
}

} // namespace owl
