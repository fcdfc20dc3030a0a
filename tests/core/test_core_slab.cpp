// The slab: its boards, edges, rods; what cannot be says so and is still drawn.
#include "plan/remedies.h"
#include "solid/query.h"
#include "support.h"

using namespace owl;

namespace {

Project slabProject(Units units = Units::metric) {
    return newProject("slab", units).value();
}
SlabParams& slab(Project& p) {
    return std::get<SlabParams>(p.pieces.front().params);
}
const PiecePlan& first(const Plan& plan) {
    return plan.pieces.front();
}
const SupportVerdict* support(const Plan& plan, const std::string& id) {
    for (const auto& s : first(plan).supports)
        if (s.option.id == id)
            return &s;
    return nullptr;
}
bool tells(const Plan& plan, const std::string& id) {
    return test::finding(plan, "slab." + id) != nullptr;
}
double woodVolume(const PiecePlan& pp) {
    double v = 0;
    for (const auto& p : pp.assembly().parts)
        if (!p.fromSupport)
            v += p.volume();
    return v;
}

} // namespace

class TestSlab : public QObject {
    Q_OBJECT
  private slots:
    void aDefaultSlabHangsOnRodsInTheStuds() {
        for (const Units units : {Units::metric, Units::imperial}) {
            const Plan plan = test::planOf(slabProject(units));
            const PiecePlan& pp = first(plan);
            QVERIFY(!plan.blocked());
            QVERIFY(pp.hold()->option.id == "rods-stud");
            QVERIFY(pp.hold()->x.size() >= 2);
            QCOMPARE(pp.marks.size(), pp.hold()->x.size());
            QVERIFY(pp.assembly().find("rod-1") && pp.assembly().find("rod-1")->fromSupport);
            // every rod stands in a hole of the shelf, a little deeper than it goes in
            const Part* shelf = pp.assembly().find("shelf");
            QCOMPARE(shelf->holes.size(), pp.hold()->x.size());
            QVERIFY(std::abs(shelf->holes.front().depth - pp.hold()->inShelf - 2) < 1e-6);
            QVERIFY(shelf->holes.front().diameter >= pp.hold()->option.rod->d);
        }
    }
    /// A rod wants four diameters of board beside it: a stud nearer to the end is named with the length that
    /// cures.
    void aStudTooNearAnEndIsNamed() {
        Project p = slabProject();
        p.pieces.front().place.anchor = Anchor::typed;
        p.pieces.front().place.x = 1000_mm;
        slab(p).length = 800_mm;
        slab(p).rodD = 12_mm;
        Wall& w = p.walls.front();
        w.studMode = StudMode::positions;
        w.studs = test::found({1300_mm, 1780_mm}); // 20 mm from the right end; 48 wanted
        const Plan plan = test::planOf(p);
        const SupportVerdict& h = *first(plan).hold();
        QVERIFY(!h.feasible);
        QVERIFY2(h.refusal.starts_with("too near the end"), h.refusal.c_str());
        QVERIFY2(std::abs(h.shortBy - 28) < 1, h.refusal.c_str());
        Plan cured = plan;
        keepCures(p, test::shop(), catalog(), cured);
        const Finding* f = test::finding(cured, "no_support");
        QVERIFY(f && !f->remedies.empty());
        QVERIFY(std::any_of(f->remedies.begin(), f->remedies.end(),
                            [](const Remedy& r) { return r.name == "Make it 28 mm longer"; }));
    }
    void theRodAgreesWithTheSumByHand() {
        // All torque on two rods that stand the same: each takes half of weight and turning.
        Project p = slabProject();
        p.pieces.front().load.kgPerM = 20;
        p.pieces.front().load.handN = 0;
        slab(p).length = 900_mm;
        p.walls.front().firstStud = 450_mm;
        p.walls.front().spacing = 600_mm;
        p.pieces.front().place.anchor = Anchor::typed;
        p.pieces.front().place.x = 300_mm; // rods at 150 and 750
        const Plan plan = test::planOf(p);
        const SupportVerdict& v = *first(plan).hold();
        QCOMPARE(v.x.size(), std::size_t(2));
        const double each = (first(plan).mass + 18) * gravity / 2;
        QVERIFY(std::abs(v.reactions[0] - each) < 0.05 && std::abs(v.reactions[1] - each) < 0.05);
        const Check* rod = test::check(v, "rod");
        const double d = v.option.rod->d;
        const double Z = std::acos(-1.0) * d * d * d / 32;
        double My = 0; // about the wall: wood and things at half the depth, rods where they are
        for (const auto& part : first(plan).assembly().parts)
            My += massOf(part, first(plan).woodDensity) * gravity * part.solid.centre().y;
        const double M = (My + 18 * gravity * 100) / 2;
        const double lambda =
            std::pow(449.99 * 449.99 / 350 / (4 * 200'000 * std::acos(-1.0) * std::pow(d, 4) / 64), 0.25);
        const double Md = M + each * 12.5 + each * std::min(0.3224 / lambda, 4 * v.inWall / 27);
        QVERIFY2(std::abs(rod->demand - Md / Z) < 0.01 * rod->demand,
                 qPrintable(QString("%1 %2").arg(rod->demand).arg(Md / Z)));
    }
    void turningIsSharedWithoutLoss() {
        Project p = slabProject();
        slab(p).length = 1800_mm;
        p.walls.front().spacing = 400_mm;
        const Plan plan = test::planOf(p);
        const SupportVerdict& v = *first(plan).hold();
        QVERIFY(v.x.size() >= 4);
        const SupportCase& end = v.cases[1]; // the hand at the left end
        QVERIFY(end.hand && *end.hand == 0);
        double sum = 0;
        for (std::size_t i = 0; i < end.M.size(); ++i)
            sum += end.M[i] - v.cases[0].M[i];
        QVERIFY(std::abs(sum - 220.0 * 200) < 1);
        const double first0 = end.M[0] - v.cases[0].M[0];
        QVERIFY(first0 < 220.0 * 200 && first0 > 220.0 * 200 / static_cast<double>(v.x.size()));
        for (std::size_t i = 0; i + 1 < end.M.size(); ++i) // falls off along the slab
            QVERIFY(end.M[i] - v.cases[0].M[i] >= end.M[i + 1] - v.cases[0].M[i + 1] - 1e-6);
    }
    void boardsAndLayersMakeTheSlab() {
        for (const SlabBuild build : {SlabBuild::edgeGlued, SlabBuild::laminated})
            for (int n : {2, 3, 4}) {
                Project p = slabProject();
                slab(p).build = build;
                slab(p).boards = n;
                slab(p).rods = RodWay::stud; // plates would take wood away
                slab(p).thickness = build == SlabBuild::laminated ? 18_mm * n : 40_mm;
                const Plan plan = test::planOf(p);
                const PiecePlan& pp = first(plan);
                QCOMPARE(std::count_if(pp.assembly().parts.begin(), pp.assembly().parts.end(),
                                       [](const Part& q) { return !q.fromSupport; }),
                         n);
                QVERIFY(std::abs(woodVolume(pp) -
                                 (slab(p).length.mm() * slab(p).depth.mm() * slab(p).thickness.mm())) < 1);
                std::size_t glued = 0;
                for (const auto& j : pp.assembly().joints)
                    glued += j.kind == "edge_glue" || j.kind == "face_glue";
                QCOMPARE(glued, static_cast<std::size_t>(n - 1));
            }
    }
    void edgesTakeWhatTheyShould() {
        Project p = slabProject();
        slab(p).endsToo = false;
        const double whole = woodVolume(first(test::planOf(p)));
        const double L = slab(p).length.mm();
        const double r = 6;
        slab(p).edgeSize = 6_mm;
        struct Row {
            EdgeShape shape;
            double area; // taken at one arris
        };
        for (const auto& [shape, area] : {Row{EdgeShape::chamfer, r * r / 2},
                                          Row{EdgeShape::roundOver, r * r * (1 - std::acos(-1.0) / 4)},
                                          Row{EdgeShape::cove, r * r * std::acos(-1.0) / 4}}) {
            slab(p).edge = shape;
            const double gone = whole - woodVolume(first(test::planOf(p)));
            QVERIFY2(std::abs(gone - 2 * area * L) < 0.03 * 2 * area * L, qPrintable(QString::number(gone)));
        }
    }
    /// A profile across end grain tears out at the corners: the ends come first. Along the front alone there
    /// are none.
    void endGrainIsShapedFirst() {
        Project p = slabProject();
        slab(p).edge = EdgeShape::roundOver;
        const auto shaping = [&](bool ends) {
            slab(p).endsToo = ends;
            const Plan plan = test::planOf(p);
            for (const auto& s : first(plan).steps)
                if (s.id.ends_with("/shape-profile"))
                    return QString::fromStdString(s.text);
            return QString();
        };
        QVERIFY(shaping(true).contains("along the front and both ends of the slab"));
        QVERIFY(shaping(true).contains("End grain first"));
        QVERIFY(shaping(false).contains("along the front of the slab"));
        QVERIFY(!shaping(false).contains("End grain first"));
    }
    void aWaneyEdgeFollowsItsReadings() {
        Project p = slabProject();
        slab(p).length = 900_mm;
        slab(p).waney = "0 0, 450 20, 900 0";
        const Plan plan = test::planOf(p);
        QVERIFY(!tells(plan, "waney_unread"));
        QVERIFY(std::abs(woodVolume(first(plan)) - (900 * 200 * 40 - 900 * 20 / 2.0 * 40)) < 1);
        slab(p).waney = "0 five";
        QVERIFY(tells(test::planOf(p), "waney_unread"));
        slab(p).waney = "0 5, 900 5"; // the depth is measured where it stands out most
        QCOMPARE(first(test::planOf(p)).assembly().find("shelf")->bounds().size.y, 200_mm);
    }
    void aStripComesOffTheSameBoard() {
        Project p = slabProject();
        slab(p).rods = RodWay::strip;
        p.pieces.front().hold.leaning = Leaning::nobody;
        const Plan plan = test::planOf(p);
        const PiecePlan& pp = first(plan);
        const Part* strip = pp.assembly().find("strip");
        const Part* shelf = pp.assembly().find("shelf");
        QVERIFY(strip && shelf);
        QCOMPARE(strip->width + shelf->width, slab(p).depth); // the depth comes out
        QCOMPARE(pp.assembly().together.front().width, slab(p).depth + p.wood.kerf);
        QVERIFY(std::abs(shelf->solid.bounds().low.y - strip->width.mm()) < 1e-9);
        for (const auto& m : pp.hold()->mounting.mounts) // screws on studs, clear of the rods
            for (double x : pp.hold()->rodX)
                QVERIFY(std::abs(m.at.x - x) > pp.hold()->option.rod->d / 2 + 5);
        QVERIFY(!plan.cut.boards.empty());
    }
    void platesAreLetIn() {
        Project p = slabProject();
        slab(p).rods = RodWay::plate;
        slab(p).thickness = 60_mm;
        const Plan plan = test::planOf(p);
        const PiecePlan& pp = first(plan);
        const Part* plate = pp.assembly().find("plate-1");
        QVERIFY(plate);
        QVERIFY(separation(plate->solid, pp.assembly().find("shelf")->solid) > -1e-6);
        QCOMPARE(pp.hold()->mounting.mounts.size(), 2 * pp.hold()->x.size());
    }
    /// What crosses the glue between layers is made once, when they are one board.
    void layersAreBoredAndRecessedTogether() {
        Project p = slabProject();
        slab(p).build = SlabBuild::laminated;
        slab(p).rods = RodWay::plate;
        slab(p).thickness = 80_mm;
        const Plan plan = test::planOf(p);
        std::size_t glued = 0;
        std::size_t recessed = 0;
        std::vector<const BuildStep*> bored;
        const auto& steps = first(plan).steps;
        for (std::size_t i = 0; i < steps.size(); ++i) {
            if (steps[i].id.ends_with("/face-1"))
                glued = i;
            if (steps[i].id.ends_with("/shape-recesses"))
                recessed = i;
            if (steps[i].id.find("/bore-") != std::string::npos)
                bored.push_back(&steps[i]);
        }
        QVERIFY(glued > 0 && recessed > glued);
        QCOMPARE(steps[recessed].shapes.size(), std::size_t(2)); // half of it in each
        QCOMPARE(bored.size(), std::size_t(1));
        QCOMPARE(bored.front()->shapes.size(), 2 * first(plan).hold()->rodX.size());
        QVERIFY2(bored.front()->text.find("They run in layer 1 and layer 2 at once") != std::string::npos,
                 bored.front()->text.c_str());
    }
    /// Rods stand in a strip that is bored before they come, each bit by itself, and all come in one go.
    void aStripIsBoredBeforeItsRodsCome() {
        Project p = slabProject();
        slab(p).rods = RodWay::strip;
        slab(p).thickness = 60_mm;
        slab(p).depth = 250_mm;
        const Plan plan = test::planOf(p);
        const auto& steps = first(plan).steps;
        const auto at = [&](const std::string& end) {
            return std::find_if(steps.begin(), steps.end(),
                                [&](const BuildStep& s) { return s.id.ends_with(end); });
        };
        const auto bored = at("/bore-strip");
        const auto set = at("/strip-rod-1");
        QVERIFY(bored != steps.end() && set != steps.end() && bored < set);
        QCOMPARE(set->joins.size(), first(plan).hold()->rodX.size());
        QVERIFY2(set->text.find("turn the rod in") != std::string::npos &&
                     set->text.find("clamp every") == std::string::npos,
                 set->text.c_str());
        QVERIFY2(bored->text.find("must be square") != std::string::npos, bored->text.c_str());
        const std::string rods = bored->text.substr(0, bored->text.find(" (12 mm wide"));
        QVERIFY2(rods.find("wide") != std::string::npos,
                 bored->text.c_str()); // the screws' holes are one group
    }
    void masonryTakesRodsAndPlugs() {
        Project p = slabProject();
        p.walls.front().construction = "concrete";
        Plan plan = test::planOf(p);
        QVERIFY(first(plan).hold()->option.id == "rods-masonry");
        QVERIFY(first(plan).marks.front().into.find("oncrete") != std::string::npos);
        QVERIFY(support(plan, "rods-plug"));
        p.walls.front().construction = "aerated_block";
        plan = test::planOf(p);
        QVERIFY(!first(plan).hold()->feasible);
        QVERIFY(first(plan).hold()->refusal.find("resin") != std::string::npos);
    }
    void everyRodMaterialIsSold() {
        for (const RodMetal m :
             {RodMetal::steel, RodMetal::stainless, RodMetal::aluminium, RodMetal::hardwood})
            for (const Units units : {Units::metric, Units::imperial}) {
                Project p = slabProject(units);
                slab(p).rodMetal = m;
                slab(p).thickness = units == Units::metric ? 80_mm : Length::inches(3);
                const Plan plan = test::planOf(p);
                QVERIFY2(first(plan).hold()->feasible, first(plan).hold()->refusal.c_str());
                QVERIFY(first(plan).hold()->option.rod->metric == (units == Units::metric));
            }
    }
    void badInputIsToldWithARemedyAndStillDrawn_data() {
        QTest::addColumn<QString>("set");
        QTest::addColumn<QString>("finding");
        QTest::newRow("20 mm deep") << "depth=20"
                                    << "slab.too_shallow";
        QTest::newRow("10 mm thick") << "thickness=10"
                                     << "slab.too_thin";
        QTest::newRow("80 mm long") << "length=80"
                                    << "slab.too_short";
        QTest::newRow("12 m long") << "length=12 m"
                                   << "slab.too_long";
        QTest::newRow("edge bigger than the board") << "edge=round_over,edge_size=50"
                                                    << "slab.edge_too_big";
        QTest::newRow("strip wider than the board leaves") << "rods=strip,strip=190"
                                                           << "slab.strip_too_wide";
        QTest::newRow("strip off several boards") << "rods=strip,build=edge_glued"
                                                  << "slab.strip_of_several";
        QTest::newRow("cable hole at the end") << "cable=yes,cable_at=5"
                                               << "slab.cable_at_end";
        QTest::newRow("one board of several") << "build=laminated,boards=1"
                                              << "slab.one_board";
    }
    void badInputIsToldWithARemedyAndStillDrawn() {
        QFETCH(QString, set);
        QFETCH(QString, finding);
        Project p = slabProject();
        for (const QString& s : set.split(',')) {
            auto changed = withParameter(p.pieces.front().params, s.section('=', 0, 0).toStdString(),
                                         s.section('=', 1).toStdString(), true);
            QVERIFY2(changed.has_value(), changed ? "" : changed.error().c_str());
            p.pieces.front().params = *changed;
        }
        const Plan plan = test::planOf(p);
        const Finding* f = test::finding(plan, finding.toStdString());
        QVERIFY2(f, qPrintable(finding));
        QVERIFY(!f->remedies.empty());
        QVERIFY(woodVolume(first(plan)) > 0);
        for (const auto& part : first(plan).assembly().parts)
            QVERIFY(part.length > Length() && part.width > Length() && part.thickness > Length());
    }
    void aRodThickerThanTheBoardAllowsIsRefused() {
        Project p = slabProject();
        slab(p).rodD = 30_mm;
        slab(p).rodMetal = RodMetal::hardwood;
        const Plan plan = test::planOf(p);
        QVERIFY(!first(plan).hold()->feasible);
        QVERIFY2(first(plan).hold()->refusal.find("a board of") != std::string::npos,
                 first(plan).hold()->refusal.c_str());
        QVERIFY(plan.blocked());
    }
    void everyJointAndHoleIsMadeOnce() {
        Project p = slabProject();
        slab(p).build = SlabBuild::edgeGlued;
        slab(p).edge = EdgeShape::roundOver;
        slab(p).cable = true;
        slab(p).cableAt = 500_mm;
        const PiecePlan pp = first(test::planOf(p));
        std::multiset<std::string> joined;
        std::multiset<std::string> shaped;
        for (const auto& s : pp.steps) {
            joined.insert(s.joins.begin(), s.joins.end());
            shaped.insert(s.shapes.begin(), s.shapes.end());
        }
        for (const auto& j : pp.assembly().joints)
            QCOMPARE(joined.count(j.id), std::size_t(1));
        for (const auto& part : pp.assembly().parts) {
            for (const auto& h : part.holes)
                QCOMPARE(shaped.count(h.id), std::size_t(1));
            for (const auto& f : part.features)
                QCOMPARE(shaped.count(f.id), std::size_t(1));
        }
    }
};

QTEST_APPLESS_MAIN(TestSlab)
#include "test_core_slab.moc"
