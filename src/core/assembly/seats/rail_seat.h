#pragma once
// A part against the wall, and what goes through it.

#include "measure/length.h"

#include <string>
#include <utility>
#include <vector>

namespace owl {

/// A part that lies against the wall and is screwed to it, or hangs there on hooks. A piece may have several:
/// a rail behind each of two bays, hooks on three boards.
struct RailSeat {
    std::string part;
    std::vector<Length> rows;                      ///< heights of its wall fixings, upwards
    Length through;                                ///< wood of the part that they pass
    Length left, right;                            ///< x range in which they may be
    std::vector<std::pair<Length, Length>> hidden; ///< stretches of it that no driver reaches
    std::string inTheWay; ///< what keeps a straight driver from the upper row: 'lip'; empty: nothing does
    std::vector<std::pair<std::string, Length>> front;  ///< in front of the part, passed as well
    std::vector<std::pair<std::string, Length>> behind; ///< between part and wall, passed as well
    std::string joint; ///< the one that hangs everything else on it; may be empty
    Length leans;      ///< from the lower rear edge that presses on the wall up to that joint; 0: it does not
    bool flat = false; ///< too heavy to hang on hooks: it is screwed to the wall itself
    /// mm that a wall fixing passes from its head to the wall.
    [[nodiscard]] double passes() const {
        double all = through.mm();
        for (const auto* side : {&front, &behind})
            for (const auto& [passed, t] : *side)
                all += t.mm();
        return all;
    }
    void move(Length, Length up) {
        for (Length& z : rows)
            z += up;
    }
};

} // namespace owl
