#pragma once
// Project files (*.owl): reading, writing, saving only what can be read again.

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

/// Reads a project file; error as readProject's and readFile's.
tl::expected<Project, std::string> loadProject(const std::filesystem::path& path);
/// Writes it in place of the file, whose last version stays as path + '~'. Nothing is written that its limits
/// refuse, or that would not read back as the same work. Returns what was written, the next save's source.
tl::expected<std::shared_ptr<const Project::Source>, std::string>
saveProject(const Project& project, const std::filesystem::path& path);

} // namespace owl
