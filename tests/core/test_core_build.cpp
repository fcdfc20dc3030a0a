// Steps a person can follow: order, bits, screws, holes that agree with the drawing.
#include "support.h"

#include "build/steps.h"

using namespace owl;

namespace {

struct Made {
    Draft result;
    std::vector<BuildStep> steps;
};

Made build(const LedgeParams& p, bool metric = true, std::vector<Length> holes = {150_mm, 750_mm}) {
    MakeContext ctx;
    ctx.kerf = Length::mm(3.2);
    ctx.metricScrews = metric;
    ctx.wallScrewsX = holes;
    Made m{p.make(ctx, catalog()), {}};
    BuildInput in;
    in.piece = "ledge-1";
    in.assembly = &m.result.assembly;
    in.G = 0.4;
    in.style.units = metric ? Units::metric : Units::imperial;
    for (Length z : m.result.assembly.seat<RailSeat>()->rows)
        for (Length x : holes)
            in.wallHoles.push_back({x, z});
    in.wallScrew = catalog().findScrew(metric ? "m5" : "g10");
    m.steps = buildSteps(in, catalog());
    return m;
}

const BuildStep* step(const Made& m, const std::string& id) {
    for (const auto& s : m.steps)
        if (s.id == "ledge-1/" + id)
            return &s;
    return nullptr;
}

} // namespace

class TestBuild : public QObject {
    Q_OBJECT
  private slots:
    void everyJoineryHasItsSteps_data() {
        QTest::addColumn<int>("joinery");
        QTest::addColumn<QString>("says");
        QTest::newRow("screws") << int(Joinery::screwsGlue) << "Drive";
        QTest::newRow("dowels") << int(Joinery::dowels) << "keeps the dowel out";
        QTest::newRow("tongue and groove") << int(Joinery::tongueGroove) << "film of glue into the groove";
        QTest::newRow("nails") << int(Joinery::nailsGlue) << "18 gauge";
    }
    void everyJoineryHasItsSteps() {
        QFETCH(int, joinery);
        QFETCH(QString, says);
        LedgeParams p;
        p.backJoint = static_cast<Joinery>(joinery);
        const Made m = build(p);
        QVERIFY2(test::words(step(m, "base-back")->text).contains(says), step(m, "base-back")->text.c_str());
        QCOMPARE(static_cast<bool>(step(m, "shape-back-tongue")), p.backJoint == Joinery::tongueGroove);
        QCOMPARE(static_cast<bool>(step(m, "shape-base-groove")), p.backJoint == Joinery::tongueGroove);
    }

    void bitsFollowTheUnitSystemAndTheWood_data() {
        QTest::addColumn<QString>("screw");
        QTest::addColumn<double>("G");
        QTest::addColumn<QString>("pilot");
        QTest::addColumn<QString>("clearance");
        QTest::newRow("4.5 mm in pine") << "m4.5" << 0.4 << "2.5 mm"
                                        << "5 mm";
        QTest::newRow("4.5 mm in oak") << "m4.5" << 0.65 << "3 mm"
                                       << "5 mm";
        QTest::newRow("#8 in pine") << "g8" << 0.4 << "3/32 in"
                                    << "11/64 in";
        QTest::newRow("#8 in oak") << "g8" << 0.65 << "7/64 in"
                                   << "11/64 in";
    }
    void bitsFollowTheUnitSystemAndTheWood() {
        QFETCH(QString, screw);
        QFETCH(double, G);
        QFETCH(QString, pilot);
        QFETCH(QString, clearance);
        const Screw* s = catalog().findScrew(screw.toStdString());
        QVERIFY(s);
        QCOMPARE(test::words(pilotBit(*s, G)), pilot);
        QCOMPARE(test::words(clearanceBit(*s)), clearance);
    }

    void lengthsAreNamedAsSold() {
        const Screw* g8 = catalog().findScrew("g8");
        QCOMPARE(test::words(screwLengthText(*g8, 31.75)), QString("1-1/4 in"));
        const Screw* m4 = catalog().findScrew("m4");
        QCOMPARE(test::words(screwLengthText(*m4, 35)), QString("35 mm"));
        QCOMPARE(test::words(screwLengthText(*m4, 33.3)), QString("33.3 mm"));
    }

    void theTextNamesTheScrewOfTheJoint() {
        for (const bool metric : {true, false}) {
            const Made m = build({}, metric);
            const Joint* j = m.result.assembly.joint("base-back");
            const Screw* s = catalog().findScrew(j->screwId);
            const std::string text = step(m, "base-back")->text;
            QVERIFY2(text.find(s->label + " × " + screwLengthText(*s, j->screwLength.mm())) !=
                         std::string::npos,
                     text.c_str());
            QVERIFY(text.find("Drill " + std::to_string(j->spots.size()) + " clearance holes") !=
                    std::string::npos);
        }
    }

    void holesForTheWallAreDrilledWhileTheRailLiesFlat() {
        const Made m = build({});
        const BuildStep* s = step(m, "wall-holes");
        QVERIFY(s);
        QVERIFY(s->text.find("150 mm, 750 mm") != std::string::npos);
        QCOMPARE(s->parts, (std::vector<std::string>{"back"}));
        QVERIFY(!s->cautions.empty());
        QVERIFY(!step(build({}, true, {}), "wall-holes")); // no holes, no step
    }

    void partsInHandExist_data() {
        QTest::addColumn<int>("caps");
        for (int c = 0; c < 4; ++c)
            QTest::newRow(qPrintable(QString::number(c))) << c;
    }
    void partsInHandExist() {
        QFETCH(int, caps);
        LedgeParams p;
        p.caps = static_cast<CapShape>(caps);
        const Made m = build(p);
        QVERIFY(m.steps.size() >= 6);
        std::set<std::string> ids;
        for (const auto& s : m.steps) {
            QVERIFY(ids.insert(s.id).second);
            QVERIFY(!s.title.empty());
            QVERIFY(s.minutes >= 0);
            for (const auto& part : s.parts)
                QVERIFY2(m.result.assembly.find(part), part.c_str());
            for (const auto& part : s.fresh)
                QVERIFY2(std::find(s.parts.begin(), s.parts.end(), part) != s.parts.end(),
                         (s.id + " " + part).c_str());
        }
        QCOMPARE(static_cast<bool>(step(m, "cap-left")), p.caps != CapShape::none);
        QCOMPARE(static_cast<bool>(step(m, "shape-cap-left-step")), p.caps == CapShape::stepped);
    }

    void glueIsGivenItsTime() {
        const Made m = build({});
        for (const auto& s : m.steps)
            if (!s.joint.empty())
                QVERIFY2(s.waitMinutes >= 60, s.id.c_str());
    }

    void aScrewThatDoesNotExistIsSaid() {
        LedgeParams p;
        p.lip = LipPlace::onTop;
        p.lipHeight = 10_mm;
        p.lipJoint = Joinery::screwsGlue;
        const Made m = build(p);
        QVERIFY(step(m, "base-lip")->text.find("No screw fits here") != std::string::npos);
    }

    void nothingShowsNothingIsFilled() {
        LedgeParams p;
        p.lip = LipPlace::onTop;
        p.lipJoint = Joinery::screwsGlue;
        QCOMPARE(test::words(step(build(p), "clean")->title), QString("Look for glue"));
        QCOMPARE(test::words(step(build({}), "clean")->title), QString("Fill the holes and look for glue"));
    }
};

QTEST_APPLESS_MAIN(TestBuild)
#include "test_core_build.moc"
