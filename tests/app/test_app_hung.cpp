// Every support of every kind, chosen in the window and followed to the hung piece: its row, its steps, its
// holes.
#include "window_bench.h"

using namespace owl;

namespace {

/// A project with one piece that the supports of its wall can hold.
Project withOne(const char* kind, const char* construction) {
    Project p = newProject(kind, Units::metric).value();
    if (const WallKind* k = catalog().findWall(construction)) {
        Wall& w = p.walls.front();
        w.construction = construction;
        w.cover = k->cover;
        w.coverThickness = Length::mm(k->coverThickness);
    }
    p.pieces.front().load = {};
    p.pieces.front().load.kgPerM = 2;
    return p;
}

} // namespace

class TestHung : public QObject {
    Q_OBJECT
  private slots:
    void initTestCase() { test::startWindowTests(); }

    /// A click in the list only looks at a support; Return takes it, and so does the word above the list,
    /// which is there as long as another row is looked at.
    void aSupportIsTakenFromTheList() {
        test::Bench b(true);
        b.document.reset(withOne("ledge", "timber_stud_us"), {});
        b.go(Station::hold);
        const auto take = [&]() -> QPushButton* {
            for (auto* one : b.window.findChildren<QPushButton*>())
                if (one->text() == "use this one" && one->isVisible())
                    return one;
            return nullptr;
        };
        const auto& supports = b.document.plan().pieces.front().supports;
        const std::string second = supports.at(1).option.id;
        const std::string third = supports.at(2).option.id;
        QVERIFY(!take());
        const auto click = [&](int row) {
            QTest::mouseClick(b.table()->viewport(), Qt::LeftButton, {},
                              b.table()->visualRect(b.table()->model()->index(row, 0)).center());
            b.settle();
        };
        click(1);
        QCOMPARE(b.piece().hold.support, std::string("auto"));
        QVERIFY(take());
        QTest::mouseClick(take(), Qt::LeftButton);
        b.settle();
        QCOMPARE(b.piece().hold.support, second);
        const auto row = [&](const std::string& id) {
            const auto& all = b.document.plan().pieces.front().supports;
            return static_cast<int>(std::find_if(all.begin(), all.end(),
                                                 [&](const SupportVerdict& v) { return v.option.id == id; }) -
                                    all.begin());
        };
        click(row(third));
        QTest::keyClick(b.table(), Qt::Key_Return);
        b.settle();
        QCOMPARE(b.piece().hold.support, third);
        b.document.undo();
        b.settle();
        QCOMPARE(b.piece().hold.support, second);
    }
    void everySupportIsHung_data() {
        QTest::addColumn<QString>("kind");
        QTest::addColumn<QString>("wall");
        for (const auto& k : knownKinds())
            for (const char* wall : {"timber_stud_us", "solid_brick"})
                QTest::addRow("%s on %s", k.id, wall) << k.id << wall;
    }
    void everySupportIsHung() {
        QFETCH(QString, kind);
        QFETCH(QString, wall);
        test::Bench b(true);
        b.document.reset(withOne(qPrintable(kind), qPrintable(wall)), {});
        b.settle();
        b.go(Station::hold);
        std::vector<std::string> ids;
        for (const auto& s : b.document.plan().pieces.front().supports)
            ids.push_back(s.option.id);
        QVERIFY(!ids.empty());
        int hung = 0;
        for (const auto& id : ids) {
            b.go(Station::hold);
            auto* box = qobject_cast<QComboBox*>(b.field("hold.support"));
            QVERIFY(box);
            const int row = box->findData(QString::fromStdString(id));
            QVERIFY2(row >= 0, id.c_str());
            box->setCurrentIndex(row);
            emit box->activated(row);
            b.settle();
            QCOMPARE(b.piece().hold.support, id);
            const PiecePlan& pp = b.document.plan().pieces.front();
            const SupportVerdict* hold = pp.hold();
            QCOMPARE(hold->option.id, id);
            if (!hold->feasible) {
                QVERIFY2(!hold->refusal.empty(), id.c_str()); // refused with a reason, and nothing is hung
                continue;
            }
            ++hung;
            b.go(Station::build);
            QVERIFY2(
                std::any_of(pp.steps.begin(), pp.steps.end(), [](const BuildStep& s) { return s.hangs; }),
                id.c_str());
            b.go(Station::hang);
            QVERIFY2(!pp.marks.empty() && b.table()->rowCount() > 0, id.c_str());
            for (const Station s : {Station::hold, Station::hang, Station::piece}) {
                b.go(s);
                QVERIFY2(
                    test::wrongWith(b.canvas()->labels()).isEmpty(),
                    qPrintable(QString::fromStdString(id) + ": " + test::wrongWith(b.canvas()->labels())));
            }
        }
        QVERIFY2(hung >= 2, qPrintable(QString::number(hung)));
    }
};

QTEST_MAIN(TestHung)
#include "test_app_hung.moc"
