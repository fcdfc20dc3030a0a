#include "support/rail_judge.h"

#include "strength/wall_mount.h"
#include "support/arms.h"
#include "support/fixing_slip.h"
#include "support/frame_check.h"
#include "support/hangers.h"
#include "support/inner_checks.h"
#include "support/ledgers.h"
#include "support/rail_mounting.h"
#include "support/rail_section.h"
#include "support/rods.h"
#include "support/standing.h"
#include "support/words.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace owl {

// Made once here, not wherever one is copied or goes: it is what most of a test's compilation was.
RailVerdict::RailVerdict() = default;
RailVerdict::~RailVerdict() = default;
RailVerdict::RailVerdict(const RailVerdict&) = default;
RailVerdict::RailVerdict(RailVerdict&&) noexcept = default;
RailVerdict& RailVerdict::operator=(const RailVerdict&) = default;
RailVerdict& RailVerdict::operator=(RailVerdict&&) noexcept = default;
namespace {

class Judge {
  public:
    Judge(const RailPiece& p, const RailWall& w, const RailOption& o, StaticsCache& cache, double factor,
          bool quiet)
        : p_(p), w_(w), cache_(cache), factor_(factor), quiet_(quiet) {
        v_.option = o;
        for (Length z : p.assembly->wallRows)
            v_.rows.push_back(z.mm());
        std::sort(v_.rows.begin(), v_.rows.end());
        // One anchor a place: a second so near would sit in the same board or brick.
        const bool apart = o.kind == RailSupport::masonry && v_.rows.size() > 1 &&
                           v_.rows.back() - v_.rows[v_.rows.size() - 2] >= 100;
        if (o.anchor && v_.rows.size() > 1)
            v_.rows.erase(v_.rows.begin(), v_.rows.end() - (apart ? 2 : 1));
    }

    RailVerdict run() {
        places();
        if (!v_.feasible)
            return std::move(v_);
        const Slip slip = slipOf(v_.option, p_, w_, v_.rows.size());
        const RailStatics& s = cache_.of(p_, v_.x, slip.shared);
        if (!s.problem.empty()) {
            refuse(s.problem);
            return std::move(v_);
        }
        const RailBench b{p_, w_, s, factor_, quiet_};
        if (v_.option.screw)
            chooseWallScrew(b, v_);
        if (!v_.refusal.empty())
            refuse(v_.refusal);
        if (!v_.feasible)
            return std::move(v_);
        judgeOn(b);
        return std::move(v_);
    }

  private:
    void judgeOn(const RailBench& b) {
        addDemands(b.statics, factor_, v_);
        if (!quiet_) {
            v_.cases = supportCases(b.statics, factor_);
            v_.mounting = railMounting(p_, w_, v_);
        }
        for (auto& c : railSectionChecks(b))
            v_.checks.push_back(std::move(c));
        const bool masonry = v_.option.kind == RailSupport::masonry;
        if (v_.option.screw)
            addScrewChecks(b, v_);
        else
            addAnchorChecks(b, v_);
        // A cover that spans hollow presses back on the width of a stud; on masonry the rail's own width
        // works.
        addCrushCheck(b, masonry ? std::min(100.0, leastSpacing()) : w_.studWidth, v_);
        addInnerChecks(p_, factor_, quiet_, v_);
        const double axial = v_.option.screw ? axialStiffness(v_.option.screw->d,
                                                              v_.option.screw->thread(v_.pen, v_.screwLength))
                                             : anchorStiffness(v_.option.kind);
        v_.settles = settlingOf(b, slipOf(v_.option, p_, w_, v_.rows.size()));
        addLookChecks(b, axial, v_);
        if (auto steady = steadyCheck(p_, factor_, v_, quiet_))
            v_.checks.push_back(std::move(*steady));
        v_.verdict = judge(v_.checks, {grade(), p_.strengthLimit, p_.leaningCounts});
    }

    [[nodiscard]] double leastSpacing() const {
        double least = 1e9;
        for (std::size_t i = 1; i < v_.x.size(); ++i)
            least = std::min(least, v_.x[i] - v_.x[i - 1]);
        return least;
    }
    [[nodiscard]] Grade grade() const {
        Grade g = p_.grade;
        if (!w_.studsKnown && v_.option.atStuds())
            g = Grade::D;
        if (v_.option.anchor) // a range typical of a class, not a package's figure
            g = std::max(g, doubtful() ? Grade::D : Grade::C);
        return g;
    }
    /// Walls in which nobody knows what an anchor holds until it is tried (S10.7).
    [[nodiscard]] bool doubtful() const {
        return w_.kind && (w_.kind->id == "aerated_block" ||
                           (w_.kind->id == "lath_plaster" && v_.option.kind == RailSupport::cover));
    }
    void refuse(std::string why) {
        v_.feasible = false;
        v_.refusal = std::move(why);
        v_.verdict = {};
        v_.verdict.status = Status::fails;
        v_.verdict.grade = grade();
    }

    void places() {
        if (!v_.option.atStuds()) {
            v_.x = w_.anchors ? *w_.anchors
                              : anchorPlaces(p_.assembly->wallLeft.mm(), p_.assembly->wallRight.mm());
            v_.difficulty = 2;
            v_.holes = static_cast<int>(v_.x.size() * v_.rows.size());
            const double all = p_.mass + factor_ * contentsMass(p_.load, *p_.assembly);
            if (v_.option.kind == RailSupport::cover && all > 10)
                refuse(fmt::format("anchors in the cover hold ledges up to 10 kg (22 lb) all in; this one "
                                   "comes to {:.1f} kg ({:.0f} lb)",
                                   all, all / 0.45359237));
            else if (std::string why = noRoomBehind(w_, v_.option); !why.empty())
                refuse(std::move(why));
            else if (v_.x.size() < 3)
                refuse("fewer than three holes are clear of wires and pipes");
            return;
        }
        v_.x = distinctStuds(w_);
        v_.holes = static_cast<int>(v_.x.size() * v_.rows.size());
        if (v_.x.empty())
            refuse(w_.studsKnown ? "no stud lies behind the rail"
                                 : "the studs of this wall are not known yet");
        else if (v_.x.size() == 1)
            refuse("only one stud lies behind the rail; a piece on one support turns on it");
    }

    const RailPiece& p_;
    const RailWall& w_;
    StaticsCache& cache_;
    double factor_ = 1;
    bool quiet_ = false;
    RailVerdict v_;
};

/// A stud always comes before an anchor that holds as well; among screws the lightest that holds.
auto rankOf(const RailVerdict& v) {
    const int order[] = {0, 1, 3, 2}; // holds, tight, fails, unknown
    const int status = order[static_cast<int>(v.verdict.status)];
    // Among those that fail, or that no hand may press, the nearest miss first.
    const double weakness = v.verdict.status == Status::fails ? v.verdict.utilisation
                            : v.verdict.notForLeaning         ? v.verdict.leaning->utilisation
                                                              : 0;
    return std::tuple(!v.feasible, v.option.onlyWhenAsked(), status, !v.option.firm(), v.option.second,
                      weakness, v.difficulty);
}

} // namespace

std::vector<double> distinctStuds(const RailWall& wall) {
    std::vector<double> x = wall.studs;
    std::sort(x.begin(), x.end());
    const auto twice = [&](double a, double b) { return b - a < wall.studWidth / 2; };
    x.erase(std::unique(x.begin(), x.end(), twice), x.end());
    return x;
}

void addDemands(const RailStatics& s, double factor, RailVerdict& v) {
    for (std::size_t i = 0; i < v.x.size(); ++i)
        v.reactions.push_back(s.own.reactions[i] + factor * (s.contents.up[i] + s.contents.down[i]));
    v.demands.resize(v.x.size());
    for (const auto& at : atSupports(s, factor)) {
        SupportDemand& d = v.demands[at.support];
        d.x = v.x[at.support];
        double& V = at.leaning() ? d.shearLeaning : d.shearStanding;
        double& M = at.leaning() ? d.turnLeaning : d.turnStanding;
        V = std::max(V, at.V);
        M = std::max(M, at.M);
    }
}

double settlingOf(const RailBench& b, const Slip& slip) {
    double most = 0;
    const RailStatics& s = b.statics;
    for (std::size_t i = 0; i < s.x.size(); ++i)
        most = std::max(most, s.own.reactions[i] + b.factor * (s.contents.up[i] + s.contents.down[i]));
    return slip.settling > 0 ? most / slip.settling : 0;
}

std::string loadWords(const RailBench& b, const RailHand* hand) {
    if (!hand)
        return "what stands on it";
    const std::string force = "a hand of " + words::N(b.piece.hand);
    if (hand->x <= 1)
        return force + " at the left end";
    if (hand->x >= b.length() - 1)
        return force + " at the right end";
    if (std::abs(hand->x - b.length() / 2) < 1)
        return force + " in the middle";
    return force + " at " + words::place(hand->x);
}

double durationFactor(bool leaning) {
    return leaning ? 1.6 : 0.9;
}

WorstOf worstOver(const RailBench& b, std::string id, std::string title, std::string unit, const char* what,
                  const std::function<Use(const AtSupport&)>& use) {
    struct Best {
        std::optional<Use> use;
        AtSupport at;
    };
    Best standing;
    Best leaning;
    for (const auto& at : atSupports(b.statics, b.factor)) {
        const int which = static_cast<int>(at.support);
        if ((b.only >= 0 && which != b.only) || which == b.except)
            continue;
        const Use u = use(at);
        Best& best = at.leaning() ? leaning : standing;
        if (!best.use || u.utilisation() > best.use->utilisation())
            best = {u, at};
    }
    WorstOf out{
        checkOf(std::move(id), std::move(title), std::move(unit), standing.use.value_or(Use()), leaning.use),
        {}};
    const bool hand = out.check.leaning && *out.check.leaning > *out.check.standing;
    out.at = hand ? leaning.at : standing.at;
    out.check.atMm = b.statics.x.empty() ? 0 : b.statics.x[out.at.support];
    if (!b.quiet) {
        out.check.load = loadWords(b, out.at.hand);
        out.check.place = fmt::format("{} {} from the left end", what, words::place(*out.check.atMm));
    }
    return out;
}

namespace {

RailVerdict judgeOne(const RailPiece& piece, const RailWall& wall, const RailOption& option,
                     StaticsCache& cache, double factor, bool quiet) {
    if (piece.assembly->floor)
        return judgeStanding(piece, wall, option, factor, quiet);
    if (piece.assembly->ledgers)
        return judgeLedgers(piece, wall, option, factor, quiet);
    if (option.hanger)
        return judgeHanger(piece, wall, option, cache, factor, quiet);
    if (isRods(option.kind))
        return judgeRods(piece, wall, option, cache, factor, quiet, *piece.catalog);
    if (piece.assembly->cavity)
        return judgeArms(piece, wall, option, cache, factor, quiet);
    return Judge(piece, wall, option, cache, factor, quiet).run();
}

/// Every fixing knows what it is, so that it is bought, bored for and told as that.
void nameFixings(RailVerdict& v) {
    for (Mount& m : v.mounting.mounts) {
        if (m.screw || m.anchor || m.length <= 0 || m.kind == "rod" || m.kind == "rod_plug")
            continue;
        const RailOption& o = v.option;
        if (o.beside && m.into == "cover")
            m.anchor = o.beside;
        else if (o.screw && m.kind != "anchor")
            m.screw = o.screw;
        else
            m.anchor = o.anchor;
    }
}

} // namespace

RailVerdict judgeRail(const RailPiece& piece, const RailWall& wall, const RailOption& option,
                      StaticsCache& cache, double factor, bool quiet) {
    RailVerdict v = judgeOne(piece, wall, option, cache, factor, quiet);
    nameFixings(v);
    return v;
}

RailVerdict judgeRail(const RailPiece& piece, const RailWall& wall, const RailOption& option, double factor) {
    StaticsCache cache;
    return judgeRail(piece, wall, option, cache, factor, false);
}

void sortSupports(std::vector<RailVerdict>& supports) {
    std::stable_sort(supports.begin(), supports.end(),
                     [](const auto& a, const auto& b) { return rankOf(a) < rankOf(b); });
}

std::vector<RailVerdict> rankRail(const RailPiece& piece, const RailWall& wall, const Catalog& catalog,
                                  bool metric, const std::string& asked, StaticsCache& cache) {
    std::vector<RailVerdict> out;
    for (const auto& o : supportOptions(*piece.assembly, catalog, metric, wall.kind)) {
        if (!o.onlyWhenAsked() || o.id == asked) {
            out.push_back(judgeRail(piece, wall, o, cache, 1, true));
            continue;
        }
        out.emplace_back();
        out.back().option = o;
        out.back().judged = out.back().feasible = false;
    }
    sortSupports(out);
    return out;
}

std::vector<RailVerdict> rankRail(const RailPiece& piece, const RailWall& wall, const Catalog& catalog,
                                  bool metric) {
    StaticsCache cache;
    std::vector<RailVerdict> out = rankRail(piece, wall, catalog, metric, {}, cache);
    for (auto& v : out)
        v = judgeRail(piece, wall, v.option, cache, 1, false);
    sortSupports(out);
    return out;
}

} // namespace owl
