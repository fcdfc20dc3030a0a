#pragma once
// What goes onto the wood: a recipe is a list of coats that one can choose and change.

#include "measure/length.h"

#include <optional>
#include <string>
#include <vector>

namespace owl {

/// One kind of coat, once or several times.
struct FinishCoat {
    std::string product; ///< id in data/finishes.json
    std::string sheen;   ///< 'satin', or a colour; as one would ask for it in the shop
    int number = 1;
    std::optional<double> waitH;    ///< hours before the next coat; empty: the product's own
    std::optional<double> dwellMin; ///< minutes before wiping off; empty: the product's own
    std::string manner;             ///< 'brush', 'wipe', 'roll', 'spray'; empty: the product's usual tools
    std::string grit;               ///< sanding before this coat ('P320'); empty: the product's own
    std::string onlyOn;             ///< 'blotching', 'resinous': only on wood that needs it; empty: always
    bool operator==(const FinishCoat&) const = default;
};

struct FinishRecipe {
    std::string id, name;
    std::string lastGrit; ///< sanding of the bare wood: a row of data/sanding.json, or a grit ('P180')
    std::vector<FinishCoat> coats;
    bool operator==(const FinishRecipe&) const = default;
};

/// A recipe for a part ('base') or one face of it ('lip/front'); 'none' leaves it bare.
struct FinishOn {
    std::string id, recipe;
    bool operator==(const FinishOn&) const = default;
};

inline constexpr const char* bareFinish = "none";

} // namespace owl
