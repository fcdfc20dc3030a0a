// Saving, opening, closing and coming back after a crash, in the real window: nothing typed is ever lost.
#include "window_bench.h"

#include "app/price_list_dialog.h"

#include <QTemporaryDir>
#include <thread>

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

    // --- guards beside a crash
    /// A session on a file of its own, with an edit, that ends without a word: its journal stays.
    void crashOn(const QString& folder, const QString& file,
                 const std::function<void(Window&)>& before = {}) {
        Window w(folder);
        w.window.openFile(file);
        w.lengthen(1333_mm);
        if (before)
            before(w);
        w.document.journal()->flush();
    }
    void guardsSurviveACrash_data() {
        QTest::addColumn<QString>("act");
        for (const char* act : {"changed before", "changed after", "changed between", "gone and come back",
                                "taken over", "saved beside the offer", "nothing"})
            QTest::newRow(act) << QString(act);
    }
    void guardsSurviveACrash() {
        QFETCH(QString, act);
        QTemporaryDir dir;
        const QString file = dir.filePath("hall.owl");
        QVERIFY(saveProject(test::hall(), file.toStdString()).has_value());
        Project theirs = test::hall();
        theirs.name = "theirs";
        const auto change = [&] {
            QTest::qWait(15);
            QVERIFY(saveProject(theirs, file.toStdString()).has_value());
        };
        std::unique_ptr<Window> other;
        crashOn(dir.path(), file, [&](Window& w) {
            if (act == "changed before")
                change();
            if (act != "taken over")
                return;
            other = std::make_unique<Window>(dir.path());
            other->choice = 1;
            other->window.openFile(file);
            QTRY_VERIFY(w.window.windowTitle().contains("read only")); // seen without a click
            other.reset();                                             // ends, and leaves the file as it was
        });
        if (act == "changed after")
            change();
        Window w(dir.path());
        QVERIFY(w.window.findChild<QPushButton*>("restoreJournal"));
        if (act == "changed between")
            change();
        if (act == "gone and come back") {
            QFile::remove(file);
            change();
        }
        if (act == "saved beside the offer") {
            w.window.openFile(file);
            w.document.apply({"name", [](Project& p) { p.name = "theirs"; }});
            w.press(Qt::Key_S);
            QVERIFY(!w.document.modified());
        }
        QTest::mouseClick(w.window.findChild<QPushButton*>("restoreJournal"), Qt::LeftButton);
        w.settle();
        QCOMPARE(ledgeOf(w.document.project().pieces.front()).length, 1333_mm);
        QCOMPARE(w.document.path(), file);
        const QByteArray before = bytesOf(file);
        w.asked.clear();
        w.choice = 2; // stay
        w.press(Qt::Key_S);
        if (act == "nothing") {
            QVERIFY2(w.asked.isEmpty(), qPrintable(w.asked));
            QVERIFY(!w.document.modified() && bytesOf(file) != before);
            return;
        }
        QVERIFY2(w.asked.contains("hall.owl was"), qPrintable(w.asked));
        QCOMPARE(bytesOf(file), before);
        QVERIFY(w.document.modified());
        w.asked.clear();
        w.press(Qt::Key_S); // it asks again
        QVERIFY(!w.asked.isEmpty());
        w.choice = 1; // replace it
        w.press(Qt::Key_S);
        QVERIFY(!w.document.modified());
        QCOMPARE(bytesOf(file + "~"), before);
    }
    /// Two windows see one offer; what one has taken up and gone on with is not destroyed by the other's
    /// answer.
    void aStaleOfferDestroysNothing_data() {
        QTest::addColumn<QString>("button");
        QTest::newRow("taken up") << QString("restoreJournal");
        QTest::newRow("let go") << QString("dropJournal");
    }
    void aStaleOfferDestroysNothing() {
        QFETCH(QString, button);
        QTemporaryDir dir;
        crashed(dir.path(), 1237_mm);
        Window second(dir.path());
        {
            Window first(dir.path());
            QTest::mouseClick(first.window.findChild<QPushButton*>("restoreJournal"), Qt::LeftButton);
            first.settle();
            first.lengthen(1244_mm);
            first.document.journal()->flush();
        } // it ends without a word
        second.choice = 0;
        QTest::mouseClick(second.window.findChild<QPushButton*>(button), Qt::LeftButton);
        second.settle();
        QVERIFY2(second.window.message().contains("not what they were"), qPrintable(second.window.message()));
        QCOMPARE(journalsIn(dir.path()).size(), 1);
        QTest::mouseClick(second.window.findChild<QPushButton*>("restoreJournal"),
                          Qt::LeftButton); // shown anew
        second.settle();
        QCOMPARE(ledgeOf(second.document.project().pieces.front()).length, 1244_mm);
    }
    void anOfferGoesWhereItWasAnswered() {
        QTemporaryDir dir;
        crashed(dir.path(), 1237_mm);
        Window first(dir.path());
        Window second(dir.path());
        QVERIFY(first.window.findChild<QFrame*>("banner")->isVisible());
        QTest::mouseClick(second.window.findChild<QPushButton*>("dropJournal"), Qt::LeftButton);
        second.settle();
        QVERIFY(journalsIn(dir.path()).isEmpty());
        QTest::mouseClick(first.window.findChild<QPushButton*>("restoreJournal"), Qt::LeftButton);
        first.settle();
        QVERIFY(!first.window.findChild<QFrame*>("banner")->isVisible());
        QVERIFY(!first.document.modified());
    }
    void anEmptyOrForeignLockHidesNothing() {
        for (const QByteArray& said : {QByteArray(), QByteArray("1\nsystemd\nanother machine\n")}) {
            QTemporaryDir dir;
            const QString kept = crashed(dir.path(), 1333_mm);
            QFile lock(kept + ".lock");
            QVERIFY(lock.open(QIODevice::WriteOnly));
            lock.write(said);
            lock.close();
            Window w(dir.path());
            QVERIFY(w.window.findChild<QFrame*>("banner")->isVisible());
        }
    }
    /// The journal is on the disk while a plan is still being made.
    void theJournalWaitsForNoPlan() {
        QTemporaryDir dir;
        Window w(dir.path());
        w.document.reset(test::hall(), demoPath);
        bool seen = false;
        w.document.setMaker([&](const PieceParams& p, const MakeContext& c, const Catalog& known) {
            if (ledgeOf(w.document.project().pieces.front()).length == 1333_mm && !seen) {
                QElapsedTimer clock;
                clock.start();
                while (clock.elapsed() < 5000 && !seen) { // nothing of the window runs meanwhile
                    std::this_thread::sleep_for(std::chrono::milliseconds(20));
                    const QStringList files = journalsIn(dir.path());
                    seen = !files.isEmpty() && bytesOf(files.front()).contains("1333");
                }
            }
            return makePiece(p, c, known);
        });
        w.lengthen(1333_mm);
        QVERIFY(seen);
    }

    // --- what is being typed
    void typedTextIsInTheJournal_data() {
        QTest::addColumn<bool>("drawing");
        QTest::newRow("on the drawing") << true;
        QTest::newRow("in the panel") << false;
    }
    void typedTextIsInTheJournal() {
        QFETCH(bool, drawing);
        QTemporaryDir dir;
        Window w(dir.path());
        w.document.reset(test::hall(), demoPath);
        QApplication::setActiveWindow(&w.window);
        w.window.goTo(Station::piece);
        w.settle();
        QLineEdit* line = nullptr;
        if (drawing) {
            QVERIFY(w.window.canvas()->editField("piece.length"));
            line = w.window.canvas()->editor();
        } else {
            auto* notes = w.window.findChild<Notes*>("notes");
            QVERIFY(notes->focusField("piece.length"));
            line = qobject_cast<QLineEdit*>(notes->inputOf("piece.length"));
        }
        line->selectAll();
        QTest::keyClicks(line, "1291");
        QVERIFY(!w.document.modified()); // nothing is taken yet
        QTRY_COMPARE_WITH_TIMEOUT(journalsIn(dir.path()).size(), 1, 1000);
        const auto kept = [&] {
            const auto j = readJournal(bytesOf(journalsIn(dir.path()).value(0)).toStdString(), "j");
            return j ? *j : JournalText();
        };
        QTRY_COMPARE_WITH_TIMEOUT(
            ledgeOf(readProject(kept().project, "j").value_or(test::hall()).pieces.front()).length, 1291_mm,
            1000);
        QTest::keyClicks(line, "x"); // what cannot be taken is kept as it stands
        QTRY_VERIFY_WITH_TIMEOUT(kept().typed == TypedText({"Length", "1291x"}), 1000);
        QTest::keyClick(line, Qt::Key_Backspace);
        w.file = dir.filePath("saved.owl");
        w.press(Qt::Key_S, Qt::ControlModifier | Qt::ShiftModifier);
        QCOMPARE(ledgeOf(loadProject(w.file.toStdString())->pieces.front()).length, 1291_mm);
        QVERIFY(!w.document.modified() && journalsIn(dir.path()).isEmpty());
    }
    void leavingAsksForWhatIsTyped() {
        QTemporaryDir dir;
        Window w(dir.path());
        w.document.reset(test::hall(), demoPath);
        QApplication::setActiveWindow(&w.window);
        auto* notes = w.window.findChild<Notes*>("notes");
        const auto type = [&](const char* text) {
            QVERIFY(notes->focusField("piece.name"));
            auto* line = qobject_cast<QLineEdit*>(notes->inputOf("piece.name"));
            line->selectAll();
            QTest::keyClicks(line, text);
        };
        type("Lamp ledge");
        w.choice = 2; // stay
        QVERIFY(!w.window.close());
        QVERIFY2(w.asked.contains("Save the changes"), qPrintable(w.asked));
        QCOMPARE(w.document.project().pieces.front().name, std::string("Lamp ledge"));
        type(" ");
        w.choice = 1;
        QVERIFY(!w.window.close());
        QVERIFY2(w.asked.contains("A name needs at least one letter"), qPrintable(w.asked));
    }
    void whatCouldNotBeTakenIsToldAfterACrash() {
        QTemporaryDir dir;
        {
            Window w(dir.path());
            w.document.reset(test::hall(), demoPath);
            w.document.typing({}, TypedText{"Length", "12 3/"});
            w.document.journal()->flush();
        }
        Window w(dir.path());
        QTest::mouseClick(w.window.findChild<QPushButton*>("restoreJournal"), Qt::LeftButton);
        w.settle();
        QVERIFY2(w.window.message().contains("'12 3/'"), qPrintable(w.window.message()));
    }
    /// A shortcut of the window is the window's, also where a line would empty itself by it.
    void shortcutsDoNotEmptyALine() {
        Bench b;
        auto* notes = b.window.findChild<Notes*>("notes");
        QVERIFY(notes->focusField("piece.name"));
        auto* line = qobject_cast<QLineEdit*>(b.field("piece.name"));
        const QString name = line->text();
        QTest::keyClick(line, Qt::Key_U, Qt::ControlModifier);
        b.settle();
        QCOMPARE(b.document.project().style.units, Units::imperial);
        QCOMPARE(qobject_cast<QLineEdit*>(b.field("piece.name"))->text(), name);
    }
    void wordsInPassingMoveNothing() {
        Bench b;
        b.window.resize(1024, 680);
        b.settle();
        const QRect before = b.canvas()->geometry();
        QTemporaryDir dir;
        b.nextFile =
            dir.filePath("A name that is so long that no head of any station has room for it whole.owl");
        QTest::keyClick(&b.window, Qt::Key_S, Qt::ControlModifier | Qt::ShiftModifier);
        b.settle();
        QVERIFY2(b.window.message().startsWith("Saved as A name"), qPrintable(b.window.message()));
        QCOMPARE(b.canvas()->geometry(), before);
    }
    void aNameInOtherLettersIsRefusedWithASentence() {
        Bench b;
        b.window.openFile(QString("caf") + QChar(QChar::ReplacementCharacter) + ".owl");
        QVERIFY2(b.window.message().contains("not UTF-8"), qPrintable(b.window.message()));
        QVERIFY(b.document.project() == test::hall());
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

    /// What others put into the shop while a list is looked at stays.
    void aPreviewIsPutIntoTheShopAsItIsByThen() {
        QTemporaryDir dir;
        Window w(dir.path());
        w.window.shopFile = dir.filePath("shop.db");
        w.file = dir.filePath("list.csv");
        const std::string head = "id,name,species,length_mm,width_mm,thickness_mm,price,available,rack\n";
        QVERIFY(
            writeFile(w.file.toStdString(), head + "mine,Mine,scots_pine,2400,95,18,6.5,,\n").has_value());
        w.window.askPrices = [&](PriceListDialog&) {
            StockItem theirs = test::shop().stock.front();
            theirs.id = "theirs";
            return ShopStore::open(w.window.shopFile.toStdString())->put({theirs}).has_value();
        };
        w.window.findChild<QAction*>("readPrices")->trigger();
        const Shop now = *ShopStore::open(w.window.shopFile.toStdString())->load();
        QCOMPARE(now.stock.size(), test::shop().stock.size() + 2);
        QVERIFY(w.document.shop() == now);
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
