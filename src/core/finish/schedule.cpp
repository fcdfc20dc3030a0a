#include "finish/schedule.h"

#include <algorithm>
#include <array>
#include <chrono>
#include <cmath>
#include <fmt/format.h>
#include <string_view>

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

/// A task waiting for its turn. `with`: how many of the following belong to the same day.
struct Task {
    FinishStep step;
    ClockTime work = 0, wait = 0;
    std::size_t with = 0;
};
/// Tasks one after another: a piece being built, or one recipe.
struct Chain {
    std::vector<Task> tasks;
    std::size_t next = 0;
    ClockTime readyAt = 0;
    [[nodiscard]] bool done() const { return next >= tasks.size(); }
    /// Hands-on time and the waits between for the next task and those that stay with it.
    [[nodiscard]] ClockTime span() const {
        ClockTime out = 0;
        for (std::size_t i = next; i <= next + tasks[next].with && i < tasks.size(); ++i)
            out += tasks[i].work + (i < next + tasks[next].with ? tasks[i].wait : 0);
        return out;
    }
};

std::string number(double v) {
    return fmt::format("{:g}", v);
}

/// Makes the chain of one recipe.
class CoatChain {
  public:
    CoatChain(const FinishJob& job, const Catalog& c, std::vector<std::string>& warnings)
        : job_(job), c_(c), warnings_(warnings) {}

    Chain run() {
        sanding();
        for (const auto& coat : coatsOn(job_)) {
            const FinishKind* f = c_.findFinish(coat.product);
            if (!f) {
                warnings_.push_back(fmt::format("The finish \"{}\" is not in the catalogue.", coat.product));
                continue;
            }
            over(*f);
            for (int n = 1; n <= coat.number; ++n)
                add(coat, *f, n);
            under_ = f->id;
        }
        pairs();
        return std::move(chain_);
    }

    [[nodiscard]] double cureDays() const { return cure_; }
    [[nodiscard]] double touchHours() const { return touch_; }

  private:
    void sanding() {
        Task t;
        t.step.id = job_.recipe.id + "/sand";
        t.step.name = "Sand" + place();
        t.step.recipe = job_.recipe.id;
        const std::string table = c_.sandingSequence("retail_planed", job_.recipe.lastGrit, job_.softwood);
        const std::string grits = !table.empty()                 ? table
                                  : job_.recipe.lastGrit.empty() ? std::string("P120 -> P180")
                                                                 : "P120 -> " + job_.recipe.lastGrit;
        t.step.text = grits + ", along the grain; break the edges by hand; vacuum and wipe off the dust.";
        for (const auto& m : job_.masks)
            t.step.text += " Mask the border of " + m + " with tape, pressed down well.";
        t.step.cautions = c_.cautionsFor("sanding");
        t.work = static_cast<ClockTime>(std::ceil(10 + job_.area * c_.minutes("sand_m2")));
        chain_.tasks.push_back(std::move(t));
    }

    [[nodiscard]] std::string place() const { return job_.where.empty() ? "" : ": " + job_.where; }

    /// What the table says about this product over the one below.
    void over(const FinishKind& f) {
        const bool conditioned = conditioner(under_);
        const std::string code =
            conditioner(f.id) || conditioned ? "Y" : c_.over(family(under_), family(f.id));
        const FinishKind* below = c_.findFinish(under_);
        const std::string name = below ? below->name : "bare wood";
        if (code == "N")
            warnings_.push_back(
                fmt::format("{} does not hold over {}: sand to bare wood or choose another.", f.name, name));
        if (code == "T" || code == "B")
            warnings_.push_back(fmt::format("{} over {}: try it on an offcut first{}.", f.name, name,
                                            code == "B" ? ", with a coat of dewaxed shellac between" : ""));
        if (code == "D") // a long dry before a coat of another family
            chain_.tasks.back().wait = std::max<ClockTime>(chain_.tasks.back().wait, 24 * 60);
    }

    static bool conditioner(const std::string& id) { return id.starts_with("cond_"); }

    void add(const FinishCoat& coat, const FinishKind& f, int n) {
        Task t;
        t.step.id = fmt::format("{}/{}-{}", job_.recipe.id, f.id, n);
        t.step.finish = f.id;
        t.step.recipe = job_.recipe.id;
        t.step.name = f.name + (coat.sheen.empty() ? "" : ", " + coat.sheen) +
                      (coat.number > 1 ? fmt::format(", coat {} of {}", n, coat.number) : "") + place();
        const double dwell = coat.dwellMin.value_or(f.wipeMinutes);
        t.step.text = text(coat, f, n);
        t.work = static_cast<ClockTime>(
            std::ceil(c_.minutes("coat_setup") + job_.area * c_.minutes("coat_m2") + dwell));
        t.wait = static_cast<ClockTime>(std::llround(coat.waitH.value_or(f.recoatMinH) * 60));
        t.step.litres = f.coverage > 0 ? job_.area / f.coverage : 0;
        if (!f.warning.empty())
            t.step.cautions.push_back(f.warning);
        cure_ = f.cureDays;
        touch_ = f.touchDryH;
        chain_.tasks.push_back(std::move(t));
    }

    /// Sanding between, stirring, how it goes on, how long it stays before it is wiped off: at the act.
    [[nodiscard]] std::string text(const FinishCoat& coat, const FinishKind& f, int n) const {
        std::string out;
        const bool between =
            !coat.grit.empty() || (n > 1 && f.sandBetween != "none" && !f.sandBetween.empty());
        if (between)
            out += "First sand lightly: " + (coat.grit.empty() ? f.sandBetween : coat.grit) +
                   "; wipe off the dust. ";
        out += "Stir it from the bottom, do not shake. ";
        static constexpr std::array<std::pair<const char*, const char*>, 4> manners{
            {{"brush", "Brush it on thinly along the grain, tipping off from end to end. "},
             {"wipe", "Wipe it on thinly with a lint-free cloth, along the grain. "},
             {"roll", "Roll it on with a short-napped roller, then tip off with a brush. "},
             {"spray", "Spray it in thin crossing passes. "}}};
        const auto known = std::find_if(manners.begin(), manners.end(),
                                        [&](const auto& m) { return coat.manner == m.first; });
        if (known != manners.end())
            out += known->second;
        else if (!f.tools.empty())
            out += "With " + f.tools + ". ";
        if (coat.dwellMin)
            out += *coat.dwellMin > 0
                       ? fmt::format("Leave it {} minutes, then wipe off all that has not gone in. ",
                                     number(*coat.dwellMin))
                       : "";
        else if (f.wipeMinutes > 0)
            out += fmt::format("Leave it {} to {} minutes, then wipe off all that has not gone in. ",
                               number(f.wipeLeast), number(f.wipeMinutes));
        out += f.note;
        while (!out.empty() && out.back() == ' ')
            out.pop_back();
        if (!out.empty() && out.back() != '.')
            out += '.';
        return out;
    }

    /// A conditioner works only while it is fresh: it stays on one day with what comes next.
    void pairs() {
        for (std::size_t i = 0; i + 1 < chain_.tasks.size(); ++i)
            if (conditioner(chain_.tasks[i].step.finish))
                chain_.tasks[i].with = 1;
    }

    const FinishJob& job_;
    const Catalog& c_;
    std::vector<std::string>& warnings_;
    Chain chain_;
    std::string under_ = "bare";
    double cure_ = 0, touch_ = 0;
};

/// One pair of hands and the clock.
class Clock {
  public:
    Clock(const FinishInput& in, FinishPlan& plan) : in_(in), plan_(plan), now_(in.start) {}

    /// Works the chains off: always the one that can go on first.
    void work(std::vector<Chain>& chains) {
        for (;;) {
            Chain* best = nullptr;
            ClockTime at = 0;
            for (auto& c : chains) {
                if (c.done())
                    continue;
                const ClockTime start =
                    workable(std::max(c.readyAt, now_), in_.dayBegins, in_.dayEnds, c.span());
                if (!best || start < at) {
                    best = &c;
                    at = start;
                }
            }
            if (!best)
                return;
            doNext(*best, at);
        }
    }
    [[nodiscard]] ClockTime now() const { return now_; }

  private:
    void doNext(Chain& c, ClockTime at) {
        const std::size_t end = c.next + c.tasks[c.next].with;
        if (c.span() > (in_.dayEnds - in_.dayBegins) * 60)
            plan_.warnings.push_back(
                fmt::format("\"{}\" takes longer than a working day of {} hours; it runs on.",
                            c.tasks[c.next].step.name, in_.dayEnds - in_.dayBegins));
        for (; c.next <= end && !c.done(); ++c.next) {
            Task& t = c.tasks[c.next];
            t.step.start = std::max(at, c.readyAt);
            t.step.end = t.step.start + t.work;
            t.step.readyAt = t.step.end + t.wait;
            c.readyAt = t.step.readyAt;
            at = now_ = t.step.end;
            plan_.steps.push_back(t.step);
        }
    }

    const FinishInput& in_;
    FinishPlan& plan_;
    ClockTime now_;
};

} // namespace

std::optional<ClockTime> parseClock(const std::string& text) {
    // yyyy-mm-ddThh:mm, by hand: a fixed form needs no locale and no scanf.
    static constexpr std::string_view form = "0000-00-00T00:00";
    if (text.size() != form.size())
        return std::nullopt;
    for (std::size_t i = 0; i < form.size(); ++i) {
        const bool digit = text[i] >= '0' && text[i] <= '9';
        const bool same = text[i] == form[i] || (form[i] == 'T' && text[i] == ' ');
        if (form[i] == '0' ? !digit : !same)
            return std::nullopt;
    }
    const auto part = [&](std::size_t at, std::size_t n) {
        int v = 0;
        for (std::size_t i = at; i < at + n; ++i)
            v = v * 10 + (text[i] - '0');
        return v;
    };
    const int y = part(0, 4);
    const int h = part(11, 2);
    const int mi = part(14, 2);
    const year_month_day date{year(y), month(static_cast<unsigned>(part(5, 2))),
                              day(static_cast<unsigned>(part(8, 2)))};
    if (!date.ok() || y < 1970 || y > 2200 || h > 23 || mi > 59)
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

const FinishRecipe* knownRecipe(const Catalog& catalog, const std::string& id) {
    const auto it = std::find_if(catalog.finishSystems.begin(), catalog.finishSystems.end(),
                                 [&](const FinishRecipe& r) { return r.id == id; });
    return it == catalog.finishSystems.end() ? nullptr : &*it;
}

std::vector<FinishCoat> coatsOn(const FinishJob& job) {
    std::vector<FinishCoat> out;
    for (const auto& c : job.recipe.coats)
        if ((c.onlyOn != "blotching" || job.blotches) && (c.onlyOn != "resinous" || job.resinous))
            out.push_back(c);
    return out;
}

FinishPlan scheduleFinish(const FinishInput& in, const Catalog& catalog) {
    FinishPlan plan;
    Clock clock(in, plan);
    std::vector<Chain> builds;
    ClockTime ready = in.start;
    for (const auto& b : in.builds) {
        Chain c;
        c.readyAt = in.start;
        for (const auto& task : b.tasks) {
            Task t;
            t.step.id = task.id;
            t.step.step = task.id;
            t.step.piece = b.piece;
            t.step.name = (in.builds.size() > 1 ? b.name + ": " : "") + task.name;
            t.work = static_cast<ClockTime>(std::ceil(task.minutes));
            t.wait = static_cast<ClockTime>(std::ceil(task.waitMinutes));
            c.tasks.push_back(std::move(t));
        }
        builds.push_back(std::move(c));
    }
    clock.work(builds);
    for (const auto& c : builds)
        ready = std::max(ready, c.readyAt);

    std::vector<Chain> coats;
    std::vector<std::pair<double, double>> cure; // touch hours, cure days
    for (const auto& job : in.jobs) {
        CoatChain maker(job, catalog, plan.warnings);
        coats.push_back(maker.run());
        coats.back().readyAt = ready;
        cure.emplace_back(maker.touchHours(), maker.cureDays());
    }
    clock.work(coats);
    plan.hangAt = plan.fullUseAt = ready;
    // Wood glue has its strength after a day, however soon its clamps come off.
    constexpr ClockTime day = 1440;
    for (const auto& s : plan.steps)
        if (!s.step.empty() && s.readyAt > s.end)
            plan.fullUseAt = std::max(plan.fullUseAt, s.end + day);
    for (std::size_t i = 0; i < coats.size(); ++i) {
        if (coats[i].tasks.empty())
            continue;
        const FinishStep& last = [&]() -> const FinishStep& {
            return *std::find_if(plan.steps.rbegin(), plan.steps.rend(), [&](const FinishStep& s) {
                return s.recipe == in.jobs[i].recipe.id && s.step.empty();
            });
        }();
        plan.hangAt = std::max({plan.hangAt, last.readyAt,
                                last.end + static_cast<ClockTime>(std::llround(cure[i].first * 60 * 2))});
        plan.fullUseAt = std::max({plan.fullUseAt, plan.hangAt,
                                   last.end + static_cast<ClockTime>(std::llround(cure[i].second * 1440))});
    }
    return plan;
}

} // namespace owl
