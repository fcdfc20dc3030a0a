#pragma once
// Which project file this window has in hand, for other windows to know.

#include "files/lock.h"

#include <QString>
#include <memory>

namespace owl {

/// A mark in a folder of marks, one for each file in hand. Without a folder nothing is marked and every file
/// is free.
class FileHold {
  public:
    void setFolder(const QString& folder) { folder_ = folder; }
    /// Marks this file and lets go of the one before. False: another window has it; the one before is kept.
    bool take(const QString& file);
    /// The same, whoever has it.
    void takeAway(const QString& file);
    void letGo();
    /// True while the mark is there and this window's own: another one may have taken it away.
    [[nodiscard]] bool mine() const { return !lock_ || lock_->stands(); }

  private:
    [[nodiscard]] QString markOf(const QString& file) const;
    QString folder_, mark_;
    std::unique_ptr<FileLock> lock_;
};

} // namespace owl
