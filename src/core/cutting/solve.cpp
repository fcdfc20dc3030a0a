#include "cutting/solve.h"

#include "cutting/exact.h"
#include "cutting/greedy.h"
#include "cutting/improve.h"
#include "measure/side_by_side.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <limits>
#include <map>
#include <mutex>
#include <numeric>
#include <tuple>
#include <unordered_map>

namespace owl {
namespace {

using GroupKey = std::pair<std::string, std::int64_t>;

bool fitsStock(const CutJob& job, const CutPart& p, const CutStock& s) {
    const Length L = job.usableLength(s);
    const Length W = job.usableWidth(s);
    if (L <= Length() || W <= Length())
        return false;
    return (p.length <= L && p.width <= W) || (p.mayRotate && p.width <= L && p.length <= W);
}

/// Splits the job; parts that fit nothing go to `unplaced` with their reason.
std::map<GroupKey, CutGroup> split(const CutJob& job, std::vector<Unplaced>& unplaced) {
    std::map<GroupKey, CutGroup> groups;
    using Size = std::tuple<std::string, std::int64_t, std::int64_t, std::int64_t, bool>;
    std::map<Size, std::size_t> kinds; // where parts of that size stand in their group
    for (const auto& p : job.parts) {
        if (p.quantity == 0)
            continue;
        bool any = false;
        bool fits = false;
        bool fitsAvailable = false;
        for (const auto& s : job.stock) {
            if (s.material != p.material || s.thickness != p.thickness)
                continue;
            any = true;
            if (!fitsStock(job, p, s))
                continue;
            fits = true;
            fitsAvailable = fitsAvailable || !s.available || *s.available > 0;
        }
        if (!any || !fits || !fitsAvailable) {
            unplaced.push_back({p.id, p.quantity,
                                !any    ? UnplacedReason::noStock
                                : !fits ? UnplacedReason::tooLarge
                                        : UnplacedReason::notEnoughStock});
            continue;
        }
        CutGroup& g = groups[{p.material, p.thickness.nm()}];
        g.kerf = job.kerf.nm();
        std::int64_t l = p.length.nm() + g.kerf;
        std::int64_t w = p.width.nm() + g.kerf;
        const bool rotate = p.mayRotate && l != w;
        const auto [at, fresh] =
            kinds.try_emplace({p.material, p.thickness.nm(), l, w, rotate}, g.kinds.size());
        if (fresh)
            g.kinds.push_back({{}, {}, l, w, rotate, 0});
        auto& kind = g.kinds[at->second];
        kind.ids.push_back(p.id);
        kind.quantities.push_back(p.quantity);
        kind.count += p.quantity;
    }
    for (auto& [key, g] : groups)
        for (const auto& s : job.stock)
            if (s.material == key.first && s.thickness.nm() == key.second && job.usableLength(s) > Length() &&
                job.usableWidth(s) > Length() && (!s.available || *s.available > 0))
                g.boards.push_back({&s, job.usableLength(s).nm() + g.kerf, job.usableWidth(s).nm() + g.kerf,
                                    s.price, s.available});
    return groups;
}

/// What is left around the placed pieces as rectangles worth keeping, found by following the saw cuts.
class Leftovers {
    /// Between more pieces than that on one board nothing is left that one would keep.
    static constexpr std::size_t mostFollowed = 1500;

  public:
    Leftovers(std::int64_t kerf, std::vector<Offcut>& out) : kerf_(kerf), out_(out) {}

    void find(const std::vector<GroupPlaced>& pieces, std::int64_t x, std::int64_t y, std::int64_t l,
              std::int64_t w) {
        if (l <= kerf_ || w <= kerf_)
            return;
        if (pieces.empty()) {
            keep(x, y, l, w);
            return;
        }
        // A trim cut that frees a remainder comes first if it frees the larger piece.
        std::int64_t right = 0;
        std::int64_t top = 0;
        for (const auto& p : pieces) {
            right = std::max(right, p.x + p.l);
            top = std::max(top, p.y + p.w);
        }
        const double byLength = static_cast<double>(x + l - right) * static_cast<double>(w);
        const double byWidth = static_cast<double>(y + w - top) * static_cast<double>(l);
        if (byLength > 0 && byLength >= byWidth) {
            keep(right, y, x + l - right, w);
            find(pieces, x, y, right - x, w);
            return;
        }
        if (byWidth > 0) {
            keep(x, top, l, y + w - top);
            find(pieces, x, y, l, top - y);
            return;
        }
        if (pieces.size() <= mostFollowed)
            separate(pieces, x, y, l, w);
    }

  private:
    void keep(std::int64_t x, std::int64_t y, std::int64_t l, std::int64_t w) {
        const Length realL = Length::nm(l - kerf_);
        const Length realW = Length::nm(w - kerf_);
        if (realL >= 150_mm && realW >= 25_mm)
            out_.push_back({Length::nm(x), Length::nm(y), realL, realW});
    }

    void separate(const std::vector<GroupPlaced>& pieces, std::int64_t x, std::int64_t y, std::int64_t l,
                  std::int64_t w) {
        for (const bool alongX : {true, false}) {
            std::vector<GroupPlaced> sorted = pieces;
            std::sort(sorted.begin(), sorted.end(),
                      [&](const auto& a, const auto& b) { return alongX ? a.x < b.x : a.y < b.y; });
            std::int64_t reach = 0;
            for (std::size_t i = 0; i + 1 < sorted.size(); ++i) {
                reach = std::max(reach, alongX ? sorted[i].x + sorted[i].l : sorted[i].y + sorted[i].w);
                if ((alongX ? sorted[i + 1].x : sorted[i + 1].y) < reach)
                    continue;
                const std::vector<GroupPlaced> a(sorted.begin(),
                                                 sorted.begin() + static_cast<std::ptrdiff_t>(i) + 1);
                const std::vector<GroupPlaced> b(sorted.begin() + static_cast<std::ptrdiff_t>(i) + 1,
                                                 sorted.end());
                if (alongX) {
                    find(a, x, y, reach - x, w);
                    find(b, reach, y, x + l - reach, w);
                } else {
                    find(a, x, y, l, reach - y);
                    find(b, x, reach, l, y + w - reach);
                }
                return;
            }
        }
    }

    std::int64_t kerf_;
    std::vector<Offcut>& out_;
};

/// Gives the anonymous pieces of a group their part ids back and adds the boards to the plan.
void addGroup(const CutGroup& g, const GroupPlan& gp, CutPlan& plan) {
    std::vector<std::vector<int>> open;
    for (const auto& k : g.kinds)
        open.push_back(k.quantities);
    std::vector<std::size_t> first(g.kinds.size(), 0); // ids before it are used up
    const auto nextId = [&](std::size_t kind) -> const std::string& {
        std::size_t& i = first[kind];
        while (open[kind][i] == 0)
            ++i;
        --open[kind][i];
        return g.kinds[kind].ids[i];
    };
    for (const auto& b : gp.boards) {
        CutBoard out;
        out.stock = g.boards[b.board].stock->id;
        for (const auto& p : b.placed)
            out.placed.push_back({nextId(p.kind), Length::nm(p.x), Length::nm(p.y), Length::nm(p.l - g.kerf),
                                  Length::nm(p.w - g.kerf), p.rotated});
        Leftovers(g.kerf, out.offcuts).find(b.placed, 0, 0, g.boards[b.board].l, g.boards[b.board].w);
        plan.boards.push_back(std::move(out));
    }
    plan.cost += gp.cost;
    for (std::size_t k = 0; k < g.kinds.size(); ++k)
        for (std::size_t i = 0; i < open[k].size(); ++i)
            if (open[k][i] > 0)
                plan.unplaced.push_back({g.kinds[k].ids[i], open[k][i], UnplacedReason::notEnoughStock});
}

/// Places along an axis that sums of sizes reach, as the independent checker counts them; nothing where there
/// are too many to be worth it.
std::optional<double> rasterPoints(std::vector<std::int64_t> sizes, std::int64_t cap) {
    constexpr std::int64_t most = 40'000;
    std::int64_t step = 0;
    for (auto s : sizes)
        step = std::gcd(step, s);
    if (step <= 0 || cap / step > most)
        return std::nullopt;
    std::vector<char> reached(static_cast<std::size_t>(cap / step) + 1, 0);
    reached.front() = 1;
    std::sort(sizes.begin(), sizes.end());
    sizes.erase(std::unique(sizes.begin(), sizes.end()), sizes.end());
    for (auto s : sizes)
        for (auto at = static_cast<std::size_t>(s / step); at < reached.size(); ++at)
            reached[at] = static_cast<char>(reached[at] | reached[at - static_cast<std::size_t>(s / step)]);
    return static_cast<double>(std::count(reached.begin(), reached.end(), 1));
}

/// How much of its area each kind of part may be worth so that the checker can follow. Where its table is
/// small enough: all of it. Else it divides sizes by a step no larger than the smallest of them and rounds
/// down: a size of k smallest ones keeps at least k/(k+1) of itself, whatever the step, and that much area
/// still fits no board more often than the board has room.
std::vector<double> provenShares(const CutGroup& g) {
    std::vector<std::int64_t> xs;
    std::vector<std::int64_t> ys;
    std::int64_t X = 0;
    std::int64_t Y = 0;
    for (const auto& k : g.kinds) {
        xs.push_back(k.l);
        ys.push_back(k.w);
        if (k.rotate) {
            xs.push_back(k.w);
            ys.push_back(k.l);
        }
    }
    for (const auto& b : g.boards) {
        X = std::max(X, b.l);
        Y = std::max(Y, b.w);
    }
    constexpr double affordable = 2e9; // steps of its table, with several groups in one job
    const auto n = rasterPoints(xs, X);
    const auto m = n ? rasterPoints(ys, Y) : std::nullopt;
    if (n && m && *n * *m * (*n + *m) / 4 + 4000 * std::min(*n, *m) <= affordable)
        return std::vector<double>(g.kinds.size(), 1.0);
    const std::int64_t leastX = *std::min_element(xs.begin(), xs.end());
    const std::int64_t leastY = *std::min_element(ys.begin(), ys.end());
    const auto kept = [](std::int64_t size, std::int64_t least) {
        const std::int64_t times = size / std::max<std::int64_t>(1, least);
        return static_cast<double>(times) / static_cast<double>(times + 1);
    };
    std::vector<double> out;
    out.reserve(g.kinds.size());
    for (const auto& k : g.kinds)
        out.push_back(kept(k.l, leastX) * kept(k.w, leastY));
    return out;
}

/// A bound that needs no search: every part is worth its grown area at the best price per area of unlimited
/// stock; limited boards take a surcharge for what they are worth above their price. Only for groups placed
/// whole.
Money areaBound(const CutGroup& g, nlohmann::ordered_json& values, nlohmann::ordered_json& surcharges) {
    double rate = std::numeric_limits<double>::infinity();
    for (const auto& b : g.boards)
        if (!b.available)
            rate = std::min(rate, static_cast<double>(b.price) /
                                      (static_cast<double>(b.l) * static_cast<double>(b.w)));
    if (!std::isfinite(rate) || rate <= 0)
        return 0;
    const auto share = provenShares(g);
    double bound = 0;
    auto& known = values.get_ref<nlohmann::ordered_json::object_t&>();
    for (std::size_t n = 0; n < g.kinds.size(); ++n) {
        const auto& k = g.kinds[n];
        const double pi = rate * share[n] * static_cast<double>(k.l) * static_cast<double>(k.w) / 1e6;
        for (std::size_t i = 0; i < k.ids.size(); ++i) {
            // Ids are different: no need to look whether it is there, which would be n squared.
            known.emplace_back(k.ids[i], pi);
            bound += pi * k.quantities[i];
        }
    }
    for (const auto& b : g.boards) {
        const double worth = rate * static_cast<double>(b.l) * static_cast<double>(b.w) / 1e6;
        const double mu = b.available ? std::max(0.0, worth - static_cast<double>(b.price) / 1e6) : 0;
        if (mu > 0) {
            surcharges[b.stock->id] = mu;
            bound -= mu * *b.available;
        }
    }
    return std::max<Money>(0, static_cast<Money>(std::floor(bound * 1e6)) - 10);
}

/// All that two boards have in common that are sawn alike.
std::string layoutOf(const CutBoard& b) {
    std::string out = b.stock;
    for (const auto& p : b.placed)
        out += fmt::format("|{}/{},{},{}", p.part, p.x.nm(), p.y.nm(), p.rotated);
    return out;
}

void mergeRepeats(CutPlan& plan) {
    std::vector<CutBoard> out;
    std::unordered_map<std::string, std::size_t> known;
    for (auto& b : plan.boards) {
        const auto [it, fresh] = known.try_emplace(layoutOf(b), out.size());
        if (fresh)
            out.push_back(std::move(b));
        else
            out[it->second].repeat += b.repeat;
    }
    plan.boards = std::move(out);
}

/// Random fills of which the best is worked on, and rounds on it for each five of them.
constexpr int startFills = 200, roundsForFive = 2;
/// Dearer than any.
const GroupPlan unbeaten{{}, std::numeric_limits<Money>::max(), {}, false};

/// The first plan is always made to its end: without it there is none. What comes after may be stopped.
GroupPlan searchGroup(const CutGroup& g, const CutEffort& effort) {
    std::mt19937 random(20260307);
    GroupPlan best = *fillGreedily(g, random, nullptr);
    const auto over = [&] { return effort.stop && effort.stop(); };
    // The first one too may be made better.
    std::optional<GroupPlan> start = effort.tries > 0 ? std::optional(best) : std::nullopt;
    for (int done = 0; done < effort.tries && !over();) {
        const int fills = std::min(startFills, effort.tries - done);
        // The best of some random plans, and what can be made of it.
        for (int i = 0; i < fills && !over(); ++i) {
            auto next = fillGreedily(g, random, start ? &*start : &unbeaten, effort.stop);
            if (next && (!start || better(g, *next, *start)))
                start = std::move(next);
        }
        done += fills;
        if (!start)
            break;
        improve(g, *start, random, std::max(1, fills * roundsForFive / 5), effort.stop);
        if (better(g, *start, best))
            best = *start;
        start.reset();
    }
    return best;
}

/// All that a proven plan of the group depends on.
std::string signature(const CutGroup& g) {
    std::string out = fmt::format("{}", g.kerf);
    for (const auto& k : g.kinds)
        out += fmt::format("|{},{},{},{}", k.l, k.w, k.rotate, k.count);
    for (const auto& b : g.boards)
        out += fmt::format("/{},{},{},{}", b.l, b.w, b.price, b.available.value_or(-1));
    return out;
}

GroupPlan solveGroup(const CutGroup& g, const CutEffort& effort) {
    const std::string key = effort.memo ? signature(g) : std::string();
    const std::string searched =
        fmt::format("{};{}", effort.tries, key); // a search found it, with so much effort
    if (effort.memo)
        for (const std::string& k : {key, searched})
            if (auto known = effort.memo->find(k))
                return *std::move(known);
    auto gp = solveExactly(g, effort.stop);
    if (!gp)
        gp = searchGroup(g, effort);
    const bool cutShort = effort.stop && effort.stop();
    if (effort.memo && !cutShort)
        effort.memo->keep(gp->proven ? key : searched, *gp);
    return *std::move(gp);
}

} // namespace

struct GroupMemo::Content {
    mutable std::mutex busy;
    std::map<std::string, GroupPlan> plans;
};
GroupMemo::GroupMemo() : content_(std::make_unique<Content>()) {}
GroupMemo::~GroupMemo() = default;
std::optional<GroupPlan> GroupMemo::find(const std::string& group) const {
    const std::lock_guard lock(content_->busy);
    const auto it = content_->plans.find(group);
    return it == content_->plans.end() ? std::nullopt : std::optional(it->second);
}
void GroupMemo::keep(const std::string& group, const GroupPlan& plan) {
    constexpr std::size_t most = 300;
    const std::lock_guard lock(content_->busy);
    if (content_->plans.size() >= most)
        content_->plans.clear();
    content_->plans.insert_or_assign(group, plan);
}

bool better(const CutGroup& g, const GroupPlan& a, const GroupPlan& b) {
    const auto area = [&](const GroupPlan& p) {
        double out = 0;
        for (std::size_t k = 0; k < g.kinds.size(); ++k)
            out += p.left[k] * static_cast<double>(g.kinds[k].l) * static_cast<double>(g.kinds[k].w);
        return out;
    };
    return std::tuple(area(a), a.cost, a.boards.size()) < std::tuple(area(b), b.cost, b.boards.size());
}

CutPlan solveCutJob(const CutJob& job, const CutEffort& effort) {
    CutPlan plan;
    const auto groups = split(job, plan.unplaced);
    nlohmann::ordered_json values = nlohmann::ordered_json::object();
    nlohmann::ordered_json surcharges = nlohmann::ordered_json::object();
    std::vector<const CutGroup*> each;
    for (const auto& [key, g] : groups)
        each.push_back(&g);
    std::vector<GroupPlan> found(each.size());
    sideBySide(each.size(), [&](std::size_t i) { found[i] = solveGroup(*each[i], effort); });
    for (std::size_t i = 0; i < each.size(); ++i) {
        const CutGroup& g = *each[i];
        const GroupPlan& gp = found[i];
        addGroup(g, gp, plan);
        const bool whole = std::all_of(gp.left.begin(), gp.left.end(), [](int n) { return n == 0; });
        if (gp.proven)
            plan.lowerBound += gp.cost;
        else if (whole)
            plan.lowerBound += std::min(gp.cost, areaBound(g, values, surcharges));
    }
    plan.certificate["part_values"] = values;
    if (!surcharges.empty())
        plan.certificate["stock_surcharges"] = surcharges;
    mergeRepeats(plan);
    plan.status = !plan.unplaced.empty()         ? CutStatus::infeasible
                  : plan.lowerBound >= plan.cost ? CutStatus::optimal
                                                 : CutStatus::feasible;
    plan.provenAsAsked = plan.status == CutStatus::optimal;
    if (effort.progress)
        effort.progress(plan);
    return plan;
}

} // namespace owl
