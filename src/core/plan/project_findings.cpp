// Findings about wood and finish: what concerns all pieces together.
#include "measure/words.h"
#include "plan/findings.h"
#include "plan/plan_wood.h"
#include "plan/remedies.h"
#include "plan/tools.h"

#include <algorithm>
#include <fmt/format.h>
#include <map>
#include <set>

namespace owl {
namespace {

class WoodFindings {
  public:
    WoodFindings(const Project& project, const Plan& plan, const Catalog& catalog, std::vector<Finding>& out)
        : project_(project), plan_(plan), catalog_(catalog), out_(out) {}

    void run() {
        for (const auto& u : plan_.cut.unplaced)
            if (const CutPart* part = partOf(u.part))
                unplaced(u, *part);
        for (const auto& id : plan_.apart)
            stripsApart(id);
        if (plan_.priced && project_.wood.targetPrice > 0 && plan_.cost > project_.wood.targetPrice)
            add("over_target", Severity::notes, "", "More than the target price",
                fmt::format("It comes to {}; the target was {}.",
                            formatDecimal(plan_.cost, 2, project_.style),
                            formatDecimal(project_.wood.targetPrice, 2, project_.style)));
    }

  private:
    Finding& add(const char* id, Severity s, const std::string& piece, std::string title, std::string text) {
        Finding& f = addFinding(out_, id, s, "wood", std::move(title), std::move(text));
        f.piece = piece;
        return f;
    }
    [[nodiscard]] std::string say(Length l) const { return formatLength(l, project_.style); }
    [[nodiscard]] const CutPart* partOf(const std::string& id) const {
        const auto it = std::find_if(plan_.cutJob.parts.begin(), plan_.cutJob.parts.end(),
                                     [&](const CutPart& p) { return p.id == id; });
        return it == plan_.cutJob.parts.end() ? nullptr : &*it;
    }
    static std::string pieceOf(const std::string& cutId) { return cutId.substr(0, cutId.rfind('/')); }
    static std::string localPart(const std::string& cutId) { return cutId.substr(cutId.rfind('/') + 1); }
    [[nodiscard]] std::string speciesOf(const CutPart& part) const {
        const Piece* p = project_.findPiece(pieceOf(part.id));
        return p && !sheet(part) ? owl::speciesOf(p->params) : part.material;
    }
    [[nodiscard]] bool sheet(const CutPart& part) const {
        const Species* wood = catalog_.findSpecies(part.material);
        return wood && wood->sheet;
    }
    [[nodiscard]] std::string woodName(const std::string& species) const {
        const Species* wood = catalog_.findSpecies(species);
        return wood ? wood->name : species;
    }

    template <typename F> Remedy changeWood(std::string name, F change) const {
        WoodChoice after = project_.wood;
        change(after);
        return {std::move(name), changesOf(project_.wood, after), {}};
    }
    void resizePart(Finding& f, const CutPart& part, std::string name, PartWish wish) const {
        const Piece* p = project_.findPiece(pieceOf(part.id));
        wish.part = localPart(part.id);
        if (auto cure = p ? resize(p->params, wish) : std::nullopt) {
            cure->name = std::move(name);
            f.remedies.push_back(changeParameters(*cure, *p));
        }
    }

    void unplaced(const Unplaced& u, const CutPart& part) {
        if (u.reason == UnplacedReason::noStock)
            noStock(part);
        else if (u.reason == UnplacedReason::tooLarge)
            tooLarge(part);
        else
            notEnough(u, part);
    }

    void noStock(const CutPart& part) {
        const bool byWidth = project_.wood.ripping == Ripping::none && !sheet(part);
        const std::string name = woodName(speciesOf(part));
        const std::string size = say(part.thickness);
        if (!said_.insert(part.material + size).second)
            return;
        const std::string where =
            project_.wood.onlyOwn ? "Your own boards have" : "Neither rack nor shop has";
        const std::string no = project_.wood.onlyOwn ? "no " : "";
        auto& f = add(
            "no_stock", Severity::blocks, pieceOf(part.id), sheet(part) ? "No such sheet" : "No such board",
            byWidth ? fmt::format("{} {}{} {} thick that is just {} wide, and nobody rips. The {} needs it.",
                                  where, no, name, size, say(part.width), plan_.partName(part.id))
                    : fmt::format("{} {}{} {} thick.", where, no, name, size));
        if (byWidth)
            widthRemedies(part, f);
        const bool thick = std::any_of(plan_.stock.begin(), plan_.stock.end(), [&](const StockItem& s) {
            return s.species == speciesOf(part) && s.thickness == part.thickness;
        });
        if (!thick)
            thicknessRemedies(part, f);
        if (project_.wood.onlyOwn)
            f.remedies.push_back(changeWood("Buy what is missing", [](WoodChoice& w) { w.onlyOwn = false; }));
    }

    /// Let somebody rip, or give the strip the width of a board.
    void widthRemedies(const CutPart& part, Finding& f) const {
        f.remedies.push_back(
            changeWood("Let the shop rip", [](WoodChoice& w) { w.ripping = Ripping::shop; }));
        f.remedies.push_back(changeWood("I can rip", [](WoodChoice& w) { w.ripping = Ripping::home; }));
        Length nearest;
        for (const auto& s : plan_.stock)
            if (s.species == speciesOf(part) && s.thickness == part.thickness && s.length >= part.length &&
                (nearest == Length() || abs(s.width - part.width) < abs(nearest - part.width)))
                nearest = s.width;
        if (nearest == Length())
            return;
        const std::string id = localPart(part.id);
        PartWish wish;
        wish.width = nearest;
        wish.widthNow = part.width;
        resizePart(f, part, fmt::format("Make the {} {} wide", id, say(nearest)), wish);
    }

    void thicknessRemedies(const CutPart& part, Finding& f) const {
        Length nearest;
        for (const auto& s : plan_.stock)
            if (s.species == speciesOf(part) &&
                (nearest == Length() || abs(s.thickness - part.thickness) < abs(nearest - part.thickness)))
                nearest = s.thickness;
        if (nearest > Length())
            resizePart(f, part, "Use " + say(nearest) + (sheet(part) ? " sheets" : " boards"),
                       {{}, {}, nearest, {}, {}});
        if (sheet(part))
            return;
        for (const auto& s : plan_.stock) {
            if (s.thickness != part.thickness || s.species == speciesOf(part))
                continue;
            if (const Piece* p = project_.findPiece(pieceOf(part.id)))
                f.remedies.push_back(
                    changeParameters({"Make it of " + woodName(s.species), {{"species", s.species}}}, *p));
            break;
        }
    }

    /// Boards of this wood that would be long and wide enough if nothing were trimmed off their ends.
    [[nodiscard]] const StockItem* onlyTrimmedTooShort(const CutPart& part) const {
        const StockItem* best = nullptr;
        for (const auto& s : plan_.stock)
            if (s.species == speciesOf(part) && s.thickness == part.thickness && s.width >= part.width &&
                s.length >= part.length && s.length - endTrimOf(project_, s) * 2 < part.length &&
                (!best || s.width < best->width))
                best = &s;
        return best;
    }

    void tooLarge(const CutPart& part) {
        const std::string name = woodName(speciesOf(part));
        if (const StockItem* s = onlyTrimmedTooShort(part)) {
            auto& f = add(
                "trim_too_much", Severity::blocks, pieceOf(part.id), "Too short only for its trimmed ends",
                fmt::format("The {} is {} long. {} is {} long, but {} is to be cut off each of its ends. If "
                            "they are square and without splits, use the whole board.",
                            plan_.partName(part.id), say(part.length), s->name, say(s->length),
                            say(endTrimOf(project_, *s))));
            f.remedies.push_back(
                changeWood("The ends of " + s->name + " are good", [&](WoodChoice& w) { goodEnds(w, *s); }));
            f.remedies.push_back(changeWood("All ends are good", [](WoodChoice& w) {
                w.endTrim = Length();
                for (auto& b : w.boards)
                    b.endTrim.reset();
            }));
            return;
        }
        auto& f = add("part_too_large", Severity::blocks, pieceOf(part.id), "No board is large enough",
                      fmt::format("The {} needs {} × {}; no {} {} of {} is that long and wide.",
                                  plan_.partName(part.id), say(part.length), say(part.width), name,
                                  sheet(part) ? "sheet" : "board", say(part.thickness)));
        Length longest;
        for (const auto& s : plan_.stock)
            if (s.species == speciesOf(part) && s.thickness == part.thickness && s.width >= part.width)
                longest = std::max(longest, s.length - endTrimOf(project_, s) * 2);
        if (longest >= 300_mm && longest < part.length)
            resizePart(f, part, "Make it " + say(longest) + " long", {{}, {}, {}, part.length - longest, {}});
        if (project_.wood.onlyOwn)
            f.remedies.push_back(changeWood("Buy what is missing", [](WoodChoice& w) { w.onlyOwn = false; }));
    }

    static void goodEnds(WoodChoice& w, const StockItem& s) {
        const auto own =
            std::find_if(w.boards.begin(), w.boards.end(), [&](const StockItem& b) { return b.id == s.id; });
        if (own != w.boards.end()) {
            own->endTrim = Length();
            return;
        }
        StockItem copy = s;
        copy.endTrim = Length();
        w.boards.push_back(std::move(copy));
    }

    /// What the list of boards lacks: the parts that found no place, each with its size.
    void notEnough(const Unplaced& u, const CutPart& part) {
        if (!said_.insert("short " + part.material + say(part.thickness)).second)
            return;
        std::string missing;
        for (const auto& q : plan_.cut.unplaced)
            if (const CutPart* p = partOf(q.part); p && p->material == part.material &&
                                                   p->thickness == part.thickness &&
                                                   q.reason == UnplacedReason::notEnoughStock)
                missing += fmt::format("{}{}{} {} × {}", missing.empty() ? "" : ", ",
                                       q.quantity > 1 ? fmt::format("{} × ", q.quantity) : "",
                                       plan_.partName(q.part), say(p->length), say(p->width));
        auto& f = add("not_enough", Severity::blocks, pieceOf(u.part), "Not enough wood",
                      fmt::format("The boards of {} {} thick are used up. Missing is wood for: {}.",
                                  woodName(speciesOf(part)), say(part.thickness), missing));
        if (project_.wood.onlyOwn)
            f.remedies.push_back(changeWood("Buy what is missing", [](WoodChoice& w) { w.onlyOwn = false; }));
        for (const auto& s : plan_.stock)
            if (s.species == speciesOf(part) && s.thickness == part.thickness && s.available &&
                s.length - endTrimOf(project_, s) * 2 >= part.length && s.width >= part.width) {
                f.remedies.push_back(changeWood("One more " + s.name, [&](WoodChoice& w) {
                    for (auto& b : w.boards)
                        if (b.id == s.id)
                            b.available = b.available.value_or(0) + 1;
                }));
                break;
            }
    }

    void stripsApart(const std::string& piece) {
        const Piece* p = project_.findPiece(piece);
        if (!p)
            return;
        Length need;
        Length length;
        int n = 0;
        for (const auto& part : plan_.cutJob.parts)
            if (part.together == piece) {
                need += part.width;
                length = std::max(length, part.length);
                ++n;
            }
        need += project_.wood.kerf * std::max(0, n - 1);
        auto& f = add(
            "strips_apart", Severity::warns, piece, "No single board gives all the strips",
            fmt::format("{} strips and their kerfs need {} × {} in one board; rack and shop have none that "
                        "large. The plan takes them from several.",
                        n, say(length), say(need)));
        f.remedies.push_back(changeParameters(
            {"Strips from any board", {{"shared_board/width", 0}, {"shared_board/remainder", "none"}}}, *p));
    }

    const Project& project_;
    const Plan& plan_;
    const Catalog& catalog_;
    std::vector<Finding>& out_;
    std::set<std::string> said_;
};

} // namespace

void findAboutProject(const Project& project, const Plan& plan, const Catalog& catalog,
                      std::vector<Finding>& out) {
    if (project.pieces.empty())
        addFinding(out, "empty", Severity::notes, "piece", "Nothing planned yet", "Add a piece to begin.");
    WoodFindings(project, plan, catalog, out).run();
    for (const auto& w : plan.finish.warnings)
        addFinding(out, "finish", Severity::warns, "build", "Finish", w);
    for (const auto& m : missingTools(project, plan, catalog)) {
        std::string steps;
        for (std::size_t i = 0; i < m.steps.size() && i < 3; ++i)
            steps += (i ? "; " : "") + m.steps[i];
        if (m.steps.size() > 3)
            steps += fmt::format("; and {} more", m.steps.size() - 3);
        addFinding(
            out, "tool_missing", Severity::notes, "build", capitalised(m.tool->name) + " wanted",
            fmt::format("Your shop has none, and {} for it: {}. Without: {}. It stands on the shopping list, "
                        "to borrow or to buy.",
                        m.steps.size() == 1 ? "a step asks" : fmt::format("{} steps ask", m.steps.size()),
                        steps, m.tool->without));
    }
    for (const auto& sentence : beyondReach(project, plan))
        addFinding(out, "beyond_saw", Severity::notes, "cut", "More than the saw reaches", sentence);
    if (!parseClock(project.finish.start))
        addFinding(out, "finish_start", Severity::blocks, "build", "When does the work start?",
                   fmt::format("\"{}\" is not a date and time; type for example 2026-03-07T09:00.",
                               shortened(project.finish.start)));
}

} // namespace owl
