#pragma once
// The ways of joining two parts: a file of this folder each, and its row here. Whoever wants to know
// something of a joint's way asks its row.

#include "joint/joint_step.h"

namespace owl {

/// A fastener of a joint, under a force along or across it.
struct FastenerLoad {
    const Joint& joint;
    const Fastener& fastener;
    const Part& from;                ///< the part it passes
    const Part& into;                ///< the part it holds in
    double gFrom = 0.4, gInto = 0.4; ///< specific gravity of their wood
    bool pulls = false;              ///< the force pulls at it, else it shears it
    double CD = 1;                   ///< duration factor
    const Catalog& catalog;
    /// It enters where the grain of the part that holds it ends.
    [[nodiscard]] bool inEndGrain() const;
};

struct JoinWay {
    const char* name; ///< 'screws and glue'
    bool atOnce;      ///< it closes in one push: glue grips while the next one is fitted
    /// The step that makes it: words, tools, minutes.
    std::unique_ptr<JointStep> (*step)(const BuildInput&, const Joint&, const Catalog&);
    /// The fastener at a spot, driven along a direction; its diameter 0 where it is the screw's. Null: it has
    /// none.
    Fastener (*place)(const Joint& j, const Part* first, const Vec3& at, const Vec3& driving);
    /// Bores what a fastener wants; null: nothing. `G` of the wood.
    void (*bore)(Assembly& a, const Joint& j, const Fastener& f, double G, const Catalog& catalog);
    /// N that one fastener takes (S10.8); null: its way has none that count.
    double (*takes)(const FastenerLoad& l);
};
const JoinWay& wayOf(Joinery how);

/// Each in the file of its name.
extern const JoinWay screwsWay, bareScrewsWay, pocketsWay, dowelsWay, tongueWay, nailsWay, lagsWay, gluedWay,
    dryWay;

// What several of them use.
/// A screw whose head is sunk by the joint's counterbore.
Fastener placeScrew(const Joint& j, const Part* first, const Vec3& at, const Vec3& driving);
void boreScrew(Assembly& a, const Joint& j, const Fastener& f, double G, const Catalog& catalog);
/// N that a wood screw takes, by its thread in the part that holds it.
double screwTakes(const FastenerLoad& l);
/// The step of metal that is screwed or laid on without glue.
std::unique_ptr<JointStep> dryStep(const BuildInput& in, const Joint& j, const Catalog& c);

} // namespace owl
