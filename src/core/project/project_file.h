#pragma once
// Project files (*.owl): reading, writing, safe saving, the journal of unsaved edits.

#include "project/project.h"

#include <filesystem>
#include <functional>
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

/// Reads a file; refuses directories, unreadable files and files above 50 MB.
tl::expected<std::string, std::string> readFile(const std::filesystem::path& path);
/// Writes beside, flushes to the disk, renames; the previous version is kept as path + '~' when `keepOld`.
tl::expected<void, std::string> writeFileSafely(const std::filesystem::path& path, const std::string& text,
                                                bool keepOld);

tl::expected<Project, std::string> loadProject(const std::filesystem::path& path);
tl::expected<void, std::string> saveProject(const Project& project, const std::filesystem::path& path);

} // namespace owl
