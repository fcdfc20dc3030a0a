#include "support/rail.h"

#include "strength/fastener.h"
#include "strength/wall_mount.h"
#include "support/rail_joint.h"
#include "support/rail_judge.h"
#include "support/rail_section.h"
#include "support/words.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace owl {
namespace {

using words::mm;
using words::MPa;
using words::N;
using words::Nm;

/// Response of the supports to one load.
struct Response {
    std::vector<double> R;
    double moment = 0, shear = 0; ///< largest magnitudes
};

std::vector<double> sumOf(const std::vector<double>& a, double factor, const std::vector<double>& b) {
    std::vector<double> out = a;
    for (std::size_t i = 0; i < out.size(); ++i)
        out[i] += factor * b[i];
    return out;
}

class Judge {
  public:
    /// `quiet`: only the figures, no words about how they came about (for searching).
    Judge(const RailPiece& p, const RailWall& w, const RailOption& o, StaticsCache& cache, double factor,
          bool quiet)
        : p_(p), w_(w), cache_(cache), factor_(factor), quiet_(quiet) {
        v_.option = o;
        const Assembly& a = *p.assembly;
        L_ = a.length.mm();
        depth_ = a.depth.mm();
        yContents_ = (a.surfaceBack.mm() + a.surfaceFront.mm()) / 2;
        for (Length z : a.wallRows)
            rows_.push_back(z.mm());
    }

    RailVerdict run() {
        places();
        if (!v_.feasible)
            return std::move(v_);
        if (!solveAll())
            return std::move(v_);
        if (v_.option.screw)
            chooseScrew();
        if (!v_.feasible)
            return std::move(v_);
        sagCheck();
        RailMoments m{c1_.moment, c1_.shear, worstOf(&Response::moment), worstOf(&Response::shear),
                      props_.EI};
        for (auto& c : railSectionChecks(p_, m, quiet_))
            v_.checks.push_back(std::move(c));
        if (!v_.option.anchor)
            screwChecks();
        else
            anchorCheck();
        if (auto joint = railJointCheck(p_, factor_, quiet_))
            v_.checks.push_back(std::move(*joint));
        droopCheck();
        v_.verdict = verdictOf(v_.checks);
        return std::move(v_);
    }

    /// Strength may be limited to 0.6; looks always to 1.
    [[nodiscard]] Verdict verdictOf(const std::vector<Check>& checks) const {
        std::vector<Check> scaled = checks;
        for (auto& c : scaled)
            if (!c.looks)
                c.capacity *= p_.strengthLimit;
        Verdict v = judge(scaled, grade());
        return v;
    }

  private:
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
            v_.holes = static_cast<int>(v_.x.size());
            const double all = p_.mass + factor_ * contentsMass(p_.load, p_.assembly->length);
            if (v_.option.kind == RailSupport::cover && all > 10)
                refuse(fmt::format(
                    "anchors in the cover hold ledges up to 10 kg all in; this one comes to {:.1f} kg", all));
            else if (v_.x.size() < 3)
                refuse("fewer than three holes are clear of wires and pipes");
            return;
        }
        v_.x = w_.studs;
        v_.holes = static_cast<int>(v_.x.size() * (v_.option.anchor ? 1 : rows_.size()));
        if (v_.x.empty())
            refuse(w_.studsKnown ? "no stud lies behind the rail"
                                 : "the studs of this wall are not known yet");
        else if (v_.x.size() == 1)
            refuse("only one stud lies behind the rail; a piece on one support turns on it");
    }

    /// How much one anchor gives, N/mm: hollow-wall anchors 50 (S5.3), through a steel flange and in masonry
    /// guessed firmer (verify).
    [[nodiscard]] double slack() const {
        return v_.option.kind == RailSupport::masonry   ? 400
               : v_.option.kind == RailSupport::flanges ? 150
                                                        : 50;
    }
    bool solveAll() {
        const RailStatics& s = cache_.of(v_.x, v_.option.kind == RailSupport::cover ? slack() : 0);
        if (!s.problem.empty()) {
            refuse(s.problem);
            return false;
        }
        props_ = s.section;
        own_.R = s.own.reactions;
        contents_.R = sumOf(std::vector<double>(s.x.size(), 0), factor_, s.contents.reactions);
        c1_.R = sumOf(own_.R, 1, contents_.R);
        const BeamPeaks c1 = peaksOf({{1, &s.own}, {factor_, &s.contents}});
        c1_.moment = c1.moment();
        c1_.shear = c1.shear;
        for (std::size_t i = 0; i < s.hands.size(); ++i) {
            Hand h;
            h.x = s.handX[i];
            h.only.R = s.hands[i].reactions;
            h.all.R = sumOf(c1_.R, 1, h.only.R);
            const BeamPeaks c2 = peaksOf({{1, &s.own}, {factor_, &s.contents}, {1, &s.hands[i]}});
            h.all.moment = c2.moment();
            h.all.shear = c2.shear;
            hands_.push_back(std::move(h));
        }
        sagCurves(s);
        v_.reactions = c1_.R;
        return true;
    }

    /// v_long = v(all) + k_def v(lasting), point by point.
    void sagCurves(const RailStatics& s) {
        for (std::size_t i = 0; i < s.own.curve.size(); ++i) {
            const auto [x, own] = s.own.curve[i];
            const double now = own + factor_ * s.contents.curve[i].second;
            const double later = now + solidWoodCreep * (own + factor_ * s.lasting.curve[i].second);
            v_.sag.instant = std::max(v_.sag.instant, now);
            v_.sag.now.emplace_back(x, now);
            v_.sag.later.emplace_back(x, later);
            if (later > v_.sag.longTerm) {
                v_.sag.longTerm = later;
                v_.sag.atX = x;
            }
        }
    }

    void chooseScrew() {
        const Screw& s = *v_.option.screw;
        ScrewLengthInput in;
        in.d = s.d;
        in.minPen = 38;
        in.counterbore = std::min(2.0, p_.assembly->wallThrough.mm() / 4);
        in.stack = {p_.assembly->wallThrough.mm(), w_.cover};
        in.into = w_.studDepth;
        in.leave = 6;
        in.stock = s.lengths;
        in.inStud = true;
        const auto fit = screwLength(in);
        if (!fit.pick) {
            refuse(
                fmt::format("no {} screw is long enough: rail and cover need {:.0f} mm", s.label, fit.Lmin));
            return;
        }
        v_.screwLength = *fit.pick;
        v_.pen = fit.pen;
        thread_ = fit.thread;
        v_.cableCaution = fit.cableCaution;
        v_.difficulty = s.d > 5.2 ? 2 : 1;
    }

    Check& add(const char* id, const char* title, double demand, double capacity, const char* unit) {
        Check c;
        c.id = id;
        c.title = title;
        c.demand = demand;
        c.capacity = capacity;
        c.unit = unit;
        v_.checks.push_back(std::move(c));
        return v_.checks.back();
    }

    /// Words are made only when somebody will read them.
    template <typename F> void explain(Check& c, F working) const {
        if (!quiet_)
            c.working = working();
    }

    void sagCheck() {
        v_.worst = worstStretch(v_.sag, v_.x, L_, p_.sagLimit);
        Check& c = add("sag", "Sag in years", v_.worst.sag, v_.worst.limit, "mm");
        c.looks = true;
        explain(c, [&] {
            return Working{
                "v = v(all loads) + k_def v(lasting loads), beam on its supports; limit = span / " +
                    fmt::format("{:.0f}", sagRatio(p_.sagLimit)),
                {{"EI", fmt::format("{:.3g} N mm²", props_.EI)},
                 {"stretch", fmt::format("{:.0f} to {:.0f} mm{}", v_.worst.x0, v_.worst.x1,
                                         v_.worst.freeEnd ? ", free end counts twice" : "")},
                 {"now", mm(v_.sag.instant)},
                 {"k_def", "0.6 (solid wood, heated room)"}},
                fmt::format("{:.2f} mm of {:.2f} mm", v_.worst.sag, v_.worst.limit),
                "direct stiffness (S5.1); creep EN 1995-1-1 table 3.2; limits by convention (S6)",
                {p_.section.glued ? "base, back rail and lip glued into one section"
                                  : "parts only screwed: they bend side by side"}};
        });
    }

    [[nodiscard]] double worstOf(double Response::*what) const {
        double m = 0;
        for (const auto& h : hands_)
            m = std::max(m, h.all.*what);
        return m;
    }

    /// Shear and pull at one support under one combination.
    struct AtSupport {
        double x = 0, V = 0, M = 0;
        bool leaning = false;
        double handX = 0;
    };
    [[nodiscard]] std::vector<AtSupport> combinations() const {
        std::vector<AtSupport> out;
        for (std::size_t i = 0; i < v_.x.size(); ++i) {
            const double still = contents_.R[i] * yContents_ + own_.R[i] * p_.gravityY;
            out.push_back({v_.x[i], c1_.R[i], still, false, 0});
            for (const auto& h : hands_)
                out.push_back({v_.x[i], h.all.R[i], still + h.only.R[i] * depth_, true, h.x});
        }
        return out;
    }

    void screwChecks() {
        const Screw& s = *v_.option.screw;
        struct Worst {
            double u = -1;
            AtSupport at;
            double T = 0, V = 0, W = 0, Z = 0;
            Prying prying;
            LateralResult lat;
        } worst;
        Prying crush;
        for (const auto& at : combinations()) {
            const double CD = at.leaning ? 1.6 : 0.9;
            const auto pry = railPrying({{at.V, at.V != 0 ? at.M / at.V : 0}}, rows_, 1, w_.studWidth);
            LateralInput li;
            li.d = s.d;
            li.root = s.root;
            li.side = p_.assembly->wallThrough.mm();
            li.pen = v_.pen;
            li.gap = w_.cover;
            li.Gmain = w_.studG;
            li.Gside = p_.woodC1.G;
            li.thetaSide = 90;
            li.CD = CD;
            const auto lat = lateral(li);
            const double W =
                std::min(withdrawal(w_.studG, s.d, false, thread_, CD),
                         pullThrough(p_.woodC1.G, s.head, p_.assembly->wallThrough.mm() - 2, CD));
            for (double T : pry.T) {
                // Upward reactions do not pry; the screws then hold the rail down as well.
                const auto u = combined(std::abs(T), std::abs(pry.VPerScrew), W, lat.Z);
                if (u.utilisation > worst.u)
                    worst = {u.utilisation, at, std::abs(T), std::abs(pry.VPerScrew), W, lat.Z, pry, lat};
            }
            if (pry.bearingPeak > crush.bearingPeak)
                crush = pry;
        }
        reportScrews(worst.u, worst.at, worst.T, worst.V, worst.W, worst.Z);
        const double soft = std::min(w_.crush, p_.woodC1.FcPerp);
        Check& c = add("wall_crush", "Wall cover under the lower edge", crush.bearingPeak, soft, "MPa");
        explain(c, [&] {
            return Working{"p = 2 C/(width × pressed depth)",
                           {{"C", N(crush.compression)},
                            {"pressed depth", mm(crush.bearingDepth)},
                            {"width", mm(w_.studWidth)}},
                           MPa(crush.bearingPeak) + " of " + MPa(soft),
                           "S9.1 (cover strength: verify)",
                           {}};
        });
        Check& pen = add("penetration", "Thread in the stud", 6 * s.d, v_.pen, "mm");
        pen.requirement = true;
        explain(pen, [&] {
            return Working{"p ≥ 6 D past rail and cover",
                           {{"screw", fmt::format("{} × {:.0f} mm", s.label, v_.screwLength)},
                            {"rail", mm(p_.assembly->wallThrough.mm())},
                            {"cover", mm(w_.cover)}},
                           fmt::format("{:.0f} mm in the stud, {:.0f} mm wanted", v_.pen, 6 * s.d),
                           "NDS 12.1.5; S10.6",
                           {}};
        });
        if (v_.cableCaution)
            pen.cautions.push_back(
                "The screw goes more than 32 mm (1-1/4 in) into the stud, where cables may run: scan first.");
    }

    void reportScrews(double u, const AtSupport& at, double T, double V, double W, double Z) {
        const Screw& s = *v_.option.screw;
        const double R = std::hypot(T, V);
        Check& c = add("wall_screws", "Wall screws, pull and shear", R, u > 0 ? R / u : std::max(W, Z), "N");
        explain(c, [&] {
            return Working{
                "T = 1.5 M z/Σz²;  u = max(R/Z_α, T/W′, V/Z′)",
                {{"stud", fmt::format("{:.0f} mm from the left end", at.x)},
                 {"load", at.leaning ? fmt::format("with a hand of {:.0f} N at {:.0f} mm", p_.hand, at.handX)
                                     : "what stands on it"},
                 {"M", Nm(at.M)},
                 {"screws at", fmt::format("{:.0f} mm above the lower edge", rows_.back())},
                 {"T", N(T)},
                 {"V", N(V)},
                 {"W′ (withdrawal, pull-through)", N(W)},
                 {"Z′ (through " + fmt::format("{:.4g}", w_.cover) + " mm of cover)", N(Z)},
                 {"C_D", at.leaning ? "1.6" : "0.9"}},
                fmt::format("{:.0f} % used", 100 * u),
                "S9.1, S10.2–S10.5; NDS 12.2, 12.4; AWC TR-12",
                {fmt::format("{} screw, stud G {:.2f}, {:.0f} mm thread in the stud", s.label, w_.studG,
                             thread_),
                 "the wall cover is a gap: it carries no shear"}};
        });
    }

    void anchorCheck() {
        const AnchorKind& anchor = *v_.option.anchor;
        // The board gives before the bolt: caps for toggles in 12.7 mm gypsum (S10.7).
        const bool board = v_.option.kind == RailSupport::cover;
        const double Ta = board ? std::min(anchor.tensionLow, 135.0) : anchor.tensionLow;
        const double Va = board ? std::min(anchor.shearLow, 270.0) : anchor.shearLow;
        double worst = -1;
        double wT = 0;
        double wV = 0;
        for (const auto& at : combinations()) {
            const auto pry = railPrying({{at.V, at.V != 0 ? at.M / at.V : 0}}, {rows_.back()}, 1, 40);
            const double T = pry.T.empty() ? 0 : std::abs(pry.T.front());
            const double u = T / Ta + std::abs(at.V) / Va;
            if (u > worst) {
                worst = u;
                wT = T;
                wV = std::abs(at.V);
            }
        }
        Check& c = add("anchors", board ? "Hollow-wall anchors" : "Wall anchors", worst, 1, "");
        explain(c, [&] {
            return Working{
                "u = T/T_a + V/V_a",
                {{"anchor", anchor.name + ", " + anchor.size},
                 {"T", N(wT)},
                 {"V", N(wV)},
                 {"T_a", N(Ta) + (board ? " (at most 135 N in 12.7 mm gypsum, verify)" : "")},
                 {"V_a", N(Va) + (board ? " (at most 270 N, verify)" : "")}},
                fmt::format("{:.2f}", worst),
                "S10.7; " + anchor.source,
                {"low end of the range typical of this kind of anchor: the package's own figure is better",
                 fmt::format("set as its package says; each gives {:.0f} N/mm", slack())}};
        });
        if (board)
            c.cautions.push_back(
                "Pull in plasterboard creeps, and one loose anchor loads its neighbours: a stud "
                "is better in every way.");
        if (!anchor.note.empty())
            c.cautions.push_back(anchor.note + ".");
    }

    void droopCheck() {
        double worst = 0;
        const double k = v_.option.screw ? axialStiffness(v_.option.screw->d, thread_) : slack();
        const std::vector<double> rows = v_.option.anchor ? std::vector{rows_.back()} : rows_;
        for (std::size_t i = 0; i < v_.x.size(); ++i) {
            const double M = contents_.R[i] * yContents_ + own_.R[i] * p_.gravityY;
            worst = std::max(worst, railRotation(M, rows, 1, k));
        }
        v_.droopNow = worst * depth_;
        v_.droopLong = v_.droopNow * (1 + 2 * solidWoodCreep);
        Check& c = add("droop", "Front edge droop in years", v_.droopLong, depth_ / 100, "mm");
        c.looks = true;
        explain(c, [&] {
            return Working{"drop = D × 1.5 M/(K_ax Σz²) × (1 + 2 k_def)",
                           {{"D", mm(depth_)},
                            {"K_ax", fmt::format("{:.0f} N/mm", k)},
                            {"now", fmt::format("{:.2f} mm", v_.droopNow)}},
                           fmt::format("{:.2f} mm of {:.2f} mm", v_.droopLong, depth_ / 100),
                           "S9.3, S6 (D/100); K_ax from product approvals (verify)",
                           {}};
        });
    }

    struct Hand {
        double x;
        Response all, only;
    };
    const RailPiece& p_;
    const RailWall& w_;
    StaticsCache& cache_;
    double factor_ = 1;
    bool quiet_ = false;
    RailVerdict v_;
    double L_ = 0, depth_ = 0, yContents_ = 0, thread_ = 0;
    std::vector<double> rows_;
    SectionResult props_;
    Response contents_, own_, c1_;
    std::vector<Hand> hands_;
};

} // namespace

RailVerdict judgeRail(const RailPiece& piece, const RailWall& wall, const RailOption& option,
                      StaticsCache& cache, double factor, bool quiet) {
    return Judge(piece, wall, option, cache, factor, quiet).run();
}

RailVerdict judgeRail(const RailPiece& piece, const RailWall& wall, const RailOption& option, double factor) {
    StaticsCache cache(piece);
    return judgeRail(piece, wall, option, cache, factor, false);
}

std::vector<RailVerdict> rankRail(const RailPiece& piece, const RailWall& wall, const Catalog& catalog,
                                  bool metric) {
    std::vector<RailVerdict> out;
    StaticsCache cache(piece);
    for (const auto& o : railOptions(catalog, metric, wall.kind))
        out.push_back(judgeRail(piece, wall, o, cache, 1, false));
    // A stud always comes before an anchor that holds as well; among screws the lightest that holds.
    const auto rank = [](const RailVerdict& v) {
        const int order[] = {0, 1, 3, 2}; // holds, tight, fails, unknown
        const int status = order[static_cast<int>(v.verdict.status)];
        const double weakness =
            v.verdict.status == Status::fails ? v.verdict.utilisation : 0; // the nearest miss first
        return std::tuple(!v.feasible, status, !v.option.firm(), weakness, v.difficulty);
    };
    std::stable_sort(out.begin(), out.end(), [&](const auto& a, const auto& b) { return rank(a) < rank(b); });
    return out;
}

} // namespace owl
