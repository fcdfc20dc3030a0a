// The hollow: a box that closes, a ledger with arms that fits inside, an order in which it can be built.
#include "build/driver_reach.h"
#include "build/order.h"
#include "solid/query.h"
#include "strength/bar_torsion.h"
#include "strength/concealed.h"
#include "strength/fastener.h"
#include "support.h"
#include "support/arms/arms.h"

using namespace owl;

namespace {

Project hollowProject(Units units = Units::metric) {
    return newProject("hollow", units).value();
}
HollowParams& hollow(Project& p) {
    return std::get<HollowParams>(p.pieces.front().params);
}
const PiecePlan& first(const Plan& plan) {
    return plan.pieces.front();
}
/// kg of the box alone, all of it of one wood.
double boxMass(const PiecePlan& pp, const Species& wood) {
    double kg = 0;
    for (const auto& part : pp.assembly().parts)
        if (!part.fromSupport)
            kg += massOf(part, 1120 * wood.means.sg12);
    return kg;
}

} // namespace

class TestHollow : public QObject {
    Q_OBJECT
  private slots:
    void aDefaultHollowHangsOnArms() {
        for (const Units units : {Units::metric, Units::imperial}) {
            const Plan plan = test::planOf(hollowProject(units));
            const PiecePlan& pp = first(plan);
            QVERIFY(!plan.blocked());
            QVERIFY(pp.hold()->option.id.starts_with("arms-studs"));
            QVERIFY(pp.hold()->armX.size() >= 2);
            // an arm beside each of the ledger's screws, which takes its moment from it
            for (double x : pp.hold()->x)
                QVERIFY(std::any_of(pp.hold()->armX.begin(), pp.hold()->armX.end(),
                                    [&](double arm) { return std::abs(arm - x) < 50; }));
            QVERIFY(pp.assembly().find("ledger") && pp.assembly().find("arm-1"));
        }
    }
    /// A dummy as high as ledger and arms keeps the cavity open while the box is glued.
    void aDummyIsMadeForGluing() {
        for (const Units units : {Units::metric, Units::imperial}) {
            const Project p = hollowProject(units);
            const Plan plan = test::planOf(p);
            const auto& steps = first(plan).steps;
            const auto dry = std::find_if(steps.begin(), steps.end(),
                                          [](const BuildStep& s) { return s.id.ends_with("dry-fit"); });
            QVERIFY(dry != steps.end());
            const auto& c = *first(plan).assembly().seat<CavitySeat>();
            const std::string size = formatLength(c.z1 - c.z0 - c.clearance, p.style) + " high";
            QVERIFY2(dry->text.find("dummy") != std::string::npos &&
                         dry->text.find(size) != std::string::npos,
                     dry->text.c_str());
        }
        const Plan ledge = test::planOf(test::fresh());
        for (const auto& s : ledge.pieces.front().steps)
            QVERIFY(s.text.find("dummy") == std::string::npos);
    }
    void everyMakeClosesWithoutGapOrOverlap() {
        for (const HollowCorner corner :
             {HollowCorner::mitred, HollowCorner::frontCovers, HollowCorner::endsCover})
            for (const HollowSkin skin : {HollowSkin::letIn, HollowSkin::onTop})
                for (Length front : {12_mm, 18_mm, 30_mm}) {
                    Project p = hollowProject();
                    hollow(p).corners = corner;
                    hollow(p).skins = skin;
                    hollow(p).frontThickness = front; // two thicknesses meet in a mitre too
                    const PiecePlan pp = first(test::planOf(p));
                    const auto& parts = pp.assembly().parts;
                    for (std::size_t i = 0; i < parts.size(); ++i)
                        for (std::size_t k = 0; k < i; ++k)
                            QVERIFY2(separation(parts[i].solid, parts[k].solid) > -1e-3,
                                     (parts[i].id + " " + parts[k].id).c_str());
                    for (const auto& j : pp.assembly().joints) {
                        const Part* a = pp.assembly().find(j.first);
                        const Part* b = pp.assembly().find(j.second);
                        QVERIFY2(distance(a->solid, b->solid) <= j.gap + 1e-3, j.id.c_str());
                    }
                    // a mitre meets over its whole face
                    if (corner == HollowCorner::mitred && skin == HollowSkin::letIn) {
                        const double te = hollow(p).endThickness.mm();
                        const double want = std::hypot(te, front.mm()) * hollow(p).height.mm();
                        const double got = contactArea(pp.assembly().find("front")->solid,
                                                       pp.assembly().find("end-left")->solid);
                        QVERIFY2(std::abs(got - want) < 0.01 * want,
                                 qPrintable(QString("%1 %2").arg(got).arg(want)));
                    }
                }
    }
    void sheetsAreCutFromSheets() {
        for (const Units units : {Units::metric, Units::imperial}) {
            Project p = hollowProject(units);
            const double boards = first(test::planOf(p)).mass;
            p.pieces.front().params =
                withParameter(p.pieces.front().params, "skin_wood", "ply_birch", true).value();
            // As sold, not as named: the nearest to 18 mm, and to 3/4 in.
            QCOMPARE(hollow(p).topThickness.mm(), units == Units::metric ? 17.6 : 20.45);
            const Plan plan = test::planOf(p);
            QVERIFY(!plan.blocked());
            for (const char* id : {"top", "bottom"}) {
                const Part* part = first(plan).assembly().find(id);
                QVERIFY(part->stock == Stock::sheet && part->material == "ply_birch");
            }
            int sheets = 0;
            for (const auto& b : plan.cut.boards)
                for (const auto& s : plan.cutJob.stock)
                    if (s.id == b.stock && s.sheet) {
                        ++sheets;
                        QCOMPARE(s.material, std::string("ply_birch"));
                        // 5 mm off every edge before anything is measured.
                        QVERIFY(s.width == 1250_mm - 10_mm || s.width == 1525_mm - 10_mm);
                    }
            QVERIFY(sheets > 0);
            QVERIFY(std::any_of(plan.sequence.begin(), plan.sequence.end(), [](const SawCut& c) {
                return c.keep == "a straight edge to measure from" && c.rip && c.guided;
            }));
            // 680 against 390 to 520 kg/m3: the sheet is heavier, by its own density.
            QVERIFY(first(plan).mass > boards);
        }
    }
    void sheetsCreepAndBearByTheirOwnRule() {
        Project p = hollowProject();
        const auto longTerm = [&](const char* wood) {
            p.pieces.front().params = withParameter(p.pieces.front().params, "skin_wood", wood, true).value();
            const Plan plan = test::planOf(p);
            const auto& sag = first(plan).hold()->sag;
            return sag.instant > 0 ? sag.longTerm / sag.instant : 0;
        };
        QVERIFY(longTerm("mdf") > longTerm("ply_birch")); // 2.25 against 0.8
        QVERIFY(longTerm("ply_birch") > longTerm("same"));
    }
    void aSheetNeverSoldSoThickIsToldAndLayersThatShow() {
        Project p = hollowProject();
        p.pieces.front().params =
            withChanges(p.pieces.front().params, {{"skin_wood", "mdf"}, {"top_thickness", 20.0}});
        const Plan plan = test::planOf(p);
        const auto missing = std::find_if(plan.findings.begin(), plan.findings.end(),
                                          [](const Finding& f) { return f.title == "No such sheet"; });
        QVERIFY(missing != plan.findings.end());
        QVERIFY(missing->remedies.front().name.starts_with("Use 19"));
        p.pieces.front().params =
            withChanges(p.pieces.front().params,
                        {{"skin_wood", "ply_poplar"}, {"skins", "on_top"}, {"top_thickness", 18.0}});
        const Plan over = test::planOf(p);
        QVERIFY(std::any_of(over.findings.begin(), over.findings.end(),
                            [](const Finding& f) { return f.id == "hollow.plies_show"; }));
    }
    void armsKeepClearOfTheLedgersScrews() {
        Project p = hollowProject();
        hollow(p).length = 2000_mm;
        p.walls.front().spacing = 400_mm;
        const PiecePlan pp = first(test::planOf(p));
        for (double arm : pp.hold()->armX)
            for (double stud : pp.hold()->x)
                QVERIFY(std::abs(arm - stud) >= hollow(p).arms.frame.mm() / 2 + 12.5);
        for (std::size_t i = 1; i < pp.hold()->armX.size(); ++i)
            QVERIFY(pp.hold()->armX[i] - pp.hold()->armX[i - 1] < hollow(p).arms.spacing.mm() + 80);
    }
    void theBoxSlidesOverItsArms() {
        const PiecePlan pp = first(test::planOf(hollowProject()));
        Solid held;
        for (const auto& part : pp.assembly().parts)
            if (part.fromSupport)
                held.cells.insert(held.cells.end(), part.solid.cells.begin(), part.solid.cells.end());
        for (const auto& part : pp.assembly().parts)
            if (!part.fromSupport) // straight out of the wall it comes off, sideways not
                QVERIFY2(slidesFree(part.solid, {0, 400, 0}, held), part.id.c_str());
        QVERIFY(!slidesFree(pp.assembly().find("end-left")->solid, {50, 0, 0}, held));
    }
    void theOrderLetsEveryDriverReach() {
        Project p = hollowProject();
        hollow(p).arms.spacing = 150_mm; // arms at the very ends as well
        const PiecePlan pp = first(test::planOf(p));
        const JointOrder order = workableOrder(pp.assembly());
        QVERIFY(order.stuck().empty());
        std::set<std::string> there;
        for (const Joint* j : order.joints()) {
            for (const auto& way : inTheDriversWay(*j, pp.assembly()))
                QVERIFY2(!there.contains(way), (j->id + " " + way).c_str());
            there.insert(j->first);
            there.insert(j->second);
        }
        // the outer arms before the ends of the box, which would stand behind their lag screws
        const auto joints = order.joints();
        const auto at = [&](const std::string& id) {
            return std::find_if(joints.begin(), joints.end(), [&](const Joint* j) { return j->id == id; });
        };
        QVERIFY(at("ledger-arm-1") < at("front-end-left"));
    }
    /// A lag screw is one that is sold in those units, and holds by its thread without the tip: NDS 12.2 with
    /// thread and tip of B18.2.1 and DIN 571.
    void lagScrewsAreSoldAndHoldByTheirThread() {
        for (const Units units : {Units::metric, Units::imperial}) {
            const bool metric = units == Units::metric;
            Project p = hollowProject(units);
            p.pieces.front().load.handN = 0;
            const Plan plan = test::planOf(p);
            const Joint* j = first(plan).assembly().joint("ledger-arm-1");
            QVERIFY(j && j->fasteners.size() == 2);
            const Fastener& f = j->fasteners.front();
            QCOMPARE(f.diameter, metric ? 6.0 : 6.35);
            QVERIFY(std::abs(f.length - (metric ? 90 : 3.5 * 25.4)) < 1e-6);
            const double thread = metric ? 0.6 * 90 - 4 : 3.5 * 25.4 / 2 + 12.7 - 25.4 * 5 / 32;
            const Species* wood = catalog().findSpecies(speciesOf(p.pieces.front().params));
            const double G = wood->fastenerG();
            const double W = 0.75 * 27.86 * std::pow(G, 1.5) * std::pow(f.diameter, 0.75) * thread * 0.9;
            // what stands on the widest share, at the middle of the depth, and the weight of box, ledger and
            // arms
            const PiecePlan& pp = first(plan);
            const auto& seat = *pp.assembly().seat<CavitySeat>();
            const ArmsLayout arms = armsLayout(seat, pp.hold()->x, seat.rows);
            const double L = pp.assembly().length.mm();
            const double D = pp.assembly().depth.mm();
            double share = L / static_cast<double>(arms.arms.size());
            for (std::size_t i = 1; i < arms.arms.size(); ++i)
                share = std::max(share, arms.arms[i] - arms.arms[i - 1]);
            const double w = (p.pieces.front().load.kgPerM / 1000 + boxMass(pp, *wood) / L) * gravity;
            const double a = D - arms.t;
            const double M = w * share * (a / D) * a / 2;
            const double z1 = arms.high / 4;
            const double z2 = arms.high * 3 / 4;
            const double T = 1.5 * M * z2 / (z1 * z1 + z2 * z2);
            const double V = w * share / 2;
            LateralInput side;
            side.d = f.diameter;
            side.root = metric ? 4.2 : 4.394;
            side.side = arms.t - 6;
            side.pen = f.length - side.side;
            side.Gmain = side.Gside = G;
            side.thetaSide = 90;
            side.endGrain = true;
            side.CD = 0.9;
            const double Z = lateral(side).Z;
            const double alpha = std::atan2(T, V);
            const double both = W * Z / (W * std::pow(std::cos(alpha), 2) + Z * std::pow(std::sin(alpha), 2));
            const double u = std::max({std::hypot(T, V) / both, T / W, V / Z});
            const Check* c = test::check(*pp.hold(), "arm_joint");
            QVERIFY(c);
            QVERIFY2(std::abs(c->utilisation() - u) < 0.01 * u,
                     qPrintable(QString("%1 %2").arg(c->utilisation()).arg(u)));
        }
    }
    /// An arm away from the screws twists the ledger: T shared by the lever rule, tau = T (3 + 1.8 t/h)/(h
    /// t²), theta = T l/(G beta h t³): by hand on a bar 18 x 80 with E 9000 between screws 400 apart.
    void anArmBetweenTheStudsTwistsTheLedger() {
        const double GJ = 9000.0 / 16 * (1 - 0.63 * 18 / 80) / 3 * 80 * 18 * 18 * 18;
        QVERIFY(std::abs(barGJ(18, 80, 9000) - GJ) < 1e-6 * GJ);
        // 30 N m in the middle: 15 N m to either side, 200 mm away
        const BarTwist middle = barTwist({100, 500}, {{300, 30000}}, GJ);
        QCOMPARE(middle.worst, 15000.0);
        QVERIFY(std::abs(middle.theta[0] - 15000 * 200 / GJ) < 1e-9);
        // 30 N m a quarter along: 22.5 and 7.5; 30 N m past the end goes there whole; one beside a screw
        // twists nothing, and is turned with the bar where it stands
        const BarTwist more = barTwist({100, 500}, {{200, 30000}, {620, 30000}, {140, 50000}}, GJ);
        QCOMPARE(more.worst, 30000.0);
        QCOMPARE(more.at, 620.0);
        QVERIFY(std::abs(more.theta[0] - 22500 * 100 / GJ) < 1e-9);
        QVERIFY(std::abs(more.theta[1] - 30000 * 120 / GJ) < 1e-9);
        QVERIFY(std::abs(more.theta[2] - 22500 * 40 / GJ) < 1e-9);
        QVERIFY(std::abs(barShear(15000, 18, 80) - 15000 * (3 + 1.8 * 18 / 80) / (80 * 18 * 18)) < 1e-9);
        // arms beside the studs twist nothing; arms every 150 mm do, and the thin ledger is the first to give
        Project p = hollowProject(Units::metric);
        const auto used = [&] {
            return test::check(*first(test::planOf(p)).hold(), "ledger_twist")->utilisation();
        };
        QCOMPARE(used(), 0.0);
        hollow(p).arms.spacing = 150_mm;
        QVERIFY(used() > 0.1);
    }
    void nothingReachesWhereEverythingIsInTheWay() {
        Assembly a;
        a.length = 100_mm;
        a.parts.push_back(blankPart("a", "a", 100_mm, 50_mm, 20_mm, {}));
        a.parts.push_back(blankPart("b", "b", 100_mm, 50_mm, 20_mm, {{0, 0, 20}}));
        a.parts.push_back(blankPart("lid", "lid", 100_mm, 50_mm, 20_mm, {{0, 0, -60}}));
        Joint lid;
        lid.id = "lid";
        lid.first = "lid";
        lid.second = "a";
        Joint screw;
        screw.id = "screw";
        screw.first = "a";
        screw.second = "b";
        screw.fasteners = {{"screw", {50, 25, 2}, {0, 0, 1}, 30, 4, {"a", "b"}, false}};
        a.joints = {lid, screw};
        QCOMPARE(inTheDriversWay(screw, a), std::vector<std::string>{"lid"});
        QCOMPARE(workableOrder(a).joints().front()->id, std::string("screw"));
        QVERIFY(workableOrder(a).stuck().empty());
        a.joints[1].second = "lid"; // it needs the lid that stands in its own way
        QCOMPARE(workableOrder(a).stuck(), std::vector<std::string>{"screw"});
    }
    void tallerLedgersPullLess() {
        double last = 1e9;
        for (Length h : {90_mm, 120_mm, 160_mm}) {
            Project p = hollowProject();
            hollow(p).height = h;
            const Plan plan = test::planOf(p);
            const Check* c = test::check(*first(plan).hold(), "wall_screws");
            QVERIFY(c && *c->leaning < last);
            last = *c->leaning;
        }
    }
    void oneStudAndAnAnchorWhereTheLookAsksForIt() {
        Project p = hollowProject();
        hollow(p).length = 600_mm;
        hollow(p).depth = 160_mm;
        hollow(p).height = 140_mm;
        p.pieces.front().load.kgPerM = 2;
        p.pieces.front().hold.support = "arms-studs-m6-beside";
        p.pieces.front().hold.rows = 1;
        Wall& wall = p.walls.front();
        // Two studs behind it: nobody needs the anchor.
        QVERIFY(!first(test::planOf(p)).hold()->feasible ||
                first(test::planOf(p)).hold()->option.beside == nullptr ||
                first(test::planOf(p)).studs.size() == 1);
        wall.studMode = StudMode::positions;
        wall.studs.clear();
        wall.studs.push_back({wall.width / 2, Length(), 1.0, StudSource::typed});
        const Plan plan = test::planOf(p);
        const PiecePlan& pp = first(plan);
        const SupportVerdict& hold = *pp.hold();
        QVERIFY2(hold.feasible, hold.refusal.c_str());
        QCOMPARE(hold.x.size(), std::size_t(2));
        QVERIFY(hold.beside >= 0);
        // Each kind of fixing is judged where it is: the anchor's figures by hand.
        const Check* anchor = test::check(hold, "anchors");
        QVERIFY(anchor && test::check(hold, "wall_screws"));
        const auto i = static_cast<std::size_t>(hold.beside);
        const SupportDemand& at = hold.demands.at(i);
        const double z = hold.rows.back() - pp.assembly().seat<CavitySeat>()->z0.mm() -
                         pp.assembly().seat<CavitySeat>()->clearance.mm(); // above the ledger's lower edge
        const double T = std::min(hold.option.beside->tensionLow, 135.0);
        const double V = std::min(hold.option.beside->shearLow, 270.0);
        const double want = 1.5 * at.turnStanding / z / T + at.shearStanding / V;
        QVERIFY2(std::abs(*anchor->standing - want) < 0.01 * want,
                 fmt::format("{} {}", *anchor->standing, want).c_str());
        // It has a hole of its own in the wall, and stands on the list.
        QCOMPARE(std::count_if(pp.marks.begin(), pp.marks.end(),
                               [](const WallMark& m) { return m.into == "cover" && m.what == "anchor"; }),
                 1);
        QVERIFY(std::any_of(plan.shopping.begin(), plan.shopping.end(), [&](const ShoppingLine& l) {
            return l.what.starts_with(hold.option.beside->name);
        }));
        QVERIFY(std::any_of(plan.findings.begin(), plan.findings.end(),
                            [](const Finding& f) { return f.id == "beside_stud"; }));
        // Where wires take every place, nothing is drilled.
        HeldPiece piece;
        piece.assembly = &pp.assembly();
        WallBehind barred;
        barred.studs = {300};
        barred.anchors.emplace();
        StaticsCache cache;
        const SupportVerdict none = judgeArms({piece, barred, hold.option, cache, 1, true});
        QVERIFY(!none.feasible && none.refusal.find("clear of wires") != std::string::npos);
        // Left to choose, the program never takes it.
        p.pieces.front().hold.support = "auto";
        QVERIFY(first(test::planOf(p)).hold()->option.beside == nullptr);
    }
    void theCoverAloneIsRefused() {
        Project p = hollowProject();
        p.pieces.front().hold.support = "arms-anchors";
        const Plan plan = test::planOf(p);
        QVERIFY(!first(plan).hold()->feasible);
        QVERIFY(first(plan).hold()->refusal.find("cover") != std::string::npos);
    }
    void badInputIsToldWithARemedyAndStillDrawn_data() {
        QTest::addColumn<QString>("set");
        QTest::addColumn<QString>("finding");
        QTest::newRow("skins thicker than the box") << "top_thickness=60"
                                                    << "hollow.no_hollow";
        QTest::newRow("no room for arms") << "depth=60"
                                          << "hollow.no_arms";
        QTest::newRow("6 m") << "length=6 m"
                             << "hollow.too_long";
        QTest::newRow("shorter than its ends") << "length=30"
                                               << "hollow.too_short";
        QTest::newRow("arms everywhere") << "arm_spacing=20"
                                         << "hollow.arms_too_close";
        QTest::newRow("chamfer through the board") << "chamfer=40"
                                                   << "hollow.chamfer_too_big";
    }
    void badInputIsToldWithARemedyAndStillDrawn() {
        QFETCH(QString, set);
        QFETCH(QString, finding);
        Project p = hollowProject();
        auto changed = withParameter(p.pieces.front().params, set.section('=', 0, 0).toStdString(),
                                     set.section('=', 1).toStdString(), true);
        QVERIFY2(changed.has_value(), changed ? "" : changed.error().c_str());
        p.pieces.front().params = *changed;
        const Plan plan = test::planOf(p);
        const Finding* f = test::finding(plan, finding.toStdString());
        QVERIFY2(f && !f->remedies.empty(), qPrintable(finding));
        for (const auto& part : first(plan).assembly().parts) {
            QVERIFY(part.length > Length() && part.width > Length() && part.thickness > Length());
            QVERIFY(std::isfinite(part.volume()));
        }
    }
};

QTEST_APPLESS_MAIN(TestHollow)
#include "test_core_hollow.moc"
