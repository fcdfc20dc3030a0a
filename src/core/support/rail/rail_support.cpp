#include "support/rail/rail.h"

#include "assembly/reach.h"
#include "measure/words.h"
#include "support/judge/beside.h"

#include <fmt/format.h>

namespace owl {

bool heldByRail(const Assembly& a) {
    return a.seat<RailSeat>() && !a.seat<FloorSeat>();
}

std::vector<double> railAnchors(const Assembly& a, const WallBehind& w) {
    if (w.anchors)
        return *w.anchors;
    std::vector<double> out;
    for (const WallReach& r : wallReaches(a)) {
        const auto mine = anchorPlaces(r.left.mm(), r.right.mm());
        out.insert(out.end(), mine.begin(), mine.end());
    }
    return out;
}

std::string railWithout(const Assembly& a, const std::vector<double>& x) {
    const auto rails = a.all<RailSeat>();
    if (rails.size() < 2)
        return {};
    for (const RailSeat* rail : rails)
        if (std::none_of(x.begin(), x.end(), [&](double at) { return railAt(a, Length::mm(at)) == rail; })) {
            const Part* part = a.find(rail->part);
            return fmt::format("nothing to fix it to lies behind {}", part ? theName(part->name) : "a rail");
        }
    return {};
}

namespace {

class ScrewedRail : public Support {
  public:
    [[nodiscard]] bool fits(const Assembly& a) const override { return heldByRail(a); }
    void offer(const Offer& in, std::vector<SupportOption>& out) const override {
        if (in.assembly.standOff > Length()) // set in for what hooks along it: no screw reaches
            return;
        std::vector<SupportOption> mine = wallFixings(in.catalog, in.metric, in.wall);
        for (auto& o : mine)
            o.inRows = o.screw != nullptr;
        if (in.assembly.all<RailSeat>().size() == 1)
            offerBeside(mine);
        std::move(mine.begin(), mine.end(), std::back_inserter(out));
    }
    [[nodiscard]] SupportVerdict judge(const JudgeInput& in) const override { return judgeScrewedRail(in); }
    [[nodiscard]] std::vector<BuildStep> hang(const HangInput& in, const SupportVerdict&,
                                              const Catalog& catalog) const override;
    [[nodiscard]] std::string sheet(const Assembly&, const SupportVerdict& v) const override {
        if (!v.option.screw)
            return "Mark the first hole from the corner and the floor and drill it; set its anchor, hold the "
                   "piece level on it, mark the others through the rail, and check them against the list "
                   "before drilling.";
        return "Mark the first hole from the corner and the floor and drill it. Drive its screw almost home, "
               "level the piece, mark the others through the rail, and check them against the list before "
               "drilling.";
    }
};

std::vector<BuildStep> ScrewedRail::hang(const HangInput& in, const SupportVerdict&,
                                         const Catalog& catalog) const {
    if (in.marks.empty())
        return {};
    std::vector<BuildStep> out{markAndDrill(in, catalog)};
    BuildStep hang;
    hang.id = in.piece + "/hang";
    hang.title = "Hang it";
    hang.hangs = hang.onWall = true;
    const bool two = in.needsTwo();
    const auto steadies = std::find_if(in.marks.begin(), in.marks.end(),
                                       [&](const WallMark& m) { return in.beside && m.into == "cover"; });
    const bool beside = steadies != in.marks.end();
    const WallMark& first = beside && steadies == in.marks.begin() ? in.marks.back() : in.marks.front();
    hang.text =
        fmt::format("{}Drive the first screw, {} from the left end, until it just holds. Lay the level on "
                    "the piece, swing it true, then {}, and tighten all by hand.",
                    two ? "Two people lift it, one at each end. " : "", in.say(first.fromPieceLeft),
                    beside ? "fasten it at the anchor, " + in.say(steadies->fromPieceLeft) +
                                 " from the left end: it only "
                                 "steadies"
                           : "drive the screw at the far end, then the others from the middle outwards");
    if (in.screw)
        hang.text += fmt::format(" {}; {}", wallScrewsOf(in),
                                 in.screw->lag ? "their heads and washers show behind what stands there."
                                 : in.screw->headKind == ScrewHead::washer
                                     ? "their wide heads show behind what stands there."
                                     : "their heads end flush in the rail.");
    if (!in.inTheWay.empty())
        hang.text += fmt::format(" The {} is in the way of a straight driver: use a {}.", in.inTheWay,
                                 in.screw && in.screw->lag ? "long extension for the socket"
                                                           : "long bit or a bendable shaft");
    hang.minutes = catalog.minutes("level") + static_cast<double>(in.marks.size()) * catalog.minutes("screw");
    const bool lag = in.screw && in.screw->lag;
    hang.tools = {"level", lag                    ? "socket driver"
                           : !in.inTheWay.empty() ? "driver with a long bit or bendable shaft"
                                                  : "driver"};
    if (two)
        hang.cautions = catalog.cautionsFor("lifting");
    out.push_back(std::move(hang));
    return out;
}

} // namespace

const Support& screwedRail() {
    static const ScrewedRail row;
    return row;
}

} // namespace owl
