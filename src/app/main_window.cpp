#include "app/main_window.h"
#include "app/price_list_dialog.h"

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
#include <array>

namespace owl {

MainWindow::MainWindow(Document* document, QWidget* parent) : QMainWindow(parent), doc_(document) {
    setObjectName("mainWindow");
    setAcceptDrops(true);
    resize(1280, 800);
    setMinimumSize(1024, 680);
    askFile = [this](bool save, const QString& suggestion) {
        const QFileInfo about(suggestion);
        QFileDialog dialog(this, save ? tr("Save") : tr("Open"), about.absolutePath());
        dialog.setAcceptMode(save ? QFileDialog::AcceptSave : QFileDialog::AcceptOpen);
        dialog.setFileMode(save ? QFileDialog::AnyFile : QFileDialog::ExistingFile);
        const bool named = (save || about.suffix() == "csv") && !about.suffix().isEmpty();
        const QString suffix = named ? about.suffix() : QString("owl");
        dialog.setDefaultSuffix(suffix); // before it asks whether to replace
        if (suffix == "owl")
            dialog.setNameFilters({tr("Upright Owl projects (*.owl)"), tr("All files (*)")});
        else if (suffix == "csv")
            dialog.setNameFilters({tr("Tables (*.csv *.txt)"), tr("All files (*)")});
        if (save)
            dialog.selectFile(about.fileName());
        return dialog.exec() == QDialog::Accepted ? dialog.selectedFiles().value(0) : QString();
    };
    askScan = [this] {
        return QFileDialog::getOpenFileName(this, tr("Read a stud scan"), {},
                                            tr("Stud scans (*.csv);;All files (*)"));
    };
    askChoice = [this](const QString& question, const QStringList& answers) {
        QMessageBox box(this);
        box.setTextFormat(Qt::PlainText);
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
    askPrices = [](PriceListDialog& dialog) { return dialog.exec() == QDialog::Accepted; };
    card_ = new WorkingCard(this);
    buildBody();
    buildActions();
    wire();
    refresh();
}

/// An input that loses the keyboard because its window goes has something to say: nobody is there to hear it.
MainWindow::~MainWindow() {
    notes_->onTyped = notes_->onSettled = nullptr;
    notes_->onTyping = nullptr;
    notes_->onHover = nullptr;
    canvas_->onTyped = nullptr;
    canvas_->onTyping = nullptr;
    strip_->onRow = nullptr;
    strip_->onHover = nullptr;
    disconnect(doc_, nullptr, this, nullptr);
}

void MainWindow::wire() {
    connect(doc_, &Document::changed, this, [this] {
        for (const QString& s : std::exchange(passing_, {}))
            notice_->takeBack(s);
        refresh();
    });
    connect(doc_, &Document::refused, this, &MainWindow::refuse);
    connect(doc_, &Document::stopped, this, &MainWindow::say);
    if (doc_->journal())
        connect(doc_->journal(), &JournalKeeper::failed, this, &MainWindow::warn);
    connect(trail_, &Trail::chosen, this, &MainWindow::goTo);
    connect(perch_, &Perch::chosen, this, &MainWindow::choosePiece);
    connect(apart_, &QSlider::valueChanged, this, [this] { refreshBench(doc_->project(), doc_->plan()); });
    canvas_->onTyped = [this](const QString& f, const QString& t) { return typed(f, t); };
    canvas_->onTyping = [this](const QString& id, const QString& text) {
        const auto field = fieldNamed(id);
        typing(field ? &*field : nullptr, text);
    };
    canvas_->onDrag = [this](const QString& id, Point from, Point now, int phase, double mm) {
        dragged(id, from, now, phase, mm);
    };
    canvas_->onClick = [this](const QString& id) { clicked(id); };
    ledger_->onClick = [this] { showWorking(); };
    wireNotes();
    wireStrip();
}

void MainWindow::wireNotes() {
    const auto editOf = [this](const Field& f, const QString& t) -> tl::expected<Edit, QString> {
        const auto edit = f.set(t.toStdString());
        if (!edit)
            return tl::unexpected(words(edit.error()));
        if (const auto why = doc_->wouldRefuse(*edit))
            return tl::unexpected(*why);
        doc_->endMerge();
        return *edit;
    };
    notes_->onTyping = [this](const Field* f, const QString& text) { typing(f, text); };
    notes_->onTyped = [this, editOf](const Field& f, const QString& t) -> std::optional<QString> {
        if (f.kind == FieldKind::file) {
            QTimer::singleShot(0, this, [this] { actions_.at("readScan")->trigger(); });
            return std::nullopt;
        }
        const auto edit = editOf(f, t);
        if (!edit) {
            refuse(edit.error());
            return edit.error();
        }
        QTimer::singleShot(0, this, [this, e = *edit] {
            doc_->apply(e);
        }); // the panel is rebuilt; let its widget finish first
        return std::nullopt;
    };
    notes_->onSettled = [this, editOf](const Field& f, const QString& t) -> std::optional<QString> {
        const auto edit = editOf(f, t);
        if (edit)
            return doc_->apply(*edit);
        refuse(edit.error());
        return edit.error();
    };
    notes_->onRemedy = [this](const Edit& e) {
        const Edit copy = e;
        QTimer::singleShot(0, this, [this, copy] {
            if (!doc_->applyWithin(copy))
                say(tr("Done: %1").arg(words(copy.name)));
        });
    };
    notes_->onTry = [this](const Finding& f) { return doc_->remediesFor(f); };
    notes_->onHover = [this](const Edit* e) { hover(e); };
    notes_->onWorking = [this](const Working& w, QPoint at) { card_->show({}, w, at); };
}

void MainWindow::wireStrip() {
    strip_->onWorking = [this](const Working& w, QPoint at) { card_->show({}, w, at); };
    strip_->onTick = [this](const std::string& id) { tick(id); };
    strip_->onRow = [this](int, const std::string& id) {
        if (id.starts_with("support:"))
            say(tr("Return or 'use this one' takes it; a double-click shows its working."));
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
}

void MainWindow::resizeEvent(QResizeEvent* e) {
    QMainWindow::resizeEvent(e);
    strip_->showDetail(); // its height is the window's share, now and not at the next edit
    longMessage_->hide();
}

void MainWindow::goTo(Station s) {
    settleTyped();
    station_ = s;
    finder_->hide(); // left open it would stand before what was asked for
    doc_->endMerge();
    refresh();
}

void MainWindow::choosePiece(const QString& id) {
    settleTyped();
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
    undo_->setText(doc_->canUndo() ? tr("Undo: %1").arg(plainCaption(doc_->undoName())) : tr("Undo"));
    redo_->setEnabled(doc_->canRedo());
    redo_->setText(doc_->canRedo() ? tr("Redo: %1").arg(plainCaption(doc_->redoName())) : tr("Redo"));
    if (!dragging_) // it asks the disk
        readOnly_ = doc_->readOnly();
    const QString name = words(p.name).replace("[*]", "[*][*]"); // in a title these stand for themselves
    setWindowTitle((doc_->modified() ? tr("%1 * — Upright Owl") : tr("%1 — Upright Owl"))
                       .arg(readOnly_ ? tr("%1 (read only)").arg(name) : name));
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

std::optional<Field> MainWindow::fieldNamed(const QString& id) const {
    if (!id.isEmpty())
        for (const Station s : {station_, Station::place, Station::piece, Station::load, Station::hold})
            for (auto& f : fieldsOf(doc_->project(), doc_->plan(), catalog(), piece_.toStdString(), s,
                                    wall_.toStdString()))
                if (words(f.id) == id && f.set)
                    return std::move(f);
    return std::nullopt;
}

std::optional<QString> MainWindow::typed(const QString& field, const QString& text) {
    const auto f = fieldNamed(field);
    if (!f)
        return tr("This number cannot be typed here.");
    const auto edit = f->set(text.toStdString());
    if (!edit)
        return words(edit.error());
    doc_->endMerge();
    if (text == words(f->value)) // the rounded number was left as it stands: looking at it changes nothing
        return std::nullopt;
    return doc_->apply(*edit);
}

void MainWindow::typing(const Field* field, const QString& text) {
    if (!field) {
        doc_->typing({});
        return;
    }
    const auto edit = field->set(text.toStdString());
    if (edit && !doc_->wouldRefuse(*edit))
        doc_->typing(*edit);
    else
        doc_->typing({}, TypedText{field->label, text.toStdString()});
}

std::optional<QString> MainWindow::settleTyped() {
    if (doc_->catchingUp()) // what is printed, saved or looked at next is whole
        doc_->endMerge();
    const auto drawing = canvas_->settle();
    const auto panel = notes_->settle();
    return drawing ? drawing : panel;
}

void MainWindow::showWorking() {
    const PiecePlan* pp = doc_->plan().find(piece_.toStdString());
    const SupportVerdict* h = pp ? pp->hold() : nullptr;
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

/// What the head of the bench leaves for a word in passing, in pixels.
int MainWindow::roomForMessage() const {
    if (!message_->isVisible() && stack_->currentIndex() != 0)
        return 0;
    int taken = 60; // margins and gaps
    const std::array<const QWidget*, 5> beside{title_, subtitle_, pieceTools_, cutTools_, placeTools_};
    for (const QWidget* w : beside)
        if (w->isVisible())
            taken += w->sizeHint().width();
    return stack_->width() - taken;
}

void MainWindow::say(const QString& sentence) {
    said_ = sentence;
    message_->clear();
    longMessage_->hide();
    if (message_->fontMetrics().horizontalAdvance(sentence) > roomForMessage()) {
        sayAtLength(sentence);
        return;
    }
    message_->setText(sentence);
    message_->setStyleSheet(QString("color:%1;font-size:12px").arg(currentTheme().info.name()));
    QTimer::singleShot(4000, message_, [this, sentence] {
        if (message_->text() == sentence)
            message_->clear();
    });
}

/// A word in passing that the head has no room for floats before the drawing: whole, and nothing makes way
/// for it.
void MainWindow::sayAtLength(const QString& sentence) {
    constexpr int margin = 16, least = 5000, aLetter = 40; // px, ms, ms
    longMessage_->setText(sentence);
    const QPoint corner = stack_->mapTo(this, QPoint(0, stack_->height()));
    const int width = std::min(stack_->width() - 2 * margin, 720);
    longMessage_->setFixedWidth(width);
    const int height = longMessage_->heightForWidth(width);
    longMessage_->setGeometry(corner.x() + (stack_->width() - width) / 2, corner.y() - height - margin, width,
                              height);
    longMessage_->show();
    longMessage_->raise();
    QTimer::singleShot(least + aLetter * static_cast<int>(sentence.size()), longMessage_, [this, sentence] {
        if (longMessage_->text() == sentence)
            longMessage_->hide();
    });
}

void MainWindow::refuse(const QString& sentence) {
    passing_ << sentence;
    warn(sentence);
}

void MainWindow::warn(const QString& sentence) {
    said_ = sentence;
    message_->clear();
    longMessage_->hide();
    notice_->tell(sentence);
}

QString MainWindow::message() const {
    return notice_->sentences().contains(said_)                         ? said_
           : longMessage_->isVisible() && longMessage_->text() == said_ ? said_
                                                                        : message_->text();
}

void MainWindow::setTheme(ThemeName name) {
    settleTyped();
    setCurrentTheme(name);
    qApp->setStyleSheet(currentTheme().styleSheet());
    QSettings().setValue("theme", name == ThemeName::dusk ? "dusk" : "day");
    notes_->forget();
    refresh();
    for (auto* w : findChildren<QWidget*>())
        w->update();
}

} // namespace owl
