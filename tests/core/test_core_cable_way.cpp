// A hole for a cable, in every kind that a lamp or charger stands on: whole wood round it, nothing else
// below.
#include "project/random_project.h"
#include "told.h"

#include <numbers>
#include <set>

using namespace owl;

namespace {

std::vector<std::pair<const Part*, const Hole*>> cablesOf(const Assembly& a) {
    std::vector<std::pair<const Part*, const Hole*>> out;
    for (const auto& p : a.parts)
        for (const auto& h : p.holes)
            if (h.purpose == "cable")
                out.emplace_back(&p, &h);
    return out;
}
/// Where around the hole, at its middle, a part is met that it does not go through, or its own board ends.
QString spoiled(const Assembly& a, const Hole& hole, const std::set<std::string>& through) {
    for (const auto& p : a.parts) {
        const Bounds3 b = p.solid.bounds();
        for (int i = 0; i < 16; ++i) {
            const double t = std::numbers::pi * i / 8;
            const double r = hole.diameter / 2 + 2;
            const Vec3 at{hole.at.x + r * std::cos(t), hole.at.y + r * std::sin(t), (b.low.z + b.high.z) / 2};
            if (p.solid.contains(at, 1e-6) != through.contains(p.id))
                return test::words(p.id);
        }
    }
    return {};
}

} // namespace

class TestCableWay : public QObject {
    Q_OBJECT
  private slots:
    void itGoesStraightDown_data() {
        QTest::addColumn<QString>("kind");
        QTest::addColumn<QString>("set");
        QTest::addColumn<QStringList>("through");
        QTest::newRow("hollow") << "hollow"
                                << "cable_at=400" << QStringList{"top", "bottom"};
        QTest::newRow("hollow, skins on top") << "hollow"
                                              << "cable_at=300 skins=on_top" << QStringList{"top", "bottom"};
        QTest::newRow("mantel of faces") << "mantel"
                                         << "cable_at=500" << QStringList{"top", "bottom"};
        QTest::newRow("timber") << "mantel"
                                << "build=solid height=100 cable_at=333" << QStringList{"beam"};
        QTest::newRow("layers") << "mantel"
                                << "build=laminated layers=3 height=120 cable_at=640"
                                << QStringList{"layer-1", "layer-2", "layer-3"};
        QTest::newRow("alcove, framed") << "alcove"
                                        << "cable_at=230" << QStringList{"top", "bottom"};
        QTest::newRow("alcove, board") << "alcove"
                                       << "made=board boards=1 cable_at=500" << QStringList{"board"};
        QTest::newRow("corner") << "corner"
                                << "made=sheet cable_at=150" << QStringList{"shelf"};
        QTest::newRow("braced") << "braced"
                                << "cable_at=400" << QStringList{"top"};
    }
    void itGoesStraightDown() {
        QFETCH(QString, kind);
        QFETCH(QString, set);
        QFETCH(QStringList, through);
        const Project p = test::with(kind.toUtf8().constData(), "cable=yes cable_d=25 " + set);
        const Plan plan = test::planOf(p);
        const Assembly& a = test::assemblyOf(plan);
        const auto holes = cablesOf(a);
        std::set<std::string> ids;
        for (const auto& [part, hole] : holes) {
            ids.insert(part->id);
            QCOMPARE(hole->diameter, 25.0);
            QVERIFY(std::abs(hole->depth - (part->solid.bounds().high.z - part->solid.bounds().low.z)) <
                    1e-6);
            QCOMPARE(hole->at.x, holes.front().second->at.x);
            QCOMPARE(hole->at.y, holes.front().second->at.y);
        }
        std::set<std::string> wanted;
        for (const auto& id : through)
            wanted.insert(id.toStdString());
        QCOMPARE(ids, wanted);
        const QString met = spoiled(a, *holes.front().second, wanted);
        QVERIFY2(met.isEmpty(), qPrintable(met));
        // Somebody bores it.
        for (const auto& [part, hole] : holes) {
            const std::string& id = hole->id;
            QVERIFY2(std::any_of(test::first(plan).steps.begin(), test::first(plan).steps.end(),
                                 [&](const BuildStep& s) {
                                     return std::find(s.shapes.begin(), s.shapes.end(), id) != s.shapes.end();
                                 }),
                     id.c_str());
        }
    }
    /// Wherever it is asked for, the arms inside make way, or it is said where it may be.
    void armsMakeWay() {
        for (int at = 60; at <= 940; at += 40) {
            const Project p = test::with("hollow", QString("cable=yes cable_at=%1").arg(at));
            const Plan plan = test::planOf(p);
            const auto holes = cablesOf(test::assemblyOf(plan));
            if (holes.empty()) {
                QVERIFY2(test::saysWhatWould(plan, "hollow.cable_at_end"), qPrintable(QString::number(at)));
                continue;
            }
            for (const auto& part : test::assemblyOf(plan).parts)
                if (part.id.starts_with("arm")) {
                    const Cell b = part.bounds();
                    QVERIFY(at + 15 < b.at.x.mm() || at - 15 > (b.at.x + b.size.x).mm());
                }
        }
    }
    /// What the hole leaves of the section is what the sums take.
    void itWeakensWhatItPasses() {
        const auto widths = [](const Plan& plan) {
            double all = 0;
            for (const auto& r : test::assemblyOf(plan).member.rects)
                all += r.b;
            return all;
        };
        for (const char* kind : {"hollow", "mantel"}) {
            const double whole = widths(test::planOf(test::with(kind, "")));
            const double bored = widths(test::planOf(test::with(kind, "cable=yes cable_at=400 cable_d=30")));
            QVERIFY(std::abs(whole - bored - 60) < 1e-6); // in top and bottom
        }
        for (const char* make : {"build=solid height=100", "build=laminated layers=3 height=120"}) {
            const double whole = widths(test::planOf(test::with("mantel", make)));
            const QString bored = QString(make) + " cable=yes cable_at=400 cable_d=30";
            QVERIFY(std::abs(whole - widths(test::planOf(test::with("mantel", bored))) - 30) < 1e-6);
        }
        const auto front = [](const Plan& plan) {
            return test::assemblyOf(plan).seat<LedgersSeat>()->front->section.front().b;
        };
        QVERIFY(std::abs(front(test::planOf(test::with("alcove", "made=board"))) -
                         front(test::planOf(test::with("alcove", "made=board cable=yes cable_d=40"))) - 40) <
                1e-6);
    }
    /// An arm of an L is bored through all its depth; before a triangle's front strip the hole lies behind
    /// it.
    void cornersCountTheHoleWhereItIs() {
        const auto front = [](const char* set) {
            const Plan plan = test::planOf(test::with("corner", set));
            return test::assemblyOf(plan).seat<LedgersSeat>()->front->section.front().b;
        };
        QVERIFY(std::abs(front("made=sheet front=ell") -
                         front("made=sheet front=ell cable=yes cable_at=200 cable_d=25") - 25) < 1e-6);
        QCOMPARE(front("made=sheet cable=yes cable_at=100 cable_d=20"), front("made=sheet"));
    }
    void whatLeavesNoWoodIsTold_data() {
        QTest::addColumn<QString>("kind");
        QTest::addColumn<QString>("set");
        QTest::addColumn<QString>("id");
        QTest::newRow("hollow, at its end") << "hollow"
                                            << "cable_at=5"
                                            << "hollow.cable_at_end";
        QTest::newRow("hollow, past it") << "hollow"
                                         << "cable_at=5000"
                                         << "hollow.cable_at_end";
        QTest::newRow("hollow, no room") << "hollow"
                                         << "depth=90 cable_d=60"
                                         << "hollow.cable_at_end";
        QTest::newRow("mantel, over its corbel") << "mantel"
                                                 << "corbels=2 corbel_inset=200 cable_at=200"
                                                 << "mantel.cable_at_end";
        QTest::newRow("corner, in its tip") << "corner"
                                            << "cable_at=378"
                                            << "corner.cable_at_end";
        QTest::newRow("alcove, in its wall") << "alcove"
                                             << "cable_at=1"
                                             << "alcove.cable_at_end";
        QTest::newRow("braced, a brace") << "braced"
                                         << "braces=2 cable_at=0"
                                         << "braced.cable_at_end";
    }
    void whatLeavesNoWoodIsTold() {
        QFETCH(QString, kind);
        QFETCH(QString, set);
        QFETCH(QString, id);
        const QString why =
            test::notTold(test::with(kind.toUtf8().constData(), "cable=yes " + set), id.toStdString());
        QVERIFY2(why.isEmpty(), qPrintable(why));
    }
    /// By lot: a hole that is bored goes straight through its boards and meets nothing that holds the piece.
    void byLotItMeetsNothing() {
        int bored = 0;
        for (const char* kind : {"hollow", "mantel", "alcove", "corner", "braced"})
            for (unsigned seed = 1; seed <= (test::sanitized ? 4U : 20U); ++seed) {
                const auto p = randomProject(kind, seed % 2 ? Units::metric : Units::imperial, seed);
                QVERIFY(p.has_value());
                const Plan plan = test::planOf(*p);
                const Assembly& a = test::assemblyOf(plan);
                const auto holes = cablesOf(a);
                if (holes.empty())
                    continue;
                ++bored;
                std::set<std::string> ids;
                for (const auto& [part, hole] : holes) {
                    ids.insert(part->id);
                    QCOMPARE(hole->at.x, holes.front().second->at.x);
                    QCOMPARE(hole->at.y, holes.front().second->at.y);
                }
                const QString met = spoiled(a, *holes.front().second, ids);
                QVERIFY2(met.isEmpty(), qPrintable(QString("%1 %2: %3").arg(kind).arg(seed).arg(met)));
            }
        QVERIFY(bored >= (test::sanitized ? 2 : 15));
    }
    /// Rods are known once something holds the beam; its hole keeps off them.
    void rodsAndCablesKeepApart() {
        const Project p = test::with("mantel", "build=laminated layers=3 height=120");
        const Plan plain = test::planOf(p);
        QVERIFY(test::first(plain).hold() && !test::first(plain).hold()->rodX.empty());
        const double rod = test::first(plain).hold()->rodX.front();
        Project on = p;
        on.pieces.front().params =
            *withParameter(*withParameter(p.pieces.front().params, "cable", "yes", true), "cable_at",
                           std::to_string(rod), true);
        const QString why = test::notTold(on, "mantel.cable_in_the_way");
        QVERIFY2(why.isEmpty(), qPrintable(why));
    }
    /// In a box's bottom they are told as well, and the way to an outlet goes round them.
    void aBoxesRodsAndCablesKeepApart() {
        const QString set = "hang=rods height=150 thickness=40 cable=yes cable_at=100";
        Project p = test::with("wall_box", set);
        const Plan plan = test::planOf(p);
        QVERIFY(test::first(plan).hold() && !test::first(plan).hold()->rodX.empty());
        const double rod = test::first(plan).hold()->rodX.front();
        QVERIFY2(std::abs(rod - 100) < 20, qPrintable(QString::number(rod)));
        const QString why = test::notTold(p, "wall_box.cable_meets_rod");
        QVERIFY2(why.isEmpty(), qPrintable(why));
        Obstacle outlet = test::hangs("outlet", Length::mm(rod), 300_mm);
        outlet.x += test::first(plan).left;
        p.walls.front().obstacles.push_back(outlet);
        p.pieces.front().params = *withParameter(p.pieces.front().params, "cable_to_outlet", "yes", true);
        const Plan led = test::planOf(p);
        QVERIFY(!test::finding(led, "wall_box.cable_meets_rod"));
        const auto holes = cablesOf(test::assemblyOf(led));
        QCOMPARE(holes.size(), std::size_t(1));
        for (double x : test::first(led).hold()->rodX)
            QVERIFY(std::abs(holes.front().second->at.x - x) >= 15 + 25 - 1e-6);
    }
};

QTEST_GUILESS_MAIN(TestCableWay)
#include "test_core_cable_way.moc"
