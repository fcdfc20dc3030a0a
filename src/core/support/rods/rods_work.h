#pragma once
// What the layout of rods and their judgement share: the seat, the rod, the wall.

#include "assembly/drill_sizes.h"
#include "support/rods/rods.h"

#include <algorithm>
#include <vector>

namespace owl {

/// Into what rods go; an option's `variant`.
enum class RodsHow {
    stud,    ///< bored studs
    plate,   ///< welded to plates that are screwed to studs
    strip,   ///< home-made, in a strip that is screwed to studs
    masonry, ///< bored masonry, in mortar
    plug     ///< eccentric plugs in masonry
};
inline RodsHow howOf(const SupportOption& option) {
    return static_cast<RodsHow>(option.variant);
}

/// The two screws of a rod's plate, one above and one below the rod: mm from its axis along the wall, and
/// their heights above the plate's lower edge. Their heads stand clear of the rod by 1.5 mm (S8.5).
struct PlateScrews {
    double aside = 0;
    std::vector<double> z;
};
PlateScrews plateScrews(double thickness, double d, const Screw& screw);

class RodWork {
  protected:
    RodWork(const HeldPiece& piece, const WallBehind& wall, RodsHow kind, const Rod& rod)
        : p_(piece), w_(wall), rod_(rod), seat_(*piece.assembly->seat<RodSeat>()), kind_(kind) {}

    // mm: of the rod, of the shelf
    [[nodiscard]] double d() const { return rod_.d; }
    [[nodiscard]] double L() const { return p_.assembly->length.mm(); }
    [[nodiscard]] double D() const { return seat_.depth.mm(); }
    [[nodiscard]] double T() const { return seat_.thickness.mm(); }
    [[nodiscard]] bool is(RodsHow k) const { return kind_ == k; }
    [[nodiscard]] bool inMasonry() const { return is(RodsHow::masonry) || is(RodsHow::plug); }
    /// How much wider than the rod the holes are: as was measured, or as drills are sold.
    [[nodiscard]] double play() const {
        return std::max(seat_.play.mm(), rodBore(d(), seat_.play.mm(), p_.metric) - d());
    }
    /// Distance from what holds the rod to the shelf's back.
    [[nodiscard]] double bare() const { return is(RodsHow::plate) || is(RodsHow::strip) ? 0.0 : w_.cover; }
    [[nodiscard]] double stripT() const { return is(RodsHow::strip) ? seat_.strip.mm() : 0.0; }

    const HeldPiece& p_;
    const WallBehind& w_;
    const Rod& rod_;
    const RodSeat& seat_;

  private:
    RodsHow kind_;
};

/// Where rods and screws go and how deep: sets x, rodX, inShelf, inWall, the screw's length and the
/// difficulty of the verdict, whose option is known. False with its refusal where it cannot be.
bool layRods(const HeldPiece& piece, const WallBehind& wall, const Rod& rod, SupportVerdict& verdict);

} // namespace owl
