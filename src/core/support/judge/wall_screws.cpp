// Wall screws through a rail: which length, what they bear, how the rail's edge presses on the wall.
#include "support/judge/judge.h"

#include "strength/fastener.h"
#include "support/words.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <tuple>

namespace owl {
namespace {

using words::mm;
using words::N;

/// Prying by S9.1 with the turning of S5.6: pull on the uppermost screw, pressure under the edge.
struct EdgeForces {
    double T = 0, compression = 0, depth = 0, pressure = 0;    ///< N, N, mm, MPa at the edge itself
    [[nodiscard]] double mean() const { return pressure / 2; } ///< MPa: it falls to nothing as a triangle
};
EdgeForces edgeForces(double M, const std::vector<double>& rows, double width) {
    double sum = 0;
    double sum2 = 0;
    for (double z : rows) {
        sum += z;
        sum2 += z * z;
    }
    EdgeForces f;
    if (sum2 <= 0)
        return f;
    f.T = 1.5 * M * rows.back() / sum2; // rows run upwards
    f.compression = 1.5 * M * sum / sum2;
    f.depth = sum2 / sum;
    f.pressure = width > 0 ? 2 * f.compression / (width * f.depth) : 0;
    return f;
}

constexpr double coverForHand = 1.5; // of what stands: 1.05 instead of 0.7 MPa on gypsum board (verify)

/// One of the two checks of an edge: which pressure is held against what.
template <typename F>
Check crushOf(const JudgeBench& b, double width, const char* id, const char* title, const char* what, F use,
              const char* formula, const SupportVerdict& v) {
    auto worst = worstOver(b, id, title, "MPa", what, [&](const AtSupport& at) {
        return use(edgeForces(at.M, v.rowsOf(at.support), width), at.leaning());
    });
    if (!b.quiet) {
        const EdgeForces p = edgeForces(worst.at.M, v.rowsOf(worst.at.support), width);
        worst.check.working = {formula,
                               {{"load", worst.check.load},
                                {"M (lever rule)", words::Nm(worst.at.M)},
                                {"C", N(p.compression)},
                                {"pressed depth", mm(p.depth)},
                                {"width", mm(width)}},
                               words::MPa(worst.check.demand) + " of " + words::MPa(worst.check.capacity),
                               "S5.6, S9.1 (cover strength: verify)",
                               {}};
    }
    return std::move(worst.check);
}

/// Everything one support's screws bring into the check.
struct ScrewForces {
    double T = 0, V = 0, W = 0, Z = 0;
    [[nodiscard]] double used() const { return combined(T, V, W, Z).utilisation; }
    [[nodiscard]] Use use() const {
        const double R = std::hypot(T, V);
        const double u = used();
        return {R, u > 0 ? R / u : std::max(W, Z)};
    }
};

class WallScrews {
  public:
    WallScrews(const JudgeBench& b, const SupportVerdict& v)
        : b_(b), v_(v), s_(*v.option.screw), thread_(v.option.screw->thread(v.pen, v.screwLength)),
          standing_(capacity(false)), leaning_(capacity(true)) {}

    [[nodiscard]] ScrewForces forces(const AtSupport& at) const {
        ScrewForces f;
        f.T = edgeForces(at.M, v_.rowsOf(at.support), b_.wall.studWidth).T;
        f.V = at.V / static_cast<double>(v_.rowsOf(at.support).size());
        std::tie(f.W, f.Z) = at.leaning() ? leaning_ : standing_;
        return f;
    }

    [[nodiscard]] Working working(const AtSupport& at, const Check& c) const {
        const ScrewForces f = forces(at);
        return {"T = 1.5 M z/Σz²;  u = max(R/Z_α, T/W′, V/Z′)",
                {{"stud", words::place(b_.statics.x[at.support]) + " from the left end"},
                 {"load", c.load},
                 {"M (lever rule)", words::Nm(at.M)},
                 {"screws at", mm(v_.rowsOf(at.support).back()) + " above the lower edge"},
                 {"T", N(f.T)},
                 {"V", N(f.V)},
                 {"W′ (withdrawal, pull-through)", N(f.W)},
                 {"Z′ (through " + mm(b_.wall.cover) + " of cover)", N(f.Z)},
                 {"C_D", at.leaning() ? "1.6" : "0.9"}},
                words::percent(f.used()) + " used",
                "S5.6, S9.1, S10.2–S10.5; NDS 12.2, 12.4; AWC TR-12",
                {fmt::format("{} screw, stud G {:.2f}, {} thread in the stud", s_.label, b_.wall.studG,
                             mm(thread_)),
                 "the wall cover is a gap: it carries no shear",
                 "no support is credited with the lift of things elsewhere"}};
    }

  private:
    /// W' and Z' of one screw: the same at every stud, so they are worked out once.
    [[nodiscard]] std::pair<double, double> capacity(bool leaning) const {
        const double CD = durationFactor(leaning);
        const double G = b_.piece.woodC1.G;
        return {std::min(withdrawal(b_.wall.studG, s_.d, s_.lag, thread_, CD),
                         pullThrough(G, s_.head, b_.rail() - s_.countersink(), CD)),
                lateral(acrossStud(b_.piece, b_.wall, s_, b_.rail(), v_.pen, CD)).Z};
    }

    const JudgeBench& b_;
    const SupportVerdict& v_;
    const Screw& s_;
    double thread_;
    std::pair<double, double> standing_, leaning_;
};

} // namespace

LateralInput acrossStud(const HeldPiece& piece, const WallBehind& wall, const Screw& screw, double side,
                        double pen, double CD) {
    LateralInput li;
    li.d = screw.d;
    li.root = screw.root;
    li.side = side;
    li.pen = pen;
    li.gap = wall.cover;
    li.Gmain = wall.studG;
    li.Gside = piece.woodC1.G;
    li.thetaSide = 90;
    li.CD = CD;
    return li;
}

void chooseWallScrew(const JudgeBench& b, SupportVerdict& v) {
    const Screw& s = *v.option.screw;
    ScrewLengthInput in;
    in.d = s.d;
    in.counterbore = s.countersink();
    in.stack = {b.rail(), b.wall.cover};
    in.into = b.wall.studDepth;
    in.leave = 6;
    in.stock = s.lengths;
    in.inStud = true;
    in.minPen = 38;
    auto fit = screwLength(in);
    if (!fit.pick) { // 32 mm is accepted if the checks, which use the real bite, still pass
        in.minPen = 32;
        fit = screwLength(in);
        v.shortBite = fit.pick.has_value();
    }
    if (!fit.pick) {
        const bool thin = fit.Lmax < fit.Lmin;
        v.refusal =
            thin ? fmt::format("the stud is too shallow for a {} screw: it must reach {} and stop at {}",
                               s.label, mm(fit.Lmin), mm(fit.Lmax))
                 : fmt::format("no {} screw is long enough: rail and cover need {}", s.label, mm(fit.Lmin));
        return;
    }
    v.screwLength = *fit.pick;
    v.pen = fit.pen;
    v.cableCaution = fit.cableCaution;
    v.difficulty = s.d > 5.2 ? 2 : 1;
}

void addCrushCheck(const JudgeBench& b, double width, SupportVerdict& v) {
    // Without a cover the edge presses on the stud itself, and that is no softer than the edge.
    if (b.wall.cover > 0)
        v.checks.push_back(crushOf(
            b, width, "wall_crush", "Wall cover under the lower edge", "wall cover",
            [&](const EdgeForces& p, bool leaning) {
                return Use{p.mean(), b.wall.crush * (leaning ? coverForHand : 1)};
            },
            "p = C/(width × pressed depth), half as much again for a hand", v));
    v.checks.push_back(crushOf(
        b, width, "rail_crush", "Lower edge of what lies on the wall", "lower edge",
        [&](const EdgeForces& p, bool) {
            return Use{p.pressure, b.piece.woodC1.FcPerp};
        },
        "p_max = 2 C/(width × pressed depth) ≤ F_c⊥", v));
}

void addScrewChecks(const JudgeBench& b, SupportVerdict& v) {
    const Screw& s = *v.option.screw;
    const WallScrews screws(b, v);
    auto worst = worstOver(b, "wall_screws", "Wall screws, pull and shear", "N", "wall screws",
                           [&](const AtSupport& at) { return screws.forces(at).use(); });
    if (!b.quiet)
        worst.check.working = screws.working(worst.at, worst.check);
    v.checks.push_back(std::move(worst.check));

    Check pen;
    pen.id = "penetration";
    pen.title = "Thread in the stud";
    pen.demand = 6 * s.d;
    pen.capacity = v.pen;
    pen.unit = "mm";
    pen.requirement = true;
    if (!b.quiet) {
        pen.working = {"p ≥ 6 D past rail and cover",
                       {{"screw", fmt::format("{} × {}", s.label, mm(v.screwLength))},
                        {"rail", mm(b.rail())},
                        {"cover", mm(b.wall.cover)},
                        {"countersink", mm(s.countersink())}},
                       fmt::format("{} in the stud, {} demanded", mm(v.pen), mm(6 * s.d)),
                       "NDS 12.1.5; S10.6",
                       {}};
        if (v.shortBite)
            pen.cautions.push_back(fmt::format("{} in the stud instead of the {} that are wanted; what the "
                                               "screws bear was reckoned with that.",
                                               mm(v.pen), mm(38)));
        if (v.cableCaution)
            pen.cautions.push_back(
                "The screw goes more than 32 mm (1-1/4 in) into the stud, where cables may run: scan first.");
    }
    v.checks.push_back(std::move(pen));
}

} // namespace owl
