#pragma once
// What hanging any piece has in common; the stages are the support's own (support/support.h).

#include "build/steps.h"
#include "hang/marks.h"

namespace owl {

/// What hanging needs to know.
struct HangInput {
    std::string piece;
    const Assembly* assembly = nullptr;
    double G = 0.4; ///< for the pilot bits of what is screwed together there
    std::vector<WallMark> marks;
    const Screw* screw = nullptr; ///< null for anchors
    const AnchorKind* anchor = nullptr;
    const AnchorKind* beside = nullptr; ///< one anchor beside what the screws hold in
    double screwLength = 0;             ///< mm
    Length length;                      ///< of the piece
    double mass = 0;                    ///< kg
    std::string inTheWay;               ///< what keeps a straight driver off: 'lip'; empty: nothing
    std::vector<std::string> adds;      ///< parts that come in at the wall
    std::vector<std::string> joins;     ///< joints made there
    std::vector<std::string> early;     ///< welds among them: those are made before the piece goes on
    std::vector<std::string> plugs;     ///< over the heads of those joints: parts, and joints of the same ids
    bool masonry = false;
    bool crumbles = false; ///< old plaster: a masonry bit goes through it first
    NumberStyle style;
    /// True for what one pair of hands does not lift alone: longer than 1.5 m, or heavier than 20 kg.
    [[nodiscard]] bool needsTwo() const { return length > Length::mm(1500) || mass > 20; }
    /// A length as one reads it off a tape.
    [[nodiscard]] std::string say(Length l) const { return formatLength(roundToTape(l, style), style); }
};
/// The marks drawn and drilled.
BuildStep markAndDrill(const HangInput& in, const Catalog& catalog);
/// '3 screws #10 × 3 in and the anchor beside the stud', or 'the anchors'.
std::string wallScrewsOf(const HangInput& in);
/// Adds to a step what the joints made in it ask for: screws and nails, their bits, where they go.
void driveJoints(BuildStep& s, const std::vector<std::string>& joints, const HangInput& in,
                 const Catalog& catalog);
/// Plugs over the heads of screws that are driven at the wall. Nothing where there are none.
void addPlugStep(const HangInput& in, std::vector<BuildStep>& out);

} // namespace owl
