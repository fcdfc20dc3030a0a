#pragma once
// A railed piece on its supports, solved once for each load alone.

#include "strength/beam.h"
#include "support/rail.h"

#include <memory>

namespace owl {

/// A railed piece on one set of supports, solved once for each load alone; everything else follows by adding
/// multiples (the supports are linear: none of them lets go).
struct RailStatics {
    std::vector<double> x;
    double spring = 0;   ///< N/mm, 0: rigid
    std::string problem; ///< why it cannot be solved; empty: it is
    SectionResult section;
    BeamResult own, contents, lasting; ///< contents and what of them stays, as planned
    std::vector<double> handX;
    std::vector<BeamResult> hands; ///< the hand alone at each place
};

/// Solves a piece on supports at x; `spring` in N/mm, 0: rigid.
RailStatics railStatics(const RailPiece& piece, const std::vector<double>& x, double spring);

/// Screws of three sizes stand in the same studs: one solution serves them all, and every load that is tried.
class StaticsCache {
  public:
    explicit StaticsCache(const RailPiece& p) : p_(p) {}
    const RailStatics& of(const std::vector<double>& x, double spring) {
        for (const auto& s : known_)
            if (s->x == x && s->spring == spring)
                return *s;
        known_.push_back(std::make_unique<RailStatics>(railStatics(p_, x, spring)));
        return *known_.back();
    }

  private:
    const RailPiece& p_;
    std::vector<std::unique_ptr<RailStatics>> known_;
};

} // namespace owl
