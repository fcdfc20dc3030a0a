#pragma once
// A lock that the system lets go of when its process ends, however it ends.

#include <filesystem>
#include <memory>

namespace owl {

/// A locked file. What stands in it says nothing: only whether somebody living holds it. Gone with its
/// holder; the file is cleared away when it is let go.
class FileLock {
  public:
    enum class Answer {
        mine,  ///< it is this one's now
        held,  ///< another one, living, has it
        cannot ///< no such file can be made there, or the disk knows no locks
    };
    /// Tries once, without waiting. `lock` is filled only for Answer::mine.
    static Answer take(const std::filesystem::path& path, std::unique_ptr<FileLock>& lock);
    ~FileLock();
    FileLock(const FileLock&) = delete;
    FileLock& operator=(const FileLock&) = delete;
    /// False: somebody has put another file under this name since.
    [[nodiscard]] bool stands() const;

  private:
    FileLock(std::filesystem::path path, int fd) : path_(std::move(path)), fd_(fd) {}
    std::filesystem::path path_;
    int fd_;
};

} // namespace owl
