// Words and numbers on every drawing of every station: none meets another, none is cut off. Every kind of
// piece, both unit systems, three sizes of window; and crowded drawings of our own.
#include "app/labels.h"
#include "project/random_project.h"
#include "window_bench.h"

using namespace owl;
using namespace owl::test;

namespace {

/// Labels of the window that show less than they say.
QString cutWidgets(QWidget& window) {
    for (const QLabel* l : window.findChildren<QLabel*>())
        if (l->isVisible() && !l->wordWrap() && !l->text().isEmpty() &&
            l->width() + 2 < l->sizeHint().width())
            return "'" + l->text() + "' is cut off";
    for (const QPushButton* b : window.findChildren<QPushButton*>())
        if (b->isVisible() && !b->text().isEmpty() && b->width() + 2 < b->minimumSizeHint().width())
            return "button '" + b->text() + "' is cut off";
    return {};
}

/// A drawing with many words at one place.
Drawing crowd(int n) {
    Drawing d;
    Pen pen(d);
    for (int i = 0; i < n; ++i) {
        pen.text({50, 50}, "word " + std::to_string(i));
        pen.dimension({20, 40.0 + i}, {80, 40.0 + i}, std::to_string(100 + i), i % 2 ? "field" : "");
    }
    pen.extent({0, 0}, {100, 100});
    return d;
}

} // namespace

class TestLabels : public QObject {
    Q_OBJECT
  private slots:
    void initTestCase() { startWindowTests(); }

    void everyStationOfEveryKind_data() {
        QTest::addColumn<QString>("kind");
        QTest::addColumn<bool>("metric");
        for (const auto& kind : knownKinds())
            for (bool metric : {true, false})
                QTest::addRow("%s %s", kind.id, metric ? "mm" : "in")
                    << QString::fromStdString(kind.id) << metric;
    }
    void everyStationOfEveryKind() {
        QFETCH(QString, kind);
        QFETCH(bool, metric);
        const auto project = newProject(kind.toStdString(), metric ? Units::metric : Units::imperial);
        QVERIFY(project);
        Bench b(true);
        b.document.reset(*project, {});
        for (const QSize size : {QSize(1024, 700), QSize(1280, 800), QSize(1920, 1080)}) {
            if (sanitized && size.width() > 1024)
                break; // the smallest is the hardest
            b.window.resize(size);
            for (int s = 0; s < stationCount; ++s) {
                b.go(static_cast<Station>(s));
                const QString wrong = wrongWith(b.canvas()->labels());
                const QString where =
                    QString("%1, %2 wide: ").arg(stationName(static_cast<Station>(s))).arg(size.width());
                QVERIFY2(wrong.isEmpty(), qPrintable(where + wrong));
                const QString cut = cutWidgets(b.window);
                QVERIFY2(cut.isEmpty(), qPrintable(where + cut));
            }
        }
    }

    void everyPieceOfTheDemo_data() {
        QTest::addColumn<QString>("piece");
        for (const auto& p : test::demo().pieces)
            QTest::newRow(p.id.c_str()) << QString::fromStdString(p.id);
    }
    void everyPieceOfTheDemo() {
        QFETCH(QString, piece);
        Project project = test::demo();
        const auto it = std::find_if(project.pieces.begin(), project.pieces.end(),
                                     [&](const Piece& p) { return p.id == piece.toStdString(); });
        std::iter_swap(project.pieces.begin(), it);
        Bench b(true);
        b.document.reset(project, {});
        for (int s = 0; s < stationCount; ++s) {
            b.go(static_cast<Station>(s));
            const QString wrong = wrongWith(b.canvas()->labels());
            QVERIFY2(wrong.isEmpty(),
                     qPrintable(QString(stationName(static_cast<Station>(s))) + ": " + wrong));
        }
    }

    void drawnByLot_data() {
        QTest::addColumn<int>("seed");
        for (int seed = 1; seed <= (sanitized ? 1 : 4); ++seed)
            QTest::addRow("%d", seed) << seed;
    }
    void drawnByLot() {
        QFETCH(int, seed);
        for (const auto& kind : knownKinds()) {
            const auto project = randomProject(kind.id, seed % 2 ? Units::metric : Units::imperial,
                                               static_cast<std::uint64_t>(seed));
            QVERIFY(project);
            Bench b(true);
            b.document.reset(*project, {});
            for (int s = 0; s < stationCount; ++s) {
                b.go(static_cast<Station>(s));
                const QString wrong = wrongWith(b.canvas()->labels());
                QVERIFY2(wrong.isEmpty(), qPrintable(QString("%1, %2: ")
                                                         .arg(QString::fromStdString(kind.id),
                                                              stationName(static_cast<Station>(s))) +
                                                     wrong));
            }
        }
    }

    void aCrowdIsSpreadOut() {
        const Drawing d = crowd(12);
        const QRectF area(0, 0, 500, 400);
        std::vector<std::pair<QRectF, Label>> all;
        for (auto& l : placeLabels(d, fitInto(d, area), area, 1))
            if (l)
                all.emplace_back(area, *l);
        QCOMPARE(all.size(), std::size_t(24));
        QVERIFY2(wrongWith(all).isEmpty(), qPrintable(wrongWith(all)));
        QVERIFY(std::any_of(all.begin(), all.end(), [](const auto& l) { return l.second.leader; }));
    }

    void aLoneWordStaysWhereItsViewWantsIt() {
        Drawing d;
        Pen pen(d);
        pen.text({50, 50}, "alone");
        pen.extent({0, 0}, {100, 100});
        const QRectF area(0, 0, 300, 300);
        const Fit fit = fitInto(d, area);
        const auto labels = placeLabels(d, fit, area, 1);
        QVERIFY(labels[0] && !labels[0]->leader);
        QVERIFY(std::abs(labels[0]->box.center().x() - fit.map({50, 50}).x()) < 0.6);
        QVERIFY(labels[0]->box.contains(fit.map({50, 50})));
    }

    void aWordLeavesALineAlone() {
        Drawing d;
        Pen pen(d);
        pen.line({{0, 50}, {100, 50}}, Tone::outline);
        pen.text({50, 50}, "on the line");
        pen.extent({0, 0}, {100, 100});
        const QRectF area(0, 0, 300, 300);
        const Fit fit = fitInto(d, area);
        const auto labels = placeLabels(d, fit, area, 1);
        const double y = fit.map({50, 50}).y();
        QVERIFY(labels[1] && (labels[1]->box.top() > y || labels[1]->box.bottom() < y));
    }
};

QTEST_MAIN(TestLabels)
#include "test_app_labels.moc"
