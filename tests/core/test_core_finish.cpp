// The finishing schedule: coats in order, waits kept, clock times within the day.
#include "support.h"

#include "finish/schedule.h"

using namespace owl;

namespace {

FinishPlan schedule(const std::string& school, const std::string& wood,
                    const std::string& start = "2026-03-07T09:00") {
    FinishInput in;
    const Species* s = catalog().findSpecies(wood);
    in.coats = coatsFor(school, *s);
    in.softwood = s->softwood;
    in.area = 0.7;
    in.start = parseClock(start).value();
    return scheduleFinish(in, catalog());
}
std::vector<std::string> finishes(const FinishPlan& p) {
    std::vector<std::string> out;
    for (const auto& s : p.steps)
        if (out.empty() || out.back() != s.finish)
            out.push_back(s.finish);
    return out;
}

} // namespace

class TestFinish : public QObject {
    Q_OBJECT
  private slots:
    void clocksReadAndWrite_data() {
        QTest::addColumn<QString>("text");
        QTest::addColumn<bool>("good");
        QTest::newRow("usual") << "2026-03-07T09:00" << true;
        QTest::newRow("leap day") << "2028-02-29T23:59" << true;
        QTest::newRow("a space between") << "2026-03-07 09:00" << true;
        QTest::newRow("no leap day") << "2026-02-29T09:00" << false;
        QTest::newRow("thirteenth month") << "2026-13-01T09:00" << false;
        QTest::newRow("25 o'clock") << "2026-03-07T25:00" << false;
        QTest::newRow("no time") << "2026-03-07" << false;
        QTest::newRow("words") << "tomorrow" << false;
        QTest::newRow("more behind it") << "2026-03-07T09:00:30" << false;
        QTest::newRow("negative") << "-026-03-07T09:00" << false;
    }
    void clocksReadAndWrite() {
        QFETCH(QString, text);
        QFETCH(bool, good);
        const auto t = parseClock(text.toStdString());
        QCOMPARE(t.has_value(), good);
        if (good)
            QCOMPARE(test::words(clockIso(*t)), QString(text).replace(' ', 'T'));
    }
    void daysHaveTheirNames() {
        QCOMPARE(test::words(clockText(*parseClock("2026-03-07T09:05"))), QString("Sat 7 Mar 09:05"));
    }

    void blotchingPineGetsConditionerFirst() {
        const auto f = finishes(schedule("stain", "scots_pine"));
        QCOMPARE(f, (std::vector<std::string>{"", "cond_oil", "oil_stain", "poly_oil"}));
    }
    void oakNeedsNoConditioner() {
        const auto f = finishes(schedule("stain", "european_oak"));
        QVERIFY(std::find(f.begin(), f.end(), "cond_oil") == f.end());
    }
    void knotsAreSealedUnderPaint() {
        const auto f = finishes(schedule("paint", "scots_pine"));
        QCOMPARE(f, (std::vector<std::string>{"", "knot_sealer", "primer_wb", "paint_wb"}));
    }
    void oilIsTwoCoatsOfHardWax() { QCOMPARE(schedule("oil", "european_oak").steps.size(), std::size_t(3)); }

    void noCoatBeforeTheLastIsReady_data() {
        QTest::addColumn<QString>("school");
        QTest::addColumn<QString>("wood");
        for (const char* school : {"stain", "paint", "oil"})
            for (const char* wood : {"scots_pine", "european_oak", "yellow_poplar"})
                QTest::newRow(qPrintable(QString("%1 on %2").arg(school, wood))) << school << wood;
    }
    void noCoatBeforeTheLastIsReady() {
        QFETCH(QString, school);
        QFETCH(QString, wood);
        const FinishPlan p = schedule(school.toStdString(), wood.toStdString());
        for (std::size_t i = 1; i < p.steps.size(); ++i) {
            QVERIFY(p.steps[i].start >= p.steps[i - 1].readyAt);
            QVERIFY(p.steps[i].end > p.steps[i].start);
            const auto minute = p.steps[i].start % 1440;
            QVERIFY(minute >= 8 * 60 && minute < 20 * 60); // nobody paints at night
        }
        QVERIFY(p.hangAt >= p.steps.back().end);
        QVERIFY(p.fullUseAt > p.hangAt);
        QVERIFY(p.steps.front().text.find("P1") != std::string::npos);
    }

    void stainDriesADayUnderAnotherKind() {
        const FinishPlan p = schedule("stain", "european_oak");
        for (std::size_t i = 1; i < p.steps.size(); ++i)
            if (p.steps[i].finish == "poly_oil" && p.steps[i - 1].finish == "oil_stain")
                QVERIFY(p.steps[i].start - p.steps[i - 1].end >= 24 * 60);
    }

    void lateStartsWaitForTheMorning() {
        const FinishPlan p = schedule("oil", "european_oak", "2026-03-07T21:30");
        QCOMPARE(test::words(clockText(p.steps.front().start)), QString("Sun 8 Mar 08:00"));
    }

    void oilyRagsAreWarnedOf() {
        const FinishPlan p = schedule("oil", "scots_pine");
        bool said = false;
        for (const auto& s : p.steps)
            for (const auto& c : s.cautions)
                said = said || c.find("RAGS") != std::string::npos;
        QVERIFY(said);
    }

    void coatsThatDoNotHoldAreNamed() {
        FinishInput in;
        in.coats = {{"hardwax_1", 1}, {"poly_wb", 1}};
        in.area = 1;
        in.start = parseClock("2026-03-07T09:00").value();
        QVERIFY(!scheduleFinish(in, catalog()).warnings.empty());
        in.coats = {{"magic", 1}};
        QVERIFY(scheduleFinish(in, catalog()).warnings.front().find("magic") != std::string::npos);
    }
};

QTEST_APPLESS_MAIN(TestFinish)
#include "test_core_finish.moc"
