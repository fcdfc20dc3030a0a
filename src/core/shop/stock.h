#pragma once
// Boards one can have: bought at the shop's price or lying in the rack at home.

#include "measure/length.h"

#include <optional>
#include <string>

namespace owl {

/// A kind of board. On the rack: price 0 and a number available.
struct StockItem {
    std::string id, name; ///< name as sold: '1x6 × 8 ft'
    std::string species;  ///< id in data/species.json
    Length length, width, thickness;
    double price = 0;
    std::optional<int> available; ///< empty = as many as one likes
    bool rack = false;            ///< lies at home
    std::optional<Length>
        endTrim; ///< lost at each end of this kind; empty = as for all boards, 0 = good ends
    bool operator==(const StockItem&) const = default;
};

} // namespace owl
