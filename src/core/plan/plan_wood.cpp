#include "plan/plan_wood.h"

#include "cutting/together.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <set>

namespace owl {
namespace {

/// Boards of project and shop; the project's own replace the shop's of the same id.
std::vector<StockItem> gatherStock(const PlanInputs& in) {
    const WoodChoice& wood = in.project.wood;
    std::vector<StockItem> out;
    if (!wood.onlyOwn)
        for (const auto& s : in.shop.stock) {
            const bool replaced = std::any_of(wood.boards.begin(), wood.boards.end(),
                                              [&](const StockItem& b) { return b.id == s.id; });
            if (!replaced && !wood.leftOut.contains(s.id))
                out.push_back(s);
        }
    for (const auto& b : wood.boards)
        if (!wood.leftOut.contains(b.id))
            out.push_back(b);
    return out;
}

/// The parts of one board that a piece asks for, named by the piece; empty for the others.
std::string togetherWord(const PiecePlan& pp, const std::string& part) {
    for (const auto& g : pp.assembly().together)
        if (std::find(g.parts.begin(), g.parts.end(), part) != g.parts.end())
            return pp.id;
    return {};
}

void addParts(const PlanInputs& in, const Plan& plan, CutJob& job) {
    for (std::size_t i = 0; i < plan.pieces.size(); ++i) {
        const Piece& piece = in.project.pieces[i];
        const std::string& species = speciesOf(piece.params);
        for (const auto& p : plan.pieces[i].assembly().parts) {
            if ((p.stock != Stock::board && p.stock != Stock::sheet) || p.length <= Length() ||
                p.width <= Length() || p.thickness <= Length())
                continue;
            const Species* sheet = p.stock == Stock::sheet ? in.catalog.findSpecies(p.material) : nullptr;
            job.parts.push_back({plan.pieces[i].id + "/" + p.id,
                                 sheet ? p.material : cutMaterial(in.project, species, p.width), p.thickness,
                                 (p.turnedOut > Length() ? p.turnedOut : p.length) + p.allowance,
                                 p.width + p.allowance, p.quantity, sheet && !sheet->grained,
                                 togetherWord(plan.pieces[i], p.id)});
        }
    }
}

/// Usable lengths: what each kind of board loses at its ends is taken off here, so the job itself trims
/// nothing.
void addStock(const PlanInputs& in, const Plan& plan, CutJob& job) {
    std::set<std::pair<std::string, std::int64_t>> needed;
    std::set<Length> thicknesses; // most of a shop is of another thickness: not looked at any closer
    for (const auto& p : job.parts) {
        needed.insert({p.material, p.thickness.nm()});
        thicknesses.insert(p.thickness);
    }
    for (const auto& s : plan.stock) {
        if (!thicknesses.contains(s.thickness))
            continue;
        const bool sheet = isSheet(s);
        const std::string material = sheet ? s.species : cutMaterial(in.project, s.species, s.width);
        const Length lost = endTrimOf(in.project, s) * 2;
        const Length usable = s.length - lost;
        const Length wide = sheet ? s.width - lost : s.width;
        if (needed.contains({material, s.thickness.nm()}) && usable > Length() && wide > Length())
            job.stock.push_back({s.id, material, s.thickness, sheet, usable, wide,
                                 std::llround(boardPrice(in.project, s) * 1e6), s.available});
    }
}

SequenceInput sequenceInput(const PlanInputs& in, const Plan& plan) {
    SequenceInput out;
    out.nameOf = [&plan](const std::string& id) { return plan.partName(id); };
    std::set<std::string> inJob;
    for (const auto& s : plan.cutJob.stock)
        inJob.insert(s.id);
    for (const auto& s : plan.stock)
        if (inJob.contains(s.id))
            out.trim[s.id] = endTrimOf(in.project, s);
    out.shopRips = in.project.wood.ripping == Ripping::shop;
    return out;
}

} // namespace

double boardPrice(const Project& project, const StockItem& s) {
    return s.rack && !project.wood.rackCosts ? 0 : s.price;
}

bool isSheet(const StockItem& s) {
    const Species* wood = catalog().findSpecies(s.species);
    return wood && wood->sheet;
}

// Factory edges of sheets are bruised: 5 to 10 mm come off before they count (reference data 2c).
Length endTrimOf(const Project& project, const StockItem& s) {
    return s.endTrim.value_or(isSheet(s) ? 5_mm : project.wood.endTrim);
}

std::string cutMaterial(const Project& project, const std::string& species, Length width) {
    return project.wood.ripping == Ripping::none ? fmt::format("{} {} mm wide", species, width.mm())
                                                 : species;
}

std::size_t shopCuts(const Plan& plan) {
    return static_cast<std::size_t>(
        std::count_if(plan.sequence.begin(), plan.sequence.end(), [](const SawCut& c) { return c.atShop; }));
}

void planWood(const PlanInputs& in, const Earlier* earlier, const CutEffort& effort, Plan& plan) {
    plan.stock = gatherStock(in);
    CutJob& job = plan.cutJob;
    job.kerf = in.project.wood.kerf;
    addParts(in, plan, job);
    addStock(in, plan, job);
    plan.cutMemo = earlier && earlier->plan.cutMemo ? earlier->plan.cutMemo : std::make_shared<GroupMemo>();
    if (earlier && earlier->plan.cutJob == job) {
        plan.cut = earlier->plan.cut;
        plan.apart = earlier->plan.apart;
    } else {
        CutEffort knowing = effort;
        knowing.memo = plan.cutMemo;
        plan.cut = solveTogether(job, knowing, plan.apart);
    }
    plan.sequence = cutSequence(job, plan.cut, sequenceInput(in, plan));
}

} // namespace owl
