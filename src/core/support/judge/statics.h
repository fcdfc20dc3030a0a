#pragma once
// A railed piece on its supports, solved once for each load alone.

#include "strength/beam.h"
#include "support/support.h"

#include <array>
#include <map>
#include <memory>

namespace owl {

/// Places in a stretch between two nodes at which moments are compared: stretches are short (there is a node
/// at every support, hand and edge of a load), so that a parabola's top is missed by less than half a percent
/// of its own rise.
inline constexpr std::size_t momentSamples = 9;

/// How much the supports give, N/mm: one figure for all, or one for each; 0: not at all.
struct Springs {
    double k = 0;
    std::vector<double> each = {};
    Springs(double all = 0) : k(all) {} // a figure is what most supports have
    explicit Springs(std::vector<double> some) : k(some.empty() ? 0 : some.front()), each(std::move(some)) {}
    [[nodiscard]] double of(std::size_t support) const { return support < each.size() ? each[support] : k; }
    [[nodiscard]] bool give() const { return k > 0; }
    bool operator==(const Springs&) const = default;
};

/// A hand at one place.
struct StaticsHand {
    double x = 0; ///< mm
    BeamResult beam;
    std::vector<double> turning; ///< N mm at each support
};

/// Contents taken away one by one: what is left when only those stay that make a thing worse (S1.5). All for
/// the contents as planned; multiples are taken of it.
struct StaticsContents {
    std::vector<double> up, down; ///< N, reactions of those that press, and of those that lift
    std::vector<double> turning;  ///< N mm
    std::vector<double> lastingTurning;
    /// mm from the chords between the supports (S5.3), of those that bend down there; at the places of
    /// own.curve.
    std::vector<double> sag, lastingSag;
    /// N mm at momentSamples places of each stretch: of those that sag there, and of those that hog there.
    std::vector<std::array<double, momentSamples>> sagging, hogging;
    std::vector<std::array<double, 4>> shear; ///< N: most and least at the left and right end of each stretch
};

/// A railed piece on one set of supports, solved once for each load alone; everything else follows by adding
/// multiples (the supports are linear: none of them lets go).
struct Statics {
    std::vector<double> x;
    Springs springs;
    double mass = 0, gravityY = 0; ///< of the piece, with what the support adds
    double standOff = 0;           ///< mm farther from the wall than the assembly stands
    bool stiff = false;            ///< as the piece was taken
    double turnStiffness = 0;      ///< N mm/rad
    double hand = 0;               ///< N, of the hands below
    std::string problem;           ///< why it cannot be solved; empty: it is
    SectionResult section;
    BeamResult own;
    std::vector<double> ownSag;     ///< mm at the places of own.curve, from the chords between the supports
    std::vector<double> ownTurning; ///< N mm at each support
    StaticsContents contents;
    std::vector<StaticsHand> hands;
    /// Own weight and the hand that sags, or hogs, each place most: the contents come on top, whatever their
    /// factor.
    std::vector<std::array<double, momentSamples>> handSagging, handHogging;
    std::size_t worstHand = 0; ///< index of the one that bends most with the contents as planned
};

/// Solves a piece on supports at x (left to right). `like`: the same piece on
/// these supports with another weight of its own or another distance from the wall, whose beams serve again.
Statics staticsOf(const HeldPiece& piece, const std::vector<double>& x, const Springs& springs,
                  const Statics* like = nullptr);

/// What one support has to take under one combination.
struct AtSupport {
    std::size_t support = 0;
    double V = 0;                      ///< N, magnitude
    double M = 0;                      ///< N mm
    const StaticsHand* hand = nullptr; ///< null: only what stands there
    [[nodiscard]] bool leaning() const { return hand != nullptr; }
};
/// Every support under C1 and under C2 with the hand at each of its places; `factor` scales the contents.
std::vector<AtSupport> atSupports(const Statics& s, double factor);

/// The same as if one of them took all that stands there, and all of a hand (S10.7).
std::vector<AtSupport> allOnOne(const Statics& s, double factor, std::size_t support);

/// What every support gives, in balance: by all that stands there, then with the hand at each of its places.
std::vector<SupportCase> supportCases(const Statics& s, double factor);

/// Peaks of moment and shear along the piece by what stands there.
BeamPeaks peaksAlong(const Statics& s, double factor);
/// Peak of the moment with a hand as well, at its worst place.
double peakWithHand(const Statics& s, double factor);
/// The worst shear with a hand at one of its places, N, and that hand: beside an overhang longer than the bay
/// next to it that bay has more than the hand itself.
struct HandShear {
    double V = 0;
    const StaticsHand* hand = nullptr;
};
HandShear shearWithHand(const Statics& s, double factor);
/// The hand that brings that peak with the contents as planned; null without hands.
const StaticsHand* worstHand(const Statics& s);

/// Screws of several sizes stand in the same studs, one or two in each: one solution serves them all, and
/// every load that is tried. Only for pieces of one length, section, mass and load.
struct HangerFit; // support/hangers/hangers.h
class StaticsCache {
  public:
    /// What hangers were found to fit like, by their ids and the piece's mass.
    std::map<std::pair<std::string, double>, std::shared_ptr<const HangerFit>> hangers;
    const Statics& of(const HeldPiece& p, const std::vector<double>& x, const Springs& springs) {
        const Statics* like = nullptr;
        for (const auto& s : known_) {
            if (s->x != x || s->springs != springs || s->stiff != p.stiff ||
                s->turnStiffness != p.turnStiffness || s->hand != p.hand)
                continue;
            if (s->mass == p.mass && s->gravityY == p.gravityY && s->standOff == p.standOff)
                return *s;
            if (s->problem.empty())
                like = s.get();
        }
        known_.push_back(std::make_unique<Statics>(staticsOf(p, x, springs, like)));
        return *known_.back();
    }

  private:
    std::vector<std::unique_ptr<Statics>> known_;
};

} // namespace owl
