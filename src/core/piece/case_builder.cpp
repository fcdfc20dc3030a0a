#include "piece/case_builder.h"

#include "joint/tongue.h"

#include "joint/let_in.h"
#include "joint/place.h"
#include "measure/words.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace owl {

std::vector<Bay> CaseBuilder::divide(Division d) {
    const Length clear = d.x1 - d.x0;
    Length used;
    for (Length w : d.widths)
        used += w + d.divider;
    if (!d.widths.empty() && used > clear - 20_mm) {
        problem("bays_too_wide", "bays",
                fmt::format("The bays and their dividers need {}; inside there are {}, and a last bay is "
                            "to be left.",
                            say(used), say(clear)))
            .cures = {{"Equal bays", {{"bays", nlohmann::ordered_json::array()}}},
                      to("Length", "length", d.length + used - clear + 120_mm)};
        d.widths.clear();
    }
    if (d.widths.empty())
        d.widths = equalBays(d);
    std::vector<Bay> out;
    Length x = d.x0;
    for (Length w : d.widths) {
        out.emplace_back(x, x + w);
        x += w + d.divider;
    }
    out.emplace_back(x, d.x1);
    return out;
}

std::vector<Length> CaseBuilder::equalBays(const Division& d) {
    const int n = std::clamp(d.dividers, 0, 60);
    const Length clear = d.x1 - d.x0;
    const Length each = (clear - d.divider * n) / (n + 1);
    if (n > 0 && each < 20_mm)
        problem("dividers_do_not_fit", "dividers",
                fmt::format("{} dividers of {} leave bays of {}.", n, say(d.divider),
                            say(std::max(Length(), each))))
            .cures = {
            {"Fewer dividers",
             {{"dividers",
               std::max(0, static_cast<int>((clear + d.divider).mm() / (100_mm + d.divider).mm()) - 1)}}},
            to("Length", "length", d.length + (100_mm - each) * (n + 1))};
    if (each < 20_mm)
        return {};
    // Each divider stands on a mark of the tape, 0.1 mm or 1/64 in: bays differ by one of them at most, and
    // no board between them has a length that nobody can set.
    const std::int64_t step = ctx_.units == "in" ? 396'875 : 100'000;
    const auto mark = [&](int i) {
        const double exact = static_cast<double>((clear - d.divider * n).nm()) * i / (n + 1);
        return Length::nm(std::llround(exact / static_cast<double>(step)) * step);
    };
    std::vector<Length> out;
    for (int i = 0; i < n; ++i)
        out.push_back(mark(i + 1) - mark(i));
    return out;
}

void CaseBuilder::let(const std::string& in, const std::string& of, const char* kind) {
    Part* wood = part(in);
    const Part* board = part(of);
    if (wood && board)
        letIn(*wood, *board, {.kind = kind}, ctx_);
}

bool CaseBuilder::firstTold() {
    return !std::exchange(wayTold_, true);
}

void CaseBuilder::tellWay(bool screws, const char* field, const std::string& where, const std::string& why) {
    if (firstTold())
        problem("no_" + where + (screws ? "screw" : "dowels"), field, why).cures = {
            {screws ? "Dowels instead" : "Screws instead", {{field, screws ? "dowels" : "screws"}}},
            {"Boards of " + say(18_mm), {{"thickness", 18.0}}}};
}

bool CaseBuilder::laidOut(Joint& j, const Joining& way, const char* field, const std::string& where) {
    const std::string why = meet(j, d_.assembly, way, ctx_, catalog_);
    if (!why.empty())
        tellWay(way.how == Joinery::screwsGlue, field, where, why);
    return why.empty() && way.how != Joinery::glue;
}

Joint CaseBuilder::named(std::string id, std::string first, std::string second, const char* kind) {
    Joint j;
    j.id = std::move(id);
    j.first = std::move(first);
    j.second = std::move(second);
    j.kind = kind;
    j.how = Joinery::glue;
    return j;
}

std::vector<Length> CaseBuilder::across(Length from, Length to) {
    const Joining usual;
    std::vector<Length> out;
    for (double at : evenly((to - from).mm(), usual.end.mm(), usual.spacing.mm()))
        out.push_back(from + Length::mm(at));
    return out;
}

std::vector<Vec3> CaseBuilder::wallScrews() const {
    std::vector<Vec3> out;
    for (const auto* all : {&ctx_.wallScrewsX, &ctx_.anchorsX})
        for (Length x : *all)
            out.push_back({x.mm(), 0, 0});
    return out;
}

void CaseBuilder::keep(Joint j) {
    if (j.how == Joinery::tongueGroove)
        cutTongue(d_.assembly, j, ctx_);
    placeClear(j, d_.assembly, catalog_, 15_mm);
    d_.assembly.joints.push_back(std::move(j));
}

void CaseBuilder::keepPlugged(Joint j, PlugWay plugs, const std::string& wood) {
    const std::string id = j.id;
    const bool screws = j.how == Joinery::screwsGlue && j.shows;
    keep(std::move(j));
    if (!screws || plugs == PlugWay::filled)
        return;
    const Joint& made = *d_.assembly.joint(id);
    const Screw* s = catalog_.findScrew(made.screwId);
    if (s && plugSink(s->countersink(), made.through.mm())) {
        d_.assembly.plugs = plugs;
        plugScrews(d_.assembly, id, s->plug, s->countersink(), wood);
    } else if (s && !std::exchange(plugsTold_, true)) {
        const Length need = Length::mm(std::ceil(2 * (s->countersink() + leastPlug)));
        problem("no_plugs", "plugs",
                fmt::format("{} of wood under the plugs is too little: they want boards of {}. The heads are "
                            "filled.",
                            say(made.through), say(need)),
                false)
            .cures = {{"Fill them", {{"plugs", "filled"}}},
                      {say(need) + " thick", {{"thickness", need.mm()}}}};
    }
}

void CaseBuilder::keepHoused(std::string id, const std::string& in, const std::string& board) {
    Joint j = named(std::move(id), in, board, "butt");
    meet(j, d_.assembly, {}, ctx_, catalog_);
    const bool housed = j.housing > Length();
    if (housed)
        j.kind = "housing";
    j.note = housed ? "A thin coat in the housing is enough; press it home, flush where it was marked."
                    : "Glue on end grain: it only keeps its place.";
    keep(std::move(j));
}

} // namespace owl
