// The mantel: faces that close in mitres, a timber on rods, corbels, and what a fire below asks for.
#include "solid/query.h"
#include "support.h"

using namespace owl;

namespace {

Project mantelProject(Units units = Units::metric) {
    return newProject("mantel", units).value();
}
MantelParams& mantel(Project& p) {
    return std::get<MantelParams>(p.pieces.front().params);
}
const PiecePlan& first(const Plan& plan) {
    return plan.pieces.front();
}
double beamVolume(const PiecePlan& pp) {
    double v = 0;
    for (const auto& p : pp.assembly().parts)
        if (!p.fromSupport && !p.id.starts_with("corbel") && p.name != "plug")
            v += p.volume();
    return v;
}
/// A fire in the middle of the wall with the mantel `above` its opening.
Project overFire(const char* kind, Length above) {
    Project p = mantelProject();
    Wall& w = p.walls.front();
    Obstacle o = test::hangs(kind, w.width / 2, 400_mm);
    o.id = "fire";
    w.obstacles.push_back(o);
    p.pieces.front().place.anchor = Anchor::furnitureCentre;
    p.pieces.front().place.furniture = "fire";
    p.pieces.front().place.z = o.top() + above;
    return p;
}

} // namespace

class TestMantel : public QObject {
    Q_OBJECT
  private slots:
    void aDefaultMantelHangsOnLedgerAndArms() {
        for (const Units units : {Units::metric, Units::imperial}) {
            const Plan plan = test::planOf(mantelProject(units));
            QVERIFY(!plan.blocked());
            const PiecePlan& pp = first(plan);
            QVERIFY(pp.assembly().find("ledger") && pp.assembly().find("arm-1"));
            QVERIFY(pp.hold()->verdict.status == Status::holds || pp.hold()->verdict.status == Status::tight);
        }
    }
    void theFacesCloseInEveryWay() {
        for (const MantelReturns r : {MantelReturns::mitred, MantelReturns::capped, MantelReturns::open})
            for (Length t : {12_mm, 18_mm, 27_mm})
                for (int corbels : {0, 2}) {
                    Project p = mantelProject();
                    mantel(p).returns = r;
                    mantel(p).thickness = t;
                    mantel(p).edge = EdgeShape::square;
                    mantel(p).corbels = corbels;
                    const PiecePlan pp = first(test::planOf(p));
                    const auto& parts = pp.assembly().parts;
                    for (std::size_t i = 0; i < parts.size(); ++i)
                        for (std::size_t k = 0; k < i; ++k)
                            if (parts[i].stock != Stock::fitting && parts[k].stock != Stock::fitting)
                                QVERIFY2(separation(parts[i].solid, parts[k].solid) > -1e-3,
                                         (parts[i].id + " " + parts[k].id).c_str());
                    // The walls of the box, each counted once: nothing is missing in the mitres.
                    const double L = 1500;
                    const double D = 180;
                    const double H = 140;
                    const double s = t.mm();
                    const double ends = r == MantelReturns::open ? 0 : s;
                    const double want = L * D * H - (L - 2 * ends) * (D - s) * (H - 2 * s);
                    QVERIFY2(std::abs(beamVolume(pp) - want) < 1e-6 * want,
                             qPrintable(QString("%1 %2").arg(beamVolume(pp)).arg(want)));
                }
    }
    void mitresSayTheirAngle() {
        const PiecePlan pp = first(test::planOf(mantelProject()));
        const Part* front = pp.assembly().find("front");
        QVERIFY(std::abs(std::abs(*edgeBevel(*front, false)) - 45) < 1e-6);
        QVERIFY(std::abs(std::abs(endAngles(*front, true)->bevel) - 45) < 1e-6);
        QVERIFY(contactArea(front->solid, pp.assembly().find("top")->solid) > 1400 * 18 * 1.4);
    }
    void aTimberHangsOnThickRods() {
        for (const MantelBuild build : {MantelBuild::solid, MantelBuild::laminated}) {
            Project p = mantelProject();
            mantel(p).build = build;
            mantel(p).height = build == MantelBuild::solid ? 100_mm : 120_mm;
            mantel(p).rods = MantelRods::stud;
            p.walls.front().studWidth = 60_mm;
            const Plan plan = test::planOf(p);
            const PiecePlan& pp = first(plan);
            QVERIFY(pp.hold()->option.id == "rods-stud");
            QVERIFY2(pp.hold()->feasible, pp.hold()->refusal.c_str());
            QVERIFY(pp.hold()->option.rod->d >= 16);
            const double all = 1500.0 * 180 * mantel(p).height.mm();
            QVERIFY(beamVolume(pp) > 0.99 * all);
            QVERIFY(pp.mass > 10); // its own weight first
        }
    }
    void twoLiftWhatIsHeavy() {
        Project p = mantelProject();
        mantel(p).build = MantelBuild::laminated;
        mantel(p).layers = 3;
        mantel(p).height = 140_mm;
        mantel(p).species = "white_oak";
        mantel(p).rods = MantelRods::plate;
        const PiecePlan pp = first(test::planOf(p));
        // 1500 x 180 x 140 of white oak: 29 kg (S9.9), less the recesses
        QVERIFY2(std::abs(pp.mass - 29) < 1.5, qPrintable(QString::number(pp.mass)));
        QVERIFY(std::any_of(pp.steps.begin(), pp.steps.end(), [](const BuildStep& s) {
            const bool asks = s.text.find("wo people") != std::string::npos ||
                              s.text.find("second pair of hands") != std::string::npos;
            return s.onWall && asks;
        }));
    }
    void corbelsStandUnderTheBeamAtTheWall() {
        for (int n : {1, 2, 3}) {
            Project p = mantelProject();
            mantel(p).corbels = n;
            const Plan plan = test::planOf(p);
            const PiecePlan& pp = first(plan);
            int found = 0;
            for (const auto& q : pp.assembly().parts) {
                if (!q.id.starts_with("corbel"))
                    continue;
                ++found;
                QCOMPARE(q.bounds().at.y, Length());
                QCOMPARE(q.bounds().at.z + q.bounds().size.z, mantel(p).corbelDown);
            }
            QCOMPARE(found, n);
            QCOMPARE(pp.assembly().height, mantel(p).corbelDown + mantel(p).height);
            QVERIFY(!plan.blocked());
        }
    }
    /// Electric, gas and open fires: each its own distance and its own words; none is a release.
    void firesAreToldApart_data() {
        QTest::addColumn<QString>("kind");
        QTest::addColumn<int>("above");
        QTest::addColumn<bool>("warns");
        QTest::addColumn<QString>("word");
        QTest::newRow("open, far") << "fireplace_wood" << 320 << false << "sets no limit";
        QTest::newRow("open, an eighth") << "fireplace_wood" << 240 << true << "at most";
        QTest::newRow("open, near") << "fireplace_wood" << 100 << true << "not at all";
        QTest::newRow("gas, near") << "fireplace_gas" << 250 << true << "heat shield";
        QTest::newRow("gas, far") << "fireplace_gas" << 400 << false << "manual";
        QTest::newRow("electric, near") << "fireplace_electric" << 250 << true << "warm air";
        QTest::newRow("electric, far") << "fireplace_electric" << 350 << false << "manual";
    }
    void firesAreToldApart() {
        QFETCH(QString, kind);
        QFETCH(int, above);
        QFETCH(bool, warns);
        QFETCH(QString, word);
        const Project p = overFire(qPrintable(kind), 1_mm * above);
        const Plan plan = test::planOf(p);
        const Finding* f = test::finding(plan, "mantel_clearance");
        QVERIFY(f);
        QCOMPARE(f->severity == Severity::warns, warns);
        QVERIFY2(f->text.find(word.toStdString()) != std::string::npos, f->text.c_str());
        QVERIFY(f->text.find("licensed professional") != std::string::npos);
        QCOMPARE(f->remedies.empty(), !warns);
        QCOMPARE(first(plan).left + first(plan).assembly().length / 2, p.walls.front().width / 2);
    }
    void whatCannotBeSaysWhatWould_data() {
        QTest::addColumn<QString>("set");
        QTest::addColumn<QString>("problem");
        for (const auto& [set, id] : {std::pair{"length=100", "too_short"},
                                      {"length=6000", "too_long"},
                                      {"height=40", "no_hollow"},
                                      {"depth=60", "no_arms"},
                                      {"arm_spacing=30", "arms_too_close"},
                                      {"build=solid depth=50", "too_shallow"},
                                      {"build=solid height=20", "too_thin"},
                                      {"build=laminated layers=8 height=40", "layers_too_thin"},
                                      {"corbels=2 corbel_out=400", "corbel_sticks_out"},
                                      {"corbels=8 length=400", "no_room_for_corbels"},
                                      {"build=solid edge_size=60 height=100", "edge_too_big"},
                                      {"thickness=10 height=100", "no_plugs"}})
            QTest::newRow(set) << set << id;
    }
    void whatCannotBeSaysWhatWould() {
        QFETCH(QString, set);
        QFETCH(QString, problem);
        const Plan plan = test::planOf(test::with("mantel", set));
        QVERIFY2(test::saysWhatWould(plan, "mantel." + problem.toStdString()),
                 plan.findings.empty() ? "nothing" : plan.findings.front().id.c_str());
    }
    /// A wall that cannot carry the beam says so; nothing is hung on its cover.
    void aMantelThickerThanItsWallCanTakeFails() {
        Project p = mantelProject();
        mantel(p).depth = 400_mm;
        p.pieces.front().load.kgPerM = 60;
        const Plan plan = test::planOf(p);
        QVERIFY(first(plan).hold()->verdict.status == Status::fails);
        QVERIFY(plan.blocked());
    }
};

QTEST_APPLESS_MAIN(TestMantel)
#include "test_core_mantel.moc"
