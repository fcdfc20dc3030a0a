#pragma once
// One way of hanging judged: where its fixings go, what each of them and the hook itself bear. Internal to
// support/hangers/.

#include "assembly/reach.h"
#include "strength/wall_mount.h"
#include "support/hangers/hangers.h"
#include "support/judge/fixing_slip.h"
#include "support/words.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <functional>
#include <numbers>

namespace owl {

class HangerJudge {
  public:
    HangerJudge(const HeldPiece& p, const WallBehind& w, const SupportOption& o, StaticsCache& cache,
                double factor, bool quiet)
        : p_(p), w_(w), h_(*o.hanger), cache_(cache), factor_(factor), quiet_(quiet) {
        v_.option = o;
    }

    SupportVerdict run();

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
    [[nodiscard]] double bevelTangent() const { return std::tan(h_.bevel * std::numbers::pi / 180); }

    /// Where its fixings go, or why they cannot.
    void places();
    /// As far from the wall as it holds the piece.
    void dress();
    /// The weight of the piece with what the hanger brings and without what is cut for it.
    [[nodiscard]] std::shared_ptr<const HangerFit> fit();
    /// Of each rail, left to right; all of them are held equally far from the wall.
    [[nodiscard]] std::vector<HangerLayout> layoutsOf() const;
    void judgeAll(const HangerFit& fit);
    /// A height of each layout as the row of its supports.
    template <typename F> void heights(F of) {
        v_.rows = {std::invoke(of, first())};
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
    [[nodiscard]] double fixingPull(const AtSupport& at) const;
    /// W' and Z' of a wall screw. Its head is pinned in a plate or a profile that stands off the stud by the
    /// cover, which carries nothing, and by as much as the head stands proud.
    [[nodiscard]] std::pair<double, double> screwTakes(bool leaning) const;
    /// Pull and shear of what is in the wall (S9.4, S9.5); `screw`: the screws, else the anchors.
    void fixings(const JudgeBench& b, bool screw);
    /// By the package, or by habit where that is less.
    void rating(const JudgeBench& b);
    /// N that lifts one end's keeper: what the bevel turns of the pull into lifting past two thirds of the
    /// load, and what a hand elsewhere lifts (S9.4).
    [[nodiscard]] double keeperForce(const SupportCase& c) const;
    [[nodiscard]] bool climbs() const {
        return std::any_of(v_.cases.begin(), v_.cases.end(),
                           [&](const SupportCase& c) { return keeperForce(c) > 0; });
    }

    /// A screw low down at each end, through the rail and what it leans with, into the stud.
    void keepers(const JudgeBench& b);
    /// The length of screw that reaches far enough behind rail and spacer; none is sold: no keeper, and the
    /// hook's own checks say what that means.
    void keeperScrew(const JudgeBench& b, double thickness);
    /// N that one keeper takes across.
    [[nodiscard]] double keeperTakes(bool leaning) const;
    /// What those screws bear across (S9.4).
    void keeperCheck();
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
            c.load = hand ? "a hand of " + words::N(p_.hand) + " at " + words::place(*worst->hand)
                          : std::string("what stands on it");
            c.place = "hooks";
        }
        return c;
    }

    /// A bevel turns pull into lifting: past two thirds of its own load the piece can climb off (S9.4).
    void rideUp();
    /// A hook holds down nothing: a hand at one end must not lift the other.
    void staysOn();
    /// The tongue of a wooden cleat shears along its root, across the grain's layers: F_v/3 (S9.4).
    void lip();
    /// Where it leans on the wall below: the spacer, a bumper, or the rail's own lower edge.
    void push(const JudgeBench& b);
    /// Of the first rail: all stand off the wall by as much.
    [[nodiscard]] const HangerLayout& first() const { return layouts_.front(); }

    const HeldPiece& p_;
    const WallBehind& w_;
    const Hanger& h_;
    StaticsCache& cache_;
    double factor_;
    bool quiet_;
    std::vector<HangerLayout> layouts_;
    std::vector<const HangerLayout*> on_; ///< support by support
    HeldPiece dressed_;
    double keeperPen_ = 0;
    SupportVerdict v_;
};

} // namespace owl
