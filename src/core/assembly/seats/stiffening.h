#pragma once
// What keeps a case square.

#include "measure/length.h"

#include <string>
#include <vector>

namespace owl {

/// How a case keeps its right angles when something pushes at its top along the wall (S11.3).
struct Stiffening {
    std::string panel;               ///< the back panel; empty: rails do it
    std::vector<std::string> joints; ///< that fix the panel, or of the rails' ends
    Length width, height;            ///< of the case
    void move(Length, Length) {}     ///< sizes alone
};

} // namespace owl
