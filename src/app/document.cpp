#include "app/document.h"

#include "app/words.h"
#include "plan/remedies.h"
#include "project/limits.h"
#include "project/placing.h"
#include "project/project_file.h"

#include <QFileInfo>
#include <QLocale>
#include <algorithm>

namespace owl {
namespace {

/// Steps of undo, and what all of them together may take: a project is kept whole for each.
constexpr std::size_t mostSteps = 500;
constexpr std::size_t mostUndoBytes = 300'000'000;

QString notDone(const std::string& why) {
    return QObject::tr("This is not done: %1").arg(words(why));
}

/// About what a copy of it takes; only what grows large is counted, and not the log, which copies share.
std::size_t bytesOf(const Project& p) {
    std::size_t n = 20'000 + p.pieces.size() * 2'000 + p.done.size() * 100;
    for (const auto& w : p.walls)
        n += sizeof(Wall) + w.studs.size() * sizeof(FoundStud) +
             (w.scan ? w.scan->readings.size() * sizeof(double) : 0);
    return n;
}

/// A file has one name, wherever one stands.
QString absolute(const QString& path) {
    return Document::isFile(path) ? QFileInfo(path).absoluteFilePath() : path;
}

std::optional<FileStamp> stampFor(const QString& path) {
    return Document::isFile(path) ? stampOf(path.toStdString()) : std::nullopt;
}

} // namespace

bool Document::isFile(const QString& path) {
    return !path.isEmpty() && !path.startsWith(":/");
}

Document::Document(Shop shop, QObject* parent) : QObject(parent), shop_(std::move(shop)) {
    plan_ = owl::plan(project_, shop_, catalog(), nullptr, {}, maker_);
    planned_ = project_;
}

Document::~Document() {
    hold_.letGo();
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

void Document::setShop(Shop shop) {
    shop_ = std::move(shop);
    plan_ = owl::plan(project_, shop_, catalog(), nullptr, {}, maker_);
    emit changed();
}

Project Document::with(const Edit& edit) const {
    Project next = project_;
    edit.apply(next);
    keepPairsEqual(project_, next);
    return next;
}

std::optional<QString> Document::apply(const Edit& edit, const QString& key) {
    return make(with(edit), edit, key);
}

std::optional<QString> Document::wouldRefuse(const Edit& edit) const {
    const auto why = refusalOf(with(edit), &project_);
    return why ? std::optional(notDone(*why)) : std::nullopt;
}

std::optional<QString> Document::applyWithin(const Edit& edit, const QString& key) {
    Project next = with(edit);
    const auto stops = keepWithinLimits(next, &project_);
    const auto refusal = make(std::move(next), edit, key);
    if (!stops.empty() && !refusal)
        emit stopped(words(stops.front()));
    return refusal;
}

std::optional<QString> Document::make(Project next, const Edit& edit, const QString& key) {
    if (next == project_)
        return std::nullopt;
    if (const auto why = refusalOf(next, &project_)) {
        const QString sentence = notDone(*why);
        emit refused(sentence);
        return sentence;
    }
    const bool merge = !key.isEmpty() && key == mergeKey_ && !undo_.empty();
    if (!merge)
        undo_.push_back({project_, words(edit.name), key});
    redo_.clear();
    project_ = std::move(next);
    mergeKey_ = key;
    if (merge && project_ == undo_.back().before) { // back where it began
        undo_.pop_back();
        mergeKey_.clear();
    }
    cutUndo();
    note();
    replan();
    return std::nullopt;
}

void Document::cutUndo() {
    const std::size_t most = std::clamp<std::size_t>(mostUndoBytes / bytesOf(project_), 5, mostSteps);
    if (undo_.size() > most)
        undo_.erase(undo_.begin(), undo_.end() - static_cast<std::ptrdiff_t>(most));
}

void Document::step(std::vector<Step>& from, std::vector<Step>& to) {
    if (from.empty())
        return;
    Step step = std::move(from.back());
    from.pop_back();
    std::swap(step.before, project_);
    to.push_back(std::move(step));
    mergeKey_.clear();
    note();
    replan();
}

void Document::undo() {
    step(undo_, redo_);
}

void Document::redo() {
    step(redo_, undo_);
}

std::pair<Project, Plan> Document::preview(const Edit& edit) const {
    Project next = with(edit);
    std::ignore = keepWithinLimits(next, &project_);
    const Earlier earlier{planned_, plan_};
    Plan p = owl::plan(next, shop_, catalog(), &earlier, {}, maker_);
    return {std::move(next), std::move(p)};
}

std::vector<Remedy> Document::remediesFor(const Finding& finding) const {
    return remediesThatCure(finding, project_, plan_, shop_, catalog());
}

/// Another work in place of what was there.
void Document::become(Project project, const QString& path) {
    project_ = std::move(project);
    project_.style.decimalComma = QLocale().decimalPoint() == QLatin1String(",");
    path_ = absolute(path);
    stamp_ = stampFor(path_);
    readOnly_ = false;
    undo_.clear();
    redo_.clear();
    mergeKey_.clear();
}

void Document::reset(Project project, const QString& path) {
    endJournal();
    become(std::move(project), path);
    saved_ = project_;
    if (!isFile(path_))
        hold_.letGo();
    replan();
}

std::optional<QString> Document::open(const QString& path) {
    auto p = loadProject(absolute(path).toStdString());
    if (!p)
        return words(p.error());
    reset(std::move(*p), path);
    return std::nullopt;
}

std::optional<QString> Document::openLastVersion(const QString& path) {
    auto p = loadProject((absolute(path) + "~").toStdString());
    if (!p)
        return words(p.error());
    reset(std::move(*p), path);
    saved_ = Project(); // as it is, it is in no file of its own
    note();
    emit changed();
    return std::nullopt;
}

std::optional<QString> Document::save(const QString& path) {
    const QString to = absolute(path);
    const auto source = saveProject(project_, to.toStdString());
    if (!source)
        return words(source.error());
    project_.source = *source; // what was written is the new source, so that the next save keeps its bytes
    saved_ = project_;
    path_ = to;
    stamp_ = stampFor(to);
    readOnly_ = false;
    endJournal();
    emit changed();
    return std::nullopt;
}

bool Document::changedOutside() const {
    const auto now = stampFor(path_);
    return stamp_ && now && *now != *stamp_;
}

void Document::setReadOnly(bool on) {
    readOnly_ = on;
    if (on)
        hold_.letGo();
    emit changed();
}

void Document::setFolder(const QString& folder) {
    hold_.setFolder(folder + "/open");
    journal_ = std::make_unique<JournalKeeper>(folder + "/journals");
    journal_->ask = [this] { return std::pair(project_, path_); };
}

void Document::note() {
    if (!journal_)
        return;
    if (modified())
        journal_->note();
    else
        journal_->end();
}

void Document::endJournal() {
    if (journal_)
        journal_->end();
}

std::optional<QString> Document::takeUp(const LeftJournal& left) {
    auto project = readProject(left.about.project, left.file.filename().string());
    if (!project)
        return words(project.error());
    if (!journal_ || !journal_->takeOver(left))
        return tr("Another window has taken them up already.");
    become(std::move(*project), words(left.about.path));
    const auto there = isFile(path_) ? loadProject(path_.toStdString()) : tl::unexpected(std::string());
    saved_ = there ? *there : Project();
    if (left.newerFile)
        stamp_ = FileStamp(); // what the file says now was never seen by this work: saving asks
    replan();
    return std::nullopt;
}

} // namespace owl
