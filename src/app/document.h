#pragma once
// The open project: its value, the plan derived from it, undo as previous values, its file and its journal.

#include "app/file_hold.h"
#include "app/journal_keeper.h"
#include "files/file.h"
#include "plan/plan.h"

#include <QDateTime>
#include <QObject>
#include <QString>
#include <QTimer>
#include <optional>
#include <thread>

namespace owl {

/// Why an offer was not taken up or let go.
QString toldOf(JournalKeeper::Answer answer);

class Document : public QObject {
    Q_OBJECT
  public:
    explicit Document(Shop shop, QObject* parent = nullptr);
    /// True for the path of a file; the demo travels inside the program, and a new project has none.
    static bool isFile(const QString& path);
    ~Document() override;

    [[nodiscard]] const Project& project() const { return project_; }
    [[nodiscard]] const Plan& plan() const { return plan_; }
    [[nodiscard]] const Shop& shop() const { return shop_; }
    [[nodiscard]] const QString& path() const { return path_; }
    [[nodiscard]] bool modified() const { return !(project_ == saved_); }
    [[nodiscard]] bool canUndo() const { return !undo_.empty(); }
    [[nodiscard]] bool canRedo() const { return !redo_.empty(); }
    [[nodiscard]] QString undoName() const { return undo_.empty() ? QString() : undo_.back().name; }
    [[nodiscard]] QString redoName() const { return redo_.empty() ? QString() : redo_.back().name; }

    /// Makes the edit one step of undo. Edits with the same non-empty key in a row are one step; an edit that
    /// changes nothing is none; one that brings the value back to where the step began takes the step away.
    /// An edit that leads beyond what can be saved is not made: its sentence is returned and told by
    /// refused().
    std::optional<QString> apply(const Edit& edit, const QString& key = {});
    /// Why apply() would refuse this edit; nothing changes.
    [[nodiscard]] std::optional<QString> wouldRefuse(const Edit& edit) const;
    /// The same for hands and remedies: what would go beyond its limit stops there, and stopped() tells.
    std::optional<QString> applyWithin(const Edit& edit, const QString& key = {});
    /// A hand drags: edits are planned hastily, so that the drawing keeps up; the rest catches up in the
    /// background when the hand rests, and at once when it lets go.
    void beginDrag() { dragging_ = true; }
    /// Ends a row of merged edits (the mouse was let go, the field left).
    void endMerge();
    /// True while the plan has only what a drag needs.
    [[nodiscard]] bool catchingUp() const { return plan_.hasty; }
    void undo();
    void redo();
    /// The remedies of a finding that cure it, tried one by one, each with what it brings.
    [[nodiscard]] std::vector<Remedy> remediesFor(const Finding& finding) const;
    /// What the plan would be with this edit; nothing changes.
    [[nodiscard]] std::pair<Project, Plan> preview(const Edit& edit) const;

    /// Replaces everything. Used by new, open and restore; clears undo and ends the journal of what was
    /// there.
    void reset(Project project, const QString& path);
    /// Error: a sentence; the document stays as it was.
    std::optional<QString> open(const QString& path);
    /// Opens the version before the last one, as work not saved yet at the path. Error as open().
    std::optional<QString> openLastVersion(const QString& path);
    /// Which version of a file a save may replace.
    enum class Replace {
        known, ///< the one this work goes on from, or none; of another file whatever stands there
        any    ///< somebody was asked
    };
    std::optional<QString> save(const QString& path, Replace replace = Replace::known);
    /// The file is another version than this work goes on from: somebody else wrote it since it was read or
    /// saved here, or none was there.
    [[nodiscard]] bool changedOutside();
    /// What may be looked at and changed, but saved only under another name.
    [[nodiscard]] bool readOnly() const { return readOnly_ || !hold_.mine(); }
    void setReadOnly(bool on);
    [[nodiscard]] FileHold& hold() { return hold_; }

    /// Another price list: everything is planned anew.
    void setShop(Shop shop);
    /// Another way of making pieces of their parameters: a kind that is not in the registry.
    void setMaker(PieceMaker maker);

    /// From now on unsaved edits are kept in a journal below this folder, and files in hand are marked there.
    void setFolder(const QString& folder);
    /// Null until a folder is set.
    [[nodiscard]] JournalKeeper* journal() { return journal_.get(); }
    /// The window closes and nothing is left to lose.
    void endJournal();
    /// Takes over what a session that ended left, in place of what is open, with what guarded its file; a
    /// sentence if that cannot be.
    std::optional<QString> takeUp(const LeftJournal& left);
    /// What is being typed and is not taken yet: an edit that would be made of it, or the text where none can
    /// be. The journal has it; nothing else changes.
    void typing(std::optional<Edit> edit, std::optional<TypedText> text = {});

  signals:
    /// The one signal: project or plan are new.
    void changed();
    void refused(const QString& sentence);
    void stopped(const QString& sentence);

  private:
    struct Step {
        Project before;
        QString name, key;
    };
    [[nodiscard]] Project with(const Edit& edit) const;
    std::optional<QString> make(Project next, const Edit& edit, const QString& key);
    void step(std::vector<Step>& from, std::vector<Step>& to);
    void become(Project project, const QString& path, std::optional<FileVersion> version);
    void begin(Project project, const QString& path, std::optional<FileVersion> version);
    void replan();
    void planHastilyNow();
    void catchUp();
    void caughtUp(std::size_t edits, Plan plan);
    void note();
    void watchHold();
    [[nodiscard]] FileGuard guard() const;
    void cutUndo();

    Shop shop_;
    PieceMaker maker_ = makePiece;
    Project project_, saved_, planned_; ///< planned_: the value that plan_ was derived from
    Plan plan_;
    QString path_, mergeKey_;
    std::optional<FileVersion> version_; ///< of the file: what this work goes on from
    bool readOnly_ = false, heldMine_ = true;
    std::optional<Edit> typing_;
    std::optional<TypedText> typedText_;
    bool dragging_ = false;
    std::size_t edits_ = 0; ///< counts what was planned, so that a late answer is known
    QTimer rest_;           ///< of the hand
    std::thread behind_;    ///< plans all of it meanwhile
    bool working_ = false;  ///< it does
    QTimer holdWatch_;
    FileHold hold_;
    std::unique_ptr<JournalKeeper> journal_;
    std::vector<Step> undo_, redo_;
};

} // namespace owl
