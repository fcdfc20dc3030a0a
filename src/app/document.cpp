#include "app/document.h"

#include "plan/remedies.h"
#include "project/placing.h"
#include "project/project_file.h"

#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QLocale>

namespace owl {

Document::Document(Shop shop, QObject* parent) : QObject(parent), shop_(std::move(shop)) {
    plan_ = owl::plan(project_, shop_, catalog(), nullptr, {}, maker_);
    planned_ = project_;
}

void Document::replan() {
    const Earlier earlier{planned_, plan_};
    Plan next = owl::plan(project_, shop_, catalog(), &earlier, {}, maker_);
    plan_ = std::move(next);
    planned_ = project_;
    emit changed();
}

void Document::setMaker(PieceMaker maker) {
    maker_ = std::move(maker);
    plan_ = owl::plan(project_, shop_, catalog(), nullptr, {}, maker_);
    emit changed();
}

void Document::apply(const Edit& edit, const QString& key) {
    Project next = project_;
    edit.apply(next);
    keepPairsEqual(project_, next);
    if (next == project_)
        return;
    const bool merge = !key.isEmpty() && key == mergeKey_ && !undo_.empty();
    if (!merge)
        undo_.push_back({project_, QString::fromStdString(edit.name), key});
    if (undo_.size() > 500)
        undo_.erase(undo_.begin());
    redo_.clear();
    project_ = std::move(next);
    mergeKey_ = key;
    if (merge && project_ == undo_.back().before) { // back where it began
        undo_.pop_back();
        mergeKey_.clear();
    }
    writeJournal();
    replan();
}

void Document::undo() {
    if (undo_.empty())
        return;
    Step step = std::move(undo_.back());
    undo_.pop_back();
    std::swap(step.before, project_);
    redo_.push_back(std::move(step));
    mergeKey_.clear();
    writeJournal();
    replan();
}

void Document::redo() {
    if (redo_.empty())
        return;
    Step step = std::move(redo_.back());
    redo_.pop_back();
    std::swap(step.before, project_);
    undo_.push_back(std::move(step));
    mergeKey_.clear();
    writeJournal();
    replan();
}

std::pair<Project, Plan> Document::preview(const Edit& edit) const {
    Project next = project_;
    edit.apply(next);
    keepPairsEqual(project_, next);
    const Earlier earlier{planned_, plan_};
    Plan p = owl::plan(next, shop_, catalog(), &earlier, {}, maker_);
    return {std::move(next), std::move(p)};
}

std::vector<Remedy> Document::remediesFor(const Finding& finding) const {
    return remediesThatCure(finding, project_, plan_, shop_, catalog());
}

void Document::reset(Project project, const QString& path) {
    project_ = std::move(project);
    project_.style.decimalComma = QLocale().decimalPoint() == QLatin1String(",");
    saved_ = project_;
    path_ = path;
    undo_.clear();
    redo_.clear();
    mergeKey_.clear();
    replan();
}

std::optional<QString> Document::open(const QString& path) {
    auto p = loadProject(path.toStdString());
    if (!p)
        return QString::fromStdString(p.error());
    reset(std::move(*p), path);
    return std::nullopt;
}

std::optional<QString> Document::save(const QString& path) {
    if (auto ok = saveProject(project_, path.toStdString()); !ok)
        return QString::fromStdString(ok.error());
    // What was written is the new source, so that the next save keeps its bytes.
    const std::string text = writeProject(project_);
    if (const auto again = readProject(text, "saved"))
        project_.source = again->source;
    saved_ = project_;
    path_ = path;
    removeJournal();
    emit changed();
    return std::nullopt;
}

void Document::writeJournal() {
    if (journal_.isEmpty())
        return;
    QDir().mkpath(QFileInfo(journal_).absolutePath());
    // A journal that cannot be written must not get in the way of the work; the save will tell.
    (void)writeFileSafely(journal_.toStdString(), writeProject(project_), false);
    QFile where(journal_ + ".path");
    if (where.open(QIODevice::WriteOnly))
        where.write(path_.toUtf8());
}

void Document::removeJournal() {
    if (journal_.isEmpty())
        return;
    QFile::remove(journal_);
    QFile::remove(journal_ + ".path");
}

bool Document::journalWaits() const {
    return !journal_.isEmpty() && QFile::exists(journal_);
}

std::optional<QString> Document::restoreJournal() {
    auto p = loadProject(journal_.toStdString());
    if (!p)
        return QString::fromStdString(p.error());
    QFile where(journal_ + ".path");
    QString path;
    if (where.open(QIODevice::ReadOnly))
        path = QString::fromUtf8(where.readAll());
    reset(std::move(*p), path);
    saved_ = Project(); // it was never saved like this
    emit changed();
    return std::nullopt;
}

} // namespace owl
