#pragma once
// Files with manners: read whole or not at all, written beside and put in place, the last version kept.

#include <filesystem>
#include <functional>
#include <optional>
#include <string>
#include <tl/expected.hpp>

namespace owl {

/// Bytes a text file may have.
inline constexpr std::size_t largestFile = 50'000'000;

/// What tells one version of a file from another by looking at it from outside.
struct FileStamp {
    std::uint64_t device = 0, inode = 0, size = 0;
    std::int64_t seconds = 0, nanoseconds = 0;               ///< when it was last written
    std::int64_t touchedSeconds = 0, touchedNanoseconds = 0; ///< when anything about it was last changed
    bool operator==(const FileStamp&) const = default;
};
/// nullopt: there is no such file, or none that can be seen.
std::optional<FileStamp> stampOf(const std::filesystem::path& path);

/// 128 bits over all of a text, as 32 hexadecimal letters (XXH3): another text has another one, but for an
/// attacker.
std::string hashOf(const std::string& text);

/// One version of a file, by what it looks like from outside and by what is in it.
struct FileVersion {
    FileStamp stamp;
    std::string hash;
    bool operator==(const FileVersion&) const = default;
};
/// Whether the file still is that version: by its stamp, else by its content (it may have been copied, or
/// touched). What is not there, or cannot be read, is not.
bool isVersion(const std::filesystem::path& path, const FileVersion& version);

/// Reads a file. Refused with a sentence: what is not there, a folder, a pipe or a device, what cannot be
/// read, more than `most` bytes. `seen` becomes the stamp of what was read, or of what stood there before it.
tl::expected<std::string, std::string> readFile(const std::filesystem::path& path,
                                                std::size_t most = largestFile, FileStamp* seen = nullptr);

struct Manners {
    bool keepOld = false; ///< the version before stays as lastVersionOf(path)
    std::optional<unsigned> mode =
        std::nullopt; ///< rights of the file; as they were, or the usual ones, when not given
    /// Asked last, when all is written and only the name is to be given: may this be put in place of what
    /// stands there now (nullopt: nothing)? Not given: it may.
    std::function<bool(const std::optional<FileStamp>& there)> mayReplace = nullptr;
};

/// Writes under a name of its own beside the file, flushes to the disk, puts it in place, flushes the folder.
/// A link is followed to what it points at, which keeps its rights. Until the new version stands the old one
/// does. Returns the stamp of what was written. Error: a sentence; what was there before is untouched.
tl::expected<FileStamp, std::string> writeFile(const std::filesystem::path& path, const std::string& text,
                                               const Manners& manners = {});

/// Where the version before is kept: the name and '~'; a name too long for that is cut, with some of its
/// hash.
std::filesystem::path lastVersionOf(const std::filesystem::path& path);

/// Where a chain of links ends; the end need not be there yet. Links in a ring: the path itself, whose
/// opening will tell.
std::filesystem::path behindLinks(const std::filesystem::path& path);

/// Whether something stands there, also where a part of the path may not be looked into, or leads in a ring.
bool isThere(const std::filesystem::path& path);

/// Letters of a path that can be shown: what is not UTF-8 in it becomes '?', and long ones are cut in the
/// middle.
std::string shownPath(const std::filesystem::path& path);

} // namespace owl
