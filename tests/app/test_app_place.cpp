// Place in the real window: walls and rooms, dragging pieces, studs and things, snapping, scans, practice,
// pairs.
#include "app/book_printer.h"
#include "plan/plan_json.h"
#include "report/visit_sheet.h"
#include "scan/practice.h"
#include "window_bench.h"

#include <QCheckBox>
#include <QSettings>
#include <QTemporaryDir>

using namespace owl;
using namespace owl::test;

namespace {

/// The window with the whole demo in Place.
struct PlaceBench : Bench {
    explicit PlaceBench(const char* wall = nullptr) {
        document.reset(loadProject(sourcePath("demo/harbour-lane.owl")).value(), {});
        window.askScan = [this] { return scanFile; };
        go(Station::place);
        if (wall)
            view(wall);
    }
    void view(const char* wall) {
        window.chooseWall(wall);
        settle();
    }
    [[nodiscard]] const Wall& wall(const char* id) { return *document.project().findWall(id); }
    [[nodiscard]] Length leftOf(const char* id) {
        return pieceLeft(document.project(), *document.project().findPiece(id));
    }
    void press(const QString& button) {
        for (auto* b : window.findChildren<QPushButton*>())
            if (b->text() == button && b->isVisible()) {
                QTest::mouseClick(b, Qt::LeftButton);
                settle();
                return;
            }
        QFAIL(qPrintable(button));
    }
    void pressField(const QString& id) {
        auto* b = qobject_cast<QPushButton*>(field(id));
        QVERIFY2(b, qPrintable(id));
        b->click();
        settle();
    }
    void choose(const QString& id, const QString& data) {
        auto* box = qobject_cast<QComboBox*>(field(id));
        QVERIFY2(box, qPrintable(id));
        const int at = box->findData(data);
        QVERIFY2(at >= 0, qPrintable(data));
        box->setCurrentIndex(at);
        emit box->activated(at);
        settle();
    }
    void tab(int i) {
        for (auto* b : window.findChildren<QPushButton*>())
            if (b->property("tab").isValid() && b->property("tab").toInt() == i) {
                QTest::mouseClick(b, Qt::LeftButton);
                settle();
                return;
            }
        QFAIL("no such tab");
    }
    QString scanFile;
};

} // namespace

class TestPlaceWindow : public QObject {
    Q_OBJECT
  private slots:
    void initTestCase() { startWindowTests(); }

    void wallsAreChosenByNameAndByTheirPiece() {
        PlaceBench b;
        auto* walls = b.window.findChild<QComboBox*>("walls");
        QCOMPARE(walls->count(), 12);
        QCOMPARE(b.window.wall(), QString("hall-north"));
        b.view("alcove-back");
        QCOMPARE(b.window.piece(), QString("ledge-2"));
        QVERIFY(walls->currentText().contains("alcove"));
        QTest::mouseClick(b.window.findChild<Perch*>(), Qt::LeftButton, {},
                          b.window.findChild<Perch*>()->pieceRect(3).center());
        b.settle();
        QCOMPARE(b.window.wall(), QString("fire-wall"));
        QVERIFY(!b.canvas()->shapeRect("obstacle:fire-1").isNull());
        b.view("tea-wall"); // no piece hangs here: the wall answers all the same
        QVERIFY(b.canvas()->shapeRect("piece:ledge-4").isNull());
        QVERIFY(b.field("wall.width"));
        QVERIFY(b.canvas()->description().contains("sloped ceiling"));
    }
    void theRoomIsSeenFromAboveAndItsWallsClicked() {
        PlaceBench b;
        b.window.setPlaceMode(MainWindow::PlaceMode::room);
        b.settle();
        const QRect door = b.canvas()->shapeRect("wall:hall-south");
        QVERIFY(!door.isNull());
        QTest::mouseClick(b.canvas(), Qt::LeftButton, {}, QPoint(door.left() + 20, door.center().y()));
        b.settle();
        QCOMPARE(b.window.wall(), QString("hall-south"));
        b.view("alcove-back");
        b.typeOnDrawing("alcove.middle", "1190");
        QCOMPARE(b.document.project().alcoves.front().widthMiddle, 1190_mm);
    }

    void typedDistancesWorkBothWays() {
        PlaceBench b;
        b.typeOnDrawing("place.right", "1000");
        QCOMPARE(b.leftOf("ledge-1"), 3620_mm - 1000_mm - 1420_mm);
        b.typeOnDrawing("place.x", "950");
        QCOMPARE(b.leftOf("ledge-1"), 950_mm);
        b.typeOnDrawing("place.above", "400");
        QCOMPARE(b.document.project().pieces.front().place.z, 820_mm + 400_mm);
    }
    void aPieceSnapsInBothDirections() {
        PlaceBench b("fire-wall");
        const QRect r = b.canvas()->shapeRect("piece:ledge-4");
        b.drag(b.canvas(), r.center(), r.center() + QPoint(-60, -40));
        const Length away = b.leftOf("ledge-4");
        QVERIFY(away < 950_mm);
        const QRect now = b.canvas()->shapeRect("piece:ledge-4");
        b.drag(b.canvas(), now.center(), now.center() + QPoint(r.center().x() - now.center().x() + 2, 0),
               false);
        QVERIFY2(b.window.message().contains("centred on the wall"), qPrintable(b.window.message()));
        QVERIFY(b.canvas()->description().contains("centred on the wall")); // and the line is drawn
        QTest::mouseRelease(b.canvas(), Qt::LeftButton, {}, QPoint(r.center().x() + 2, now.center().y()));
        b.settle();
        QVERIFY(!b.canvas()->description().contains("centred on the wall"));
        QCOMPARE(b.leftOf("ledge-4"), 950_mm);
    }
    /// While a hand drags only what moves is planned; the rest comes when it rests, and at once when it lets
    /// go.
    void whatADragLeavesCatchesUp() {
        PlaceBench b("fire-wall");
        const QRect r = b.canvas()->shapeRect("piece:ledge-4");
        b.drag(b.canvas(), r.center(), r.center() + QPoint(-40, -30), false);
        QVERIFY(b.document.catchingUp());
        const PiecePlan* held = b.document.plan().find("ledge-4");
        QVERIFY(held && held->hold() && held->supports.size() == 1);
        QTRY_VERIFY_WITH_TIMEOUT(!b.document.catchingUp(), 20000); // the hand rests, and still holds it
        const auto same = [&] {
            return planJson(b.document.project(), b.document.plan()).dump() ==
                   planJson(b.document.project(), plan(b.document.project(), b.document.shop(), catalog()))
                       .dump();
        };
        QVERIFY(same());
        QVERIFY(b.document.plan().find("ledge-4")->supports.size() > 1);
        QTest::mouseRelease(b.canvas(), Qt::LeftButton, {}, r.center() + QPoint(-40, -30));
        b.settle();
        b.drag(b.canvas(), b.canvas()->shapeRect("piece:ledge-4").center(), r.center());
        QVERIFY(!b.document.catchingUp());
        QVERIFY(same());
    }
    void listsFollowWhenTheMouseIsLetGo() {
        PlaceBench b;
        const QRect r = b.canvas()->shapeRect("piece:ledge-1");
        b.drag(b.canvas(), r.center(), r.center() + QPoint(30, 0));
        const QString left = words(formatNumber(b.leftOf("ledge-1"), {}));
        bool listed = false;
        for (int i = 0; i < b.table()->rowCount(); ++i)
            listed =
                listed || (b.table()->item(i, 0)->text() == "here" && b.table()->item(i, 4)->text() == left);
        QVERIFY(listed);
        QCOMPARE(qobject_cast<QLineEdit*>(b.field("place.x"))->text(), left);
    }
    void studsAreDragged() {
        PlaceBench b;
        const QRect stud = b.canvas()->shapeRect("stud:410000000");
        const QPoint on(stud.center().x(), stud.top() + stud.height() / 3);
        b.drag(b.canvas(), on, on + QPoint(20, 0));
        const auto studs = studCentres(b.wall("hall-north"));
        QVERIFY(studs.front() > 450_mm);
        QCOMPARE(studs[1], 812_mm); // one by one
        b.document.undo();
        QCOMPARE(studCentres(b.wall("hall-north")).front(), 410_mm);
        b.view("fire-wall"); // at a spacing the whole row moves
        const QRect first = b.canvas()->shapeRect("stud:300000000");
        const QPoint at(first.center().x(), first.top() + first.height() / 4);
        b.drag(b.canvas(), at, at + QPoint(15, 0));
        const Length moved = b.wall("fire-wall").firstStud;
        QVERIFY(moved > 300_mm);
        QCOMPARE(studCentres(b.wall("fire-wall"))[1], moved + 400_mm);
    }
    void thingsAreDragged() {
        PlaceBench b;
        const Length before = b.wall("hall-north").obstacles.front().x;
        const QPoint outlet = b.canvas()->shapeRect("obstacle:outlet-1").center();
        b.drag(b.canvas(), outlet, outlet + QPoint(-40, -10));
        QVERIFY(b.wall("hall-north").obstacles.front().x < before);
        QVERIFY(b.wall("hall-north").obstacles.front().z > 245_mm);
        const QRect chest = b.canvas()->shapeRect("furniture:bench");
        const QPoint low(chest.left() + 15, chest.bottom() - 12);
        b.drag(b.canvas(), low, low + QPoint(25, 0));
        QVERIFY(b.wall("hall-north").furniture.front().x > 1080_mm);
        QVERIFY(b.leftOf("ledge-1") > 1060_mm); // the ledge is centred on it and follows
    }

    void aPositionIsTakenFromTheList() {
        PlaceBench b;
        QCOMPARE(b.table()->horizontalHeaderItem(1)->text(), QString("studs"));
        int row = -1;
        for (int i = 0; i < b.table()->rowCount(); ++i)
            if (b.table()->item(i, 0)->text() == "centred on the wall")
                row = i;
        QVERIFY(row >= 0);
        const QPoint cell = b.table()->visualItemRect(b.table()->item(row, 2)).center();
        QTest::mouseClick(b.table()->viewport(), Qt::LeftButton, {}, cell);
        b.settle();
        QCOMPARE(b.leftOf("ledge-1"), (3620_mm - 1420_mm) / 2);
        QVERIFY(b.document.undoName().startsWith("Move it"));
        b.tab(1);
        QCOMPARE(b.table()->horizontalHeaderItem(0)->text(), QString("advice"));
        b.tab(3);
        QCOMPARE(b.table()->item(0, 0)->text(), QString("outlet"));
    }

    void aScanIsReadAndItsStudsAccepted() {
        PlaceBench b("games-right");
        b.document.apply(
            {"unseen", [](Project& p) { p.findWall("games-right")->studMode = StudMode::unknown; }});
        b.scanFile = words(sourcePath("demo/hall-scan.csv"));
        b.view("hall-north");
        b.pressField("scan.read");
        const Wall& w = b.wall("hall-north");
        QCOMPARE(w.proposed.size(), std::size_t(8));
        QVERIFY(b.window.message().contains("8 studs"));
        QCOMPARE(b.table()->horizontalHeaderItem(3)->text(), QString("sure")); // the list of studs is shown
        const Length first = w.proposed.front().x;
        const QRect dashed = b.canvas()->shapeRect("proposed:" + QString::number(first.nm()));
        QVERIFY(!dashed.isNull());
        // 410 is known already: accepting the reading beside it does not double it.
        QTest::mouseClick(b.canvas(), Qt::LeftButton, {}, QPoint(dashed.center().x() + 1, dashed.top() + 60));
        b.settle();
        QCOMPARE(b.wall("hall-north").studs.size(), std::size_t(8));
        QCOMPARE(b.wall("hall-north").proposed.size(), std::size_t(7));
        b.document.apply({"clean", [](Project& p) { p.findWall("hall-north")->studs.clear(); }});
        b.pressField("scan.acceptAll");
        QCOMPARE(b.wall("hall-north").studs.size(), std::size_t(7));
        QVERIFY(b.wall("hall-north").proposed.empty());
        QVERIFY(b.document.plan().pieces.front().studs.size() >= 3);
        b.document.undo();
        QCOMPARE(b.wall("hall-north").proposed.size(), std::size_t(7));
    }
    void aFileThatIsNoScanChangesNothing_data() {
        QTest::addColumn<QByteArray>("bytes");
        QTest::addColumn<QString>("says");
        QTest::newRow("rubbish") << QByteArray("\x00\xff\x12 rubbish", 11) << "first line";
        QTest::newRow("cut short") << QByteArray("position_mm,reading\n0,1\n2") << "line 3";
        QTest::newRow("inches") << QByteArray("position_mm,reading\n0,1\n140,2\n") << "millimetres";
    }
    void aFileThatIsNoScanChangesNothing() {
        QFETCH(QByteArray, bytes);
        QFETCH(QString, says);
        PlaceBench b;
        QTemporaryDir dir;
        QFile f(dir.filePath("t.csv"));
        QVERIFY(f.open(QIODevice::WriteOnly));
        f.write(bytes);
        f.close();
        const Project before = b.document.project();
        b.window.readScan(f.fileName());
        QVERIFY2(b.window.message().contains(says), qPrintable(b.window.message()));
        QVERIFY(b.document.project() == before);
        b.window.readScan(dir.filePath("none.csv"));
        QVERIFY(b.window.message().contains("no such file"));
    }
    void aScanIsSimulated() {
        PlaceBench b("fire-wall");
        b.pressField("scan.simulate");
        QVERIFY(b.wall("fire-wall").scan);
        QCOMPARE(b.wall("fire-wall").proposed.size(), std::size_t(8)); // 300, 700 .. 3100
        b.pressField("scan.forget");
        QVERIFY(!b.wall("fire-wall").scan);
    }

    void practiceHidesTheTruthUntilAsked() {
        PlaceBench b;
        b.window.setPlaceMode(MainWindow::PlaceMode::practice);
        b.settle();
        QVERIFY(!b.canvas()->description().split(", ").contains("stud"));
        const QRect trace = b.canvas()->shapeRect("trace");
        QVERIFY(!trace.isNull());
        QTest::mouseClick(b.canvas(), Qt::LeftButton, {},
                          QPoint(trace.left() + trace.width() / 3, trace.center().y()));
        QTest::mouseClick(b.canvas(), Qt::LeftButton, {},
                          QPoint(trace.left() + trace.width() / 2, trace.center().y()));
        b.settle();
        QCOMPARE(b.canvas()->description().count("your mark"), 1); // said once; two lines are there
        QTest::mouseClick(b.canvas(), Qt::LeftButton, {},
                          QPoint(trace.left() + trace.width() / 2, trace.center().y()));
        b.press("show the truth");
        QVERIFY2(b.window.message().contains("points of 100"), qPrintable(b.window.message()));
        QVERIFY(b.canvas()->description().split(", ").contains("stud"));
    }

    void aPairIsMadeAndMovesTogether() {
        PlaceBench b("fire-wall");
        b.document.apply({"alone", [](Project& p) { // the ledge has this wall to itself
                              std::erase_if(p.pieces, [](const Piece& q) { return q.id == "mantel-1"; });
                          }});
        b.window.findChild<QAction*>("copyPiece")->trigger();
        b.settle();
        const QString copy = b.window.piece();
        QVERIFY(copy != "ledge-4");
        b.document.apply({"short", [](Project& p) {
                              ledgeOf(*p.findPiece("ledge-4")).length = 800_mm;
                              movePiece(p, "ledge-4", 200_mm, 1300_mm);
                          }});
        b.choose("follow", "mirror:ledge-4");
        QCOMPARE(b.leftOf(copy.toUtf8()), 3400_mm - 200_mm - 800_mm);
        QCOMPARE(ledgeOf(*b.document.project().findPiece(copy.toStdString())).length, 800_mm);
        auto* length = qobject_cast<QLineEdit*>(b.field("place.x"));
        length->setFocus();
        length->selectAll();
        QTest::keyClicks(length, "2300");
        QTest::keyClick(length, Qt::Key_Return);
        b.settle();
        QCOMPARE(b.leftOf("ledge-4"), 3400_mm - 2300_mm - 800_mm);
        QVERIFY(!b.field("arrange.Left ends in line")); // the pair's places follow from each other already
        b.choose("follow", "");
        b.pressField("arrange.Left ends in line");
        QCOMPARE(b.leftOf("ledge-4"), b.leftOf(copy.toUtf8()));
    }
    void anOutletIsAddedAndTheWiresRespected() {
        PlaceBench b("fire-wall");
        const std::size_t before = b.document.plan().find("ledge-4")->studs.size();
        b.choose("obstacle.add", "switch");
        const std::string id = b.wall("fire-wall").obstacles.back().id;
        auto* x = qobject_cast<QLineEdit*>(b.field("obstacle." + words(id) + ".x"));
        QVERIFY(x);
        x->setText("1500");
        emit x->editingFinished();
        b.settle();
        QCOMPARE(b.wall("fire-wall").obstacles.back().centreX(), 1500_mm);
        QCOMPARE(b.document.plan().find("ledge-4")->studs.size(), before - 1);
        bool told = false;
        QTest::qWait(300); // remedies are tried when the hands rest
        for (auto* button : b.window.findChildren<QPushButton*>())
            told = told || button->objectName().startsWith("remedy:stud_barred");
        QVERIFY(told);
        b.choose("obstacle." + words(id) + ".runs", "none");
        QCOMPARE(b.document.plan().find("ledge-4")->studs.size(), before);
    }
    void oneBeginsWithTheWall() {
        Bench b(true);
        b.window.findChild<QAction*>("addWall")->trigger();
        b.settle();
        QVERIFY(b.document.project().pieces.empty());
        QVERIFY(b.field("wall.width"));
        QVERIFY(!b.canvas()->shapeRect("wall").isNull());
        b.window.findChild<QAction*>("addPiece:ledge")->trigger();
        b.settle();
        QCOMPARE(b.document.project().pieces.size(), std::size_t(1));
        QCOMPARE(b.document.project().pieces.front().wall, b.document.project().walls.front().id);
        b.window.findChild<QAction*>("addWall")->trigger();
        b.settle();
        QCOMPARE(b.document.project().walls.size(), std::size_t(2));
        QCOMPARE(b.window.wall(), words(b.document.project().walls.back().id)); // the new one is in view
    }
    void anEditKeepsTheInputsThatAreThere() {
        PlaceBench b;
        QWidget* before = b.field("place.z");
        b.typeOnDrawing("place.x", "900");
        QCOMPARE(b.field("place.z"), before); // refilled, not built anew
        QCOMPARE(qobject_cast<QLineEdit*>(b.field("place.x"))->text(), QString("900"));
        b.window.setTheme(ThemeName::dusk);
        b.settle();
        QVERIFY(b.field("place.z") != before); // colours changed: everything is new
        b.window.setTheme(ThemeName::day);
    }
    void theVisitSheetIsPrinted() {
        PlaceBench b;
        QTemporaryDir dir;
        const QString file = dir.filePath("sheet.pdf");
        QVERIFY(!writePdf(file, visitSheet(b.document.project(), b.document.plan(), "hall-north"),
                          b.document.project()));
        QFile f(file);
        QVERIFY(f.open(QIODevice::ReadOnly));
        QVERIFY(f.readAll().startsWith("%PDF"));
        QVERIFY(writePdf(dir.filePath("no/such/place.pdf"), {}, b.document.project()).has_value());
    }
};

QTEST_MAIN(TestPlaceWindow)
#include "test_app_place.moc"
