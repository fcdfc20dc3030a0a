#pragma once
// Files with manners: read whole or not at all, written beside and put in place, the last version kept.

#include <filesystem>
#include <optional>
#include <string>
#include <tl/expected.hpp>

namespace owl {

/// Bytes a text file may have.
inline constexpr std::size_t largestFile = 50'000'000;

/// Reads a file. Refused with a sentence: what is not there, a folder, a pipe or a device, what cannot be
/// read, more than `most` bytes.
tl::expected<std::string, std::string> readFile(const std::filesystem::path& path,
                                                std::size_t most = largestFile);

struct Manners {
    bool keepOld = false;         ///< the version before stays as path + '~'
    std::optional<unsigned> mode; ///< rights of the file; as they were, or the usual ones, when not given
};

/// Writes under a name of its own beside the file, flushes to the disk, puts it in place, flushes the folder.
/// A link is followed to what it points at, which keeps its rights. Until the new version stands the old one
/// does. Error: a sentence; what was there before is untouched.
tl::expected<void, std::string> writeFile(const std::filesystem::path& path, const std::string& text,
                                          const Manners& manners = {});

/// What tells one version of a file from another; nullopt: there is none that can be seen.
struct FileStamp {
    std::uint64_t device = 0, inode = 0, size = 0;
    std::int64_t seconds = 0, nanoseconds = 0; ///< when it was last written
    bool operator==(const FileStamp&) const = default;
};
std::optional<FileStamp> stampOf(const std::filesystem::path& path);

} // namespace owl
