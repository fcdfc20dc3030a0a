#include "support/arms.h"

#include "strength/concealed.h"
#include "strength/fastener.h"
#include "strength/wall_mount.h"
#include "support/rail_mounting.h"
#include "support/rail_section.h"
#include "support/words.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace owl {
namespace {

using words::mm;
using words::N;
using words::Nm;

constexpr double armGap = 3; // mm between an arm's end and the front

class ArmsJudge {
  public:
    ArmsJudge(const RailPiece& p, const RailWall& w, const RailOption& o, StaticsCache& cache, double factor,
              bool quiet)
        : p_(p), w_(w), cache_(cache), factor_(factor), quiet_(quiet), seat_(*p.assembly->cavity) {
        v_.option = o;
    }

    RailVerdict run() {
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
        if (v_.option.kind == RailSupport::cover) {
            v_.refusal =
                "a ledger with arms pulls at its anchors for years, and board creeps: not on the cover "
                "alone";
            return;
        }
        if (v_.option.kind == RailSupport::masonry) {
            v_.x = w_.anchors ? *w_.anchors : anchorPlaces(seat_.x0.mm(), seat_.x1.mm());
            if (v_.x.size() < 3)
                v_.refusal = "fewer than three holes are clear of wires and pipes";
        } else {
            v_.x = distinctStuds(w_);
            if (v_.option.beside)
                return besideOneStud();
            if (v_.x.size() < 2)
                v_.refusal = v_.x.empty() ? (w_.studsKnown ? "no stud lies behind the ledger"
                                                           : "the studs of this wall are not known yet")
                                          : "only one stud lies behind the ledger; it turns on it";
        }
    }

    /// One stud, and an anchor in the cover as far from it as the ledger reaches: two supports share by
    /// balance alone, whatever each of them gives. With two studs nobody needs it.
    void besideOneStud() {
        if (v_.x.size() != 1) {
            v_.refusal = v_.x.empty() ? "no stud lies behind the ledger; anchors alone do not hold one"
                                      : "two studs lie behind the ledger: no anchor is needed";
            return;
        }
        v_.refusal = noRoomBehind(w_, v_.option);
        if (!v_.refusal.empty())
            return;
        const double stud = v_.x.front();
        // What is listed is clear of wires and pipes; an empty list means that nothing is.
        const auto places = w_.anchors.value_or(anchorPlaces(seat_.x0.mm(), seat_.x1.mm()));
        if (places.empty()) {
            v_.refusal = "no place for an anchor is clear of wires and pipes";
            return;
        }
        const double far = *std::max_element(places.begin(), places.end(), [&](double a, double b) {
            return std::abs(a - stud) < std::abs(b - stud);
        });
        if (std::abs(far - stud) < 150) {
            v_.refusal = "no place for an anchor is free far enough from the stud";
            return;
        }
        v_.x = {std::min(stud, far), std::max(stud, far)};
        v_.beside = far < stud ? 0 : 1;
    }

    /// The ledger as the rail that the shared checks know: its thickness, its rows above its lower edge; with
    /// the weight of ledger and arms.
    void dress() {
        rail_ = *p_.assembly;
        rail_.wallThrough = seat_.frame;
        rail_.wallRows.clear();
        for (double z : layout_.rows)
            rail_.wallRows.push_back(Length::mm(z));
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
        const RailStatics& s = cache_.of(dressed_, v_.x, 0);
        if (!s.problem.empty()) {
            v_.refusal = s.problem;
            return;
        }
        const RailBench b{dressed_, w_, s, factor_, quiet_};
        v_.rows = layout_.rows;
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
        for (auto& c : railSectionChecks(b))
            v_.checks.push_back(std::move(c));
        if (v_.option.screw) {
            RailBench studs = b;
            studs.except = v_.beside;
            addScrewChecks(studs, v_);
        } else {
            addAnchorChecks(b, v_);
        }
        if (v_.beside >= 0) {
            RailBench anchor = b;
            anchor.only = v_.beside;
            addAnchorChecks(anchor, v_);
        }
        addCrushCheck(b, v_.option.screw ? w_.studWidth : 100, v_);
        armChecks();
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
        const LagScrew& lag = p_.catalog->lagScrew(p_.metric);
        const double length = armLag(layout_, lag);
        const double inArm = length - (layout_.t - armLagSunk) - lag.tip;
        const double thread = std::max(0.0, std::min(lag.thread(length), inArm));
        auto joint = size;
        joint.emplace_back("lag screw", lag.label + " × " + mm(length));
        joint.emplace_back("thread in end grain", mm(thread));
        add("arm_joint", "Joint of arm and ledger", "N",
            [&](const ArmLoad& l, bool lean) {
                return Use{1.5 * l.M / (h / 2),
                           withdrawal(p_.woodC1.G, lag.d, true, thread, durationFactor(lean), true)};
            },
            {"T = 1.5 M/(h/2) on the lag screw; W′ = 0.75 × 27.86 G^1.5 D^0.75 p C_D in end grain",
             joint,
             "",
             "S9.3, S10.2; NDS 12.2",
             {"a lag screw may pull in end grain at three quarters; a wood screw there counts for nothing"}});
        add("arm_shear", "Arms in shear", "MPa",
            [&](const ArmLoad& l, bool lean) {
                return Use{1.5 * l.R / (bw * h), (lean ? p_.woodC2 : p_.woodC1).Fv};
            },
            {"τ = 1.5 R/(b h)", size, "", "S9.3", {}});
    }

    /// Ledger turning, arms bending, and the play of the box over the arms.
    void droop(const RailBench& b) {
        const RailStatics& s = b.statics;
        const double axial =
            v_.option.screw ? axialStiffness(v_.option.screw->d, std::min(v_.pen, v_.screwLength * 2 / 3))
                            : anchorStiffness(v_.option.kind);
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
        v_.droopNow = turnNow + arm + play;
        v_.droopLong = turnLong + arm * (1 + solidWoodCreep) + play;
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
            c.working = {"drop = D × 1.5 M/(K_ax Σz²) + arm + c D/(arm length)",
                         {{"ledger turns", mm(turnLong)},
                          {"arms bend", mm(v_.droopRod)},
                          {"play of the box", mm(play)},
                          {"now", mm(v_.droopNow)}},
                         mm(v_.droopLong) + " of " + mm(c.capacity),
                         "S9.3, S1.6, S6; K_ax from product approvals (verify)",
                         {"a taller ledger beats thicker arms"}};
        }
        v_.checks.push_back(std::move(c));
    }

    const RailPiece& p_;
    const RailWall& w_;
    StaticsCache& cache_;
    double factor_;
    bool quiet_;
    const CavitySeat& seat_;
    ArmsLayout layout_;
    Assembly rail_;
    RailPiece dressed_;
    RailVerdict v_;
};

} // namespace

double armLag(const ArmsLayout& layout, const LagScrew& lag) {
    return lag.longest(std::min(armLagLength, layout.t - armLagSunk + layout.armLength() - 10));
}

ArmsLayout armsLayout(const CavitySeat& seat, const std::vector<double>& fixings, int rows) {
    ArmsLayout a;
    const double c = seat.clearance.mm();
    a.t = seat.frame.mm();
    a.x0 = seat.x0.mm() + c;
    a.x1 = seat.x1.mm() - c;
    a.high = (seat.z1 - seat.z0).mm() - c;
    a.z0 = seat.z0.mm() + c;
    a.y1 = seat.y1.mm() - armGap;
    if (a.high < 20)
        a.refusal = fmt::format("the hollow is only {:.0f} mm high inside: no ledger of 20 mm fits",
                                std::max(0.0, a.high + c));
    else if (a.armLength() < 40)
        a.refusal = fmt::format("a ledger of {:.0f} mm leaves arms of {:.0f} mm; they need 40 mm", a.t,
                                std::max(0.0, a.armLength()));
    else if (a.x1 - a.x0 < 150)
        a.refusal = "the hollow is too short for a ledger";
    if (!a.refusal.empty())
        return a;
    a.rows = {a.high - std::min(20.0, a.high / 3)};
    if (rows > 1 && a.rows[0] - 20 >= 25)
        a.rows.insert(a.rows.begin(), 20.0);
    // A driver of 25 mm reaches every screw between the arms.
    std::vector<Length> keep;
    for (double x : fixings)
        keep.push_back(Length::mm(x));
    keep.insert(keep.end(), seat.keepFree.begin(), seat.keepFree.end());
    const Length half = Length::mm(a.t / 2);
    for (Length x :
         spread(Length::mm(a.x0), Length::mm(a.x1), half + 1_mm, seat.spacing, keep, half + 14_mm)) {
        const bool clear =
            std::all_of(keep.begin(), keep.end(), [&](Length k) { return abs(k - x) >= half + 13_mm; });
        if (clear && (a.arms.empty() || x.mm() - a.arms.back() > a.t + 10))
            a.arms.push_back(x.mm());
    }
    if (a.arms.size() < 2)
        a.refusal = "there is no room for two arms clear of the ledger's screws";
    return a;
}

RailVerdict judgeArms(const RailPiece& piece, const RailWall& wall, const RailOption& option,
                      StaticsCache& cache, double factor, bool quiet) {
    return ArmsJudge(piece, wall, option, cache, factor, quiet).run();
}

} // namespace owl
