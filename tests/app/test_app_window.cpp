// The real window, driven by keyboard and mouse; what is asserted is what a person would see.
#include "app/book_printer.h"
#include "window_bench.h"

#include <QDialog>

#include <QCheckBox>
#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QPdfWriter>
#include <QPushButton>
#include <QSettings>
#include <QSignalSpy>
#include <QTableWidget>
#include <QTemporaryDir>
#include <filesystem>

using namespace owl;
using namespace owl::test;

class TestWindow : public QObject {
    Q_OBJECT
  private slots:
    void initTestCase() { startWindowTests(); }

    void everyStationAnswersForTheLedge_data() {
        QTest::addColumn<int>("station");
        QTest::addColumn<QString>("drawn");
        QTest::addColumn<int>("rows");
        const char* words[] = {"stud at 1\u202F208 mm",
                               "Blue teapot",
                               "back rail",
                               "pine from the old bench",
                               "wall screw",
                               "front lip",
                               "left end cap",
                               "level line",
                               "planned"};
        const int rows[] = {1, 5, 5, 5, 4, 8, 10, 8, 0};
        for (int i = 0; i < stationCount; ++i)
            QTest::newRow(stationName(static_cast<Station>(i)))
                << i << QString::fromUtf8(words[i]) << rows[i];
    }
    void everyStationAnswersForTheLedge() {
        QFETCH(int, station);
        QFETCH(QString, drawn);
        QFETCH(int, rows);
        Bench b;
        QTest::keyClick(&b.window, static_cast<Qt::Key>(Qt::Key_1 + station), Qt::ControlModifier);
        b.settle();
        QCOMPARE(static_cast<int>(b.window.station()), station);
        QVERIFY2(b.canvas()->description().contains(drawn), qPrintable(b.canvas()->description()));
        QVERIFY(b.table()->rowCount() >= rows);
        QVERIFY(b.ledger().contains("margin"));
        QVERIFY(b.ledger().contains("may carry"));
    }

    void aDimensionIsTypedOnTheDrawing() {
        Bench b;
        b.go(Station::piece);
        b.typeOnDrawing("piece.length", "37 5/8");
        QCOMPARE(ledgeOf(b.piece()).length, Length::mm(955.675));
        QCOMPARE(b.document.undoName(), QString("Length"));
        b.typeOnDrawing("piece.length", "1 m + 20 cm");
        QCOMPARE(ledgeOf(b.piece()).length, 1200_mm);
        QTest::keyClick(&b.window, Qt::Key_Z, Qt::ControlModifier);
        QCOMPARE(ledgeOf(b.piece()).length, Length::mm(955.675));
        QTest::keyClick(&b.window, Qt::Key_Z, Qt::ControlModifier | Qt::ShiftModifier);
        QCOMPARE(ledgeOf(b.piece()).length, 1200_mm);
    }

    void nonsenseKeepsTheTextAndSaysWhy() {
        Bench b;
        b.go(Station::piece);
        const Project before = b.document.project();
        b.typeOnDrawing("piece.length", "about a metre");
        QVERIFY(b.canvas()->editor()->isVisible());
        QCOMPARE(b.canvas()->editor()->text(), QString("about a metre"));
        auto* wrong = b.canvas()->findChild<QLabel*>("wrong");
        QVERIFY(wrong->isVisible());
        QVERIFY(wrong->text().contains("was not understood"));
        QVERIFY(b.document.project() == before);
        QTest::keyClick(b.canvas()->editor(), Qt::Key_Escape);
        QVERIFY(!b.canvas()->editor()->isVisible());
    }

    void tabGoesToTheNextDimension() {
        Bench b;
        b.go(Station::place);
        b.typeOnDrawing("place.x", "900", Qt::Key_Tab);
        QVERIFY(b.canvas()->editor()->isVisible());
        QCOMPARE(pieceLeft(b.document.project(), b.piece()), 900_mm);
        QTest::keyClick(b.canvas()->editor(), Qt::Key_Escape);
    }

    void lookingAtARoundedNumberChangesNothing() {
        Bench b;
        b.document.apply(
            {"x", [](Project& p) { ledgeOf(p.pieces.front()).length = Length::nm(955'675'123); }});
        b.go(Station::piece);
        const QRect r = b.canvas()->fieldRect("piece.length");
        QTest::mouseClick(b.canvas(), Qt::LeftButton, {}, r.center());
        QTest::keyClick(b.canvas()->editor(), Qt::Key_Return);
        QCOMPARE(ledgeOf(b.piece()).length.nm(), 955'675'123);
    }

    void theLedgeIsDraggedAndSnaps() {
        Bench b;
        b.go(Station::place);
        const QRect r = b.canvas()->shapeRect("piece:ledge-1");
        QVERIFY(!r.isNull());
        const QPoint from(r.center().x(), r.center().y());
        // Far to the left and back to a little off the chest's centre line: it comes to rest on it.
        const Length home = pieceLeft(b.document.project(), b.piece());
        b.drag(b.canvas(), from, from + QPoint(-70, 30));
        QVERIFY(pieceLeft(b.document.project(), b.piece()) < home);
        QVERIFY(b.piece().place.z < 1170_mm);
        QCOMPARE(b.document.undoName(), QString("Move Hall ledge"));
        const QRect now = b.canvas()->shapeRect("piece:ledge-1");
        b.drag(b.canvas(), now.center(), now.center() + QPoint(r.center().x() - now.center().x() + 1, 0));
        QCOMPARE(pieceLeft(b.document.project(), b.piece()), home);
        QVERIFY(b.window.message().contains("centred on the yarn chest"));
        b.document.undo(); // one drag is one step
        b.document.undo();
        QVERIFY(b.document.project() == test::hall());
    }

    void arrowKeysNudge() {
        Bench b;
        b.go(Station::place);
        b.canvas()->setFocus();
        const Length left = pieceLeft(b.document.project(), b.piece());
        QTest::keyClick(b.canvas(), Qt::Key_Right);
        QTest::keyClick(b.canvas(), Qt::Key_Right, Qt::ShiftModifier);
        QTest::keyClick(b.canvas(), Qt::Key_Up);
        QCOMPARE(pieceLeft(b.document.project(), b.piece()), left + 11_mm);
        QCOMPARE(b.piece().place.z, 1171_mm);
        b.document.undo(); // a row of nudges is one step
        QVERIFY(b.document.project() == test::hall());
    }

    void aRemedyIsPreviewedAndApplied() {
        Bench b;
        b.document.apply({"away from the studs", [](Project& p) {
                              ledgeOf(p.pieces.front()).length = 380_mm;
                              p.pieces.front().place.anchor = Anchor::typed;
                              p.pieces.front().place.x = 830_mm;
                          }});
        b.settle();
        QVERIFY(b.ledger().contains("not held"));
        QPushButton* remedy = nullptr;
        QTest::qWait(300); // remedies are tried when the hands rest
        for (auto* button : b.window.findChildren<QPushButton*>())
            if (button->objectName().startsWith("remedy:misses_studs:"))
                remedy = button;
        QVERIFY(remedy);
        int told = 0; // what each would bring stands beside it
        for (const auto* label : b.window.findChildren<QLabel*>())
            told += label->text().startsWith("margin ");
        QVERIFY(told > 0);
        const Project before = b.document.project();
        QEnterEvent enter(QPointF(2, 2), QPointF(2, 2), QPointF(2, 2));
        QApplication::sendEvent(remedy, &enter);
        QVERIFY2(b.ledger().startsWith("with this: "), qPrintable(b.ledger()));
        QVERIFY(b.document.project() == before); // only a preview
        QEvent leave(QEvent::Leave);
        QApplication::sendEvent(remedy, &leave);
        QVERIFY(!b.ledger().startsWith("with this: "));
        QTest::mouseClick(remedy, Qt::LeftButton);
        b.settle();
        QVERIFY(!(b.document.project() == before));
        QVERIFY(!b.ledger().contains("not held"));
        b.document.undo();
        QVERIFY(b.document.project() == before);
    }

    void anInputBesideTheDrawingIsTyped() {
        Bench b;
        b.go(Station::hold);
        auto* rows = qobject_cast<QComboBox*>(b.field("hold.rows"));
        QVERIFY(rows);
        rows->setCurrentIndex(0);
        emit rows->activated(0);
        b.settle();
        QCOMPARE(b.piece().hold.rows, 0);
        b.go(Station::cut);
        auto* kerf = qobject_cast<QLineEdit*>(b.field("wood.kerf"));
        kerf->setFocus();
        kerf->selectAll();
        QTest::keyClicks(kerf, "wide");
        QTest::keyClick(kerf, Qt::Key_Return);
        b.settle();
        QCOMPARE(kerf->text(), QString("wide")); // kept, with its sentence
        QVERIFY(b.window.message().contains("was not understood"));
        QCOMPARE(b.document.project().wood.kerf, Length::mm(3.2));
        kerf->selectAll();
        QTest::keyClicks(kerf, "1/8 in");
        QTest::keyClick(kerf, Qt::Key_Return);
        b.settle();
        QCOMPARE(b.document.project().wood.kerf, Length::mm(3.175));
    }

    void bothMarginsStandInTheAnswerLine() {
        Bench b;
        QVERIFY2(b.ledger().contains("margin") && b.ledger().contains("a hand"), qPrintable(b.ledger()));
        b.document.apply({"no hand", [](Project& p) { p.pieces.front().load.handN = 0; }});
        b.settle();
        QVERIFY(!b.ledger().contains("a hand"));
    }

    void aFinishIsChosenForThePieceAndItsCoatsAreChanged() {
        Bench b;
        b.go(Station::build);
        auto* piece = qobject_cast<QComboBox*>(b.field("finish.piece"));
        QVERIFY(piece);
        const int paint = piece->findData("paint");
        QVERIFY(paint > 0);
        piece->setCurrentIndex(paint);
        emit piece->activated(paint);
        b.settle();
        QCOMPARE(QString::fromStdString(b.piece().finish), QString("paint"));
        bool painted = false;
        for (const auto& s : b.document.plan().finish.steps)
            painted = painted || s.finish == "paint_wb";
        QVERIFY(painted);
        auto* own = qobject_cast<QPushButton*>(b.field("recipe.own"));
        QVERIFY(own);
        own->click();
        b.settle();
        QCOMPARE(b.document.project().finish.recipes.size(), std::size_t(1));
        QCOMPARE(QString::fromStdString(b.piece().finish), QString("own-1"));
        auto* wait = qobject_cast<QLineEdit*>(b.field("coat.1.wait"));
        QVERIFY(wait);
        wait->setText("3");
        emit wait->editingFinished();
        b.settle();
        QCOMPARE(b.document.project().finish.recipes.front().coats.front().waitH.value_or(0), 3.0);
        for (int i = 0; i < 3; ++i)
            b.document.undo();
        QVERIFY(b.piece().finish.empty());
    }

    void thingsAreMovedOnTheShelf() {
        Bench b;
        b.go(Station::load);
        const QRect r = b.canvas()->shapeRect("item:item-2");
        QVERIFY(!r.isNull());
        b.drag(b.canvas(), r.center(), r.center() + QPoint(40, 0));
        QVERIFY(b.piece().load.items[1].x > 400_mm);
        b.drag(b.canvas(), b.canvas()->shapeRect("item:item-2").center(),
               QPoint(b.canvas()->width() + 400, r.center().y()));
        QVERIFY(b.piece().load.items[1].x + b.piece().load.items[1].width <=
                ledgeOf(b.piece()).length); // it cannot fall off
    }

    void aBoardIsLeftOutByAClick() {
        Bench b;
        b.document.apply({"strips from any board", [](Project& p) {
                              ledgeOf(p.pieces.front()).boardWidth = Length();
                              ledgeOf(p.pieces.front()).remainder = LedgeStrip::none;
                          }});
        b.go(Station::wood);
        const QRect r = b.canvas()->shapeRect("stock:rack-1");
        QVERIFY(!r.isNull());
        const double before = b.document.plan().cost;
        QTest::mouseClick(b.canvas(), Qt::LeftButton, {}, r.center());
        b.settle();
        QVERIFY(b.document.project().wood.leftOut.contains("rack-1"));
        QVERIFY(b.document.plan().cost > before);
    }

    void cutsAndStepsAreTickedOff() {
        Bench b;
        b.go(Station::cut);
        b.table()->item(0, 0)->setCheckState(Qt::Checked);
        b.settle();
        QCOMPARE(b.document.project().done.size(), std::size_t(1));
        QCOMPARE(b.table()->item(0, 0)->checkState(), Qt::Checked);
        b.table()->setCurrentCell(1, 1);
        b.settle();
        QVERIFY(b.canvas()->description().size() > 20);
        b.go(Station::build);
        b.table()->item(2, 0)->setCheckState(Qt::Checked);
        b.settle();
        QVERIFY(test::words(stationState(b.document.project(), b.document.plan(), "ledge-1", Station::build))
                    .startsWith("1 of "));
    }

    void theWorkingOpensWithW() {
        Bench b;
        QTest::keyClick(&b.window, Qt::Key_W);
        b.settle();
        auto* card = b.window.findChild<WorkingCard*>();
        QVERIFY(card->isVisible());
        QVERIFY(card->text().contains("Source:"));
        QVERIFY(card->text().contains("="));
        card->hide();
    }

    void theFinderRunsWhatItFinds() {
        Bench b;
        QTest::keyClick(&b.window, Qt::Key_K, Qt::ControlModifier);
        auto* finder = b.window.findChild<Finder*>();
        QVERIFY(finder->isVisible());
        QTest::keyClicks(finder->input(), "sag looks");
        QCOMPARE(finder->list()->count(), 1);
        QTest::keyClick(finder->input(), Qt::Key_Return);
        b.settle();
        QCOMPARE(b.window.station(), Station::hold);
        QVERIFY(!finder->isVisible());
        QTest::keyClick(&b.window, Qt::Key_K, Qt::ControlModifier);
        QTest::keyClicks(finder->input(), "xyzzy");
        QCOMPARE(finder->list()->item(0)->text(), QString("Nothing by that name."));
        // Left open it does not stand before the next station.
        QTest::keyClick(&b.window, Qt::Key_3, Qt::ControlModifier);
        b.settle();
        QCOMPARE(b.window.station(), Station::piece);
        QVERIFY(!finder->isVisible());
        // A field in a group that was closed: the group opens, and its heading says so.
        QTest::keyClick(&b.window, Qt::Key_K, Qt::ControlModifier);
        QTest::keyClicks(finder->input(), "species");
        QTest::keyClick(finder->input(), Qt::Key_Return);
        b.settle();
        const auto heads = b.window.findChildren<QPushButton*>("group");
        QVERIFY(std::any_of(heads.begin(), heads.end(),
                            [](const QPushButton* h) { return h->text() == "▾ Wood"; }));
    }

    void twoClicksFromNothingToAnAnswer() {
        Bench b(true);
        auto* page = b.window.findChild<QWidget*>("emptyState");
        QVERIFY(page->isVisible());
        auto* tile = b.window.findChild<QPushButton*>("kind:ledge");
        QTest::mouseClick(tile, Qt::LeftButton);
        b.settle();
        QCOMPARE(b.document.project().pieces.size(), std::size_t(1));
        QVERIFY(b.ledger().contains("margin"));
        QVERIFY(!b.document.plan().blocked());
        QTest::keyClick(&b.window, Qt::Key_Z, Qt::ControlModifier);
        b.settle();
        QVERIFY(b.window.findChild<QWidget*>("emptyState")->isVisible());
    }

    void fromAnEmptyProjectToABookWithoutTouchingAFile() {
        Bench b(true);
        QTest::mouseClick(b.window.findChild<QPushButton*>("kind:ledge"), Qt::LeftButton);
        b.settle();
        b.typeOnDrawing("piece.length", "1200");
        b.typeOnDrawing("place.z", "1250");
        b.go(Station::piece);
        b.typeOnDrawing("piece.depth", "100");
        QTemporaryDir dir;
        b.nextFile = dir.filePath("my ledge.pdf");
        QTest::keyClick(&b.window, Qt::Key_E, Qt::ControlModifier);
        b.settle();
        QVERIFY2(b.window.message().startsWith("Written beside"), qPrintable(b.window.message()));
        for (const char* f : {"my ledge.pdf", "my ledge plan.json", "my ledge cut-job.json",
                              "my ledge cut list.csv", "my ledge shopping.csv", "my ledge wall marks.csv"})
            QVERIFY2(QFileInfo(dir.filePath(f)).size() > 50, f);
    }

    void mergedEditsAreOneStepAndMayVanish() {
        Document d(test::shop());
        d.reset(test::hall(), {});
        const auto setZ = [](int z) {
            return Edit{"Move", [z](Project& p) { p.pieces.front().place.z = Length::mm(z); }};
        };
        d.apply(setZ(1200), "drag");
        d.apply(setZ(1210), "drag");
        d.apply(setZ(1220), "drag");
        d.endMerge();
        d.apply(setZ(1300), "drag");
        d.undo();
        QCOMPARE(d.project().pieces.front().place.z, 1220_mm);
        d.undo();
        QCOMPARE(d.project().pieces.front().place.z, 1170_mm);
        QVERIFY(!d.canUndo());
        d.apply(setZ(1200), "drag");
        d.apply(setZ(1170), "drag"); // back where it began
        QVERIFY(!d.canUndo());
        d.apply(setZ(1170));
        QVERIFY(!d.canUndo()); // nothing changed, no step
    }

    void piecesAreAddedCopiedAndRemoved() {
        Bench b;
        QTest::keyClick(&b.window, Qt::Key_D, Qt::ControlModifier);
        b.settle();
        QCOMPARE(b.document.project().pieces.size(), std::size_t(2));
        QCOMPARE(b.window.piece(), QString("ledge-2"));
        QCOMPARE(b.document.project().pieces[1].place.z, b.document.project().pieces[0].place.z + 400_mm);
        QTest::mouseClick(b.window.findChild<Perch*>("perch"), Qt::LeftButton, {},
                          b.window.findChild<Perch*>("perch")->pieceRect(0).center());
        QCOMPARE(b.window.piece(), QString("ledge-1"));
        QTest::keyClick(&b.window, Qt::Key_L, Qt::ControlModifier);
        auto* chooser = b.window.findChild<QDialog*>("kindChooser");
        QVERIFY(chooser && chooser->isVisible());
        auto* slab = chooser->findChild<QPushButton*>("choose:slab");
        QVERIFY(slab && !slab->grab().toImage().isNull()); // drawn when it is looked at
        QTest::mouseClick(slab, Qt::LeftButton);
        QCOMPARE(b.document.project().pieces.size(), std::size_t(3));
        QCOMPARE(b.document.project().pieces.back().id, std::string("slab-1"));
        QCOMPARE(b.window.piece(), QString("slab-1"));
        QTest::keyClick(&b.window, Qt::Key_Backspace, Qt::ControlModifier);
        QCOMPARE(b.document.project().pieces.size(), std::size_t(2));
    }

    void unitsTurnWithoutTouchingLengths() {
        Bench b;
        b.go(Station::piece);
        const Length before = ledgeOf(b.piece()).length;
        QTest::keyClick(&b.window, Qt::Key_U, Qt::ControlModifier);
        b.settle();
        QVERIFY2(b.canvas()->description().contains(QString::fromUtf8("55\u202F⅞")),
                 qPrintable(b.canvas()->description()));
        QCOMPARE(ledgeOf(b.piece()).length, before);
        b.typeOnDrawing("piece.length", "48");
        QCOMPARE(ledgeOf(b.piece()).length, Length::inches(48));
    }

    void anEntryIsWrittenInTheLog() {
        Bench b;
        b.go(Station::log);
        auto* add = qobject_cast<QPushButton*>(b.field("log.add"));
        QTest::mouseClick(add, Qt::LeftButton);
        b.settle();
        QCOMPARE(b.document.project().log.size(), std::size_t(1));
        auto* hours = qobject_cast<QLineEdit*>(b.field("log.entry-1.hours"));
        hours->selectAll();
        hours->setFocus();
        QTest::keyClicks(hours, "9.5");
        QTest::keyClick(hours, Qt::Key_Return);
        b.settle();
        QCOMPARE(b.document.project().log.front().hours, 9.5);
        QVERIFY(b.canvas()->description().contains("9.5 h"));
        QCOMPARE(b.table()->rowCount(), 1);
    }

    void noControlIsWithoutAName() {
        Bench b;
        for (int i = 0; i < stationCount; ++i) {
            b.go(static_cast<Station>(i));
            for (auto* w : b.window.findChildren<QWidget*>()) {
                const bool input = qobject_cast<QLineEdit*>(w) || qobject_cast<QComboBox*>(w);
                if (input && w->isVisible() && !w->objectName().startsWith("qt_"))
                    QVERIFY2(!w->accessibleName().isEmpty() || w->objectName() == "finderInput",
                             qPrintable(w->objectName()));
            }
            QVERIFY(!b.canvas()->accessibleName().isEmpty());
        }
    }

    void wordsCanBeReadInBothThemes_data() {
        QTest::addColumn<int>("name");
        QTest::newRow("day") << int(ThemeName::day);
        QTest::newRow("dusk") << int(ThemeName::dusk);
        QTest::newRow("paper") << int(ThemeName::paper);
    }
    void wordsCanBeReadInBothThemes() {
        QFETCH(int, name);
        const Theme& t = theme(static_cast<ThemeName>(name));
        for (const QColor& ground : {t.paper, t.surface})
            for (const QColor& words : {t.ink, t.soft, t.holds, t.near, t.fails, t.info, t.accentText})
                QVERIFY2(contrast(words, ground) >= 4.5, qPrintable(QString("%1 on %2: %3")
                                                                        .arg(words.name(), ground.name())
                                                                        .arg(contrast(words, ground))));
        QVERIFY(contrast(t.barText, t.bar) >= 4.5);
        QVERIFY(contrast(t.barSoft, t.bar) >= 4.5);
        QVERIFY(contrast(t.accentText, t.raised) >= 4.5);
        QVERIFY(contrast(t.onAccent, t.accent) >= 4.5);
    }

    void verdictsDifferWithoutColour() {
        QList<QImage> marks;
        for (const Status s : {Status::holds, Status::tight, Status::fails, Status::unknown}) {
            QImage image(48, 48, QImage::Format_ARGB32_Premultiplied);
            image.fill(Qt::white);
            QPainter p(&image);
            paintFeather(p, QRectF(4, 4, 40, 40), s, Qt::black);
            p.end();
            for (const QImage& other : marks)
                QVERIFY(image != other);
            marks << image;
        }
    }

    void theThemeTurns() {
        Bench b;
        QTest::keyClick(&b.window, Qt::Key_T, Qt::ControlModifier);
        QCOMPARE(currentTheme().name, ThemeName::dusk);
        QTest::keyClick(&b.window, Qt::Key_T, Qt::ControlModifier);
        QCOMPARE(currentTheme().name, ThemeName::day);
    }

    void theBookIsPrinted() {
        QTemporaryDir dir;
        const Project d = test::hall();
        const Plan p = test::planOf(d);
        const QString file = dir.filePath("book.pdf");
        QVERIFY(!writeBookPdf(file, d, p));
        QFile f(file);
        QVERIFY(f.open(QIODevice::ReadOnly));
        QVERIFY(f.read(5) == "%PDF-");
        QVERIFY(f.size() > 40'000);
        QVERIFY(writeBookPdf("/nowhere/book.pdf", d, p)->contains("it cannot be written here"));
        QPdfWriter pdf(dir.filePath("again.pdf"));
        QVERIFY(printBook(pdf, buildBook(d, p), "footer") >= 7);
    }

    void theSmallestWindowStillWorks() {
        Bench b;
        b.window.resize(1024, 700);
        b.settle();
        for (int i = 0; i < stationCount; ++i) {
            b.go(static_cast<Station>(i));
            QVERIFY(b.canvas()->height() >= 160);
            QVERIFY(b.canvas()->width() >= 400);
        }
    }
};

QTEST_MAIN(TestWindow)
#include "test_app_window.moc"
