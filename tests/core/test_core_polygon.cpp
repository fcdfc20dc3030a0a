// The polygon: a ring of staves that closes, whatever its sides, size and way up; figures computed another
// way.
#include "build/rings.h"
#include "joint/spline.h"
#include "solid/query.h"
#include "support.h"

#include <fmt/format.h>
#include <numbers>

using namespace owl;

namespace {

constexpr double pi = std::numbers::pi;

PolygonParams ring(int sides, double size = 300, PolygonDown down = PolygonDown::side) {
    PolygonParams p;
    p.sides = sides;
    p.size = Length::mm(size);
    p.down = down;
    return p;
}
Draft made(const PolygonParams& p) {
    return p.make({}, catalog());
}
const Part& stave(const Draft& d, int k) {
    return *d.assembly.find(fmt::format("stave-{}", k));
}
/// The faces of a part's solid whose normals lie within a thousandth of a direction.
double faceArea(const Part& p, const Vec3& normal) {
    double area = 0;
    for (const auto& c : p.solid.cells)
        for (const auto& f : c.faces)
            if (f.origin != FaceOrigin::inner && dot(f.plane.normal, normal) > 1 - 1e-6)
                area += c.faceArea(f);
    return area;
}

} // namespace

class TestPolygon : public QObject {
    Q_OBJECT
  private slots:
    void everyRingCloses_data() {
        QTest::addColumn<int>("n");
        QTest::addColumn<bool>("corner");
        for (int n = 3; n <= 12; ++n)
            for (const bool corner : {false, true})
                QTest::addRow("%d sides, %s", n, corner ? "corner down" : "side down") << n << corner;
    }
    /// Reference data 15a: neighbours touch over the whole of their mitres and nowhere overlap; what the ring
    /// encloses is a regular polygon of the inner side.
    void everyRingCloses() {
        QFETCH(int, n);
        QFETCH(bool, corner);
        PolygonParams p = ring(n, 300, corner ? PolygonDown::corner : PolygonDown::side);
        p.fixing = PolygonFix::glue;
        const Draft d = made(p);
        const double t = p.thickness.mm();
        const double D = p.depth.mm();
        const double a = pi / n;
        double wood = 0;
        for (int k = 1; k <= n; ++k) {
            const Part& one = stave(d, k);
            const Part& next = stave(d, k % n + 1);
            wood += one.solid.volume();
            QVERIFY(std::abs(contactArea(one.solid, next.solid) - D * t / std::cos(a)) < 0.01);
            QVERIFY(!overlap(one.solid, next.solid, 0.001));
            QVERIFY(separation(one.solid, next.solid) < 0.001); // they close within a micrometre
            // Long point to long point outside, short to short inside.
            const Vec3 out = -one.pose.through;
            QVERIFY(std::abs(faceArea(one, out) - 300 * D) < 1e-3);
            QVERIFY(std::abs(faceArea(one, -out) - (300 - 2 * t * std::tan(a)) * D) < 1e-3);
        }
        // Two regular polygons, one in the other: n/4 cot(180/n) (S^2 - s^2).
        const double s = 300 - 2 * t * std::tan(a);
        QVERIFY(std::abs(wood - n / 4.0 / std::tan(a) * (300 * 300 - s * s) * D) < 1);
        // It stands on its lowest point and begins at its leftmost.
        double low = 1e9;
        double left = 1e9;
        double right = -1e9;
        for (int k = 1; k <= n; ++k) {
            const Bounds3 b = stave(d, k).solid.bounds();
            low = std::min(low, b.low.z);
            left = std::min(left, b.low.x);
            right = std::max(right, b.high.x);
        }
        QVERIFY(std::abs(low) < 1e-6 && std::abs(left) < 1e-6);
        QVERIFY(std::abs(right - p.acrossWall().mm()) < 1e-5);
    }

    void anyMeasureGivesTheSameRing_data() {
        QTest::addColumn<int>("n");
        for (const int n : {3, 4, 5, 6, 7, 8, 12})
            QTest::addRow("%d", n) << n;
    }
    /// Heights and widths by the table of reference data 15a, from the corners of a ring of side 300.
    void anyMeasureGivesTheSameRing() {
        QFETCH(int, n);
        std::vector<std::array<double, 2>> corners;
        for (int k = 0; k < n; ++k) {
            const double at = -pi / 2 + pi / n + 2 * pi * k / n;
            corners.push_back({150 / std::sin(pi / n) * std::cos(at), 150 / std::sin(pi / n) * std::sin(at)});
        }
        double high = 0;
        double widest = 0;
        for (const auto& p : corners)
            for (const auto& q : corners) {
                high = std::max(high, std::abs(p[1] - q[1]));
                widest = std::max(widest, std::hypot(p[0] - q[0], p[1] - q[1]));
            }
        const double inside = 300 - 2 * 18 * std::tan(pi / n);
        for (const auto& [given, size] :
             {std::pair(PolygonGiven::insideSide, inside), std::pair(PolygonGiven::flats, high),
              std::pair(PolygonGiven::corners, widest)}) {
            PolygonParams p = ring(n, size);
            p.given = given;
            const Draft d = made(p);
            QVERIFY(std::abs(stave(d, 1).length.mm() - 300) < 2e-5);
            QVERIFY(std::abs(d.assembly.height.mm() - high) < 1e-4);
        }
    }

    /// The saw is tilted by 180/n: read off the ends of the solids.
    void theSawsTiltIsThatOfTheEnds() {
        for (int n = 3; n <= 12; ++n) {
            const Draft d = made(ring(n));
            const auto end = endAngles(stave(d, 1), true);
            QVERIFY(end);
            QVERIFY(std::abs(std::max(std::abs(end->bevel), std::abs(end->mitre)) - 180.0 / n) < 1e-6);
            const std::string text = stave(d, 1).features.front().text;
            QVERIFY2(text.find(fmt::format("{:.4g}°", 180.0 / n)) != std::string::npos, text.c_str());
            // Steeper than a saw tilts it is sawn standing on its end.
            QCOMPARE(text.find("jig") != std::string::npos, n == 3);
        }
    }

    /// 0.25 degrees in every cut of a hexagon of 18 mm: 12 cuts open 3 degrees over a mitre of 20.8 mm.
    void whatASawThatIsOffDoesIsTold() {
        const std::string text = stave(made(ring(6)), 1).features.front().text;
        QVERIFY2(text.find("opens the last joint by 1.1 mm") != std::string::npos, text.c_str());
    }

    void splinesSitInBothStaves() {
        const Draft d = made(ring(6));
        int splines = 0;
        for (const auto& p : d.assembly.parts) {
            if (!p.id.starts_with("spline-"))
                continue;
            ++splines;
            for (const auto& q : d.assembly.parts)
                QVERIFY(&p == &q || !overlap(p.solid, q.solid, 0.001));
            QVERIFY(std::abs(p.length.mm() - 120) < 1e-6);
        }
        QCOMPARE(splines, 6);
        for (int k = 1; k <= 6; ++k) {
            const double whole = (300 + 300 - 36 * std::tan(pi / 6)) / 2 * 18 * 120;
            // A slot in each end, half a millimetre deeper than its half of the spline.
            QVERIFY(std::abs(whole - stave(d, k).solid.volume() - 2 * 8.5 * 3.8 * 120) < 5);
        }
        // Thin boards have no room for them, and say so.
        PolygonParams thin = ring(6);
        thin.thickness = 6_mm;
        const Draft t = made(thin);
        QVERIFY(std::any_of(t.problems.begin(), t.problems.end(),
                            [](const Problem& p) { return p.id == "no_splines"; }));
        QVERIFY(splineDepth(18, 30) == 8 && splineDepth(6, 30) < 3);
    }

    /// A ring closes in one go: no mitre can be pressed on once the others have set.
    void theRingIsGluedInOneStep() {
        for (const int n : {3, 5, 6, 12}) {
            Project p = newProject("polygon", Units::metric).value();
            auto& niche = std::get<PolygonParams>(p.pieces.front().params);
            niche.sides = n;
            niche.size = n == 3 ? 500_mm : 260_mm;
            const Plan plan = test::planOf(p);
            int together = 0;
            std::size_t splines = 0;
            for (const auto& s : plan.pieces.front().steps) {
                const auto mitres = std::count_if(s.joins.begin(), s.joins.end(), [](const std::string& j) {
                    return j.starts_with("mitre-");
                });
                QVERIFY(mitres == 0 || mitres == n);
                together += mitres > 0;
                if (s.title == fmt::format("Fit the {} splines", n))
                    splines = s.joins.size();
            }
            QCOMPARE(together, 1);
            QCOMPARE(splines, static_cast<std::size_t>(n));
        }
    }

    /// A mitred box is a ring too: with its rail between, its splines after it; what slopes is ripped before.
    void aMitredBoxClosesInOneStep() {
        Project p = newProject("wall_box", Units::metric).value();
        auto& box = std::get<WallBoxParams>(p.pieces.front().params);
        box.corners = BoxCorner::mitred;
        box.fixing = BoxFixing::splines;
        box.bevel = 20;
        const Plan plan = test::planOf(p);
        const auto& steps = plan.pieces.front().steps;
        const auto at = [&](const auto& wanted) {
            return std::find_if(steps.begin(), steps.end(), wanted) - steps.begin();
        };
        const auto ring = at([](const BuildStep& s) { return s.title == "Close the ring of 4 boards"; });
        const auto splines = at([](const BuildStep& s) { return s.title == "Fit the 4 splines"; });
        QVERIFY(ring < splines && splines < static_cast<long>(steps.size()));
        for (const char* corner : {"top-left", "top-right", "bottom-left", "bottom-right"})
            QVERIFY(std::count(steps[static_cast<std::size_t>(ring)].joins.begin(),
                               steps[static_cast<std::size_t>(ring)].joins.end(), corner) == 1);
        const Part& top = *plan.pieces.front().assembly().find("top");
        QCOMPARE(top.features.at(0).kind, std::string("bevel"));
        QCOMPARE(top.features.at(1).kind, std::string("mitre"));
    }

    void theRailIsScribedBetweenTheUpperStaves() {
        // A hexagon that stands on a corner: its rail's ends lean by 60 degrees, along the staves.
        const Draft d = made(ring(6, 300, PolygonDown::corner));
        const Part& rail = *d.assembly.find("rail");
        for (const int k : {3, 4})
            QVERIFY(contactArea(rail.solid, stave(d, k).solid) > 300);
        for (const auto& p : d.assembly.parts)
            QVERIFY(p.id == "rail" || !overlap(rail.solid, p.solid, 0.001));
        for (const auto& j : d.assembly.joints)
            if (j.second == "rail") {
                QVERIFY(!j.fasteners.empty());
                for (const auto& f : j.fasteners) { // square to the stave, its point inside
                    QVERIFY(std::abs(std::abs(f.direction.z) - std::cos(pi / 6)) < 1e-6);
                    QVERIFY(rail.solid.contains(f.from + f.direction * f.length));
                }
            }
    }

    void aNewNicheHangs_data() {
        QTest::addColumn<bool>("metric");
        QTest::addRow("mm") << true;
        QTest::addRow("in") << false;
    }
    /// Shorter than from stud to stud it goes on anchors; each side hangs stave by stave on the one above.
    void aNewNicheHangs() {
        QFETCH(bool, metric);
        const Project p = newProject("polygon", metric ? Units::metric : Units::imperial).value();
        const Plan plan = test::planOf(p);
        QVERIFY(!plan.blocked());
        QVERIFY(plan.pieces.front().hold() != nullptr);
        const auto& hung = plan.pieces.front().assembly().hung;
        QCOMPARE(hung.size(), std::size_t{4});
        QCOMPARE(hung.front().joints.front(), std::string("mitre-2-3"));
    }

    void badSizesSayWhatWorks_data() {
        QTest::addColumn<QString>("id");
        QTest::addColumn<int>("sides");
        QTest::addColumn<double>("size");
        QTest::addColumn<double>("thickness");
        QTest::addRow("it closes on itself") << "does_not_close" << 3 << 60.0 << 18.0;
        QTest::addRow("staves too short for the saw") << "short_staves" << 12 << 40.0 << 12.0;
        QTest::addRow("longer than boards") << "too_large" << 4 << 3000.0 << 18.0;
    }
    void badSizesSayWhatWorks() {
        QFETCH(QString, id);
        QFETCH(int, sides);
        QFETCH(double, size);
        QFETCH(double, thickness);
        Project p = newProject("polygon", Units::metric).value();
        auto& niche = std::get<PolygonParams>(p.pieces.front().params);
        niche.sides = sides;
        niche.size = Length::mm(size);
        niche.thickness = Length::mm(thickness);
        const Draft d = made(niche);
        const auto it = std::find_if(d.problems.begin(), d.problems.end(),
                                     [&](const Problem& q) { return q.id == id.toStdString(); });
        QVERIFY(it != d.problems.end() && !it->cures.empty());
        // The first cure is one: with it that problem is gone.
        const PieceParams cured = withChanges(niche, it->cures.front().changes);
        for (const auto& q : makePiece(cured, {}, catalog()).problems)
            QVERIFY2(q.id != id.toStdString(), q.text.c_str());
        QVERIFY(test::finding(test::planOf(p), "polygon." + id.toStdString()) != nullptr);
    }
};

QTEST_APPLESS_MAIN(TestPolygon)
#include "test_core_polygon.moc"
