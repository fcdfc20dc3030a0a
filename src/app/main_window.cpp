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

/// The drawing in the empty state, one tile for each kind.
class KindTile : public QPushButton {
  public:
    KindTile(const QString& name, Drawing drawing) : drawing_(std::move(drawing)), name_(name) {
        setStyleSheet(
            "min-width:230px;max-width:230px;min-height:150px;max-height:150px"); // the sheet's button height
                                                                                  // is too low
        setAccessibleName(name);
        setCursor(Qt::PointingHandCursor);
    }

  protected:
    void paintEvent(QPaintEvent*) override {
        QPainter p(this);
        p.setRenderHint(QPainter::Antialiasing);
        const Theme& t = currentTheme();
        p.setBrush(t.surface);
        p.setPen(QPen(underMouse() || hasFocus() ? t.accent : t.line, underMouse() || hasFocus() ? 2 : 1));
        p.drawRoundedRect(QRectF(rect()).adjusted(1, 1, -1, -1), 10, 10);
        paintDrawing(p, drawing_, QRectF(12, 10, width() - 24, height() - 46), t);
        p.setPen(t.ink);
        p.setFont(uiFont(13, true));
        p.drawText(QRectF(0, height() - 32, width(), 22), Qt::AlignCenter, name_);
    }

  private:
    Drawing drawing_;
    QString name_;
};

class OwlPicture : public QWidget {
  public:
    OwlPicture() { setFixedSize(150, 150); }

  protected:
    void paintEvent(QPaintEvent*) override {
        QPainter p(this);
        paintOwl(p, QRectF(rect()), currentTheme());
    }
};

QFrame* rule(bool upright) {
    auto* f = new QFrame;
    f->setObjectName("rule");
    upright ? f->setFixedWidth(1) : f->setFixedHeight(1);
    return f;
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

void MainWindow::buildBody() {
    auto* centre = new QWidget;
    centre->setObjectName("centre");
    auto* column = new QVBoxLayout(centre);
    column->setContentsMargins(0, 2, 0, 0);
    column->setSpacing(0);
    trail_ = new Trail;
    column->addWidget(trail_);
    banner_ = new QFrame;
    banner_->setObjectName("banner");
    banner_->hide();
    column->addWidget(banner_);
    auto* middle = new QHBoxLayout;
    middle->setSpacing(0);

    auto* left = new QWidget;
    left->setFixedWidth(184);
    auto* leftColumn = new QVBoxLayout(left);
    leftColumn->setContentsMargins(8, 8, 8, 8);
    auto* perchTitle = new QLabel(tr("In this project"));
    perchTitle->setObjectName("heading");
    leftColumn->addWidget(perchTitle);
    perch_ = new Perch;
    auto* perchScroll = new QScrollArea;
    perchScroll->setWidget(perch_);
    perchScroll->setWidgetResizable(true);
    perchScroll->setFrameShape(QFrame::NoFrame);
    perchScroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    perchScroll->setFocusPolicy(Qt::NoFocus);
    leftColumn->addWidget(perchScroll, 1);
    for (const auto& [name, label] :
         {std::pair("addPiece", tr("+ Add a ledge")), std::pair("copyPiece", tr("Copy this one")),
          std::pair("removePiece", tr("Remove this one"))}) {
        auto* b = new QPushButton(label);
        b->setObjectName("link");
        b->setProperty("action", QString(name));
        connect(b, &QPushButton::clicked, this, [this, n = QString(name)] { actions_.at(n)->trigger(); });
        leftColumn->addWidget(b);
    }
    middle->addWidget(left);
    middle->addWidget(rule(true));

    auto* bench = new QWidget;
    auto* benchColumn = new QVBoxLayout(bench);
    benchColumn->setContentsMargins(16, 8, 16, 6);
    benchColumn->setSpacing(4);
    auto* head = new QHBoxLayout;
    title_ = new QLabel;
    title_->setObjectName("title");
    subtitle_ = new QLabel;
    subtitle_->setObjectName("subtitle");
    message_ = new QLabel;
    message_->setObjectName("message");
    head->addWidget(title_);
    head->addSpacing(10);
    head->addWidget(subtitle_, 0, Qt::AlignBottom);
    head->addStretch(1);
    head->addWidget(message_, 0, Qt::AlignBottom);
    pieceTools_ = new QWidget;
    auto* pieceRow = new QHBoxLayout(pieceTools_);
    pieceRow->setContentsMargins(0, 0, 0, 0);
    auto* apartLabel = new QLabel(tr("pull apart"));
    apartLabel->setObjectName("fieldLabel");
    apart_ = new QSlider(Qt::Horizontal);
    apart_->setObjectName("apart");
    apart_->setAccessibleName(tr("Pull the parts apart"));
    apart_->setRange(0, 100);
    apart_->setFixedWidth(110);
    pieceRow->addWidget(apartLabel);
    pieceRow->addWidget(apart_);
    head->addWidget(pieceTools_);
    cutTools_ = new QWidget;
    auto* cutRow = new QHBoxLayout(cutTools_);
    cutRow->setContentsMargins(0, 0, 0, 0);
    for (const auto& [name, label] :
         {std::pair("previousRow", tr("◂ before")), std::pair("nextRow", tr("next ▸"))}) {
        auto* b = new QPushButton(label);
        b->setObjectName("plain");
        connect(b, &QPushButton::clicked, this, [this, n = QString(name)] { actions_.at(n)->trigger(); });
        cutRow->addWidget(b);
    }
    head->addWidget(cutTools_);
    head->addWidget(buildPlaceTools());
    benchColumn->addLayout(head);
    canvas_ = new Canvas;
    benchColumn->addWidget(canvas_, 1);
    strip_ = new Strip;
    benchColumn->addWidget(strip_);

    stack_ = new QStackedWidget;
    stack_->addWidget(bench);
    stack_->addWidget(buildEmptyState());
    middle->addWidget(stack_, 1);
    middle->addWidget(rule(true));
    notes_ = new Notes;
    notes_->setFixedWidth(292);
    middle->addWidget(notes_);
    column->addLayout(middle, 1);
    ledger_ = new LedgerLine;
    column->addWidget(ledger_);
    setCentralWidget(centre);
    finder_ = new Finder(this);
}

/// The wall in view and how it is looked at.
QWidget* MainWindow::buildPlaceTools() {
    placeTools_ = new QWidget;
    auto* row = new QHBoxLayout(placeTools_);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(4);
    practiceTools_ = new QWidget;
    auto* practice = new QHBoxLayout(practiceTools_);
    practice->setContentsMargins(0, 0, 0, 0);
    practice->setSpacing(4);
    for (const auto& [name, label] :
         {std::pair("revealPractice", tr("show the truth")), std::pair("newPractice", tr("another wall"))}) {
        auto* b = new QPushButton(label);
        b->setObjectName("plain");
        connect(b, &QPushButton::clicked, this, [this, n = QString(name)] { actions_.at(n)->trigger(); });
        practice->addWidget(b);
    }
    row->addWidget(practiceTools_);
    walls_ = new QComboBox;
    walls_->setObjectName("walls");
    walls_->setAccessibleName(tr("Wall in view"));
    walls_->setMaximumWidth(220);
    connect(walls_, &QComboBox::activated, this, [this] { chooseWall(walls_->currentData().toString()); });
    row->addWidget(walls_);
    for (const auto& [mode, label] :
         {std::pair(PlaceMode::wall, tr("the wall")), std::pair(PlaceMode::room, tr("from above")),
          std::pair(PlaceMode::practice, tr("practise"))}) {
        auto* b = new QPushButton(label);
        b->setObjectName("tab");
        b->setProperty("mode", static_cast<int>(mode));
        connect(b, &QPushButton::clicked, this, [this, m = mode] { setPlaceMode(m); });
        row->addWidget(b);
    }
    return placeTools_;
}

QWidget* MainWindow::buildEmptyState() {
    auto* page = new QWidget;
    page->setObjectName("emptyState");
    auto* column = new QVBoxLayout(page);
    column->addStretch(2);
    column->addWidget(new OwlPicture, 0, Qt::AlignHCenter);
    auto* ask = new QLabel(tr("What are you putting on the wall?"));
    ask->setObjectName("title");
    column->addWidget(ask, 0, Qt::AlignHCenter);
    auto* sub = new QLabel(
        tr("Choose a piece: sizes, wall and load start from sensible figures and can all be changed."));
    sub->setObjectName("subtitle");
    column->addWidget(sub, 0, Qt::AlignHCenter);
    column->addSpacing(14);
    auto* row = new QHBoxLayout;
    row->addStretch(1);
    for (const auto& [kind, name] : knownKinds()) {
        const auto sample = newProject(kind, Units::metric);
        Drawing d;
        if (sample) {
            const Plan p = plan(*sample, doc_->shop(), catalog());
            PieceViewOptions o;
            o.labels = false;
            d = pieceView(*sample, p, sample->pieces.front().id, o);
            d.marginLeft = d.marginRight = d.marginTop = d.marginBottom = 8;
        }
        auto* tile = new KindTile(words(name), d);
        tile->setObjectName("kind:" + words(kind));
        connect(tile, &QPushButton::clicked, this, [this, k = words(kind)] { newFrom(k); });
        row->addWidget(tile);
    }
    row->addStretch(1);
    column->addLayout(row);
    column->addSpacing(10);
    auto* wallFirst = new QPushButton(tr("Begin with the wall"));
    wallFirst->setObjectName("link");
    connect(wallFirst, &QPushButton::clicked, this, [this] { actions_.at("addWall")->trigger(); });
    column->addWidget(wallFirst, 0, Qt::AlignHCenter);
    auto* open = new QPushButton(tr("Open a project .."));
    open->setObjectName("link");
    connect(open, &QPushButton::clicked, this, [this] { actions_.at("open")->trigger(); });
    column->addWidget(open, 0, Qt::AlignHCenter);
    column->addStretch(3);
    return page;
}

QAction* MainWindow::action(const QString& name, const QString& label, const QKeySequence& key,
                            std::function<void()> run) {
    auto* a = new QAction(label, this);
    a->setObjectName(name);
    a->setShortcut(key);
    connect(a, &QAction::triggered, this, [run = std::move(run)] { run(); });
    addAction(a);
    actions_[name] = a;
    return a;
}

void MainWindow::buildActions() {
    QMenu* file = menuBar()->addMenu(tr("&File"));
    file->addAction(action("new", tr("New project"), QKeySequence::New, [this] {
        if (mayLeave()) {
            doc_->reset(Project(), {});
            piece_.clear();
            wall_.clear();
            refresh();
        }
    }));
    file->addAction(action("open", tr("Open .."), QKeySequence::Open, [this] {
        const QString f = askFile(false, QFileInfo(doc_->path()).absolutePath());
        if (!f.isEmpty() && mayLeave())
            openFile(f);
    }));
    recent_ = file->addMenu(tr("Open recent"));
    file->addAction(action("save", tr("Save"), QKeySequence::Save, [this] { save(false); }));
    file->addAction(action("saveAs", tr("Save as .."), QKeySequence("Ctrl+Shift+S"), [this] { save(true); }));
    file->addSeparator();
    file->addAction(action("print", tr("Build book: preview and print .."), QKeySequence::Print,
                           [this] { printBook(); }));
    file->addAction(action("readScan", tr("Read a stud scan .."), QKeySequence("Ctrl+Shift+R"), [this] {
        if (const QString f = askScan(); !f.isEmpty())
            readScan(f);
    }));
    file->addAction(action("visitSheet", tr("Visit sheet: preview and print .."),
                           QKeySequence("Ctrl+Shift+P"), [this] { printVisitSheet(); }));
    file->addAction(action("export", tr("Write plan, lists and book into a folder"), QKeySequence("Ctrl+E"),
                           [this] { exportFiles(); }));
    file->addSeparator();
    file->addAction(action("quit", tr("Quit"), QKeySequence::Quit, [this] { close(); }));
    QMenu* edit = menuBar()->addMenu(tr("&Edit"));
    edit->addAction(undo_ = action("undo", tr("Undo"), QKeySequence::Undo, [this] { doc_->undo(); }));
    edit->addAction(redo_ =
                        action("redo", tr("Redo"), QKeySequence("Ctrl+Shift+Z"), [this] { doc_->redo(); }));
    edit->addSeparator();
    edit->addAction(action("addPiece", tr("Add a ledge"), QKeySequence("Ctrl+L"), [this] {
        if (doc_->project().walls.empty()) {
            newFrom("ledge");
            return;
        }
        const std::string wall = wall_.toStdString();
        doc_->apply({tr("Add a ledge").toStdString(), [wall](Project& p) { addPiece(p, "ledge", wall); }});
        choosePiece(words(doc_->project().pieces.back().id));
    }));
    edit->addAction(action("copyPiece", tr("Copy this ledge"), QKeySequence("Ctrl+D"), [this] {
        doc_->apply({tr("Copy a ledge").toStdString(), [id = piece_.toStdString()](Project& p) {
                         const Piece* from = p.findPiece(id);
                         if (!from)
                             return;
                         Piece copy = *from;
                         const std::string made = addPiece(p, kindOf(copy), copy.wall);
                         copy.id = made;
                         copy.name += " copy";
                         copy.place.z = pieceBottom(p, *p.findPiece(id)) + 400_mm;
                         copy.place.x = pieceLeft(p, *p.findPiece(id));
                         if (copy.place.follow.how != FollowHow::none)
                             copy.place.anchor = Anchor::typed;
                         copy.place.follow = {};
                         p.pieces.back() = copy;
                     }});
        if (!doc_->project().pieces.empty())
            choosePiece(words(doc_->project().pieces.back().id));
    }));
    edit->addAction(action("removePiece", tr("Remove this ledge"), QKeySequence("Ctrl+Backspace"), [this] {
        doc_->apply({tr("Remove a ledge").toStdString(), [id = piece_.toStdString()](Project& p) {
                         std::erase_if(p.pieces, [&](const Piece& q) { return q.id == id; });
                     }});
    }));
    edit->addSeparator();
    edit->addAction(action("addWall", tr("Add a wall"), QKeySequence("Ctrl+Shift+W"), [this] {
        const Wall* here = doc_->project().findWall(wall_.toStdString());
        const std::string room = here ? here->room : "room-1";
        const bool inches = QLocale::system().measurementSystem() != QLocale::MetricSystem;
        doc_->apply({tr("Add a wall").toStdString(), [room, inches](Project& p) {
                         if (p.walls.empty())
                             p.style.units = inches ? Units::imperial : Units::metric;
                         addWall(p, room);
                         if (p.rooms.size() == 1 && p.walls.size() == 1)
                             p.rooms.front().name = "Room";
                     }});
        goTo(Station::place);
    }));
    QMenu* go = menuBar()->addMenu(tr("&Go"));
    for (int i = 0; i < stationCount; ++i)
        go->addAction(action(QString("station%1").arg(i + 1), tr(stationName(static_cast<Station>(i))),
                             QKeySequence(QString("Ctrl+%1").arg(i + 1)),
                             [this, i] { goTo(static_cast<Station>(i)); }));
    go->addSeparator();
    go->addAction(action("nextRow", tr("Next in the list"), QKeySequence("Ctrl+Down"), [this] {
        strip_->table()->setCurrentCell(std::min(strip_->currentRow() + 1, strip_->table()->rowCount() - 1),
                                        1);
    }));
    go->addAction(action("previousRow", tr("Before in the list"), QKeySequence("Ctrl+Up"), [this] {
        strip_->table()->setCurrentCell(std::max(strip_->currentRow() - 1, 0), 1);
    }));
    go->addAction(action("find", tr("Find anything"), QKeySequence("Ctrl+K"), [this] { openFinder(); }));
    QMenu* view = menuBar()->addMenu(tr("&View"));
    view->addAction(action("theme", tr("Day or dusk"), QKeySequence("Ctrl+T"), [this] {
        setTheme(currentTheme().name == ThemeName::day ? ThemeName::dusk : ThemeName::day);
    }));
    view->addAction(action("units", tr("Millimetres or inches"), QKeySequence("Ctrl+U"), [this] {
        doc_->apply({tr("Units").toStdString(), [](Project& p) {
                         p.style.units = p.style.units == Units::metric ? Units::imperial : Units::metric;
                     }});
    }));
    for (int d : {16, 32, 64})
        view->addAction(action(QString("tape%1").arg(d), tr("Tape to 1/%1 in").arg(d), {}, [this, d] {
            doc_->apply({tr("Tape fraction").toStdString(), [d](Project& p) { p.style.denominator = d; }});
        }));
    view->addAction(action("modeWall", tr("Place: the wall"), QKeySequence("Alt+1"),
                           [this] { setPlaceMode(PlaceMode::wall); }));
    view->addAction(action("modeRoom", tr("Place: the room from above"), QKeySequence("Alt+2"),
                           [this] { setPlaceMode(PlaceMode::room); }));
    view->addAction(action("modePractice", tr("Place: practise reading a scan"), QKeySequence("Alt+3"),
                           [this] { setPlaceMode(PlaceMode::practice); }));
    view->addAction(action("newPractice", tr("Practise on another wall"), {}, [this] { newPractice(); }));
    view->addAction(
        action("revealPractice", tr("Show what is behind the wall"), {}, [this] { revealPractice(); }));
    view->addAction(action("nextWall", tr("Next wall"), QKeySequence("Ctrl+Right"), [this] {
        const auto& walls = doc_->project().walls;
        for (std::size_t i = 0; i < walls.size(); ++i)
            if (words(walls[i].id) == wall_) {
                chooseWall(words(walls[(i + 1) % walls.size()].id));
                return;
            }
    }));
    view->addAction(action("fold", tr("Fold the list away"), QKeySequence("Ctrl+J"),
                           [this] { strip_->setFolded(!strip_->folded()); }));
    view->addAction(action("working", tr("Show the working of the verdict"), QKeySequence("Ctrl+W"),
                           [this] { showWorking(); }));
    QMenu* help = menuBar()->addMenu(tr("&Help"));
    help->addAction(
        action("shortcuts", tr("Shortcuts"), QKeySequence::HelpContents, [this] { showShortcuts(); }));
    fillRecent();
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
        return {{tr("Turn it by dragging"), pieceView(p, plan, id, o), {0, 0, 0.62, 0.68}, true},
                {tr("From the end"), sectionView(p, plan, id), {0.62, 0, 0.38, 0.68}, true},
                {tr("From the front"), frontView(p, plan, id), {0, 0.68, 1, 0.32}, true}};
    }
    case Station::wood:
        return {{tr("Click a board to leave it out or take it in"), rackView(p, plan), {0, 0, 1, 1}, true}};
    case Station::hold:
        return {{tr("Section at a stud"), holdSection(p, plan, id), {0, 0, 0.42, 0.62}, true},
                {tr("From the front: what each stud carries"),
                 holdFront(p, plan, id),
                 {0.42, 0, 0.58, 0.62},
                 true},
                {tr("Sag along the ledge"), sagCurve(p, plan, id), {0, 0.62, 1, 0.38}, true}};
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
    w.values.emplace_back("Arrows, in Place", "move the ledge; with Shift ten times as far");
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
