#pragma once
// What is not saved yet, kept beside the project's file so that a crash loses nothing: its form on the disk,
// and what of it is still worth offering. When it is written, and by whom, is the window's affair.

#include "project/project.h"

#include <filesystem>
#include <tl/expected.hpp>

namespace owl {

struct JournalText {
    std::string path;    ///< of the project's file, absolute; empty: it never had one
    std::string written; ///< local time, "2026-03-07 09:14"
    std::string project; ///< the project's own text
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
    bool newerFile = false; ///< the project's file was written after the journal
};

/// What a journal file holds and how it stands to the file of its project. nullopt: there is nothing in it
/// that the file does not have, or the journal is not there any more.
std::optional<LeftJournal> lookAtJournal(const std::filesystem::path& file);

} // namespace owl
