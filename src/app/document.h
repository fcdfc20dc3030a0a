#pragma once
// The open project: its value, the plan derived from it, undo as previous values, file and journal.

#include "plan/plan.h"

#include <QDateTime>
#include <QObject>
#include <QString>
#include <optional>

namespace owl {

class Document : public QObject {
    Q_OBJECT
  public:
    explicit Document(Shop shop, QObject* parent = nullptr);

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
    void apply(const Edit& edit, const QString& key = {});
    /// Ends a row of merged edits (the mouse was let go, the field left).
    void endMerge() { mergeKey_.clear(); }
    void undo();
    void redo();
    /// What the plan would be with this edit; nothing changes.
    /// The remedies of a finding that cure it, tried one by one, each with what it brings.
    [[nodiscard]] std::vector<Remedy> remediesFor(const Finding& finding) const;
    [[nodiscard]] std::pair<Project, Plan> preview(const Edit& edit) const;

    /// Replaces everything. Used by new, open and restore; clears undo.
    void reset(Project project, const QString& path);
    /// Error: a sentence; the document stays as it was.
    std::optional<QString> open(const QString& path);
    std::optional<QString> save(const QString& path);

    /// Another way of making pieces of their parameters: a kind that is not in the registry.
    void setMaker(PieceMaker maker);

    /// The journal of unsaved edits. Written after every edit, removed on save and on a clean close.
    void setJournal(const QString& file) { journal_ = file; }
    void removeJournal();
    /// Takes over what a crashed session left; empty if it worked, else a sentence.
    std::optional<QString> restoreJournal();
    [[nodiscard]] bool journalWaits() const;

  signals:
    /// The one signal: project or plan are new.
    void changed();

  private:
    struct Step {
        Project before;
        QString name, key;
    };
    void replan();
    void writeJournal();

    Shop shop_;
    PieceMaker maker_ = makePiece;
    Project project_, saved_, planned_; ///< planned_: the value that plan_ was derived from
    Plan plan_;
    QString path_, journal_, mergeKey_;
    std::vector<Step> undo_, redo_;
};

} // namespace owl
