// Files and paper: new, open, save, recent, print, export, closing.
#include "app/book_printer.h"
#include "app/main_window.h"
#include "plan/plan_json.h"
#include "project/project_file.h"
#include "report/csv.h"
#include "report/visit_sheet.h"

#include <QCloseEvent>
#include <QDir>
#include <QDragEnterEvent>
#include <QFileInfo>
#include <QMenu>
#include <QMimeData>
#include <QPrintPreviewDialog>
#include <QPrinter>
#include <QSettings>

namespace owl {
namespace {

QString words(const std::string& s) {
    return QString::fromStdString(s);
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
        say(words(p.error()), true);
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
    if (const auto problem = doc_->open(path)) {
        say(*problem, true);
        return;
    }
    remember(path);
    station_ = Station::place;
    refresh();
}

bool MainWindow::save(bool as) {
    QString path = doc_->path();
    if (as || path.isEmpty() || path.startsWith(":/"))
        path = askFile(true, path.startsWith(":/") || path.isEmpty()
                                 ? QDir::homePath() + "/" + words(doc_->project().name) + ".owl"
                                 : path);
    if (path.isEmpty())
        return false;
    if (!path.endsWith(".owl"))
        path += ".owl";
    if (const auto problem = doc_->save(path)) {
        say(*problem, true);
        return false;
    }
    remember(path);
    say(tr("Saved as %1").arg(QFileInfo(path).fileName()));
    return true;
}

bool MainWindow::mayLeave() {
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
            ->addAction(QFileInfo(f).fileName(), this,
                        [this, f] {
                            if (mayLeave())
                                openFile(f);
                        })
            ->setToolTip(f);
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
        say(tr("Add a wall first."), true);
        return;
    }
    previewBlocks(this, doc_->project(), visitSheet(doc_->project(), doc_->plan(), wall_.toStdString()));
}

void MainWindow::exportFiles() {
    const QString suggestion =
        (doc_->path().isEmpty() || doc_->path().startsWith(":/") ? QDir::homePath()
                                                                 : QFileInfo(doc_->path()).absolutePath()) +
        "/" + words(doc_->project().name) + " book.pdf";
    const QString pdf = askFile(true, suggestion);
    if (pdf.isEmpty())
        return;
    const QFileInfo info(pdf);
    const QString stem = info.absolutePath() + "/" + info.completeBaseName();
    if (const auto problem = writeBookPdf(stem + ".pdf", doc_->project(), doc_->plan())) {
        say(*problem, true);
        return;
    }
    const std::pair<const char*, std::string> files[] = {
        {" plan.json", planJson(doc_->project(), doc_->plan()).dump(2) + "\n"},
        {" cut-job.json", cutJobJson(doc_->plan().cutJob).dump(2) + "\n"},
        {" cut list.csv", cutListCsv(doc_->project(), doc_->plan())},
        {" shopping.csv", shoppingCsv(doc_->plan())},
        {" wall marks.csv", marksCsv(doc_->project(), doc_->plan())}};
    for (const auto& [name, text] : files)
        if (const auto ok = writeFileSafely((stem + name).toStdString(), text, false); !ok) {
            say(words(ok.error()), true);
            return;
        }
    say(tr("Written beside %1").arg(info.fileName()));
}

void MainWindow::closeEvent(QCloseEvent* e) {
    if (!mayLeave()) {
        e->ignore();
        return;
    }
    doc_->removeJournal();
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
