#include "plan/findings.h"

#include "assembly/movement.h"
#include "assembly/reach.h"
#include "measure/words.h"
#include "plan/hold_findings.h"
#include "plan/piece_finder.h"
#include "plan/place_findings.h"
#include "plan/remedies.h"
#include "plan/way_in.h"
#include "room/unknown_wall.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <fmt/format.h>
#include <map>
#include <tuple>

namespace owl {
namespace {

/// All findings about one piece, gathered by subject.
class PieceFindings : public PieceFinder {
  public:
    using PieceFinder::PieceFinder;

    void run() {
        if (!wall_)
            return;
        parameters();
        movement();
        sliding();
        studs();
        findAboutHold(project_, plan_, catalog_, piece_, pp_, out_);
        fitted();
        load();
        drilling();
    }

  private:
    void parameters() {
        for (const auto& p : pp_.made.problems) {
            Finding& f = found("", p.blocks ? Severity::blocks : Severity::warns, "piece", "", p.text);
            f.id = std::string(kindOf(piece_)) + "." + p.id;
            f.title = p.blocks ? "This cannot be made so" : "Look again";
            remediesFor(p, f);
        }
        for (const auto& [name, sentence] : unusual(piece_.params, metric()))
            found("unusual", Severity::notes, "piece", "Out of the usual", sentence).id = "unusual." + name;
    }

    /// A part that turned out otherwise than planned, and one that is not there any more.
    void fitted() {
        for (const auto& c : piece_.fits) {
            const Part* part = pp_.assembly().find(c.part);
            if (!part) {
                auto& f =
                    found("fit_lost", Severity::warns, "build", "A part that was to be cut to fit is gone",
                          fmt::format("{} is not a part of {} any more.", shortened(c.part), pp_.name));
                f.id += "." + c.part;
                f.remedies.push_back(changePiece("Forget it", piece_, [id = c.part](Piece& p) {
                    std::erase_if(p.fits, [&](const CutToFit& q) { return q.part == id; });
                }));
                continue;
            }
            const Length less = part->length - c.turnedOut;
            if (c.turnedOut <= Length() || abs(less) < Length::mm(0.5))
                continue;
            auto& f = found(
                "fit_differs", Severity::notes, "build",
                capitalised(theName(part->name)) + " turned out otherwise",
                fmt::format("It is {} {} than planned; equal parts that are still uncut follow it. The rest "
                            "keeps its planned sizes: hold each against what stands there before it is cut.",
                            say(abs(less)), less > Length() ? "shorter" : "longer"));
            f.id += "." + c.part;
            if (less > Length())
                if (const auto cure = resize(piece_.params, {c.part, {}, {}, less, {}})) {
                    Remedy whole = changeParameters(*cure, piece_);
                    whole.name = "Let the whole piece follow";
                    f.remedies.push_back(std::move(whole));
                }
        }
    }

    void sliding() {
        for (const auto& s : surfacesOf(pp_.assembly()))
            if (s.slides())
                found("slides", Severity::warns, "load", "Things slide off",
                      fmt::format("What stands on {} slides: it falls {:.3g}° to the {}, and friction alone "
                                  "holds no more "
                                  "than {:.1f}° for sure. A lip along its lower edge keeps it.",
                                  theName(s.name), std::abs(s.slope), s.slope > 0 ? "front" : "wall",
                                  Surface::slidesFrom()))
                    .id += "." + s.id;
    }

    void movement() {
        const Species* wood = catalog_.findSpecies(speciesOf(piece_.params));
        if (!wood)
            return;
        for (const auto& m : crossGrain(pp_.assembly(), wood->moves)) {
            auto& f = found(
                "cross_grain", Severity::warns, "piece", "Wood held across its grain",
                fmt::format(
                    "The {} is fixed across its grain to the {} for {}; between summer and a heated winter "
                    "it wants to move {} there. Glue or screw only the middle third, and let the rest "
                    "slide: slotted holes with washers, or buttons.",
                    m.moves->name, m.holds->name, say(Length::mm(m.over)),
                    say(Length::mm(std::round(m.by * 10) / 10))));
            f.id += "." + m.joint->id;
            f.working = {"Δ = b c Δu",
                         {{"b", say(Length::mm(m.over))},
                          {"c", fmt::format("{:.5f} per percent", wood->moves)},
                          {"Δu", fmt::format("{:g} %", yearOfMoisture)}},
                         say(Length::mm(std::round(m.by * 10) / 10)),
                         "S9.10; " + wood->source,
                         {}};
        }
    }

    /// The kind's own cures, and those that need the place: moves of sizes are data of the file.
    void remediesFor(const Problem& p, Finding& f) const {
        for (const auto& cure : p.cures) {
            Remedy r{cure.name, {}, {}};
            for (const auto& c : cure.changes)
                r.changes.push_back(
                    {fmt::format("pieces/{}/{}/{}", piece_.id, kindOf(piece_), c.key), c.value});
            f.remedies.push_back(std::move(r));
        }
        if (p.id == "one_row_only")
            f.remedies.push_back(changePiece("One row of screws", piece_, [](Piece& q) { q.hold.rows = 1; }));
    }

    /// The support in use goes where the studs are.
    [[nodiscard]] bool wantsStuds() const {
        if (pp_.assembly().seat<LedgersSeat>()) // each strip says for itself what it misses
            return false;
        if (!hasStuds(*wall_, catalog_) ||
            (pp_.assembly().seat<FloorSeat>() && !pp_.assembly().seat<FloorSeat>()->tied))
            return false;
        const SupportVerdict* h = pp_.hold();
        if (h && h->beside >= 0)
            return false; // told with what the anchor costs
        return !(h && h->option.id == piece_.hold.support && !h->option.atStuds());
    }

    void studs() {
        if (!wantsStuds())
            return;
        if (wall_->studMode == StudMode::unknown)
            return unseenWall();
        const std::size_t n = pp_.studs.size();
        if (n < 2) {
            fewStuds(n);
            return;
        }
        if (pp_.studConfidence < 0.8)
            unsureStud();
        const Length by = shiftFor(n + 1, 150_mm);
        if (by == Length())
            return;
        auto& f =
            found("one_more_stud", Severity::notes, "place", fmt::format("{} studs; one more is near", n),
                  fmt::format("{} it would catch {}.",
                              by < Length() ? fmt::format("Shifted {} left", say(-by))
                                            : fmt::format("Shifted {} right", say(by)),
                              n + 1));
        f.remedies.push_back(shiftBy(by));
    }

    /// Nobody has been there: what would be sure, and what to ask for.
    void unseenWall() {
        const Length sure = lengthSureOfTwo(wall_->spacing, studMargin());
        const bool long_ = length() >= sure;
        auto& f = found(
            "studs_unknown", Severity::warns, "place", "Studs not found yet",
            fmt::format("Find them with a magnet or a finder, probe with a thin nail, and type where they "
                        "are. At the usual spacing of {} a piece of {} is sure of two studs wherever they "
                        "stand{}. Print the visit sheet to have the readings taken at the house.",
                        say(wall_->spacing), say(sure), long_ ? "; this one is long enough" : ""));
        f.working = {
            "L = 2 s + 2 e", {{"s", say(wall_->spacing)}, {"e", say(studMargin())}}, say(sure), "S7.2", {}};
        if (!long_ && sure <= wall_->width)
            f.remedies.push_back(changeLength("Make it " + say(sure), piece_, sure));
        f.remedies.push_back(changeWall("They are at the usual spacing", *wall_,
                                        [](Wall& w) { w.studMode = StudMode::spacing; }));
    }
    [[nodiscard]] Length studMargin() const { return wallReach(pp_.assembly()).left + 40_mm; }

    void unsureStud() {
        for (const auto& s : wall_->studs) {
            const bool used = std::any_of(pp_.studs.begin(), pp_.studs.end(),
                                          [&](Length x) { return pp_.left + x == s.x; });
            if (!used || s.confidence >= 0.8)
                continue;
            auto& f = found(
                "stud_unsure", s.confidence < 0.5 ? Severity::blocks : Severity::warns, "place",
                fmt::format("Not sure of the stud at {}", say(s.x)),
                fmt::format(
                    "The scan is {:.0f} % sure. Probe it with a thin nail: firm for {} past the cover, then "
                    "wood dust, is a stud.",
                    100 * s.confidence, metric() ? "12 to 15 mm" : "about half an inch"));
            f.working.source = "table 7e, pilot hole check";
            f.remedies.push_back(changeWall("Probed: it is a stud", *wall_, [x = s.x](Wall& w) {
                for (auto& q : w.studs)
                    if (q.x == x) {
                        q.confidence = 1;
                        q.source = StudSource::seen;
                    }
            }));
            f.remedies.push_back(changeWall("Probed: nothing there", *wall_, [x = s.x](Wall& w) {
                std::erase_if(w.studs, [x](const FoundStud& q) { return q.x == x; });
            }));
        }
    }

    /// The least that it must grow to catch two studs.
    void lengthen(Finding& f) const {
        const Length step = metric() ? 10_mm : Length::inches(1, 2);
        for (Length more = step; more <= 800_mm; more += step)
            for (Length left : leftEnds(more)) {
                const Length longer = length() + more;
                const bool fits = left >= Length() && left + longer <= wall_->width;
                if (!fits || studsAt(left, longer) < 2)
                    continue;
                f.remedies.push_back(longerAt(longer, left));
                return;
            }
    }

    /// 'A stud lies 30 mm from the left end of the back rail: too near ..': those that are behind it and no
    /// use; empty: there are none.
    [[nodiscard]] std::string tooNearAnEnd() const {
        const Assembly& a = pp_.assembly();
        const Part* rail = railPart(a);
        const WallReach reach = wallReach(a);
        const std::string name = rail ? "the " + rail->name : "the piece";
        for (Length x :
             studsBetween(*wall_, pp_.left + reach.left, pp_.left + reach.right, Length(), catalog_)) {
            const Length fromLeft = x - pp_.left - reach.left;
            const Length fromRight = pp_.left + reach.right - x;
            const Length from = std::min(fromLeft, fromRight);
            const Length wanted = Length::mm(studEndMargin);
            if (from < wanted)
                return fmt::format(
                    "A stud lies {} from the {} end of {}: too near for its screw, which wants {}. ",
                    sayRound(from), fromLeft < fromRight ? "left" : "right", name, sayRound(wanted));
        }
        return {};
    }

    void fewStuds(std::size_t n) {
        const std::string near = tooNearAnEnd();
        const Part* rail = railPart(pp_.assembly());
        const std::string behind = rail ? "the " + rail->name : "it";
        auto& f = found(
            "misses_studs", Severity::blocks, "hold",
            n == 0 ? "It catches no stud" : "It catches only one stud",
            pp_.assembly().seat<FloorSeat>()
                ? "A case is tied to two studs through the rail under its top, so that it "
                  "cannot tip forwards "
                  "when it is empty, or when a child climbs."
            : n == 0
                ? (near.empty() ? fmt::format("No stud lies behind {}, and the wall cover alone does not "
                                              "carry it.",
                                              behind)
                                : near + "The wall cover alone does not carry it.")
                : near + "On one stud a piece turns about its screw. It needs two, or anchors where the "
                         "look demands it.");
        if (const Length by = shiftFor(2, 300_mm); by != Length())
            f.remedies.push_back(shiftBy(by));
        lengthen(f);
        for (const auto& s : pp_.supports)
            if (n == 1 && s.option.beside && !s.option.hanger) {
                f.remedies.push_back(changePiece("A screw and an anchor beside it", piece_,
                                                 [&](Piece& p) { p.hold.support = s.option.id; }));
                break;
            }
        for (const auto& s : pp_.supports)
            if (!s.option.atStuds() && s.feasible && s.option.anchor && !s.option.whenAsked) {
                f.remedies.push_back(changePiece("Use anchors there", piece_,
                                                 [&](Piece& p) { p.hold.support = s.option.id; }));
                break;
            }
    }

    /// The highest thing on every surface.
    [[nodiscard]] std::map<std::string, Length> highest() const {
        std::map<std::string, Length> out;
        for (const auto& i : piece_.load.items) {
            Length& h = out[surfaceFor(pp_.assembly(), i.on).id];
            h = std::max(h, i.height);
        }
        return out;
    }

    void load() {
        for (const auto& i : piece_.load.items) {
            if (i.x >= Length() && i.x + i.width <= length())
                continue;
            const Length x = std::clamp(i.x, Length(), std::max(Length(), length() - i.width));
            auto& f = found("item_overhangs", Severity::warns, "load",
                            fmt::format("{} hangs over the end", i.name.empty() ? "An item" : i.name),
                            fmt::format("It stands from {} to {} on a piece {} long.", say(i.x),
                                        say(i.x + i.width), say(length())));
            f.remedies.push_back(changePiece("Push it onto the piece", piece_, [id = i.id, x](Piece& p) {
                for (auto& item : p.load.items)
                    if (item.id == id)
                        item.x = x;
            }));
        }
        for (const auto& i : piece_.load.items) {
            const Surface s = surfaceFor(pp_.assembly(), i.on);
            if (s.room <= Length() || i.height <= s.room)
                continue;
            auto& f = found(
                "item_too_high", Severity::warns, "load",
                fmt::format("{} is too high for its place", i.name.empty() ? "An item" : i.name),
                fmt::format("It is {} high; above the {} there are {}.", say(i.height), s.name, say(s.room)));
            if (const auto spaced = makeRoom(piece_.params, highest()))
                f.remedies.push_back(changeParameters(*spaced, piece_));
            for (const auto& other : surfacesOf(pp_.assembly()))
                if (other.room <= Length() || other.room >= i.height) {
                    f.remedies.push_back(changePiece("Put it on the " + other.name, piece_,
                                                     [id = i.id, on = other.id](Piece& p) {
                                                         for (auto& item : p.load.items)
                                                             if (item.id == id)
                                                                 item.on = on;
                                                     }));
                    break;
                }
        }
        if (piece_.load.handN &&
            *piece_.load.handN < defaultHandLoad(pp_.bottom + pp_.assembly().height, pp_.assembly().depth) &&
            piece_.load.handWhy.empty())
            found(
                "hand_lowered", Severity::warns, "load", "Nobody will lean on it?",
                "The hand on the front edge is set below the usual figure without a reason. Write the reason "
                "down, or take the usual figure.")
                .remedies.push_back(
                    changePiece("Take the usual hand load", piece_, [](Piece& p) { p.load.handN.reset(); }));
        const auto line = [&](double kgPerM) {
            return formatLineLoad(kgPerM * gravity / 1000, project_.style);
        };
        const double all = pp_.mass + pp_.contents;
        const double perMetre = length() > Length() ? all / (length().mm() / 1000) : 0;
        if (!pp_.assembly().seat<FloorSeat>() && (all > 100 || perMetre > 45))
            found("ask_professional", Severity::warns, "hold", "Ask a licensed professional",
                  fmt::format("{} in all, {}: above {} on one piece or {}, have it looked at.",
                              formatMass(all, project_.style), line(perMetre),
                              formatMass(100, project_.style), line(45)));
        const double carried = carriedMass(pp_.assembly(), pp_.mass);
        if (carried > 20)
            found("two_people", Severity::notes, "hang", "Two people lift it",
                  fmt::format("{} weighs {}.", carried < pp_.mass ? "Each section empty" : "Empty it",
                              formatMass(carried, project_.style)));
    }

    void drilling() {
        const SupportVerdict* h = pp_.hold();
        if (!h || !h->feasible || pp_.marks.empty())
            return;
        std::string near;
        for (const auto& m : pp_.marks)
            if (!m.caution.empty() && near.find(m.caution) == std::string::npos)
                near += (near.empty() ? "" : "; ") + m.caution;
        std::string text = "Scan for cables and pipes on two settings before you drill.";
        if (h->cableCaution)
            text += fmt::format(" These screws go more than {} into the stud, where cables may run.",
                                say(metric() ? 32_mm : Length::inches(5, 4)));
        if (!near.empty())
            text += " At a hole: " + near + ".";
        found("before_drilling", near.empty() ? Severity::notes : Severity::warns, "hang", "Before you drill",
              text);
    }
};

} // namespace

const char* severityName(Severity s) {
    static constexpr std::array names{"blocks", "warns", "notes"};
    return names.at(static_cast<std::size_t>(s));
}

void findAboutPiece(const Project& project, const Plan& plan, const Catalog& catalog, const Piece& piece,
                    const PiecePlan& pp, std::vector<Finding>& out) {
    PieceFindings(project, plan, catalog, piece, pp, out).run();
    findAboutPlace(project, plan, catalog, piece, pp, out);
    findAboutWayIn(project, plan, catalog, piece, pp, out);
}

void gatherAlike(std::vector<Finding>& findings) {
    using Sort = std::tuple<std::string, std::string, std::string, Severity>;
    const auto sortOf = [](const Finding& f) { return Sort(f.id, f.piece, f.wall, f.severity); };
    std::map<Sort, std::size_t> left; // not told yet
    for (const auto& f : findings)
        ++left[sortOf(f)];
    std::map<Sort, std::size_t> told;
    std::vector<Finding> out;
    for (auto& f : findings) {
        const Sort sort = sortOf(f);
        const std::size_t n = left[sort];
        if (told[sort] <= mostAlike) {
            if (told[sort] == mostAlike && n > 1) { // the first of those that are not told speaks for them
                f.text = fmt::format(
                    "The first of them: {}. They are told one by one when those before are settled.",
                    f.title);
                f.title = fmt::format("{} more of this sort", n);
                f.remedies.clear();
            }
            out.push_back(std::move(f));
        }
        ++told[sort];
        --left[sort];
    }
    findings = std::move(out);
}

void sortFindings(std::vector<Finding>& findings) {
    std::stable_sort(findings.begin(), findings.end(),
                     [](const Finding& a, const Finding& b) { return a.severity < b.severity; });
}

} // namespace owl
