// Files and paper: new, open, save, recent, print, export, closing.
#include "app/book_printer.h"
#include "app/main_window.h"
#include "app/text_label.h"
#include "files/file.h"
#include "plan/plan_json.h"
#include "project/project_file.h"
#include "report/csv.h"
#include "report/visit_sheet.h"

#include "app/words.h"

#include <QCloseEvent>
#include <QDir>
#include <QDragEnterEvent>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QLocale>
#include <QMenu>
#include <QMimeData>
#include <QPrintPreviewDialog>
#include <QPrinter>
#include <QPushButton>
#include <QSettings>
#include <QTimer>
#include <sstream>

namespace owl {
namespace {

QString lastVersionName(const QString& path) {
    return words(lastVersionOf(path.toStdString()).filename().string());
}

} // namespace

void MainWindow::addOfKind(const std::string& kind) {
    if (doc_->project().walls.empty()) {
        newFrom(words(kind));
        return;
    }
    const std::string wall = wall_.toStdString();
    doc_->apply({tr("Add a piece").toStdString(), [kind, wall](Project& p) { addPiece(p, kind, wall); }});
    choosePiece(words(doc_->project().pieces.back().id));
}

void MainWindow::newFrom(const QString& kind) {
    const bool inches = QLocale::system().measurementSystem() != QLocale::MetricSystem;
    auto p = newProject(kind.toStdString(), inches ? Units::imperial : Units::metric);
    if (!p) {
        refuse(words(p.error()));
        return;
    }
    p->style.decimalComma = QLocale().decimalPoint() == QLatin1String(",");
    const Project fresh = std::move(*p);
    if (doc_->project().walls.empty() && doc_->project().pieces.empty()) {
        doc_->apply({tr("New piece").toStdString(), [fresh](Project& q) { q = fresh; }});
    } else { // a wall is there already: the piece goes on it
        doc_->apply({tr("Add a piece").toStdString(), [kind, wall = wall_.toStdString()](Project& q) {
                         addPiece(q, kind.toStdString(), q.findWall(wall) ? wall : q.walls.front().id);
                     }});
    }
    goTo(Station::place);
}

void MainWindow::openFile(const QString& path) {
    if (path.endsWith(".csv", Qt::CaseInsensitive)) { // a trace dropped on the window
        readScan(path);
        return;
    }
    if (path.contains(QChar::ReplacementCharacter) && !QFileInfo::exists(path)) {
        warn(tr("%1: the letters of this name are not UTF-8, as they are on older disks; rename the file to "
                "open it.")
                 .arg(QFileInfo(path).fileName()));
        return;
    }
    bool readOnly = false;
    const QString before = doc_->path();
    if (!mayHold(path, readOnly))
        return;
    if (const auto problem = doc_->open(path)) {
        warn(*problem);
        if (!offerLastVersion(path, *problem)) {
            holdAgain(before);
            return;
        }
    }
    if (readOnly)
        doc_->setReadOnly(true);
    remember(path);
    station_ = Station::place;
    refresh();
}

bool MainWindow::mayHold(const QString& path, bool& readOnly) {
    if (!Document::isFile(path) || !QFileInfo::exists(path) || doc_->hold().take(path))
        return true;
    const int answer =
        askChoice(tr("%1 is open in another window. Read only, you can look and change here and save under "
                     "another name; taken over, it is the other window that can do only that.")
                      .arg(QFileInfo(path).fileName()),
                  {tr("Read only"), tr("Take it over"), tr("Stay")});
    readOnly = answer == 0;
    if (answer == 1)
        doc_->hold().takeAway(path);
    return answer != 2;
}

/// What stays open stays marked.
void MainWindow::holdAgain(const QString& path) {
    if (Document::isFile(path))
        doc_->hold().take(path);
}

bool MainWindow::offerLastVersion(const QString& path, const QString& problem) {
    const QFileInfo old(QFileInfo(path).absolutePath() + "/" + lastVersionName(path));
    if (!old.exists() || !loadProject(old.filePath().toStdString()))
        return false;
    const int answer =
        askChoice(tr("%1\n\nIts last version, of %2, stands beside it and can be read.")
                      .arg(problem, QLocale().toString(old.lastModified(), QLocale::ShortFormat)),
                  {tr("Open the last version"), tr("Leave it")});
    return answer == 0 && !doc_->openLastVersion(path);
}

namespace {

/// A name a file may have: a project's name is free text, a file's keeps to its folder.
QString fileNameOf(QString name) {
    for (QChar& c : name)
        if (c == '/' || c == '\\' || c < QChar(32) || c == QChar(127))
            c = '-';
    while (name.startsWith('.') || name.startsWith(' '))
        name.remove(0, 1);
    while (name.toUtf8().size() > 120)
        name.chop(1);
    name = name.trimmed();
    return name.isEmpty() ? QString("project") : name;
}

} // namespace

MainWindow::SaveTo MainWindow::whereToSave(bool as) {
    QString path = doc_->path();
    const QString name = QFileInfo(path).fileName();
    const bool nameless = !Document::isFile(path);
    const QString keepBoth = tr("Save mine under another name"),
                  replace = tr("Replace it; it stays beside mine as %1").arg(lastVersionName(path)),
                  stay = tr("Stay");
    if (!as && !nameless && doc_->readOnly()) {
        // A window that has ended holds nothing any more, and what it did is seen by what the file says.
        const bool free = doc_->hold().take(path);
        const int answer =
            free ? askChoice(
                       doc_->changedOutside()
                           ? tr("%1 was in another window's hands, which has changed it and let it go. Both "
                                "can "
                                "be kept.")
                                 .arg(name)
                           : tr("%1 was in another window's hands, which has let it go as it was.").arg(name),
                       {keepBoth, replace, stay})
                 : 0;
        if (!free)
            warn(tr("%1 is in another window's hands; save under another name.").arg(name));
        if (answer == 1)
            return {path, Document::Replace::any};
        doc_->setReadOnly(true); // it was only asked for
        if (answer != 0)
            return {};
        as = true;
    }
    if (!as && !nameless && doc_->changedOutside()) {
        const int answer = askChoice(
            tr("%1 was changed by somebody else since it was opened here. Both can be kept.").arg(name),
            {keepBoth, replace, stay});
        if (answer == 1)
            return {path, Document::Replace::any};
        if (answer != 0)
            return {};
        as = true;
    }
    if (!as && !nameless)
        return {path, Document::Replace::known};
    QString chosen = askFile(
        true, nameless ? QDir::homePath() + "/" + fileNameOf(words(doc_->project().name)) + ".owl" : path);
    if (chosen.isEmpty())
        return {};
    if (QFileInfo(chosen).suffix().isEmpty()) {
        chosen += ".owl";
        if (!mayReplace({chosen}))
            return {};
    }
    return {chosen, Document::Replace::any};
}

bool MainWindow::mayReplace(const QStringList& files) {
    QStringList there;
    for (const QString& f : files)
        if (QFileInfo::exists(f))
            there << QFileInfo(f).fileName();
    if (there.isEmpty())
        return true;
    return askChoice(tr("These files are there already: %1.").arg(there.join(", ")),
                     {tr("Replace them"), tr("Stay")}) == 0;
}

bool MainWindow::save(bool as) {
    const auto typed = settleTyped();
    const auto [path, replace] = whereToSave(as);
    if (path.isEmpty())
        return false;
    const bool other = QFileInfo(path).absoluteFilePath() != doc_->path();
    if (!other && replace == Document::Replace::any && doc_->readOnly() && !doc_->hold().take(path)) {
        warn(tr("%1 is in another window's hands; save under another name.").arg(QFileInfo(path).fileName()));
        return false;
    }
    if (other && isThere(path.toStdString()) && !doc_->hold().take(path)) {
        warn(tr("%1 is open in another window; save under another name.").arg(QFileInfo(path).fileName()));
        return false;
    }
    if (const auto problem = doc_->save(path, replace)) {
        warn(*problem);
        return false;
    }
    doc_->hold().take(path);
    remember(doc_->path());
    say(tr("Saved as %1").arg(QFileInfo(path).fileName()));
    if (typed)
        warn(tr("All is saved but what is being typed: %1").arg(*typed));
    return true;
}

/// What other sessions left is offered, one at a time, until somebody answers; nothing that happens in this
/// window answers for them.
void MainWindow::offerJournals() {
    auto now = doc_->journal() ? doc_->journal()->left() : std::vector<LeftJournal>();
    const bool same = std::equal(
        now.begin(), now.end(), left_.begin(), left_.end(), [](const LeftJournal& a, const LeftJournal& b) {
            return a.file == b.file && a.hash == b.hash && a.newerFile == b.newerFile;
        });
    left_ = std::move(now);
    if (same && banner_->isHidden() == left_.empty())
        return; // a button that somebody is about to press stays where it is
    delete banner_->layout();
    qDeleteAll(banner_->findChildren<QWidget*>(QString(), Qt::FindDirectChildrenOnly));
    banner_->setVisible(!left_.empty());
    if (left_.empty())
        return;
    const LeftJournal& j = left_.front();
    const QString what =
        j.fault.empty()
            ? tr("Edits of %1 from %2 were not saved when their window ended.")
                  .arg(words(j.name), words(j.about.written))
            : tr("Edits that were not saved were left, but they cannot be read: %1").arg(words(j.fault));
    auto* row = new QHBoxLayout(banner_);
    row->setContentsMargins(16, 6, 16, 6);
    auto* label = new TextLabel(j.newerFile ? what + " " + tr("Its file was saved after them.") : what);
    label->setObjectName("journalOffer");
    label->setWordWrap(true);
    row->addWidget(label, 1);
    for (const auto& [name, caption, take] : {std::tuple("restoreJournal", tr("Take them up again"), true),
                                              std::tuple("dropJournal", tr("Let them go"), false)}) {
        if (take && !j.fault.empty())
            continue;
        auto* b = new QPushButton(caption);
        b->setObjectName(name);
        connect(b, &QPushButton::clicked, this, [this, yes = take] {
            QTimer::singleShot(0, this,
                               [this, yes] { answerJournal(yes); }); // its button goes with the answer
        });
        row->addWidget(b);
    }
}

void MainWindow::answerJournal(bool take) {
    if (left_.empty())
        return;
    const LeftJournal j = left_.front();
    if (take) {
        bool readOnly = false;
        const QString before = doc_->path();
        if (!mayLeave() || !mayHold(words(j.about.guard.path), readOnly))
            return;
        if (const auto problem = doc_->takeUp(j)) {
            warn(*problem);
            holdAgain(before);
        } else {
            if (readOnly)
                doc_->setReadOnly(true);
            if (j.about.typed)
                warn(tr("In '%1' stood '%2', which was not taken yet.")
                         .arg(words(j.about.typed->label), words(j.about.typed->text)));
        }
        station_ = Station::place;
        refresh();
    } else if (askChoice(
                   tr("Let the edits of %1 from %2 go for good?").arg(words(j.name), words(j.about.written)),
                   {tr("Let them go"), tr("Stay")}) != 0) {
        return;
    } else if (const auto answer = JournalKeeper::drop(j); answer != JournalKeeper::Answer::done) {
        warn(toldOf(answer));
    }
    offerJournals();
}

void MainWindow::showEvent(QShowEvent* e) {
    QMainWindow::showEvent(e);
    if (!e->spontaneous())
        offerJournals();
}

/// Other windows take offers up, let them go, or end and leave more.
void MainWindow::changeEvent(QEvent* e) {
    QMainWindow::changeEvent(e);
    if (e->type() == QEvent::ActivationChange && isActiveWindow() && isVisible())
        QTimer::singleShot(0, this, [this] { offerJournals(); });
}

bool MainWindow::mayLeave() {
    if (const auto typed = settleTyped())
        if (askChoice(tr("What is being typed cannot be taken: %1").arg(*typed),
                      {tr("Leave it"), tr("Stay")}) != 0)
            return false;
    if (!doc_->modified() || (doc_->project().pieces.empty() && doc_->project().walls.empty()))
        return true;
    const int answer = askChoice(tr("Save the changes to %1 first?").arg(words(doc_->project().name)),
                                 {tr("Save"), tr("Do not save"), tr("Stay")});
    return answer == 0 ? save(false) : answer == 1;
}

void MainWindow::remember(const QString& path) {
    QSettings s;
    QStringList all = s.value("recent").toStringList();
    all.removeAll(path);
    all.prepend(path);
    s.setValue("recent", all.mid(0, 8));
    s.setValue("last", path);
    fillRecent();
}

void MainWindow::fillRecent() {
    recent_->clear();
    for (const QString& f : QSettings().value("recent").toStringList())
        recent_
            ->addAction(plainCaption(QFileInfo(f).fileName()), this,
                        [this, f] {
                            if (mayLeave())
                                openFile(f);
                        })
            ->setToolTip(plainTip(f));
    recent_->setEnabled(!recent_->isEmpty());
}

namespace {

void previewBlocks(QWidget* parent, const Project& project, const std::vector<Block>& blocks) {
    QPrinter printer(QPrinter::HighResolution);
    printer.setPageSize(project.style.units == Units::metric ? QPageSize(QPageSize::A4)
                                                             : QPageSize(QPageSize::Letter));
    printer.setPageMargins(QMarginsF(15, 14, 15, 12), QPageLayout::Millimeter);
    printer.setColorMode(QPrinter::GrayScale);
    QPrintPreviewDialog dialog(&printer, parent);
    QObject::connect(&dialog, &QPrintPreviewDialog::paintRequested, parent,
                     [&](QPrinter* p) { printBook(*p, blocks, words(project.name)); });
    dialog.exec();
}

} // namespace

void MainWindow::printBook() {
    previewBlocks(this, doc_->project(), buildBook(doc_->project(), doc_->plan()));
}

void MainWindow::printVisitSheet() {
    if (doc_->project().walls.empty()) {
        refuse(tr("Add a wall first."));
        return;
    }
    previewBlocks(this, doc_->project(), visitSheet(doc_->project(), doc_->plan(), wall_.toStdString()));
}

void MainWindow::exportFiles() {
    settleTyped();
    const QString folder =
        Document::isFile(doc_->path()) ? QFileInfo(doc_->path()).absolutePath() : QDir::homePath();
    const QString pdf = askFile(true, folder + "/" + fileNameOf(words(doc_->project().name)) + " book.pdf");
    if (pdf.isEmpty())
        return;
    const QFileInfo info(pdf);
    const QString stem = info.absolutePath() + "/" + info.completeBaseName();
    std::ostringstream planText;
    writePlan(doc_->project(), doc_->plan(), planText);
    const std::pair<const char*, std::string> files[] = {
        {" plan.json", planText.str() + "\n"},
        {" cut-job.json", cutJobJson(doc_->plan().cutJob).dump(2) + "\n"},
        {" cut list.csv", cutListCsv(doc_->project(), doc_->plan())},
        {" shopping.csv", shoppingCsv(doc_->plan())},
        {" wall marks.csv", marksCsv(doc_->project(), doc_->plan())}};
    QStringList all;
    if (stem + ".pdf" != pdf) // else the dialog has asked
        all << stem + ".pdf";
    for (const auto& [name, text] : files)
        all << stem + name;
    if (!mayReplace(all))
        return;
    for (const QString& f : all)
        if (const auto why = whyNotOver(f.toStdString())) {
            warn(words(*why));
            return;
        }
    if (const auto problem = writeBookPdf(stem + ".pdf", doc_->project(), doc_->plan())) {
        warn(*problem);
        return;
    }
    for (const auto& [name, text] : files)
        if (const auto ok = writeFile((stem + name).toStdString(), text); !ok) {
            warn(words(ok.error()));
            return;
        }
    say(tr("Written beside %1").arg(info.fileName()));
}

void MainWindow::closeEvent(QCloseEvent* e) {
    if (!mayLeave()) {
        e->ignore();
        return;
    }
    doc_->endJournal();
    QSettings().setValue("geometry", saveGeometry());
    e->accept();
}

void MainWindow::dragEnterEvent(QDragEnterEvent* e) {
    if (e->mimeData()->hasUrls())
        e->acceptProposedAction();
}

void MainWindow::dropEvent(QDropEvent* e) {
    for (const QUrl& u : e->mimeData()->urls())
        if (u.isLocalFile()) {
            // A trace belongs to the project in hand; only another project asks to leave this one.
            const bool trace = u.toLocalFile().endsWith(".csv", Qt::CaseInsensitive);
            if (trace || mayLeave())
                openFile(u.toLocalFile());
            return;
        }
}

} // namespace owl
