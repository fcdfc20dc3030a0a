#include "cutting/together.h"

#include <algorithm>
#include <map>

namespace owl {
namespace {

const std::string mark = "together:";

struct Bundle {
    std::vector<const CutPart*> parts;
    CutPart strip;
};

std::map<std::string, Bundle> bundles(const CutJob& job) {
    std::map<std::string, Bundle> out;
    for (const auto& p : job.parts)
        if (!p.together.empty() && p.quantity == 1)
            out[p.together].parts.push_back(&p);
    std::erase_if(out, [](const auto& b) { return b.second.parts.size() < 2; });
    for (auto& [word, b] : out) {
        b.strip = *b.parts.front();
        b.strip.id = mark + word;
        b.strip.width = Length();
        b.strip.mayRotate = false;
        for (const CutPart* p : b.parts) {
            b.strip.length = std::max(b.strip.length, p->length);
            b.strip.width += p->width + (p == b.parts.front() ? Length() : job.kerf);
        }
    }
    return out;
}

bool sameWood(const Bundle& b) {
    return std::all_of(b.parts.begin(), b.parts.end(), [&](const CutPart* p) {
        return p->material == b.strip.material && p->thickness == b.strip.thickness;
    });
}

bool fitsSome(const CutJob& job, const CutPart& p) {
    return std::any_of(job.stock.begin(), job.stock.end(), [&](const CutStock& s) {
        return s.material == p.material && s.thickness == p.thickness && p.length <= job.usableLength(s) &&
               p.width <= job.usableWidth(s) && s.available.value_or(1) > 0;
    });
}

} // namespace

CutJob bundled(const CutJob& job, std::vector<std::string>& apart) {
    CutJob out = job;
    for (const auto& [word, b] : bundles(job)) {
        if (!sameWood(b) || !fitsSome(job, b.strip)) {
            apart.push_back(word);
            continue;
        }
        std::erase_if(out.parts, [&w = word](const CutPart& p) { return p.together == w; });
        out.parts.push_back(b.strip);
    }
    return out;
}

CutPlan unbundled(const CutJob& job, CutPlan plan) {
    const auto all = bundles(job);
    const auto bundleOf = [&](const std::string& part) -> const Bundle* {
        const auto it = part.starts_with(mark) ? all.find(part.substr(mark.size())) : all.end();
        return it == all.end() ? nullptr : &it->second;
    };
    for (auto& board : plan.boards) {
        std::vector<Placed> placed;
        for (const auto& p : board.placed) {
            const Bundle* b = bundleOf(p.part);
            if (!b) {
                placed.push_back(p);
                continue;
            }
            Length y = p.y;
            for (const CutPart* part : b->parts) {
                placed.push_back({part->id, p.x, y, part->length, part->width, false});
                y += part->width + job.kerf;
            }
        }
        board.placed = std::move(placed);
    }
    std::vector<Unplaced> open;
    for (const auto& u : plan.unplaced) {
        if (const Bundle* b = bundleOf(u.part))
            for (const CutPart* part : b->parts)
                open.push_back({part->id, u.quantity, u.reason});
        else
            open.push_back(u);
    }
    plan.unplaced = std::move(open);
    return plan;
}

CutPlan rackFirst(const CutJob& job, const CutEffort& effort) {
    CutPlan freely = solveCutJob(job, effort);
    CutJob rack = job;
    std::erase_if(rack.stock, [](const CutStock& s) { return s.price > 0 || !s.available; });
    if (rack.stock.empty() || freely.cost == 0)
        return freely;
    CutPlan first = solveCutJob(rack, effort);
    if (first.boards.empty())
        return freely;
    CutJob rest = job;
    for (auto& p : rest.parts) {
        p.quantity = 0;
        for (const auto& u : first.unplaced)
            if (u.part == p.id)
                p.quantity += u.quantity;
    }
    for (auto& s : rest.stock)
        for (const auto& b : first.boards)
            if (b.stock == s.id && s.available)
                s.available = *s.available - b.repeat;
    CutPlan then = solveCutJob(rest, effort);
    if (then.cost > freely.cost || then.unplaced.size() > freely.unplaced.size() ||
        (!freely.unplaced.empty() && then.cost < freely.cost))
        return freely;
    first.boards.insert(first.boards.end(), then.boards.begin(), then.boards.end());
    first.unplaced = then.unplaced;
    first.cost = then.cost;
    first.lowerBound = std::min(first.cost, freely.lowerBound);
    first.certificate = freely.certificate;
    first.status = !first.unplaced.empty()          ? CutStatus::infeasible
                   : first.cost == first.lowerBound ? CutStatus::optimal
                                                    : CutStatus::feasible;
    first.provenAsAsked = first.status == CutStatus::optimal;
    return faultIn(job, first).empty() ? first : freely;
}

CutPlan solveTogether(const CutJob& job, const CutEffort& effort, std::vector<std::string>& apart) {
    const CutJob strips = bundled(job, apart);
    if (strips == job)
        return rackFirst(job, effort);
    CutPlan plan = unbundled(job, rackFirst(strips, effort));
    // Of the parts one by one only the bound is wanted, which no search makes better.
    CutEffort bound = effort;
    bound.tries = 0;
    bound.progress = nullptr;
    const CutPlan free = solveCutJob(job, bound);
    plan.lowerBound = std::min(plan.cost, free.lowerBound);
    plan.certificate = free.certificate;
    // provenAsAsked is that of the strips; 'optimal' is said only where nothing at all is cheaper.
    if (plan.unplaced.empty())
        plan.status = plan.cost == plan.lowerBound ? CutStatus::optimal : CutStatus::feasible;
    return plan;
}

} // namespace owl
