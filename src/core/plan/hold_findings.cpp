#include "plan/hold_findings.h"

#include "measure/words.h"
#include "plan/piece_finder.h"
#include "support/words.h"

#include <algorithm>
#include <cmath>
#include <set>

namespace owl {
namespace {

const Check* checkCalled(const SupportVerdict& h, const std::string& id) {
    const auto it =
        std::find_if(h.checks.begin(), h.checks.end(), [&](const Check& c) { return c.id == id; });
    return it == h.checks.end() ? nullptr : &*it;
}

/// kg, down to the last figure that is printed.
double roundedDown(double kg, const NumberStyle& style) {
    const double unit = style.units == Units::metric ? 1 : 0.45359237;
    const double shown = kg / unit;
    return (shown >= 10 ? std::floor(shown) : std::floor(shown * 10) / 10) * unit;
}

class HoldFindings : public PieceFinder {
  public:
    using PieceFinder::PieceFinder;

    void run() {
        const SupportVerdict* h = pp_.hold();
        if (!h)
            return;
        unknownSupport();
        if (!h->feasible) {
            refused(*h);
            return;
        }
        if (!missesTies(*h))
            strength(*h);
        if (h->verdict.status == Status::unknown)
            unknown(*h);
        if (h->option.ground == Ground::cover)
            found("anchors_used", Severity::warns, "hold", "No stud behind it",
                  "Pull in plasterboard creeps over the years and one loose toggle loads its neighbours. A "
                  "stud is better in every way; keep the load light and look at it again after a month.");
        if (h->beside >= 0)
            besideStud(*h);
        if (h->betterWithout)
            betterWithout(*h);
        roomBehind(*h);
        if (h->shortBite)
            found(
                "short_bite", Severity::notes, "hold", "A shorter bite than usual",
                fmt::format("{} are in the stud where {} are wanted; what the screws bear was reckoned with "
                            "that.",
                            sayRound(Length::mm(h->pen)), say(metric() ? 38_mm : Length::inches(3, 2))));
    }

  private:
    /// A tie that finds no studs is told where the studs are.
    [[nodiscard]] bool missesTies(const SupportVerdict& h) const {
        return pp_.assembly().seat<FloorSeat>() && h.option.atStuds() && pp_.studs.size() < 2;
    }

    /// What an anchor in place of a second stud costs: its own use beside that of all else.
    void besideStud(const SupportVerdict& h) {
        double rest = 0;
        double anchor = 0;
        for (const auto& c : h.checks) {
            if (c.id == "anchors")
                anchor = std::max(anchor, c.standingUse());
            else if (!c.looks)
                rest = std::max(rest, c.standingUse());
        }
        const std::string cost =
            anchor > rest && rest > 0
                ? fmt::format("it takes the margin down to {:.1f} from the {:.1f} that all else leaves",
                              1 / anchor, 1 / rest)
                : std::string("it is not what decides");
        auto& f = found(
            "beside_stud", Severity::warns, "hold", "One stud and an anchor",
            fmt::format("The {} is used to {:.0f} % by what stands there: {}. Board creeps under a pull that "
                        "stays: look at it after a month. Over two studs it needs no anchor.",
                        h.option.beside->name, 100 * anchor, cost));
        const Length by = shiftFor(2, 400_mm);
        if (by != Length())
            f.remedies.push_back(shiftBy(by));
    }

    /// A stud that is better without a screw.
    void betterWithout(const SupportVerdict& h) {
        const Length x = Length::mm(*h.betterWithout);
        auto& f = found(
            "stud_left_out", Severity::notes, "hold", "Better without one of the studs",
            fmt::format("A screw in the stud {} from the left end makes others carry more. Without it what "
                        "is used most is used to {}, with it to {}.",
                        sayRound(x), words::percent(h.usedWithout), words::percent(h.strengthUse())));
        f.remedies.push_back(changePiece("Leave that stud out", piece_, [&](Piece& p) {
            p.hold.without.push_back({roundToTape(pp_.left + x, project_.style)});
        }));
    }

    /// An anchor that opens behind the cover where nobody has looked.
    void roomBehind(const SupportVerdict& h) {
        const AnchorKind* anchor = h.option.beside ? h.option.beside : h.option.anchor;
        if (!anchor || anchor->behind <= 0 || !wall_ || wall_->behindCover > Length())
            return;
        found("room_behind", Severity::notes, "place", "How much room is behind the cover?",
              fmt::format(
                  "A {} opens behind it and needs {} there: insulation board, a pipe or masonry may leave "
                  "less. Feel with a bent wire through a pilot hole, and type it under Wall.",
                  anchor->name, say(Length::mm(anchor->behind))));
    }

    /// A support that this piece does not have: told, and the best one taken meanwhile.
    void unknownSupport() {
        const std::string& asked = piece_.hold.support;
        const bool known =
            asked == "auto" || std::any_of(pp_.supports.begin(), pp_.supports.end(),
                                           [&](const auto& s) { return s.option.id == asked; });
        if (known)
            return;
        const SupportVerdict* h = pp_.hold();
        auto& f =
            found("support_unknown", Severity::warns, "hold", "No such support here",
                  fmt::format("\"{}\" is not among the supports for this piece on this wall, in these units; "
                              "{} is shown instead.",
                              shortened(asked), h ? h->option.name : std::string("nothing")));
        f.remedies.push_back(
            changePiece("Choose the best support", piece_, [](Piece& p) { p.hold.support = "auto"; }));
        if (h)
            f.remedies.push_back(changePiece("Take " + h->option.name, piece_,
                                             [&](Piece& p) { p.hold.support = h->option.id; }));
    }

    void refused(const SupportVerdict& h) {
        if (pp_.studs.size() < 2 && h.option.atStuds() && !pp_.assembly().seat<LedgersSeat>() &&
            h.option.unfit.empty())
            return; // told where the studs are
        auto& f = found("no_support", Severity::blocks, "hold", "Nothing holds it yet",
                        "The chosen support is refused: " + h.refusal + ".");
        if (piece_.hold.support != "auto")
            f.remedies.push_back(
                changePiece("Choose the best support", piece_, [](Piece& p) { p.hold.support = "auto"; }));
        // What hangs behind the rail wants height and thickness; rods of a sort want another wall.
        if (!h.option.cure.empty())
            for (const auto& cure :
                 strengthen(piece_.params, {h.option.cure, false, nextThickness(), metric(), &pp_.made}))
                f.remedies.push_back(changeParameters(cure, piece_));
        longerBy(f, h);
        otherSupports(f, h);
        loadAtMost(f, h);
    }

    /// A stud too near an end is reached where the piece is longer, or stands a little aside.
    void longerBy(Finding& f, const SupportVerdict& h) const {
        if (h.shortBy <= 0)
            return;
        const Length step = metric() ? 1_mm : Length::inches(1, 16);
        const Length more = Length::nm((Length::mm(h.shortBy).nm() + step.nm() - 1) / step.nm() * step.nm());
        for (Length by : {-more, more})
            if (pp_.left + by >= Length() && pp_.left + by + length() <= wall_->width)
                f.remedies.push_back(shiftBy(by));
        for (Length grown : {more, more * 2})
            for (Length left : leftEnds(grown))
                if (left >= Length() && left + length() + grown <= wall_->width)
                    f.remedies.push_back(longerAt(length() + grown, left));
    }

    void strength(const SupportVerdict& h) {
        const Verdict& v = h.verdict;
        if (v.status == Status::holds ||
            (v.status == Status::unknown && !v.notForLeaning && v.utilisation <= 0.8))
            return;
        const bool hand = v.notForLeaning && v.standing.utilisation <= 1;
        const Check* worst = checkCalled(h, hand ? v.leaning->governs : v.governs);
        if (!worst)
            return;
        const bool fails = v.status == Status::fails;
        std::string text = strainSentence(*worst) + " " + marginsSentence(v);
        if (!pp_.limitWhy.empty())
            text +=
                " Strength is used to 60 % only, since " + pp_.limitWhy + "; the margins have that in them.";
        if (worst->leaning && pp_.hand.newton > 0)
            text += handSentence();
        const char* title = fails  ? "It does not hold"
                            : hand ? "Holds what is planned; not for leaning"
                                   : "It holds with little to spare";
        auto& f = found(hand && !fails ? "not_for_leaning" : "support_weak",
                        fails ? Severity::blocks : Severity::warns, "hold", title, std::move(text));
        f.working = worst->working;
        remedies(f, h, *worst, hand);
    }

    [[nodiscard]] std::string handSentence() const {
        std::string out =
            fmt::format(" A hand of {} was taken: {}.", words::N(pp_.hand.newton), pp_.hand.why);
        if (pp_.hand.counts)
            out += " It counts, since " + pp_.hand.countsWhy + ".";
        return out;
    }

    /// In the order of S12.4: more studs or a shift, more screws, a higher rail, a stronger joint, thicker
    /// boards, less depth, another support, less load.
    void remedies(Finding& f, const SupportVerdict& h, const Check& worst, bool hand) const {
        if (h.option.atStuds())
            if (const Length by = shiftFor(pp_.studs.size() + 1, 300_mm); by != Length())
                f.remedies.push_back(shiftBy(by));
        if (const Length by = shiftToMiddle(); h.option.atStuds() && by != Length())
            f.remedies.push_back(shiftBy(by));
        if (h.option.inRows && pp_.rows == 1 && !worst.looks)
            f.remedies.push_back(
                changePiece("Two rows of wall screws", piece_, [](Piece& p) { p.hold.rows = 2; }));
        const Weakness weak{worst.id, hand, nextThickness(), metric(), &pp_.made};
        for (const auto& cure : strengthen(piece_.params, weak))
            f.remedies.push_back(changeParameters(cure, piece_));
        otherSupports(f, h);
        if (worst.id == "sag" && piece_.sagLimit != SagLimit::rough)
            f.remedies.push_back(changePiece("Let it sag to span / 240", piece_,
                                             [](Piece& p) { p.sagLimit = SagLimit::rough; }));
        if (!hand)
            loadAtMost(f, h);
    }

    /// The shift that leaves both ends standing out as far past their studs; 0 when it is small or too far.
    [[nodiscard]] Length shiftToMiddle() const {
        if (pp_.studs.size() < 2)
            return {};
        const Length middle = pp_.studs.front() + (pp_.studs.back() - pp_.studs.front()) / 2;
        const Length step = metric() ? 1_mm : Length::inches(1, 16);
        const Length by = Length::nm((middle - length() / 2).nm() / step.nm() * step.nm());
        const Length left = pp_.left + by;
        const bool fits = left >= Length() && left + length() <= wall_->width;
        return fits && abs(by) >= 10_mm && abs(by) <= 300_mm ? by : Length();
    }

    /// The next thicker board of this wood that rack or shop has; 0: none.
    [[nodiscard]] Length nextThickness() const {
        Length next;
        const Part* rail = railPart(pp_.assembly());
        for (const auto& s : plan_.stock)
            if (rail && s.species == speciesOf(piece_.params) && s.thickness > rail->thickness + 1_mm &&
                (next == Length() || s.thickness < next))
                next = s.thickness;
        return next;
    }

    /// Those that use less than the one in hand, best first, three at most.
    void otherSupports(Finding& f, const SupportVerdict& h) const {
        std::size_t n = 0;
        for (const auto& s : pp_.supports) {
            if (&s == &h || !s.feasible || n == 3)
                continue;
            const bool less = !h.feasible || s.verdict.utilisation < h.verdict.utilisation ||
                              (s.verdict.leaning && h.verdict.leaning &&
                               s.verdict.leaning->utilisation < h.verdict.leaning->utilisation);
            if (!less || (s.option.ground == Ground::cover && h.option.firm() && h.feasible))
                continue;
            ++n;
            f.remedies.push_back(
                changePiece(s.option.name, piece_, [&](Piece& p) { p.hold.support = s.option.id; }));
        }
    }

    /// What may stand there, rounded down to what is printed; only when that is less than what stands there
    /// now.
    void loadAtMost(Finding& f, const SupportVerdict& h) const {
        const double kg = roundedDown(h.carryKg, project_.style);
        if (kg <= 0 || kg >= pp_.contents)
            return;
        f.remedies.push_back(changePiece("Load at most " + formatMass(kg, project_.style), piece_,
                                         [factor = kg / pp_.contents](Piece& p) {
                                             p.load.kgPerM *= factor;
                                             for (auto& i : p.load.items)
                                                 i.mass *= factor;
                                         }));
    }

    /// What to find out before anybody can say whether it holds.
    void unknown(const SupportVerdict& h) {
        std::string text = "It would hold if what is assumed is true. ";
        if (h.option.atStuds() && wall_->studMode == StudMode::unknown)
            text +=
                "Find out where the studs are: a magnet or a finder, then a thin nail at the places of the "
                "screws.";
        else if (h.option.atStuds() && pp_.studConfidence < 0.5)
            text += "Find out whether the stud that the scan doubts is one: probe it with a thin nail.";
        else if (h.option.anchor)
            text +=
                fmt::format("Find out what {} hold in this wall: set one where the piece will hide it and "
                            "pull, ask the maker for a figure in this material, or find a stud.",
                            h.option.anchor->name);
        else
            text += "Find out what the wall and the wood are.";
        found("unknown_hold", Severity::warns, "hold", "Nobody can say yet whether it holds",
              std::move(text));
    }
};

} // namespace

std::string carryText(double kg, const NumberStyle& style) {
    return formatMass(roundedDown(kg, style), style);
}

std::string marginText(double utilisation) {
    return utilisation > 0.02 ? fmt::format("{:.1f}", std::floor(10 / utilisation + 1e-9) / 10)
                              : std::string("plenty");
}

std::string strainSentence(const Check& c) {
    if (c.looks)
        return fmt::format("{}: {}.", c.title, c.working.result);
    if (c.load.empty())
        return fmt::format("{}: {}.", c.title, c.working.result);
    return fmt::format("{}: {} asks {} of {}.", c.title, c.load, words::percent(c.utilisation()),
                       c.place.empty()               ? "what it bears"
                       : c.place.starts_with("the ") ? "what " + c.place + " can bear"
                                                     : "what the " + c.place + " can bear");
}

std::string marginsSentence(const Verdict& v) {
    std::string out = fmt::format("Margin {} for what stands there", marginText(v.standing.utilisation));
    if (v.leaning)
        out += fmt::format(", {} for a hand", marginText(v.leaning->utilisation));
    return out + ".";
}

void findAboutHold(const Project& project, const Plan& plan, const Catalog& catalog, const Piece& piece,
                   const PiecePlan& pp, std::vector<Finding>& out) {
    HoldFindings(project, plan, catalog, piece, pp, out).run();
}

} // namespace owl
