// Every wall construction, cover, thing on a wall and user of the catalogue, tried with a ledge: whatever is
// chosen gives an answer with its source, and the drawing shows it.
#include "drawings.h"
#include "support.h"

#include "drawing/views.h"
#include "edit/fields.h"
#include "room/height_advice.h"

using namespace owl;

namespace {

Project onWall(const std::string& construction) {
    Project p = test::fresh();
    for (const auto& f : fieldsOf(p, test::planOf(p), catalog(), "ledge-1", Station::place))
        if (f.id == "wall.construction") {
            f.set(construction)->apply(p);
            break;
        }
    p.walls.front().bandsTraced = true;
    p.pieces.front().load.kgPerM = 2;
    return p;
}
/// Written, or told when one points at it.
bool tells(const Drawing& d, const std::string& words) {
    return test::says(d, words) || std::any_of(d.shapes.begin(), d.shapes.end(), [&](const Shape& s) {
               return s.tip.find(words) != std::string::npos;
           });
}
template <typename T> void rows(const std::vector<T>& list) {
    QTest::addColumn<QString>("id");
    for (const auto& t : list)
        QTest::newRow(t.id.c_str()) << test::words(t.id);
}

} // namespace

class TestConstructions : public QObject {
    Q_OBJECT
  private slots:
    void everyConstructionGivesAnAnswer_data() { rows(catalog().walls); }
    void everyConstructionGivesAnAnswer() {
        QFETCH(QString, id);
        const Project p = onWall(id.toStdString());
        const Wall& w = p.walls.front();
        const WallKind* kind = catalog().findWall(w.construction);
        QCOMPARE(w.construction, id.toStdString());
        QCOMPARE(w.cover, kind->cover);
        QVERIFY(std::abs(w.coverThickness.mm() - kind->coverThickness) < 1e-9);
        const Plan plan = test::planOf(p);
        const PiecePlan& pp = plan.pieces.front();
        QVERIFY(!pp.supports.empty());
        const bool masonry = kind->holds == WallHold::masonry;
        QCOMPARE(hasStuds(w), !masonry);
        QCOMPARE(pp.studs.empty(), masonry);
        bool offered = false;
        for (const auto& s : pp.supports) {
            offered = offered || s.feasible;
            QVERIFY(s.feasible || !s.refusal.empty());
            QCOMPARE(s.option.screw == nullptr, s.option.anchor != nullptr);
            if (s.option.anchor && s.feasible)
                QVERIFY(test::check(s, "anchors"));
            Project chosen = p; // whoever takes it sees how its figures came about
            chosen.pieces.front().hold.support = s.option.id;
            const Plan again = test::planOf(chosen);
            const SupportVerdict* hold = again.pieces.front().hold();
            QVERIFY(hold && hold->option.id == s.option.id);
            QCOMPARE(hold->feasible, s.feasible);
            for (const auto& c : hold->checks)
                QVERIFY2(!c.working.formula.empty() && !c.working.source.empty(), c.id.c_str());
        }
        QVERIFY(offered);
        // What is chosen holds in what carries the wall, never in the cover alone.
        QVERIFY(pp.hold() && pp.hold()->option.firm());
        for (const auto& m : pp.marks)
            QVERIFY(!m.into.empty() && m.depth > 0);
        const Drawing hold = holdSection(p, plan, "ledge-1");
        QVERIFY(!hold.shapes.empty());
    }
    void everyCoverIsKnownToTheRule_data() { rows(catalog().covers); }
    void everyCoverIsKnownToTheRule() {
        QFETCH(QString, id);
        Project p = onWall("timber_stud_us");
        p.walls.front().cover = id.toStdString();
        const Plan plan = test::planOf(p);
        const SupportVerdict& v = *plan.pieces.front().hold();
        const Check* c = test::check(v, "wall_crush");
        const double crush = catalog().findCover(id.toStdString())->crush;
        QVERIFY(c); // S9.1: the mean for what stands, half as much again for a hand
        QVERIFY(std::abs(c->capacity - crush) < 1e-9 || std::abs(c->capacity - 1.5 * crush) < 1e-9);
        QVERIFY(test::check(v, "rail_crush"));
        p.walls.front().coverThickness = Length(); // on bare studs there is no cover to be crushed
        QVERIFY(!test::check(*test::planOf(p).pieces.front().hold(), "wall_crush"));
    }
    void anchorsAreRangesWithSources_data() { rows(catalog().anchors); }
    void anchorsAreRangesWithSources() {
        QFETCH(QString, id);
        const AnchorKind* a = catalog().findAnchor(id.toStdString());
        QVERIFY(a->tensionLow > 0 && a->tensionLow <= a->tensionHigh);
        QVERIFY(a->shearLow > 0 && a->shearLow <= a->shearHigh);
        QVERIFY(!a->source.empty() && !a->name.empty());
    }
    void constructionsNameAnchorsThatExist() {
        for (const auto& w : catalog().walls) {
            QVERIFY(!w.anchors.empty() && !w.traps.empty() && catalog().findCover(w.cover));
            for (const auto& a : w.anchors)
                QVERIFY2(catalog().findAnchor(a), a.c_str());
            QCOMPARE(w.spacings.empty(), w.holds == WallHold::masonry);
        }
    }

    void everyThingHasItsPictureItsRoomAndItsRuns_data() { rows(catalog().obstacles); }
    void everyThingHasItsPictureItsRoomAndItsRuns() {
        QFETCH(QString, id);
        const ObstacleKind* k = catalog().findObstacleKind(id.toStdString());
        QVERIFY(!k->why.empty() && !k->source.empty() && k->width > 0 && k->height > 0);
        Project p = onWall("timber_stud_us");
        p.pieces.clear();
        Wall& w = p.walls.front();
        w.obstacles = {test::hangs(id.toStdString(), 1500_mm, 1250_mm)};
        const Plan plan = test::planOf(p);
        WallViewOptions o;
        o.wall = w.id;
        const Drawing d = wallView(p, plan, "", o);
        const Shape* box = test::withId(d, "obstacle:" + w.obstacles.front().id);
        QVERIFY(box);
        QVERIFY(tells(d, obstacleTitle(w.obstacles.front(), catalog())));
        const auto zones = noDrillZones(w, catalog());
        const bool runs = k->wires != "none" || k->pipes != "none";
        QCOMPARE(zones.empty(), !runs);
        for (const auto& z : zones) {
            QVERIFY(z.x1 > z.x0 && z.z1 > z.z0 && !z.why.empty() && z.obstacle == w.obstacles.front().id);
            QVERIFY(tells(d, z.why));
        }
        const bool inside = k->wires == "here" || k->pipes == "here" || k->pipes == "hole";
        const auto clear = clearances(w, catalog());
        QCOMPARE(clear.size(), inside ? std::size_t(0) : std::size_t(1));
        if (!inside) {
            QCOMPARE(clear.front().x0, w.obstacles.front().x - Length::mm(k->clearSide));
            QCOMPARE(clear.front().z1, w.obstacles.front().top() + Length::mm(k->clearAbove));
        }
    }
    void anOpenDoorLeafNeedsItsRoom() {
        Wall w;
        w.obstacles = {test::hangs("door", 1500_mm, 1015_mm)};
        const Length leaf = w.obstacles.front().width;
        w.obstacles.front().swing = "left";
        QCOMPARE(clearances(w, catalog()).front().x0, w.obstacles.front().x - leaf);
        w.obstacles.front().swing = "right";
        QCOMPARE(clearances(w, catalog()).front().x1, w.obstacles.front().right() + leaf);
    }
    void everyFurnitureIsDrawn_data() { rows(catalog().furniture); }
    void everyFurnitureIsDrawn() {
        QFETCH(QString, id);
        Project p = onWall("timber_stud_us");
        Wall& w = p.walls.front();
        Furniture f = test::stands(id.toStdString(), 500_mm, 1200_mm, 800_mm);
        f.name = "the thing";
        w.furniture = {f};
        const Plan plan = test::planOf(p);
        const Drawing d = wallView(p, plan, "ledge-1", {});
        QVERIFY(test::withId(d, "furniture:" + f.id) && tells(d, "the thing"));
        QVERIFY(tells(roomView(p, plan, w.id), "the thing"));
    }
    void everyUserHasAReach_data() {
        QTest::addColumn<QString>("id");
        for (const auto& [id, words] : wallUsers())
            QTest::newRow(id.c_str()) << test::words(id);
    }
    void everyUserHasAReach() {
        QFETCH(QString, id);
        Project p = onWall("timber_stud_us");
        p.walls.front().user = id.toStdString();
        p.pieces.front().place.z = 2000_mm; // out of anyone's reach
        const Plan plan = test::planOf(p);
        const Finding* f = test::finding(plan, "limit_reach");
        QVERIFY(f && !f->working.source.empty() && !f->remedies.empty());
        f->remedies.front().apply(p);
        QVERIFY(!test::finding(test::planOf(p), "limit_reach"));
    }

    // --- drawings of the place
    void theScanStandsAboveTheWall() {
        Project p = loadProject(test::sourcePath("demo/harbour-lane.owl")).value();
        p.walls.front().proposed = {{700_mm, 38_mm, 0.93, StudSource::scan}};
        const Plan plan = test::planOf(p);
        const Drawing d = wallView(p, plan, "ledge-1", {});
        QVERIFY(d.low.y < 0);
        QVERIFY(tells(d, "Stud scan") && tells(d, "93 %"));
        QVERIFY(test::withId(d, "proposed:700000000") && test::withId(d, "odd:odd-1"));
        WallViewOptions marks;
        marks.marks = true;
        QVERIFY(!tells(wallView(p, plan, "ledge-1", marks), "Stud scan")); // Hang shows holes, not readings
    }
    void overlappingRunsAreOneFace() {
        Project p = onWall("timber_stud_us");
        Wall& w = p.walls.front();
        for (int i = 0; i < 3; ++i) {
            w.obstacles.push_back(test::hangs("outlet", Length::mm(1000 + 30 * i), 300_mm));
            w.obstacles.back().id += std::to_string(i);
        }
        const Drawing d = wallView(p, test::planOf(p), "ledge-1", {});
        const auto faces = std::count_if(d.shapes.begin(), d.shapes.end(),
                                         [](const Shape& s) { return s.fill == Tone::wireBand; });
        QCOMPARE(faces, std::ptrdiff_t(2)); // up and down are one upright face, sideways the other
        const auto labels = std::count_if(d.shapes.begin(), d.shapes.end(),
                                          [](const Shape& s) { return s.text == "likely wire"; });
        QCOMPARE(labels, std::ptrdiff_t(1));
    }
    void snapLinesAreDrawnWhereAsked() {
        const Project p = test::hall();
        WallViewOptions o;
        o.snapped = "centred on the sofa";
        o.snapX = 900;
        const Drawing d = wallView(p, test::planOf(p), "ledge-1", o);
        QVERIFY(tells(d, "centred on the sofa"));
        QVERIFY(std::any_of(d.shapes.begin(), d.shapes.end(), [](const Shape& s) {
            return s.kind == ShapeKind::line && s.stroke == Tone::accent && s.points.front().x == 900 &&
                   s.points.back().x == 900;
        }));
        QVERIFY(!tells(wallView(p, test::planOf(p), "ledge-1", {}), "centred on the sofa"));
    }
    void dimensionsKeepClearOfNeighbours() {
        Project p = loadProject(test::sourcePath("demo/harbour-lane.owl")).value();
        const Plan plan = test::planOf(p);
        const Drawing d = wallView(p, plan, "ledge-2", {}); // another ledge hangs close above
        const PiecePlan& above = *plan.find("ledge-3");
        for (const auto& s : d.shapes)
            if (s.kind == ShapeKind::dimension && s.field == "piece.length") {
                const double z = 2440 - s.points.front().y;
                QVERIFY(z < above.bottom.mm() - 60 || z > above.top().mm() + 60);
            }
    }
    void theRoomFromAboveShowsEveryWall() {
        const Project p = loadProject(test::sourcePath("demo/harbour-lane.owl")).value();
        const Plan plan = test::planOf(p);
        for (const auto& chosen : p.walls) {
            const Drawing d = roomView(p, plan, chosen.id);
            for (const auto& w : p.walls)
                QCOMPARE(test::withId(d, "wall:" + w.id) != nullptr, w.room == chosen.room);
            for (const auto& s : d.shapes)
                for (const auto& q : s.points)
                    QVERIFY(std::isfinite(q.x) && std::isfinite(q.y));
            QVERIFY(d.high.x > d.low.x && d.high.y > d.low.y);
        }
        const auto typed = [&](const char* wall) {
            const Drawing d = roomView(p, plan, wall);
            return std::count_if(d.shapes.begin(), d.shapes.end(),
                                 [](const Shape& s) { return s.field.starts_with("alcove."); });
        };
        QCOMPARE(typed("alcove-back"), std::ptrdiff_t(3)); // its widths are typed where its back is in view
        QCOMPARE(typed("games-left"), std::ptrdiff_t(0));
        QVERIFY(roomView(p, plan, "nowhere").shapes.empty());
    }
    void practiceShowsTheTruthOnlyWhenAsked() {
        ScanWall truth = randomScanWall(5);
        truth.pipes = {{700, 720}};
        const Trace t = simulateScan(truth, 1);
        const Drawing hidden = practiceView(t, {400, 800}, nullptr, {});
        QVERIFY(!tells(hidden, "pipe") && tells(hidden, "your mark"));
        const Drawing shown = practiceView(t, {400, 800}, &truth, {});
        QVERIFY(tells(shown, "pipe"));
        QCOMPARE(std::count_if(shown.shapes.begin(), shown.shapes.end(),
                               [](const Shape& s) { return s.tip == "stud"; }),
                 static_cast<std::ptrdiff_t>(truth.studs.size()));
        QVERIFY(practiceView({}, {}, nullptr, {}).shapes.empty());
    }
};

QTEST_APPLESS_MAIN(TestConstructions)
#include "test_core_constructions.moc"
