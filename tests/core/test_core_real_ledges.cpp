// Ledges as they really hang on walls must be judged as a good engineer would, and those that must not hold
// must not.
#include "real_ledges.h"

#include "plan/remedies.h"
#include "report/book.h"

using namespace owl;

using namespace owl::test;
using Make = Project (*)();

class TestRealLedges : public QObject {
    Q_OBJECT
  private slots:
    void theyHoldWhatStandsOnThem_data() {
        QTest::addColumn<Make>("make");
        QTest::newRow("2.2 m of pine from one board") << &pineFromOneBoard;
        QTest::newRow("1.9 m painted on lath and plaster") << &paintedOnLath;
        QTest::newRow("2.6 m stained, trim heads") << &stainedWithTrimHeads;
        QTest::newRow("0.8 m of lime, tongue and groove") << &limeWithTongues;
        QTest::newRow("1.2 m on brick") << &plugsInBrick;
    }
    void theyHoldWhatStandsOnThem() {
        QFETCH(Make, make);
        const Project p = make();
        const Plan plan = test::planOf(p);
        for (const auto& f : plan.findings)
            QVERIFY2(f.severity != Severity::blocks, (f.id + ": " + f.text).c_str());
        const PiecePlan& pp = plan.pieces.front();
        QVERIFY2(pp.hold()->feasible, pp.hold()->refusal.c_str());
        const Verdict& v = pp.hold()->verdict;
        QVERIFY(v.status == Status::holds || v.status == Status::tight);
        QVERIFY2(v.standing.reserve() >= 1.25, qPrintable(QString::number(v.standing.reserve())));
        // Nobody needs to lean on it up there: at worst the label says so.
        QVERIFY(!v.leaningCounts);
        QVERIFY(!pp.label.empty());
        QVERIFY2(pp.label.find(" 0.0") == std::string::npos, pp.label.c_str());
        QVERIFY(v.notForLeaning == (pp.label.find("o not lean on it.") != std::string::npos &&
                                    pp.label.find("With more than") == std::string::npos));
        QVERIFY(plan.priced);
        QVERIFY(pp.hold()->carryKg >= pp.contents);
        // The book can be followed: a step for every joint, one that hangs it, a mark for every hole.
        for (const auto& j : pp.assembly().joints)
            QVERIFY(std::any_of(pp.steps.begin(), pp.steps.end(),
                                [&](const BuildStep& s) { return s.joint == j.id; }));
        QCOMPARE(std::count_if(pp.steps.begin(), pp.steps.end(), [](const BuildStep& s) { return s.hangs; }),
                 1);
        QCOMPARE(pp.marks.size(), pp.holes.size());
        QVERIFY(plan.hours > 1.5 && plan.hours < 9); // a ledge is made in a day
        QVERIFY(!buildBook(p, plan).empty());
    }

    void bothMarginsAreSaid() {
        const Plan plan = test::planOf(pineFromOneBoard());
        const Finding* f = test::finding(plan, "not_for_leaning");
        QVERIFY(f);
        QCOMPARE(f->severity, Severity::warns);
        for (const char* word :
             {"a hand of 220 N", "wall screws", "from the left end", "for what stands there", "for a hand"})
            QVERIFY2(f->text.find(word) != std::string::npos, f->text.c_str());
    }

    void theStripsComeOutOfTheOneBoard() {
        const Plan plan = test::planOf(pineFromOneBoard());
        QCOMPARE(plan.cut.boards.size(), std::size_t(1));
        QCOMPARE(plan.cut.boards.front().placed.size(), std::size_t(3));
        QVERIFY(plan.cut.provenAsAsked);
        // The narrow lip is never the strip between blade and fence.
        for (const auto& c : plan.sequence)
            if (c.rip)
                QVERIFY2(c.setting >= 60_mm && !c.caution, c.keep.c_str());
    }

    void whatMustNotBeCalledHolding_data() {
        QTest::addColumn<Make>("make");
        QTest::newRow("2.4 m on a single stud") << Make([] {
            Project p = onStuds(Units::metric, 2400_mm, 120_mm, studs(2000, 400, 1), 800_mm, 1400_mm);
            frames(p.pieces.front(), 6, 8);
            return p;
        });
        QTest::newRow("30 kg of books on cover anchors") << Make([] {
            Project p = onStuds(Units::metric, 1000_mm, 200_mm, studs(200, 400, 1), 800_mm, 1400_mm);
            p.pieces.front().load.kgPerM = 30;
            p.pieces.front().hold.support = "anchors";
            return p;
        });
        QTest::newRow("1 m used to stand up by, #6 screws") << Make([] {
            Project p = onStuds(Units::imperial, 1000_mm, 120_mm, studs(900, 406.4, 3), 850_mm, 900_mm);
            p.walls.front().coverThickness = Length::mm(9.5);
            for (Length LedgeParams::*t :
                 {&LedgeParams::baseThickness, &LedgeParams::backThickness, &LedgeParams::lipThickness})
                ledgeOf(p.pieces.front()).*t = 12_mm;
            p.pieces.front().load.kgPerM = 2;
            p.pieces.front().hold.support = "studs-g6";
            return p;
        });
    }
    void whatMustNotBeCalledHolding() {
        QFETCH(Make, make);
        const Plan plan = test::planOf(make());
        QVERIFY(plan.blocked());
        const SupportVerdict* h = plan.pieces.front().hold();
        QVERIFY(!h->feasible || h->verdict.status == Status::fails);
    }

    // --- what is set in masonry
    static std::string said(const Project& p) {
        std::string out;
        const Plan plan = test::planOf(p);
        for (const auto& s : plan.pieces.front().steps)
            out += s.text + "\n";
        return out;
    }
    void eachAnchorIsSetItsOwnWay() {
        Project p = plugsInBrick();
        const Plan plan = test::planOf(p);
        const SupportVerdict& h = *plan.pieces.front().hold();
        QCOMPARE(h.option.anchor->id, std::string("a12"));
        QVERIFY(h.verdict.standing.utilisation <= 0.8);
        for (const auto& m : plan.pieces.front().marks) {
            QVERIFY(m.what.find("plug") != std::string::npos);
            QCOMPARE(m.depth, 12.0 + 70.0);
        }
        const std::string plugs = said(p);
        QVERIFY(plugs.find("push the plugs in flush") != std::string::npos);
        QVERIFY(plugs.find("for the screws of the anchors") != std::string::npos);
        p.pieces.front().hold.support = "anchor-a13";
        const std::string bolts = said(p);
        QVERIFY(bolts.find("plugs") == std::string::npos);
        QVERIFY(bolts.find("the anchors themselves go through the rail") != std::string::npos);
        QVERIFY(bolts.find("torque on the package") != std::string::npos);
    }

    void theEndGrainOfACapIsSizedBeforeItIsNailed() {
        Project p = plugsInBrick();
        ledgeOf(p.pieces.front()).caps = CapShape::full;
        const Plan plan = test::planOf(p);
        int caps = 0;
        for (const auto& s : plan.pieces.front().steps) {
            if (!s.joint.starts_with("cap"))
                continue;
            ++caps;
            QVERIFY2(s.text.starts_with("The end grain drinks glue"), s.text.c_str());
            QCOMPARE(QString::fromStdString(s.text).count("end grain", Qt::CaseInsensitive), 1);
            QVERIFY(s.text.find("flush all round") != std::string::npos);
        }
        QCOMPARE(caps, 2);
    }

    // --- holes where the drill goes
    void marksHolesAndStepsAgree_data() {
        QTest::addColumn<Make>("make");
        QTest::addColumn<int>("rows");
        QTest::newRow("screws, one row") << &stainedWithTrimHeads << 1;
        QTest::newRow("screws, two rows") << &stainedWithTrimHeads << 2;
        QTest::newRow("plugs, two rows asked for") << &plugsInBrick << 2;
    }
    void marksHolesAndStepsAgree() {
        QFETCH(Make, make);
        QFETCH(int, rows);
        Project p = make();
        p.pieces.front().hold.rows = rows;
        ledgeOf(p.pieces.front()).backHeight = 140_mm;
        ledgeOf(p.pieces.front()).caps = CapShape::full;
        const Plan plan = test::planOf(p);
        const PiecePlan& pp = plan.pieces.front();
        const bool anchors = pp.hold()->option.anchor != nullptr;
        QCOMPARE(pp.hold()->rows.size(), static_cast<std::size_t>(anchors ? 1 : rows));
        QCOMPARE(pp.holes.size(), pp.hold()->x.size() * pp.hold()->rows.size());
        QCOMPARE(static_cast<std::size_t>(pp.hold()->holes), pp.holes.size());
        for (const auto& m : pp.marks)
            QVERIFY(std::any_of(pp.holes.begin(), pp.holes.end(), [&](const WallHole& h) {
                return h.x == m.fromPieceLeft && h.z == pp.assembly().height - m.fromPieceTop &&
                       m.fromWallLeft == pp.left + h.x && m.fromFloor == pp.bottom + h.z;
            }));
        // The step tells them from the end of the rail that lies on the bench: the cap is not on it yet.
        const auto step = std::find_if(pp.steps.begin(), pp.steps.end(),
                                       [](const BuildStep& s) { return s.id.ends_with("/wall-holes"); });
        QVERIFY(step != pp.steps.end());
        const Vec rail = pp.assembly().find("back")->bounds().at;
        QVERIFY(rail.x > Length());
        for (const auto& h : pp.holes) {
            QVERIFY2(step->text.find(formatLength(h.x - rail.x, p.style)) != std::string::npos,
                     step->text.c_str());
            QVERIFY2(step->text.find(formatLength(h.z - rail.z, p.style)) != std::string::npos,
                     step->text.c_str());
        }
    }

    void aLowerRowIsWhereADriverReachesIt() {
        Project p = stainedWithTrimHeads();
        p.pieces.front().hold.rows = 2;
        for (Length back = 60_mm; back <= 160_mm; back += 5_mm)
            for (Length lip = 20_mm; lip <= 90_mm; lip += 10_mm) {
                ledgeOf(p.pieces.front()).backHeight = back;
                ledgeOf(p.pieces.front()).lipHeight = lip;
                const Plan plan = test::planOf(p);
                const Assembly& a = plan.pieces.front().assembly();
                const auto& rows = a.seat<RailSeat>()->rows;
                if (rows.size() < 2)
                    continue;
                const Length lipTop = a.find("lip")->bounds().at.z + a.find("lip")->bounds().size.z;
                QVERIFY(rows.front() - 12_mm >= lipTop); // a driver 25 mm wide passes over it
                QVERIFY(rows.back() - rows.front() >= 25_mm);
                QVERIFY(a.height - rows.back() >= 20_mm);
            }
    }

    void oneRowIsEnoughWhereItHolds() {
        Project p = plugsInBrick();
        p.walls.front() = test::fresh().walls.front();
        p.walls.front().bandsTraced = true;
        p.walls.front().studMode = StudMode::positions;
        p.walls.front().studs = studs(930, 190, 7);
        p.pieces.front().load.handN = 60;
        p.pieces.front().load.handWhy = "out of reach";
        QCOMPARE(test::planOf(p).pieces.front().rows, 1);
    }
};

QTEST_APPLESS_MAIN(TestRealLedges)
#include "test_core_real_ledges.moc"
