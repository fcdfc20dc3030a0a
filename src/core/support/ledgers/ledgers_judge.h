#pragma once
// One option on every ledger of a piece: where it is fixed, who carries what, the checks. Internal to
// support/.

#include "measure/words.h"
#include "strength/rod.h"
#include "support/ledgers/ledgers.h"
#include "support/words.h"

#include <array>
#include <fmt/format.h>

namespace owl {

class LedgersJudge {
  public:
    LedgersJudge(const HeldPiece& p, const WallBehind& w, const SupportOption& o, double factor, bool quiet)
        : p_(p), w_(w), a_(*p.assembly), seat_(*p.assembly->seat<LedgersSeat>()), factor_(factor),
          quiet_(quiet) {
        v_.option = o;
    }
    SupportVerdict run();

  private:
    [[nodiscard]] const WallBehind& wallOf(std::size_t ledger) const {
        return ledger < w_.sides.size() ? w_.sides[ledger] : w_;
    }
    [[nodiscard]] std::string nameOf(std::size_t ledger) const {
        const Part* part = a_.find(seat_.on[ledger].part);
        return part ? theName(part->name) : "the " + seat_.word;
    }
    [[nodiscard]] Grade grade() const;
    bool refuse(std::string why);
    void weigh();

    /// Where one strip is fixed: at every stud behind it, beside too few of them at anchors.
    bool placesOn(std::size_t i);
    /// What goes into studs under this option; null: nothing does.
    [[nodiscard]] const Screw* studScrew() const {
        return v_.option.screw ? v_.option.screw : v_.option.studScrew;
    }
    [[nodiscard]] static SupportOption optionWith(const AnchorKind* anchor, Ground ground);
    /// What goes into a wall that takes no wood screws, or the cover's anchor where the option is that.
    [[nodiscard]] std::pair<const AnchorKind*, Ground> anchorOf(const WallBehind& w) const;
    [[nodiscard]] LedgerFixing fixingAt(std::size_t i, double s) const;
    /// Rods out of one wall into the boards: in its studs, or in masonry where two may stand apart (S8).
    bool rodsIn(std::size_t i);
    /// mm of board that a rod out of the wall has before it.
    [[nodiscard]] double depthFrom(const Vec3& at, const Vec3& out) const;
    [[nodiscard]] RodInput rodInput(const LedgerFixing& f, bool leaning) const;
    /// The board rests on a rod along what is in it: its middle is the lever.
    [[nodiscard]] double rodUse(const LedgerFixing& f, double R, bool leaning) const;
    [[nodiscard]] Part rodAt(const LedgerFixing& f) const {
        return ledgerRod(f, seat_.on[f.ledger], wallOf(f.ledger).cover, 0);
    }
    [[nodiscard]] LedgerFixing screwAt(std::size_t i, double s, int packing) const;
    /// Length and bite of the screws through one strip.
    bool chooseScrew(std::vector<LedgerFixing>& mine);
    /// Fills up to two fixings a strip, as far from what is there as the free places allow.
    void anchorsBeside(std::size_t i, const AnchorKind& anchor, Ground ground,
                       std::vector<LedgerFixing>& mine) const;
    /// Forces of the fixings under one combination, N.
    struct Shared {
        std::vector<double> R;
        bool leaning = false;
        std::string words;
    };
    [[nodiscard]] std::vector<double> share(const std::vector<ResultLoad>& loads) const;
    bool combinations();

    /// From the wall to the middle of what lies on the strip: the force turns it about the wall by that.
    [[nodiscard]] double lever(const LedgerFixing& f) const {
        const LedgerSeat& seat = seat_.on[f.ledger];
        return seat.through.mm() / 2 + (f.packing >= 0 ? seat.packed.mm() : 0);
    }
    /// Heights of its rows above the strip's lower edge, the upper one last.
    [[nodiscard]] std::vector<double> rowsOf(const LedgerFixing& f) const;
    /// Moment of the rows: S9.1 has T = 1.5 M z/Σz² on the upper one, C = 1.5 M Σz/Σz², pressed over Σz²/Σz.
    struct Rows {
        double top = 1, sum = 1, sum2 = 1;
    };
    [[nodiscard]] Rows momentOf(const LedgerFixing& f) const;
    /// Pull, shear and what they may be, of one fixing under R.
    struct Forces {
        double T = 0, V = 0, W = 0, Z = 0;
    };
    [[nodiscard]] Forces forcesOn(const LedgerFixing& f, double R, bool leaning) const;
    static double used(const LedgerFixing& f, const Forces& q);
    void fixingChecks();
    struct Worst {
        const LedgerFixing* f = nullptr;
        const Shared* under = nullptr;
        double use = -1, R = 0;
    };
    /// The fixing of that sort that uses most, by what stands there and with a hand.
    [[nodiscard]] std::array<Worst, 2> worstOf(bool anchors) const;
    [[nodiscard]] std::string placeOf(const LedgerFixing& f) const;
    [[nodiscard]] std::optional<Check> worstFixing(bool anchors) const;
    [[nodiscard]] std::optional<Check> worstRod() const;
    /// Pressure of the strip's lower edge on the wall.
    void crush();
    void penetration();
    /// What the frame hangs on at a packing piece: its own screws there (S9.10, the weaker of both joints).
    void packings();
    /// S9.7 shares the load on purpose so that it comes to more than all: each strip is asked for its share
    /// too.
    void alcoveShares();

    const HeldPiece& p_;
    const WallBehind& w_;
    const Assembly& a_;
    const LedgersSeat& seat_;
    double factor_;
    bool quiet_;
    std::vector<ResultLoad> loads_;
    std::vector<LedgerFixing> fixings_;
    std::vector<Shared> shared_;
    SupportVerdict v_;
};

} // namespace owl
