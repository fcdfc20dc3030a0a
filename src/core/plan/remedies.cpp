#include "plan/remedies.h"

#include "plan/hold_findings.h"

#include <algorithm>
#include <fmt/format.h>

namespace owl {
namespace {

bool sameFinding(const Finding& a, const Finding& b) {
    return a.id == b.id && a.piece == b.piece && a.wall == b.wall && a.title == b.title;
}

std::size_t blocks(const Plan& plan) {
    return static_cast<std::size_t>(
        std::count_if(plan.findings.begin(), plan.findings.end(),
                      [](const Finding& f) { return f.severity == Severity::blocks; }));
}

/// How hard a piece's support works; what counts first, then a hand.
struct Strain {
    double counts = 1e9, hand = 1e9;
    bool held = false;
};
Strain strainOf(const Plan& plan, const std::string& piece) {
    const PiecePlan* pp = plan.find(piece);
    const RailVerdict* h = pp ? pp->hold() : nullptr;
    if (!h || !h->feasible)
        return {};
    return {h->verdict.utilisation, h->verdict.leaning ? h->verdict.leaning->utilisation : 0, true};
}

bool aboutStrength(const Finding& f) {
    return f.station == "hold" || f.id == "misses_studs" || f.id == "one_more_stud";
}

/// Empty: it does not help.
struct Outcome {
    bool helps = false, cures = false;
    std::string brings;
};

Outcome outcomeOf(const Finding& finding, const Plan& before, const Plan& after) {
    Outcome out;
    out.cures = std::none_of(after.findings.begin(), after.findings.end(),
                             [&](const Finding& f) { return sameFinding(f, finding); });
    out.helps = out.cures;
    if (aboutStrength(finding)) {
        const Strain was = strainOf(before, finding.piece);
        const Strain is = strainOf(after, finding.piece);
        // Less than two parts in a hundred is no help, and neither is a margin that is still none.
        const bool better =
            is.held && is.counts <= 10 &&
            (is.counts < was.counts * 0.98 || (is.counts <= was.counts && is.hand < was.hand * 0.98));
        out.helps = out.helps || better;
        if (is.held)
            out.brings = "margin " + marginText(is.counts) +
                         (is.hand > is.counts ? ", with a hand " + marginText(is.hand) : std::string());
    }
    if (blocks(after) > blocks(before))
        out.helps = false;
    return out;
}

} // namespace

void Remedy::apply(Project& project) const {
    if (auto changed = withChanges(project, changes))
        project = std::move(*changed);
}

Edit Remedy::edit() const {
    return {name, [r = *this](Project& p) { r.apply(p); }};
}

Remedy moveTo(std::string name, const Project& project, const std::string& id, Length left, Length bottom) {
    Remedy r{std::move(name), {}, {}};
    const Piece* piece = project.findPiece(id);
    if (!piece)
        return r;
    auto [head, place] = movedPlace(project, *piece, left, bottom);
    const Piece* before = project.findPiece(head);
    Piece after = *before;
    after.place = std::move(place);
    r.changes = changesOf(*before, after);
    return r;
}

std::vector<Remedy> remediesThatCure(const Finding& finding, const Project& project, const Plan& before,
                                     const Shop& shop, const Catalog& catalog) {
    std::vector<Remedy> cures;
    std::vector<Remedy> helps;
    const Earlier earlier{project, before};
    for (const auto& r : finding.remedies) {
        const auto changed = withChanges(project, r.changes);
        if (!changed)
            continue;
        Project next = *changed;
        keepPairsEqual(project, next);
        CutEffort quick; // whether it cures is asked, not how cheaply it can be sawn
        quick.tries = 4;
        const Outcome o = outcomeOf(finding, before, plan(next, shop, catalog, &earlier, quick));
        if (!o.helps)
            continue;
        Remedy shown = r;
        shown.brings = o.brings;
        (o.cures ? cures : helps).push_back(std::move(shown));
    }
    cures.insert(cures.end(), std::make_move_iterator(helps.begin()), std::make_move_iterator(helps.end()));
    return cures;
}

namespace {

/// About what planning a project once more asks for; a usual piece counts one.
double sizeOf(const Project& p) {
    std::size_t things = 0;
    std::size_t onWalls = 0;
    for (const auto& piece : p.pieces)
        things += piece.load.items.size();
    for (const auto& w : p.walls)
        onWalls += w.obstacles.size() + w.furniture.size() + w.studs.size();
    return static_cast<double>(p.pieces.size()) + static_cast<double>(things) / 8 +
           static_cast<double>(onWalls) / 30;
}

/// How many remedies of a whole project are tried: each costs a plan, and there are more of them the larger
/// it is. A flat has them all tried, a warehouse none.
std::size_t trialsFor(const Project& p) {
    const double size = std::max(1.0, sizeOf(p));
    return size > 100 ? 0 : static_cast<std::size_t>(40'000 / (size * size));
}

} // namespace

void keepCures(const Project& project, const Shop& shop, const Catalog& catalog, Plan& plan) {
    std::size_t left = trialsFor(project);
    std::vector<std::vector<Remedy>> cures;
    for (const auto& f : plan.findings) { // worst first
        const bool affordable = f.remedies.size() <= left;
        left -= affordable ? f.remedies.size() : left;
        cures.push_back(affordable ? remediesThatCure(f, project, plan, shop, catalog)
                                   : std::vector<Remedy>());
    }
    for (std::size_t i = 0; i < cures.size(); ++i)
        plan.findings[i].remedies = std::move(cures[i]);
}

} // namespace owl
