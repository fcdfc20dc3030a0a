#include "finish/schedule.h"

#include <array>
#include <chrono>
#include <cmath>
#include <cstdio>
#include <fmt/format.h>

namespace owl {
namespace {

using namespace std::chrono;

/// The compatibility table names families; coats name products.
std::string family(const std::string& id) {
    if (id.starts_with("hardwax"))
        return "hardwax";
    if (id.starts_with("oil_blo") || id.starts_with("oil_tung"))
        return "drying_oil";
    if (id == "knot_sealer")
        return "shellac";
    return id;
}

/// The next moment at or after t inside the working day that leaves time to finish.
ClockTime workable(ClockTime t, int begins, int ends, ClockTime duration) {
    const ClockTime day = 24 * 60;
    for (int guard = 0; guard < 4; ++guard) {
        const ClockTime midnight = (t / day) * day;
        const ClockTime open = midnight + begins * 60;
        const ClockTime close = midnight + ends * 60;
        if (t < open)
            t = open;
        if (t + std::min<ClockTime>(duration, (ends - begins) * 60) <= close)
            return t;
        t = midnight + day + begins * 60;
    }
    return t;
}

FinishStep sandingStep(const FinishInput& in, const Catalog& c) {
    FinishStep s;
    s.id = "sand";
    s.name = "Sand";
    const std::string first = in.coats.empty() ? "hardwax_1" : in.coats.front().first;
    const bool stained = first == "cond_oil" || first == "oil_stain";
    const bool painted = first == "knot_sealer" || first == "primer_wb";
    const std::string grits = c.sandingSequence("retail_planed",
                                                stained   ? "oil_stain"
                                                : painted ? "paint"
                                                          : "hardwax",
                                                in.softwood);
    s.text = grits + ", along the grain; break the edges by hand; vacuum and wipe off the dust.";
    s.start = workable(in.start, in.dayBegins, in.dayEnds, 30);
    s.end = s.start + static_cast<ClockTime>(std::ceil(10 + in.area * c.minutes("sand_m2")));
    s.readyAt = s.end;
    s.cautions = c.cautionsFor("sanding");
    return s;
}

} // namespace

std::optional<ClockTime> parseClock(const std::string& text) {
    int y = 0;
    int mo = 0;
    int d = 0;
    int h = 0;
    int mi = 0;
    char sep = 0;
    char extra = 0;
    if (std::sscanf(text.c_str(), "%4d-%2d-%2d%c%2d:%2d%c", &y, &mo, &d, &sep, &h, &mi, &extra) != 6 ||
        (sep != 'T' && sep != ' '))
        return std::nullopt;
    const year_month_day date{year(y), month(static_cast<unsigned>(mo)), day(static_cast<unsigned>(d))};
    if (mo < 1 || d < 1 || !date.ok() || y < 1970 || y > 2200 || h < 0 || h > 23 || mi < 0 || mi > 59)
        return std::nullopt;
    return static_cast<ClockTime>(sys_days(date).time_since_epoch().count()) * 1440 + h * 60 + mi;
}

std::string clockText(ClockTime t) {
    static constexpr std::array days{"Sun", "Mon", "Tue", "Wed", "Thu", "Fri", "Sat"};
    static constexpr std::array months{"Jan", "Feb", "Mar", "Apr", "May", "Jun",
                                       "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"};
    const sys_days when{std::chrono::days(t / 1440)};
    const year_month_day date{when};
    const auto minute = t % 1440;
    return fmt::format("{} {} {} {:02}:{:02}", days.at(weekday(when).c_encoding()),
                       static_cast<unsigned>(date.day()), months.at(static_cast<unsigned>(date.month()) - 1),
                       minute / 60, minute % 60);
}

std::string clockIso(ClockTime t) {
    const year_month_day date{sys_days{std::chrono::days(t / 1440)}};
    return fmt::format("{:04}-{:02}-{:02}T{:02}:{:02}", static_cast<int>(date.year()),
                       static_cast<unsigned>(date.month()), static_cast<unsigned>(date.day()), t % 1440 / 60,
                       t % 60);
}

std::vector<std::pair<std::string, int>> coatsFor(const std::string& school, const Species& wood) {
    std::vector<std::pair<std::string, int>> out;
    if (school == "stain") {
        if (wood.blotches)
            out.emplace_back("cond_oil", 1);
        out.emplace_back("oil_stain", 1);
        out.emplace_back("poly_oil", 2);
    } else if (school == "paint") {
        if (wood.resinous)
            out.emplace_back("knot_sealer", 2);
        out.emplace_back("primer_wb", 2);
        out.emplace_back("paint_wb", 2);
    } else {
        out.emplace_back("hardwax_1", 2);
    }
    return out;
}

FinishPlan scheduleFinish(const FinishInput& in, const Catalog& catalog) {
    FinishPlan plan;
    plan.steps.push_back(sandingStep(in, catalog));
    std::string under = "bare";
    double cure = 0;
    double touch = 0;
    for (const auto& [id, count] : in.coats) {
        const FinishKind* f = catalog.findFinish(id);
        if (!f) {
            plan.warnings.push_back(fmt::format("The finish \"{}\" is not in the catalogue.", id));
            continue;
        }
        const std::string code =
            id == "cond_oil" || under == "cond_oil" ? "Y" : catalog.over(under, family(id));
        if (code == "N")
            plan.warnings.push_back(fmt::format(
                "{} does not hold over {}: sand to bare wood or choose another.", f->name, under));
        if (code == "T" || code == "B")
            plan.warnings.push_back(
                fmt::format("{} over {}: try it on an offcut first{}.", f->name, under,
                            code == "B" ? ", with a coat of dewaxed shellac between" : ""));
        if (code == "D") // a long dry before a coat of another family
            plan.steps.back().readyAt = std::max(plan.steps.back().readyAt, plan.steps.back().end + 24 * 60);
        for (int coat = 1; coat <= count; ++coat) {
            FinishStep s;
            s.id = fmt::format("{}-{}", id, coat);
            s.finish = id;
            s.name = count > 1 ? fmt::format("{}, coat {} of {}", f->name, coat, count) : f->name;
            const auto work = static_cast<ClockTime>(std::ceil(
                catalog.minutes("coat_setup") + in.area * catalog.minutes("coat_m2") + f->wipeMinutes));
            s.start = workable(plan.steps.back().readyAt, in.dayBegins, in.dayEnds, work);
            s.end = s.start + work;
            s.readyAt = s.end + static_cast<ClockTime>(std::llround(f->recoatMinH * 60));
            s.litres = f->coverage > 0 ? in.area / f->coverage : 0;
            const bool sandBetween = f->sandBetween != "none" && !f->sandBetween.empty() && coat > 1;
            s.text = fmt::format("{}{}{}", sandBetween ? "First sand " + f->sandBetween + ". " : "",
                                 f->tools.empty() ? "" : "With " + f->tools + ". ", f->note);
            if (!f->warning.empty())
                s.cautions.push_back(f->warning);
            plan.steps.push_back(std::move(s));
            // The oil conditioner works only while it is fresh.
            if (under == "cond_oil" && plan.steps.back().start - plan.steps[plan.steps.size() - 2].end > 120)
                plan.warnings.push_back("More than two hours pass between conditioner and stain: put on "
                                        "another coat of conditioner first.");
            under = coat == count ? family(id) : under;
        }
        cure = f->cureDays;
        touch = f->touchDryH;
    }
    const FinishStep& last = plan.steps.back();
    plan.hangAt = std::max(last.readyAt, last.end + static_cast<ClockTime>(std::llround(touch * 60 * 2)));
    plan.fullUseAt = last.end + static_cast<ClockTime>(std::llround(cure * 1440));
    return plan;
}

} // namespace owl
