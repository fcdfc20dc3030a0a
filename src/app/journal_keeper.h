#pragma once
// Keeps a document's unsaved edits on the disk while somebody works, and finds what other sessions left.

#include "project/journal.h"

#include <QLockFile>
#include <QObject>
#include <QThreadPool>
#include <QTimer>
#include <functional>
#include <memory>

namespace owl {

/// The journal of one document in one window: a file of its own in a folder of them, and a lock that says
/// that its window lives. Written when edits pause, at the latest `latest` milliseconds after the first one,
/// in a thread beside the window.
class JournalKeeper : public QObject {
    Q_OBJECT
  public:
    static constexpr int pause = 150, latest = 350;

    /// `folder` is made, private, when something is first written.
    explicit JournalKeeper(QString folder, QObject* parent = nullptr);
    /// What is written stays: a document that simply vanishes was not closed.
    ~JournalKeeper() override;

    /// The work to write: asked for when it is time to write.
    std::function<std::pair<Project, QString>()> ask;
    /// There is work that is not saved.
    void note();
    /// Writes what was noted, now, and waits until it is on the disk.
    void flush();
    /// Nothing is left to lose: the journal goes.
    void end();

    /// Journals of windows that live no more, the oldest first. Those with nothing to offer are cleared away.
    [[nodiscard]] std::vector<LeftJournal> left() const;
    /// That journal is this document's from now on. False: another window was quicker.
    bool takeOver(const LeftJournal& journal);
    /// Removes a journal that nobody wants. False: another window has it.
    static bool drop(const LeftJournal& journal);

  signals:
    /// The journal cannot be written; told once until it can again.
    void failed(const QString& sentence);

  private:
    bool begin();
    void write();
    void done(const QString& fault);
    [[nodiscard]] QString file() const { return folder_ + "/" + name_ + ".journal"; }

    QString folder_, name_;
    std::unique_ptr<QLockFile> lock_;
    QTimer pause_, latest_;
    QThreadPool writer_; ///< one thread: later work is never overtaken by earlier
    bool told_ = false;
};

} // namespace owl
