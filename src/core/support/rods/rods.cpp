#include "support/rods/rods.h"

#include "assembly/rod_plate.h"
#include "strength/fastener.h"
#include "strength/rod.h"
#include "strength/wall_mount.h"
#include "support/inside/inner_checks.h"
#include "support/judge/section_checks.h"
#include "support/rods/rods_work.h"
#include "support/words.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <numbers>

namespace owl {

namespace {

using words::mm;
using words::N;
using words::Nm;

constexpr double plugForce = 150, plugMoment = 20'000; // N, N mm: class of adjustable plugs (S8.7, verify)

class RodJudge : RodWork {
  public:
    RodJudge(const HeldPiece& p, const WallBehind& w, const SupportOption& o, const Rod& rod,
             StaticsCache& cache, double factor, bool quiet)
        : RodWork(p, w, howOf(o), rod), cache_(cache), factor_(factor), quiet_(quiet) {
        v_.option = o;
        v_.option.rod = &rod;
    }

    SupportVerdict run() {
        if (layRods(p_, w_, rod_, v_))
            judgeAll();
        if (!v_.refusal.empty())
            refuse();
        return std::move(v_);
    }

  private:
    void refuse() {
        v_.feasible = false;
        v_.verdict = {};
        v_.verdict.status = Status::fails;
        v_.verdict.grade = p_.grade;
    }

    /// What one rod gets about the face it comes out of: the shelf's back, or the strip's front.
    [[nodiscard]] RodInput input(bool leaning) const {
        RodInput in;
        in.d = d();
        in.E = rod_.E;
        in.allow = leaning ? rod_.allowLeaning : rod_.allowStanding;
        in.cover = bare();
        in.embedWall = v_.inWall;
        in.embedShelf = v_.inShelf;
        in.depth = D() - stripT();
        in.thickness = T();
        in.Gwall = is(RodsHow::strip) ? p_.woodC1.G : w_.studG;
        in.wallAcross = is(RodsHow::strip);
        in.Gshelf = p_.woodC1.G;
        in.FvShelf = p_.woodC1.Fv / 0.9; // before C_D
        in.CD = durationFactor(leaning);
        in.kDef = solidWoodCreep;
        in.playShelf = seat_.glued ? 0 : play();
        // A plate is welded on; a plug clamps its rod, resin fills what is round it.
        in.playWall = is(RodsHow::plate) || inMasonry() ? 0 : in.playShelf;
        if (rod_.material == "hardwood")
            in.Grod = 0.64; // beech, NDS group value
        if (is(RodsHow::plate)) {
            in.plate = RodPlate{plateScrews(T(), d(), *v_.option.screw).z, 1, screwStiffness()};
        }
        if (inMasonry()) { // a rigid seat: its turn is added to the droop
            in.embedWall = v_.inWall;
            in.Gwall = 1.2;
        }
        return in;
    }
    /// N/mm out of the wall, of one screw; half where the cover is squeezed behind what it holds (S8.5).
    [[nodiscard]] double screwStiffness() const {
        const Screw& s = *v_.option.screw;
        return axialStiffness(s.d, s.thread(v_.pen, v_.screwLength)) * (w_.cover > 0 ? 0.5 : 1);
    }
    /// The same lever, measured from where the rod comes out.
    [[nodiscard]] RodLoad loadAt(double V, double M) const {
        const double R = std::max(0.0, V);
        return {R, std::max(0.0, M - R * stripT()), 0, 0};
    }

    /// Weight of rods, plates, strip on top of the piece's own.
    [[nodiscard]] HeldPiece withSupport() const {
        HeldPiece p = p_;
        const double each = rodArea(d()) * (v_.inWall + bare() + v_.inShelf) * 1e-9 * rod_.density;
        const double n = static_cast<double>(v_.rodX.size());
        double kg = each * n;
        double mx = 0;
        for (double x : v_.rodX)
            mx += each * x;
        const double y = stripT() + (v_.inShelf - v_.inWall - bare()) / 2;
        double my = kg * y;
        if (is(RodsHow::strip)) { // the strip is wood that the shelf lost: it counts as its own part
            const bool made = p.assembly->find("shelf") && p.assembly->find("shelf")->pose.origin.y > 1;
            if (made) {
                const double strip = L() * stripT() * T() * 1e-9 * p.woodC1.density;
                kg += strip;
                mx += strip * L() / 2;
                my += strip * stripT() / 2;
            }
        }
        if (is(RodsHow::plate)) {
            const double plate = rodPlateThick * rodPlateWide * (T() - rodPlateLess) * 1e-9 * 7850;
            // the rod ends at the plate's face
            const double less = rodArea(d()) * rodPlateThick * 1e-9 * rod_.density;
            for (double x : v_.rodX) {
                kg += plate - less;
                mx += (plate - less) * x;
            }
            my += n * (plate * rodPlateThick / 2 - less * rodPlateThick / 2);
        }
        const double all = p.mass + kg;
        p.gravityX = (p.mass * p.gravityX.value_or(L() / 2) + mx) / all;
        p.gravityY = (p.mass * p.gravityY + my) / all;
        p.mass = all;
        return p;
    }

    void judgeAll() {
        loaded_ = withSupport();
        const double W = (loaded_.mass + contentsMass(p_.load, *p_.assembly)) * gravity;
        const double y = D() / 2;
        const double n = static_cast<double>(v_.rodX.size());
        // Rods are springs; how stiff depends on the lever of their load. Taken for what is planned, so that
        // one solution serves every load that is tried.
        const RodResult one = rodOf(input(false), loadAt(W / n, W / n * y));
        const double spring = is(RodsHow::strip) ? 0 : std::max(5.0, std::round(one.stiffness));
        if (!is(RodsHow::strip)) { // the slab as a bar in torsion, its rods as springs that turn
            const RodResult turned = rodOf(input(false), {0, 10'000, 0, 0});
            loaded_.twistGJ = loaded_.woodC1.E / 16 * D() * std::pow(T(), 3) / 3 * (1 - 0.63 * T() / D());
            loaded_.turnStiffness =
                turned.rotation > 0 ? std::round(10'000 / turned.rotation / 1000) * 1000 : 0;
        }
        const Statics& s = cache_.of(loaded_, v_.x, spring);
        if (!s.problem.empty()) {
            v_.refusal = s.problem;
            return;
        }
        const JudgeBench b{loaded_, w_, s, factor_, quiet_};
        const Statics& rods =
            is(RodsHow::strip) ? cache_.of(loaded_, v_.rodX, std::max(5.0, std::round(one.stiffness))) : s;
        if (!rods.problem.empty()) {
            v_.refusal = rods.problem;
            return;
        }
        const JudgeBench r{loaded_, w_, rods, factor_, quiet_};
        if (!quiet_) {
            v_.cases = supportCases(s, factor_);
            v_.mounting = rodsMounting(p_, w_, v_);
        }
        addDemands(s, factor_, v_);
        for (auto& c : sectionChecks(r))
            v_.checks.push_back(std::move(c));
        rodChecks(r);
        if (v_.option.screw)
            screwChecks(b);
        if (inMasonry())
            masonryChecks(r);
        if (v_.option.screw)
            pressChecks(b);
        addSagCheck(r, v_);
        droop(r, b);
        addInnerChecks(p_, factor_, quiet_, v_);
        v_.holes = static_cast<int>(is(RodsHow::plate) ? 2 * v_.x.size() : v_.x.size());
        v_.rows = {seat_.z.mm()};
        v_.verdict = judge(v_.checks, {grade(), p_.strengthLimit, p_.leaningCounts});
    }

    [[nodiscard]] Grade grade() const {
        Grade g = p_.grade;
        if (!w_.studsKnown && v_.option.atStuds())
            g = Grade::D;
        if (is(RodsHow::plate) || is(RodsHow::plug) || rod_.conf == "C")
            g = std::max(g, Grade::C);
        if (is(RodsHow::masonry))
            g = std::max(g, Grade::C);
        return g;
    }

    template <typename F>
    WorstOf over(const JudgeBench& b, const char* id, const char* title, const char* unit, F use) {
        const RodInput standing = input(false);
        const RodInput leaning = input(true);
        std::size_t n = 0; // every check asks the same places in the same order
        return worstOver(b, id, title, unit, "rod", [&](const AtSupport& at) {
            if (n == rods_.size())
                rods_.push_back(rodOf(at.leaning() ? leaning : standing, loadAt(at.V, at.M)));
            return use(rods_[n++], at);
        });
    }
    void keep(WorstOf w, Working working) {
        if (!quiet_)
            w.check.working = std::move(working);
        v_.checks.push_back(std::move(w.check));
    }

    void rodChecks(const JudgeBench& b) {
        auto bend = over(b, "rod", "Rod in bending", "MPa", [&](const RodResult& r, const AtSupport& at) {
            return Use{r.stress, at.leaning() ? rod_.allowLeaning : rod_.allowStanding};
        });
        const RodInput in = input(bend.at.leaning());
        const RodResult r = rodOf(in, loadAt(bend.at.V, bend.at.M));
        const std::vector<std::pair<std::string, std::string>> shared{
            {"rod", rod_.label},
            {"load", bend.check.load},
            {"R", N(bend.at.V)},
            {is(RodsHow::strip) ? "M (lever rule)" : "M (shared by slab and rods)", Nm(bend.at.M)},
            {"bare length g", mm(bare())},
            {"in the shelf", mm(v_.inShelf)},
            {"in the wall", mm(v_.inWall)}};
        auto values = shared;
        values.emplace_back("M_d", Nm(r.Mdesign));
        keep(std::move(bend), {"M_d = R (y_c + g) + R min(0.322/λ, 4 l_e/27);  σ = M_d/(π d³/32) ≤ F_rod",
                               values,
                               words::MPa(r.stress) + " of " + words::MPa(in.allow),
                               "S8.1, S5.6 with GJ/s and k_θ; " + rod_.source,
                               {"glue around a rod counts for nothing"}});
        if (is(RodsHow::stud) || is(RodsHow::strip))
            bearing(b, shared);
        auto shelf = over(b, "rod_shelf", "Wood of the shelf under the rod", "",
                          [](const RodResult& q, const AtSupport&) {
                              return Use{q.uShelf, 1};
                          });
        const std::string shelfResult = words::percent(shelf.check.utilisation()) + " used";
        keep(std::move(shelf), {"P_y = F_e d (√(l² + 4ε²) − 2ε);  allowable C_D P_y/5",
                                shared,
                                shelfResult,
                                "S8.2; NDS 12.3.1, 12.3.3",
                                {"the rod crosses the grain"}});
        auto cover = over(b, "rod_cover", "Splitting above the rod", "N/mm",
                          [&](const RodResult& q, const AtSupport& at) {
                              return Use{q.lineLoad, 4.0 / 3 * q.cover * input(at.leaning()).FvShelf *
                                                         durationFactor(at.leaning())};
                          });
        const std::string coverResult = words::percent(cover.check.utilisation()) + " used";
        keep(std::move(cover),
             {"q = (R/l_s)(1 + 6 ε/l_s) ≤ (4/3) c F_v C_D", shared, coverResult, "S8.4", {}});
    }

    void bearing(const JudgeBench& b, const std::vector<std::pair<std::string, std::string>>& shared) {
        const char* title = is(RodsHow::strip) ? "Wood of the strip under the rod" : "Stud under the rod";
        auto wall = over(b, "rod_stud", title, "", [](const RodResult& q, const AtSupport&) {
            return Use{q.uWall, 1};
        });
        const std::string result = words::percent(wall.check.utilisation()) + " used";
        keep(std::move(wall), {"P_y = F_e d (√(l² + 4ε²) − 2ε), ε = y_c + g + l_e/2;  allowable C_D P_y/4",
                               shared,
                               result,
                               "S8.2; NDS 12.3.1, 12.3.3",
                               {is(RodsHow::strip) ? "the rod crosses the strip's grain"
                                                   : "the stud is pressed along its grain"}});
    }

    /// Screws of plate or strip: prying about the lower edge (S9.1).
    void screwChecks(const JudgeBench& b) {
        const Screw& s = *v_.option.screw;
        const bool plate = is(RodsHow::plate);
        const std::vector<double> rows = plate ? plateScrews(T(), d(), s).z : std::vector<double>{T() / 2};
        const double n = static_cast<double>(rows.size());
        double sum2 = 0;
        for (double z : rows)
            sum2 += z * z;
        const double side = plate ? rodPlateThick : stripT();
        auto worst =
            worstOver(b, "wall_screws", plate ? "Screws of the plates" : "Screws of the strip", "N",
                      "wall screws", [&](const AtSupport& at) {
                          const double CD = durationFactor(at.leaning());
                          const double T1 = 1.5 * at.M * rows.back() / sum2;
                          const double V1 = at.V / n;
                          LateralInput li = acrossStud(p_, w_, s, side, v_.pen, CD);
                          if (plate)
                              li.FeSide = 300; // steel (verify)
                          const double thread = v_.option.screw->thread(v_.pen, v_.screwLength);
                          double W = withdrawal(w_.studG, s.d, s.lag, thread, CD);
                          if (!plate)
                              W = std::min(W, pullThrough(p_.woodC1.G, s.head, side - s.countersink(), CD));
                          const double Z = lateral(li).Z;
                          const double R = std::hypot(T1, V1);
                          const double u = combined(T1, V1, W, Z).utilisation;
                          return Use{R, u > 0 ? R / u : std::max(W, Z)};
                      });
        const double turning = worst.at.M;
        const std::string result = words::percent(worst.check.utilisation()) + " used";
        keep(std::move(worst), {"T = 1.5 M z/Σz²;  u = max(R/Z_α, T/W′, V/Z′)",
                                {{"screw", fmt::format("{} × {}", s.label, mm(v_.screwLength))},
                                 {"M (lever rule)", Nm(turning)},
                                 {"z", mm(rows.back())},
                                 {"screws a place", fmt::format("{:.0f}", n)}},
                                result,
                                "S8.5, S9.1, S10.2–S10.5",
                                {}});
    }

    void masonryChecks(const JudgeBench& b) {
        if (is(RodsHow::plug)) {
            auto plug = worstOver(b, "plug", "Adjustable plug", "", "plug", [&](const AtSupport& at) {
                return Use{at.V / plugForce + at.M / plugMoment, 1};
            });
            const std::string result = words::percent(plug.check.utilisation()) + " used";
            keep(std::move(plug), {"u = R/150 N + M/20 N m",
                                   {},
                                   result,
                                   "S8.7: class of these plugs (verify)",
                                   {"the package's own figure is better"}});
            return;
        }
        const double strength = masonryStrength(w_.kind);
        auto bear = worstOver(
            b, "masonry", "Masonry at the mouth of the hole", "MPa", "rod", [&](const AtSupport& at) {
                const RodLoad l = loadAt(at.V, at.M);
                return Use{masonryBearing(d(), v_.inWall, l.R, l.M + l.R * bare()), strength};
            });
        const std::string result = words::MPa(bear.check.demand) + " of " + words::MPa(strength);
        keep(std::move(bear), {"σ = 4 R/(d l_e) + 6 M/(d l_e²)",
                               {{"l_e", mm(v_.inWall)}},
                               result,
                               "S8.7 (verify)",
                               {"a tight or grouted hole, 50 mm from any edge or joint of a brick"}});
    }

    /// Drop of the front edge in years, told apart: beds, rod, play, turning of the seat.
    void droop(const JudgeBench& b, const JudgeBench& screws) {
        const Statics& s = b.statics;
        const double turned = is(RodsHow::strip) ? stripTurn(screws) * D() : 0;
        std::size_t where = 0;
        for (std::size_t i = 0; i < s.x.size(); ++i) {
            const double M = s.ownTurning[i] + b.factor * s.contents.turning[i];
            const double lasting = s.ownTurning[i] + b.factor * s.contents.lastingTurning[i];
            const double V = s.own.reactions[i] + b.factor * (s.contents.up[i] + s.contents.down[i]);
            RodLoad load = loadAt(V, M);
            const double stays = M > 0 ? lasting / M : 1;
            load.Rsustained = load.R * stays;
            load.Msustained = load.M * stays;
            const RodResult r = rodOf(input(false), load);
            // a plug gives 0.002 rad a N m, a grouted hole a fifth of it (S8.7, verify)
            const double seat =
                !inMasonry() ? 0 : load.M * 1e-3 * 0.002 * (is(RodsHow::plug) ? 1 : 0.2) * D();
            const double all = r.dropTotal() + seat + turned * (1 + 2 * solidWoodCreep * stays);
            if (all > v_.droopLong || i == 0) {
                v_.droopLong = all;
                v_.droopNow = r.dropNow + r.dropPlay + seat + turned;
                v_.droopBed = all - r.dropPlay - r.dropBent;
                v_.droopRod = r.dropBent;
                v_.droopPlay = r.dropPlay;
                where = i;
            }
        }
        Check c;
        c.id = "droop";
        c.title = "Front edge droop in years";
        c.demand = v_.droopLong;
        c.capacity = D() / (p_.sagLimit == SagLimit::fine ? 200 : p_.sagLimit == SagLimit::plain ? 100 : 60);
        c.unit = "mm";
        c.looks = true;
        c.atMm = s.x[where];
        if (!quiet_) {
            c.load = "what stands on it";
            c.place = "the front edge " + words::place(s.x[where]) + " from the left end";
            c.working = {"drop = beds (Winkler) + rod + play + seat",
                         {{"beds and their creep", mm(v_.droopBed)},
                          {"rod bent", mm(v_.droopRod)},
                          {"play of the holes", mm(v_.droopPlay)},
                          {"now", mm(v_.droopNow)}},
                         mm(v_.droopLong) + " of " + mm(c.capacity) + ", within a quarter either way",
                         "S8.3, S8.7; k′ = ρ²/350; creep 1 + 2 k_def",
                         {fmt::format("set the rods {:.1f}° upwards and it hangs level",
                                      std::atan(v_.droopLong / D()) * 180 / std::numbers::pi)}};
        }
        v_.checks.push_back(std::move(c));
    }

    /// rad: the strip about its lower edge as the screws at one stud draw, in what stands there now (S8.5).
    [[nodiscard]] double stripTurn(const JudgeBench& b) const {
        const Statics& s = b.statics;
        double most = 0;
        for (std::size_t i = 0; i < s.x.size(); ++i)
            most = std::max(most, s.ownTurning[i] + b.factor * s.contents.turning[i]);
        return railRotation(most, {T() / 2}, 1, screwStiffness());
    }
    /// A plate or a strip presses on the cover, and a strip's edge is pressed, like a rail's (S8.5, S9.1).
    void pressChecks(const JudgeBench& b) {
        const bool plate = is(RodsHow::plate);
        v_.rows = plate ? plateScrews(T(), d(), *v_.option.screw).z : std::vector<double>{T() / 2};
        SupportVerdict pressed;
        pressed.rows = v_.rows;
        addCrushCheck(b, plate ? std::min(rodPlateWide, w_.studWidth) : w_.studWidth, pressed);
        for (auto& c : pressed.checks)
            if (!plate || c.id == "wall_crush") // a steel edge is not pressed in
                v_.checks.push_back(std::move(c));
    }

    std::vector<RodResult> rods_; ///< of every place and load, once they are known
    SupportVerdict v_;
    StaticsCache& cache_;
    double factor_;
    bool quiet_;
    HeldPiece loaded_;
};

} // namespace

SupportVerdict judgeRods(const JudgeInput& in) {
    const SupportOption& option = in.option;
    const auto judged = [&](const Rod& rod) {
        return RodJudge(in.piece, in.wall, option, rod, in.cache, in.factor, in.quiet).run();
    };
    const auto refused = [&](std::string why) {
        SupportVerdict none;
        none.option = option;
        none.feasible = false;
        none.refusal = std::move(why);
        none.verdict.status = Status::fails;
        return none;
    };
    if (!option.unfit.empty())
        return refused(option.unfit);
    if (option.rod)
        return judged(*option.rod);
    const RodSeat& seat = *in.piece.assembly->seat<RodSeat>();
    std::optional<SupportVerdict> best;
    const auto use = [&](const SupportVerdict& v) { return v.feasible ? v.verdict.utilisation : 1e9; };
    for (const auto& rod : in.piece.catalog->rods) {
        if (rod.material != seat.material || rod.metric != in.piece.metric)
            continue;
        if (seat.d > Length() && std::abs(rod.d - seat.d.mm()) > 0.3)
            continue;
        SupportVerdict v = judged(rod);
        if (v.feasible && v.verdict.status == Status::holds && !v.verdict.notForLeaning)
            return v;
        if (!best || use(v) < use(*best))
            best = std::move(v);
    }
    if (best)
        return std::move(*best);
    return refused(fmt::format("no {} rod of {} is sold", seat.material, words::mm(seat.d.mm())));
}

} // namespace owl
