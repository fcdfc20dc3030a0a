#pragma once
// The order of saw cuts for a plan: which cut, set to what, and which side of the line is waste.

#include "cutting/job.h"

#include <functional>

namespace owl {

struct SawCut {
    std::string id;        ///< 'board-1-cut-3', for ticking off
    std::size_t board = 0; ///< index into the plan
    bool rip = false;      ///< along the grain, fence; else across, stop
    Length setting;        ///< what the piece kept against fence or stop measures
    Length line;           ///< where the kerf begins, from the usable rectangle's corner, along x or y
    Length from, to;       ///< extent of the cut across its line
    Length kerf;
    std::string keep;         ///< what comes off against the fence or stop: part names, 'a strip for ..'
    std::string wasteSide;    ///< which side of the line the blade and the waste take
    bool wasteBeyond = false; ///< everything beyond the line is waste
};

/// Cuts of every board in a workable order. Long boards (over 2.4 m) are crosscut first, shorter ones ripped
/// first, where the layout allows. Cuts whose remainder is thinner than the blade turn it to dust and are
/// kept. `nameOf` turns a part id into words.
std::vector<SawCut> cutSequence(const CutJob& job, const CutPlan& plan,
                                const std::function<std::string(const std::string&)>& nameOf);

} // namespace owl
