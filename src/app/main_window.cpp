#include "app/main_window.h"

#include "project/placing.h"
#include "scan/practice.h"

#include <QApplication>
#include <QComboBox>
#include <QDir>
#include <QFileDialog>
#include <QFileInfo>
#include <QLabel>
#include <QLocale>
#include <QMenuBar>
#include <QMessageBox>
#include <QPushButton>
#include <QSettings>
#include <QSlider>
#include <QStackedWidget>
#include <QStyle>
#include <QTableWidget>
#include <QTimer>
#include <QVBoxLayout>

namespace owl {
namespace {

QString words(const std::string& s) {
    return QString::fromStdString(s);
}

} // namespace

MainWindow::MainWindow(Document* document, QWidget* parent) : QMainWindow(parent), doc_(document) {
    setObjectName("mainWindow");
    setAcceptDrops(true);
    resize(1280, 800);
    setMinimumSize(1024, 680);
    askFile = [this](bool save, const QString& suggestion) {
        const QString filter = tr("Upright Owl projects (*.owl)");
        return save ? QFileDialog::getSaveFileName(this, tr("Save the project"), suggestion, filter)
                    : QFileDialog::getOpenFileName(this, tr("Open a project"), suggestion, filter);
    };
    askScan = [this] {
        return QFileDialog::getOpenFileName(this, tr("Read a stud scan"), {},
                                            tr("Stud scans (*.csv);;All files (*)"));
    };
    askChoice = [this](const QString& question, const QStringList& answers) {
        QMessageBox box(this);
        box.setText(question);
        QList<QPushButton*> buttons;
        for (const auto& a : answers)
            buttons << box.addButton(a, QMessageBox::ActionRole);
        box.exec();
        for (int i = 0; i < buttons.size(); ++i)
            if (box.clickedButton() == buttons[i])
                return i;
        return static_cast<int>(answers.size()) - 1;
    };
    card_ = new WorkingCard(this);
    buildBody();
    buildActions();
    wire();
    refresh();
}

void MainWindow::wire() {
    connect(doc_, &Document::changed, this, &MainWindow::refresh);
    connect(trail_, &Trail::chosen, this, &MainWindow::goTo);
    connect(perch_, &Perch::chosen, this, &MainWindow::choosePiece);
    connect(apart_, &QSlider::valueChanged, this, [this] { refreshBench(doc_->project(), doc_->plan()); });
    canvas_->onTyped = [this](const QString& f, const QString& t) { return typed(f, t); };
    canvas_->onDrag = [this](const QString& id, Point from, Point now, int phase, double mm) {
        dragged(id, from, now, phase, mm);
    };
    canvas_->onClick = [this](const QString& id) { clicked(id); };
    notes_->onTyped = [this](const Field& f, const QString& t) -> std::optional<QString> {
        if (f.kind == FieldKind::file) {
            QTimer::singleShot(0, this, [this] { actions_.at("readScan")->trigger(); });
            return std::nullopt;
        }
        const auto edit = f.set(t.toStdString());
        if (!edit) {
            say(words(edit.error()), true);
            return words(edit.error());
        }
        doc_->endMerge();
        const Edit e = *edit;
        QTimer::singleShot(
            0, this, [this, e] { doc_->apply(e); }); // the panel is rebuilt; let its widget finish first
        return std::nullopt;
    };
    notes_->onRemedy = [this](const Edit& e) {
        const Edit copy = e;
        QTimer::singleShot(0, this, [this, copy] {
            doc_->apply(copy);
            say(tr("Done: %1").arg(words(copy.name)));
        });
    };
    notes_->onTry = [this](const Finding& f) { return doc_->remediesFor(f); };
    notes_->onHover = [this](const Edit* e) { hover(e); };
    const auto working = [this](const Working& w, QPoint at) { card_->show({}, w, at); };
    notes_->onWorking = working;
    strip_->onWorking = working;
    strip_->onTick = [this](const std::string& id) { tick(id); };
    strip_->onRow = [this](int, const std::string& id) {
        if (id.starts_with("support:"))
            say(tr("Double-click for the working; choose it at the right under 'Support'."));
        refreshBench(doc_->project(), doc_->plan());
    };
    strip_->onTab = [this](int tab) {
        tabs_[station_] = tab;
        QTimer::singleShot(0, this, [this] { refresh(); }); // the pressed word is replaced
    };
    strip_->onEdit = [this](const Edit& e) {
        hover(nullptr);
        doc_->endMerge();
        doc_->apply(e);
        say(tr("Done: %1").arg(words(e.name)));
    };
    strip_->onHover = [this](const Edit* e) { hover(e); };
    ledger_->onClick = [this] { showWorking(); };
}

void MainWindow::goTo(Station s) {
    station_ = s;
    doc_->endMerge();
    refresh();
}

void MainWindow::choosePiece(const QString& id) {
    piece_ = id;
    if (const Piece* p = doc_->project().findPiece(id.toStdString()))
        wall_ = words(p->wall);
    refresh();
}

bool MainWindow::onlyWalls() const {
    return doc_->project().pieces.empty() && !doc_->project().walls.empty();
}

void MainWindow::refresh() {
    const Project& p = doc_->project();
    if (!p.findPiece(piece_.toStdString()))
        piece_ = p.pieces.empty() ? QString() : words(p.pieces.front().id);
    fillWalls();
    const bool empty = p.pieces.empty();
    const bool bare = empty && !(onlyWalls() && station_ == Station::place);
    stack_->setCurrentIndex(bare ? 1 : 0);
    notes_->setVisible(!bare);
    for (auto* b : findChildren<QPushButton*>())
        if (const QString a = b->property("action").toString(); a == "copyPiece" || a == "removePiece")
            b->setVisible(!empty);
    QStringList states;
    for (int i = 0; i < stationCount; ++i)
        states << (empty
                       ? QString("—")
                       : words(stationState(p, doc_->plan(), piece_.toStdString(), static_cast<Station>(i))));
    trail_->show(states, station_);
    perch_->show(p, doc_->plan(), piece_);
    ledger_->show(p, doc_->plan(), piece_, false);
    undo_->setEnabled(doc_->canUndo());
    undo_->setText(doc_->canUndo() ? tr("Undo: %1").arg(doc_->undoName()) : tr("Undo"));
    redo_->setEnabled(doc_->canRedo());
    redo_->setText(doc_->canRedo() ? tr("Redo: %1").arg(doc_->redoName()) : tr("Redo"));
    setWindowTitle(QString("%1%2 — Upright Owl").arg(words(p.name), doc_->modified() ? " *" : ""));
    setWindowModified(doc_->modified());
    if (!bare) {
        if (!dragging_) { // lists and inputs follow when the mouse is let go: the drawing must keep up
            strip_->show(stripOf(p, doc_->plan(), catalog(), piece_.toStdString(), station_, tabs_[station_],
                                 wall_.toStdString()));
            notes_->show(
                fieldsOf(p, doc_->plan(), catalog(), piece_.toStdString(), station_, wall_.toStdString()),
                findingsHere(), piece_, wall_);
        }
        if (station_ == Station::place && mode_ == PlaceMode::practice)
            strip_->hide(); // it is about another wall
        refreshBench(p, doc_->plan());
    }
    if (doc_->journalWaits() && !doc_->modified() && !doc_->canUndo() && banner_->layout() == nullptr) {
        auto* row = new QHBoxLayout(banner_);
        row->setContentsMargins(16, 6, 16, 6);
        row->addWidget(new QLabel(tr("The last session ended before its edits were saved.")));
        auto* take = new QPushButton(tr("Take them up again"));
        take->setObjectName("restoreJournal");
        auto* drop = new QPushButton(tr("Let them go"));
        drop->setObjectName("dropJournal");
        row->addWidget(take);
        row->addWidget(drop);
        row->addStretch(1);
        connect(take, &QPushButton::clicked, this, [this] {
            banner_->hide();
            if (const auto problem = doc_->restoreJournal())
                say(*problem, true);
        });
        connect(drop, &QPushButton::clicked, this, [this] {
            banner_->hide();
            doc_->removeJournal();
        });
        banner_->show();
    }
}

/// What blocks or warns is told everywhere, with the station's own first; a mere note only where it belongs.
std::vector<Finding> MainWindow::findingsHere() const {
    const std::string here = QString(stationName(station_)).toLower().toStdString();
    std::vector<Finding> out;
    for (const auto& f : doc_->plan().findings)
        // A wall's own matters belong to Place, and to Hang, where one stands before it.
        if (f.station == here ||
            (f.piece.empty() && !f.wall.empty() ? here == "hang" : f.severity != Severity::notes))
            out.push_back(f);
    std::stable_sort(out.begin(), out.end(), [&](const Finding& a, const Finding& b) {
        return std::pair(a.severity, a.station != here) < std::pair(b.severity, b.station != here);
    });
    return out;
}

namespace {

/// Views of it stand better beside each other.
bool tallPiece(const Plan& plan, const std::string& id) {
    const PiecePlan* pp = plan.find(id);
    return pp && pp->assembly().height * 2 > pp->assembly().length;
}

} // namespace

std::vector<Panel> MainWindow::panelsFor(const Project& p, const Plan& plan) const {
    const std::string id = piece_.toStdString();
    const int row = strip_->currentRow();
    switch (station_) {
    case Station::place: {
        if (mode_ == PlaceMode::room)
            return {{{}, roomView(p, plan, wall_.toStdString()), {0, 0, 1, 1}, true}};
        if (mode_ == PlaceMode::practice)
            return {{practice_.revealed
                         ? words(practiceText(scorePractice(practice_.truth, practice_.marks)))
                         : tr("Click where you think the middle of a stud is; click a mark to take it "
                              "away. Then show the truth."),
                     practiceView(practice_.trace, practice_.marks,
                                  practice_.revealed ? &practice_.truth : nullptr, p.style),
                     {0, 0, 1, 1},
                     true}};
        WallViewOptions o = snapView_;
        o.wall = wall_.toStdString();
        return {{{}, wallView(p, plan, id, o), {0, 0, 1, 1}, true}};
    }
    case Station::load:
        return {{{}, loadView(p, plan, id), {0, 0, 1, 1}, true}};
    case Station::piece: {
        PieceViewOptions o;
        o.turn = turn_;
        o.tilt = tilt_;
        o.apart = apart_->value() / 100.0;
        o.hidden = true;
        if (tallPiece(plan, id)) // side by side, or it would be a stamp
            return {{tr("Turn it by dragging"), pieceView(p, plan, id, o), {0, 0, 0.44, 1}, true},
                    {tr("From the end"), sectionView(p, plan, id), {0.44, 0, 0.24, 1}, true},
                    {tr("From the front"), frontView(p, plan, id), {0.68, 0, 0.32, 1}, true}};
        const PiecePlan* shown = plan.find(id);
        if (shown && shown->assembly().ledgers) // what fits between walls is read from above
            return {{tr("Turn it by dragging"), pieceView(p, plan, id, o), {0, 0, 0.5, 0.64}, true},
                    {tr("From above"), aboveView(p, plan, id), {0.5, 0, 0.5, 0.64}, true},
                    {tr("From the end"), sectionView(p, plan, id), {0, 0.64, 0.38, 0.36}, true},
                    {tr("From the front"), frontView(p, plan, id), {0.38, 0.64, 0.62, 0.36}, true}};
        return {{tr("Turn it by dragging"), pieceView(p, plan, id, o), {0, 0, 0.62, 0.68}, true},
                {tr("From the end"), sectionView(p, plan, id), {0.62, 0, 0.38, 0.68}, true},
                {tr("From the front"), frontView(p, plan, id), {0, 0.68, 1, 0.32}, true}};
    }
    case Station::wood:
        return {{tr("Click a board to leave it out or take it in"), rackView(p, plan), {0, 0, 1, 1}, true}};
    case Station::hold: {
        const PiecePlan* pp = plan.find(id);
        const bool stands = pp && pp->assembly().floor;
        const double high = stands ? 0.74 : 0.62;
        return {{stands ? tr("Section at a tie") : tr("Section at a stud"),
                 holdSection(p, plan, id),
                 {0, 0, 0.42, high},
                 true},
                {stands ? tr("From the front: what its feet carry")
                        : tr("From the front: what each stud carries"),
                 holdFront(p, plan, id),
                 {0.42, 0, 0.58, high},
                 true},
                {stands ? tr("Sag of its weakest board") : tr("Sag along it"),
                 sagCurve(p, plan, id),
                 {0, high, 1, 1 - high},
                 true}};
    }
    case Station::cut:
        return {{{}, cutView(p, plan, row), {0, 0, 1, 1}, true}};
    case Station::build: {
        PieceViewOptions o;
        const PiecePlan* pp = plan.find(id);
        const auto r = static_cast<std::size_t>(std::max(0, row));
        if (pp && r < pp->steps.size()) {
            o.only = pp->steps[r].parts;
            if (pp->steps[r].fresh.size() < pp->assembly().parts.size())
                o.fresh = pp->steps[r].fresh;
            o.apart = pp->steps[r].joint.empty() ? 0 : 0.4;
        }
        const QString title = pp && r < pp->steps.size() ? words(pp->steps[r].title) : tr("Finished");
        if (tallPiece(plan, id))
            return {
                {title, pieceView(p, plan, id, o), {0, 0, 0.42, 1}, true},
                {tr("Finishing, with the drying clock"), scheduleView(p, plan), {0.42, 0, 0.58, 1}, true}};
        return {{title, pieceView(p, plan, id, o), {0, 0, 1, 0.55}, true},
                {tr("Finishing, with the drying clock"), scheduleView(p, plan), {0, 0.55, 1, 0.45}, true}};
    }
    case Station::hang: {
        WallViewOptions o;
        o.marks = true;
        o.advice = false;
        return {{{}, wallView(p, plan, id, o), {0, 0, 1, 1}, true}};
    }
    case Station::log:
        return {{tr("Planned against real"), logView(p, plan), {0, 0, 1, 1}, true}};
    }
    return {};
}

void MainWindow::refreshBench(const Project& p, const Plan& plan) {
    const Piece* piece = p.findPiece(piece_.toStdString());
    const Wall* wall = p.findWall(wall_.toStdString());
    title_->setText(tr(stationName(station_)));
    QString sub = piece ? words(piece->name) : QString();
    if (station_ == Station::place && wall)
        sub = mode_ == PlaceMode::practice ? tr("a wall nobody has seen")
                                           : tr("%1 wide").arg(words(formatLength(wall->width, p.style)));
    if (const PiecePlan* pp = plan.find(piece_.toStdString()); station_ == Station::hold && pp && pp->hold())
        sub = words(pp->hold()->option.name);
    subtitle_->setText(sub);
    pieceTools_->setVisible(station_ == Station::piece);
    placeTools_->setVisible(station_ == Station::place);
    const bool practising = station_ == Station::place && mode_ == PlaceMode::practice;
    practiceTools_->setVisible(practising);
    walls_->setVisible(!practising);
    for (auto* b : placeTools_->findChildren<QPushButton*>())
        if (const QVariant m = b->property("mode"); m.isValid()) {
            const QString name = m.toInt() == static_cast<int>(mode_) ? "tabChosen" : "tab";
            if (b->objectName() != name) {
                b->setObjectName(name);
                b->style()->unpolish(b);
                b->style()->polish(b);
            }
        }
    cutTools_->setVisible(station_ == Station::cut || station_ == Station::build);
    canvas_->setAccessibleName(tr("Drawing: %1").arg(title_->text()));
    canvas_->setEmptyText(
        station_ == Station::wood
            ? tr("No board of this wood and thickness in rack or shop. See the notes at the right.")
        : station_ == Station::cut ? tr("Nothing to cut: no board fits. See the notes at the right.")
                                   : tr("Nothing to draw yet."));
    canvas_->onTurn = station_ == Station::piece ? std::function<void(QPoint)>([this](QPoint d) {
        turn_ = std::clamp(turn_ + d.x() * 0.5, -80.0, 80.0);
        tilt_ = std::clamp(tilt_ + d.y() * 0.4, -35.0, 80.0);
        refreshBench(doc_->project(), doc_->plan());
    })
                                                 : std::function<void(QPoint)>();
    canvas_->show(panelsFor(p, plan));
}

std::optional<QString> MainWindow::typed(const QString& field, const QString& text) {
    for (const Station s : {station_, Station::place, Station::piece, Station::load, Station::hold}) {
        for (const auto& f : fieldsOf(doc_->project(), doc_->plan(), catalog(), piece_.toStdString(), s,
                                      wall_.toStdString())) {
            if (words(f.id) != field || !f.set)
                continue;
            const auto edit = f.set(text.toStdString());
            if (!edit)
                return words(edit.error());
            doc_->endMerge();
            if (text !=
                words(
                    f.value)) // the rounded number was left as it stands: nothing is changed by looking at it
                doc_->apply(*edit);
            return std::nullopt;
        }
    }
    return tr("This number cannot be typed here.");
}

void MainWindow::showWorking() {
    const PiecePlan* pp = doc_->plan().find(piece_.toStdString());
    const RailVerdict* h = pp ? pp->hold() : nullptr;
    if (!h || !h->feasible) {
        say(h ? words(h->refusal) : tr("Nothing is planned yet."));
        return;
    }
    for (const auto& c : h->checks)
        if (c.id == h->verdict.governs)
            card_->show(words(c.title), c.working, mapToGlobal(QPoint(200, height() - 420)));
}

void MainWindow::showShortcuts() {
    Working w;
    w.formula = "Type lengths as 37 5/8, 956, 95.6 cm, 3' 1 5/8, or sums such as 5 1/2 + 1/8.";
    for (const auto& [name, a] : actions_)
        if (!a->shortcut().isEmpty())
            w.values.emplace_back(a->shortcut().toString(QKeySequence::NativeText).toStdString(),
                                  a->text().toStdString());
    w.values.emplace_back("W", "working of the verdict");
    w.values.emplace_back("Arrows, in Place", "move the piece; with Shift ten times as far");
    w.values.emplace_back("Enter, on the drawing", "type its dimensions; Tab goes to the next");
    w.result = "Everything can be undone.";
    w.source = "docs/user-guide.md";
    card_->show(tr("Shortcuts"), w, mapToGlobal(QPoint(width() / 2 - 215, 80)));
}

void MainWindow::openFinder() {
    std::vector<Finder::Entry> entries;
    for (const auto& [name, a] : actions_)
        if (a->isEnabled())
            entries.push_back(
                {a->text(), a->shortcut().toString(QKeySequence::NativeText), [a = a] { a->trigger(); }});
    if (!piece_.isEmpty())
        for (int i = 0; i < stationCount; ++i) {
            const auto s = static_cast<Station>(i);
            for (const auto& f : fieldsOf(doc_->project(), doc_->plan(), catalog(), piece_.toStdString(), s,
                                          wall_.toStdString()))
                if (f.kind == FieldKind::action)
                    entries.push_back({words(f.label), tr(stationName(s)), [this, s, f] {
                                           goTo(s);
                                           if (const auto edit = f.set(""))
                                               doc_->apply(*edit);
                                       }});
                else if (f.kind != FieldKind::heading && f.kind != FieldKind::file)
                    entries.push_back({words(f.label), tr(stationName(s)), [this, s, id = words(f.id)] {
                                           goTo(s);
                                           notes_->focusField(id);
                                       }});
        }
    finder_->open(std::move(entries));
}

void MainWindow::hover(const Edit* edit) {
    if (!edit) {
        if (previewing_) {
            previewing_ = false;
            ledger_->show(doc_->project(), doc_->plan(), piece_, false);
            refreshBench(doc_->project(), doc_->plan());
        }
        return;
    }
    previewing_ = true;
    const auto [project, plan] = doc_->preview(*edit);
    ledger_->show(project, plan, piece_, true);
    refreshBench(project, plan);
}

void MainWindow::say(const QString& sentence, bool bad) {
    message_->setText(sentence);
    message_->setStyleSheet(
        QString("color:%1;font-size:12px").arg((bad ? currentTheme().fails : currentTheme().info).name()));
    QTimer::singleShot(bad ? 9000 : 4000, message_, [this, sentence] {
        if (message_->text() == sentence)
            message_->clear();
    });
}

QString MainWindow::message() const {
    return message_->text();
}

void MainWindow::setTheme(ThemeName name) {
    setCurrentTheme(name);
    qApp->setStyleSheet(currentTheme().styleSheet());
    QSettings().setValue("theme", name == ThemeName::dusk ? "dusk" : "day");
    notes_->forget();
    refresh();
    for (auto* w : findChildren<QWidget*>())
        w->update();
}

} // namespace owl
