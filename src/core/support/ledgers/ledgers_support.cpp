#include "support/ledgers/ledgers.h"
#include "support/rods/rods.h"

namespace owl {
namespace {

/// Strips on several walls: screws into studs; anchors beside them where a strip has but one stud; those also
/// where a strip has none, when somebody asks for it; anchors alone.
void offerLedgers(const Offer& in, std::vector<SupportOption>& out) {
    const auto base = wallFixings(in.catalog, in.metric, in.wall);
    const AnchorKind* cover = nullptr;
    for (const auto& o : base)
        if (o.ground == Ground::cover && !cover)
            cover = o.anchor;
    for (SupportOption o : base) {
        if (o.thin() || o.ground == Ground::flanges)
            continue;
        if (o.ground == Ground::cover && o.anchor != cover)
            continue;
        const std::string how = o.name;
        o.id = "ledgers-" + o.id;
        o.name = how;
        if (o.ground != Ground::studs) {
            if (o.ground == Ground::masonry && !firmScrews(in.catalog, in.metric).empty())
                o.studScrew = firmScrews(in.catalog, in.metric).back();
            out.push_back(std::move(o));
            continue;
        }
        o.inRows = true;
        out.push_back(o);
        if (!cover || o.second > 0)
            continue;
        o.beside = cover;
        o.whenAsked = true;
        o.usual = true;
        o.second = 1;
        const std::string id = o.id;
        o.id = id + "-beside";
        o.name = o.screw->label + " screws, anchors beside a lone stud";
        out.push_back(o);
        o.usual = false;
        o.id = id + "-cover";
        o.name = o.screw->label + " screws, anchors where no stud is";
        out.push_back(std::move(o));
    }
}

class Ledgers : public Support {
  public:
    [[nodiscard]] bool fits(const Assembly& a) const override { return a.seat<LedgersSeat>() != nullptr; }
    void offer(const Offer& in, std::vector<SupportOption>& out) const override { offerLedgers(in, out); }
    [[nodiscard]] SupportVerdict judge(const JudgeInput& in) const override { return judgeLedgers(in); }
    [[nodiscard]] std::vector<BuildStep> hang(const HangInput& in, const SupportVerdict& v,
                                              const Catalog& catalog) const override {
        return hangOnLedgers(in, v, catalog);
    }
    [[nodiscard]] std::vector<Bought> buys(const Assembly& a, const SupportVerdict& v,
                                           const NumberStyle& style) const override {
        return rodsBought(a, v, style);
    }
    [[nodiscard]] std::string sheet(const Assembly& a, const SupportVerdict&) const override {
        const std::string word = a.seat<LedgersSeat>()->word;
        return "The places are those of each " + word +
               " on its wall, all from one level line carried round the corners. Fix the first hole of a " +
               word +
               ", level it, mark the others through it, and check them against the list before drilling.";
    }
};

} // namespace

const Support& onLedgers() {
    static const Ledgers row;
    return row;
}

} // namespace owl
