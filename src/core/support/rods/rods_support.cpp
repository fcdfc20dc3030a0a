#include "support/rods/rods_work.h"

#include "assembly/plugs.h"
#include <fmt/format.h>
#include <map>

namespace owl {

std::vector<Bought> rodsBought(const Assembly& a, const SupportVerdict& v, const NumberStyle& style) {
    if (!v.option.rod)
        return {};
    std::map<std::string, int> bars;
    int plates = 0;
    for (const auto& p : a.parts) {
        if (p.stock == Stock::bar)
            ++bars[fmt::format("{}, cut to {}", v.option.rod->label,
                               formatLength(roundToTape(p.length, style), style))];
        plates += p.stock == Stock::fitting && !isPlug(p) && p.fromSupport;
    }
    std::vector<Bought> out;
    for (const auto& [name, n] : bars)
        out.push_back({name, "each", static_cast<double>(n), "rod"});
    if (plates > 0)
        out.push_back({"steel plate for a rod", "each", static_cast<double>(plates), "rod_plate"});
    return out;
}

namespace {

class Rods : public Support {
  public:
    [[nodiscard]] bool fits(const Assembly& a) const override { return a.seat<RodSeat>() != nullptr; }
    void offer(const Offer& in, std::vector<SupportOption>& out) const override { offerRods(in, out); }
    [[nodiscard]] SupportVerdict judge(const JudgeInput& in) const override { return judgeRods(in); }
    [[nodiscard]] std::vector<BuildStep> hang(const HangInput& in, const SupportVerdict& v,
                                              const Catalog& catalog) const override {
        return hangOnRods(in, v, catalog);
    }
    [[nodiscard]] std::vector<Bought> buys(const Assembly& a, const SupportVerdict& v,
                                           const NumberStyle& style) const override {
        return rodsBought(a, v, style);
    }
    [[nodiscard]] std::string sheet(const Assembly&, const SupportVerdict& v) const override {
        switch (howOf(v.option)) {
        case RodsHow::plate:
            return "The places are the screws of the plates: mark a plate's two through the plate itself, "
                   "held level at its place, and check the distances between rods against the holes in the "
                   "piece before drilling.";
        case RodsHow::strip:
            return "The places are the screws of the strip. Fix its first from the corner and the floor, "
                   "level the strip, mark the others through it, and check them against the list before "
                   "drilling.";
        default:
            return "The places are the middles of the rods. Mark all of them from the corner and the level "
                   "line, and check the distances between them against the holes in the piece before "
                   "boring: a rod cannot be moved sideways.";
        }
    }
};

} // namespace

const Support& onRods() {
    static const Rods row;
    return row;
}

} // namespace owl
