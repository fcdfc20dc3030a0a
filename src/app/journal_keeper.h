#pragma once
// Keeps a document's unsaved edits on the disk while somebody works, and finds what other sessions left.

#include "files/lock.h"
#include "project/journal.h"

#include <QObject>
#include <chrono>
#include <condition_variable>
#include <memory>
#include <mutex>
#include <thread>

namespace owl {

/// What is to be kept: the work as it is now, and what guards its file.
struct Unsaved {
    Project project;
    FileGuard guard;
    std::optional<TypedText> typed;
};

/// The journal of one document in one window: a file of its own in a folder of them, and a lock that says
/// that its window lives. A thread beside the window writes it when edits pause, at the latest `latest`
/// after the first one; planning does not keep it waiting.
class JournalKeeper : public QObject {
    Q_OBJECT
  public:
    static constexpr std::chrono::milliseconds pause{150}, latest{350};

    /// `folder` is made, private, when something is first written.
    explicit JournalKeeper(QString folder, QObject* parent = nullptr);
    /// What is written stays: a document that simply vanishes was not closed.
    ~JournalKeeper() override;

    /// There is work that is not saved: it is written soon, in place of what was noted before.
    void note(Unsaved work);
    /// Writes what was noted, now, and waits until it is on the disk.
    void flush();
    /// Nothing is left to lose: the journal goes.
    void end();

    /// Journals of windows that live no more, the oldest first. Those with nothing to offer are cleared away.
    [[nodiscard]] std::vector<LeftJournal> left() const;
    enum class Answer {
        done,
        taken,  ///< another window has it
        changed ///< it is gone, or says something else than was offered
    };
    /// That journal is this document's from now on.
    Answer takeOver(const LeftJournal& journal);
    /// Removes a journal that nobody wants.
    static Answer drop(const LeftJournal& journal);

  signals:
    /// The journal cannot be written; told once until it can again.
    void failed(const QString& sentence);

  private:
    bool begin();
    void run(const std::stop_token& stop);
    void forget();
    void done(const QString& fault);
    [[nodiscard]] QString file() const { return folder_ + "/" + name_ + ".journal"; }

    using Clock = std::chrono::steady_clock;
    QString folder_, name_;
    std::unique_ptr<FileLock> lock_;
    bool begun_ = false, told_ = false;
    // What window and writer share.
    std::mutex guard_;
    std::condition_variable_any changed_;
    std::optional<Unsaved> noted_;      ///< not written yet
    std::filesystem::path to_;          ///< where it goes
    Clock::time_point first_, last_;    ///< when something was noted since the last writing
    bool hurry_ = false, busy_ = false; ///< busy: the writer has one in hand
    std::jthread writer_;               ///< last: it ends before what it uses
};

} // namespace owl
