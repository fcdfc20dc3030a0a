// A tongue glued into a groove.
#include "joint/tongue.h"

#include "joint/joint_step.h"
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

/// How far a groove is deeper than its tongue is long: glue and dust need somewhere to go.
const Length below = 1_mm;

int nextOrigin(const Part& p) {
    return FaceOrigin::throughHigh + 1 + static_cast<int>(p.features.size());
}

/// A box in the frame of a contact, past its ends: `across` from and to, and how far out of the first part.
ConvexCell boxAt(const Contact& c, std::array<double, 2> across, std::array<double, 2> out) {
    const double past = c.length / 2 + 1;
    return boxCell(c.place(-past, across[0]) + c.normal * out[0], {c.along, c.across, c.normal},
                   {2 * past, across[1] - across[0], out[1] - out[0]});
}

} // namespace

std::string fitTongue(Joint& j, Length grooved, Length edge, const Measures& sold) {
    j.kind = "tongue_groove";
    j.tongue = edge / 3;
    j.tongueLength = tongueLength(grooved);
    if (j.tongue >= 4_mm && j.tongueLength >= 4_mm)
        return {};
    const auto say = [&](Length l) { return exactLength(l, sold); };
    return fmt::format("A tongue a third of {} thick, in a groove {} deep in the {}, is no joint; use boards "
                       "of {} or more.",
                       say(edge), say(j.tongueLength + below), j.first, say(12_mm));
}

void cutTongue(Assembly& a, const Joint& j, const Measures& sold) {
    Part* grooved = a.find(j.first);
    Part* tongued = a.find(j.second);
    if (!grooved || !tongued || !j.contact)
        return;
    const auto say = [&](Length l) { return exactLength(l, sold); };
    const Contact& c = *j.contact;
    const double half = j.tongue.mm() / 2;
    const double beside = c.width / 2 + 1;
    // What stands on both sides of the tongue goes: as deep as the part reaches into the other.
    const int cheek = nextOrigin(*tongued);
    subtract(tongued->solid, boxAt(c, {-beside, -half}, {-c.let - 1, 0}), cheek);
    subtract(tongued->solid, boxAt(c, {half, beside}, {-c.let - 1, 0}), cheek);
    tongued->features.push_back(
        {tongued->id + "/tongue-" + j.first,
         "tongue",
         fmt::format("{} thick, {} long, centred on the edge that meets the {}; it is part of the width",
                     say(j.tongue), say(j.tongueLength), j.first),
         j.id,
         {},
         false,
         {{"width_mm", j.tongue.mm()}, {"length_mm", j.tongueLength.mm()}}});
    tongued->why.push_back(say(j.tongueLength) + " more width for the tongue");
    const Length deep = j.tongueLength + below;
    subtract(grooved->solid, boxAt(c, {-half, half}, {-deep.mm(), 1}), nextOrigin(*grooved));
    grooved->features.push_back(
        {grooved->id + "/groove-" + j.second,
         "groove",
         fmt::format("{} wide, {} deep, where the {} meets it", say(j.tongue), say(deep), j.second),
         j.id,
         {},
         false,
         {{"width_mm", j.tongue.mm()}, {"depth_mm", deep.mm()}}});
}

Length tongueLength(Length grooved) {
    const Length most = grooved / 2 - 1_mm;
    return std::max(Length(), std::min(8_mm, Length::nm(most.nm() / 500'000 * 500'000)));
}

const JoinWay tongueWay{"tongue and groove, glued", true, tongueStep, nullptr, nullptr, nullptr};

} // namespace owl
