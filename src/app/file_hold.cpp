#include "app/file_hold.h"

#include <QCryptographicHash>
#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <vector>

namespace owl {
namespace {

/// Two names of one file are one file.
QString realPath(const QString& file) {
    const QString real = QFileInfo(file).canonicalFilePath();
    return real.isEmpty() ? QFileInfo(file).absoluteFilePath() : real;
}

/// Who and when: a mark that was taken away and set again differs.
QByteArray signOf(const QString& mark) {
    QFile f(mark);
    if (!f.open(QIODevice::ReadOnly))
        return {};
    return f.readAll() + QByteArray::number(QFileInfo(mark).lastModified().toMSecsSinceEpoch());
}

} // namespace

QString FileHold::markOf(const QString& file) const {
    const QByteArray name =
        QCryptographicHash::hash(realPath(file).toUtf8(), QCryptographicHash::Sha256).toHex().left(32);
    return folder_ + "/" + QString::fromLatin1(name) + ".lock";
}

bool FileHold::take(const QString& file) {
    if (folder_.isEmpty())
        return true;
    const QString mark = markOf(file);
    if (lock_ && mark == mark_)
        return mine();
    QDir().mkpath(folder_);
    auto lock = std::make_unique<QLockFile>(mark);
    lock->setStaleLockTime(0);
    if (!lock->tryLock(0) && lock->error() == QLockFile::LockFailedError)
        return false;
    letGo();
    lock_ = std::move(lock); // where no mark can be set, nobody else can set one either
    mark_ = mark;
    written_ = signOf(mark);
    return true;
}

void FileHold::takeAway(const QString& file) {
    if (folder_.isEmpty())
        return;
    letGo();
    QFile::remove(markOf(file));
    take(file);
}

void FileHold::letGo() {
    if (lock_ && !mine()) {
        // The mark is another window's now: a lock that ends would clear it away, so this one never does.
        static std::vector<QLockFile*> lost;
        lost.push_back(lock_.release());
    }
    lock_.reset();
    mark_.clear();
}

bool FileHold::mine() const {
    return !lock_ || !lock_->isLocked() || signOf(mark_) == written_;
}

} // namespace owl
