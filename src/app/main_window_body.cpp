// What the window is made of: trail, perch, bench, notes, ledger line, the empty state, the menus.
#include "app/kind_chooser.h"
#include "app/main_window.h"
#include "app/quiet_combo.h"
#include "app/text_label.h"

#include "app/words.h"
#include "project/placing.h"
#include "scan/practice.h"

#include <QApplication>
#include <QComboBox>
#include <QDir>
#include <QFileDialog>
#include <QFileInfo>
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

class OwlPicture : public QWidget {
  public:
    OwlPicture() { setFixedSize(104, 104); }

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
    notice_ = new Notice;
    column->addWidget(notice_);
    auto* middle = new QHBoxLayout;
    middle->setSpacing(0);

    middle->addWidget(buildPerch());
    middle->addWidget(rule(true));

    auto* bench = new QWidget;
    auto* benchColumn = new QVBoxLayout(bench);
    benchColumn->setContentsMargins(16, 8, 16, 6);
    benchColumn->setSpacing(4);
    benchColumn->addLayout(buildBenchHead());
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
    longMessage_ = new TextLabel({}, this);
    longMessage_->setObjectName("longMessage");
    longMessage_->setWordWrap(true);
    longMessage_->setAttribute(Qt::WA_TransparentForMouseEvents);
    longMessage_->hide();
}

/// The pieces of the project, and what can be done with one.
QWidget* MainWindow::buildPerch() {
    auto* left = new QWidget;
    left->setFixedWidth(184);
    auto* leftColumn = new QVBoxLayout(left);
    leftColumn->setContentsMargins(8, 8, 8, 8);
    auto* perchTitle = new TextLabel(tr("In this project"));
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
         {std::pair("addPiece", tr("+ Add a piece")), std::pair("copyPiece", tr("Copy this one")),
          std::pair("removePiece", tr("Remove this one"))}) {
        auto* b = new QPushButton(label);
        b->setObjectName("link");
        b->setProperty("action", QString(name));
        connect(b, &QPushButton::clicked, this, [this, n = QString(name)] { actions_.at(n)->trigger(); });
        leftColumn->addWidget(b);
    }
    return left;
}

/// What is looked at, and what a station has beside its name.
QLayout* MainWindow::buildBenchHead() {
    auto* head = new QHBoxLayout;
    title_ = new TextLabel;
    title_->setObjectName("title");
    subtitle_ = new TextLabel;
    subtitle_->setObjectName("subtitle");
    message_ = new TextLabel;
    message_->setObjectName("message");
    head->addWidget(title_);
    head->addSpacing(10);
    head->addWidget(subtitle_, 0, Qt::AlignBottom);
    head->addStretch(1);
    head->addWidget(message_, 0, Qt::AlignBottom);
    pieceTools_ = new QWidget;
    auto* pieceRow = new QHBoxLayout(pieceTools_);
    pieceRow->setContentsMargins(0, 0, 0, 0);
    auto* apartLabel = new TextLabel(tr("pull apart"));
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
    return head;
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
    walls_ = new QuietCombo;
    walls_->setObjectName("walls");
    walls_->setAccessibleName(tr("Wall in view"));
    walls_->setMaximumWidth(300);
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
    column->addStretch(1);
    auto* head = new QHBoxLayout;
    head->addStretch(1);
    head->addWidget(new OwlPicture);
    head->addSpacing(18);
    auto* words = new QVBoxLayout;
    words->addStretch(1);
    auto* ask = new TextLabel(tr("What are you putting on the wall?"));
    ask->setObjectName("title");
    words->addWidget(ask);
    auto* sub = new TextLabel(
        tr("Choose a piece: sizes, wall and load start from sensible figures and can all be changed."));
    sub->setObjectName("subtitle");
    words->addWidget(sub);
    words->addStretch(1);
    head->addLayout(words);
    head->addStretch(1);
    column->addLayout(head);
    column->addSpacing(14);
    column->addWidget(kindTiles(doc_->shop(), doc_->project().tools,
                                "kind:", [this](const QString& kind) { newFrom(kind); }),
                      100);
    column->addSpacing(10);
    auto* wallFirst = new QPushButton(tr("Begin with the wall"));
    wallFirst->setObjectName("link");
    connect(wallFirst, &QPushButton::clicked, this, [this] { actions_.at("addWall")->trigger(); });
    column->addWidget(wallFirst, 0, Qt::AlignHCenter);
    auto* open = new QPushButton(tr("Open a project .."));
    open->setObjectName("link");
    connect(open, &QPushButton::clicked, this, [this] { actions_.at("open")->trigger(); });
    column->addWidget(open, 0, Qt::AlignHCenter);
    column->addStretch(1);
    return page;
}

QAction* MainWindow::action(const QString& name, const QString& label, const QKeySequence& key,
                            std::function<void()> run) {
    auto* a = new QAction(label, this);
    a->setObjectName(name);
    a->setShortcut(key);
    connect(a, &QAction::triggered, this, [this, run = std::move(run)] {
        settleTyped(); // a shortcut leaves no input by itself
        run();
    });
    addAction(a);
    actions_[name] = a;
    return a;
}

void MainWindow::buildActions() {
    buildFileMenu();
    buildEditMenu();
    buildGoMenu();
    buildViewMenu();
    QMenu* help = menuBar()->addMenu(tr("&Help"));
    help->addAction(
        action("shortcuts", tr("Shortcuts"), QKeySequence::HelpContents, [this] { showShortcuts(); }));
    fillRecent();
}

void MainWindow::buildFileMenu() {
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
    file->addAction(action("readPrices", tr("Read a price list .."), {}, [this] { readPrices(); }));
    file->addAction(action("writePrices", tr("Write the price list .."), {}, [this] { writePrices(); }));
    file->addAction(action("visitSheet", tr("Visit sheet: preview and print .."),
                           QKeySequence("Ctrl+Shift+P"), [this] { printVisitSheet(); }));
    file->addAction(action("export", tr("Write plan, lists and book into a folder"), QKeySequence("Ctrl+E"),
                           [this] { exportFiles(); }));
    file->addSeparator();
    file->addAction(action("quit", tr("Quit"), QKeySequence::Quit, [this] { close(); }));
}

void MainWindow::buildEditMenu() {
    QMenu* edit = menuBar()->addMenu(tr("&Edit"));
    edit->addAction(undo_ = action("undo", tr("Undo"), QKeySequence::Undo, [this] { doc_->undo(); }));
    edit->addAction(redo_ =
                        action("redo", tr("Redo"), QKeySequence("Ctrl+Shift+Z"), [this] { doc_->redo(); }));
    edit->addSeparator();
    edit->addAction(action("addPiece", tr("Add a piece .."), QKeySequence("Ctrl+L"), [this] {
        auto* chooser = new KindChooser(
            doc_->shop(), doc_->project().tools,
            [this](const QString& kind) { addOfKind(kind.toStdString()); }, this);
        chooser->open();
    }));
    QMenu* add = edit->addMenu(tr("Add at once"));
    for (const auto& info : knownKinds())
        add->addAction(action("addPiece:" + words(info.id), words(info.name), QKeySequence(),
                              [this, kind = std::string(info.id)] { addOfKind(kind); }));
    edit->addAction(action("copyPiece", tr("Copy this piece"), QKeySequence("Ctrl+D"), [this] {
        doc_->apply({tr("Copy a piece").toStdString(), [id = piece_.toStdString()](Project& p) {
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
    edit->addAction(action("removePiece", tr("Remove this piece"), QKeySequence("Ctrl+Backspace"), [this] {
        doc_->apply({tr("Remove a piece").toStdString(), [id = piece_.toStdString()](Project& p) {
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
}

void MainWindow::buildGoMenu() {
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
}

void MainWindow::buildViewMenu() {
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
}

} // namespace owl
