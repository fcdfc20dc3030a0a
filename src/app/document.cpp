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

/// Of a file as it stands there now.
std::optional<FileVersion> versionOf(const QString& file) {
    FileStamp seen;
    const auto text = readFile(file.toStdString(), largestFile, &seen);
    return text ? std::optional(FileVersion{seen, hashOf(*text)}) : std::nullopt;
}

/// A file has one name, wherever one stands.
QString absolute(const QString& path) {
    return Document::isFile(path) ? QFileInfo(path).absoluteFilePath() : path;
}

} // namespace

QString toldOf(JournalKeeper::Answer answer) {
    return answer == JournalKeeper::Answer::changed
               ? QObject::tr("These edits are not what they were when they were offered; look again.")
               : QObject::tr("Another window has taken them up already.");
}

bool Document::isFile(const QString& path) {
    return !path.isEmpty() && !path.startsWith(":/");
}

Document::Document(Shop shop, QObject* parent) : QObject(parent), shop_(std::move(shop)) {
    connect(&holdWatch_, &QTimer::timeout, this, &Document::watchHold);
    rest_.setSingleShot(true);
    rest_.setInterval(150);
    connect(&rest_, &QTimer::timeout, this, &Document::catchUp);
    plan_ = owl::plan(project_, shop_, catalog(), nullptr, {}, maker_);
    planned_ = project_;
}

Document::~Document() {
    if (behind_.joinable())
        behind_.join();
    hold_.letGo();
}

void Document::endMerge() {
    mergeKey_.clear();
    dragging_ = false;
    if (plan_.hasty)
        replan();
}

void Document::planHastilyNow() {
    ++edits_;
    Plan next = planHastily(project_, shop_, catalog(), planned_, std::move(plan_), maker_);
    plan_ = std::move(next);
    planned_ = project_;
    emit changed();
    rest_.start();
}

/// All of it, by a thread of its own on copies; whoever edits meanwhile makes its answer worthless.
void Document::catchUp() {
    if (!plan_.hasty)
        return;
    if (working_) { // on what is no longer so
        rest_.start();
        return;
    }
    if (behind_.joinable())
        behind_.join();
    working_ = true;
    behind_ =
        std::thread([this, edits = edits_, project = project_, shop = shop_, maker = maker_, known = plan_] {
            const Earlier earlier{project, known};
            auto plan = std::make_shared<Plan>(owl::plan(project, shop, catalog(), &earlier, {}, maker));
            QMetaObject::invokeMethod(
                this, [this, edits, plan] { caughtUp(edits, std::move(*plan)); }, Qt::QueuedConnection);
        });
}

void Document::caughtUp(std::size_t edits, Plan plan) {
    working_ = false;
    if (edits != edits_ || !plan_.hasty)
        return;
    plan_ = std::move(plan);
    emit changed();
}

void Document::replan() {
    if (dragging_) {
        planHastilyNow();
        return;
    }
    ++edits_;
    rest_.stop();
    const Earlier earlier{planned_, plan_};
    Plan next = owl::plan(project_, shop_, catalog(), &earlier, {}, maker_);
    plan_ = std::move(next);
    planned_ = project_;
    emit changed();
}

void Document::setMaker(PieceMaker maker) {
    maker_ = std::move(maker);
    ++edits_;
    plan_ = owl::plan(project_, shop_, catalog(), nullptr, {}, maker_);
    emit changed();
}

void Document::setShop(Shop shop) {
    shop_ = std::move(shop);
    ++edits_;
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
    if (next == project_) {
        typing({});
        return std::nullopt;
    }
    if (const auto why = refusalOf(next, &project_)) {
        const QString sentence = notDone(*why);
        emit refused(sentence);
        return sentence;
    }
    typing_.reset();
    typedText_.reset();
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
    if (plan_.hasty) // what is wrong is told of another plan; it is asked again when all is known
        return {};
    return remediesThatCure(finding, project_, plan_, shop_, catalog());
}

/// Another work in place of what was there.
void Document::become(Project project, const QString& path, std::optional<FileVersion> version) {
    project_ = std::move(project);
    project_.style.decimalComma = QLocale().decimalPoint() == QLatin1String(",");
    path_ = absolute(path);
    version_ = std::move(version);
    readOnly_ = false;
    typing_.reset();
    typedText_.reset();
    undo_.clear();
    redo_.clear();
    mergeKey_.clear();
    dragging_ = false;
}

void Document::begin(Project project, const QString& path, std::optional<FileVersion> version) {
    endJournal();
    become(std::move(project), path, std::move(version));
    saved_ = project_;
    if (!isFile(path_))
        hold_.letGo();
    replan();
}

void Document::reset(Project project, const QString& path) {
    begin(std::move(project), path, isFile(path) ? versionOf(absolute(path)) : std::nullopt);
}

std::optional<QString> Document::open(const QString& path) {
    FileVersion version;
    auto p = loadProject(absolute(path).toStdString(), &version);
    if (!p)
        return words(p.error());
    begin(std::move(*p), path, version);
    return std::nullopt;
}

std::optional<QString> Document::openLastVersion(const QString& path) {
    const std::filesystem::path file = absolute(path).toStdString();
    auto p = loadProject(lastVersionOf(file));
    if (!p)
        return words(p.error());
    begin(std::move(*p), path, versionOf(absolute(path))); // the damaged one is what a save will replace
    saved_ = Project();                                    // as it is, it is in no file of its own
    note();
    emit changed();
    return std::nullopt;
}

std::optional<QString> Document::save(const QString& path, Replace replace) {
    const QString to = absolute(path);
    const bool own = to == path_ && replace == Replace::known;
    const auto saved = saveProject(project_, to.toStdString(), [&](const std::optional<FileStamp>& there) {
        return !own || !there || (version_ && *there == version_->stamp) || !changedOutside();
    });
    if (!saved)
        return words(saved.error());
    project_.source =
        saved->source; // what was written is the new source, so that the next save keeps its bytes
    saved_ = project_;
    path_ = to;
    version_ = saved->version;
    readOnly_ = false;
    endJournal();
    emit changed();
    return std::nullopt;
}

bool Document::changedOutside() {
    if (!isFile(path_))
        return false;
    const std::filesystem::path file = path_.toStdString();
    const auto now = stampOf(file);
    if (!now)
        return false; // nothing stands there that could be lost
    if (!version_ || !isVersion(file, *version_))
        return true;
    version_->stamp = *now; // copied or touched, the same all the same
    return false;
}

void Document::setReadOnly(bool on) {
    readOnly_ = on;
    if (on)
        hold_.letGo();
    if (modified())
        note();
    emit changed();
}

void Document::setFolder(const QString& folder) {
    hold_.setFolder(folder + "/open");
    journal_ = std::make_unique<JournalKeeper>(folder + "/journals");
    constexpr int often = 500; // ms; a look at one name
    holdWatch_.start(often);
}

/// Another window takes a file over without this one being asked: title and journal have to know.
void Document::watchHold() {
    const bool mine = hold_.mine();
    if (std::exchange(heldMine_, mine) == mine)
        return;
    if (modified())
        note();
    emit changed();
}

FileGuard Document::guard() const {
    return {path_.toStdString(), version_, readOnly()};
}

void Document::note() {
    if (!journal_)
        return;
    Unsaved work{project_, guard(), typedText_};
    if (typing_)
        if (Project next = with(*typing_); !refusalOf(next, &project_))
            work.project = std::move(next);
    if (!(work.project == saved_) || typedText_)
        journal_->note(std::move(work));
    else
        journal_->end();
}

void Document::typing(std::optional<Edit> edit, std::optional<TypedText> text) {
    if (!edit && !text && !typing_ && !typedText_)
        return;
    typing_ = std::move(edit);
    typedText_ = std::move(text);
    note();
}

void Document::endJournal() {
    if (journal_)
        journal_->end();
}

std::optional<QString> Document::takeUp(const LeftJournal& left) {
    auto project = readProject(left.about.project, left.file.filename().string());
    if (!project)
        return words(project.error());
    const auto answer = journal_ ? journal_->takeOver(left) : JournalKeeper::Answer::taken;
    if (answer != JournalKeeper::Answer::done)
        return toldOf(answer);
    // What guarded the file goes on guarding it: what it says by now this work may never have seen.
    become(std::move(*project), words(left.about.guard.path), left.about.guard.began);
    readOnly_ = left.about.guard.readOnly;
    typedText_ = left.about.typed;
    const auto there = isFile(path_) ? loadProject(path_.toStdString()) : tl::unexpected(std::string());
    saved_ = there ? *there : Project();
    note();
    replan();
    return std::nullopt;
}

} // namespace owl
