// Findings about wood and finish: what concerns all pieces together.
#include "measure/words.h"
#include "plan/finding_edits.h"
#include "plan/findings.h"

#include <algorithm>
#include <fmt/format.h>
#include <set>

namespace owl {
namespace {

/// Thicknesses the stock has in a species, smallest first.
std::set<Length> thicknesses(const Plan& plan, const std::string& species) {
    std::set<Length> out;
    for (const auto& s : plan.stock)
        if (s.species == species)
            out.insert(s.thickness);
    return out;
}

void noStockRemedies(const Project& project, const Plan& plan, const CutPart& part, Finding& f) {
    const std::string pieceId = part.id.substr(0, part.id.find('/'));
    Length nearest;
    for (Length t : thicknesses(plan, part.material))
        if (nearest == Length() || abs(t - part.thickness) < abs(nearest - part.thickness))
            nearest = t;
    if (nearest > Length())
        f.remedies.push_back(editLedge(
            "Use " + formatLength(nearest, project.style) + " boards", pieceId,
            [was = part.thickness, nearest](LedgeParams& l) {
                for (Length* t : {&l.baseThickness, &l.backThickness, &l.lipThickness, &l.capThickness})
                    if (*t == was)
                        *t = nearest;
            }));
    for (const auto& s : plan.stock) {
        if (s.thickness != part.thickness || s.species == part.material)
            continue;
        const Species* wood = catalog().findSpecies(s.species);
        f.remedies.push_back(editLedge("Make it of " + (wood ? wood->name : s.species), pieceId,
                                       [id = s.species](LedgeParams& l) { l.species = id; }));
        break;
    }
}

void woodFindings(const Project& project, const Plan& plan, std::vector<Finding>& out) {
    std::set<std::string> said;
    for (const auto& u : plan.cut.unplaced) {
        const auto part = std::find_if(plan.cutJob.parts.begin(), plan.cutJob.parts.end(),
                                       [&](const CutPart& p) { return p.id == u.part; });
        if (part == plan.cutJob.parts.end())
            continue;
        const std::string size = formatLength(part->thickness, project.style);
        const Species* wood = catalog().findSpecies(part->material);
        const std::string name = wood ? wood->name : part->material;
        if (u.reason == UnplacedReason::noStock) {
            if (!said.insert(name + size).second)
                continue;
            auto& f = addFinding(out, "no_stock", Severity::blocks, "wood", "No such board",
                                 fmt::format("Neither rack nor shop has {} {} thick.", name, size));
            f.piece = u.part.substr(0, u.part.find('/'));
            noStockRemedies(project, plan, *part, f);
        } else if (u.reason == UnplacedReason::tooLarge) {
            auto& f = addFinding(out, "part_too_large", Severity::blocks, "wood", "No board is large enough",
                                 fmt::format("The {} needs {} × {}; no {} board of {} is that long and wide.",
                                             plan.partName(u.part), formatLength(part->length, project.style),
                                             formatLength(part->width, project.style), name, size));
            f.piece = u.part.substr(0, u.part.find('/'));
        } else {
            addFinding(out, "not_enough", Severity::blocks, "wood", "Not enough wood",
                       fmt::format("{} × {} find no board: what fits is limited and used up.", u.quantity,
                                   plan.partName(u.part)));
        }
    }
    if (project.wood.targetPrice > 0 && plan.cost > project.wood.targetPrice)
        addFinding(
            out, "over_target", Severity::notes, "wood", "More than the target price",
            fmt::format("It comes to {:.2f}; the target was {:.2f}.", plan.cost, project.wood.targetPrice));
}

} // namespace

void findAboutProject(const Project& project, const Plan& plan, std::vector<Finding>& out) {
    if (project.pieces.empty())
        addFinding(out, "empty", Severity::notes, "piece", "Nothing planned yet", "Add a piece to begin.");
    woodFindings(project, plan, out);
    for (const auto& w : plan.finish.warnings)
        addFinding(out, "finish", Severity::warns, "build", "Finish", w);
    if (!parseClock(project.finish.start))
        addFinding(out, "finish_start", Severity::blocks, "build", "When does finishing start?",
                   fmt::format("\"{}\" is not a date and time; type for example 2026-03-07T09:00.",
                               project.finish.start));
}

} // namespace owl
