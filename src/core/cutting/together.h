#pragma once
#include "cutting/solve.h"

namespace owl {

/// The job with the parts that must come out of one board replaced by one strip as wide as all of them and
/// the kerfs between. Strips that fit no board at all stay apart and are named in `apart`.
CutJob bundled(const CutJob& job, std::vector<std::string>& apart);
/// The plan of a bundled job with every strip taken apart again.
CutPlan unbundled(const CutJob& job, CutPlan plan);
/// Boards that cost nothing and are limited (the rack) are filled first; the rest of the parts is then
/// planned without them. Taken when it costs no more than the plan that was found freely; that one's bound
/// stays true.
CutPlan rackFirst(const CutJob& job, const CutEffort& effort);
/// rackFirst() with strips kept together. The bound is that of the job without this wish, so 'optimal' says
/// that no plan at all is cheaper.
CutPlan solveTogether(const CutJob& job, const CutEffort& effort, std::vector<std::string>& apart);

} // namespace owl
