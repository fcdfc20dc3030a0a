// A kind of piece that no registry knows: a coat board with a sloping hood, written only here. Everything
// after making it must take it as it is, at all nine stations, in the book and on the wall.
#include "app/book_printer.h"
#include "app/labels.h"
#include "joint/place.h"
#include "plan/plan_json.h"
#include "solid/query.h"
#include "window_bench.h"

#include <QPdfWriter>
#include <QTemporaryDir>
#include <set>

using namespace owl;
using namespace owl::test;

namespace {

constexpr double slope = 20; // degrees that the hood leans out of the wall's plane

/// A board on the wall, a shelf screwed to it from behind, a hood over the shelf that leans to the front: not
/// one of its faces but the ends is parallel to an axis.
Draft coatBoard(const PieceParams& params, const MakeContext& ctx, const Catalog& catalog) {
    Draft d;
    Assembly& a = d.assembly;
    const Length L = lengthOf(params);
    const double l = L.mm();
    const Length T = ctx.metricScrews ? 18_mm : Length::inches(3, 4);
    const Length hoodT = ctx.metricScrews ? 12_mm : T;
    const double t = T.mm();
    Part board =
        blankPart("panel", "coat board", L, 140_mm, T, {{0, t, 0}, {1, 0, 0}, {0, 0, 1}, {0, -1, 0}});
    board.why = {"height 140 mm: five hooks below each other's coats"};
    Part tray = blankPart("tray", "tray", L, 70_mm, T, {{0, t, 20}, {1, 0, 0}, {0, 1, 0}, {0, 0, 1}});
    const double s = std::sin(slope * std::acos(-1.0) / 180);
    const double c = std::cos(slope * std::acos(-1.0) / 180);
    // Its rear edge is bevelled to lie flat on the board.
    Part hood = blankPart("hood", "hood", L, 60_mm, hoodT,
                          {{0, t - hoodT.mm() * s, 100}, {1, 0, 0}, {0, c, -s}, {0, s, c}});
    clip(hood.solid, planeThrough({0, t, 0}, {0, -1, 0}), 7);
    hood.features.push_back(
        {"hood/bevel", "bevel", "rear edge 20° from square, to lie on the board", "hood-panel"});
    hood.apart = {0, 0.5, 0.6};
    tray.apart = {0, 1, 0};
    a.parts = {board, tray, hood};
    a.length = L;
    a.depth = T + 70_mm;
    a.height = 140_mm;
    const auto join = [&](const char* id, const char* second, double z) {
        Joint j;
        j.id = id;
        j.first = "panel";
        j.second = second;
        j.drivenFrom = "behind";
        j.screwId = ctx.metricScrews ? "m4" : "g8";
        j.screwLength = ctx.metricScrews ? 40_mm : Length::inches(1, 2) * 3;
        j.counterbore = 2_mm;
        j.through = T;
        for (Length x : spread(Length(), L, 70_mm, 300_mm, ctx.wallScrewsX, 14_mm))
            j.spots.push_back({{x, Length(), Length::mm(z)}});
        a.joints.push_back(j);
    };
    join("tray-panel", "tray", 29);
    a.joints.back().carries = true;
    Joint glued;
    glued.id = "hood-panel";
    glued.first = "hood";
    glued.second = "panel";
    glued.how = Joinery::glue;
    glued.carries = false;
    a.joints.push_back(glued);
    for (auto& j : a.joints)
        if (const Screw* screw = catalog.findScrew(j.screwId))
            placeFasteners(j, a, screw->d);
    RailSeat seat;
    seat.part = "panel";
    seat.joint = "tray-panel";
    seat.rows = {125_mm};
    seat.through = T;
    seat.right = L;
    a.seats.emplace_back(seat);
    a.surfaceBack = T;
    a.surfaceFront = a.depth;
    a.surfaceZ = T + 20_mm;
    a.top = a.surfaceZ;
    a.member.rects = {{"panel", t, 140, 0, 0}, {"tray", 70, t, 20, t}};
    a.member.words = "coat board and tray in one section";
    a.dimensions.push_back({{0, 0, 0}, {l, 0, 0}, Dimension::In::front, "length", 1});
    return d;
}

Project coats(Units units) {
    Project p = newProject("ledge", units).value();
    p.pieces.front().name = "Coats by the door";
    p.pieces.front().load.kgPerM = 4;
    return p;
}

} // namespace

class TestMadeUpKind : public QObject {
    Q_OBJECT
  private slots:
    void initTestCase() { startWindowTests(); }

    void isPlannedLikeAnyOther_data() {
        QTest::addColumn<bool>("metric");
        QTest::newRow("mm") << true;
        QTest::newRow("in") << false;
    }
    void isPlannedLikeAnyOther() {
        QFETCH(bool, metric);
        const Project p = coats(metric ? Units::metric : Units::imperial);
        const Plan plan = owl::plan(p, test::shop(), catalog(), nullptr, {}, coatBoard);
        const PiecePlan& pp = plan.pieces.front();
        const SupportVerdict* hold = pp.hold();
        QVERIFY(hold && hold->feasible && hold->verdict.status != Status::fails);
        QVERIFY(pp.mass > 0.5 && hold->carryKg > pp.contents);
        QCOMPARE(pp.marks.size(), hold->mounting.mounts.size());
        // Its parts are in the cut list as they are, each placed on a board.
        QCOMPARE(plan.cutJob.parts.size(), std::size_t(3));
        QVERIFY(plan.cut.unplaced.empty());
        // Every part comes in once, every joint is made once, every feature and hole shaped.
        std::multiset<std::string> added;
        std::multiset<std::string> joined;
        std::set<std::string> shaped;
        for (const auto& s : pp.steps) {
            added.insert(s.adds.begin(), s.adds.end());
            joined.insert(s.joins.begin(), s.joins.end());
            shaped.insert(s.shapes.begin(), s.shapes.end());
        }
        for (const auto& part : pp.assembly().parts) {
            QCOMPARE(added.count(part.id), std::size_t(1));
            for (const auto& f : part.features)
                QVERIFY2(shaped.contains(f.id), f.id.c_str());
            for (const auto& h : part.holes)
                QVERIFY2(shaped.contains(h.id), h.id.c_str());
        }
        for (const auto& j : pp.assembly().joints)
            QCOMPARE(joined.count(j.id), std::size_t(1));
        // The hood lies on the board with its bevel, nothing overlaps.
        const Assembly& a = pp.assembly();
        QVERIFY(contactArea(a.find("hood")->solid, a.find("panel")->solid) > 5000);
        for (std::size_t i = 0; i < a.parts.size(); ++i)
            for (std::size_t k = 0; k < i; ++k)
                QVERIFY(separation(a.parts[i].solid, a.parts[k].solid) > -1e-6);
        QVERIFY(std::abs(*edgeBevel(*a.find("hood"), false) + slope) < 0.01 ||
                std::abs(*edgeBevel(*a.find("hood"), false) - slope) < 0.01);
        QVERIFY(!planJson(p, plan).dump().empty());
    }

    void walksThroughAllNineStations() {
        Bench b(true);
        b.document.reset(coats(Units::metric), {});
        b.document.setMaker(coatBoard);
        const char* drawn[] = {"Coats by the door", "",           "hood",   "", "wall screw", "",
                               "coat board",        "level line", "planned"};
        for (int s = 0; s < stationCount; ++s) {
            b.go(static_cast<Station>(s));
            const QString words = b.canvas()->description();
            QVERIFY2(words.contains(drawn[s]),
                     qPrintable(QString(stationName(static_cast<Station>(s))) + ": " + words));
            QVERIFY(static_cast<Station>(s) == Station::log || b.table()->rowCount() > 0);
            const QString wrong = wrongWith(b.canvas()->labels());
            QVERIFY2(wrong.isEmpty(), qPrintable(wrong));
        }
        QVERIFY(b.ledger().contains("margin"));
    }

    void isTypedOnItsDrawing() {
        Bench b(true);
        b.document.reset(coats(Units::metric), {});
        b.document.setMaker(coatBoard);
        b.go(Station::piece);
        b.typeOnDrawing("piece.length", "1100");
        QCOMPARE(b.document.plan().pieces.front().assembly().find("hood")->length, 1100_mm);
    }

    void isPrintedAsABook() {
        QTemporaryDir dir;
        const QString file = dir.filePath("book.pdf");
        const Project p = coats(Units::metric);
        const Plan plan = owl::plan(p, test::shop(), catalog(), nullptr, {}, coatBoard);
        const auto said = writeBookPdf(file, p, plan);
        QVERIFY2(!said, qPrintable(said.value_or(QString())));
        QVERIFY(QFileInfo(file).size() > 20000);
    }
};

QTEST_MAIN(TestMadeUpKind)
#include "test_app_made_up_kind.moc"
