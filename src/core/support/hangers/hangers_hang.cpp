// Hanging on a cleat, a rail, screw heads or figure-eights: what goes on the wall first, then the piece.
#include "assembly/reach.h"
#include "measure/words.h"
#include "support/hangers/hangers.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace owl {
namespace {

bool hooksAlong(const Hanger& h) {
    return h.kind == HangerKind::cleat || h.kind == HangerKind::rail;
}

std::string fixings(const HangInput& in, const SupportVerdict& v) {
    if (in.beside)
        return wallScrewsOf(in);
    const std::size_t n = in.marks.size() - (v.keeperLength > 0 ? 2 : 0);
    return in.screw ? fmt::format("{} {} × {}", counted(n, "screw"), in.screw->label,
                                  screwLengthText(*in.screw, in.screwLength))
                    : fmt::format("the screws of the {} anchors", n);
}

/// How much it can still be pushed along the wall.
std::string sidePlay(const HangInput& in, const Hanger& hanger) {
    const auto say = [&](double mm) { return formatLength(roundToTape(Length::mm(mm), in.style), in.style); };
    const auto [least, most] = hanger.sidePlay;
    if (most <= 0)
        return "sideways nothing can be moved either";
    return least < most ? fmt::format("sideways it can be pushed {} to {}", say(least), say(most))
                        : fmt::format("sideways it can be pushed {}", say(most));
}

/// Where it hooks on several: how their halves on the wall are brought into line.
std::string severalOnTheWall(const HangInput& in, const SupportVerdict& v) {
    const auto rails = in.assembly->all<RailSeat>();
    if (rails.size() < 2)
        return {};
    const auto& mounts = v.mounting.mounts;
    const bool level = std::all_of(mounts.begin(), mounts.end(), [&](const Mount& m) {
        return !m.carries || std::abs(m.at.z - mounts.front().at.z) < 0.05;
    });
    std::string out = level ? fmt::format(" {} lie on one line: a straight strip over them, the level on "
                                          "the strip.",
                                          rails.size() == 2 ? "Both" : "All")
                            : fmt::format(" There are {}, each at its height from the sheet.", rails.size());
    const bool turns = std::any_of(rails.begin(), rails.end(), [&](const RailSeat* rail) {
        return std::count_if(v.x.begin(), v.x.end(),
                             [&](double x) { return railAt(*in.assembly, Length::mm(x)) == rail; }) == 1;
    });
    if (turns)
        out += " One that a single screw holds can still be turned: the piece itself sets it.";
    return out;
}

/// What is on the wall before the piece comes.
BuildStep onTheWall(const HangInput& in, const SupportVerdict& v, const Catalog& catalog) {
    const Hanger& hanger = *v.option.hanger;
    const auto say = [&](double mm) { return formatLength(roundToTape(Length::mm(mm), in.style), in.style); };
    BuildStep s;
    s.id = in.piece + "/fix-support";
    s.onWall = true;
    s.adds = in.adds;
    s.joins = in.early;
    s.minutes = catalog.minutes("level") + static_cast<double>(in.marks.size()) * catalog.minutes("screw");
    s.tools = {"driver", "level"};
    if (hooksAlong(hanger)) {
        const bool wood = hanger.kind == HangerKind::cleat;
        const bool several = in.assembly->all<RailSeat>().size() > 1;
        s.title = fmt::format("Screw the {}{} to the wall", wood ? "cleat" : "rail", several ? "s" : "");
        s.text = fmt::format("{}{}. {} It must be level to {}: what hangs on it follows it. Its height is "
                             "fixed now; {}.",
                             capitalised(fixings(in, v)),
                             several ? std::string(", one length after the other") : inTurn(in.marks.size()),
                             wood ? "The bevel slopes down towards the wall, its high side to the room."
                                  : "Its hook points up.",
                             in.style.units == Units::metric ? "1 mm in a metre" : "¹⁄₃₂ in in a yard",
                             sidePlay(in, hanger));
        s.text += severalOnTheWall(in, v);
    } else {
        s.title = "Drive the screws that it hangs on";
        s.text = fmt::format("{}: leave every head standing {} proud of the wall, all alike: a strip of that "
                             "thickness laid beside them is the gauge. Their heights must agree to half a "
                             "millimetre; lay a level on them. Once it hangs, {}.",
                             capitalised(fixings(in, v)), say(hanger.proud), sidePlay(in, hanger));
        s.tools.emplace_back("strip as a gauge");
    }
    return s;
}

} // namespace

std::vector<BuildStep> hangHooked(const HangInput& in, const SupportVerdict& v, const Catalog& catalog) {
    if (in.marks.empty())
        return {};
    const Hanger& hanger = *v.option.hanger;
    std::vector<BuildStep> out{markAndDrill(in, catalog)};
    const bool eyes = hanger.kind == HangerKind::eight;
    const bool wooden = hanger.kind == HangerKind::cleat;
    const bool several = in.assembly->all<RailSeat>().size() > 1;
    if (!eyes)
        out.push_back(onTheWall(in, v, catalog));
    const bool two = in.needsTwo();
    BuildStep hang;
    hang.id = in.piece + "/hang";
    hang.title = "Hang it";
    hang.hangs = hang.onWall = true;
    hang.joins = in.joins;
    hang.text = two ? "Two people lift it, one at each end. " : "";
    if (eyes)
        hang.text += fmt::format("Hold it level with its eyes over the holes and drive the first screw until "
                                 "it just holds; lay the level on it, then drive the screw at the far end, "
                                 "then the others. In all {}, pan heads.",
                                 fixings(in, v));
    else if (hooksAlong(hanger))
        hang.text += fmt::format(
            "Hold it above {}, flat on the wall, and let it down until {} all along. Push it "
            "sideways to its place. It must lean on its {} below; tap from beneath: it must not climb.",
            several ? "what is on the wall" : "the wall's half",
            !wooden   ? "its rail catches in the other"
            : several ? "all slopes meet"
                      : "the slopes meet",
            !wooden   ? "bumpers"
            : several ? "spacers"
                      : "spacer");
    else if (hanger.kind == HangerKind::keyhole)
        hang.text += "Let the heads enter the wide ends of the slots and let it down until it stops. If it "
                     "rattles, take it off and turn the screws in by a quarter; if it will not go on, out by "
                     "a quarter.";
    else
        hang.text += "Let every ring over its head, look from the side that none stands on the plate, and "
                     "press the lower edge to the wall: all bumpers must touch.";
    if (v.keeperLength > 0) {
        const std::string size =
            in.screw ? fmt::format(", {} × {},", in.screw->label, screwLengthText(*in.screw, v.keeperLength))
                     : std::string();
        hang.text += fmt::format(" Then drive the two screws low down at the ends{} that keep it on.", size);
        if (!v.keepersBehind.empty())
            hang.text += fmt::format(" The {} is in the way of a straight driver: use a bendable shaft.",
                                     v.keepersBehind);
    }
    hang.minutes = 10;
    hang.tools = eyes ? std::vector<std::string>{"driver", "level"} : std::vector<std::string>{"level"};
    if (v.keeperLength > 0)
        hang.tools.emplace_back(v.keepersBehind.empty() ? "driver"
                                                        : "driver with a long bit or bendable shaft");
    if (two)
        hang.cautions = catalog.cautionsFor("lifting");
    out.push_back(std::move(hang));
    return out;
}

} // namespace owl
