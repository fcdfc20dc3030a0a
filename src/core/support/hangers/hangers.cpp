#include "support/hangers/hangers.h"

#include "assembly/reach.h"
#include "solid/query.h"
#include "strength/concealed.h"
#include "strength/fastener.h"
#include "strength/wall_mount.h"
#include "support/inside/inner_checks.h"
#include "support/judge/beside.h"
#include "support/judge/fixing_slip.h"
#include "support/judge/section_checks.h"
#include "support/judge/wall_fixing.h"
#include "support/rail/rail.h"
#include "support/words.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <functional>
#include <numbers>

namespace owl {
namespace {

using words::mm;
using words::N;

constexpr double mostRideUp = 0.67;  // of the pull that a bevel turns into lifting (S9.4)
constexpr double ratingMargin = 1.5; // planned load times this stays below a package's low end (6c)
constexpr double engagedMost = 300;  // mm of a profile that one load engages (S12.11)
constexpr double coverMost = 10;     // kg all in on anchors that hold in the cover alone

class HangerJudge {
  public:
    HangerJudge(const HeldPiece& p, const WallBehind& w, const SupportOption& o, StaticsCache& cache,
                double factor, bool quiet)
        : p_(p), w_(w), h_(*o.hanger), cache_(cache), factor_(factor), quiet_(quiet) {
        v_.option = o;
    }

    SupportVerdict run() {
        v_.difficulty = h_.difficulty;
        places();
        if (v_.refusal.empty()) {
            auto& known = cache_.hangers[{v_.option.id, p_.mass}];
            if (!known)
                known = fit();
            takeLayouts(known->layouts);
            for (const auto& l : layouts_)
                if (v_.refusal.empty())
                    v_.refusal = l.refusal;
            if (v_.refusal.empty())
                judgeAll(*known);
        }
        if (!v_.refusal.empty()) {
            v_.feasible = false;
            v_.verdict = {};
            v_.verdict.status = Status::fails;
            v_.verdict.grade = std::max(p_.grade, Grade::C);
        }
        return std::move(v_);
    }

  private:
    /// A cleat or a profile hooks along its length; the others at single places.
    [[nodiscard]] bool hooksAlong() const {
        return h_.kind == HangerKind::cleat || h_.kind == HangerKind::rail;
    }
    /// Behind a part of the piece only, or behind several parts of it: it takes the piece as one that does
    /// not bend (S9.10).
    [[nodiscard]] bool behindAPart() const {
        constexpr double most = 0.7; // of the piece's length: beyond that it hooks all along
        const WallReach r = wallReach(*p_.assembly);
        return layouts_.size() > 1 || (r.right - r.left).mm() < most * p_.assembly->length.mm();
    }
    void takeLayouts(const std::vector<HangerLayout>& layouts) {
        layouts_ = layouts;
        layout_ = layouts_.front();
        on_.clear();
        for (double x : v_.x)
            on_.push_back(&layoutAt(layouts_, *p_.assembly, x));
    }
    /// mm, at one support, from the hook to where it leans.
    [[nodiscard]] double armAt(std::size_t support) const { return on_[support]->arm(); }
    /// N that all hooks together are pulled with.
    [[nodiscard]] double pullIn(const SupportCase& c) const {
        double T = 0;
        for (std::size_t i = 0; i < c.M.size(); ++i)
            T += c.M[i] / armAt(i);
        return T;
    }
    /// mm of cleats or profiles, all rails together.
    [[nodiscard]] double hooked() const {
        double all = 0;
        for (const auto& l : layouts_)
            all += l.x1 - l.x0;
        return all;
    }
    [[nodiscard]] Springs springs() const {
        const double k = slipOf(v_.option, dressed_, w_, 1).shared;
        if (v_.beside < 0)
            return k;
        std::vector<double> each;
        for (std::size_t i = 0; i < v_.x.size(); ++i)
            each.push_back(slipOf(fixedAt(v_, i), dressed_, w_, 1).shared);
        return Springs(std::move(each));
    }
    [[nodiscard]] double bevelTangent() const { return std::tan(h_.bevel * std::numbers::pi / 180); }

    void places() {
        const double all = p_.mass + factor_ * contentsMass(p_.load, *p_.assembly);
        if (!hooksAlong() && p_.strengthLimit < 1) {
            v_.refusal = h_.name + " are not for a place above a bed: hang it on a cleat, or screw it on";
            return;
        }
        if (v_.option.beside) {
            const WallReach r = wallReach(*p_.assembly);
            besideOneStud(w_, r.left.mm(), r.right.mm(), "the rail", v_);
            return;
        }
        if (v_.option.atStuds()) {
            v_.x = distinctStuds(w_);
            v_.refusal = railWithout(*p_.assembly, v_.x);
            if (v_.x.size() < 2)
                v_.refusal = v_.x.empty() ? (w_.studsKnown ? "no stud lies behind the rail"
                                                           : "the studs of this wall are not known yet")
                                          : "only one stud lies behind the rail; a piece on one support "
                                            "turns on it";
            return;
        }
        v_.x = railAnchors(*p_.assembly, w_);
        v_.refusal = railWithout(*p_.assembly, v_.x);
        if (v_.option.ground == Ground::cover && all > coverMost)
            v_.refusal = fmt::format("anchors in the cover hold ledges up to 10 kg (22 lb) all in; this one "
                                     "comes to {:.1f} kg ({:.0f} lb)",
                                     all, all / 0.45359237);
        else if (std::string why = noRoomBehind(w_, v_.option); !why.empty())
            v_.refusal = std::move(why);
        else if (v_.x.size() < 2)
            v_.refusal = "fewer than two holes are clear of wires and pipes";
    }

    /// As far from the wall as it holds the piece.
    void dress() {
        dressed_ = p_;
        dressed_.standOff = layout_.standOff - p_.assembly->standOff.mm();
        dressed_.screwPasses = h_.kind == HangerKind::cleat  ? layout_.standOff
                               : h_.kind == HangerKind::rail ? layout_.standOff / 2
                                                             : h_.thickness + h_.proud;
    }

    /// The weight of the piece with what the hanger brings and without what is cut for it.
    [[nodiscard]] std::shared_ptr<const HangerFit> fit() {
        auto out = std::make_shared<HangerFit>();
        out->layouts = layoutsOf();
        for (const auto& l : out->layouts)
            if (!l.refusal.empty())
                return out;
        takeLayouts(out->layouts);
        dress();
        const Mounting added = hangerMounting(dressed_, w_, v_, layouts_);
        double kg = p_.mass;
        double mx = p_.mass * p_.gravityX.value_or(p_.assembly->length.mm() / 2);
        double my = p_.mass * (p_.gravityY + dressed_.standOff);
        for (const auto& q : added.parts) {
            const double m = massOf(q, p_.woodC1.density);
            kg += m;
            mx += m * q.solid.centre().x;
            my += m * q.solid.centre().y;
        }
        for (const auto& cut : added.cuts) // what is routed out of the rail weighs nothing
            for (const auto& tool : cut.tools) {
                const double m = -tool.volume() * 1e-9 * p_.woodC1.density;
                kg += m;
                mx += m * tool.centre().x;
                my += m * tool.centre().y;
            }
        out->mass = kg;
        out->gravityX = mx / kg;
        out->gravityY = my / kg;
        return out;
    }

    /// Of each rail, left to right; all of them are held equally far from the wall.
    [[nodiscard]] std::vector<HangerLayout> layoutsOf() const {
        std::vector<HangerLayout> out;
        for (const RailSeat* rail : p_.assembly->all<RailSeat>())
            out.push_back(hangerLayout(*p_.assembly, v_.option, *rail));
        const double in = p_.assembly->standOff.mm();
        for (auto& l : out) {
            if (!l.refusal.empty())
                continue;
            if (l.standOff < in - 0.05)
                l.refusal = fmt::format("it holds the rail {} off the wall, and the rail is set in by {}",
                                        words::mm(l.standOff), words::mm(in));
            else if (std::abs(l.standOff - out.front().standOff) > 0.05)
                l.refusal = fmt::format("its rails are of unequal thickness, and would stand {} and {} off "
                                        "the wall",
                                        words::mm(out.front().standOff), words::mm(l.standOff));
        }
        return out;
    }

    void judgeAll(const HangerFit& fit) {
        dress();
        dressed_.mass = fit.mass;
        dressed_.gravityX = fit.gravityX;
        dressed_.gravityY = fit.gravityY - dressed_.standOff;
        const Slip slip = slipOf(v_.option, dressed_, w_, 1);
        const Statics& s = cache_.of(dressed_, v_.x, springs());
        if (!s.problem.empty()) {
            v_.refusal = s.problem;
            return;
        }
        const JudgeBench b{dressed_, w_, s, factor_, quiet_};
        // What hooks along behind a part of the piece only takes it as one that does not bend (S9.10).
        HeldPiece whole = dressed_;
        whole.stiff = hooksAlong() && behindAPart();
        const Statics& shared = whole.stiff ? cache_.of(whole, v_.x, springs()) : s;
        if (!shared.problem.empty()) {
            v_.refusal = shared.problem;
            return;
        }
        const JudgeBench f{dressed_, w_, shared, factor_, quiet_};
        if (v_.option.screw)
            chooseWallScrew(b, v_);
        if (!v_.refusal.empty())
            return;
        v_.difficulty = h_.difficulty;
        v_.standOff = layout_.standOff;
        v_.bought = h_.price.empty()              ? 0
                    : h_.kind == HangerKind::rail ? hooked() / 1000
                                                  : static_cast<double>(v_.x.size());
        addDemands(shared, factor_, v_);
        v_.cases = supportCases(shared, factor_);
        if (hooksAlong() && layout_.keepers && v_.option.firm() && climbs())
            keepers(b);
        if (!quiet_)
            v_.mounting = hangerMounting(dressed_, w_, v_, layouts_);
        for (auto& c : sectionChecks(b))
            v_.checks.push_back(std::move(c));
        fixings(studAlone(f, v_), v_.option.screw != nullptr);
        if (v_.beside >= 0)
            fixings(anchorBeside(f, v_), false);
        rating(f);
        if (v_.keeperLength > 0)
            keeperCheck();
        else if (hooksAlong())
            rideUp();
        if (h_.kind != HangerKind::eight && v_.keeperLength <= 0)
            staysOn();
        if (h_.kind == HangerKind::cleat)
            lip();
        push(studAlone(b, v_));
        addInnerChecks(p_, factor_, quiet_, v_);
        heights(&HangerLayout::arm);
        v_.settles = settlingOf(f, slip);
        addLookChecks(b, axial(), v_);
        heights([](const HangerLayout& l) { return l.screwZ; });
        v_.holes = static_cast<int>(v_.x.size()) + (v_.keeperLength > 0 ? 2 : 0);
        if (quiet_)
            v_.cases.clear();
        Grade g = std::max(p_.grade, h_.kind == HangerKind::cleat ? Grade::B : Grade::C);
        if (v_.option.anchor || v_.option.beside)
            g = std::max(g, Grade::C);
        if (!w_.studsKnown && v_.option.atStuds())
            g = Grade::D;
        v_.verdict = judge(v_.checks, {g, p_.strengthLimit, p_.leaningCounts});
    }

    /// A height of each layout as the row of its supports.
    template <typename F> void heights(F of) {
        v_.rows = {std::invoke(of, layout_)};
        v_.rowsAt.clear();
        if (layouts_.size() > 1)
            for (const HangerLayout* l : on_)
                v_.rowsAt.push_back({std::invoke(of, *l)});
    }
    [[nodiscard]] double axial() const {
        return v_.option.screw
                   ? axialStiffness(v_.option.screw->d, v_.option.screw->thread(v_.pen, v_.screwLength))
                   : anchorStiffness(v_.option.ground);
    }

    /// Pull of the piece at one support's hook.
    [[nodiscard]] double pullOf(const AtSupport& at) const { return at.M / armAt(at.support); }

    /// Pull at the wall's fixing: a cleat turns on the wall about a third of its screws' height (S9.4).
    [[nodiscard]] double fixingPull(const AtSupport& at) const {
        const double pull = pullOf(at);
        if (!hooksAlong())
            return pull;
        const HangerLayout& l = *on_[at.support];
        return cleatScrewsPull(pull, at.V, l.contact - l.wallLow, l.screwZ - l.wallLow, l.standOff);
    }

    /// W' and Z' of a wall screw. Its head is pinned in a plate or a profile that stands off the stud by the
    /// cover, which carries nothing, and by as much as the head stands proud.
    [[nodiscard]] std::pair<double, double> screwTakes(bool leaning) const {
        const Screw& s = *v_.option.screw;
        const double CD = durationFactor(leaning);
        const double thread = v_.option.screw->thread(v_.pen, v_.screwLength);
        const double W = withdrawal(w_.studG, s.d, s.lag, thread, CD);
        if (h_.kind != HangerKind::cleat)
            return {W, proudScrewShear(s.d, s.root, v_.pen, h_.proud + w_.cover, w_.studG, CD)};
        return {std::min(W, pullThrough(p_.woodC1.G, s.head, layout_.standOff - s.countersink(), CD)),
                lateral(acrossStud(p_, w_, s, layout_.standOff, v_.pen, CD)).Z};
    }

    void fixings(const JudgeBench& b, bool screw) {
        const auto still = screw ? screwTakes(false) : std::pair{0.0, 0.0};
        const auto lean = screw ? screwTakes(true) : std::pair{0.0, 0.0};
        const auto of = [&](const AtSupport& at) {
            const double T = fixingPull(at);
            if (!screw) {
                const auto [Ta, Va] = anchorTakes(v_);
                return Use{T / Ta + at.V / Va, 1};
            }
            const auto [W, Z] = at.leaning() ? lean : still;
            const double u = combined(T, at.V, W, Z).utilisation;
            const double R = std::hypot(T, at.V);
            return Use{R, u > 0 ? R / u : std::max(W, Z)};
        };
        auto worst = worstOver(b, screw ? "wall_screws" : "anchors",
                               screw ? "Wall screws, pull and shear" : "Wall anchors", screw ? "N" : "",
                               screw ? "wall screws" : "anchors", of);
        if (!quiet_) {
            const AtSupport& at = worst.at;
            Working& w = worst.check.working;
            const HangerLayout& l = *on_[at.support];
            w.formula = hooksAlong()
                            ? "T = max(T_h, (T_h (z_b − z_s/3) + V t/2)/(2 z_s/3)),  T_h = M/h"
                            : "T = M/h;  Z of a screw whose head is pinned, bare over cover and stand-off";
            w.values = {{"load", worst.check.load},
                        {"M (lever rule)", words::Nm(at.M)},
                        {"h, hook to where it leans", mm(armAt(at.support))},
                        {"T_h at the hook", N(pullOf(at))},
                        {"T at the fixing", N(fixingPull(at))},
                        {"V", N(at.V)}};
            if (hooksAlong()) {
                w.values.push_back({"z_b, bevel above the wall half's edge", mm(l.contact - l.wallLow)});
                w.values.push_back({"z_s, screws above it", mm(l.screwZ - l.wallLow)});
                w.values.push_back({"t", mm(l.standOff)});
            }
            if (screw) {
                const auto [W, Z] = at.leaning() ? lean : still;
                w.values.push_back({"W′", N(W)});
                w.values.push_back({"Z′ (over " + mm(w_.cover) + " of cover)", N(Z)});
                w.source = hooksAlong() ? "S9.4, S10.2–S10.5; NDS 12.2, 12.4; AWC TR-12"
                                        : "S9.5, S10.2, S10.5; AWC TR-12";
            } else {
                const auto [Ta, Va] = anchorTakes(v_);
                w.values.push_back({"T_a, V_a", N(Ta) + "; " + N(Va)});
                w.source =
                    "S9.4, S9.5, S10.7; " + (v_.option.beside ? v_.option.beside : v_.option.anchor)->source;
            }
            w.result = words::percent(worst.check.utilisation()) + " used";
        }
        v_.checks.push_back(std::move(worst.check));
    }

    /// By the package, or by habit where that is less.
    void rating(const JudgeBench& b) {
        if (h_.rating <= 0)
            return;
        double each = h_.rating / ratingMargin;
        // What is engaged near one support: its share, and no more than a load engages anywhere (S12.11).
        // With the share alone a support fewer would make those beside it stronger.
        if (h_.perMm > 0)
            each *= std::min(hooked() / static_cast<double>(v_.x.size()), engagedMost) / h_.perMm;
        if (h_.most > 0)
            each = std::min(each, h_.most);
        const double can = each * gravity;
        auto worst =
            worstOver(b, "hanger", "Rating of the " + h_.name, "N", "hangers", [&](const AtSupport& at) {
                return Use{at.V, can};
            });
        if (!quiet_) {
            const std::string per = h_.perMm > 0 ? fmt::format(" on {}", mm(h_.perMm)) : std::string(" each");
            worst.check.working = {
                "V ≤ rating/1.5" + std::string(h_.most > 0 ? ", and no more than habit allows" : ""),
                {{"load", worst.check.load},
                 {"rating, low end", words::kg(h_.rating) + per},
                 {"counted here", words::kg(each)},
                 {"V", N(worst.at.V)}},
                words::percent(worst.check.utilisation()) + " used",
                "S9.5, 6c; " + h_.source,
                {"the low end of what such packages print: the package in hand is better"}};
        }
        v_.checks.push_back(std::move(worst.check));
    }

    /// N that lifts one end's keeper: what the bevel turns of the pull into lifting past two thirds of the
    /// load, and what a hand elsewhere lifts (S9.4).
    [[nodiscard]] double keeperForce(const SupportCase& c) const {
        double V = 0;
        double lifted = 0;
        for (double R : c.R) {
            V += R;
            lifted = std::max(lifted, -R);
        }
        const double climbing = pullIn(c) / bevelTangent() - mostRideUp * std::max(0.0, V);
        return std::max(0.0, climbing) / 2 + lifted;
    }
    [[nodiscard]] bool climbs() const {
        return std::any_of(v_.cases.begin(), v_.cases.end(),
                           [&](const SupportCase& c) { return keeperForce(c) > 0; });
    }

    /// A screw low down at each end, through the rail and what it leans with, into the stud.
    void keepers(const JudgeBench& b) {
        const double thickness = p_.assembly->seat<RailSeat>()->through.mm();
        if (const AnchorKind* anchor = v_.option.anchor)
            v_.keeperLength = layout_.standOff + thickness + w_.cover + std::max(30.0, anchor->depth);
        else
            keeperScrew(b, thickness);
        const Vec3 from{v_.x.front(), p_.assembly->standOff.mm() + thickness,
                        layout_.railLow + hangerSpacerHigh / 2};
        for (const auto& part : p_.assembly->parts)
            if (!isRail(*p_.assembly, part.id) &&
                cylinderMeets(part.solid, from, from + Vec3{0, 180, 0}, 12.5))
                v_.keepersBehind = part.name;
    }

    /// The length of screw that reaches far enough behind rail and spacer; none is sold: no keeper, and the
    /// hook's own checks say what that means.
    void keeperScrew(const JudgeBench& b, double thickness) {
        HeldPiece low = dressed_;
        low.screwPasses = layout_.standOff + thickness;
        SupportVerdict r;
        r.option = v_.option;
        const JudgeBench there{low, w_, b.statics, factor_, true};
        chooseWallScrew(there, r);
        if (!r.refusal.empty())
            return;
        v_.keeperLength = r.screwLength;
        keeperPen_ = r.pen;
    }

    /// N that one keeper takes across.
    [[nodiscard]] double keeperTakes(bool leaning) const {
        if (v_.option.anchor)
            return anchorTakes(v_).V;
        const double side = layout_.standOff + p_.assembly->seat<RailSeat>()->through.mm();
        return lateral(acrossStud(p_, w_, *v_.option.screw, side, keeperPen_, durationFactor(leaning))).Z;
    }

    void keeperCheck() {
        Check c = overCases("keepers", "Screws that keep it on the hook", "N", [&](const SupportCase& q) {
            return Use{keeperForce(q), keeperTakes(q.hand.has_value())};
        });
        if (!quiet_)
            c.working = {"V = (T_h/tan β − 0.67 W)/2 + what a hand lifts at an end",
                         {{"load", c.load},
                          {"β", fmt::format("{:.0f}° from horizontal", h_.bevel)},
                          {"h", mm(layout_.arm())},
                          {"screw", (v_.option.screw ? v_.option.screw->label + " × "
                                                     : v_.option.anchor->name + ", ") +
                                        mm(v_.keeperLength)},
                          {"V", N(c.demand)},
                          {"Z′", N(c.capacity)}},
                         words::percent(c.utilisation()) + " used",
                         "S9.4, S10.4",
                         {"without them the bevel would let it climb: one near each end, low down"}};
        v_.checks.push_back(std::move(c));
    }

    /// Demand of every combination by `of`: what stands there first, then the worst hand.
    template <typename F> Check overCases(const char* id, const char* title, const char* unit, F of) {
        std::optional<Use> leaning;
        const SupportCase* worst = nullptr;
        for (const auto& c : v_.cases)
            if (c.hand)
                if (const Use u = of(c); !leaning || u.utilisation() > leaning->utilisation()) {
                    leaning = u;
                    worst = &c;
                }
        Check c = checkOf(id, title, unit, of(v_.cases.front()), leaning);
        if (!quiet_) {
            const bool hand = c.leaning && *c.leaning > *c.standing && worst;
            c.load = hand ? "a hand of " + N(p_.hand) + " at " + words::place(*worst->hand)
                          : std::string("what stands on it");
            c.place = "hooks";
        }
        return c;
    }

    /// A bevel turns pull into lifting: past two thirds of its own load the piece can climb off (S9.4).
    void rideUp() {
        const auto ratio = [&](const SupportCase& c) {
            double V = 0;
            for (double R : c.R)
                V += R;
            return Use{V > 0 ? pullIn(c) / (V * bevelTangent()) : 10, mostRideUp};
        };
        Check c = overCases("ride_up", "Climbing off the bevel", "", ratio);
        if (!quiet_)
            c.working = {"T_h/(W tan β) ≤ 0.67",
                         {{"load", c.load},
                          {"β", fmt::format("{:.0f}° from horizontal", h_.bevel)},
                          {"h", mm(layout_.arm())},
                          {"ratio", words::digits(c.demand)}},
                         words::percent(c.utilisation()) + " used",
                         "S9.4",
                         {"a taller rail, a steeper bevel or a screw low down helps"}};
        v_.checks.push_back(std::move(c));
    }

    /// A hook holds down nothing: a hand at one end must not lift the other.
    void staysOn() {
        const auto lifted = [&](const SupportCase& c) {
            Use worst{0, 1};
            for (std::size_t i = 0; i < c.R.size(); ++i) {
                const double stands = std::max(0.1, v_.cases.front().R[i]);
                const Use u{std::max(0.0, stands - c.R[i]), stands};
                if (u.utilisation() > worst.utilisation())
                    worst = u;
            }
            return worst;
        };
        Check c = overCases("lift", "An end lifting off its hook", "N", lifted);
        if (!quiet_)
            c.working = {"what a hand elsewhere lifts ≤ what stands there",
                         {{"load", c.load}, {"lifted", N(c.demand)}, {"stands there", N(c.capacity)}},
                         words::percent(c.utilisation()) + " used",
                         "S8.6 (springs apart), S9.4",
                         {"a hook carries no pull upwards"}};
        v_.checks.push_back(std::move(c));
    }

    /// The tongue of a wooden cleat shears along its root, across the grain's layers: F_v/3 (S9.4).
    void lip() {
        const double length = hooked();
        const double t = layout_.standOff;
        const auto of = [&](const SupportCase& c) {
            const WoodAllowable& wood = c.hand ? p_.woodC2 : p_.woodC1;
            return Use{1.5 * pullIn(c) / (length * t), wood.Fv / 3};
        };
        Check c = overCases("cleat_lip", "Lip of the cleat in shear", "MPa", of);
        if (!quiet_)
            c.working = {"τ = 1.5 T_h/(L t) ≤ F_v/3 (rolling)",
                         {{"load", c.load}, {"L", mm(length)}, {"t", mm(t)}},
                         words::MPa(c.demand) + " of " + words::MPa(c.capacity),
                         "S9.4",
                         {"straight grain or plywood; at least 6 mm of wood at the tip"}};
        v_.checks.push_back(std::move(c));
    }

    /// Where it leans on the wall below: the spacer, a bumper, or the rail's own lower edge.
    void push(const JudgeBench& b) {
        const double width = h_.kind == HangerKind::rail || h_.kind == HangerKind::ring ? hangerSpacerHigh
                             : v_.option.atStuds()                                      ? w_.studWidth
                                                                                        : 100;
        auto worst =
            worstOver(b, "wall_crush", "Wall where it leans", "MPa", "wall cover", [&](const AtSupport& at) {
                const double cover = w_.crush * (at.leaning() ? 1.5 : 1);
                return Use{pullOf(at) / (width * hangerSpacerHigh),
                           w_.cover > 0 ? std::min(cover, p_.woodC1.FcPerp) : p_.woodC1.FcPerp};
            });
        if (!quiet_)
            worst.check.working = {"p = (M/h)/(width × height)",
                                   {{"load", worst.check.load},
                                    {"push", N(pullOf(worst.at))},
                                    {"width", mm(width)},
                                    {"height", mm(hangerSpacerHigh)}},
                                   words::MPa(worst.check.demand) + " of " + words::MPa(worst.check.capacity),
                                   "S9.1, S9.4 (cover strength: verify)",
                                   {}};
        v_.checks.push_back(std::move(worst.check));
    }

    const HeldPiece& p_;
    const WallBehind& w_;
    const Hanger& h_;
    StaticsCache& cache_;
    double factor_;
    bool quiet_;
    std::vector<HangerLayout> layouts_;
    HangerLayout layout_;                 ///< of the first rail
    std::vector<const HangerLayout*> on_; ///< support by support
    HeldPiece dressed_;
    double keeperPen_ = 0;
    SupportVerdict v_;
};

} // namespace

SupportVerdict judgeHanger(const JudgeInput& in) {
    return HangerJudge(in.piece, in.wall, in.option, in.cache, in.factor, in.quiet).run();
}

} // namespace owl
