#pragma once
// The ways of holding a piece. Each is a folder here and a row in supports.cpp; nothing outside a folder asks
// which it is.

#include "build/hang_steps.h"
#include "support/verdict.h"

namespace owl {

class StaticsCache; // support/judge/statics.h

/// What candidates are made from.
struct Offer {
    const Assembly& assembly;
    const Catalog& catalog;
    bool metric = true;
    const WallKind* wall = nullptr; ///< null: timber studs under plasterboard
    [[nodiscard]] const WallKind* kind() const { return wall ? wall : catalog.findWall("timber_stud_us"); }
    [[nodiscard]] WallHold holds() const { return kind() ? kind()->holds : WallHold::studs; }
};

/// One candidate to judge. `factor` scales the contents; `quiet`: only the figures, no words about how they
/// came about.
struct JudgeInput {
    const HeldPiece& piece;
    const WallBehind& wall;
    const SupportOption& option;
    StaticsCache& cache;
    double factor = 1;
    bool quiet = false;
};

/// Something a support needs that the shop sells: rods, plates, hooks.
struct Bought {
    std::string name, unit;
    double number = 0;
    std::string price; ///< id in the shop's price list, of one (or of one metre)
    double times = 1;  ///< that price: metres of a profile
};

/// A way of holding a piece.
class Support {
  public:
    Support() = default;
    Support(const Support&) = delete;
    Support& operator=(const Support&) = delete;
    virtual ~Support() = default;
    /// True for a piece with a seat of that sort: it is offered then.
    [[nodiscard]] virtual bool fits(const Assembly& a) const = 0;
    /// Adds its candidates; their `way` is filled in by supportOptions().
    virtual void offer(const Offer& in, std::vector<SupportOption>& out) const = 0;
    /// Judges a candidate of its own: places, checks, and what it adds to the piece.
    [[nodiscard]] virtual SupportVerdict judge(const JudgeInput& in) const = 0;
    /// The stages of hanging it. `in` is filled in but for what only this support knows.
    [[nodiscard]] virtual std::vector<BuildStep> hang(const HangInput& in, const SupportVerdict& v,
                                                      const Catalog& catalog) const = 0;
    /// How the marks of the hang sheet are used.
    [[nodiscard]] virtual std::string sheet(const Assembly& a, const SupportVerdict& v) const = 0;
    /// What the shop sells for it beside boards, screws and anchors.
    [[nodiscard]] virtual std::vector<Bought> buys(const Assembly&, const SupportVerdict&,
                                                   const NumberStyle&) const {
        return {};
    }
};
/// All rows, in the order in which they are offered.
const std::vector<const Support*>& supports();

/// Every support that the seats of a piece can take on such a wall; null: timber studs under plasterboard.
std::vector<SupportOption> supportOptions(const Assembly& a, const Catalog& catalog, bool metric,
                                          const WallKind* wall);
/// What a wall of that kind is fixed to with, lightest screw first: the screws and anchors of the catalogue.
std::vector<SupportOption> wallFixings(const Catalog& catalog, bool metric, const WallKind* wall);
/// The screws that ledgers, strips and plates are hung with, thinnest first.
std::vector<const Screw*> firmScrews(const Catalog& catalog, bool metric);
/// Anchor places for a rail between left and right: at least three, at most 400 mm apart, 50 mm from the
/// ends.
std::vector<double> anchorPlaces(double left, double right);

/// Judges one option. `factor` scales the contents.
SupportVerdict judgeSupport(const HeldPiece& piece, const WallBehind& wall, const SupportOption& option,
                            double factor = 1);
/// The same with the supports' responses kept in `cache`.
SupportVerdict judgeSupport(const HeldPiece& piece, const WallBehind& wall, const SupportOption& option,
                            StaticsCache& cache, double factor, bool quiet);
/// Looks for a stud that makes it weaker: one that stands close to another draws load to itself. Sets
/// `betterWithout` where without its screw a strength is used by more than a twentieth less.
void findBetterWithout(SupportVerdict& v, const HeldPiece& piece, const WallBehind& wall,
                       StaticsCache& cache);
/// Adds carryKg, carryStrengthKg and carryLeaningKg by bisection on the contents (even load when there are
/// none), never above 45 kg/m or 100 kg.
void findCapacity(SupportVerdict& v, const HeldPiece& piece, const WallBehind& wall);
void findCapacity(SupportVerdict& v, const HeldPiece& piece, const WallBehind& wall, StaticsCache& cache);
/// Best first: verdict, firm before cover, plain before special, the nearest miss, difficulty; what is only
/// taken when asked for after the others, refused ones last.
void sortSupports(std::vector<SupportVerdict>& supports);
/// All options judged and sorted; those that are only taken when asked for are just listed, but for the one
/// with the id `asked`. With a cache: only the figures, no words; judgeSupport() says how they came
/// about. `only`: the one option that is judged, where there is such a one.
std::vector<SupportVerdict> rankSupports(const HeldPiece& piece, const WallBehind& wall,
                                         const Catalog& catalog, bool metric, const std::string& asked,
                                         StaticsCache& cache, const std::string& only = {});
std::vector<SupportVerdict> rankSupports(const HeldPiece& piece, const WallBehind& wall,
                                         const Catalog& catalog, bool metric);

} // namespace owl
