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
    const SupportVerdict* h = pp ? pp->hold() : nullptr;
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
        if (!is.held) // what was weak is not there any more: no screw is long enough, say
            out.helps = out.cures = false;
        else
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

// Measured, in microseconds: what is looked at in every plan, a piece taken over, a piece planned whose beams
// cost nothing, how much of planning the beams of a large one are, a thing on a wall.
constexpr double always = 1500, takenOver = 400, planned = 2500, beams = 2, onWall = 10;

double costOf(const PiecePlan& piece) {
    return planned + beams * piece.effort;
}

/// About how long it takes to plan once more with a remedy of this finding, in microseconds: its piece anew,
/// or all on its wall; the others are taken over, and everything is looked at.
double costOf(const Finding& finding, const Project& project, const Plan& plan) {
    double cost = always;
    for (std::size_t i = 0; i < plan.pieces.size() && i < project.pieces.size(); ++i) {
        const Piece& piece = project.pieces[i];
        const bool anew = piece.place.follow.how != FollowHow::none || // it may go where another goes
                          (finding.piece.empty() ? finding.wall.empty() || piece.wall == finding.wall
                                                 : plan.pieces[i].id == finding.piece);
        cost += takenOver + (anew ? costOf(plan.pieces[i]) : 0);
    }
    for (const auto& w : project.walls)
        cost += onWall * static_cast<double>(w.studs.size() + w.obstacles.size() + w.openings.size() +
                                             w.oddMarks.size() + w.proposed.size() + w.furniture.size());
    return cost;
}

} // namespace

void keepCures(const Project& project, const Shop& shop, const Catalog& catalog, Plan& plan) {
    // Plan and remedies together stay within two seconds, on two cores.
    double planning = 0;
    for (const auto& p : plan.pieces)
        planning += costOf(p) / 2;
    const double affordable = std::clamp(1'800'000 - planning, 0.0, 1'000'000.0);
    double spent = 0;
    std::vector<std::vector<Remedy>> cures;
    for (auto& f : plan.findings) { // worst first
        const double cost = costOf(f, project, plan) * static_cast<double>(f.remedies.size());
        const bool tried = f.remedies.empty() || spent + cost <= affordable;
        f.untried = tried ? 0 : f.remedies.size();
        spent += tried ? cost : 0;
        cures.push_back(tried ? remediesThatCure(f, project, plan, shop, catalog) : std::vector<Remedy>());
    }
    for (std::size_t i = 0; i < cures.size(); ++i)
        plan.findings[i].remedies = std::move(cures[i]);
}

} // namespace owl
