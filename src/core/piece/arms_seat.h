#pragma once
// What boxes that slide over a ledger with arms have in common: the hollow shelf, the hollow mantel. Internal
// to piece/.

#include "piece/kind_builder.h"

namespace owl {

/// How such a box is kept on its ledger.
enum class BoxFix { above, below, none };

/// What a person asks of ledger and arms.
struct ArmsAsk {
    Length frame;     ///< thickness of the boards for them
    Length spacing;   ///< of the arms, at most
    Length clearance; ///< play of the box on its arms
    BoxFix fix = BoxFix::below;
    PlugWay plugs = PlugWay::filled; ///< over screws from above
    bool operator==(const ArmsAsk&) const = default;
};
/// The rows of 'Ledger and arms' in a kind's description. `box`: what slides on; `applies`: there is one.
void describeArms(Parameters& p, ArmsAsk& ask, const char* box, bool applies);
/// Changes that make ledger and arms stronger: the box higher, arms closer, less play.
std::vector<Cure> strongerArms(const ArmsAsk& ask, Length height, const Weakness& w);

class ArmsBuilder : protected KindBuilder {
  protected:
    using KindBuilder::KindBuilder;
    /// Tells what leaves no room for a ledger with arms: `inside`: clear height; `front`: thickness of the
    /// front.
    void checkArms(const ArmsAsk& ask, Length height, Length inside, Length depth, Length front);
    /// Tells when the top is too thin for the plugs that were asked for. `key`: its parameter.
    void checkPlugs(const ArmsAsk& ask, Length top, const char* key);
    /// Ledger and arms fill the room of `seat`, of which the caller gives x0 to z1, the skins' thicknesses,
    /// the wood of the plugs and what stands below.
    void seatArms(CavitySeat seat, const ArmsAsk& ask);
};

} // namespace owl
