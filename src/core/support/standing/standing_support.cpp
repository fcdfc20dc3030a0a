#include "support/standing/standing.h"

namespace owl {
namespace {

/// What a standing case is tied to the wall with; on its feet alone where it has no part to tie.
void offerStanding(const Offer& in, std::vector<SupportOption>& out) {
    if (!in.assembly.seat<FloorSeat>()->tied) {
        SupportOption o;
        o.id = "stands";
        o.name = "on its own feet";
        o.ground = Ground::none;
        out.push_back(std::move(o));
        return;
    }
    for (auto& o : wallFixings(in.catalog, in.metric, in.wall)) {
        if (!o.firm() || o.thin())
            continue;
        o.id = "stands-" + o.id;
        o.name = "on its feet, tied with " + o.name;
        o.inRows = o.screw != nullptr;
        out.push_back(std::move(o));
    }
}

class Standing : public Support {
  public:
    [[nodiscard]] bool fits(const Assembly& a) const override { return a.seat<FloorSeat>() != nullptr; }
    void offer(const Offer& in, std::vector<SupportOption>& out) const override { offerStanding(in, out); }
    [[nodiscard]] SupportVerdict judge(const JudgeInput& in) const override { return judgeStanding(in); }
    [[nodiscard]] std::vector<BuildStep> hang(const HangInput& in, const SupportVerdict& v,
                                              const Catalog& catalog) const override {
        return standUp(in, v, catalog);
    }
    [[nodiscard]] std::string sheet(const Assembly& a, const SupportVerdict&) const override {
        return a.seat<FloorSeat>()->tied
                   ? "These are the places of the tie. Nothing is drilled before the case stands, level and "
                     "square: then bore through the holes of its rail, where a stud or firm wall is behind."
                   : "";
    }
};

} // namespace

const Support& onFeet() {
    static const Standing row;
    return row;
}

} // namespace owl
