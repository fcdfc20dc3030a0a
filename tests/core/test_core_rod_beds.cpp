// What rods stand in beside bored studs: plates, strips, plugs, mortar; drills as one buys them.
#include "assembly/drill_sizes.h"
#include "support.h"
#include "support/rods/rods_work.h"

using namespace owl;

namespace {

Project slabOn(RodWay way, const char* construction, double kgPerM = 8) {
    Project p = newProject("slab", Units::metric).value();
    auto& slab = std::get<SlabParams>(p.pieces.front().params);
    slab.rods = way;
    slab.length = 900_mm;
    slab.depth = 180_mm;
    p.pieces.front().load.kgPerM = kgPerM;
    p.pieces.front().load.handN = 0;
    p.walls.front().construction = construction;
    p.walls.front().coverThickness = Length::mm(12.5);
    return p;
}
const Check* checkOf(const SupportVerdict& v, const char* id) {
    const auto it =
        std::find_if(v.checks.begin(), v.checks.end(), [&](const Check& c) { return c.id == id; });
    return it == v.checks.end() ? nullptr : &*it;
}
/// N mm at the support that turns most, by what stands there.
double mostTurning(const SupportVerdict& v) {
    double M = 0;
    for (const auto& d : v.demands)
        M = std::max(M, d.turnStanding);
    return M;
}
const BuildStep* stepOf(const PiecePlan& pp, const std::string& end) {
    const auto it = std::find_if(pp.steps.begin(), pp.steps.end(),
                                 [&](const BuildStep& s) { return s.id.ends_with(end); });
    return it == pp.steps.end() ? nullptr : &*it;
}

} // namespace

class TestRodBeds : public QObject {
    Q_OBJECT
  private slots:
    /// Who bores must read how before the drill is in the wall: the guide is asked for where the holes are
    /// bored.
    void theGuideComesBeforeTheHoles() {
        const Plan plan = test::planOf(newProject("slab", Units::metric).value());
        const auto& steps = plan.pieces.front().steps;
        const auto asks = [](const BuildStep& s) {
            return std::find(s.tools.begin(), s.tools.end(), "guide block") != s.tools.end();
        };
        const auto bored = std::find_if(steps.begin(), steps.end(),
                                        [](const BuildStep& s) { return s.id.ends_with("/mark-wall"); });
        QVERIFY(bored != steps.end() && asks(*bored));
        QVERIFY(bored->text.find("square to the wall") != std::string::npos);
        QVERIFY(std::none_of(bored + 1, steps.end(), asks));
    }
    void drillsAreSold() {
        QCOMPARE(rodBore(12, 0.3, true), 12.0); // 12.3 mm is no drill
        QCOMPARE(rodBore(12, 0.6, true), 13.0);
        QCOMPARE(rodBore(12.7, 0.3, false), 12.7); // 33/64 in neither
        QVERIFY(std::abs(rodBore(12.7, 1.0, false) - 25.4 * 9 / 16) < 1e-9);
        QVERIFY(std::abs(rodBore(15.875, 0.0, false) - 15.875) < 1e-9);
        QCOMPARE(groutedBore(12, true), 14.0);
        QVERIFY(std::abs(groutedBore(12.7, false) - 15.875) < 1e-9);
        for (double d = 6; d < 25; d += 0.37)
            for (const bool metric : {true, false})
                QVERIFY(rodBore(d, 0.2, metric) >= d - 1e-6 && groutedBore(d, metric) >= d + 1.5 - 1e-6);
    }
    void screwsOfAPlateStandClearOfItsRod() {
        const Screw& s = *catalog().findScrew("m5");
        const PlateScrews p = plateScrews(38, 12, s); // plate 26 mm high, its middle at 13
        const double clear = 12.0 / 2 + s.head / 2 + 1.5;
        const double up = 13 - s.head / 2 - 1.5;
        QVERIFY(std::abs(p.z[0] - (13 - up)) < 1e-9 && std::abs(p.z[1] - (13 + up)) < 1e-9);
        QVERIFY(std::abs(std::hypot(p.aside, up) - clear) < 1e-9);
        const PlateScrews high = plateScrews(80, 12, s); // room above and below: none beside
        QVERIFY(std::abs(high.aside) < 1e-9 && std::abs(high.z[1] - high.z[0] - 2 * clear) < 1e-9);
    }
    void plateByHand() {
        // S8.5: T = 1.5 M z/sum z^2 on two screws; the plate presses with C over its width and pressed depth.
        Project p = slabOn(RodWay::plate, "timber_stud_eu");
        const Plan plan = test::planOf(p);
        const SupportVerdict& v = *plan.pieces.front().hold();
        QVERIFY2(v.feasible, v.refusal.c_str());
        const double M = mostTurning(v);
        const std::vector<double> z =
            plateScrews(plan.pieces.front().assembly().seat<RodSeat>()->thickness.mm(), v.option.rod->d,
                        *v.option.screw)
                .z;
        const double sum = z[0] + z[1];
        const double sum2 = z[0] * z[0] + z[1] * z[1];
        const double width = std::min(40.0, catalog().findWall("timber_stud_eu")->studWidth);
        const double mean = 1.5 * M * sum / sum2 / (width * sum2 / sum);
        const Check* press = checkOf(v, "wall_crush");
        QVERIFY(press);
        QVERIFY2(std::abs(press->demand - mean) < 0.01 * mean,
                 qPrintable(QString("%1 %2").arg(press->demand).arg(mean)));
        QVERIFY(checkOf(v, "wall_screws") && !checkOf(v, "rail_crush")); // steel is not pressed in
    }
    void plugsAddTheirForceAndTheirMoment() {
        const Plan plan = test::planOf(slabOn(RodWay::plug, "concrete", 3));
        const SupportVerdict& v = *plan.pieces.front().hold();
        QVERIFY2(v.feasible, v.refusal.c_str());
        double u = 0;
        for (const auto& d : v.demands)
            u = std::max(u, d.shearStanding / 150 + d.turnStanding / 20'000);
        const Check* plug = checkOf(v, "plug");
        QVERIFY2(plug && std::abs(*plug->standing - u) < 0.02 * u, qPrintable(QString::number(u)));
        const BuildStep* set = stepOf(plan.pieces.front(), "/fix-support");
        QVERIFY(set && set->text.find("turn it until its rod is level") != std::string::npos);
        QVERIFY(std::any_of(plan.shopping.begin(), plan.shopping.end(), [](const ShoppingLine& l) {
            return l.what.starts_with("adjustable plug for a rod");
        }));
    }
    void aStripTurnsWithItsScrews() {
        // Its turn, 1.5 M/(K z^2) times the depth, is more than the same rods drop in studs of the same wood.
        Project p = slabOn(RodWay::strip, "timber_stud_eu", 4);
        const Plan plan = test::planOf(p);
        const SupportVerdict& v = *plan.pieces.front().hold();
        QVERIFY2(v.feasible, v.refusal.c_str());
        const double M = mostTurning(v);
        const Screw& s = *v.option.screw;
        const double K = 25 * s.d * s.thread(v.pen, v.screwLength) / 2; // the cover is squeezed behind it
        const double half = plan.pieces.front().assembly().seat<RodSeat>()->thickness.mm() / 2;
        const double turn = 1.5 * M / (K * half * half);
        QVERIFY2(v.droopNow > turn * 180 && v.droopNow < turn * 180 + 6,
                 qPrintable(QString("%1 %2").arg(v.droopNow).arg(turn * 180)));
        QVERIFY(checkOf(v, "wall_crush") && checkOf(v, "rail_crush"));
    }
    void mortarIsBoughtAndToldWhereItIsReckonedWith() {
        const Plan plan = test::planOf(slabOn(RodWay::masonry, "solid_brick"));
        const PiecePlan& pp = plan.pieces.front();
        QVERIFY(pp.hold()->feasible);
        const BuildStep* set = stepOf(pp, "/fix-support");
        QVERIFY(set && set->text.find("injection mortar") != std::string::npos);
        const BuildStep* bored = stepOf(pp, "/mark-wall");
        QVERIFY2(bored && bored->text.find("50 mm or more from any edge") != std::string::npos,
                 set->text.c_str());
        QCOMPARE(pp.marks.front().drill, groutedBore(pp.hold()->option.rod->d, true));
        QVERIFY(std::any_of(plan.shopping.begin(), plan.shopping.end(),
                            [](const ShoppingLine& l) { return l.what == "injection mortar"; }));
    }
    void noWishIsReplacedInSilence() {
        struct Asked {
            RodWay way;
            const char *wall, *name;
        };
        for (const auto& [way, wall, name] : {Asked{RodWay::plate, "solid_brick", "rods on plates"},
                                              Asked{RodWay::strip, "concrete", "rods in a strip"},
                                              Asked{RodWay::masonry, "timber_stud_eu", "rods in the masonry"},
                                              Asked{RodWay::plug, "timber_stud_eu", "rods in adjustable"}}) {
            const Plan plan = test::planOf(slabOn(way, wall));
            QVERIFY(!plan.pieces.front().hold()->feasible);
            const Finding* f = test::finding(plan, "no_support");
            QVERIFY2(f && f->text.find(name) != std::string::npos, name);
            QVERIFY2(f->text.find(std::string(wall) == "timber_stud_eu" ? "timber" : "none") !=
                             std::string::npos ||
                         f->text.find("is none") != std::string::npos,
                     f->text.c_str());
            QVERIFY(!f->remedies.empty());
        }
    }
};

QTEST_GUILESS_MAIN(TestRodBeds)
#include "test_core_rod_beds.moc"
