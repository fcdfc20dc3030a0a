#include "support/standing/standing.h"

#include "assembly/reach.h"
#include "strength/fastener.h"
#include "strength/stability.h"
#include "support/inside/inner_checks.h"
#include "support/inside/racking_check.h"
#include "support/rail/rail.h"
#include "support/words.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace owl {
namespace {

using words::mm;
using words::N;

constexpr double carpetTilt = 1.5; // degrees that a carpet gives (S11.2, verify)

/// A weight in the piece: N, mm.
struct Weight {
    double W = 0;
    Vec3 at;
};

class StandingJudge {
  public:
    StandingJudge(const HeldPiece& p, const WallBehind& w, const SupportOption& o, double factor, bool quiet)
        : p_(p), w_(w), a_(*p.assembly), seat_(*a_.seat<FloorSeat>()), factor_(factor), quiet_(quiet) {
        v_.option = o;
        if (const RailSeat* rail = a_.seat<RailSeat>())
            for (Length z : rail->rows)
                v_.rows.push_back(z.mm());
    }

    SupportVerdict run() {
        v_.x = {seat_.x0.mm(), seat_.x1.mm()};
        weigh();
        if (seat_.tied && !chooseTie())
            return std::move(v_);
        feet();
        combinations();
        tipping();
        addInnerChecks(p_, factor_, quiet_, v_);
        tieKeepsSquare();
        v_.verdict = judge(v_.checks, {grade(), p_.strengthLimit, p_.leaningCounts});
        return std::move(v_);
    }

  private:
    [[nodiscard]] Grade grade() const {
        if (seat_.tied && !w_.studsKnown && v_.option.atStuds())
            return Grade::D;
        return v_.option.anchor ? std::max(p_.grade, Grade::C) : p_.grade;
    }
    bool refuse(std::string why) {
        v_.feasible = false;
        v_.refusal = std::move(why);
        v_.verdict = {};
        v_.verdict.status = Status::fails;
        v_.verdict.grade = grade();
        return false;
    }

    void weigh() {
        own_ = {p_.mass * gravity, {p_.gravityX.value_or(a_.length.mm() / 2), p_.gravityY, 0}};
        double z = 0;
        double all = 0;
        for (const auto& part : a_.parts) {
            const double m = massOf(part, p_.woodC1.density);
            z += m * part.solid.centre().z;
            all += m;
        }
        own_.at.z = all > 0 ? z / all : 0;
        const auto surfaces = surfacesOf(a_);
        const ContentsForces things = contentsForces(p_.load, a_, factor_);
        for (std::size_t i = 0; i < things.lines.size(); ++i) {
            const LineLoad& l = things.lines[i];
            things_.push_back({l.w * (l.x1 - l.x0), pressesAt(surfaces[things.on[i]], l, things.even[i])});
        }
    }

    /// Where it is tied: every stud behind its rail, or the places for anchors.
    bool chooseTie() {
        ties_ = v_.option.atStuds() ? distinctStuds(w_)
                : w_.anchors        ? *w_.anchors
                                    : anchorPlaces(wallReach(a_).left.mm(), wallReach(a_).right.mm());
        if (ties_.size() > 2) // two are wanted (S11.2): the outermost
            ties_ = {ties_.front(), ties_.back()};
        v_.holes = static_cast<int>(ties_.size() * v_.rows.size());
        if (!v_.option.screw)
            return true;
        const Statics none;
        chooseWallScrew({p_, w_, none, factor_, quiet_}, v_);
        return v_.refusal.empty() || refuse(v_.refusal);
    }

    /// Feet at the four corners, then the ties.
    void feet() {
        const auto foot = [&](const char* id, Length x, Length y, int support) {
            Mount m;
            m.id = id;
            m.to = "floor";
            m.kind = "foot";
            m.at = m.from = {x.mm(), y.mm(), 0};
            m.direction = {0, 0, -1};
            m.into = "none";
            m.support = support;
            for (const auto& part : a_.parts) { // what stands there
                const Cell b = part.bounds();
                if (b.at.z <= Length::mm(0.01) && x >= b.at.x && x <= b.at.x + b.size.x && y >= b.at.y &&
                    y <= b.at.y + b.size.y && m.parts.empty())
                    m.parts.push_back(part.id);
            }
            v_.mounting.mounts.push_back(std::move(m));
        };
        foot("foot-left-back", seat_.x0, seat_.y0, 0);
        foot("foot-left-front", seat_.x0, seat_.y1, 0);
        foot("foot-right-back", seat_.x1, seat_.y0, 1);
        foot("foot-right-front", seat_.x1, seat_.y1, 1);
        if (!seat_.tied)
            return;
        SupportVerdict tie = v_;
        tie.x = ties_;
        Mounting made = railMounting(p_, w_, tie);
        for (auto& m : made.mounts) {
            m.support += 2;
            v_.mounting.mounts.push_back(std::move(m));
        }
        v_.mounting.holes = std::move(made.holes);
    }

    struct Sum {
        double W = 0, x = 0, y = 0; ///< N, N mm
        void add(double w, const Vec3& at) {
            W += w;
            x += w * at.x;
            y += w * at.y;
        }
    };
    [[nodiscard]] Sum resting(bool full) const {
        Sum s;
        s.add(own_.W, own_.at);
        if (full)
            for (const auto& t : things_)
                s.add(t.W, t.at);
        return s;
    }

    /// Feet only push. `forward`: a pull at `high` mm, in the middle: what the feet's depth does not hold the
    /// ties do, the rest of it the friction of the front feet.
    [[nodiscard]] SupportCase share(const Sum& s, double forward, double high) const {
        const double x0 = seat_.x0.mm();
        const double x1 = seat_.x1.mm();
        const double y0 = seat_.y0.mm();
        const double y1 = seat_.y1.mm();
        const double right = std::clamp((s.x / s.W - x0) / (x1 - x0), 0.0, 1.0);
        const double back = ((y1 - s.y / s.W) * s.W - forward * high) / (y1 - y0);
        const double tie = back < 0 && !ties_.empty() ? -back * (y1 - y0) / v_.rows.back() : 0;
        const double rear = std::max(0.0, back);
        const double front = s.W - rear;
        SupportCase c;
        c.R = {s.W * (1 - right), s.W * right};
        c.M = {0, 0};
        // Turning seen from above: pull and ties stand where they stand, the two front feet take the rest.
        const double rub = forward - tie;
        double aside = forward * (x0 + x1) / 2;
        for (double x : ties_)
            aside -= tie / static_cast<double>(ties_.size()) * x;
        const double rubRight = (aside - rub * x0) / (x1 - x0);
        c.given = {{"foot-left-back", {0, 0, rear * (1 - right)}},
                   {"foot-left-front", {0, rubRight - rub, front * (1 - right)}},
                   {"foot-right-back", {0, 0, rear * right}},
                   {"foot-right-front", {0, -rubRight, front * right}}};
        if (tie > 0)
            for (const auto& m : v_.mounting.mounts)
                if (m.to == "wall")
                    c.given.emplace_back(
                        m.id, Vec3{0, -tie / static_cast<double>(ties_.size() * v_.rows.size()), 0});
        return c;
    }

    void combinations() {
        v_.cases.push_back(share(resting(true), 0, 0));
        v_.reactions = v_.cases.front().R;
        v_.demands.resize(2);
        for (std::size_t i = 0; i < 2; ++i) {
            v_.demands[i].x = v_.x[i];
            v_.demands[i].shearStanding = v_.demands[i].shearLeaning = v_.reactions[i];
        }
        if (p_.hand > 0)
            for (double x : {0.0, a_.length.mm() / 2, a_.length.mm()}) {
                Sum s = resting(true);
                s.add(p_.hand, {x, a_.depth.mm(), 0});
                SupportCase c = share(s, 0, 0);
                c.hand = x;
                for (std::size_t i = 0; i < 2; ++i)
                    v_.demands[i].shearLeaning = std::max(v_.demands[i].shearLeaning, c.R[i]);
                v_.cases.push_back(std::move(c));
            }
        if (quiet_)
            return;
        const double high = std::min(a_.height.mm(), tipPullHigh);
        const AppliedForce pull{
            "lean", {(seat_.x0 + seat_.x1).mm() / 2, a_.depth.mm(), high}, {0, tipPull, 0}};
        SupportCase a = share(resting(false), tipPull, high);
        a.name = "T empty, pulled";
        a.contents = false;
        a.lean = {pull};
        if (held(a))
            v_.cases.push_back(std::move(a));
        Sum s = resting(false);
        const Vec3 edge{(seat_.x0 + seat_.x1).mm() / 2, a_.depth.mm(), high};
        s.add(climbingChild, edge);
        SupportCase c = share(s, tipPull, high);
        c.name = "T empty, pulled and climbed";
        c.contents = false;
        c.lean = {pull, {"lean", edge, {0, 0, -climbingChild}}};
        if (held(c))
            v_.cases.push_back(std::move(c));
    }
    /// Untied, it may be past what its feet hold: then nothing balances, and its check says so.
    [[nodiscard]] bool held(const SupportCase& c) const {
        double turning = 0; // about the wall's foot
        for (const auto& f : c.lean)
            turning += f.at.y * f.force.z - f.at.z * f.force.y;
        turning -= own_.W * own_.at.y;
        for (const auto& [id, force] : c.given)
            for (const auto& m : v_.mounting.mounts)
                if (m.id == id)
                    turning += m.at.y * force.z - m.at.z * force.y;
        return std::abs(turning) < 1;
    }

    /// S11.2, the three cases: about the front foot, on a carpet.
    struct Tip {
        const char* what;
        TipResult r;
    };
    [[nodiscard]] std::vector<Tip> tips() const {
        const double y1 = seat_.y1.mm();
        TipInput empty;
        empty.tilt = carpetTilt;
        empty.anchorH = v_.rows.empty() ? 0 : v_.rows.back();
        empty.weights.push_back({own_.W, y1 - own_.at.y, own_.at.z});
        empty.pull = tipPull;
        empty.pullH = std::min(a_.height.mm(), tipPullHigh);
        TipInput climbed = empty;
        climbed.pull = 0;
        for (const auto& t : things_)
            climbed.weights.push_back({t.W, y1 - t.at.y, t.at.z});
        climbed.down = climbingChild;
        climbed.downFront = a_.depth.mm() - y1;
        climbed.downZ = empty.pullH;
        TipInput both = climbed;
        both.weights = empty.weights;
        both.pull = empty.pull;
        return {{"empty and pulled at the top", tipOf(empty)},
                {"filled, a child on its front edge", tipOf(climbed)},
                {"empty, pulled and climbed", tipOf(both)}};
    }

    void tipping() {
        const auto all = tips();
        const auto worst = std::max_element(all.begin(), all.end(), [](const Tip& a, const Tip& b) {
            return a.r.overturns * b.r.restores < b.r.overturns * a.r.restores;
        });
        if (seat_.tied)
            tieCheck(*std::max_element(all.begin(), all.end(), [](const Tip& a, const Tip& b) {
                return a.r.restraint < b.r.restraint;
            }));
        else
            freeCheck(*worst);
    }

    void freeCheck(const Tip& t) {
        Check c;
        c.id = "tip_over";
        c.title = "Standing without a tie";
        c.demand = 1.5 * t.r.overturns / 1000;
        c.capacity = t.r.restores / 1000;
        c.unit = "N m";
        c.load = t.what;
        if (!quiet_)
            c.working = {"1.5 M_o ≤ M_r about the front foot",
                         {{"case", t.what},
                          {"M_o", words::Nm(t.r.overturns)},
                          {"M_r", words::Nm(t.r.restores)},
                          {"floor gives", fmt::format("{:g}°", carpetTilt)}},
                         words::percent(c.utilisation()) + " used",
                         "S11.2 (after ASTM F2057; figures verify)",
                         {}};
        v_.checks.push_back(std::move(c));
    }

    /// Each of the two anchorages takes max(2 T, 445 N) along its screw.
    void tieCheck(const Tip& t) {
        Check c;
        c.id = "wall_tie";
        c.title = "Tie against tipping";
        c.demand = t.r.design;
        c.capacity = tieTakes();
        c.unit = "N";
        c.load = t.what;
        if (!quiet_) {
            c.place = "ties";
            c.working = {"T = max(0, 1.5 M_o − M_r)/h;  each of two anchorages ≥ max(2 T, 445 N)",
                         {{"case", t.what},
                          {"M_o", words::Nm(t.r.overturns)},
                          {"M_r", words::Nm(t.r.restores)},
                          {"h", mm(v_.rows.empty() ? 0 : v_.rows.back())},
                          {"T", N(t.r.restraint)},
                          {"one anchorage takes", N(c.capacity)}},
                         N(c.demand) + " of " + N(c.capacity),
                         "S11.2 (after ASTM F2057; figures verify), S10.2, S10.3, S10.7",
                         {"two points, in studs or masonry; C_D 1.6"}};
            c.cautions.push_back(
                "A tie is no leave to climb: keep what tempts a child off the upper shelves.");
        }
        v_.checks.push_back(std::move(c));
        Check two;
        two.id = "tie_points";
        two.title = "Places where it is tied";
        two.demand = 2;
        two.capacity = static_cast<double>(ties_.size() * v_.rows.size());
        two.requirement = true;
        if (!quiet_)
            two.working = {"two points, each in a stud or in masonry",
                           {{"found behind the rail", words::digits(two.capacity)}},
                           two.capacity >= 2 ? "two are there" : "too few: shift it to where two studs are",
                           "S11.2",
                           {"anything taller than 600 mm is tied, whatever the sum says"}};
        v_.checks.push_back(std::move(two));
    }

    /// Two screws through a rail in the upper fifth hold the top sideways, friction the bottom: then the case
    /// keeps square whatever its back does (S11.3). The better of the two counts, never both.
    void tieKeepsSquare() {
        const auto it = std::find_if(v_.checks.begin(), v_.checks.end(),
                                     [](const Check& c) { return c.id == "racking"; });
        const double n = static_cast<double>(ties_.size() * v_.rows.size());
        const bool high = !v_.rows.empty() && v_.rows.back() >= 0.8 * a_.height.mm();
        if (it == v_.checks.end() || !seat_.tied || n < 2 || !high)
            return;
        const double H = pushAtTheTop(p_, factor_);
        Check c = *it;
        c.demand = H / n;
        c.capacity = tieTakesAcross();
        c.unit = "N";
        if (c.utilisation() >= it->utilisation())
            return;
        if (!quiet_) {
            c.place = "screws of the tie";
            c.working = {
                "V = H/n at the top, friction holds the bottom;  V ≤ Z′",
                {{"H", N(H)}, {"fixings of the tie", words::digits(n)}, {"Z′ of one", N(c.capacity)}},
                N(c.demand) + " of " + N(c.capacity),
                "S11.3, S10.4, S10.7",
                {"what the back or the rails add is not counted"}};
        }
        *it = std::move(c);
    }
    [[nodiscard]] double tieTakesAcross() const {
        if (!v_.option.screw)
            return anchorTakes(v_).V;
        const Statics none;
        const double passes = JudgeBench{p_, w_, none, factor_, true}.rail();
        return lateral(acrossStud(p_, w_, *v_.option.screw, passes, v_.pen, durationFactor(true))).Z;
    }

    [[nodiscard]] double tieTakes() const {
        if (ties_.empty())
            return 0;
        const double CD = durationFactor(true);
        if (!v_.option.screw)
            return anchorTakes(v_).T;
        const Screw& s = *v_.option.screw;
        const Statics none;
        const double passes = JudgeBench{p_, w_, none, factor_, true}.rail();
        return std::min(withdrawal(w_.studG, s.d, s.lag, s.thread(v_.pen, v_.screwLength), CD),
                        pullThrough(p_.woodC1.G, s.head, passes - s.countersink(), CD));
    }

    const HeldPiece& p_;
    const WallBehind& w_;
    const Assembly& a_;
    const FloorSeat& seat_;
    double factor_;
    bool quiet_;
    Weight own_;
    std::vector<Weight> things_;
    std::vector<double> ties_;
    SupportVerdict v_;
};

} // namespace

SupportVerdict judgeStanding(const JudgeInput& in) {
    return StandingJudge(in.piece, in.wall, in.option, in.factor, in.quiet).run();
}

} // namespace owl
