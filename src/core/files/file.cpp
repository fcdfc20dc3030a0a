#include "files/file.h"

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

namespace owl {
namespace {

namespace fs = std::filesystem;

/// Where a chain of links ends; the end need not be there yet. Links in a ring: the path itself, whose
/// opening will tell.
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

/// A name beside the file that nobody else has: process, count and lot.
std::string nameBeside(const fs::path& target) {
    static std::atomic<unsigned> count{0};
    static const unsigned lot = std::random_device{}();
    return (target.parent_path() / fmt::format(".{}.{}-{}-{:x}.tmp",
                                               target.filename().string().substr(0, 180), ::getpid(), ++count,
                                               lot))
        .string();
}

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

/// The version that stands becomes path + '~': a second name for it where the disk knows such names, else a
/// copy. At no time is the file without its name.
bool keepVersion(const fs::path& target) {
    const std::string beside = nameBeside(target);
    const std::string old = target.string() + "~";
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

tl::expected<std::string, std::string> readFile(const fs::path& path, std::size_t most) {
    struct stat about {};
    if (::stat(path.c_str(), &about) != 0)
        return tl::unexpected(path.string() + ": there is no such file.");
    if (S_ISDIR(about.st_mode))
        return tl::unexpected(path.string() + ": this is a folder, not a file.");
    if (!S_ISREG(about.st_mode))
        return tl::unexpected(path.string() + ": this is a pipe or a device, not a file.");
    if (static_cast<std::size_t>(about.st_size) > most)
        return tl::unexpected(fmt::format("{}: the file is larger than {} MB and no project.", path.string(),
                                          most / 1'000'000));
    std::ifstream in(path, std::ios::binary);
    std::ostringstream text;
    if (about.st_size > 0)
        text << in.rdbuf();
    if (!in)
        return tl::unexpected(path.string() + ": it cannot be read.");
    return std::move(text).str();
}

tl::expected<void, std::string> writeFile(const fs::path& path, const std::string& text,
                                          const Manners& manners) {
    const fs::path target = behindLinks(path);
    const std::string beside = nameBeside(target);
    bool made = false; // what somebody else put under that name is not ours to clear away
    const auto fail = [&](const char* what) -> tl::expected<void, std::string> {
        const std::string why = std::strerror(errno);
        if (made)
            ::unlink(beside.c_str());
        return tl::unexpected(
            fmt::format("{}: {} ({}). What was there before is untouched.", path.string(), what, why));
    };
    struct stat before {};
    const bool there = ::stat(target.c_str(), &before) == 0;
    if (!there && errno != ENOENT)
        return tl::unexpected(
            fmt::format("{}: it cannot be written here ({}).", path.string(), std::strerror(errno)));
    if (there && S_ISDIR(before.st_mode))
        return tl::unexpected(path.string() + ": this is a folder, not a file.");
    if (there && !S_ISREG(before.st_mode))
        return tl::unexpected(path.string() + ": this is a pipe or a device, not a file.");
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
    if (!writeAll(fd, text)) {
        const int why = errno;
        ::close(fd);
        errno = why;
        return fail("writing stopped part way");
    }
    const bool flushed = ::fsync(fd) == 0;
    if (::close(fd) != 0 || !flushed)
        return fail("the disk did not take it");
    if (there && manners.keepOld && !keepVersion(target))
        return fail("its last version cannot be kept beside it");
    if (::rename(beside.c_str(), target.c_str()) != 0)
        return fail("it cannot be put in place");
    flushFolder(target);
    return {};
}

std::optional<FileStamp> stampOf(const fs::path& path) {
    struct stat about {};
    if (::stat(path.c_str(), &about) != 0)
        return std::nullopt;
    return FileStamp{static_cast<std::uint64_t>(about.st_dev), static_cast<std::uint64_t>(about.st_ino),
                     static_cast<std::uint64_t>(about.st_size),
                     static_cast<std::int64_t>(about.st_mtim.tv_sec),
                     static_cast<std::int64_t>(about.st_mtim.tv_nsec)};
}

} // namespace owl
