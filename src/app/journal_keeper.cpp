#include "app/journal_keeper.h"

#include "app/words.h"
#include "project/archive.h"
#include "project/project_file.h"

#include <QDateTime>
#include <QDir>
#include <QFileInfo>
#include <QUuid>

namespace owl {
namespace {

std::filesystem::path pathOf(const QString& s) {
    return s.toStdString();
}

/// The lock beside a journal; it goes with its window.
FileLock::Answer lockOf(const std::filesystem::path& journal, std::unique_ptr<FileLock>& lock) {
    return FileLock::take(journal.string() + ".lock", lock);
}

/// The folder of journals, for its owner only. False: there is none.
bool makePrivate(const QString& folder) {
    if (QDir(folder).exists())
        return true;
    return QDir().mkpath(folder) &&
           QFile::setPermissions(folder, QFile::ReadOwner | QFile::WriteOwner | QFile::ExeOwner);
}

/// The first version of the program kept one journal for all windows, `journal.owl` beside the folder of
/// today's, its project's path in a file of its own. It becomes one of today's; where that cannot be written
/// it stays.
void takeInFormer(const QString& folder) {
    const QFileInfo old(QFileInfo(folder).absolutePath() + "/journal.owl");
    const QString where = old.filePath() + ".path";
    std::unique_ptr<FileLock> lock; // two windows may start at once
    if (!old.isFile() || lockOf(pathOf(old.filePath()), lock) != FileLock::Answer::mine)
        return;
    const auto project = readFile(pathOf(old.filePath()), largestFile);
    const auto path = readFile(pathOf(where), longestText);
    const QString to = folder + "/" + QUuid::createUuid().toString(QUuid::WithoutBraces) + ".journal";
    const QString written = old.lastModified().toString("yyyy-MM-dd HH:mm");
    if (!project || !makePrivate(folder) ||
        !writeFile(
            pathOf(to),
            writeJournal(
                {{path.value_or(""), std::nullopt, false}, written.toStdString(), *project, std::nullopt}),
            {.mode = 0600}))
        return;
    QFile::remove(old.filePath());
    QFile::remove(where);
}

std::string textOf(const Unsaved& work) {
    const QString now = QDateTime::currentDateTime().toString("yyyy-MM-dd HH:mm");
    return writeJournal({work.guard, now.toStdString(), writeProject(work.project), work.typed});
}

} // namespace

JournalKeeper::JournalKeeper(QString folder, QObject* parent)
    : QObject(parent), folder_(std::move(folder)), name_(QUuid::createUuid().toString(QUuid::WithoutBraces)),
      writer_([this](const std::stop_token& stop) { run(stop); }) {}

JournalKeeper::~JournalKeeper() {
    flush();
}

/// Folder and lock, before the first word is written. Where no lock can be set the journal is kept all the
/// same.
bool JournalKeeper::begin() {
    if (begun_)
        return true;
    if (!makePrivate(folder_))
        return false;
    if (lockOf(pathOf(file()), lock_) == FileLock::Answer::held)
        return false;
    begun_ = true;
    return true;
}

void JournalKeeper::note(Unsaved work) {
    if (!begin()) {
        done(tr("%1: a folder for unsaved work cannot be made there").arg(folder_));
        return;
    }
    {
        const std::lock_guard hold(guard_);
        last_ = Clock::now();
        if (!noted_)
            first_ = last_;
        noted_ = std::move(work);
        to_ = pathOf(file());
    }
    changed_.notify_all();
}

void JournalKeeper::run(const std::stop_token& stop) {
    std::unique_lock hold(guard_);
    while (!stop.stop_requested()) {
        if (!noted_) {
            changed_.wait(hold, stop, [this] { return noted_.has_value(); });
            continue;
        }
        const auto due = std::min(last_ + pause, first_ + latest);
        if (!hurry_ && Clock::now() < due) {
            changed_.wait_until(hold, stop, due, [this] { return hurry_ || !noted_; });
            continue;
        }
        const Unsaved work = std::move(*noted_);
        const std::filesystem::path to = to_;
        noted_.reset();
        busy_ = true;
        hold.unlock();
        const auto ok = writeFile(to, textOf(work), {.mode = 0600});
        const QString fault = ok ? QString() : words(ok.error());
        QMetaObject::invokeMethod(
            this, [this, fault] { done(fault); }, Qt::QueuedConnection);
        hold.lock();
        busy_ = false;
        changed_.notify_all();
    }
}

void JournalKeeper::done(const QString& fault) {
    if (!fault.isEmpty() && !told_)
        emit failed(tr("Unsaved edits cannot be kept safe until you save: %1").arg(fault));
    told_ = !fault.isEmpty();
}

void JournalKeeper::flush() {
    std::unique_lock hold(guard_);
    hurry_ = true;
    changed_.notify_all();
    changed_.wait(hold, [this] { return !noted_ && !busy_; });
    hurry_ = false;
}

/// What is noted is not written any more; what the writer has in hand is waited for.
void JournalKeeper::forget() {
    std::unique_lock hold(guard_);
    noted_.reset();
    changed_.wait(hold, [this] { return !busy_; });
}

void JournalKeeper::end() {
    forget();
    if (!begun_)
        return;
    QFile::remove(file());
    lock_.reset(); // clears the lock's file away
    begun_ = false;
}

std::vector<LeftJournal> JournalKeeper::left() const {
    takeInFormer(folder_);
    std::vector<LeftJournal> out;
    const QDir dir(folder_);
    for (const QFileInfo& f :
         dir.entryInfoList({"*.journal"}, QDir::Files | QDir::Hidden, QDir::Time | QDir::Reversed)) {
        if (f.absoluteFilePath() == QFileInfo(file()).absoluteFilePath())
            continue;
        std::unique_ptr<FileLock> lock;
        if (lockOf(pathOf(f.absoluteFilePath()), lock) == FileLock::Answer::held)
            continue; // its window lives
        if (auto journal = lookAtJournal(pathOf(f.absoluteFilePath())))
            out.push_back(std::move(*journal));
        else
            QFile::remove(f.absoluteFilePath());
    }
    return out;
}

JournalKeeper::Answer JournalKeeper::takeOver(const LeftJournal& journal) {
    std::unique_ptr<FileLock> lock;
    const auto locked = lockOf(journal.file, lock);
    if (locked == FileLock::Answer::held)
        return Answer::taken;
    if (!stillSays(journal))
        return Answer::changed;
    end();
    name_ = words(journal.file.stem().string());
    lock_ = std::move(lock);
    begun_ = true;
    return Answer::done;
}

JournalKeeper::Answer JournalKeeper::drop(const LeftJournal& journal) {
    std::unique_ptr<FileLock> lock;
    if (lockOf(journal.file, lock) == FileLock::Answer::held)
        return Answer::taken;
    if (!stillSays(journal))
        return Answer::changed;
    std::error_code ec;
    std::filesystem::remove(journal.file, ec);
    return Answer::done;
}

} // namespace owl
