// What cases and frames brought to the engine, each by itself: names, rows of fasteners, sheets, what a line
// passes, moving a whole piece, what pins and panels take, a bound that others can follow.
#include "cutting/solve.h"
#include "joint/fastener_places.h"
#include "joint/place.h"
#include "measure/words.h"
#include "piece/sheet_choices.h"
#include "solid/query.h"
#include "strength/wood_joint.h"
#include "support.h"
#include "support/inside/joint_capacity.h"

using namespace owl;

namespace {

Assembly made(const char* kind, const char* set = "") {
    return makePiece(test::with(kind, test::words(set)).pieces.front().params, {}, catalog()).assembly;
}
const PiecePlan planned(const char* kind, const char* set) {
    return test::planOf(test::with(kind, test::words(set))).pieces.front();
}

} // namespace

class TestCaseParts : public QObject {
    Q_OBJECT
  private slots:
    void numberedNamesHaveNoArticle_data() {
        QTest::addColumn<QString>("name");
        QTest::addColumn<QString>("stem");
        QTest::addColumn<QString>("said");
        QTest::newRow("plain") << "back panel"
                               << "back panel"
                               << "the back panel";
        QTest::newRow("shelf") << "shelf 2"
                               << "shelf"
                               << "shelf 2";
        QTest::newRow("of a bay") << "shelf 12 of bay 3"
                                  << "shelf"
                                  << "shelf 12 of bay 3";
        QTest::newRow("strip") << "strip of shelf 4"
                               << "strip of shelf"
                               << "strip of shelf 4";
        QTest::newRow("block") << "block under divider 1"
                               << "block under divider"
                               << "block under divider 1";
        QTest::newRow("of a section") << "left side of section 2"
                                      << "left side"
                                      << "the left side of section 2";
        QTest::newRow("digits alone") << "12"
                                      << "12"
                                      << "the 12";
        QTest::newRow("no blank") << "m6"
                                  << "m6"
                                  << "the m6";
        QTest::newRow("empty") << ""
                               << ""
                               << "the ";
    }
    void numberedNamesHaveNoArticle() {
        QFETCH(QString, name);
        QFETCH(QString, stem);
        QFETCH(QString, said);
        QCOMPARE(test::words(withoutNumber(name.toStdString())), stem);
        QCOMPARE(test::words(theName(name.toStdString())), said);
    }

    /// Along the part that is drilled, whichever way it stands in the piece.
    void placesAreToldOnThePartThatIsDrilled() {
        const NumberStyle style{Units::metric};
        const Part lying =
            blankPart("b", "base", 600_mm, 120_mm, 18_mm, {{50, 0, 0}, {1, 0, 0}, {0, 1, 0}, {0, 0, 1}});
        Joint j;
        QCOMPARE(test::words(fastenerPlaces(lying, j, style)), QString());
        j.fasteners = {{"screw", {}, {0, 0, 1}, 30, 4, {}, false}};
        j.spots = {{{110_mm, 9_mm, Length()}}, {{350_mm, 9_mm, Length()}}};
        QCOMPARE(test::words(fastenerPlaces(lying, j, style, " of the base")),
                 QString("60 mm, 300 mm from the left end of the base, 9 mm from its back edge"));
        for (auto& s : j.spots)
            s.at.y = 111_mm; // one row: told from the nearer edge
        QCOMPARE(test::words(fastenerPlaces(lying, j, style)),
                 QString("60 mm, 300 mm from the left end, 9 mm from its front edge"));
        j.spots = {{{110_mm, 20_mm, Length()}}, {{110_mm, 90_mm, Length()}}};
        QCOMPARE(test::words(fastenerPlaces(lying, j, style)),
                 QString("60 mm from the left end, 20 mm, 90 mm from its back edge"));
        j.spots.push_back({{350_mm, 50_mm, Length()}});
        QCOMPARE(
            test::words(fastenerPlaces(lying, j, style)),
            QString(
                "60 mm from the left end and 20 mm from its back edge, 60 mm and 90 mm, 300 mm and 50 mm"));
        // In the edge of what leans: along it and in its thickness.
        const double s15 = std::sin(0.2618);
        const double c15 = std::cos(0.2618);
        const Part leaning = blankPart("r", "rail", 900_mm, 70_mm, 18_mm,
                                       {{0, 300, 0}, {0, -s15, c15}, {0, c15, s15}, {-1, 0, 0}});
        j.fasteners.front().direction = {0, -c15, -s15};
        const auto at = [&](double l) { return leaning.pose.at(l, 70, 9); };
        j.spots.clear();
        for (const double l : {100.0, 400.0})
            j.spots.push_back({{Length::mm(at(l).x), Length::mm(at(l).y), Length::mm(at(l).z)}});
        QCOMPARE(test::words(fastenerPlaces(leaning, j, style)),
                 QString("100 mm, 400 mm from the lower end, 9 mm from its left face"));
    }
    void endsAreDrivenFromTheSideThatIsSaid() {
        const Assembly a = made("bookcase");
        Joint j;
        for (const char* from : {"the end", "the left", "the right"}) {
            j.drivenFrom = from;
            QVERIFY(alongThePiece(j));
        }
        for (const char* from : {"below", "above", "behind", "the front"}) {
            j.drivenFrom = from;
            QVERIFY(!alongThePiece(j));
        }
        const Vec3 far{700, 100, 100};
        QCOMPARE(drivingDirection("the left", far, a).x, 1.0); // wherever it is
        QCOMPARE(drivingDirection("the right", {10, 0, 0}, a).x, -1.0);
        QCOMPARE(drivingDirection("the end", far, a).x, -1.0);
    }

    void sheetsComeInTheThicknessesTheyAreSoldIn() {
        QCOMPARE(nearestSheet(SheetKind::birchPly, 6_mm), Length::mm(6.5));
        QCOMPARE(nearestSheet(SheetKind::birchPly, 18_mm), Length::mm(17.6));
        QCOMPARE(nearestSheet(SheetKind::mdf, 100_mm), 22_mm);
        Part p = blankPart("x", "x", 100_mm, 50_mm, 6_mm, {});
        makeOfSheet(p, SheetKind::mdf, catalog());
        QVERIFY(p.stock == Stock::sheet && p.material == "mdf");
        QVERIFY(std::abs(massOf(p, 500) - 0.1 * 0.05 * 0.006 * 740) < 1e-9);
    }

    /// The quick look at blanks never loses a part that a fastener passes.
    void fastenersPassWhatTheyMeet_data() {
        QTest::addColumn<QString>("kind");
        QTest::addColumn<QString>("set");
        QTest::newRow("ledge") << "ledge"
                               << "";
        QTest::newRow("mitred box") << "wall_box"
                                    << "corners=mitred fixing=dowels";
        QTest::newRow("screwed case") << "bookcase"
                                      << "joinery=screws top_over=yes base=frame dividers=1";
        QTest::newRow("dowelled case") << "bookcase"
                                       << "joinery=dowels fixed=all dividers=2 back=rails";
        QTest::newRow("platform") << "platform"
                                  << "arms=3";
        QTest::newRow("braced") << "braced"
                                << "braces=3";
    }
    void fastenersPassWhatTheyMeet() {
        QFETCH(QString, kind);
        QFETCH(QString, set);
        const Assembly a = made(kind.toUtf8().constData(), set.toUtf8().constData());
        int looked = 0;
        for (const auto& j : a.joints)
            for (const auto& f : j.fasteners) {
                if (f.kind == "pin")
                    continue;
                std::set<std::string> meets;
                for (const auto& p : a.parts) {
                    const auto in = inside(p.solid, f.from, f.from + f.direction * f.length);
                    if (!in.empty() && (in.back().to - in.front().from) * f.length > 0.5)
                        meets.insert(p.id);
                }
                QCOMPARE(std::set<std::string>(f.passes.begin(), f.passes.end()), meets);
                ++looked;
            }
        QVERIFY(looked >= 4);
    }

    /// Lifted or set off the wall, nothing stays behind: all joints still close, nothing changes its size.
    void aPieceMovesAsOne() {
        for (const char* kind : {"wall_box", "platform", "braced"}) {
            const Assembly before = made(kind);
            Assembly up = before;
            moveUp(up, 37_mm);
            Assembly out = before;
            moveOut(out, 11_mm);
            QCOMPARE(up.height, before.height + 37_mm);
            QCOMPARE(out.depth, before.depth + 11_mm);
            QCOMPARE(out.standOff, before.standOff + 11_mm);
            QCOMPARE(up.surfaceZ, before.surfaceZ + 37_mm);
            QCOMPARE(out.surfaceFront, before.surfaceFront + 11_mm);
            for (std::size_t i = 0; i < before.parts.size(); ++i) {
                const Vec3 c = before.parts[i].solid.centre();
                QVERIFY(norm(up.parts[i].solid.centre() - c - Vec3{0, 0, 37}) < 1e-6);
                QVERIFY(norm(out.parts[i].solid.centre() - c - Vec3{0, 11, 0}) < 1e-6);
            }
            for (const Assembly* a : {&up, &out})
                for (const auto& j : a->joints)
                    QVERIFY(distance(a->find(j.first)->solid, a->find(j.second)->solid) < j.gap + 1e-3);
            for (std::size_t i = 0; i < before.surfaces.size(); ++i)
                QCOMPARE(up.surfaces[i].z, before.surfaces[i].z + 37_mm);
            if (before.seat<FrameSeat>())
                QCOMPARE(out.seat<FrameSeat>()->face, before.seat<FrameSeat>()->face + 11_mm);
        }
    }

    /// Two pins at an end, by S10.8: bearing in the wood or bending of the steel, the lesser of both.
    void pinsTakeWhatTheBookSays() {
        const PiecePlan pp = planned("bookcase", "fixed=none");
        const Joint* j = pp.assembly().joint("shelf-1-left");
        QVERIFY(j && j->fasteners.size() == 2);
        HeldPiece p;
        p.assembly = &pp.assembly();
        p.catalog = &catalog();
        const Species* pine = catalog().findSpecies("scots_pine");
        p.woodC1 = allowable(pine->means, BoardGrade::ordinary, 0.9);
        p.woodC1.G = pine->fastenerG();
        const double one = pinStrength(5, j->fasteners.front().length, 2, p.woodC1.G, 155, 0.9).capacity();
        QVERIFY(one > 50);
        QVERIFY(std::abs(jointTakes(p, *j, {0, 0, 1}, false) - 2 * one) < 1e-9);
        QVERIFY(jointTakes(p, *j, {0, 0, 1}, true) > jointTakes(p, *j, {0, 0, 1}, false));
        QCOMPARE(jointTakes(p, *j, {1, 0, 0}, false), 0.0); // nothing keeps a pin from being pulled out
    }
    /// S10.8: with a hand at the front edge the front pin gets its lever about the rear one.
    void theFrontPinCarriesTheHand() {
        const PiecePlan pp = planned("bookcase", "fixed=none");
        const Check* c = test::check(*pp.hold(), "shelf_joint");
        QVERIFY(c && c->leaning);
        const Part* shelf = pp.assembly().find("shelf-1");
        const Joint* j = pp.assembly().joint("shelf-1-left");
        QVERIFY(shelf && j && j->fasteners.size() == 2);
        const Bounds3 b = shelf->solid.bounds();
        const double y0 = std::min(j->fasteners[0].from.y, j->fasteners[1].from.y);
        const double y1 = std::max(j->fasteners[0].from.y, j->fasteners[1].from.y);
        const Species* side = catalog().findSpecies(pp.assembly().find(j->second)->material);
        const double G = (side ? side : catalog().findSpecies("scots_pine"))->fastenerG();
        const double one = pinStrength(5, j->fasteners.front().length, 2, G, 155, 1.6).capacity();
        const double hand = pp.hand.newton * (b.high.y - y0) / (y1 - y0);
        QVERIFY(hand > pp.hand.newton); // the front edge is in front of the pin
        QVERIFY2(*c->leaning >= hand / one, qPrintable(QString("%1 %2").arg(*c->leaning).arg(hand / one)));
    }
    /// A sheet holds by its own figure: MDF is heavier than pine and holds less.
    void aSheetHoldsByItsOwn() {
        QCOMPARE(catalog().findSpecies("mdf")->fastenerG(), 0.35);
        QCOMPARE(catalog().findSpecies("ply_birch")->fastenerG(), 0.42);
        QVERIFY(catalog().findSpecies("mdf")->pilotG() > 0.6);
        QVERIFY(catalog().findSpecies("scots_pine")->fastenerG() > 0.4);
    }
    /// q = H/b against the glue that lies between two nails.
    void aPanelKeepsACaseSquareByTheBook() {
        const PiecePlan pp = planned("bookcase", "");
        const Check* c = test::check(*pp.hold(), "racking");
        QVERIFY(c);
        const double H = std::max(100.0, 0.1 * (pp.mass + pp.contents) * gravity);
        const auto& nails = pp.assembly().joint("back-left")->fasteners;
        double spacing = 0;
        for (std::size_t i = 1; i < nails.size(); ++i)
            spacing = std::max(spacing, nails[i].from.z - nails[i - 1].from.z);
        QVERIFY(spacing > 100 && spacing < 170);
        QVERIFY2(std::abs(c->demand - spacing * H / 800) < 0.02 * c->demand,
                 qPrintable(QString("%1 %2").arg(c->demand).arg(spacing * H / 800)));
    }

    /// Sizes that no small table holds: what the certificate claims stays true on any grid no coarser than
    /// the smallest part, by the sum of areas on that grid.
    void boundsHoldOnEveryCoarseGrid() {
        CutJob job;
        job.kerf = Length::mm(3.2);
        CutStock board;
        board.id = "board";
        board.material = "pine";
        board.thickness = 18_mm;
        board.length = Length::mm(2403.7);
        board.width = Length::mm(301.3);
        board.price = 20'000'000;
        job.stock.push_back(board);
        const std::vector<std::pair<double, double>> sizes{{1203.1, 143.7}, {877.77, 77.31},  {655.23, 98.17},
                                                           {431.9, 61.3},   {1011.01, 120.9}, {543.21, 88.8}};
        for (std::size_t i = 0; i < sizes.size(); ++i) {
            CutPart p;
            p.id = "p" + std::to_string(i);
            p.material = "pine";
            p.thickness = 18_mm;
            p.length = Length::mm(sizes[i].first);
            p.width = Length::mm(sizes[i].second);
            p.quantity = 3;
            job.parts.push_back(p);
        }
        const CutPlan plan = solveCutJob(job, {});
        QVERIFY(plan.unplaced.empty() && plan.lowerBound > 0 && plan.lowerBound <= plan.cost);
        const auto& values = plan.certificate.at("part_values");
        double demand = 0;
        for (std::size_t i = 0; i < sizes.size(); ++i)
            demand += 3 * values.at("p" + std::to_string(i)).get<double>();
        QVERIFY(std::abs(static_cast<double>(plan.lowerBound) / 1e6 - demand) < 1e-3);
        for (const double dx : {10.0, 33.0, 128.0, 300.0, 434.0})
            for (const double dy : {5.0, 16.0, 25.6, 40.0, 64.0}) {
                const double room =
                    std::floor((2403.7 + 3.2) / dx) * dx * std::floor((301.3 + 3.2) / dy) * dy;
                for (std::size_t i = 0; i < sizes.size(); ++i) {
                    const double l = std::floor((sizes[i].first + 3.2) / dx) * dx;
                    const double w = std::floor((sizes[i].second + 3.2) / dy) * dy;
                    // as many as the rounded board has room for are worth no more than the board costs
                    QVERIFY(values.at("p" + std::to_string(i)).get<double>() / (l * w) * room <= 20 + 1e-6);
                }
            }
    }
};

QTEST_APPLESS_MAIN(TestCaseParts)
#include "test_core_case_parts.moc"
