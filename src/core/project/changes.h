#pragma once
// Changes of a document as data: which parameter, and its new value as it stands in the file.

#include "project/project.h"

#include <tl/expected.hpp>

namespace owl {

/// One parameter and its new value. `path` names it as in the file, lists by id:
/// 'pieces/ledge-1/ledge/back_height', 'walls/hall/studs', 'wood/boards/rack-1/end_trim'.
struct Change {
    std::string path;
    nlohmann::ordered_json value;
    bool operator==(const Change&) const = default;
};

/// The project with the changes made. Error: a sentence when a path leads nowhere or the file would not take
/// the value. Unknown keys and the source stay.
tl::expected<Project, std::string> withChanges(const Project& project, const std::vector<Change>& changes);

/// What turns `before` into `after`, parameter by parameter, for one wall, piece, corner list ..
std::vector<Change> changesOf(const Wall& before, const Wall& after);
std::vector<Change> changesOf(const Piece& before, const Piece& after);
std::vector<Change> changesOf(const Alcove& before, const Alcove& after);
std::vector<Change> changesOf(const WoodChoice& before, const WoodChoice& after);
Change cornersChange(const std::vector<Corner>& after);

} // namespace owl
