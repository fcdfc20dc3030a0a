#include "files/lock.h"

#include <cerrno>
#include <fcntl.h>
#include <sys/file.h>
#include <sys/stat.h>
#include <unistd.h>

namespace owl {
namespace {

/// Whether the name still means the file that is open.
bool sameFile(const std::filesystem::path& path, int fd) {
    struct stat named {
    }, open{};
    return ::stat(path.c_str(), &named) == 0 && ::fstat(fd, &open) == 0 && named.st_dev == open.st_dev &&
           named.st_ino == open.st_ino;
}

} // namespace

FileLock::Answer FileLock::take(const std::filesystem::path& path, std::unique_ptr<FileLock>& lock) {
    // A holder that lets go removes the file: who has just opened it then holds a lock on nothing and tries
    // again.
    for (int n = 0; n < 20; ++n) {
        const int fd = ::open(path.c_str(), O_RDWR | O_CREAT | O_NOFOLLOW | O_NONBLOCK | O_CLOEXEC, 0600);
        if (fd < 0)
            return Answer::cannot;
        if (::flock(fd, LOCK_EX | LOCK_NB) != 0) {
            const bool held = errno == EWOULDBLOCK || errno == EINTR;
            ::close(fd);
            return held ? Answer::held : Answer::cannot;
        }
        if (sameFile(path, fd)) {
            lock.reset(new FileLock(path, fd));
            return Answer::mine;
        }
        ::close(fd);
    }
    return Answer::held;
}

FileLock::~FileLock() {
    if (stands()) // before it is let go: afterwards it may be another one's
        ::unlink(path_.c_str());
    ::close(fd_);
}

bool FileLock::stands() const {
    return sameFile(path_, fd_);
}

} // namespace owl
