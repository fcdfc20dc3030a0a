#pragma once
// The drawing of each station. All take project and plan and the id of the piece in hand; none keeps
// anything.

#include "drawing/drawing.h"
#include "plan/plan.h"
#include "scan/simulator.h"

namespace owl {

struct WallViewOptions {
    bool marks = false;  ///< holes with their distances (Hang)
    bool advice = true;  ///< height bands, wires, a person for scale
    std::string wall;    ///< id of the wall in view; empty: the piece's
    std::string snapped; ///< what a dragged piece has snapped to; the lines below are then drawn
    std::optional<double> snapX, snapZ; ///< mm from the left corner, from the floor
};
/// The wall to scale: studs, what is on it and before it, scan, pieces and what stands on them.
Drawing wallView(const Project& project, const Plan& plan, const std::string& piece,
                 const WallViewOptions& options);
/// The room from above: its walls joined at their corners, furniture, pieces, door swings, alcove widths.
Drawing roomView(const Project& project, const Plan& plan, const std::string& wall);
/// A trace to practise on: the marks set so far, and once `truth` is given what really is there.
Drawing practiceView(const Trace& trace, const std::vector<double>& marks, const ScanWall* truth,
                     const NumberStyle& style);
/// The piece alone, as small as wanted (for the perch).
Drawing thumbnail(const Project& project, const PiecePlan& pp);
/// The shelf from the front with things on it to scale.
Drawing loadView(const Project& project, const Plan& plan, const std::string& piece);

struct PieceViewOptions {
    double turn = 35, tilt = 24;          ///< degrees
    double apart = 0;                     ///< 0 together .. 1 pulled apart
    std::vector<std::string> only, fresh; ///< part ids to draw (empty = all), those to colour
    std::vector<std::string> brought;     ///< part ids drawn `by` mm away from their place
    Vec3 by;
    bool labels = true;
    bool hidden = false; ///< hidden edges as broken lines
};
/// What a step of the piece shows: what is in hand, coloured what it brings, a little off its place.
PieceViewOptions stepOptions(const PiecePlan& pp, const BuildStep& step);
/// True axonometric line work with grain.
Drawing pieceView(const Project& project, const Plan& plan, const std::string& piece,
                  const PieceViewOptions& options);
/// End view of the piece with dimensions that can be typed.
Drawing sectionView(const Project& project, const Plan& plan, const std::string& piece);
/// The front with its length.
Drawing frontView(const Project& project, const Plan& plan, const std::string& piece);

/// From above, between the walls it is fitted to, what lies below in broken lines.
Drawing aboveView(const Project& project, const Plan& plan, const std::string& piece);

/// One part for every curve that is sawn by a template; equal ones once.
std::vector<const Part*> partsByTemplate(const Assembly& a);
/// The outline of a part at 1:1, with its grain and a line to check the printer by; no margins, so that a
/// millimetre of the extent is a millimetre of paper.
Drawing templateView(const Part& part, const Assembly& a, const NumberStyle& style);

/// Rows of holes for shelf pins that one template serves.
struct PinTemplate {
    int holes = 0;
    Length pitch, inset, diameter; ///< inset: from the front or rear edge that it is laid to
    std::vector<std::string> rows; ///< where its lowest hole goes, part by part
};
/// Every different row of the piece once; its holes' places are in `rows`.
std::vector<PinTemplate> pinTemplates(const Assembly& a, const NumberStyle& style);
/// A strip of it at 1:1, to lay to the board's edge, with a line to check the printer by; no margins.
Drawing pinTemplateView(const PinTemplate& row, const NumberStyle& style);

/// Boards as they lean in a rack; those in the plan stand out.
Drawing rackView(const Project& project, const Plan& plan);

/// Section through wall and piece with the forces at the worst support.
Drawing holdSection(const Project& project, const Plan& plan, const std::string& piece);
/// The front with studs behind and what each carries.
Drawing holdFront(const Project& project, const Plan& plan, const std::string& piece);
/// The sag curve, much too large, with its true numbers.
Drawing sagCurve(const Project& project, const Plan& plan, const std::string& piece);

/// Boards that are shown together: from, up to but not with to.
struct BoardPage {
    std::size_t from = 0, to = 0;
};
/// All boards of the plan in groups that can be read.
std::vector<BoardPage> boardPages(const Plan& plan);
/// Boards with their parts, kerfs, waste; `cut` (index into the sequence) is drawn in its place, -1: none.
/// Without a page: the one with the board of that cut.
Drawing cutView(const Project& project, const Plan& plan, int cut, std::optional<BoardPage> page = {});
/// The finish schedule on a time line.
Drawing scheduleView(const Project& project, const Plan& plan);
/// Planned against real as bars.
Drawing logView(const Project& project, const Plan& plan);

} // namespace owl
