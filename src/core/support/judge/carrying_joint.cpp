#include "support/judge/carrying_joint.h"

#include "strength/fastener.h"
#include "support/inside/brace_check.h"
#include "support/words.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace owl {
namespace {

using words::mm;
using words::N;
using words::Nm;

// S12.11: a load engages this much of the joint, at a free end only half of it.
constexpr double window = 300;
constexpr double endWindow = 150;

/// What one fastener's share of the joint has to take, and how it is explained.
struct JointForces {
    double CD = 1, V = 0, T = 0, M = 0; ///< N, N, N mm
    double face = 1;                    ///< part of the joint face that works
    std::string formula, assumed;
};

/// A stretch of the joint that is looked at by itself.
struct Stretch {
    HeaviestStretch load;
    double length = 0; ///< mm
    bool atEnd = false;
    double share = 0, many = 1; ///< mm of the joint that are looked at, and fasteners in them
    bool braced = false;        ///< a brace takes its turning
};

class JointJudge {
  public:
    JointJudge(const HeldPiece& p, double factor, bool quiet)
        : p_(p), a_(*p.assembly), j_(*p.joint), factor_(factor), quiet_(quiet) {
        const double L = a_.length.mm();
        const auto forces = contentsForces(p.load, a_, factor);
        stretches_ = {{heaviestStretch(forces, L, window), std::min(window, L), false},
                      {heaviestEnd(forces, L, endWindow), std::min(endWindow, L), true}};
        const double n = static_cast<double>(j_.spots.size());
        const double spacing = n > 1 ? (j_.spots.back().at.x - j_.spots.front().at.x).mm() / (n - 1) : L;
        double all = 0; // where it hangs on several rails, each by such a joint
        for (const RailSeat* seat : a_.all<RailSeat>())
            if (const Joint* carries = a_.joint(seat->joint))
                all += static_cast<double>(carries->spots.size());
        share_ = std::max(spacing, L / std::max(all, n));
        // Fasteners go through the first part into the edge of the second; the one that is not at the wall
        // hangs.
        const Part* rail = railPart(a_);
        if (const RailSeat* seat = a_.seat<RailSeat>())
            leans_ = seat->leans.mm();
        const double wall = rail ? thickness(rail->id) : 0;
        const double hung = thickness(isRail(a_, j_.first) ? j_.second : j_.first);
        edge_ = p.joinedFromBelow ? wall : hung;
        leanOn_ = hung;
        yJoint_ = a_.standOff.mm() + (p.joinedFromBelow ? edge_ / 2 : wall);
        const Part* top = a_.find(isRail(a_, j_.first) ? j_.second : j_.first);
        restsOn_ = rail && top && top->solid.bounds().low.z > rail->solid.bounds().high.z - 1;
        if (restsOn_)
            yJoint_ = leans_ > 0 ? 0 : a_.standOff.mm() + wall;
        for (auto& stretch : stretches_)
            stretch.share = share_;
        if (const BraceSeat* braces = a_.seat<BraceSeat>()) { // what one takes hangs on the fasteners near it
            const double near = std::min(window, braceShare(a_));
            for (auto& stretch : stretches_) {
                stretch.many = near / share_;
                stretch.share = near;
                stretch.braced = true;
            }
            farFromBraces(*braces, forces);
        }
    }

    [[nodiscard]] Check run() const {
        std::optional<Answer> standing;
        std::optional<Answer> leaning;
        for (const auto& s : stretches_) {
            keepWorse(standing, worstAt(s, false));
            if (p_.hand > 0)
                keepWorse(leaning, worstAt(s, true));
        }
        std::optional<Use> c2;
        if (leaning)
            c2 = leaning->use;
        Check c = checkOf("joint", title(), "N", standing->use, c2);
        const bool hand = c.leaning && *c.leaning > *c.standing;
        if (!quiet_)
            explain(c, hand ? *leaning : *standing, hand);
        return c;
    }

  private:
    /// A brace relieves the joint within 150 mm of itself (S9.8, S12.11). Where the whole stretch that a load
    /// engages lies farther from any, the joint holds by itself there.
    void farFromBraces(const BraceSeat& braces, const ContentsForces& forces) {
        constexpr double relieves = 150;
        const double L = a_.length.mm();
        const auto gap = [&](double from, double until, bool atEnd) {
            const double wide = std::min(atEnd ? endWindow : window, L);
            if (until - from < wide)
                return;
            ContentsForces here;
            for (std::size_t i = 0; i < forces.lines.size(); ++i) {
                LineLoad l = forces.lines[i];
                l.x0 = std::max(l.x0, from);
                l.x1 = std::min(l.x1, until);
                if (l.x1 > l.x0)
                    here.lines.push_back(l);
            }
            HeaviestStretch most = heaviestStretch(here, L, wide);
            most.x0 = std::clamp(most.x0, from, until - wide);
            stretches_.push_back({most, wide, atEnd, share_, 1, false});
        };
        double from = 0;
        for (std::size_t i = 0; i < braces.x.size(); ++i) {
            gap(from, braces.x[i].mm() - relieves, i == 0);
            from = braces.x[i].mm() + relieves;
        }
        gap(from, L, true);
    }

    struct Answer {
        Use use;
        JointForces forces;
        std::string by;
        const Stretch* stretch = nullptr;
    };
    static void keepWorse(std::optional<Answer>& worst, Answer next) {
        if (!worst || next.use.utilisation() > worst->use.utilisation())
            worst = std::move(next);
    }
    [[nodiscard]] std::string title() const { return "Joint of " + joinedNames(a_, j_); }
    [[nodiscard]] double thickness(const std::string& part) const {
        const Part* p = a_.find(part);
        return p ? p->thickness.mm() : 0;
    }

    /// Contents, own weight of what hangs on the joint, and the hand, on one fastener's share of the stretch.
    [[nodiscard]] Answer worstAt(const Stretch& s, bool leaning) const {
        if (s.braced)
            return braced(s, leaning);
        const double contents = s.load.w * s.share;
        const double own = p_.hangingMass * gravity / a_.length.mm() * s.share;
        const double hand = leaning ? p_.hand * std::min(1.0, s.share / s.length) : 0;
        const double yContents = (a_.surfaceBack.mm() + a_.surfaceFront.mm()) / 2;
        JointForces f;
        f.CD = leaning ? 1.6 : 0.9;
        const double load = contents + own + hand;
        f.M = contents * std::max(0.0, yContents - yJoint_) + own * std::max(0.0, p_.hangingY - yJoint_) +
              hand * std::max(0.0, a_.depth.mm() - yJoint_);
        const double pry = 1.5 * f.M / (edge_ / 2); // z from the screws to the edge that closes (S9.1)
        if (restsOn_ && leans_ > 0) { // a box: its lower rear edge presses, the joint is pulled out
            f.V = f.M / leans_;
            f.face = 1;
            f.formula = "V = M/h across the joint: the lower rear edge presses on the wall, h below";
            return answer(f, leaning, s);
        }
        if (restsOn_) { // what stands behind the rail's front edge does not turn it; the load itself presses
            f.T = pry;
            f.face = 2.0 / 3;
            f.formula = "T = 1.5 M/z at one fastener, M about the rail's front edge; the load presses down";
            return answer(f, leaning, s);
        }
        if (!p_.joinedFromBelow) {
            f.V = load;
            f.T = pry;
            f.face = 2.0 / 3; // prying leaves two thirds of the face in tension
            f.formula = "T = 1.5 M/z and V at one fastener";
            return answer(f, leaning, s);
        }
        f.T = pry + load;
        f.face = 2.0 / 3;
        f.formula = "T = V + 1.5 M/z at one fastener";
        Answer prying = answer(f, leaning, s);
        // A base under the rail also leans with its rear edge on the wall: the moment becomes a push there
        // and shear in the joint, lever two thirds of the base's thickness. Glue takes shear better than
        // peeling.
        f.V = f.M / (2.0 / 3 * leanOn_);
        f.T = load;
        f.face = 1;
        f.formula = "V = M/(2/3 t_base) as shear, T = the load; the rear edge of the base bears on the wall";
        f.assumed = "the base sits tight against the wall along its rear edge";
        Answer bearing = answer(f, leaning, s);
        return bearing.use.utilisation() < prying.use.utilisation() ? bearing : prying;
    }

    /// With screwed braces: the pull at the top, and its lift where a brace stands behind the load (S9.8).
    [[nodiscard]] Answer braced(const Stretch& s, bool leaning) const {
        const BraceResult r = onOneBrace(p_, factor_, leaning);
        JointForces f;
        f.CD = leaning ? 1.6 : 0.9;
        f.V = r.topTension;
        f.T = std::max(0.0, -r.topShear);
        f.M = r.topTension * a_.seat<BraceSeat>()->down.mm();
        f.face = 1;
        f.formula = "V = Σ P y/h, T = Σ P y/y_b − Σ P where the brace lifts the top; h, y_b of the brace";
        f.assumed = "the braces are screwed to top and rail; pinned ends";
        return answer(f, leaning, s);
    }

    /// Pull and shear that the fastener alone may take; zero when the joint has none.
    [[nodiscard]] std::pair<double, double> fastener(const WoodAllowable& wood, double CD) const {
        const Screw* s = p_.jointScrew;
        if (j_.how == Joinery::screwsGlue && j_.screwLength > Length() && s) {
            const double pen = (j_.screwLength - j_.through + j_.counterbore).mm();
            LateralInput li;
            li.d = s->d;
            li.root = s->root;
            li.side = j_.through.mm();
            li.pen = pen;
            li.Gmain = li.Gside = wood.G;
            li.CD = CD;
            return {std::min(withdrawal(wood.G, s->d, s->lag, s->thread(pen, j_.screwLength.mm()), CD),
                             pullThrough(wood.G, s->head, (j_.through - j_.counterbore).mm(), CD)),
                    lateral(li).Z};
        }
        if (j_.how == Joinery::dowels && j_.pin > Length()) { // S10.8, with the length that is really there
            const double d = j_.pin.mm();
            const double l = std::min(j_.pinFirst, j_.pinSecond).mm();
            const double area = std::numbers::pi * d * d / 4;
            return {0.8 * std::numbers::pi * d * l * CD,
                    std::min(d * l * bearingPerpendicular(wood.G, d) / 5, 4 * area) * CD};
        }
        return {0, 0};
    }

    /// Glue, long grain to long grain: 0.5 F_v A; both cheeks of a tongue count.
    [[nodiscard]] double glue(const WoodAllowable& wood, double face, double share) const {
        const double cheeks = j_.how == Joinery::tongueGroove ? 2 * j_.tongueLength.mm() : 0;
        return j_.how == Joinery::nailsGlue ? 0 : 0.5 * wood.Fv * share * (edge_ * face + cheeks);
    }

    [[nodiscard]] Answer answer(const JointForces& f, bool leaning, const Stretch& s) const {
        const WoodAllowable& wood = leaning ? p_.woodC2 : p_.woodC1;
        const auto [W, Z] = fastener(wood, f.CD);
        const double R = std::hypot(f.T, f.V);
        double u = W > 0 && Z > 0 ? combined(f.T, f.V, W * s.many, Z * s.many).utilisation : INFINITY;
        std::string by = j_.how == Joinery::dowels ? "dowels alone" : "screws alone";
        if (const double g = glue(wood, f.face, s.share); R / g < u) {
            u = R / g;
            by = "glue line (0.5 F_v A, long grain)";
        }
        return {{R, u > 0 && std::isfinite(u) ? R / u : u > 0 ? 0.0 : 1.0}, f, by, &s};
    }

    void explain(Check& c, const Answer& a, bool leaning) const {
        const WoodAllowable& wood = leaning ? p_.woodC2 : p_.woodC1;
        const auto [W, Z] = fastener(wood, a.forces.CD);
        const Stretch& s = *a.stretch;
        c.atMm = s.load.x0 + s.length / 2;
        c.load = leaning ? fmt::format("a hand of {} {}", N(p_.hand),
                                       s.atEnd ? "at a free end" : "on the front edge")
                         : "what stands on it";
        c.place = s.atEnd ? std::string("joint at a free end")
                          : "joint around " + words::place(*c.atMm) + " from the left end";
        c.working = {a.forces.formula,
                     {{"load", c.load},
                      {"heaviest stretch",
                       fmt::format("{} on {}", fmt::format("{:.3g} N/mm", s.load.w), mm(s.length))},
                      {"share of one fastener", mm(s.share)},
                      {"M", Nm(a.forces.M)},
                      {"half the joint's width z", mm(edge_ / 2)},
                      {"T", N(a.forces.T)},
                      {"V", N(a.forces.V)},
                      {"screw or dowel W′, Z′", N(W) + "; " + N(Z)},
                      {"glue", N(glue(wood, a.forces.face, s.share))},
                      {"C_D", leaning ? "1.6" : "0.9"}},
                     fmt::format("{} used, taken by the {}", words::percent(c.utilisation()), a.by),
                     "S9.1 rule for ledge joints, S10.8, S12.11",
                     {"fastener and glue are not added: the better of the two counts",
                      "a load engages 300 mm (12 in) of the joint, 150 mm (6 in) at a free end"}};
        if (!a.forces.assumed.empty())
            c.working.assumed.push_back(a.forces.assumed);
    }

    const HeldPiece& p_;
    const Assembly& a_;
    const Joint& j_;
    double factor_;
    bool quiet_;
    bool restsOn_ = false; ///< the hung part lies on the rail
    std::vector<Stretch> stretches_;
    double share_ = 0, edge_ = 0, leanOn_ = 0, yJoint_ = 0, leans_ = 0; ///< mm
};

} // namespace

std::optional<Check> railJointCheck(const HeldPiece& piece, double factor, bool quiet) {
    if (!piece.joint || !piece.joint->carries || piece.joint->spots.empty())
        return std::nullopt;
    return JointJudge(piece, factor, quiet).run();
}

} // namespace owl
