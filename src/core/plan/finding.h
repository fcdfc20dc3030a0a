#pragma once
// What the program noticed, and the changes that would cure it.

#include "project/changes.h"
#include "strength/check.h"

#include <functional>
#include <utility>

namespace owl {

enum class Severity { blocks, warns, notes };
const char* severityName(Severity s);

/// An edit of the project with a name ('Shift 56 mm left').
struct Edit {
    std::string name;
    std::function<void(Project&)> apply;
};

/// A change that may cure a finding: data, so that it can be shown, tried and written down.
struct Remedy {
    std::string name; ///< 'Shift 56 mm left'
    std::vector<Change> changes;
    std::string brings; ///< 'margin 1.2'; filled in when it was tried
    /// Makes the changes; a project that cannot take them stays as it is.
    void apply(Project& project) const;
    [[nodiscard]] Edit edit() const;
};

struct Finding {
    std::string id; ///< stable: 'misses_studs', 'ledge.too_long'
    Severity severity = Severity::notes;
    std::string piece;   ///< id of the piece, empty for the project
    std::string wall;    ///< id of the wall it is about, may be empty
    std::string station; ///< where it belongs: 'place', 'hold' ..
    std::string title;   ///< a few words
    std::string text;    ///< one or two sentences
    Working working;
    std::vector<Remedy> remedies;
    std::size_t untried = 0; ///< remedies that were left out because trying them would have taken too long
};

/// Adds a finding to the list and returns it, to be filled in further.
inline Finding& addFinding(std::vector<Finding>& out, std::string id, Severity severity, std::string station,
                           std::string title, std::string text) {
    Finding f;
    f.id = std::move(id);
    f.severity = severity;
    f.station = std::move(station);
    f.title = std::move(title);
    f.text = std::move(text);
    out.push_back(std::move(f));
    return out.back();
}

} // namespace owl
