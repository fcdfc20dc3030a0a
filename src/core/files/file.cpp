#include "files/file.h"

#include "measure/words.h"

#include <algorithm>
#include <atomic>
#include <cerrno>
#include <cstring>
#include <fcntl.h>
#include <fmt/format.h>
#include <fstream>
#include <random>
#include <sstream>
#include <sys/stat.h>
#include <unistd.h>
#include <xxhash.h>

namespace owl {
namespace {

namespace fs = std::filesystem;

constexpr std::size_t longestName = 255; // bytes; of the usual file systems

/// At most so many bytes of a name, cut between two letters.
std::string cutTo(std::string name, std::size_t most) {
    if (name.size() <= most)
        return name;
    const auto inLetter = [&](std::size_t i) { return (static_cast<unsigned char>(name[i]) & 0xC0) == 0x80; };
    while (most > 0 && inLetter(most))
        --most;
    name.resize(most);
    return name;
}

FileStamp stampIn(const struct stat& about) {
    return FileStamp{
        static_cast<std::uint64_t>(about.st_dev),         static_cast<std::uint64_t>(about.st_ino),
        static_cast<std::uint64_t>(about.st_size),        static_cast<std::int64_t>(about.st_mtim.tv_sec),
        static_cast<std::int64_t>(about.st_mtim.tv_nsec), static_cast<std::int64_t>(about.st_ctim.tv_sec),
        static_cast<std::int64_t>(about.st_ctim.tv_nsec)};
}

/// A name beside the file that nobody else has: process, count and lot.
std::string nameBeside(const fs::path& target) {
    static std::atomic<unsigned> count{0};
    static const unsigned lot = std::random_device{}();
    return (target.parent_path() / fmt::format(".{}.{}-{}-{:x}.tmp", cutTo(target.filename().string(), 180),
                                               ::getpid(), ++count, lot))
        .string();
}

/// Closes what was opened; errno stays.
struct FileEnd {
    int fd;
    ~FileEnd() {
        const int why = errno;
        ::close(fd);
        errno = why;
    }
};

bool writeAll(int fd, const std::string& text) {
    std::size_t done = 0;
    while (done < text.size()) {
        const auto n = ::write(fd, text.data() + done, text.size() - done);
        if (n < 0 && errno == EINTR)
            continue;
        if (n <= 0)
            return false;
        done += static_cast<std::size_t>(n);
    }
    return true;
}

/// The version that stands becomes lastVersionOf(path): a second name for it where the disk knows such names,
/// else a copy. At no time is the file without its name.
bool keepVersion(const fs::path& target) {
    const std::string beside = nameBeside(target);
    const std::string old = lastVersionOf(target).string();
    if (::link(target.c_str(), beside.c_str()) != 0) {
        std::error_code ec;
        fs::copy_file(target, beside, ec);
        if (ec) {
            ::unlink(beside.c_str());
            return false;
        }
    }
    const bool kept = ::rename(beside.c_str(), old.c_str()) == 0;
    ::unlink(beside.c_str()); // two names of one file: renaming one onto the other leaves both
    return kept;
}

/// A name in a folder is on the disk only when the folder is; some disks cannot be asked for that.
void flushFolder(const fs::path& target) {
    const fs::path folder = target.has_parent_path() ? target.parent_path() : fs::path(".");
    const int fd = ::open(folder.c_str(), O_RDONLY | O_DIRECTORY | O_CLOEXEC);
    if (fd < 0)
        return;
    ::fsync(fd);
    ::close(fd);
}

} // namespace

tl::expected<std::string, std::string> readFile(const fs::path& path, std::size_t most, FileStamp* seen) {
    const std::string name = shownPath(path);
    struct stat about {};
    if (::stat(path.c_str(), &about) != 0)
        return tl::unexpected(errno == ENOENT || errno == ENOTDIR
                                  ? name + ": there is no such file."
                                  : fmt::format("{}: it cannot be read ({}).", name, std::strerror(errno)));
    if (S_ISDIR(about.st_mode))
        return tl::unexpected(name + ": this is a folder, not a file.");
    if (!S_ISREG(about.st_mode))
        return tl::unexpected(name + ": this is a pipe or a device, not a file.");
    if (static_cast<std::size_t>(about.st_size) > most)
        return tl::unexpected(
            fmt::format("{}: the file is larger than {} MB and no project.", name, most / 1'000'000));
    if (seen) // before it is read: if it changes meanwhile, the stamp is none of what was read, and that is
              // noticed
        *seen = stampIn(about);
    std::ifstream in(path, std::ios::binary);
    std::ostringstream text;
    if (about.st_size > 0)
        text << in.rdbuf();
    if (!in)
        return tl::unexpected(name + ": it cannot be read.");
    return std::move(text).str();
}

tl::expected<FileStamp, std::string> writeFile(const fs::path& path, const std::string& text,
                                               const Manners& manners) {
    const fs::path target = behindLinks(path);
    const std::string name = shownPath(path);
    const std::string beside = nameBeside(target);
    bool made = false; // what somebody else put under that name is not ours to clear away
    const auto give = [&](const std::string& what) {
        if (made)
            ::unlink(beside.c_str());
        return tl::unexpected(fmt::format("{}: {}. What was there before is untouched.", name, what));
    };
    const auto fail = [&](const char* what) {
        return give(fmt::format("{} ({})", what, std::strerror(errno)));
    };
    struct stat before {};
    const bool there = ::stat(target.c_str(), &before) == 0;
    if (!there && errno != ENOENT)
        return tl::unexpected(fmt::format("{}: it cannot be written here ({}).", name, std::strerror(errno)));
    if (there && S_ISDIR(before.st_mode))
        return tl::unexpected(name + ": this is a folder, not a file.");
    if (there && !S_ISREG(before.st_mode))
        return tl::unexpected(name + ": this is a pipe or a device, not a file.");
    if (there && ::access(target.c_str(), W_OK) != 0)
        return fail("it is protected against writing");
    // EXCL also refuses a link that somebody put there.
    const int fd = ::open(beside.c_str(), O_WRONLY | O_CREAT | O_EXCL | O_NOFOLLOW | O_CLOEXEC,
                          manners.mode ? *manners.mode : 0666U);
    if (fd < 0)
        return fail("it cannot be written here");
    made = true;
    if (manners.mode)
        ::fchmod(fd, *manners.mode);
    else if (there) {
        // The group first: giving a file away takes some of its rights.
        if (::fchown(fd, before.st_uid, before.st_gid) != 0)
            std::ignore = ::fchown(fd, static_cast<uid_t>(-1), before.st_gid);
        ::fchmod(fd, before.st_mode & 07777U);
    }
    const FileEnd end{fd};
    if (!writeAll(fd, text))
        return fail("writing stopped part way");
    if (::fsync(fd) != 0)
        return fail("the disk did not take it");
    if (manners.mayReplace && !manners.mayReplace(stampOf(target)))
        return give("somebody else has changed it meanwhile, so it was not replaced");
    if (there && manners.keepOld && !keepVersion(target))
        return fail("its last version cannot be kept beside it");
    if (::rename(beside.c_str(), target.c_str()) != 0)
        return fail("it cannot be put in place");
    flushFolder(target);
    struct stat written {};
    ::fstat(fd, &written); // of what was written, whatever stands under its name by now
    return stampIn(written);
}

std::optional<FileStamp> stampOf(const fs::path& path) {
    struct stat about {};
    if (::stat(path.c_str(), &about) != 0)
        return std::nullopt;
    return stampIn(about);
}

std::string hashOf(const std::string& text) {
    const XXH128_hash_t h = XXH3_128bits(text.data(), text.size());
    return fmt::format("{:016x}{:016x}", h.high64, h.low64);
}

bool isVersion(const fs::path& path, const FileVersion& version) {
    const auto now = stampOf(path);
    if (!now || *now == version.stamp)
        return now.has_value();
    if (now->size != version.stamp.size)
        return false;
    const auto text = readFile(path);
    return text && hashOf(*text) == version.hash;
}

fs::path lastVersionOf(const fs::path& path) {
    const std::string name = path.filename().string();
    if (name.size() < longestName)
        return path.string() + "~";
    const std::string hash = hashOf(name).substr(0, 8); // of two names that begin alike each has its own
    return path.parent_path() / (cutTo(name, longestName - 1 - hash.size()) + hash + "~");
}

fs::path behindLinks(const fs::path& path) {
    fs::path at = path;
    for (int n = 0; n < 40; ++n) {
        std::error_code ec;
        if (!fs::is_symlink(fs::symlink_status(at, ec)))
            return at;
        const fs::path to = fs::read_symlink(at, ec);
        if (ec)
            return at;
        at = to.is_absolute() ? to : at.parent_path() / to;
    }
    return path;
}

bool isThere(const fs::path& path) {
    struct stat about {};
    return ::stat(path.c_str(), &about) == 0 || (errno != ENOENT && errno != ENOTDIR);
}

std::string shownPath(const fs::path& path) {
    constexpr std::size_t most = 240, end = 120;
    const std::string all = shownLetters(path.string());
    if (all.size() <= most)
        return all;
    std::size_t from = all.size() - end;
    while (from < all.size() && (static_cast<unsigned char>(all[from]) & 0xC0) == 0x80)
        ++from;
    return cutTo(all, most - end) + ".." + all.substr(from);
}

} // namespace owl
