#include "support/hangers/hangers.h"

#include "assembly/plugs.h"
#include "support/judge/beside.h"
#include "support/rail/rail.h"

#include <algorithm>
#include <array>
#include <fmt/format.h>
#include <utility>

namespace owl {
namespace {

/// Everything that a rail can hang on, each with the usual fixing of this wall.
void offerHooked(const Offer& in, std::vector<SupportOption>& out) {
    const std::vector<SupportOption> base = wallFixings(in.catalog, in.metric, in.wall);
    for (const auto& h : in.catalog.hangers) {
        const bool along = h.kind == HangerKind::cleat || h.kind == HangerKind::rail;
        // The usual size, and the next one up where that does not hold: its head still enters a slot.
        const std::array<const char*, 2> screws =
            in.metric ? (along ? std::array{"m5", "m6"} : std::array{"m4.5", "m5"})
                      : (along ? std::array{"g10", "g14"} : std::array{"g8", "g10"});
        bool firm = false;
        std::vector<SupportOption> mine;
        for (SupportOption o : base) {
            if (o.anchor && o.anchor->through && !along) // a head in a slot is a screw's
                continue;
            const bool usual = o.screw ? o.screw->id == screws[0] || o.screw->id == screws[1]
                               : o.ground == Ground::masonry || o.ground == Ground::flanges
                                   ? !std::exchange(firm, true)
                                   : !along && o.id == "anchors";
            if (!usual)
                continue;
            o.name = h.name + ", " + (o.screw ? o.screw->label + " screws" : o.name);
            o.id = h.id + "-" + o.id;
            o.hanger = &h;
            o.whenAsked = true;
            o.cure = "hanger";
            o.price = h.price;
            o.second = o.screw && o.screw->id == screws[1] ? 1 : 0;
            mine.push_back(std::move(o));
        }
        if (in.assembly.all<RailSeat>().size() == 1)
            offerBeside(mine);
        std::move(mine.begin(), mine.end(), std::back_inserter(out));
    }
}

class HookedRail : public Support {
  public:
    [[nodiscard]] bool fits(const Assembly& a) const override { return heldByRail(a); }
    void offer(const Offer& in, std::vector<SupportOption>& out) const override {
        const Assembly& a = in.assembly;
        std::vector<SupportOption> mine;
        if (!a.seat<RailSeat>()->flat)
            offerHooked(in, mine);
        std::erase_if(mine, [&](const SupportOption& o) {
            return o.hanger->kind == HangerKind::eight && somethingAboveRail(a, o.hanger->height);
        });
        if (a.standOff > Length()) { // set in for what hooks along it: nothing else reaches
            std::erase_if(mine, [](const SupportOption& o) {
                return o.hanger->kind != HangerKind::cleat && o.hanger->kind != HangerKind::rail;
            });
            for (auto& o : mine)
                o.usual = true;
        }
        std::move(mine.begin(), mine.end(), std::back_inserter(out));
    }
    [[nodiscard]] SupportVerdict judge(const JudgeInput& in) const override { return judgeHanger(in); }
    [[nodiscard]] std::vector<BuildStep> hang(const HangInput& in, const SupportVerdict& v,
                                              const Catalog& catalog) const override {
        return hangHooked(in, v, catalog);
    }
    [[nodiscard]] std::string sheet(const Assembly&, const SupportVerdict& v) const override;
    [[nodiscard]] std::vector<Bought> buys(const Assembly& a, const SupportVerdict& v,
                                           const NumberStyle& style) const override;
};

std::string HookedRail::sheet(const Assembly& a, const SupportVerdict& v) const {
    switch (v.option.hanger->kind) {
    case HangerKind::cleat:
    case HangerKind::rail:
        if (a.all<RailSeat>().size() > 1)
            return "The places are those of the lengths on the wall. Fix the first hole of each from the "
                   "corner "
                   "and the floor, level it, mark its others through it, and check all against the list "
                   "before "
                   "drilling.";
        return "The places are those of the half on the wall. Fix its first hole from the corner and the "
               "floor, level it, mark the others through it, and check them against the list before "
               "drilling.";
    case HangerKind::eight:
        return "The places are the eyes above the rail. Mark the first from the corner and the floor, the "
               "others from the level line, and check the distances against the eyes on the piece before "
               "drilling.";
    case HangerKind::keyhole:
    case HangerKind::ring:
        break;
    }
    return "The piece covers these places: mark every one from the corner and the level line, and check the "
           "distance between them against the piece itself before drilling. The heads stay proud.";
}

std::vector<Bought> HookedRail::buys(const Assembly& a, const SupportVerdict& v,
                                     const NumberStyle& style) const {
    const Hanger& hanger = *v.option.hanger;
    int plates = 0;
    int bumpers = 0;
    Length profile;
    for (const auto& p : a.parts) {
        if (p.stock != Stock::fitting || isPlug(p) || !p.fromSupport)
            continue;
        if (p.material == "rubber")
            ++bumpers;
        else if (hanger.kind == HangerKind::rail)
            profile = p.length;
        else
            ++plates;
    }
    const bool screwed = // by small screws of its own, which come with it
        std::any_of(a.joints.begin(), a.joints.end(), [&](const Joint& j) {
            const Part* fitting = a.find(j.first);
            return fitting && fitting->fromSupport && fitting->stock == Stock::fitting && !isPlug(*fitting) &&
                   !j.fasteners.empty();
        });
    std::vector<Bought> out;
    if (profile > Length())
        out.push_back({fmt::format("interlocking metal rail, halves for wall and piece, {} long{}",
                                   formatLength(roundToTape(profile, style), style),
                                   screwed ? ", with its screws" : ""),
                       "pair", 1, hanger.price, profile.mm() / 1000});
    if (plates > 0)
        out.push_back({hanger.name + (screwed ? ", with its screws" : ""), "each",
                       static_cast<double>(plates), hanger.price});
    if (bumpers > 0)
        out.push_back({"stick-on bumper", "each", static_cast<double>(bumpers), "bumper"});
    return out;
}

} // namespace

const Support& hookedRail() {
    static const HookedRail row;
    return row;
}

} // namespace owl
