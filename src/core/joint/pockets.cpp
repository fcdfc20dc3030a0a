// Pocket screws and glue: bored at a slant out of a board's face.
#include "joint/fit.h"
#include "joint/ruler.h"
#include "joint/way.h"
#include "measure/words.h"
#include "solid/query.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <numbers>

namespace owl {
namespace {

class PocketsStep : public JointStep {
  public:
    using JointStep::JointStep;

  private:
    /// Where the pockets are, across the board's end or along its edge.
    [[nodiscard]] std::string pocketPlaces(const Ruler& on) const {
        const Vec3 first = mm(j_.spots.front().at);
        const Vec3 last = mm(j_.spots.back().at);
        const bool across =
            std::abs(on.across(last) - on.across(first)) > std::abs(on.along(last) - on.along(first));
        std::string out;
        for (const auto& f : j_.spots)
            out += (out.empty() ? "" : ", ") +
                   say(roundToTape(Length::mm(across ? on.across(mm(f.at)) : on.along(mm(f.at))), in_.style));
        return out + " from its " + (across ? on.edge() : on.end());
    }

    /// Both ends of a board may go to what has the same name, with the same places.
    [[nodiscard]] std::string whichEnd(const Ruler& on) const {
        const double first = on.along(mm(j_.spots.front().at));
        constexpr double nearTheEnd = 60; // mm: a pocket is bored that far from it at most
        for (const auto& f : j_.spots)
            if (std::abs(on.along(mm(f.at)) - first) > 1 || std::min(first, on.length() - first) > nearTheEnd)
                return {};
        return ", at its " + on.end(first > on.length() / 2);
    }

    void make() override {
        const Screw* screw = c_.findScrew(j_.screwId);
        const Part* p = a_.find(j_.first);
        if (!screw || !p || j_.spots.empty())
            return;
        const Ruler on(*p);
        words_.before = fmt::format(
            "Set the pocket-hole jig and the collar on its bit for boards of {}.\nBore {} in the {} "
            "from {}{}, at {}.",
            say(p->thickness), counted(count(), "pocket"), nameOf(j_.first), j_.drivenFrom, whichEnd(on),
            pocketPlaces(on));
        words_.close = fmt::format(
            "Spread glue, clamp the {} to the \1 so that the faces stay where they are (the screws "
            "pull towards the pockets).",
            nameOf(begins() ? j_.first : newcomer()));
        words_.after = fmt::format("Drive a screw {} × {} out of each pocket with the long square bit.",
                                   screw->label, screwLengthText(*screw, j_.screwLength.mm()));
        s_.tools = {"pocket-hole jig", "drill", "driver", "clamps"};
        s_.minutes += static_cast<double>(count()) * (c_.minutes("drill") + c_.minutes("screw"));
        s_.cautions = c_.cautionsFor("drilling");
    }
};

std::unique_ptr<JointStep> pocketsStep(const BuildInput& in, const Joint& j, const Catalog& c) {
    return std::make_unique<PocketsStep>(in, j, c);
}

/// Out of a pocket it counts 0.8 of a screw driven straight (S10.8).
double pocketTakes(const FastenerLoad& l) {
    return 0.8 * screwTakes(l);
}

Fastener placePocket(const Joint& j, const Part*, const Vec3& at, const Vec3& d) {
    return {"pocket_screw", at, d, j.screwLength.mm(), 0, {}, false};
}

/// The pocket from the face down to the head, then the thin end of the stepped bit; no pilot: the screw cuts.
void borePocket(Assembly& a, const Joint& j, const Fastener& f, double, const Catalog& catalog) {
    const Screw* s = catalog.findScrew(j.screwId);
    Part* p = partToBore(a, j.first);
    if (!p || !s)
        return;
    constexpr double reach = 150; // mm: no pocket is longer
    const auto back = inside(p->solid, f.from, f.from - f.direction * reach);
    const double deep = back.empty() ? 0 : back.front().to * reach;
    const Vec3 mouth = f.from - f.direction * deep;
    boreForJoint(*p, j.id, mouth, f.direction, j.pocket.mm(), deep);
    boreForJoint(*p, j.id, mouth, f.direction, s->clearance, deep + j.through.mm());
}

} // namespace

std::string fitPocketScrews(Joint& j, const Pockets& p, const Measures& sold, const Catalog& catalog) {
    constexpr double slope = 15.0 * std::numbers::pi / 180;
    constexpr double bore = 9.5;    // mm, of the stepped bit
    constexpr double left = 3;      // mm, whole behind the point
    constexpr double leastWood = 9; // mm under the head, along the screw
    const PocketSetting* fit = nullptr;
    for (const auto& row : catalog.pockets)
        if (row.thickness <= p.thickness.mm() + 1.1) // 18 mm boards are set like 3/4 in
            fit = &row;
    const Screw* s = fit ? catalog.findScrew(sold.metricScrews ? fit->metricScrew : fit->screw) : nullptr;
    if (!s)
        return fmt::format("Pocket screws want boards from {} on; the {} is {} thick.",
                           exactLength(sold.metricScrews ? 12_mm : Length::inches(1, 2), sold), j.first,
                           exactLength(p.thickness, sold));
    const double deepest = (p.receiving.mm() - left) / std::cos(slope);
    double length = 0;
    for (double l : s->lengths)
        if (l <= fit->length + 1 && l - std::min(deepest, l * 0.55) >= leastWood)
            length = l;
    const double bite = std::min(deepest, length * 0.55);
    if (length <= 0 || bite < 3 * s->d)
        return fmt::format("No pocket screw bites in {} of the {}.", exactLength(p.receiving, sold),
                           j.second);
    j.screwId = s->id;
    j.screwLength = Length::mm(length);
    j.through = Length::mm(length - bite);
    j.into = p.receiving;
    j.pocket = Length::mm(bore);
    j.driving = p.end * std::cos(slope) - p.open * std::sin(slope);
    for (const Vec3& at : p.at) {
        const Vec3 head = at - j.driving * (length - bite);
        j.spots.push_back({{Length::mm(head.x), Length::mm(head.y), Length::mm(head.z)}});
    }
    return {};
}

const JoinWay pocketsWay{"pocket screws and glue", false, pocketsStep, placePocket, borePocket, pocketTakes};

} // namespace owl
