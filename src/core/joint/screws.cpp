// Wood screws and glue: clearance, countersink, pilot; plugs over heads that show.
#include "assembly/plugs.h"
#include "joint/fit.h"
#include "joint/way.h"
#include "measure/words.h"
#include "solid/query.h"
#include "strength/fastener.h"
#include "strength/wood_joint.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace owl {
namespace {

/// Gauges to try, thickest first, that the edge and the head's side can take.
std::vector<const Screw*> gauges(const Meeting& m, const Measures& sold, const Catalog& catalog) {
    std::vector<const Screw*> out;
    for (const char* id : sold.metricScrews
                              ? std::vector<const char*>{m.carries ? "m4.5" : "m4", "m4", "m3.5", "m3"}
                              : std::vector<const char*>{"g8", "g6", "g4"}) {
        const Screw* s = catalog.findScrew(id);
        if (s && s->d * 4 <= m.edge.mm() + 0.4 && s->head * 1.2 <= m.headSide.mm() &&
            (out.empty() || out.back() != s))
            out.push_back(s);
    }
    return out;
}

/// How a screw of this gauge would fit; `wanted` and `least` times its diameter of bite.
ScrewLengthInput lengthInput(const Screw& s, const Meeting& m, PlugWay plugs, double wanted, double least) {
    ScrewLengthInput in;
    in.d = s.d;
    in.counterbore = std::min(s.countersink(), m.headSide.mm() / 3);
    if (m.shows && plugs != PlugWay::filled && s.plug > 0)
        in.counterbore = plugSink(s.countersink(), m.headSide.mm()).value_or(in.counterbore);
    in.stack = {m.headSide.mm()};
    in.into = m.receiving.mm();
    in.leave = 3;
    in.stock = s.lengths;
    in.least = least;
    in.minPen = std::max(wanted * s.d, 10.0);
    return in;
}

class ScrewsStep : public JointStep {
  public:
    using JointStep::JointStep;

  private:
    void make() override {
        const Screw* screw = c_.findScrew(j_.screwId);
        const std::string length = screwLengthText(*screw, j_.screwLength.mm());
        const bool plugged = isPlugged(a_, j_);
        const std::string plug = drillText(screw->plug, in_.style);
        const std::string heads = plugged
                                      ? fmt::format("before that {} wide and {} deep for the plugs", plug,
                                                    say(j_.counterbore - Length::mm(screw->countersink())))
                                      : "countersink " + say(j_.counterbore);
        words_.before = fmt::format("Drill {} ({}) through the {} from {}, at {}; {}. Clamp the parts flush "
                                    "and drill the pilots ({}) "
                                    "through those holes into the {}, {} deep from its surface.",
                                    counted(count(), "clearance hole"), clearanceBit(*screw),
                                    nameOf(j_.first), side(), places(), heads, pilotBit(*screw, in_.G),
                                    nameOf(j_.second), say(j_.screwLength - j_.through + j_.counterbore));
        words_.close = "Spread glue and clamp again.";
        words_.after =
            fmt::format("Drive {} {} × {} through the {} into the {}; the clamps can come off now.",
                        counted(count(), "screw"), screw->label, length, nameOf(j_.first), nameOf(j_.second));
        words_.after += plugged    ? " Plugs come over the heads."
                        : j_.shows ? " The heads show: set them a little deeper and fill or plug them."
                        : j_.drivenFrom == "below"
                            ? fmt::format(" The heads are under the {}, out of sight.", nameOf(j_.first))
                        : j_.drivenFrom == "behind"
                            ? " The heads are against the wall, out of sight."
                            : " What comes over them, or stands there, hides the heads.";
        s_.tools = {"drill bit " + clearanceBit(*screw), "drill bit " + pilotBit(*screw, in_.G),
                    "countersink", "clamps"};
        if (plugged)
            s_.tools.push_back("drill bit " + plug);
        s_.minutes += static_cast<double>(count()) * (2 * c_.minutes("drill") + c_.minutes("screw"));
        s_.cautions = c_.cautionsFor("drilling");
    }
};

std::unique_ptr<JointStep> screwsStep(const BuildInput& in, const Joint& j, const Catalog& c) {
    if (!c.findScrew(j.screwId)) // none fits: it is glued
        return gluedWay.step(in, j, c);
    return std::make_unique<ScrewsStep>(in, j, c);
}

} // namespace

/// A screw: wide enough to pass through in the first part, its pilot in the others.
void boreAlong(Assembly& a, const Joint& j, const Fastener& f, const ScrewBits& bits) {
    for (std::size_t i = 0; i < f.passes.size(); ++i) {
        Part* p = partToBore(a, f.passes[i]);
        if (!p)
            continue;
        const Vec3 back = f.from - f.direction * (i == 0 ? j.counterbore.mm() : 0.0);
        const auto in = inside(p->solid, back, f.from + f.direction * f.length);
        if (in.empty())
            continue;
        const double whole = norm(f.from + f.direction * f.length - back);
        const Vec3 mouth = back + f.direction * (whole * in.front().from);
        const double deep = whole * (in.back().to - in.front().from);
        boreForJoint(*p, j.id, mouth, f.direction, i == 0 ? bits.clearance : bits.pilot, deep);
    }
}

Fastener placeScrew(const Joint& j, const Part*, const Vec3& at, const Vec3& d) {
    return {"screw", at + d * j.counterbore.mm(), d, j.screwLength.mm(), 0, {}, false};
}

double screwTakes(const FastenerLoad& l) {
    const Joint& j = l.joint;
    const Screw* s = l.catalog.findScrew(j.screwId);
    if (!s)
        return 0;
    const double side = (j.through - j.counterbore).mm();
    const double pen = (j.screwLength - j.through + j.counterbore).mm();
    if (l.pulls)
        return std::min(
            withdrawal(l.gInto, s->d, s->lag, s->thread(pen, j.screwLength.mm()), l.CD, l.inEndGrain()),
            pullThrough(l.gFrom, s->head, side, l.CD));
    LateralInput in;
    in.d = s->d;
    in.root = s->root;
    in.side = side;
    in.pen = pen;
    in.Gmain = l.gInto;
    in.Gside = l.gFrom;
    in.CD = l.CD;
    in.endGrain = l.inEndGrain();
    return lateral(in).Z;
}

void boreScrew(Assembly& a, const Joint& j, const Fastener& f, double G, const Catalog& catalog) {
    const Screw* s = catalog.findScrew(j.screwId);
    const ScrewBits plain{f.diameter + 0.5, f.diameter * 0.6};
    boreAlong(a, j, f, s ? ScrewBits{s->clearance, G > 0.5 ? s->pilotHard : s->pilotSoft} : plain);
}

std::string fitScrew(Joint& j, const Meeting& m, PlugWay plugs, const Measures& sold,
                     const Catalog& catalog) {
    const auto tried = gauges(m, sold, catalog);
    const double least = m.carries ? 6 : 3;
    j.through = m.headSide;
    j.into = m.receiving;
    for (const Screw* s : tried)
        for (double wanted : {m.carries ? 8.0 : 6.0, least}) {
            const auto in = lengthInput(*s, m, plugs, wanted, least);
            if (const auto fit = screwLength(in); fit.pick) {
                j.screwId = s->id;
                j.counterbore = Length::mm(in.counterbore);
                j.leastLength = Length::mm(fit.Lmin);
                j.mostLength = Length::mm(fit.Lmax);
                j.screwLength = Length::mm(*fit.pick);
                return {};
            }
        }
    const std::string way = m.carries ? "" : " Nails or dowels hold it while the glue sets.";
    if (tried.empty())
        return fmt::format("The {} is too thin for any wood screw into the {}.{}", j.first, j.second, way);
    const Screw* s = tried.back();
    const auto fit = screwLength(lengthInput(*s, m, plugs, least, least));
    j.leastLength = Length::mm(fit.Lmin);
    j.mostLength = Length::mm(fit.Lmax);
    const auto say = [&](Length l) { return exactLength(l, sold); };
    if (j.leastLength > j.mostLength)
        return fmt::format("No screw fits from the {} into the {}: even a {} must be {} long to bite and "
                           "would come through if longer than {}. A {} {} thicker or higher would take "
                           "one.{}",
                           j.first, j.second, s->label, say(j.leastLength), say(j.mostLength), j.second,
                           say(std::max(1_mm, j.leastLength - j.mostLength)), way);
    return fmt::format("No {} screw is sold between {} and {}, what the joint of {} and {} asks for.{}",
                       s->label, say(j.leastLength), say(j.mostLength), j.first, j.second, way);
}

const JoinWay screwsWay{"screws and glue", false, screwsStep, placeScrew, boreScrew, screwTakes};
const JoinWay bareScrewsWay{"screws", false, dryStep, placeScrew, boreScrew, screwTakes};

} // namespace owl
