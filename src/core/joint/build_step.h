#pragma once
// One step of building, and what it is told from.

#include "assembly/assembly.h"
#include "catalog/catalog.h"
#include "measure/format.h"
#include "strength/wood.h"

namespace owl {

/// When a step comes: pads and hooks would be in the way of a finish, loose shelves and plates in that of
/// the lifting.
enum class StepTime { onTheBench, whenFinished, whenHung };

struct BuildStep {
    std::string id; ///< 'ledge-1/glue-base-back'
    std::string title, text;
    std::vector<std::string> tools;   ///< 'drill bit 2.5 mm', 'square'
    std::vector<std::string> parts;   ///< part ids in hand
    std::vector<std::string> fresh;   ///< the ones added by this step
    std::string joint;                ///< the first of the joints it makes
    std::vector<std::string> brought; ///< part ids that are brought to the others
    Vec3 from;                        ///< where from, length 1
    // What it changes, so that a script can replay it.
    std::vector<std::string> adds;     ///< part ids that come into the assembly
    std::vector<std::string> shapes;   ///< feature and hole ids that are made
    std::vector<std::string> joins;    ///< joint ids
    std::vector<std::string> finishes; ///< part ids
    std::string reach;                 ///< 'short', 'angle', 'bendable' where no straight driver reaches
    double minutes = 0;                ///< hands on
    double waitMinutes = 0;            ///< glue and the like
    bool onWall = false;               ///< done at the wall, after finishing
    bool hangs = false;                ///< the piece goes onto the wall
    bool byTheSchedule = false;        ///< its time is in the finish schedule
    StepTime time = StepTime::onTheBench;
    std::vector<std::string> cautions;
};

/// A hole through the rail: from the piece's left end, above its bottom.
struct RailHole {
    Length x, z;
    const AnchorKind* anchor = nullptr; ///< the one beside a stud that goes there; null: what all are
};

struct BuildInput {
    std::string piece; ///< id, prefix of the step ids
    const Assembly* assembly = nullptr;
    bool softwood = true;
    double G = 0.4; ///< for the pilot bit
    NumberStyle style;
    std::vector<RailHole> wallHoles;  ///< drilled through the back rail
    const Screw* wallScrew = nullptr; ///< null for anchors
    const AnchorKind* anchor = nullptr;
    std::vector<std::string> joined; ///< parts that are together already, for the next joints
    std::vector<std::string> comes;  ///< the parts that are brought to others there
    bool several = false;            ///< other joints are made in the same step
};

} // namespace owl
