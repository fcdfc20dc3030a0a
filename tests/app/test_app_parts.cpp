// Strip and notes closely: what clicks, keys and hovering do, what stays when the project changes; and the
// window in all its states: both unit systems, sizes, an odd project.
#include "app/notes.h"
#include "app/quiet_combo.h"
#include "piece/edges.h"
#include "window_bench.h"

#include <QCheckBox>
#include <QHeaderView>
#include <QWheelEvent>

using namespace owl;

namespace {

void settle() {
    for (int i = 0; i < 3; ++i)
        QApplication::processEvents();
}

Edit named(const char* name) {
    return {name, [](Project&) {}};
}

/// A strip with two tables, the second row of which does something when clicked.
struct OnStrip {
    Strip strip;
    StripTable table;
    std::string edited, ticked, row;
    const Edit* hovered = nullptr;
    int tab = -1, workings = 0;

    OnStrip() {
        table.title = "Places";
        table.tabs = {"Places", "Studs"};
        table.columns = {"", "where", "why", "studs"};
        table.rows = {{"", "here", "it hangs there", "2"}, {"", "there", "one stud more", "3"}};
        table.ids = {"a", "b"};
        table.numeric = {3};
        table.tick = 0;
        table.ticked = {false, false};
        table.edits = {std::nullopt, named("Hang it there")};
        table.workings = {Working{"a + b", {{"a", "1"}}, "2", "", {}}, Working{}};
        strip.onEdit = [this](const Edit& e) { edited = e.name; };
        strip.onHover = [this](const Edit* e) { hovered = e; };
        strip.onTick = [this](const std::string& id) { ticked = id; };
        strip.onRow = [this](int, const std::string& id) { row = id; };
        strip.onTab = [this](int i) { tab = i; };
        strip.onWorking = [this](const Working&, QPoint) { ++workings; };
        strip.resize(640, 180);
        strip.show(table);
        static_cast<QWidget&>(strip).show();
        settle();
    }
    [[nodiscard]] QPoint at(int r, int c) {
        return strip.table()->visualRect(strip.table()->model()->index(r, c)).center();
    }
    void click(int r, int c) { QTest::mouseClick(strip.table()->viewport(), Qt::LeftButton, {}, at(r, c)); }
};

Field textField(const std::string& id, const std::string& value, FieldKind kind = FieldKind::text) {
    Field f;
    f.id = id;
    f.label = "Label of " + id;
    f.kind = kind;
    f.value = value;
    f.choices = {{"one", "One"}, {"two", "Two"}};
    f.set = [id](const std::string& t) -> tl::expected<Edit, std::string> {
        return Edit{id + "=" + t, [](Project&) {}};
    };
    return f;
}

struct OnNotes {
    Notes notes;
    std::vector<std::string> typed;
    OnNotes() {
        notes.onTyped = [this](const Field& f, const QString& t) -> std::optional<QString> {
            typed.push_back(f.id + "=" + t.toStdString());
            return std::nullopt;
        };
        notes.resize(280, 500);
    }
    void show(const std::vector<Field>& fields, const std::vector<Finding>& findings = {}) {
        notes.show(fields, findings, "a", "w");
        static_cast<QWidget&>(notes).show();
        QApplication::setActiveWindow(&notes);
        settle();
    }
};

Finding about(const char* id, const char* piece, const char* wall) {
    Finding f;
    f.id = id;
    f.title = id;
    f.text = "A sentence.";
    f.piece = piece;
    f.wall = wall;
    return f;
}

QStringList titlesOf(const Notes& n) {
    QStringList out;
    for (auto* l : n.findChildren<QLabel*>("cardTitle"))
        out << l->text();
    return out;
}

/// Every word the window shows.
QStringList wordsOf(const QWidget& window) {
    QStringList out;
    for (auto* l : window.findChildren<QLabel*>())
        out << l->text();
    for (auto* b : window.findChildren<QAbstractButton*>())
        out << b->text();
    for (auto* e : window.findChildren<QLineEdit*>())
        out << e->text();
    for (auto* t : window.findChildren<QTableWidget*>())
        for (int r = 0; r < t->rowCount(); ++r)
            for (int c = 0; c < t->columnCount(); ++c)
                if (auto* item = t->item(r, c))
                    out << item->text();
    return out;
}

} // namespace

class TestParts : public QObject {
    Q_OBJECT
  private slots:
    void initTestCase() { test::startWindowTests(); }

    void aRowThatDoesSomethingDoesItOnce() {
        OnStrip s;
        s.click(0, 1);
        QCOMPARE(s.edited, std::string()); // nothing to do here
        QCOMPARE(s.row, std::string("a"));
        s.click(1, 1);
        QCOMPARE(s.edited, std::string("Hang it there"));
        QCOMPARE(s.row, std::string("b"));
    }
    void theKeyboardDoesWhatAClickDoes() {
        OnStrip s;
        s.strip.table()->setFocus();
        s.strip.table()->setCurrentCell(0, 1);
        QTest::keyClick(s.strip.table(), Qt::Key_Return);
        QCOMPARE(s.edited, std::string());
        QTest::keyClick(s.strip.table(), Qt::Key_Down);
        QTest::keyClick(s.strip.table(), Qt::Key_Return);
        QCOMPARE(s.edited, std::string("Hang it there"));
    }
    void aTickIsNoEdit() {
        OnStrip s;
        s.strip.table()->item(1, 0)->setCheckState(Qt::Checked);
        QCOMPARE(s.ticked, std::string("b"));
        s.click(1, 0);
        QCOMPARE(s.edited, std::string());
    }
    void hoveringShowsAndLeavingHides() {
        OnStrip s;
        emit s.strip.table()->cellEntered(1, 1);
        QVERIFY(s.hovered != nullptr);
        QCOMPARE(s.hovered->name, std::string("Hang it there"));
        emit s.strip.table()->cellEntered(0, 1);
        QVERIFY(s.hovered == nullptr);
        emit s.strip.table()->cellEntered(1, 1);
        QEvent leave(QEvent::Leave);
        QApplication::sendEvent(s.strip.table()->viewport(), &leave);
        QVERIFY(s.hovered == nullptr);
    }
    void aDoubleClickShowsTheWorkingWhereThereIsOne() {
        OnStrip s;
        emit s.strip.table()->cellDoubleClicked(1, 1);
        QCOMPARE(s.workings, 0);
        emit s.strip.table()->cellDoubleClicked(0, 1);
        QCOMPARE(s.workings, 1);
    }
    void tabsAreWordsToClick() {
        OnStrip s;
        const auto tabs = s.strip.findChildren<QPushButton*>("tab");
        QCOMPARE(tabs.size(), 1); // the other is the chosen one
        QVERIFY(tabs.front()->isVisible());
        QTest::mouseClick(tabs.front(), Qt::LeftButton);
        QCOMPARE(s.tab, 1);
        s.table.tabs.clear();
        s.strip.show(s.table);
        settle();
        QVERIFY(s.strip.findChildren<QPushButton*>("tab").isEmpty());
    }
    void columnsStayInsideTheTable_data() {
        QTest::addColumn<int>("width");
        for (int w : {320, 480, 640, 900, 1400})
            QTest::addRow("%d", w) << w;
    }
    void columnsStayInsideTheTable() {
        QFETCH(int, width);
        OnStrip s;
        s.table.rows[0][2] =
            "a reason that goes on and on, for nobody has ever said what is too long for a table";
        s.table.rows[1][1] = "a place with a long name, between the window and the door of the yarn room";
        s.strip.show(s.table);
        s.strip.resize(width, 180);
        settle();
        auto* t = s.strip.table();
        int all = 0;
        for (int c = 0; c < t->columnCount(); ++c) {
            QVERIFY(t->columnWidth(c) > 10);
            all += t->columnWidth(c);
        }
        QVERIFY2(all <= t->viewport()->width(),
                 qPrintable(QString("%1 in %2").arg(all).arg(t->viewport()->width())));
        QVERIFY(t->columnWidth(2) > t->columnWidth(3));
        QCOMPARE(t->item(0, 2)->toolTip(), t->item(0, 2)->text()); // what is cut off can be read
    }
    void wideTablesKeepTheirWordsWhole() {
        OnStrip s;
        s.strip.resize(900, 180);
        settle();
        const QFontMetrics metrics(s.strip.table()->font());
        for (int r = 0; r < 2; ++r)
            QVERIFY(s.strip.table()->columnWidth(2) >=
                    metrics.horizontalAdvance(s.strip.table()->item(r, 2)->text()));
    }
    void aNewListForgetsTheRow() {
        OnStrip s;
        s.click(1, 1);
        QCOMPARE(s.strip.currentRow(), 1);
        s.table.ids = {"c", "d"};
        s.strip.show(s.table);
        QVERIFY(s.strip.currentRow() != 1);
    }
    void theRowInUseIsBold() {
        OnStrip s;
        s.table.chosen = 1;
        s.table.status = {Status::fails, Status::holds};
        s.strip.show(s.table);
        QVERIFY(s.strip.table()->item(1, 1)->font().weight() > s.strip.table()->item(0, 1)->font().weight());
        QVERIFY(!s.strip.table()->item(0, 0)->icon().isNull());
    }

    void inputsStayWhenOnlyTheirValuesChange() {
        OnNotes n;
        n.show({textField("x", "1"), textField("y", "2")});
        QWidget* before = n.notes.inputOf("x");
        n.show({textField("x", "7"), textField("y", "2")});
        QCOMPARE(n.notes.inputOf("x"), before);
        QCOMPARE(qobject_cast<QLineEdit*>(before)->text(), QString("7"));
    }
    void whatIsBeingTypedIsNotOverwritten() {
        OnNotes n;
        n.show({textField("x", "1"), textField("y", "2")});
        auto* edit = qobject_cast<QLineEdit*>(n.notes.inputOf("x"));
        edit->setFocus();
        edit->selectAll();
        QTest::keyClicks(edit, "12");
        n.show({textField("x", "5"), textField("y", "3")}); // another hand moved the piece meanwhile
        QCOMPARE(edit->text(), QString("12"));
        QCOMPARE(qobject_cast<QLineEdit*>(n.notes.inputOf("y"))->text(), QString("3"));
        QTest::keyClick(edit, Qt::Key_Return);
        QCOMPARE(n.typed, std::vector<std::string>{"x=12"});
    }
    void otherFieldsAreBuiltAnew() {
        OnNotes n;
        n.show({textField("x", "1")});
        n.show({textField("z", "1")});
        QVERIFY(n.notes.inputOf("x") == nullptr);
        QVERIFY(n.notes.inputOf("z") != nullptr);
    }
    void choicesFlagsAndActionsAnswer() {
        OnNotes n;
        n.show({textField("c", "one", FieldKind::choice), textField("f", "no", FieldKind::flag),
                textField("a", "", FieldKind::action)});
        auto* box = qobject_cast<QComboBox*>(n.notes.inputOf("c"));
        QVERIFY(box);
        QCOMPARE(box->currentData().toString(), QString("one"));
        box->setCurrentIndex(1);
        emit box->activated(1);
        auto* flag = qobject_cast<QCheckBox*>(n.notes.inputOf("f"));
        QVERIFY(flag && !flag->isChecked());
        flag->click();
        auto* action = qobject_cast<QPushButton*>(n.notes.inputOf("a"));
        QVERIFY(action);
        action->click();
        QCOMPARE(n.typed, (std::vector<std::string>{"c=two", "f=yes", "a="}));
    }
    void theWheelOverAChoiceChangesNothing() {
        QuietCombo box;
        box.addItems({"one", "two", "three"});
        box.setCurrentIndex(1);
        static_cast<QWidget&>(box).show();
        QWheelEvent down({5, 5}, box.mapToGlobal(QPointF(5, 5)), {}, {0, -120}, Qt::NoButton, {},
                         Qt::NoScrollPhase, false);
        QApplication::sendEvent(&box, &down);
        QCOMPARE(box.currentIndex(), 1);
        QVERIFY(!down.isAccepted()); // it goes on to the panel
    }
    void aChoiceShowsThatThereIsAListAndThatItsWordsGoOn() {
        const auto picture = [](const QString& words) {
            QuietCombo box;
            box.addItem(words);
            box.setFixedSize(140, 26);
            static_cast<QWidget&>(box).show();
            return box.grab().toImage();
        };
        const QImage empty = picture("");
        const QImage some = picture("on the chest");
        const QRect sign(120, 6, 14, 14);
        QVERIFY(empty.copy(sign) == some.copy(sign)); // words never run into the sign
        QVERIFY(empty.copy(sign) != empty.copy(sign.translated(-40, 0)));
        const QString tail(40, 'w');
        QVERIFY(picture("a wall" + tail) == picture("a wall" + tail + "and more"));
    }
    void refillingDoesNotAnswer() {
        OnNotes n;
        n.show({textField("c", "one", FieldKind::choice), textField("f", "no", FieldKind::flag)});
        n.show({textField("c", "two", FieldKind::choice), textField("f", "yes", FieldKind::flag)});
        QVERIFY(n.typed.empty());
        QVERIFY(qobject_cast<QCheckBox*>(n.notes.inputOf("f"))->isChecked());
        QCOMPARE(qobject_cast<QComboBox*>(n.notes.inputOf("c"))->currentData().toString(), QString("two"));
    }
    void findingsAreThoseOfThePieceAndTheWall() {
        OnNotes n;
        n.show({}, {about("mine", "a", ""), about("other piece", "b", ""), about("this wall", "", "w"),
                    about("other wall", "", "v"), about("all", "", "")});
        QCOMPARE(titlesOf(n.notes), (QStringList{"mine", "this wall", "all"}));
    }
    void findingsGoWhenTheyAreCured() {
        OnNotes n;
        n.show({textField("x", "1")}, {about("mine", "a", "")});
        QCOMPARE(titlesOf(n.notes).size(), 1);
        n.show({textField("x", "1")}, {});
        QCoreApplication::sendPostedEvents(nullptr, QEvent::DeferredDelete);
        QCOMPARE(titlesOf(n.notes).size(), 0);
    }

    void noStationShowsWhatIsNoNumber_data() {
        QTest::addColumn<int>("units");
        QTest::newRow("millimetres") << int(Units::metric);
        QTest::newRow("inches") << int(Units::imperial);
    }
    void noStationShowsWhatIsNoNumber() {
        QFETCH(int, units);
        Project p = test::demo();
        p.style.units = static_cast<Units>(units);
        test::Bench b(true);
        b.document.reset(p, {});
        b.settle();
        const QRegularExpression wrong("\\bnan\\b|\\binf\\b|-0\\b(?!\\.)|\\{|\\}|%1");
        for (int s = 0; s < stationCount; ++s) {
            b.go(static_cast<Station>(s));
            for (const QString& w : wordsOf(b.window))
                QVERIFY2(!w.contains(wrong), qPrintable(stationName(static_cast<Station>(s)) + (": " + w)));
            QVERIFY(!b.canvas()->accessibleDescription().contains(wrong));
        }
    }
    void inchesAreShownAsATapeShowsThem() {
        Project p = test::hall();
        p.style.units = Units::imperial;
        test::Bench b(true);
        b.document.reset(p, {});
        b.go(Station::place);
        const QString all = wordsOf(b.window).join('\n');
        QVERIFY2(all.contains("½") || all.contains("⁄₁₆"), "no fraction of an inch anywhere");
        QVERIFY(!all.contains(QRegularExpression("\\d mm\\b")));
    }
    void aProjectWithoutWallsOrPiecesIsNoTrouble() {
        test::Bench b(true);
        Project p = test::hall();
        p.pieces.clear();
        b.document.reset(p, {});
        for (int s = 0; s < stationCount; ++s)
            b.go(static_cast<Station>(s));
        p.walls.clear();
        b.document.reset(p, {});
        for (int s = 0; s < stationCount; ++s) {
            b.go(static_cast<Station>(s));
            QVERIFY(!b.window.grab().isNull());
        }
        QVERIFY(!b.ledger().isEmpty());
    }
    void everyStationFitsSmallAndLargeWindows_data() {
        QTest::addColumn<QSize>("size");
        QTest::newRow("small laptop") << QSize(1024, 640);
        QTest::newRow("wide") << QSize(2200, 900);
        QTest::newRow("tall") << QSize(1100, 1500);
    }
    void everyStationFitsSmallAndLargeWindows() {
        QFETCH(QSize, size);
        test::Bench b(true);
        b.document.reset(test::demo(), {});
        b.window.resize(size);
        b.settle();
        for (int s = 0; s < stationCount; ++s) {
            b.go(static_cast<Station>(s));
            const QRect canvas(b.canvas()->mapTo(&b.window, QPoint(0, 0)), b.canvas()->size());
            QVERIFY2(b.window.rect().contains(canvas), stationName(static_cast<Station>(s)));
            QVERIFY(b.canvas()->height() >= 200); // the drawing is never squeezed away
            auto* t = b.table();
            if (!t->isVisible())
                continue;
            int all = 0;
            for (int c = 0; c < t->columnCount(); ++c)
                all += t->columnWidth(c);
            QVERIFY2(all <= t->viewport()->width() + 1, stationName(static_cast<Station>(s)));
        }
    }
    void undoGoesAllTheWayBackAndForthAgain() {
        test::Bench b;
        const Project before = b.document.project();
        b.go(Station::piece);
        b.typeOnDrawing("piece.length", "1200");
        b.typeOnDrawing("piece.length", "1300");
        b.go(Station::hold);
        auto* rows = qobject_cast<QComboBox*>(b.field("hold.rows"));
        QVERIFY(rows);
        const int other = 1 - rows->currentIndex();
        rows->setCurrentIndex(other);
        emit rows->activated(other);
        b.settle();
        const Project after = b.document.project();
        QVERIFY(!(after == before));
        int steps = 0;
        while (b.document.canUndo() && ++steps < 20)
            b.document.undo();
        QVERIFY(b.document.project() == before);
        while (b.document.canRedo() && --steps > -20)
            b.document.redo();
        QVERIFY(b.document.project() == after);
    }
    void aWaneyEdgeIsDrawnOnTheSketch() {
        test::Bench b(true);
        b.document.reset(newProject("slab", Units::metric).value(), {});
        b.settle();
        b.go(Station::piece);
        QVERIFY(b.window.findChild<Notes*>("notes")->focusField("piece.waney"));
        b.settle();
        const auto sketch = [&] { return b.window.findChild<QWidget*>("sketch:piece.waney"); };
        QVERIFY(sketch() && sketch()->isVisible());
        const auto waney = [&] { return std::get<SlabParams>(b.piece().params).waney; };
        const double before = b.document.plan().pieces.front().mass;
        // From the left end, where the front is whole, more and more into the wood; the right end stays.
        const int w = sketch()->width();
        b.drag(sketch(), {6, 84}, {w - 90, 40});
        const auto drawn = readingsOf(waney());
        QVERIFY2(drawn && drawn->size() >= 3, waney().c_str());
        QCOMPARE(drawn->front()[0], 0.0);
        QCOMPARE(drawn->back()[0], std::get<SlabParams>(b.piece().params).length.mm());
        QVERIFY(b.document.plan().pieces.front().mass < before); // the wood is gone
        QCOMPARE(qobject_cast<QLineEdit*>(b.field("piece.waney"))->text(), QString::fromStdString(waney()));
        b.document.undo();
        b.settle();
        QVERIFY(waney().empty());
        // Held at the top the pen takes what the sketch shows, however long it is held there.
        b.drag(sketch(), {6, 0}, {w - 40, 0});
        const auto deep = readingsOf(waney());
        QVERIFY(deep.has_value());
        for (const auto& r : *deep)
            QVERIFY2(r[1] <= 60, waney().c_str());
        b.document.undo();
        b.settle();
        QVERIFY(qobject_cast<QLineEdit*>(b.field("piece.waney"))->text().isEmpty());
    }
};

QTEST_MAIN(TestParts)
#include "test_app_parts.moc"
