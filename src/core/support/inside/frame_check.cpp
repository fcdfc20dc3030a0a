#include "support/inside/frame_check.h"

#include "strength/bar_torsion.h"
#include "strength/concealed.h"
#include "strength/fastener.h"
#include "strength/glass.h"
#include "support/arms/arms.h"
#include "support/judge/judge.h"
#include "support/judge/lag_joint.h"
#include "support/words.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace owl {
namespace {

using words::mm;
using words::N;
using words::Nm;

class FrameJudge {
  public:
    FrameJudge(const HeldPiece& p, double factor, const SupportVerdict& v, bool quiet)
        : p_(p), a_(*p.assembly), f_(*p.assembly->seat<FrameSeat>()), v_(v), quiet_(quiet),
          contents_(contentsForces(p.load, a_, factor)) {}

    std::vector<Check> run() {
        std::vector<Check> out{bending(), joint()};
        if (rowsApart() > inTheirHeight)
            out.push_back(across());
        out.push_back(twisted());
        if (!f_.plate.empty())
            for (auto& c : glass())
                out.push_back(std::move(c));
        return out;
    }

    [[nodiscard]] FrameGives gives() const {
        const ArmsResult r = onArm(false);
        FrameGives out;
        out.bends = r.dropArm;
        out.turn = r.M / std::max(1.0, lagTurning(lagJoint()));
        if (const double apart = rowsApart(); apart > inTheirHeight)
            out.turn += r.M * apart / (p_.woodC1.E * acrossE * railWidth() * std::pow(railThick(), 3) / 12);
        const BarTwist t = barTwist(v_.x, torques(r.M), railGJ());
        for (double theta : t.theta)
            out.turn += theta / static_cast<double>(t.theta.size());
        return out;
    }

  private:
    /// The arm with the widest share of the length: what stands there and all of a hand (S9.3).
    [[nodiscard]] ArmsResult onArm(bool leaning) const {
        double share = 0;
        for (std::size_t i = 0; i < f_.x.size(); ++i) {
            const double left = i == 0 ? f_.x[i].mm() : (f_.x[i] - f_.x[i - 1]).mm() / 2;
            const double right =
                i + 1 == f_.x.size() ? (a_.length - f_.x[i]).mm() : (f_.x[i + 1] - f_.x[i]).mm() / 2;
            share = std::max(share, left + right);
        }
        const double L = a_.length.mm();
        const double w = heaviestStretch(contents_, L, std::min(share, L)).w;
        ArmsInput in;
        in.arms = 1;
        in.depth = f_.tip.mm();
        in.ledgerT = f_.face.mm();
        in.b = f_.wide.mm();
        in.h = f_.high.mm();
        in.E = p_.woodC1.E;
        in.z = {1};
        in.studs = 1;
        in.axial = 1;
        in.loads.push_back({w * share, a_.surfaceBack.mm(), a_.surfaceFront.mm(), true});
        in.loads.push_back({p_.mass * gravity / L * share, f_.face.mm(), a_.surfaceFront.mm(), true});
        if (leaning)
            in.loads.push_back({p_.hand, a_.depth.mm(), a_.depth.mm(), false});
        return armsOf(in);
    }
    template <typename F>
    [[nodiscard]] Check both(const char* id, const char* title, const char* unit, F use) const {
        std::optional<Use> leaning;
        if (p_.hand > 0)
            leaning = use(true);
        return checkOf(id, title, unit, use(false), leaning);
    }
    void explain(Check& c, const char* place, Working w) const {
        if (quiet_)
            return;
        const bool hand = c.leaning && *c.leaning > *c.standing;
        c.load = hand ? "a hand of " + N(p_.hand) + " over one arm" : "what stands on it";
        c.place = place;
        w.values.insert(w.values.begin(), {{"load", c.load}, {"M at the rail", Nm(onArm(hand).M)}});
        w.result = words::percent(c.utilisation()) + " used";
        c.working = std::move(w);
    }
    [[nodiscard]] std::vector<std::pair<std::string, std::string>> size() const {
        return {{"arm", mm(f_.wide.mm()) + " × " + mm(f_.high.mm())}, {"arms", std::to_string(f_.x.size())}};
    }

    // Wall screws this near the upper lag screws take their pull along the grain, mm (policy).
    static constexpr double inTheirHeight = 25;
    static constexpr double acrossE =
        0.05; ///< of E, across the grain (Wood Handbook table 5-1, radial and tangential)

    /// mm between the upper lag screws and the nearest row of wall screws.
    [[nodiscard]] double rowsApart() const {
        const double lag = f_.low.mm() + (f_.lags.empty() ? 0 : f_.lags.back().mm());
        double least = 1e9;
        for (double z : v_.rows)
            least = std::min(least, std::abs(z - lag));
        return v_.rows.empty() ? 0 : least;
    }
    [[nodiscard]] double railThick() const { return f_.face.mm() - a_.standOff.mm(); }
    /// mm of the rail's length that bends for one arm: 45 degrees to either side of it, no more than the arms
    /// are apart.
    [[nodiscard]] double railWidth() const {
        double apart = 1e9;
        for (std::size_t i = 1; i < f_.x.size(); ++i)
            apart = std::min(apart, (f_.x[i] - f_.x[i - 1]).mm());
        return std::min(f_.wide.mm() + 2 * rowsApart(), apart);
    }
    [[nodiscard]] double railGJ() const {
        const Part* rail = railPart(a_);
        return barGJ(railThick(), rail ? rail->width.mm() : f_.high.mm(), p_.woodC1.E);
    }
    [[nodiscard]] std::vector<BarTorque> torques(double M) const {
        std::vector<BarTorque> out;
        for (Length x : f_.x)
            out.push_back({x.mm(), M});
        return out;
    }

    /// The rail bends across its grain between the row of lag screws and the nearest wall screws.
    [[nodiscard]] Check across() const {
        const double t = railThick();
        Check c = both("rail_across", "Rail bent across its grain", "MPa", [&](bool lean) {
            return Use{6 * onArm(lean).M / (railWidth() * t * t), (lean ? p_.woodC2 : p_.woodC1).Fb / 10};
        });
        explain(c, "the rail beside an arm",
                {"σ = 6 M/(b_ef t²) ≤ F_b/10, b_ef = arm + 2 × distance of the rows, no more than the arms "
                 "are apart",
                 {{"rows apart", mm(rowsApart())}, {"b_ef", mm(railWidth())}, {"t", mm(t)}},
                 "",
                 "S9.3 (a tenth of F_b across the grain: policy)",
                 {"wall screws in the height of the lag screws cure it"}});
        return c;
    }

    /// What arms away from the wall screws turn the rail with; a hand over one of them (S9.3).
    [[nodiscard]] Check twisted() const {
        const Part* rail = railPart(a_);
        const double h = rail ? rail->width.mm() : f_.high.mm();
        const double stands = onArm(false).M;
        const BarTwist still = barTwist(v_.x, torques(stands), railGJ());
        BarTwist worst = still;
        for (std::size_t i = 0; p_.hand > 0 && i < f_.x.size(); ++i) {
            auto pressed = torques(stands);
            pressed[i].T = onArm(true).M;
            if (BarTwist t = barTwist(v_.x, pressed, railGJ()); t.worst > worst.worst)
                worst = t;
        }
        Check c = both("rail_twist", "Rail twisted between its screws", "MPa", [&](bool lean) {
            return Use{barShear((lean ? worst : still).worst, railThick(), h),
                       (lean ? p_.woodC2 : p_.woodC1).Fv};
        });
        explain(c, "the rail beside an arm",
                {"τ = T/(α h t²) ≤ F_v C_D, T by the lever rule from the arm to the screws",
                 {{"rail", mm(railThick()) + " × " + mm(h)}},
                 "",
                 "S9.3, S5.6 (Saint-Venant)",
                 {"an arm within 50 mm of a screw gives its moment to it"}});
        return c;
    }

    [[nodiscard]] Check bending() const {
        const double Z = f_.wide.mm() * f_.high.mm() * f_.high.mm() / 6;
        Check c = both("arm", "Arms of the frame in bending", "MPa", [&](bool lean) {
            return Use{onArm(lean).M / Z, (lean ? p_.woodC2 : p_.woodC1).Fb};
        });
        explain(c, "arms", {"σ = M/(b h²/6), M = Σ P a from the rail's face", size(), "", "S9.3", {}});
        return c;
    }

    /// Of the lag screws as they are: short arms take shorter ones.
    [[nodiscard]] double lagLength() const {
        const auto j = std::find_if(a_.joints.begin(), a_.joints.end(),
                                    [](const Joint& q) { return q.how == Joinery::lagsGlue; });
        return j == a_.joints.end() ? 0 : j->screwLength.mm();
    }

    /// Pull and shear on the lag screws of an arm at once: T = 1.5 M z/Σz² on the uppermost, the lower edge
    /// presses (S9.1, S9.3); in end grain, with S10.5 for both together.
    [[nodiscard]] LagJoint lagJoint() const {
        const LagScrew& screw = p_.catalog->lagScrew(p_.metric);
        const double passes = f_.face.mm() - a_.standOff.mm() - armLagSunk;
        const double lag = lagLength();
        const double pen = lag - passes;
        std::vector<double> z;
        for (Length l : f_.lags)
            z.push_back(l.mm());
        return {screw,      z, passes, pen, std::max(0.0, std::min(screw.thread(lag), pen - screw.tip)),
                p_.woodC1.G};
    }
    [[nodiscard]] Check joint() const {
        const LagJoint lags = lagJoint();
        const auto of = [&](bool lean) {
            const ArmsResult r = onArm(lean);
            return lagUse(lags, r.R, r.M, durationFactor(lean));
        };
        Check c = both("frame_joint", "Joint of arm and rail", "N", of);
        auto values = size();
        values.emplace_back("lag screws an arm", std::to_string(f_.lags.size()));
        values.emplace_back("thread in end grain", mm(lags.thread));
        explain(c, "arms",
                {"T = 1.5 M z/Σz² on the upper lag, V = R/n;  u = max(R/Z_α, T/W′, V/Z′)",
                 values,
                 "",
                 "S9.1, S9.3, S10.2, S10.4, S10.5; NDS 12.2 (lag in end grain × 0.75)",
                 {"one joint takes shear and bending; glue on end grain counts for nothing"}});
        return c;
    }

    /// On the two outer arms, all that stands on it as it stands; never credited with arms between.
    [[nodiscard]] std::vector<Check> glass() const {
        const Part* plate = a_.find(f_.plate);
        if (!plate || f_.x.size() < 2)
            return {};
        const double from = f_.x.front().mm();
        const double x0 = plate->bounds().at.x.mm();
        GlassInput in;
        in.length = plate->length.mm();
        in.depth = plate->width.mm();
        in.t = plate->thickness.mm();
        in.overhang = std::max(0.0, from - x0);
        in.toughened = f_.toughened;
        for (const auto& l : contents_.lines)
            in.points.push_back({std::clamp((l.x0 + l.x1) / 2 - x0, 0.0, in.length), l.w * (l.x1 - l.x0)});
        const auto stands = glassOf(in);
        if (!stands)
            return {};
        GlassInput pressed = in;
        pressed.points.push_back({in.length / 2, p_.hand});
        const auto leans = glassOf(pressed);
        const double bears = f_.toughened ? 40 : 6;
        std::optional<Use> leaning;
        if (p_.hand > 0 && leans)
            leaning = Use{leans->stress, bears};
        Check c = checkOf("glass", "Glass at its edges", "MPa", Use{stands->stress, bears}, leaning);
        Check s;
        s.id = "glass_sag";
        s.title = "Sag of the glass";
        s.demand = stands->down;
        s.capacity = stands->uSag > 0 ? stands->down / stands->uSag : 1;
        s.unit = "mm";
        s.looks = true;
        if (!quiet_) {
            const bool hand = c.leaning && *c.leaning > *c.standing;
            c.load = hand ? "a hand of " + N(p_.hand) + " in its middle" : "what stands on it";
            c.place = "middle of the glass";
            c.working = {"σ = M/(b t²/6) on two rests",
                         {{"load", c.load},
                          {"glass", mm(in.length) + " × " + mm(in.depth) + " × " + mm(in.t)},
                          {"rests in from its ends", mm(in.overhang)},
                          {"bears", words::MPa(bears) + (f_.toughened ? " (toughened)" : " (annealed)")}},
                         words::MPa(c.demand) + " of " + words::MPa(bears),
                         "S3.5 (ASTM E1300; verify)",
                         {"soft pads, ground edges, nothing drilled"}};
            c.cautions.push_back(
                "Toughened or laminated only, ground edges, soft pads, no point on metal: ask the "
                "glazier.");
            s.load = "what stands on it";
            s.working = {"v of a beam on two rests ≤ span / 175",
                         {{"E", "70 000 MPa"}},
                         mm(s.demand) + " of " + mm(s.capacity),
                         "S3.5",
                         {}};
        }
        return {std::move(c), std::move(s)};
    }

    const HeldPiece& p_;
    const Assembly& a_;
    const FrameSeat& f_;
    const SupportVerdict& v_;
    bool quiet_;
    ContentsForces contents_;
};

} // namespace

std::vector<Check> frameChecks(const HeldPiece& piece, double factor, const SupportVerdict& v, bool quiet) {
    if (!piece.assembly->seat<FrameSeat>())
        return {};
    return FrameJudge(piece, factor, v, quiet).run();
}

FrameGives frameGives(const HeldPiece& piece, double factor, const SupportVerdict& v) {
    return piece.assembly->seat<FrameSeat>() ? FrameJudge(piece, factor, v, true).gives() : FrameGives();
}

// A mass on a spring that gives delta under it: f = sqrt(g/delta)/(2 pi), delta at the thing, without creep.
std::optional<Check> steadyCheck(const HeldPiece& piece, double factor, const SupportVerdict& v, bool quiet) {
    const Assembly& a = *piece.assembly;
    if (!a.seat<FrameSeat>() || a.seat<FrameSeat>()->steady <= 0)
        return std::nullopt;
    const double y = a.seat<FrameSeat>()->thingY.mm();
    const double A = (a.seat<FrameSeat>()->tip - a.seat<FrameSeat>()->face).mm();
    const double along = A > 0 ? std::clamp((y - a.seat<FrameSeat>()->face.mm()) / A, 0.0, 1.0) : 0;
    const double bends = frameGives(piece, factor, v).bends;
    // all of the droop but the arms' own bending turns about the wall
    const double turning = (v.droopNow - bends) * y / std::max(1.0, a.depth.mm());
    const double delta = turning + bends * along + v.settles;
    const double f = std::sqrt(1000 * gravity / std::max(1e-9, delta)) / (2 * std::numbers::pi);
    Check c;
    c.id = "steady";
    c.title = "Steady enough not to shake";
    c.demand = a.seat<FrameSeat>()->steady;
    c.capacity = f;
    c.unit = "Hz";
    c.looks = true;
    if (!quiet) {
        c.load = "what stands on it";
        c.working = {"f = √(g/δ)/2π at the thing, without creep",
                     {{"δ", mm(delta)},
                      {"of it what turns at the wall", mm(turning)},
                      {"of it the arms", mm(bends * along)},
                      {"of it the screws' slip", mm(v.settles)},
                      {"from the wall", mm(y)},
                      {"wanted", fmt::format("{:g} Hz", a.seat<FrameSeat>()->steady)}},
                     fmt::format("{:.1f} Hz of {:g} Hz wanted", f, a.seat<FrameSeat>()->steady),
                     "S9.10 (8 Hz, 12 Hz for needles: policy)",
                     {"joints, rail and wall screws give; the wall itself is taken as stiff"}};
    }
    return c;
}

} // namespace owl
