#pragma once
// One wall: its size, what it is made of, where its studs are, what is on it and in front of it.

#include "measure/length.h"

#include <optional>
#include <string>
#include <vector>

namespace owl {

enum class StudMode { spacing, positions, unknown };

/// A box in the wall. Centre from the wall's left corner and from the floor.
struct Outlet {
    std::string id;
    Length x, z;
    bool operator==(const Outlet&) const = default;
};

/// Something that stands in front of the wall. x is its left edge.
struct Furniture {
    std::string id, kind = "sideboard", name;
    Length x, width = 1000_mm, height = 800_mm;
    bool operator==(const Furniture&) const = default;
};

struct Wall {
    std::string id, room, name;
    Length width = 3000_mm, height = 2440_mm;
    std::string construction = "timber_stud_us"; ///< id in data/walls.json
    std::string cover = "gypsum";                ///< id in data/covers.json
    Length coverThickness = Length::mm(12.7);
    Length baseboard = 90_mm;
    StudMode studMode = StudMode::spacing;
    Length spacing = Length::mm(406.4); ///< studs at firstStud + k spacing
    Length firstStud = Length::mm(406.4);
    std::vector<Length> studs; ///< centres, when they were found one by one
    Length studWidth = Length::mm(38.1), studDepth = Length::mm(88.9);
    std::vector<Outlet> outlets;
    std::vector<Furniture> furniture;
    bool operator==(const Wall&) const = default;
};

/// Centres of all studs on the wall, left to right. Unknown studs: none. Wild spacings (under 100 mm): none.
std::vector<Length> studCentres(const Wall& wall);
/// Studs whose centre lies in [x0 + margin, x1 - margin].
std::vector<Length> studsBetween(const Wall& wall, Length x0, Length x1, Length margin);
/// Outlets whose likely wire (straight up or down, 75 mm either side) crosses x at any height.
std::vector<Outlet> wiresNear(const Wall& wall, Length x);
/// The furniture with this id, or null.
const Furniture* findFurniture(const Wall& wall, const std::string& id);

} // namespace owl
