#include "plan/findings.h"
#include "plan/finding_edits.h"
#include "plan/piece_finder.h"
#include "plan/place_findings.h"
#include "project/placing.h"
#include "room/unknown_wall.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <fmt/format.h>

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
        studs();
        hold();
        load();
        drilling();
    }

  private:
    void parameters() {
        for (const auto& p : pp_.made.problems) {
            Finding& f = found("", p.blocks ? Severity::blocks : Severity::warns, "piece", "", p.text);
            f.id = "ledge." + p.id;
            f.title = p.blocks ? "This cannot be made so" : "Look again";
            remediesFor(p, f);
        }
    }

    void remediesFor(const LedgeProblem& p, Finding& f) const {
        const std::string& id = piece_.id;
        if (p.id == "lip_screws_show" || p.id == "no_screw") {
            if (p.id == "lip_screws_show")
                f.remedies.push_back(editLedge("Lip on top, screwed from below", id,
                                               [](LedgeParams& l) { l.lip = LipPlace::onTop; }));
            if (p.field == "backHeight" || p.field == "depth")
                f.remedies.push_back(
                    editLedge("Dowels instead", id, [](LedgeParams& l) { l.backJoint = Joinery::dowels; }));
            else
                f.remedies.push_back(editLedge("Glue and nails instead", id,
                                               [](LedgeParams& l) { l.lipJoint = Joinery::nailsGlue; }));
        }
        if (p.id == "nails_carry")
            f.remedies.push_back(
                editLedge("Screws and glue", id, [](LedgeParams& l) { l.backJoint = Joinery::screwsGlue; }));
        if (p.id == "board_too_narrow" && ledgeOf(piece_).shareBack)
            f.remedies.push_back(editLedge("Let the back rail take the remainder", id,
                                           [](LedgeParams& l) { l.remainder = LedgeStrip::back; }));
        if (p.id == "remainder_not_shared" || p.id == "remainder_too_small")
            f.remedies.push_back(
                editLedge("No remainder", id, [](LedgeParams& l) { l.remainder = LedgeStrip::none; }));
        if (p.id == "shared_thickness")
            f.remedies.push_back(editLedge("One thickness for all", id, [](LedgeParams& l) {
                l.backThickness = l.lipThickness = l.baseThickness;
            }));
        if (p.id == "too_long")
            f.remedies.push_back(editLedge("Make it 4 m", id, [](LedgeParams& l) { l.length = 4000_mm; }));
        if (p.id == "one_row_only")
            f.remedies.push_back(editPiece("One row of screws", id, [](Piece& q) { q.hold.rows = 1; }));
    }

    [[nodiscard]] Edit moveTo(std::string name, Length x) const {
        return movePieceTo(std::move(name), piece_.id, x, pp_.bottom);
    }
    [[nodiscard]] std::string shiftName(Length by) const {
        return by < Length() ? fmt::format("Shift {} left", say(-by))
                             : fmt::format("Shift {} right", say(by));
    }

    [[nodiscard]] std::size_t studsAt(Length left, Length pieceLength) const {
        const LedgeParams& l = ledgeOf(piece_);
        const Length margin = (l.caps == CapShape::none ? Length() : l.capThickness) + 40_mm;
        std::vector<Length> heights;
        for (Length row : pp_.assembly().wallRows)
            heights.push_back(pp_.bottom + row);
        return freeStuds(*wall_, plan_.findWall(wall_->id)->zones, left + margin, left + pieceLength - margin,
                         heights)
            .size();
    }

    /// The smallest shift up to `reach` that catches at least `wanted` studs; 0 when none does.
    [[nodiscard]] Length shiftFor(std::size_t wanted, Length reach) const {
        for (Length d = 1_mm; d <= reach; d += 1_mm)
            for (Length by : {-d, d}) {
                const Length left = pp_.left + by;
                if (left >= Length() && left + length() <= wall_->width && studsAt(left, length()) >= wanted)
                    return by;
            }
        return {};
    }

    /// The support in use goes where the studs are.
    [[nodiscard]] bool wantsStuds() const {
        if (!hasStuds(*wall_))
            return false;
        const RailVerdict* h = pp_.hold();
        return !(piece_.hold.support.starts_with("anchor") && h && !h->option.atStuds());
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
        f.remedies.push_back(moveTo(shiftName(by), pp_.left + by));
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
            f.remedies.push_back(
                editLedge("Make it " + say(sure), piece_.id, [sure](LedgeParams& l) { l.length = sure; }));
        f.remedies.push_back(editWall("They are at the usual spacing", wall_->id,
                                      [](Wall& w) { w.studMode = StudMode::spacing; }));
    }
    [[nodiscard]] Length studMargin() const {
        const LedgeParams& l = ledgeOf(piece_);
        return (l.caps == CapShape::none ? Length() : l.capThickness) + 40_mm;
    }

    void unsureStud() {
        for (const auto& s : wall_->studs) {
            const bool used = std::any_of(pp_.studs.begin(), pp_.studs.end(),
                                          [&](Length x) { return pp_.left + x == s.x; });
            if (!used || s.confidence >= 0.8)
                continue;
            auto& f =
                found("stud_unsure", s.confidence < 0.5 ? Severity::blocks : Severity::warns, "place",
                      fmt::format("Not sure of the stud at {}", say(s.x)),
                      fmt::format(
                          "The scan is {:.0f} % sure. Probe it with a thin nail: firm for 12 to 15 mm, then "
                          "wood dust, is a stud.",
                          100 * s.confidence));
            f.working.source = "table 7e, pilot hole check";
            f.remedies.push_back(editWall("Probed: it is a stud", wall_->id, [x = s.x](Wall& w) {
                for (auto& q : w.studs)
                    if (q.x == x) {
                        q.confidence = 1;
                        q.source = StudSource::seen;
                    }
            }));
            f.remedies.push_back(editWall("Probed: nothing there", wall_->id, [x = s.x](Wall& w) {
                std::erase_if(w.studs, [x](const FoundStud& q) { return q.x == x; });
            }));
        }
    }

    void fewStuds(std::size_t n) {
        auto& f = found(
            "misses_studs", Severity::blocks, "hold",
            n == 0 ? "It catches no stud" : "It catches only one stud",
            n == 0 ? "No stud lies behind the back rail, and the wall cover alone does not carry it."
                   : "On one stud a piece turns about its screw. It needs two, or anchors where the look "
                     "demands it.");
        if (const Length by = shiftFor(2, 300_mm); by != Length())
            f.remedies.push_back(moveTo(shiftName(by), pp_.left + by));
        for (Length more = 10_mm; more <= 800_mm; more += 10_mm) {
            const Length longer = length() + more;
            const bool fixed =
                piece_.place.anchor == Anchor::typed || piece_.place.follow.how != FollowHow::none;
            const Length left = fixed ? pp_.left : pp_.left - more / 2;
            if (longer > wall_->width || left < Length() || left + longer > wall_->width)
                break;
            if (studsAt(left, longer) >= 2) {
                f.remedies.push_back(editLedge(fmt::format("Make it {} longer", say(more)), piece_.id,
                                               [longer](LedgeParams& l) { l.length = longer; }));
                break;
            }
        }
        for (const auto& s : pp_.supports)
            if (!s.option.atStuds() && s.feasible) {
                f.remedies.push_back(
                    editPiece(fmt::format("Use anchors there (margin {:.1f})", s.verdict.reserve), piece_.id,
                              [id = s.option.id](Piece& p) { p.hold.support = id; }));
                break;
            }
    }

    void hold() {
        const RailVerdict* h = pp_.hold();
        if (!h)
            return;
        if (!h->feasible) {
            if (pp_.studs.size() >= 2 || !wantsStuds()) {
                auto& f = found("no_support", Severity::blocks, "hold", "Nothing holds it yet",
                                "The chosen support is refused: " + h->refusal + ".");
                f.remedies.push_back(editPiece("Choose the best support", piece_.id,
                                               [](Piece& p) { p.hold.support = "auto"; }));
            }
            return;
        }
        const Verdict& v = h->verdict;
        if (v.status == Status::fails || v.status == Status::tight)
            failing(*h);
        if (h->option.kind == RailSupport::cover)
            found("anchors_used", Severity::warns, "hold", "No stud behind it",
                  "Pull in plasterboard creeps over the years and one loose toggle loads its neighbours. A "
                  "stud is better in every way; keep the load light and look at it again after a month.");
    }

    void failing(const RailVerdict& h) {
        const auto worst = std::find_if(h.checks.begin(), h.checks.end(),
                                        [&](const Check& c) { return c.id == h.verdict.governs; });
        const bool fails = h.verdict.status == Status::fails;
        auto& f =
            found("support_weak", fails ? Severity::blocks : Severity::warns, "hold",
                  fails ? "It does not hold" : "It holds with little to spare",
                  worst == h.checks.end() ? std::string()
                                          : fmt::format("{}: {}.", worst->title, worst->working.result));
        if (worst != h.checks.end())
            f.working = worst->working;
        for (const auto& s : pp_.supports)
            if (&s != &h && s.feasible && s.verdict.status == Status::holds) {
                f.remedies.push_back(
                    editPiece(fmt::format("{} (margin {:.1f})", s.option.name, s.verdict.reserve), piece_.id,
                              [id = s.option.id](Piece& p) { p.hold.support = id; }));
                break;
            }
        const LedgeParams& l = ledgeOf(piece_);
        if (h.verdict.governs == "wall_screws" && piece_.hold.rows == 1)
            f.remedies.push_back(
                editPiece("Two rows of wall screws", piece_.id, [](Piece& p) { p.hold.rows = 2; }));
        const Length higher = l.backHeight + 20_mm;
        f.remedies.push_back(editLedge("Back rail 20 mm higher", piece_.id,
                                       [higher](LedgeParams& q) { q.backHeight = higher; }));
        if (h.verdict.governs == "joint")
            f.remedies.push_back(editLedge("Back behind the base", piece_.id,
                                           [](LedgeParams& q) { q.back = BackPlace::behindBase; }));
        if (pp_.contents > 0 && h.carryKg > 0)
            f.remedies.push_back(
                editPiece(fmt::format("Load at most {}", formatMass(std::floor(h.carryKg), project_.style)),
                          piece_.id, [factor = std::floor(h.carryKg) / pp_.contents](Piece& p) {
                              p.load.kgPerM *= factor;
                              for (auto& i : p.load.items)
                                  i.mass *= factor;
                          }));
    }

    void load() {
        for (const auto& i : piece_.load.items) {
            if (i.x >= Length() && i.x + i.width <= length())
                continue;
            const Length x = std::clamp(i.x, Length(), std::max(Length(), length() - i.width));
            auto& f = found("item_overhangs", Severity::warns, "load",
                            fmt::format("{} hangs over the end", i.name.empty() ? "An item" : i.name),
                            fmt::format("It stands from {} to {} on a ledge {} long.", say(i.x),
                                        say(i.x + i.width), say(length())));
            f.remedies.push_back(editPiece("Push it onto the ledge", piece_.id, [id = i.id, x](Piece& p) {
                for (auto& item : p.load.items)
                    if (item.id == id)
                        item.x = x;
            }));
        }
        if (piece_.load.handN &&
            *piece_.load.handN < defaultHandLoad(pp_.bottom + pp_.assembly().height, pp_.assembly().depth) &&
            piece_.load.handWhy.empty())
            found(
                "hand_lowered", Severity::warns, "load", "Nobody will lean on it?",
                "The hand on the front edge is set below the usual figure without a reason. Write the reason "
                "down, or take the usual figure.")
                .remedies.push_back(
                    editPiece("Take the usual hand load", piece_.id, [](Piece& p) { p.load.handN.reset(); }));
        const double all = pp_.mass + pp_.contents;
        const double perMetre = length() > Length() ? all / (length().mm() / 1000) : 0;
        if (all > 100 || perMetre > 45)
            found("ask_professional", Severity::warns, "hold", "Ask a licensed professional",
                  fmt::format("{} in all, {:.0f} kg per metre: above 100 kg on one piece or 45 kg per metre, "
                              "have it looked at.",
                              formatMass(all, project_.style), perMetre));
        if (pp_.mass > 20)
            found("two_people", Severity::notes, "hang", "Two people lift it",
                  fmt::format("The empty ledge weighs {}.", formatMass(pp_.mass, project_.style)));
    }

    void drilling() {
        const RailVerdict* h = pp_.hold();
        if (!h || !h->feasible)
            return;
        std::string near;
        for (const auto& m : pp_.marks)
            if (!m.caution.empty() && near.find(m.caution) == std::string::npos)
                near += (near.empty() ? "" : "; ") + m.caution;
        std::string text = "Scan for cables and pipes on two settings before you drill.";
        if (h->cableCaution)
            text += " These screws go more than 32 mm into the stud, where cables may run.";
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

void findAboutPiece(const Project& project, const Plan& plan, const Piece& piece, const PiecePlan& pp,
                    std::vector<Finding>& out) {
    PieceFindings(project, plan, piece, pp, out).run();
    findAboutPlace(project, plan, piece, pp, out);
}

void sortFindings(std::vector<Finding>& findings) {
    std::stable_sort(findings.begin(), findings.end(),
                     [](const Finding& a, const Finding& b) { return a.severity < b.severity; });
}

} // namespace owl
