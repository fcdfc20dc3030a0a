#pragma once
// What is not saved yet, kept beside the project's file so that a crash loses nothing: its form on the disk,
// and what of it is still worth offering. When it is written, and by whom, is the window's affair.

#include "files/file.h"
#include "project/project.h"

#include <filesystem>
#include <optional>
#include <tl/expected.hpp>

namespace owl {

/// What guards a project's file against the work of one window: what saving asks about.
struct FileGuard {
    std::string path;                 ///< of the file, absolute; empty: the work never had one
    std::optional<FileVersion> began; ///< the version the work goes on from; nullopt: none that was seen
    bool readOnly = false;            ///< another window has it, or had it last
    bool operator==(const FileGuard&) const = default;
};

/// What somebody had typed that could not be taken yet.
struct TypedText {
    std::string label, text; ///< of the input, and what stood in it
    bool operator==(const TypedText&) const = default;
};

struct JournalText {
    FileGuard guard;
    std::string written; ///< local time, "2026-03-07 09:14"
    std::string project; ///< the project's own text
    std::optional<TypedText> typed;
    bool operator==(const JournalText&) const = default;
};

/// One line about it, then the project as its file would say it.
std::string writeJournal(const JournalText& journal);
/// Error: a sentence that begins with `file`.
tl::expected<JournalText, std::string> readJournal(const std::string& text, const std::string& file);

/// A journal that a session left behind.
struct LeftJournal {
    std::filesystem::path file;
    JournalText about;
    std::string fault;      ///< why it cannot be taken up; empty: it can
    std::string name;       ///< of the project in it
    bool newerFile = false; ///< the project's file is another version than the journal began from
    std::string hash;       ///< of all that stood in the journal's file: what was offered
};

/// What a journal file holds and how it stands to the file of its project. nullopt: there is nothing in it
/// that the file does not have, or the journal is not there any more.
std::optional<LeftJournal> lookAtJournal(const std::filesystem::path& file);
/// Whether the journal's file still says what was offered; false when it is gone, too.
bool stillSays(const LeftJournal& offered);

} // namespace owl
