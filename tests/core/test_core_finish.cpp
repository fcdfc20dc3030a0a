// The finishing schedule: coats in order, waits kept, clock times within the day.
#include "support.h"

#include "finish/schedule.h"

using namespace owl;

namespace {

FinishJob jobOf(const FinishRecipe& recipe, const std::string& wood) {
    const Species* s = catalog().findSpecies(wood);
    return {recipe, 0.7, s->softwood, s->blotches, s->resinous, {}, {}};
}
FinishPlan schedule(const std::string& recipe, const std::string& wood,
                    const std::string& start = "2026-03-07T09:00") {
    FinishInput in;
    in.jobs = {jobOf(*knownRecipe(catalog(), recipe), wood)};
    in.start = parseClock(start).value();
    return scheduleFinish(in, catalog());
}
FinishRecipe made(std::vector<FinishCoat> coats) {
    return {"own-1", "own", "P180", std::move(coats)};
}
FinishCoat coat(const std::string& product, int number = 1) {
    FinishCoat c;
    c.product = product;
    c.number = number;
    return c;
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
        in.start = parseClock("2026-03-07T09:00").value();
        in.jobs = {jobOf(made({coat("hardwax_1"), coat("poly_wb")}), "scots_pine")};
        QVERIFY(!scheduleFinish(in, catalog()).warnings.empty());
        in.jobs = {jobOf(made({coat("magic")}), "scots_pine")};
        QVERIFY(scheduleFinish(in, catalog()).warnings.front().find("magic") != std::string::npos);
    }

    void everyKnownSystemCanBeDone() {
        QVERIFY(catalog().finishSystems.size() >= 9);
        for (const auto& r : catalog().finishSystems)
            for (const char* wood : {"scots_pine", "european_oak"}) {
                const FinishPlan p = schedule(r.id, wood);
                QVERIFY2(p.steps.size() >= 2, r.id.c_str());
                for (const auto& w : p.warnings)
                    QVERIFY2(w.find("does not hold") == std::string::npos, (r.id + ": " + w).c_str());
                QVERIFY2(p.steps.front().text.find("P") != std::string::npos, r.id.c_str());
            }
    }

    void threeWaterBorneCoatsTwoHoursApartFitIntoADay() {
        const FinishPlan p = schedule("clear_wb", "scots_pine", "2026-03-07T08:00");
        QCOMPARE(p.steps.size(), std::size_t(4));
        for (std::size_t i = 2; i < 4; ++i)
            QVERIFY(p.steps[i].start - p.steps[i - 1].end >= 120);
        QCOMPARE(p.steps.back().start / 1440, p.steps.front().start / 1440);
        QVERIFY(p.steps[1].name.find("satin") != std::string::npos);
    }

    void waitsDwellMannerAndGritAreThoseOfTheCoat() {
        FinishCoat c = coat("oil_stain");
        c.waitH = 5;
        c.dwellMin = 7;
        c.manner = "wipe";
        c.grit = "P240";
        FinishInput in;
        in.start = parseClock("2026-03-07T09:00").value();
        in.jobs = {jobOf(made({c, coat("poly_oil")}), "european_oak")};
        const FinishPlan p = scheduleFinish(in, catalog());
        const FinishStep& stain = p.steps[1];
        QVERIFY(stain.text.find("Leave it 7 minutes") != std::string::npos);
        QVERIFY(stain.text.find("Wipe it on") != std::string::npos);
        QVERIFY(stain.text.find("P240") != std::string::npos);
        QVERIFY(stain.text.find("Stir") != std::string::npos);
        QVERIFY(stain.readyAt - stain.end >= 5 * 60);
    }

    void aConditionerAndItsStainStayOnOneDay() {
        for (int minute = 0; minute < 24 * 60; minute += 17) {
            FinishInput in;
            in.jobs = {jobOf(*knownRecipe(catalog(), "stain"), "scots_pine")};
            in.start = parseClock("2026-03-07T00:00").value() + minute;
            const FinishPlan p = scheduleFinish(in, catalog());
            for (std::size_t i = 0; i + 1 < p.steps.size(); ++i)
                if (p.steps[i].finish == "cond_oil") {
                    QCOMPARE(p.steps[i].start / 1440, p.steps[i + 1].start / 1440);
                    QVERIFY(p.steps[i + 1].start - p.steps[i].end <= 120);
                }
        }
    }

    void aTaskThatDoesNotFitWaitsForTheNextDay() {
        FinishInput in;
        in.start = parseClock("2026-03-07T19:30").value();
        in.builds = {{"a", "a", {{"a/1", "long", 90, 60}, {"a/2", "next", 10, 0}}}};
        const FinishPlan p = scheduleFinish(in, catalog());
        QCOMPARE(test::words(clockText(p.steps[0].start)), QString("Sun 8 Mar 08:00"));
        QCOMPARE(p.steps[1].start - p.steps[0].end, ClockTime(60)); // glue waits on the same clock
        QCOMPARE(p.hangAt, p.steps[1].readyAt);
    }

    void twoPiecesAreBuiltWhileGlueDries() {
        FinishInput in;
        in.start = parseClock("2026-03-07T09:00").value();
        in.builds = {{"a", "a", {{"a/1", "glue", 20, 60}, {"a/2", "clean", 10, 0}}},
                     {"b", "b", {{"b/1", "glue", 20, 60}, {"b/2", "clean", 10, 0}}}};
        in.jobs = {jobOf(*knownRecipe(catalog(), "oil"), "scots_pine")};
        const FinishPlan p = scheduleFinish(in, catalog());
        QCOMPARE(test::words(p.steps[1].id), QString("b/1")); // not an hour of waiting
        ClockTime built = 0;
        for (std::size_t i = 0; i < p.steps.size(); ++i) {
            if (i > 0)
                QVERIFY(p.steps[i].start >= p.steps[i - 1].end); // one pair of hands
            if (!p.steps[i].step.empty())
                built = std::max(built, p.steps[i].readyAt);
            else
                QVERIFY(p.steps[i].start >= built);
        }
    }
};

QTEST_APPLESS_MAIN(TestFinish)
#include "test_core_finish.moc"
