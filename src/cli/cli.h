#pragma once
// The command line in process: tests call run() with their own streams.

#include <iosfwd>
#include <string>
#include <vector>

namespace owl::cli {

/// Exit codes: 0 done (check: nothing blocks), 1 something blocks, 2 unreadable input or wrong use, 3 cannot
/// write.
enum Exit { done = 0, blocks = 1, unreadable = 2, unwritable = 3 };

/// Runs one command; results on out, messages on err. args without the program's name.
int run(const std::vector<std::string>& args, std::ostream& out, std::ostream& err);

} // namespace owl::cli
