// Drawings are true to scale: what a dimension says is what its line measures.
#include "drawings.h"
#include "support.h"

#include "drawing/items.h"
#include "drawing/views.h"
#include "edit/fields.h"
#include "measure/parse.h"
#include "report/book.h"

using namespace owl;

namespace {

struct Scene {
    Project project = test::hall();
    Plan plan = test::planOf(project);
};

double lengthOf(const Shape& s) {
    return std::hypot(s.points[1].x - s.points[0].x, s.points[1].y - s.points[0].y);
}

std::vector<const Shape*> of(const Drawing& d, ShapeKind kind) {
    std::vector<const Shape*> out;
    for (const auto& s : d.shapes)
        if (s.kind == kind)
            out.push_back(&s);
    return out;
}

std::vector<std::pair<QString, Drawing>> all(const Scene& s) {
    WallViewOptions marks;
    marks.marks = true;
    PieceViewOptions apart;
    apart.apart = 1;
    return {{"wall", wallView(s.project, s.plan, "ledge-1", {})},
            {"marks", wallView(s.project, s.plan, "ledge-1", marks)},
            {"thumbnail", thumbnail(s.project, s.plan.pieces.front())},
            {"load", loadView(s.project, s.plan, "ledge-1")},
            {"piece", pieceView(s.project, s.plan, "ledge-1", {})},
            {"apart", pieceView(s.project, s.plan, "ledge-1", apart)},
            {"section", sectionView(s.project, s.plan, "ledge-1")},
            {"front", frontView(s.project, s.plan, "ledge-1")},
            {"rack", rackView(s.project, s.plan)},
            {"hold section", holdSection(s.project, s.plan, "ledge-1")},
            {"hold front", holdFront(s.project, s.plan, "ledge-1")},
            {"sag", sagCurve(s.project, s.plan, "ledge-1")},
            {"cut", cutView(s.project, s.plan, 3)},
            {"schedule", scheduleView(s.project, s.plan)},
            {"log", logView(s.project, s.plan)}};
}

} // namespace

class TestDrawing : public QObject {
    Q_OBJECT
  private slots:
    void everyViewDrawsSomethingWithAnExtent() {
        const Scene s;
        for (const auto& [name, d] : all(s)) {
            QVERIFY2(!d.shapes.empty(), qPrintable(name));
            QVERIFY2(d.high.x > d.low.x && d.high.y > d.low.y, qPrintable(name));
            for (const auto& shape : d.shapes)
                for (const auto& p : shape.points)
                    QVERIFY2(std::isfinite(p.x) && std::isfinite(p.y), qPrintable(name));
        }
    }

    void everyDimensionMeasuresWhatItSays() {
        for (const Units units : {Units::metric, Units::imperial}) {
            Scene s;
            s.project.style.units = units;
            s.project.style.denominator = 64;
            s.plan = test::planOf(s.project);
            for (const auto& [name, d] : all(s))
                for (const Shape* dim : of(d, ShapeKind::dimension)) {
                    const auto said = parseLength(dim->text, units);
                    QVERIFY2(said.has_value(), dim->text.c_str());
                    const QString note = QString("%1: says %2, measures %3 mm")
                                             .arg(name, test::words(dim->text))
                                             .arg(lengthOf(*dim));
                    QVERIFY2(std::abs(said->mm() - lengthOf(*dim)) < 0.3, qPrintable(note));
                }
        }
    }

    void everyTypedNumberHasItsField() {
        const Scene s;
        std::set<std::string> known;
        for (int i = 0; i < stationCount; ++i)
            for (const auto& f : fieldsOf(s.project, s.plan, catalog(), "ledge-1", static_cast<Station>(i)))
                known.insert(f.id);
        for (const auto& [name, d] : all(s))
            for (const Shape* dim : of(d, ShapeKind::dimension))
                QVERIFY2(dim->field.empty() || known.contains(dim->field), dim->field.c_str());
    }

    void theWallShowsWhatIsThere() {
        const Scene s;
        const Drawing d = wallView(s.project, s.plan, "ledge-1", {});
        QCOMPARE(d.high.x, 3620.0);
        QCOMPARE(d.high.y, 2440.0);
        for (Length x : studCentres(s.project.walls.front()))
            QVERIFY(test::withId(d, "stud:" + std::to_string(x.nm())));
        QVERIFY(!test::withId(d, "stud:0"));
        QVERIFY(test::withId(d, "obstacle:outlet-1"));
        QVERIFY(test::withId(d, "furniture:bench"));
        const Shape* rail = test::withId(d, "piece:ledge-1");
        QVERIFY(rail);
        QVERIFY(std::abs(rail->points[0].x - (1060 + 12)) < 1e-6); // behind the end cap
        const Shape* stud = test::withId(d, "stud:410000000");
        QVERIFY(std::abs((stud->points[0].x + stud->points[1].x) / 2 - 410) < 1e-6);
    }

    void marksSitOnTheirStuds() {
        const Scene s;
        WallViewOptions o;
        o.marks = true;
        const Drawing d = wallView(s.project, s.plan, "ledge-1", o);
        for (const auto& m : s.plan.pieces.front().marks) {
            const Shape* c = test::withId(d, "mark:ledge-1:" + std::to_string(m.order));
            QVERIFY(c);
            QVERIFY(std::abs(c->points.front().x - m.fromWallLeft.mm()) < 1e-6);
            QVERIFY(std::abs(c->points.front().y - (2440 - m.fromFloor.mm())) < 1e-6);
        }
        QVERIFY(test::says(d, "level line"));
    }

    void twoPiecesHangOnOneWall() {
        Scene s;
        addPiece(s.project, "ledge", "hall-north");
        s.plan = test::planOf(s.project);
        const Drawing d = wallView(s.project, s.plan, "ledge-1", {});
        QVERIFY(test::withId(d, "piece:ledge-1") && test::withId(d, "piece:ledge-2"));
    }

    void partsArePaintedFarToNear() {
        const Scene s;
        const Drawing d = pieceView(s.project, s.plan, "ledge-1", {});
        std::map<std::string, std::size_t> first;
        for (std::size_t i = 0; i < d.shapes.size(); ++i)
            if (!d.shapes[i].id.empty() && d.shapes[i].kind == ShapeKind::polygon)
                first.try_emplace(d.shapes[i].id, i);
        QVERIFY(first.at("part:back") < first.at("part:lip")); // the rail stands behind
        QVERIFY(first.at("part:base") < first.at("part:lip"));
    }

    void onlyTheWantedPartsAreDrawn() {
        const Scene s;
        PieceViewOptions o;
        o.only = {"base", "back"};
        o.fresh = {"back"};
        const Drawing d = pieceView(s.project, s.plan, "ledge-1", o);
        QVERIFY(test::withId(d, "part:base") && test::withId(d, "part:back") && !test::withId(d, "part:lip"));
        QVERIFY(std::any_of(d.shapes.begin(), d.shapes.end(),
                            [](const Shape& q) { return q.fill == Tone::fresh; }));
    }

    void turningShowsEveryFaceAtMostOnce() {
        const Scene s;
        for (double turn : {-80.0, -30.0, 0.0, 35.0, 80.0})
            for (double tilt : {-35.0, 0.0, 24.0, 80.0}) {
                PieceViewOptions o;
                o.turn = turn;
                o.tilt = tilt;
                std::map<std::string, int> faces;
                for (const auto& q : pieceView(s.project, s.plan, "ledge-1", o).shapes)
                    if (q.kind == ShapeKind::polygon)
                        ++faces[q.id];
                for (const auto& [id, n] : faces)
                    QVERIFY2(n <= 3, id.c_str()); // a box shows three faces at most
            }
    }

    void theSagCurveKeepsItsProportions() {
        Scene s;
        s.project.pieces.front().load.kgPerM = 40;
        s.plan = test::planOf(s.project);
        const SupportVerdict* h = s.plan.pieces.front().hold();
        const Drawing d = sagCurve(s.project, s.plan, "ledge-1");
        double now = 0;
        double later = 0;
        for (const auto& q : d.shapes) {
            if (q.stroke == Tone::sagNow && q.kind == ShapeKind::line)
                for (const auto& p : q.points)
                    now = std::max(now, p.y);
            if (q.stroke == Tone::sagLater && q.kind == ShapeKind::line)
                for (const auto& p : q.points)
                    later = std::max(later, p.y);
        }
        QVERIFY(now > 0);
        QVERIFY(later >= now);
        QVERIFY(std::abs(later / now - h->sag.longTerm / h->sag.instant) < 0.02);
        QVERIFY(test::says(d, "times too large"));
    }

    void nothingHeldIsAnEmptyCurveNotACrash() {
        Scene s;
        s.project.walls.front().studs.clear();
        s.plan = test::planOf(s.project);
        QVERIFY(sagCurve(s.project, s.plan, "ledge-1").shapes.empty());
        QVERIFY(!holdSection(s.project, s.plan, "ledge-1").shapes.empty());
        QVERIFY(wallView(s.project, s.plan, "nobody", {}).shapes.size() > 1);
        QVERIFY(pieceView(s.project, s.plan, "nobody", {}).shapes.empty());
        QVERIFY(cutView(Project(), test::planOf(Project()), -1).shapes.empty());
    }

    void boardsShowEveryPartOnce() {
        const Scene s;
        const Drawing d = cutView(s.project, s.plan, -1);
        std::map<std::string, int> seen;
        for (const auto& q : d.shapes)
            if (q.kind == ShapeKind::polygon && q.id.starts_with("cutpart:"))
                ++seen[q.id];
        QCOMPARE(seen.size(), s.plan.pieces.front().assembly().parts.size());
        for (const auto& [id, n] : seen)
            QCOMPARE(n, 1);
        QVERIFY(test::says(d, "offcut"));
        QVERIFY(test::says(d, "from the rack"));
    }

    /// Many boards come in groups; the one with the board in hand is shown, and the book has all.
    void manyBoardsComeInPages() {
        const Project p = test::demo();
        const Plan plan = test::planOf(p);
        const auto pages = boardPages(plan);
        QVERIFY(pages.size() > 1);
        std::size_t next = 0;
        for (const auto& page : pages) {
            QCOMPARE(page.from, next);
            QVERIFY(page.to > page.from);
            next = page.to;
        }
        QCOMPARE(next, plan.cut.boards.size());
        for (std::size_t i = 0; i < plan.sequence.size(); i += 7) {
            const Drawing d = cutView(p, plan, static_cast<int>(i));
            const std::string id = "board:" + std::to_string(plan.sequence[i].board);
            QVERIFY2(
                std::any_of(d.shapes.begin(), d.shapes.end(), [&](const Shape& s) { return s.id == id; }),
                id.c_str());
        }
        std::set<std::string> printed;
        for (const auto& b : buildBook(p, plan))
            for (const auto& s : b.picture.shapes)
                if (s.id.starts_with("board:"))
                    printed.insert(s.id);
        QCOMPARE(printed.size(), plan.cut.boards.size());
    }

    void theCutInHandIsDrawnAtItsPlace() {
        const Scene s;
        for (std::size_t i = 0; i < s.plan.sequence.size(); ++i) {
            const Drawing with = cutView(s.project, s.plan, static_cast<int>(i));
            const Drawing without = cutView(s.project, s.plan, -1);
            QVERIFY(with.shapes.size() > without.shapes.size());
        }
    }

    void theRackComesBeforeTheShop() {
        const Scene s;
        const Drawing d = rackView(s.project, s.plan);
        std::vector<std::string> order;
        for (const auto& q : d.shapes)
            if (q.id.starts_with("stock:"))
                order.push_back(q.id);
        QVERIFY(order.size() >= 4);
        QVERIFY(order[0].starts_with("stock:rack-") && order[1].starts_with("stock:rack-"));
        QVERIFY(test::says(d, "your rack") && test::says(d, "the shop"));
    }

    void theLogShowsWhatWasWritten() {
        Scene s;
        QVERIFY(test::says(logView(s.project, s.plan), "nothing written down yet"));
        s.project.log.push_back({"e", "2026-03-09", "glued", 2.5, 12});
        QVERIFY(test::says(logView(s.project, s.plan), "2.5 h"));
    }

    void thingsStandInTheirBoxes_data() {
        QTest::addColumn<QString>("kind");
        for (const char* k : {"frame_A3", "teapot", "yarn_basket", "hb_novel", "boardgame", "vase", ""})
            QTest::newRow(*k ? k : "unknown") << QString(k);
    }
    void thingsStandInTheirBoxes() {
        QFETCH(QString, kind);
        LoadItem item;
        item.kind = kind.toStdString();
        item.width = 240_mm;
        item.height = 200_mm;
        Drawing d;
        Pen pen(d);
        drawItem(pen, item, 100, 500, 0, "item:x");
        QVERIFY(!d.shapes.empty());
        for (const auto& s : d.shapes)
            for (const auto& p : s.points) {
                QVERIFY(p.x >= 100 - 3 && p.x <= 340 + 3);
                QVERIFY(p.y >= 300 - 3 && p.y <= 500 + 3);
            }
    }

    void aPersonStandsOnTheFloorAtFullHeight() {
        Drawing d;
        Pen pen(d);
        drawPerson(pen, 500, 2440, 1700);
        double top = 1e9;
        double foot = -1e9;
        for (const auto& s : d.shapes)
            for (const auto& p : s.points) {
                top = std::min(top, p.y);
                foot = std::max(foot, p.y);
            }
        QVERIFY(std::abs(foot - 2440) < 10);
        QVERIFY(std::abs(top - 740) < 15);
    }
};

QTEST_APPLESS_MAIN(TestDrawing)
#include "test_core_drawing.moc"
