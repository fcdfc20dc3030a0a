#pragma once
// Project files (*.owl): reading, writing, saving only what can be read again.

#include "files/file.h"
#include "project/project.h"

#include <filesystem>
#include <tl/expected.hpp>

namespace owl {

inline constexpr int projectVersion = 3;

/// Reads a project from text. Error: one sentence that names file, place and cure. `file` is only for the
/// sentence.
tl::expected<Project, std::string> readProject(const std::string& text, const std::string& file);
/// The text to save. Unknown keys of the source survive; an unchanged project gives its source back byte for
/// byte.
std::string writeProject(const Project& project);
/// Only the known fields, as JSON.
nlohmann::ordered_json projectJson(const Project& project);

/// Reads a project file; error as readProject's and readFile's. `seen` becomes the version that was read.
tl::expected<Project, std::string> loadProject(const std::filesystem::path& path,
                                               FileVersion* seen = nullptr);

/// Why something that is no project is not written there: a project stands in its place. nullopt: none does.
std::optional<std::string> whyNotOver(const std::filesystem::path& path);

/// What a save has left on the disk.
struct Saved {
    std::shared_ptr<const Project::Source> source; ///< what was written, the next save's source
    FileVersion version;
};
/// Writes it in place of the file, whose last version stays as lastVersionOf(path). Nothing is written that
/// its limits refuse, or that would not read back as the same work, or where `mayReplace` (Manners) says no.
tl::expected<Saved, std::string>
saveProject(const Project& project, const std::filesystem::path& path,
            std::function<bool(const std::optional<FileStamp>&)> mayReplace = {});

} // namespace owl
