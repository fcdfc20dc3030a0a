#include "support/arms/arms.h"

#include "measure/words.h"
#include "support/judge/beside.h"

#include <algorithm>
#include <fmt/format.h>

namespace owl {
namespace {

void offerArms(const Offer& in, std::vector<SupportOption>& out) {
    std::vector<SupportOption> mine;
    for (auto& o : wallFixings(in.catalog, in.metric, in.wall)) {
        const bool firm = o.ground == Ground::studs && !o.thin();
        if (!firm && o.ground != Ground::masonry && o.ground != Ground::cover)
            continue;
        o.id = "arms-" + o.id;
        o.name = "arms, " + (o.screw ? o.screw->label + " screws" : o.name);
        o.inRows = o.screw != nullptr;
        mine.push_back(std::move(o));
    }
    offerBeside(mine);
    std::move(mine.begin(), mine.end(), std::back_inserter(out));
}

class Arms : public Support {
  public:
    [[nodiscard]] bool fits(const Assembly& a) const override { return a.seat<CavitySeat>() != nullptr; }
    void offer(const Offer& in, std::vector<SupportOption>& out) const override { offerArms(in, out); }
    [[nodiscard]] SupportVerdict judge(const JudgeInput& in) const override { return judgeArms(in); }
    [[nodiscard]] std::vector<BuildStep> hang(const HangInput& in, const SupportVerdict& v,
                                              const Catalog& catalog) const override;
    [[nodiscard]] std::string sheet(const Assembly&, const SupportVerdict&) const override {
        return "The places are those of the ledger, between its arms. Fix its first hole from the corner and "
               "the floor, level it, mark the others through it, and check them against the list before "
               "drilling.";
    }
};

std::vector<BuildStep> Arms::hang(const HangInput& in, const SupportVerdict&, const Catalog& catalog) const {
    if (in.marks.empty())
        return {};
    std::vector<BuildStep> out{markAndDrill(in, catalog)};
    BuildStep first;
    first.id = in.piece + "/fix-support";
    first.title = "Screw the ledger to the wall";
    first.onWall = true;
    first.adds = in.adds;
    first.joins = in.early;
    first.minutes =
        catalog.minutes("level") + static_cast<double>(in.marks.size()) * catalog.minutes("screw");
    first.text = fmt::format("{} between the arms{}. Check that the arms lie in one plane; pack behind the "
                             "ledger where the wall is hollow.",
                             wallScrewsOf(in), inTurn(in.marks.size()));
    first.tools = {"driver", "level", "straight strip"};
    out.push_back(std::move(first));

    BuildStep hang;
    hang.id = in.piece + "/hang";
    hang.title = "Slide the box over the arms";
    hang.hangs = hang.onWall = true;
    hang.joins = in.joins;
    hang.text = fmt::format(
        "{}Try it dry first. Start all arms together and push evenly, by hand or with blows on a strip of "
        "waste wood. If one arm binds, find the place with chalk and plane that arm, not the skins.",
        in.needsTwo() ? "Two people lift it, one at each end. " : "");
    const bool kept = std::any_of(in.joins.begin(), in.joins.end(), [&](const std::string& id) {
        const Joint* j = in.assembly->joint(id);
        return j && !j->fasteners.empty();
    });
    if (kept)
        hang.text += " When it lies at the wall all along, drive the screws that keep it there.";
    driveJoints(hang, in.joins, in, catalog);
    hang.minutes = 15;
    hang.tools.insert(hang.tools.begin(), {"mallet", "strip of waste wood"});
    if (in.needsTwo())
        hang.cautions = catalog.cautionsFor("lifting");
    out.push_back(std::move(hang));
    addPlugStep(in, out);
    return out;
}

} // namespace

const Support& onArms() {
    static const Arms row;
    return row;
}

} // namespace owl
