#pragma once
// The order of saw cuts for a plan: which cut, set to what, and which side of the line is waste.

#include "cutting/job.h"

#include <functional>
#include <map>
#include <optional>

namespace owl {

/// Something on the bench.
struct SawPiece {
    std::string name; ///< no two on the bench of one board share it
    Length length, width;
    std::string part; ///< its id in the job once it is finished; empty: it is not, or is an offcut
};

struct SawCut {
    std::string id;        ///< 'board-1-cut-3', for ticking off
    std::size_t board = 0; ///< index into the plan
    bool rip = false;      ///< along the grain, fence; else across, stop
    bool atShop = false;   ///< the shop makes it
    Length setting;        ///< what the piece kept against fence or stop measures
    Length line;           ///< where the kerf begins, from the usable rectangle's corner, along x or y
    Length from, to;       ///< extent of the cut across its line
    Length kerf;
    bool fromFar = false;          ///< the setting is measured from the far side: fence on the wide side
    bool trims = false;            ///< only the factory end or edge comes off; the setting is what it takes
    SawPiece piece, keeps;         ///< in hand before; what the setting measures
    std::optional<SawPiece> falls; ///< what comes off and is kept as well; none: waste
    std::string keep;              ///< what comes off against the fence or stop: part names, 'a strip for ..'
    std::string wasteSide;         ///< which side of the line the blade and the waste take
    bool wasteBeyond = false;      ///< everything beyond the line is waste
    bool guided = false;           ///< out of a sheet too big for a table: a hand-held saw along a guide
    bool caution = false;          ///< a narrow strip runs between blade and fence
};

/// How the piece is led along the blade: 'fence', 'stop', 'guide', short ones never by hand alone ('carrier',
/// 'stop, clamped').
std::string holdingOf(const SawCut& c);
/// 'rip, fence', 'crosscut, stop, at the shop'.
std::string cutName(const SawCut& c);

/// What the sequence needs to know beyond the plan.
struct SequenceInput {
    std::function<std::string(const std::string&)> nameOf; ///< a part id in words
    std::map<std::string, Length> trim; ///< by stock id: lost at each end, of a sheet at each edge as well
    bool shopRips = false; ///< the shop makes the rips, and the crosscuts that must come before one
};

/// Cuts of every board in a workable order. Long boards (over 2.4 m) are crosscut first, shorter ones ripped
/// first, where the layout allows; boards the shop rips are ripped first. Of several rips the one that frees
/// the narrowest strip comes first, while the rest of the board is still wide enough to run along the fence,
/// so that no narrow strip is trapped between blade and fence, and what is to be ripped shorter than 300 mm
/// is ripped while it is long. Cuts whose remainder is thinner than the blade turn it to dust and are kept.
/// What they leave on the bench are the parts and the offcuts that the plan promises, of just their sizes.
std::vector<SawCut> cutSequence(const CutJob& job, const CutPlan& plan, const SequenceInput& in);

} // namespace owl
