// What people type is text wherever it is shown: a name may look like markup, a formula, a path.
#include "window_bench.h"

#include "app/book_printer.h"
#include "files/csv.h"
#include "report/csv.h"

#include <QAbstractButton>
#include <QMenu>
#include <QRegularExpression>
#include <QTemporaryDir>

using namespace owl;
using namespace owl::test;

namespace {

const std::string nasty = "=<img src=\"/dev/zero\"><b>fine</b> & <a href='x'>more</a>";

/// The flat with every name that a person may type replaced.
Project named() {
    Project p = test::demo();
    p.name = nasty;
    for (auto& r : p.rooms)
        r.name = nasty;
    for (auto& w : p.walls) {
        w.name = nasty;
        for (auto& o : w.obstacles)
            o.name = nasty;
        for (auto& f : w.furniture)
            f.name = nasty;
    }
    for (auto& a : p.alcoves)
        a.name = nasty;
    for (auto& piece : p.pieces) {
        piece.name = nasty;
        piece.load.handWhy = nasty;
        piece.power.what = nasty;
        for (auto& i : piece.load.items)
            i.name = nasty;
    }
    for (auto& b : p.wood.boards)
        b.name = nasty;
    for (auto& r : p.finish.recipes)
        r.name = nasty;
    p.log.push_back({"l", "2026-03-07", nasty, 1, 1});
    return p;
}

/// What is wrong with a widget, in words; empty: nothing.
QString wrongIn(QWidget* w) {
    const auto raw = [](const QString& s) { return s.contains("<img") && Qt::mightBeRichText(s); };
    if (auto* label = qobject_cast<QLabel*>(w))
        if (label->textFormat() != Qt::PlainText && Qt::mightBeRichText(label->text()))
            return "a label reads marks: " + label->text().left(60);
    if (raw(w->toolTip()))
        return "a tip reads marks: " + w->toolTip().left(60);
    if (auto* table = qobject_cast<QTableWidget*>(w))
        for (int r = 0; r < table->rowCount(); ++r)
            for (int c = 0; c < table->columnCount(); ++c)
                if (const auto* item = table->item(r, c); item && raw(item->toolTip()))
                    return "a tip of a table reads marks";
    for (const QAction* a : w->actions())
        if (a->text().contains(QRegularExpression("[^&]& ")))
            return "a menu takes an ampersand for a sign: " + a->text().left(60);
    return {};
}

} // namespace

class TestNames : public QObject {
    Q_OBJECT
  private slots:
    void initTestCase() { startWindowTests(); }

    void everyWidgetShowsLetters() {
        Bench b(true);
        b.document.reset(named(), {});
        b.settle();
        b.document.apply({"Move " + nasty,
                          [](Project& p) { p.pieces.front().place.z = 1111_mm; }}); // an undo of that name
        int looked = 0;
        for (int i = 0; i < stationCount; ++i) {
            b.go(static_cast<Station>(i));
            QTest::qWait(150); // remedies are tried when the hands rest
            for (QWidget* w : b.window.findChildren<QWidget*>()) {
                const QString wrong = wrongIn(w);
                QVERIFY2(wrong.isEmpty(),
                         qPrintable(QString("%1: %2").arg(stationName(static_cast<Station>(i)), wrong)));
                ++looked;
            }
        }
        QVERIFY(looked > 500);
        QVERIFY(b.window.findChild<QAction*>("undo")->text().contains("&& <a"));
    }
    void noticesAndQuestionsShowLetters() {
        Bench b(true);
        b.window.warn(QString::fromStdString(nasty));
        b.settle();
        auto* label = b.window.findChild<QLabel*>("noticeText");
        QCOMPARE(label->text(), QString::fromStdString(nasty));
        QCOMPARE(label->textFormat(), Qt::PlainText);
    }
    void theBookIsPrinted() {
        QTemporaryDir dir;
        const Project p = named();
        const QString file = dir.filePath("book.pdf");
        QVERIFY(!writeBookPdf(file, p, test::planOf(p)).has_value());
        QVERIFY(QFileInfo(file).size() > 20'000);
    }
    /// No cell of words begins as a formula does, and all come back.
    void tablesAreHarmless() {
        const Project p = named();
        const Plan plan = test::planOf(p);
        for (const std::string& text : {cutListCsv(p, plan), shoppingCsv(plan), marksCsv(p, plan)}) {
            const auto rows = readCsv(text);
            QVERIFY2(rows.has_value(), rows ? "" : rows.error().c_str());
            QVERIFY(rows->size() > 3);
            for (const auto& row : *rows) {
                QCOMPARE(row.fields.size(), rows->front().fields.size());
                for (const auto& f : row.fields)
                    QVERIFY2(!f.starts_with('=') && !f.starts_with('+') && !f.starts_with('@'), f.c_str());
            }
        }
        const auto rows = readCsv(cutListCsv(p, plan));
        QCOMPARE(csvRead(rows->at(1).fields.front()), nasty);
    }
    void suggestedNamesKeepToTheirFolder() {
        Bench b;
        QString suggested;
        b.window.askFile = [&](bool, const QString& s) {
            suggested = s;
            return QString();
        };
        for (const char* name : {"../../etc/passwd", "/absolute", "..", ".hidden", "a\nb", "", "   "}) {
            Project p = test::hall();
            p.name = name;
            b.document.reset(std::move(p), {});
            b.window.findChild<QAction*>("saveAs")->trigger();
            QCOMPARE(QFileInfo(suggested).absolutePath(), QDir::homePath());
            QVERIFY2(QFileInfo(suggested).fileName().endsWith(".owl") &&
                         !QFileInfo(suggested).fileName().startsWith('.'),
                     qPrintable(suggested));
        }
    }
};

QTEST_MAIN(TestNames)
#include "test_app_names.moc"
