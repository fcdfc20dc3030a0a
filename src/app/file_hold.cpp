#include "app/file_hold.h"

#include "app/words.h"

#include <QCryptographicHash>
#include <QDir>
#include <QFile>
#include <QFileInfo>

namespace owl {
namespace {

/// Two names of one file are one file.
QString realPath(const QString& file) {
    const QString real = QFileInfo(file).canonicalFilePath();
    return real.isEmpty() ? QFileInfo(file).absoluteFilePath() : real;
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
    if (lock_ && mark == mark_ && mine())
        return true;
    QDir().mkpath(folder_);
    std::unique_ptr<FileLock> lock;
    if (FileLock::take(mark.toStdString(), lock) == FileLock::Answer::held)
        return false;
    lock_ = std::move(lock); // where no mark can be set, nobody else can set one either
    mark_ = mark;
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
    lock_.reset();
    mark_.clear();
}

} // namespace owl
