// Saving, opening, closing and coming back after a crash, in the real window: nothing typed is ever lost.
#include "window_bench.h"

#include "app/price_list_dialog.h"

#include <QTemporaryDir>

using namespace owl;
using namespace owl::test;

namespace {

Document& prepared(Document& d, const QString& folder) {
    d.setFolder(folder);
    return d;
}

/// A window whose document keeps its journal and marks its files below a folder, as the program does.
struct Window {
    explicit Window(const QString& folder) : document(test::shop()), window(&prepared(document, folder)) {
        window.askFile = [this](bool, const QString&) { return file; };
        window.askChoice = [this](const QString& q, const QStringList&) {
            asked = q;
            return choice;
        };
        window.show();
        settle();
    }
    void settle() {
        for (int i = 0; i < 6; ++i)
            QApplication::processEvents();
    }
    /// A shortcut typed in this window: a bare X server has nobody to give it the keyboard.
    void press(Qt::Key key, Qt::KeyboardModifiers with = Qt::ControlModifier) {
        QApplication::setActiveWindow(&window);
        QTest::keyClick(&window, key, with);
    }
    void lengthen(Length to) {
        document.apply({"longer", [to](Project& p) { ledgeOf(p.pieces.front()).length = to; }});
    }
    Document document;
    MainWindow window;
    QString file, asked;
    int choice = 0;
};

QStringList journalsIn(const QString& folder) {
    QStringList out;
    for (const QFileInfo& f :
         QDir(folder + "/journals").entryInfoList({"*.journal"}, QDir::Files, QDir::Time))
        out << f.absoluteFilePath();
    return out;
}

QByteArray bytesOf(const QString& file) {
    QFile f(file);
    return f.open(QIODevice::ReadOnly) ? f.readAll() : QByteArray();
}

/// A session that ended without saving: its journal stays. Returns that file.
QString crashed(const QString& folder, Length length) {
    Document d(test::shop());
    d.setFolder(folder);
    d.reset(test::hall(), demoPath);
    d.apply({"longer", [length](Project& p) { ledgeOf(p.pieces.front()).length = length; }});
    d.journal()->flush();
    return journalsIn(folder).value(0);
}

} // namespace

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
        const QString kept = crashed(dir.path(), 1333_mm);
        Window w(dir.path());
        auto* take = w.window.findChild<QPushButton*>("restoreJournal");
        QVERIFY(take && take->isVisible());
        QTest::mouseClick(take, Qt::LeftButton);
        w.settle();
        QCOMPARE(ledgeOf(w.document.project().pieces.front()).length, 1333_mm);
        QVERIFY(w.document.modified());
        QCOMPARE(w.document.path(), demoPath);
        w.choice = 1; // do not save
        w.window.close();
        QVERIFY(!QFile::exists(kept));
        QVERIFY(journalsIn(dir.path()).isEmpty());
    }
    /// Nothing that happens before the answer takes the offer away.
    void whatIsLeftWaitsForItsAnswer() {
        QTemporaryDir dir;
        const QString kept = crashed(dir.path(), 1333_mm);
        const QByteArray bytes = bytesOf(kept);
        {
            Window w(dir.path()); // an edit, a save, quitting
            w.document.reset(test::hall(), demoPath);
            w.lengthen(1350_mm);
            w.document.journal()->flush();
            QVERIFY(!w.document.save(dir.filePath("other.owl")).has_value());
            QVERIFY(w.window.close());
        }
        QCOMPARE(bytesOf(kept), bytes);
        const QString second = crashed(dir.path(), 1400_mm); // a second crash
        QCOMPARE(bytesOf(kept), bytes);
        Window w(dir.path());
        QCOMPARE(journalsIn(dir.path()).size(), 2);
        w.choice = 0; // let the first go
        QTest::mouseClick(w.window.findChild<QPushButton*>("dropJournal"), Qt::LeftButton);
        w.settle();
        QVERIFY(!QFile::exists(kept) && QFile::exists(second));
        QTest::mouseClick(w.window.findChild<QPushButton*>("restoreJournal"), Qt::LeftButton);
        w.settle();
        QCOMPARE(ledgeOf(w.document.project().pieces.front()).length, 1400_mm);
        QVERIFY(!w.window.findChild<QFrame*>("banner")->isVisible());
    }
    /// What the program's first version left behind is offered like any other.
    void theFormerJournalIsTakenOver() {
        QTemporaryDir dir;
        Project p = test::hall();
        ledgeOf(p.pieces.front()).length = 1333_mm;
        QVERIFY(saveProject(p, dir.filePath("journal.owl").toStdString()).has_value());
        QFile where(dir.filePath("journal.owl.path"));
        QVERIFY(where.open(QIODevice::WriteOnly));
        where.write(demoPath.toUtf8());
        where.close();
        Window w(dir.path());
        QVERIFY(!QFile::exists(dir.filePath("journal.owl")) && !QFile::exists(where.fileName()));
        QCOMPARE(journalsIn(dir.path()).size(), 1);
        QTest::mouseClick(w.window.findChild<QPushButton*>("restoreJournal"), Qt::LeftButton);
        w.settle();
        QCOMPARE(ledgeOf(w.document.project().pieces.front()).length, 1333_mm);
        QCOMPARE(w.document.path(), demoPath);
    }
    void aLivingWindowsJournalIsNotOffered() {
        QTemporaryDir dir;
        Window first(dir.path());
        first.document.reset(test::hall(), demoPath);
        first.lengthen(1333_mm);
        first.document.journal()->flush();
        Window second(dir.path());
        QVERIFY(second.document.journal()->left().empty());
        QVERIFY(!second.window.findChild<QFrame*>("banner")->isVisible());
        QCOMPARE(journalsIn(dir.path()).size(), 1);
    }
    void journalsArePrivateAndWrittenWithinASecond() {
        QTemporaryDir dir;
        Window w(dir.path());
        w.document.reset(test::hall(), demoPath);
        QElapsedTimer clock;
        clock.start();
        int at = 1300;
        while (clock.elapsed() < 1000) { // a drag that never pauses
            w.document.apply({"drag", [at](Project& p) { p.pieces.front().place.z = Length::mm(at); }},
                             "drag");
            ++at;
            QTest::qWait(10);
        }
        const QStringList files = journalsIn(dir.path());
        QCOMPARE(files.size(), 1);
        QCOMPARE(QFile::permissions(files.front()) & (QFile::ReadGroup | QFile::ReadOther),
                 QFile::Permissions());
        w.document.undo(); // back to what is saved: nothing is left to lose
        QVERIFY(journalsIn(dir.path()).isEmpty());
    }
    void aFolderThatTakesNoJournalIsToldOnce() {
        QTemporaryDir dir;
        QFile(dir.filePath("journals")).open(QIODevice::WriteOnly); // a file stands where the folder should
        Window w(dir.path());
        w.document.reset(test::hall(), demoPath);
        for (int i = 0; i < 3; ++i) {
            w.lengthen(Length::mm(1300 + i));
            w.document.journal()->flush();
            w.settle();
        }
        const QStringList said = w.window.findChild<Notice*>("notice")->sentences();
        QCOMPARE(said.size(), 1);
        QVERIFY2(said.front().startsWith("Unsaved edits cannot be kept safe"), qPrintable(said.front()));
    }

    // --- two windows, other hands
    void aSecondWindowOnTheFileKnows() {
        QTemporaryDir dir;
        const QString file = dir.filePath("hall.owl");
        QVERIFY(saveProject(test::hall(), file.toStdString()).has_value());
        Window first(dir.path());
        first.window.openFile(file);
        Window second(dir.path());
        second.choice = 2; // stay
        second.window.openFile(file);
        QVERIFY2(second.asked.contains("open in another window"), qPrintable(second.asked));
        QVERIFY(second.document.path().isEmpty());
        second.choice = 0; // read only
        second.window.openFile(file);
        QVERIFY(second.document.readOnly() && !first.document.readOnly());
        QVERIFY(second.window.windowTitle().contains("read only"));
        second.choice = 1; // take it over
        second.window.openFile(file);
        QVERIFY(!second.document.readOnly() && first.document.readOnly());
        first.lengthen(1300_mm);
        first.file = file; // the same name is not another one
        first.press(Qt::Key_S);
        QVERIFY(first.document.modified());
        QVERIFY(*loadProject(file.toStdString()) == test::hall());
        first.file = dir.filePath("mine.owl");
        first.press(Qt::Key_S);
        QCOMPARE(first.document.path(), first.file);
        QVERIFY(*loadProject(file.toStdString()) == test::hall());
    }
    void aFileChangedByOthersIsNotOverwritten() {
        QTemporaryDir dir;
        const QString file = dir.filePath("hall.owl");
        QVERIFY(saveProject(test::hall(), file.toStdString()).has_value());
        Window w(dir.path());
        w.window.openFile(file);
        w.lengthen(1300_mm);
        Project theirs = test::hall();
        theirs.name = "theirs";
        QTest::qWait(15);
        QVERIFY(saveProject(theirs, file.toStdString()).has_value());
        w.choice = 2;
        w.press(Qt::Key_S);
        QVERIFY2(w.asked.contains("changed by somebody else"), qPrintable(w.asked));
        QVERIFY(w.document.modified());
        QCOMPARE(loadProject(file.toStdString())->name, theirs.name);
        w.choice = 1; // replace: theirs stays beside it
        w.press(Qt::Key_S);
        QVERIFY(!w.document.modified());
        QCOMPARE(loadProject((file + "~").toStdString())->name, theirs.name);
    }
    void nothingIsReplacedWithoutAsking() {
        QTemporaryDir dir;
        const QString file = dir.filePath("hall.owl");
        QVERIFY(saveProject(test::hall(), file.toStdString()).has_value());
        Window w(dir.path());
        w.document.reset(test::hall(), demoPath);
        w.lengthen(1300_mm);
        w.file = dir.filePath("hall"); // the suffix is added before the question
        w.choice = 1;
        w.press(Qt::Key_S, Qt::ControlModifier | Qt::ShiftModifier);
        QVERIFY2(w.asked.contains("hall.owl"), qPrintable(w.asked));
        QVERIFY(*loadProject(file.toStdString()) == test::hall());
        w.file = dir.filePath("hall.json"); // another suffix is kept
        w.press(Qt::Key_S, Qt::ControlModifier | Qt::ShiftModifier);
        QCOMPARE(w.document.path(), w.file);
        QFile(dir.filePath("b plan.json")).open(QIODevice::WriteOnly);
        w.file = dir.filePath("b.pdf");
        w.press(Qt::Key_E);
        QVERIFY2(w.asked.contains("b plan.json") && !w.asked.contains("shopping"), qPrintable(w.asked));
        QVERIFY(!QFile::exists(dir.filePath("b.pdf")));
    }
    void theLastVersionOfADamagedFileIsOffered() {
        QTemporaryDir dir;
        const QString file = dir.filePath("hall.owl");
        QVERIFY(saveProject(test::hall(), (file + "~").toStdString()).has_value());
        QFile damaged(file);
        QVERIFY(damaged.open(QIODevice::WriteOnly));
        damaged.write("{\"format\": \"upright-owl-proj");
        damaged.close();
        Window w(dir.path());
        w.choice = 0;
        w.window.openFile(file);
        QVERIFY2(w.asked.contains("seems cut short"), qPrintable(w.asked));
        QVERIFY(w.document.project().sameWork(test::hall()));
        QVERIFY(w.document.modified());
        QCOMPARE(w.document.path(), file);
    }

    // --- the shop
    void aPriceListIsLookedAtBeforeItComesIn() {
        QTemporaryDir dir;
        Window w(dir.path());
        w.window.shopFile = dir.filePath("shop.db");
        w.file = dir.filePath("list.csv");
        QVERIFY(writeFile(w.file.toStdString(),
                          "Nr;Wood;L;B;D;Preis\n7;scots_pine;2400;95;18;6,50\n8;cheese;1;1;1;1\n")
                    .has_value());
        QString summary;
        w.window.askPrices = [&](PriceListDialog& dialog) {
            const auto choose = [&](const char* ours, const char* theirs) {
                auto* box = dialog.findChild<QComboBox*>(QString("priceColumn:") + ours);
                box->setCurrentIndex(box->findData(theirs));
            };
            for (const auto& [ours, theirs] :
                 {std::pair("id", "Nr"), std::pair("species", "Wood"), std::pair("length_mm", "L"),
                  std::pair("width_mm", "B"), std::pair("thickness_mm", "D"), std::pair("price", "Preis")})
                choose(ours, theirs);
            dialog.show();
            summary = dialog.findChild<QLabel*>("priceSummary")->text();
            QTest::mouseClick(dialog.findChild<QPushButton*>("takePrices"), Qt::LeftButton);
            return dialog.result() == QDialog::Accepted;
        };
        w.window.findChild<QAction*>("readPrices")->trigger();
        QVERIFY2(summary.contains("2 rows: 1 new") && summary.contains("1 wrong"), qPrintable(summary));
        QCOMPARE(w.document.shop().stock.back().price, 6.5);
        QCOMPARE(ShopStore::open(w.window.shopFile.toStdString())->load()->stock.back().id, std::string("7"));
        w.file = dir.filePath("written.csv");
        w.window.findChild<QAction*>("writePrices")->trigger();
        QCOMPARE(readStockCsv(test::textOf(w.file.toStdString()), "x")->size(),
                 w.document.shop().stock.size());
    }

    // --- what is too much
    void whatGoesTooFarStopsOrIsRefused() {
        Bench b;
        const auto why = b.document.apply(
            {"too heavy", [](Project& p) { p.pieces.front().load.items.front().mass = 5000; }});
        QVERIFY(why.has_value());
        QVERIFY2(b.window.message().contains("5000 is outside 0 to 1000"), qPrintable(b.window.message()));
        QVERIFY(!b.document.modified());
        QVERIFY(!b.document
                     .applyWithin({"below the floor",
                                   [](Project& p) { p.pieces.front().place.z = Length() - 500_mm; }},
                                  "drag")
                     .has_value());
        QCOMPARE(b.piece().place.z, Length());
        QVERIFY2(b.window.message().contains("stops at 0"), qPrintable(b.window.message()));
    }
    /// Long, in the empty window, in the smallest one: a sentence is shown whole, until it is read.
    void errorsAreSeenWhole() {
        Bench b(true);
        b.window.resize(1024, 680);
        const QString sentence = QString("This is a sentence that goes on. ").repeated(12).trimmed();
        b.window.warn(sentence);
        b.settle();
        auto* label = b.window.findChild<QLabel*>("noticeText");
        QVERIFY(label && label->isVisible());
        QCOMPARE(label->text(), sentence);
        QVERIFY(label->height() >= label->heightForWidth(label->width()));
        b.document.apply({"name", [](Project& p) { p.name = "new"; }});
        b.settle();
        QVERIFY(b.window.findChild<QLabel*>("noticeText")->isVisible());
        QTest::mouseClick(b.window.findChild<QPushButton*>("seen"), Qt::LeftButton);
        b.settle();
        QVERIFY(!b.window.findChild<Notice*>("notice")->isVisible());
    }
};

QTEST_MAIN(TestFiles)
#include "test_app_files.moc"
