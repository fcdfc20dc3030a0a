// Saving, opening, closing and coming back after a crash, in the real window: nothing typed is ever lost.
#include "window_bench.h"

#include <QTemporaryDir>

using namespace owl;
using namespace owl::test;

class TestFiles : public QObject {
    Q_OBJECT
  private slots:
    void initTestCase() { startWindowTests(); }

    void savedAndOpenedAgain() {
        Bench b;
        b.go(Station::piece);
        b.typeOnDrawing("piece.length", "1300");
        QVERIFY(b.document.modified());
        QVERIFY(b.window.windowTitle().contains("*"));
        QTemporaryDir dir;
        b.nextFile = dir.filePath("hall");
        QTest::keyClick(&b.window, Qt::Key_S, Qt::ControlModifier | Qt::ShiftModifier);
        QVERIFY(!b.document.modified());
        QVERIFY(QFile::exists(dir.filePath("hall.owl")));
        const std::string bytes = test::textOf(dir.filePath("hall.owl").toStdString());
        QTest::keyClick(&b.window, Qt::Key_S, Qt::ControlModifier);
        QCOMPARE(test::textOf(dir.filePath("hall.owl").toStdString()), bytes);
        Bench other(true);
        other.window.openFile(dir.filePath("hall.owl"));
        QCOMPARE(ledgeOf(other.piece()).length, 1300_mm);
        QVERIFY(QSettings().value("recent").toStringList().contains(dir.filePath("hall.owl")));
    }

    void aFailedSaveLosesNothing() {
        Bench b;
        b.go(Station::piece);
        b.typeOnDrawing("piece.length", "1300");
        b.nextFile = "/nowhere/at/all.owl";
        QTest::keyClick(&b.window, Qt::Key_S, Qt::ControlModifier | Qt::ShiftModifier);
        QVERIFY2(b.window.message().contains("it cannot be written here"), qPrintable(b.window.message()));
        QVERIFY(b.document.modified());
        QCOMPARE(ledgeOf(b.piece()).length, 1300_mm);
    }

    void aBadFileLeavesTheOpenOneAsItWas_data() {
        QTest::addColumn<QByteArray>("bytes");
        QTest::newRow("truncated") << QByteArray(test::textOf(demoPath.toStdString()).substr(0, 900).c_str());
        QTest::newRow("foreign") << QByteArray("%PDF-1.7 something");
        QTest::newRow("empty") << QByteArray();
        QTest::newRow("newer") << QByteArray("{\"format\":\"upright-owl-project\",\"version\":7}");
    }
    void aBadFileLeavesTheOpenOneAsItWas() {
        QFETCH(QByteArray, bytes);
        Bench b;
        QTemporaryDir dir;
        QFile f(dir.filePath("bad.owl"));
        QVERIFY(f.open(QIODevice::WriteOnly));
        f.write(bytes);
        f.close();
        b.window.openFile(f.fileName());
        QVERIFY2(b.window.message().startsWith("bad.owl: "), qPrintable(b.window.message()));
        QVERIFY(b.document.project() == test::hall());
        QCOMPARE(b.document.path(), demoPath);
    }

    void closingAsksOnlyWhenThereIsSomethingToLose() {
        Bench b;
        b.asked.clear();
        QVERIFY(b.window.close());
        QVERIFY(b.asked.isEmpty());
        Bench c;
        c.go(Station::piece);
        c.typeOnDrawing("piece.length", "1300");
        c.nextChoice = 2; // stay
        QVERIFY(!c.window.close());
        QVERIFY(c.asked.contains("Save the changes"));
        c.nextChoice = 1;
        QVERIFY(c.window.close());
    }

    void editsSurviveACrash() {
        QTemporaryDir dir;
        const QString journal = dir.filePath("journal.owl");
        {
            Document d(test::shop());
            d.setJournal(journal);
            d.reset(test::hall(), demoPath);
            d.apply({"longer", [](Project& p) { ledgeOf(p.pieces.front()).length = 1333_mm; }});
        } // gone without saving
        Document d(test::shop());
        d.setJournal(journal);
        QVERIFY(d.journalWaits());
        MainWindow w(&d);
        w.show();
        auto* take = w.findChild<QPushButton*>("restoreJournal");
        QVERIFY(take && take->isVisible());
        QTest::mouseClick(take, Qt::LeftButton);
        QCOMPARE(ledgeOf(d.project().pieces.front()).length, 1333_mm);
        QVERIFY(d.modified());
        QCOMPARE(d.path(), demoPath);
        w.askChoice = [](const QString&, const QStringList&) { return 1; };
        w.close();
        QVERIFY(!QFile::exists(journal));
    }
};

QTEST_MAIN(TestFiles)
#include "test_app_files.moc"
