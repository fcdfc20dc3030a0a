// Walls, studs, heights, where a dragged piece comes to rest; what stands on a ledge as forces; spreading of
// holes.
#include "support.h"

#include "assembly/assembly.h"
#include "hang/marks.h"
#include "room/height_advice.h"
#include "room/snap.h"

#include <rapidcheck.h>

using namespace owl;

namespace {

Wall wall() {
    Wall w;
    w.width = 3000_mm;
    w.spacing = 400_mm;
    w.firstStud = 380_mm;
    return w;
}

Snap dragged(const Wall& w, Length left, Length reach) {
    return snapAcross(w, {}, {"p", "p", left, 1200_mm, 900_mm, 100_mm}, reach);
}

std::vector<HeightBand> advice(const Wall& w, Length x0, Length x1) {
    HeightQuestion q;
    q.x0 = x0;
    q.x1 = x1;
    q.height = 100_mm;
    std::vector<HeightBand> out;
    for (const auto& b : heightAdvice(w, q, catalog()))
        if (!b.limit)
            out.push_back(b);
    return out;
}

} // namespace

class TestRoom : public QObject {
    Q_OBJECT
  private slots:
    void studsFollowTheirSpacing() {
        const auto s = studCentres(wall());
        QCOMPARE(s.size(), std::size_t(7));
        QCOMPARE(s.front(), 380_mm);
        QCOMPARE(s.back(), 2780_mm);
    }
    void studsFoundAreSortedAndKeptOnTheWall() {
        Wall w = wall();
        w.studMode = StudMode::positions;
        w.studs = test::found({1200_mm, 400_mm, 9000_mm, 805_mm});
        QVERIFY((studCentres(w) == std::vector<Length>{400_mm, 805_mm, 1200_mm}));
    }
    void unknownStudsAreNone() {
        Wall w = wall();
        w.studMode = StudMode::unknown;
        QVERIFY(studCentres(w).empty());
    }
    void aWildSpacingIsNone() {
        Wall w = wall();
        w.spacing = 1_mm;
        QVERIFY(studCentres(w).empty());
        w.spacing = Length();
        QVERIFY(studCentres(w).empty());
    }
    void anEndMarginIsKept() {
        QCOMPARE(studsBetween(wall(), 340_mm, 820_mm, 40_mm).size(), std::size_t(2));
        QCOMPARE(studsBetween(wall(), 341_mm, 820_mm, 40_mm).size(), std::size_t(1));
        QCOMPARE(studsBetween(wall(), 340_mm, 819_mm, 40_mm).size(), std::size_t(1));
    }
    void aDraggedPieceComesToRest_data() {
        QTest::addColumn<int>("left");
        QTest::addColumn<int>("rests");
        QTest::addColumn<QString>("why");
        QTest::newRow("on the wall's centre") << 1045 << 1050 << "centred on the wall";
        QTest::newRow("on the sofa's centre") << 288 << 300 << "centred on the sofa";
        QTest::newRow("flush with the sofa") << 205 << 200 << "flush with the left of the sofa";
        QTest::newRow("nowhere near") << 640 << 640 << "";
        QTest::newRow("kept on the wall") << -40 << 0 << "";
        QTest::newRow("kept on it at the right") << 2400 << 2100 << "";
    }
    void aDraggedPieceComesToRest() {
        QFETCH(int, left);
        QFETCH(int, rests);
        QFETCH(QString, why);
        Wall w = wall();
        w.studMode = StudMode::unknown;
        w.furniture.push_back(test::stands("sofa", 200_mm, 1100_mm, 800_mm));
        const Snap s = dragged(w, Length::mm(left), 15_mm);
        QCOMPARE(s.at, Length::mm(rests));
        QCOMPARE(test::words(s.why), why);
    }
    void studsAttractToo() {
        const Snap on = dragged(wall(), 325_mm, 10_mm); // middle at 775, a stud at 780
        QCOMPARE(on.at, 330_mm);
        QCOMPARE(test::words(on.why), QString("centred on a stud"));
        const Snap between = dragged(wall(), 128_mm, 10_mm); // middle at 578, halfway at 580
        QCOMPARE(test::words(between.why), QString("midway between two studs"));
    }
    void aSnapNeverReachesFurtherThanAsked() {
        QVERIFY(rc::check("snap stays within reach", [] {
            const Length left = Length::mm(*rc::gen::inRange(0, 2100));
            const Length reach = Length::mm(*rc::gen::inRange(1, 30));
            const Snap s = dragged(wall(), left, reach);
            RC_ASSERT(abs(s.at - left) <= reach);
            RC_ASSERT(s.at >= Length() && s.at + 900_mm <= 3000_mm);
        }));
    }

    void adviceComesFromWhatStandsBelow_data() {
        QTest::addColumn<QString>("kind");
        QTest::addColumn<bool>("speaks");
        for (const char* k : {"sofa", "desk", "tv", "bed", "counter"})
            QTest::newRow(k) << k << true;
        QTest::newRow("sideboard") << "sideboard" << false;
        QTest::newRow("anything") << "aquarium" << false;
    }
    void adviceComesFromWhatStandsBelow() {
        QFETCH(QString, kind);
        QFETCH(bool, speaks);
        Wall w = wall();
        w.furniture.push_back(test::stands(kind.toStdString(), 1000_mm, 1000_mm, 750_mm));
        const auto bands = advice(w, 1100_mm, 2000_mm);
        QCOMPARE(bands.size(), speaks ? std::size_t(2) : std::size_t(1));
        for (const auto& b : bands) {
            QVERIFY(b.low < b.high);
            QVERIFY(!b.why.empty() && !b.source.empty());
        }
        if (speaks)
            QVERIFY(bands.front().low > 750_mm);
        // Beside it, not above it: it says nothing.
        QCOMPARE(advice(w, 2100_mm, 2900_mm).size(), std::size_t(1));
    }

    void forcesAddUpToTheContents() {
        LoadSpec l;
        l.kgPerM = 12;
        l.items = {{"a", "", "", 3, 100_mm, 200_mm, 100_mm, true},
                   {"b", "", "", 2, 800_mm, 300_mm, 100_mm, false}};
        Assembly plain; // one surface all along
        plain.length = 1000_mm;
        const auto f = contentsForces(l, plain, 1);
        double sum = 0;
        for (const auto& q : f.lines)
            sum += q.w * (q.x1 - q.x0);
        QVERIFY(std::abs(sum - contentsMass(l, plain) * gravity) < 1e-9);
        QCOMPARE(f.lines.size(), f.sustained.size());
        QVERIFY(f.sustained[1] && !f.sustained[2]);
        QVERIFY(f.lines[2].x1 <= 1000); // it hangs over the end; its weight does not
        const auto twice = contentsForces(l, plain, 2);
        QVERIFY(std::abs(twice.lines[0].w - 2 * f.lines[0].w) < 1e-12);
    }
    void theHandRisesWithoutAStep() {
        QCOMPARE(defaultHandLoad(1500_mm, 100_mm), 220.0);
        QCOMPARE(defaultHandLoad(1200_mm, 300_mm), 220.0);
        QCOMPARE(defaultHandLoad(1100_mm, 100_mm), 220 + 225 * 0.5); // S1.3: half of the way down
        QCOMPARE(defaultHandLoad(1500_mm, 325_mm), 220 + 225 * 0.25);
        QCOMPARE(defaultHandLoad(1100_mm, 325_mm), 220 + 225 * 0.5); // the worse of both, not their sum
        QCOMPARE(defaultHandLoad(1000_mm, 100_mm), 445.0);
        QCOMPARE(defaultHandLoad(700_mm, 600_mm), 445.0);
    }

    void holesAreSpreadEvenly() {
        const auto s = spread(0_mm, 1000_mm, 50_mm, 200_mm, {}, 10_mm);
        QCOMPARE(s.front(), 50_mm);
        QCOMPARE(s.back(), 950_mm);
        QCOMPARE(s.size(), std::size_t(6));
        QCOMPARE(spread(0_mm, 60_mm, 50_mm, 200_mm, {}, 10_mm).size(),
                 std::size_t(1)); // no room: one in the middle
    }
    void holesStepAside() {
        const auto s = spread(0_mm, 500_mm, 50_mm, 200_mm, {250_mm}, 15_mm);
        for (Length x : s)
            QVERIFY(abs(x - 250_mm) >= 15_mm);
    }

    void theFirstHoleIsNearestTheMiddle() {
        MarkInput in;
        for (Length z : {30_mm, 80_mm})
            for (Length x : {100_mm, 500_mm, 920_mm})
                in.holes.emplace_back(x, z);
        in.pieceLeft = 1000_mm;
        in.pieceBottom = 1200_mm;
        in.pieceHeight = 100_mm;
        in.what = "screw";
        const auto m = wallMarks(in);
        QCOMPARE(m.size(), std::size_t(6));
        QCOMPARE(m[0].fromPieceLeft, 500_mm);
        QCOMPARE(test::words(m[0].what), QString("first screw"));
        QCOMPARE(m[0].fromFloor, 1280_mm); // the upper row first
        QCOMPARE(m[3].fromFloor, 1230_mm);
        QCOMPARE(m[0].fromWallLeft, 1500_mm);
        QCOMPARE(m[0].fromPieceTop, 20_mm);
        QVERIFY(wallMarks({}).empty());
    }

    void massAndGravityComeFromTheSolids() {
        Assembly a;
        Part p = blankPart("p", "p", 1000_mm, 100_mm, 10_mm, {});
        p.solid.cells.push_back(blankPart("q", "q", 1000_mm, 100_mm, 10_mm, {{0, 100, 0}}).solid.cells[0]);
        a.parts.push_back(p);
        QVERIFY(std::abs(massOf(a, 500) - 1.0) < 1e-12);
        QVERIFY(std::abs(gravityCentre(a, 500).y - 100) < 1e-9);
        QCOMPARE(p.bounds().size.y, 200_mm);
        QCOMPARE(gravityCentre(Assembly(), 500).y, 0.0);
        QCOMPARE(Part().bounds().size.x, Length());
        QVERIFY(!a.find("x") && !a.joint("x"));
    }
};

QTEST_APPLESS_MAIN(TestRoom)
#include "test_core_room.moc"
