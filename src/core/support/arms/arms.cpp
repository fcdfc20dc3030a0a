#include "support/arms/arms.h"

#include "support/judge/beside.h"
#include "support/judge/fixing_slip.h"
#include "support/judge/lag_joint.h"

#include "strength/bar_torsion.h"
#include "strength/concealed.h"
#include "strength/fastener.h"
#include "strength/wall_mount.h"
#include "support/judge/section_checks.h"
#include "support/judge/wall_fixing.h"
#include "support/words.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace owl {
namespace {

using words::mm;
using words::N;
using words::Nm;

class ArmsJudge {
  public:
    ArmsJudge(const HeldPiece& p, const WallBehind& w, const SupportOption& o, StaticsCache& cache,
              double factor, bool quiet)
        : p_(p), w_(w), cache_(cache), factor_(factor), quiet_(quiet),
          seat_(*p.assembly->seat<CavitySeat>()) {
        v_.option = o;
    }

    SupportVerdict run() {
        places();
        if (v_.refusal.empty()) {
            layout_ = armsLayout(seat_, v_.x, seat_.rows);
            v_.refusal = layout_.refusal;
        }
        if (v_.refusal.empty())
            judgeAll();
        if (!v_.refusal.empty()) {
            v_.feasible = false;
            v_.verdict = {};
            v_.verdict.status = Status::fails;
            v_.verdict.grade = p_.grade;
        }
        return std::move(v_);
    }

  private:
    [[nodiscard]] double D() const { return p_.assembly->depth.mm(); }
    [[nodiscard]] double L() const { return p_.assembly->length.mm(); }

    void places() {
        v_.difficulty = 3;
        if (v_.option.ground == Ground::cover) {
            v_.refusal =
                "a ledger with arms pulls at its anchors for years, and board creeps: not on the cover "
                "alone";
            return;
        }
        if (v_.option.ground == Ground::masonry) {
            v_.x = w_.anchors ? *w_.anchors : anchorPlaces(seat_.x0.mm(), seat_.x1.mm());
            if (v_.x.size() < 3)
                v_.refusal = "fewer than three holes are clear of wires and pipes";
        } else {
            if (v_.option.beside)
                return besideOneStud(w_, seat_.x0.mm(), seat_.x1.mm(), "the ledger", v_);
            v_.x = distinctStuds(w_);
            if (v_.x.size() < 2)
                v_.refusal = v_.x.empty() ? (w_.studsKnown ? "no stud lies behind the ledger"
                                                           : "the studs of this wall are not known yet")
                                          : "only one stud lies behind the ledger; it turns on it";
        }
    }

    /// The ledger as the rail that the shared checks know: its thickness, its rows above its lower edge; with
    /// the weight of ledger and arms.
    void dress() {
        rail_ = *p_.assembly;
        RailSeat seat;
        seat.through = seat_.frame;
        for (double z : layout_.rows)
            seat.rows.push_back(Length::mm(z));
        rail_.seats.emplace_back(std::move(seat));
        dressed_ = p_;
        dressed_.assembly = &rail_;
        const double rho = p_.woodC1.density * 1e-9;
        const double ledger = (layout_.x1 - layout_.x0) * layout_.t * layout_.high * rho;
        const double arm = layout_.armLength() * layout_.t * layout_.high * rho;
        double kg = ledger;
        double mx = ledger * (layout_.x0 + layout_.x1) / 2;
        double my = ledger * layout_.t / 2;
        for (double x : layout_.arms) {
            kg += arm;
            mx += arm * x;
            my += arm * (layout_.t + layout_.y1) / 2;
        }
        const double all = p_.mass + kg;
        dressed_.gravityX = (p_.mass * p_.gravityX.value_or(L() / 2) + mx) / all;
        dressed_.gravityY = (p_.mass * p_.gravityY + my) / all;
        dressed_.mass = all;
    }

    void judgeAll() {
        dress();
        v_.rows = layout_.rows;
        const Statics& s = cache_.of(dressed_, v_.x, springsOf(v_, dressed_, w_));
        if (!s.problem.empty()) {
            v_.refusal = s.problem;
            return;
        }
        const JudgeBench b{dressed_, w_, s, factor_, quiet_};
        v_.armX = layout_.arms;
        if (v_.option.screw)
            chooseWallScrew(b, v_);
        if (!v_.refusal.empty())
            return;
        v_.difficulty = 3;
        addDemands(s, factor_, v_);
        if (!quiet_) {
            v_.cases = supportCases(s, factor_);
            v_.mounting = armsMounting(p_, w_, v_, layout_);
        }
        for (auto& c : sectionChecks(b))
            v_.checks.push_back(std::move(c));
        if (v_.option.screw) {
            addScrewChecks(studAlone(b, v_), v_);
        } else {
            addAnchorChecks(b, v_);
        }
        if (v_.beside >= 0)
            addAnchorChecks(anchorBeside(b, v_), v_);
        addCrushCheck(studAlone(b, v_), v_.option.screw ? w_.studWidth : 100, v_);
        armChecks();
        twist();
        skin();
        v_.settles = settlingOf(b, v_);
        addSagCheck(b, v_);
        droop(b);
        v_.holes = static_cast<int>(v_.x.size() * v_.rows.size());
        Grade g = p_.grade;
        if (!w_.studsKnown && v_.option.atStuds())
            g = Grade::D;
        if (v_.option.anchor || v_.option.beside)
            g = std::max(g, Grade::C);
        v_.verdict = judge(v_.checks, {g, p_.strengthLimit, p_.leaningCounts});
        // the rows as they are on the wall
        for (double& z : v_.rows)
            z += layout_.z0;
    }

    /// The heaviest arm: what stands on its share, and all of a hand.
    struct ArmLoad {
        double R = 0, M = 0, droop = 0, droopLasting = 0;
    };
    [[nodiscard]] ArmLoad armLoad(bool leaning) const {
        const double n = static_cast<double>(layout_.arms.size());
        double share = L() / n;
        for (std::size_t i = 1; i < layout_.arms.size(); ++i)
            share = std::max(share, layout_.arms[i] - layout_.arms[i - 1]);
        const auto forces = contentsForces(p_.load, *p_.assembly, factor_);
        const double w = heaviestStretch(forces, L(), std::min(share, L())).w;
        ArmsInput in;
        in.arms = 1;
        in.depth = D();
        in.ledgerT = layout_.t;
        in.b = layout_.t;
        in.h = layout_.high;
        in.E = p_.woodC1.E;
        in.z = {1};
        in.studs = 1;
        in.axial = 1;
        in.loads.push_back({w * share, 0, D(), true});
        in.loads.push_back({p_.mass * gravity / L() * share, 0, D(), true});
        if (leaning)
            in.loads.push_back({p_.hand, D(), D(), false});
        const ArmsResult r = armsOf(in);
        return {r.R, r.M, r.dropArm, 0};
    }

    void armChecks() {
        const double bw = layout_.t;
        const double h = layout_.high;
        const bool hand = p_.hand > 0;
        const auto add = [&](const char* id, const char* title, const char* unit, auto use, Working w) {
            std::optional<Use> leaning;
            if (hand)
                leaning = use(armLoad(true), true);
            Check c = checkOf(id, title, unit, use(armLoad(false), false), leaning);
            if (!quiet_) {
                const bool byHand = c.leaning && *c.leaning > *c.standing;
                c.load = byHand ? "a hand of " + N(p_.hand) + " over one arm" : "what stands on it";
                c.place = "arms";
                w.values.insert(w.values.begin(),
                                {{"load", c.load}, {"M at the ledger", Nm(armLoad(byHand).M)}});
                w.result = words::percent(c.utilisation()) + " used";
                c.working = std::move(w);
            }
            v_.checks.push_back(std::move(c));
        };
        const std::vector<std::pair<std::string, std::string>> size{
            {"arm", mm(bw) + " × " + mm(h)}, {"arms", std::to_string(layout_.arms.size())}};
        add("arm", "Arms in bending", "MPa",
            [&](const ArmLoad& l, bool lean) {
                return Use{l.M / (bw * h * h / 6), (lean ? p_.woodC2 : p_.woodC1).Fb};
            },
            {"σ = M/(b h²/6), M = Σ P a from the ledger's face",
             size,
             "",
             "S9.3",
             {"skins count for nothing here"}});
        joint(add, size);
        add("arm_shear", "Arms in shear", "MPa",
            [&](const ArmLoad& l, bool lean) {
                return Use{1.5 * l.R / (bw * h), (lean ? p_.woodC2 : p_.woodC1).Fv};
            },
            {"τ = 1.5 R/(b h)", size, "", "S9.3", {}});
    }

    /// Pull and shear on the lag screws of an arm at once, in end grain (S10.5); its lower end presses on the
    /// ledger.
    template <typename Add>
    void joint(const Add& add, const std::vector<std::pair<std::string, std::string>>& size) {
        const LagScrew& lag = p_.catalog->lagScrew(p_.metric);
        const double length = armLag(layout_, lag);
        const double passes = layout_.t - armLagSunk;
        const double thread = std::max(0.0, std::min(lag.thread(length), length - passes - lag.tip));
        LagJoint in{lag, layout_.lags, passes, length - passes, thread, p_.woodC1.G};
        auto values = size;
        values.emplace_back("lag screws an arm",
                            fmt::format("{} of {} × {}", layout_.lags.size(), lag.label, mm(length)));
        values.emplace_back("thread in end grain", mm(thread));
        add("arm_joint", "Joint of arm and ledger", "N",
            [&](const ArmLoad& l, bool lean) { return lagUse(in, l.R, l.M, durationFactor(lean)); },
            {"T = 1.5 M z/Σz² on the upper lag, V = R/n;  u = max(R/Z_α, T/W′, V/Z′)",
             values,
             "",
             "S9.1, S9.3, S10.2, S10.4, S10.5; NDS 12.2",
             {"a lag screw may pull in end grain at three quarters; a wood screw there counts for nothing"}});
        double sum = 0;
        double sum2 = 0;
        for (double z : layout_.lags) {
            sum += z;
            sum2 += z * z;
        }
        add("arm_press", "Lower end of an arm on the ledger", "MPa",
            [&](const ArmLoad& l, bool) {
                return Use{2 * (1.5 * l.M * sum / sum2) / (layout_.t * sum2 / sum), p_.woodC1.FcPerp};
            },
            {"p = 2 C/(b × pressed depth) ≤ F_c⊥ of the ledger", size, "", "S9.1, S9.3", {}});
    }

    /// The top between two arms, or past the last one up to the end of the box, as a strip that is held there
    /// and nowhere else; the front that it is glued to is left out (S4.3).
    void skin() {
        const double t = seat_.topThickness.mm();
        if (t <= 0)
            return;
        double bay = std::max(layout_.arms.front() - seat_.x0.mm(), seat_.x1.mm() - layout_.arms.back());
        for (std::size_t i = 1; i < layout_.arms.size(); ++i)
            bay = std::max(bay, layout_.arms[i] - layout_.arms[i - 1]);
        bay -= layout_.t;
        const double w = heaviestStretch(contentsForces(p_.load, *p_.assembly, factor_), L(), bay).w +
                         D() * t * p_.woodC1.density * 1e-9 * gravity;
        const double I = D() * t * t * t / 12;
        const double Z = D() * t * t / 6;
        const double Fb = p_.sheetFb ? std::min(p_.woodC1.Fb, *p_.sheetFb) : p_.woodC1.Fb;
        const double M = w * bay * bay / 8;
        std::optional<Use> leaning;
        if (p_.hand > 0)
            leaning = Use{(M + p_.hand * bay / 4) / Z, Fb * p_.woodC2.Fb / p_.woodC1.Fb};
        Check c = checkOf("skin", "Top between the arms", "MPa", Use{M / Z, Fb}, leaning);
        Check sag;
        sag.id = "skin_sag";
        sag.title = "Sag of the top between the arms";
        sag.unit = "mm";
        sag.demand = 5 * w * std::pow(bay, 4) / (384 * p_.woodC1.E * I) * (1 + p_.kDef);
        sag.capacity = bay / 240;
        sag.looks = true;
        if (!quiet_) {
            const bool hand = c.leaning && *c.leaning > *c.standing;
            c.load = hand ? "a hand of " + N(p_.hand) + " between two arms" : "what stands on it";
            sag.load = "what stands on it";
            c.place = sag.place = "the widest bay";
            c.working = {"σ = (w l²/8 + F l/4)/(b t²/6)",
                         {{"load", c.load}, {"bay", mm(bay)}, {"top", mm(D()) + " × " + mm(t)}},
                         words::percent(c.utilisation()) + " used",
                         "S4.3",
                         {"the front that it is glued to is left out"}};
            sag.working = {"v = 5 w l⁴/(384 E I) (1 + k_def) ≤ l/240",
                           {{"bay", mm(bay)}, {"top", mm(D()) + " × " + mm(t)}},
                           mm(sag.demand) + " of " + mm(sag.capacity),
                           "S4.3, S6",
                           {}};
        }
        v_.checks.push_back(std::move(c));
        v_.checks.push_back(std::move(sag));
    }

    /// What arms away from the screws turn the ledger with (S9.3).
    void twist() {
        const double GJ = barGJ(layout_.t, layout_.high, p_.woodC1.E);
        const double stands = armLoad(false).M;
        std::vector<BarTorque> all;
        for (double x : layout_.arms)
            all.push_back({x, stands});
        const BarTwist still = barTwist(v_.x, all, GJ);
        for (double theta : still.theta)
            twisted_ += theta / static_cast<double>(still.theta.size());
        if (w_.cover > 0) // its lower edge leans on the cover (estimate)
            twisted_ /= 2;
        BarTwist worst = still;
        if (p_.hand > 0)
            for (std::size_t i = 0; i < all.size(); ++i) {
                auto pressed = all;
                pressed[i].T += armLoad(true).M - stands;
                if (BarTwist t = barTwist(v_.x, pressed, GJ); t.worst > worst.worst)
                    worst = t;
            }
        const auto tau = [&](double T) { return barShear(T, layout_.t, layout_.high); };
        std::optional<Use> leaning;
        if (p_.hand > 0)
            leaning = Use{tau(worst.worst), p_.woodC2.Fv};
        Check c = checkOf("ledger_twist", "Ledger twisted between its screws", "MPa",
                          Use{tau(still.worst), p_.woodC1.Fv}, leaning);
        const bool hand = c.leaning && *c.leaning > *c.standing;
        c.atMm = hand ? worst.at : still.at;
        if (!quiet_) {
            c.load = hand ? "a hand of " + N(p_.hand) + " over one arm" : "what stands on it";
            c.place = "the arm " + words::place(*c.atMm) + " from the left end";
            c.working = {"τ = T/(α h t²) ≤ F_v C_D, T by the lever rule from the arm to the screws",
                         {{"load", c.load},
                          {"T", Nm(hand ? worst.worst : still.worst)},
                          {"ledger", mm(layout_.t) + " × " + mm(layout_.high)},
                          {"G β h t³", fmt::format("{:.3g} N mm²", GJ)}},
                         words::percent(c.utilisation()) + " used",
                         "S9.3, S5.6 (Saint-Venant)",
                         {"an arm within 50 mm of a screw gives its moment to it"}};
        }
        v_.checks.push_back(std::move(c));
    }

    /// Ledger turning and twisting, arms bending, and the play of the box over the arms.
    void droop(const JudgeBench& b) {
        const Statics& s = b.statics;
        const double axial = v_.option.screw ? axialStiffness(v_.option.screw->d,
                                                              v_.option.screw->thread(v_.pen, v_.screwLength))
                                             : anchorStiffness(v_.option.ground);
        double turnNow = 0;
        double turnLong = 0;
        std::size_t where = 0;
        for (std::size_t i = 0; i < s.x.size(); ++i) {
            const double M = s.ownTurning[i] + b.factor * s.contents.turning[i];
            const double lasting = s.ownTurning[i] + b.factor * s.contents.lastingTurning[i];
            const double later = M + 2 * solidWoodCreep * lasting;
            turnNow = std::max(turnNow, D() * railRotation(M, layout_.rows, 1, axial));
            if (const double t = D() * railRotation(later, layout_.rows, 1, axial); t > turnLong) {
                turnLong = t;
                where = i;
            }
        }
        const double arm = armLoad(false).droop;
        const double play = seat_.clearance.mm() * D() / layout_.armLength();
        const double twist = D() * twisted_;
        v_.droopNow = turnNow + twist + arm + play;
        v_.droopLong = turnLong + (twist + arm) * (1 + solidWoodCreep) + play;
        v_.droopBed = turnLong;
        v_.droopRod = arm * (1 + solidWoodCreep);
        v_.droopPlay = play;
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
            c.working = {"drop = D × 1.5 M/(K_ax Σz²) + D θ + arm + c D/(arm length)",
                         {{"ledger turns", mm(turnLong)},
                          {"ledger twists between its screws", mm(twist * (1 + solidWoodCreep))},
                          {"arms bend", mm(v_.droopRod)},
                          {"play of the box", mm(play)},
                          {"now", mm(v_.droopNow)},
                          {"settles as a whole besides", mm(v_.settles)}},
                         mm(v_.droopLong) + " of " + mm(c.capacity),
                         "S9.3, S1.6, S5.3, S6; K_ax from product approvals (verify)",
                         {"a taller ledger beats thicker arms"}};
        }
        v_.checks.push_back(std::move(c));
    }

    const HeldPiece& p_;
    const WallBehind& w_;
    StaticsCache& cache_;
    double factor_;
    bool quiet_;
    const CavitySeat& seat_;
    ArmsLayout layout_;
    double twisted_ = 0; ///< rad at once, of all arms in the mean
    Assembly rail_;
    HeldPiece dressed_;
    SupportVerdict v_;
};

} // namespace

SupportVerdict judgeArms(const JudgeInput& in) {
    return ArmsJudge(in.piece, in.wall, in.option, in.cache, in.factor, in.quiet).run();
}

} // namespace owl
