#pragma once
#include "build/steps.h"
#include "hang/marks.h"

namespace owl {

/// A stage of what is built on its walls: its words, and what comes in.
struct HangStage {
    WallStage say;
    std::vector<std::string> adds, joins, shapes; ///< shapes: what is scribed there
    bool tight = false; ///< once what the shop made stands there, only a short driver has room
};

/// What keeps rods in the wall.
enum class RodBed {
    snug,   ///< a bored stud
    resin,  ///< masonry, bored wider
    plugged ///< eccentric plugs in masonry
};

/// What hanging needs to know beyond the marks.
struct HangInput {
    std::string piece;
    const Assembly* assembly = nullptr;
    double G = 0.4; ///< for the pilot bits of what is screwed together there
    std::vector<WallMark> marks;
    const Screw* screw = nullptr; ///< null for anchors
    const AnchorKind* anchor = nullptr;
    double screwLength = 0; ///< mm
    Length length;          ///< of the piece
    double mass = 0;        ///< kg
    std::string inTheWay;   ///< what keeps a straight driver off: 'lip'; empty: nothing
    std::string way =
        "rail"; ///< 'rail', 'rods', 'plates', 'strip', 'arms', 'cleat', 'keyhole', 'ring', 'eight'
    const Hanger* hanger = nullptr; ///< what it hangs on
    RodBed rodBed = RodBed::snug;
    bool rodsGlued = false;         ///< in the piece, and in a stud
    double keeperLength = 0;        ///< mm: screws low down that keep it on; 0: none
    std::string keepersBehind;      ///< what stands in the way of a straight driver there
    std::vector<std::string> adds;  ///< parts that come in at the wall
    std::vector<std::string> joins; ///< joints made there
    std::vector<std::string> notes; ///< how they are made: what is put together of sections
    bool tight = false;             ///< only a short driver has room for their screws
    std::vector<std::string> early; ///< of these, those made before the piece goes on
    std::vector<std::string> plugs; ///< over the heads of those joints: parts, and joints of the same ids
    std::vector<HangStage> stages;  ///< 'ledgers' only
    bool masonry = false;
    bool crumbles = false; ///< old plaster: a masonry bit goes through it first
    NumberStyle style;
};
/// Marking and drilling the wall, then hanging: the first screw, the level, the rest. Nothing to hang on:
/// none.
std::vector<BuildStep> hangSteps(const HangInput& in, const Catalog& catalog);

} // namespace owl
