#include "app/journal_keeper.h"

#include "files/file.h"
#include "project/archive.h"
#include "project/project_file.h"

#include <QDateTime>
#include <QDir>
#include <QFileInfo>
#include <QUuid>

namespace owl {
namespace {

/// The lock beside a journal; it outlives its window only until somebody asks whether that still runs.
std::unique_ptr<QLockFile> lockOf(const QString& journal) {
    auto lock = std::make_unique<QLockFile>(journal + ".lock");
    lock->setStaleLockTime(0); // hours at work do not make a window a dead one
    return lock;
}

std::filesystem::path pathOf(const QString& s) {
    return s.toStdString();
}

/// The folder of journals, for its owner only. False: there is none.
bool makePrivate(const QString& folder) {
    if (QDir(folder).exists())
        return true;
    return QDir().mkpath(folder) &&
           QFile::setPermissions(folder, QFile::ReadOwner | QFile::WriteOwner | QFile::ExeOwner);
}

QString nameOf(const std::filesystem::path& p) {
    return QString::fromStdString(p.string());
}

/// The first version of the program kept one journal for all windows, `journal.owl` beside the folder of
/// today's, its project's path in a file of its own. It becomes one of today's; where that cannot be written
/// it stays.
void takeInFormer(const QString& folder) {
    const QFileInfo old(QFileInfo(folder).absolutePath() + "/journal.owl");
    const QString where = old.filePath() + ".path";
    const auto lock = lockOf(old.filePath()); // two windows may start at once
    if (!old.isFile() || !lock->tryLock(0))
        return;
    const auto project = readFile(pathOf(old.filePath()), largestFile);
    const auto path = readFile(pathOf(where), longestText);
    const QString to = folder + "/" + QUuid::createUuid().toString(QUuid::WithoutBraces) + ".journal";
    const QString written = old.lastModified().toString("yyyy-MM-dd HH:mm");
    if (!project || !makePrivate(folder) ||
        !writeFile(pathOf(to), writeJournal({path.value_or(""), written.toStdString(), *project}),
                   {.keepOld = false, .mode = 0600}))
        return;
    // As old as it was: a file that was saved since is newer.
    QFile fresh(to);
    if (fresh.open(QIODevice::ReadWrite))
        fresh.setFileTime(old.lastModified(), QFileDevice::FileModificationTime);
    QFile::remove(old.filePath());
    QFile::remove(where);
}

} // namespace

JournalKeeper::JournalKeeper(QString folder, QObject* parent)
    : QObject(parent), folder_(std::move(folder)), name_(QUuid::createUuid().toString(QUuid::WithoutBraces)) {
    writer_.setMaxThreadCount(1);
    pause_.setSingleShot(true);
    latest_.setSingleShot(true);
    connect(&pause_, &QTimer::timeout, this, &JournalKeeper::write);
    connect(&latest_, &QTimer::timeout, this, &JournalKeeper::write);
}

JournalKeeper::~JournalKeeper() {
    flush();
}

void JournalKeeper::note() {
    pause_.start(pause);
    if (!latest_.isActive())
        latest_.start(latest);
}

/// Folder and lock, before the first word is written.
bool JournalKeeper::begin() {
    if (lock_)
        return true;
    makePrivate(folder_);
    auto lock = lockOf(file());
    if (!lock->tryLock(0))
        return false;
    lock_ = std::move(lock);
    return true;
}

void JournalKeeper::write() {
    pause_.stop();
    latest_.stop();
    if (!ask)
        return;
    if (!begin()) {
        done(tr("%1: a folder for unsaved work cannot be made there").arg(folder_));
        return;
    }
    auto [project, path] = ask();
    writer_.start([this, project = std::move(project), path = std::move(path), to = file()] {
        const QString now = QDateTime::currentDateTime().toString("yyyy-MM-dd HH:mm");
        const std::string text = writeJournal({path.toStdString(), now.toStdString(), writeProject(project)});
        const auto ok = writeFile(pathOf(to), text, {.keepOld = false, .mode = 0600});
        const QString fault = ok ? QString() : QString::fromStdString(ok.error());
        QMetaObject::invokeMethod(
            this, [this, fault] { done(fault); }, Qt::QueuedConnection);
    });
}

void JournalKeeper::done(const QString& fault) {
    if (!fault.isEmpty() && !told_)
        emit failed(tr("Unsaved edits cannot be kept safe until you save: %1").arg(fault));
    told_ = !fault.isEmpty();
}

void JournalKeeper::flush() {
    if (pause_.isActive() || latest_.isActive())
        write();
    writer_.waitForDone();
}

void JournalKeeper::end() {
    pause_.stop();
    latest_.stop();
    writer_.waitForDone();
    if (!lock_)
        return;
    QFile::remove(file());
    lock_.reset(); // unlocks and clears the lock's file away
}

std::vector<LeftJournal> JournalKeeper::left() const {
    takeInFormer(folder_);
    std::vector<LeftJournal> out;
    const QDir dir(folder_);
    for (const QFileInfo& f :
         dir.entryInfoList({"*.journal"}, QDir::Files | QDir::Hidden, QDir::Time | QDir::Reversed)) {
        if (f.absoluteFilePath() == QFileInfo(file()).absoluteFilePath())
            continue;
        const auto lock = lockOf(f.absoluteFilePath());
        if (!lock->tryLock(0) && lock->error() == QLockFile::LockFailedError)
            continue; // its window lives
        if (auto journal = lookAtJournal(pathOf(f.absoluteFilePath())))
            out.push_back(std::move(*journal));
        else
            QFile::remove(f.absoluteFilePath());
    }
    return out;
}

bool JournalKeeper::takeOver(const LeftJournal& journal) {
    auto lock = lockOf(nameOf(journal.file));
    if (!lock->tryLock(0) || !QFile::exists(nameOf(journal.file)))
        return false;
    end();
    name_ = QFileInfo(nameOf(journal.file)).completeBaseName();
    lock_ = std::move(lock);
    return true;
}

bool JournalKeeper::drop(const LeftJournal& journal) {
    const auto lock = lockOf(nameOf(journal.file));
    if (!lock->tryLock(0))
        return false;
    QFile::remove(nameOf(journal.file));
    return true;
}

} // namespace owl
