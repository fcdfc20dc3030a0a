// Lines and fillings of drawings, exact against what sampling sees.
#include "solid/lines.h"
#include "solid/order.h"
#include "support.h"

#include <random>

using namespace owl;

namespace {

constexpr std::array<Vec3, 3> world{Vec3{1, 0, 0}, Vec3{0, 1, 0}, Vec3{0, 0, 1}};
Solid boxSolid(Vec3 low, Vec3 size) {
    return {{boxCell(low, world, size)}};
}
double seenLength(const std::vector<SeenLine>& lines) {
    double sum = 0;
    for (const auto& l : lines)
        for (const auto& s : l.seen)
            sum += (s.to - s.from) * norm(l.edge.b - l.edge.a);
    return sum;
}
double wholeLength(const std::vector<EdgeLine>& lines) {
    double sum = 0;
    for (const auto& l : lines)
        sum += norm(l.b - l.a);
    return sum;
}
/// Some parts of a small shelf that do not overlap, one of them grooved, one turned.
std::vector<Solid> scene() {
    std::vector<Solid> out{boxSolid({0, 0, 0}, {600, 18, 90}), boxSolid({0, 18, 0}, {600, 72, 18}),
                           boxSolid({0, 90, 0}, {600, 18, 40})};
    subtract(out[0], boxCell({100, -1, 40}, world, {80, 30, 20}), 6);
    const double r = std::sqrt(0.5);
    out.push_back({{boxCell({200, 40, 60}, {Vec3{r, r, 0}, Vec3{-r, r, 0}, Vec3{0, 0, 1}}, {60, 20, 70})}});
    return out;
}
std::vector<const Solid*> pointers(const std::vector<Solid>& s) {
    std::vector<const Solid*> out;
    for (const auto& b : s)
        out.push_back(&b);
    return out;
}

} // namespace

class TestLines : public QObject {
    Q_OBJECT
  private slots:
    void a_box_shows_nine_of_its_edges() {
        const Solid b = boxSolid({0, 0, 0}, {10, 20, 30});
        const auto lines = seenLines({&b}, {1, 2, 3});
        QCOMPARE(lines.size(), std::size_t(12));
        QCOMPARE(std::count_if(lines.begin(), lines.end(), [](const SeenLine& l) { return !l.seen.empty(); }),
                 9);
        QVERIFY(std::abs(seenLength(lines) - 3 * 60) < 0.1);
    }
    void seams_between_cells_are_no_edges() {
        Solid s = boxSolid({0, 0, 0}, {200, 100, 18});
        subtract(s, boxCell({80, 30, -1}, world, {40, 40, 20}), 6); // a square hole
        QVERIFY(s.cells.size() > 1);
        // twelve edges of the board, twelve of the hole
        QVERIFY(std::abs(wholeLength(edgesOf(s)) - (4 * (200 + 100 + 18) + 8 * 40 + 4 * 18)) < 0.05);
        Solid notched = boxSolid({0, 0, 0}, {100, 50, 20});
        subtract(notched, boxCell({60, -1, -1}, world, {41, 21, 22}), 6);
        QVERIFY(std::abs(wholeLength(edgesOf(notched)) - (2 * (2 * 100 + 2 * 50) + 6 * 20)) < 0.05);
    }
    void what_a_board_covers_is_hidden() {
        const Solid back = boxSolid({0, 0, 0}, {100, 10, 100});
        const Solid front = boxSolid({25, 50, 25}, {50, 10, 100});
        const auto lines = seenLines({&back, &front}, {0, 1, 0});
        double top = -1;
        for (const auto& l : lines)
            if (l.edge.body == 0 && l.edge.a.y > 9 && l.edge.b.y > 9 && l.edge.a.z > 99 && l.edge.b.z > 99) {
                QCOMPARE(l.seen.size(), std::size_t(2)); // left and right of the one before it
                top = 0;
                for (const auto& s : l.seen)
                    top += (s.to - s.from) * 100;
            }
        QVERIFY(std::abs(top - 50) < 0.02);
    }
    void every_stretch_agrees_with_rays() {
        const std::vector<Solid> bodies = scene();
        std::mt19937 engine(7);
        std::uniform_real_distribution<double> any(-1, 1);
        int asked = 0;
        for (int view = 0; view < 12; ++view) {
            const Vec3 eye = unit({any(engine), 0.3 + std::abs(any(engine)), any(engine)});
            for (const auto& l : seenLines(pointers(bodies), eye))
                for (int k = 0; k < 40; ++k) {
                    const double t = (k + 0.5) / 40;
                    const bool near = std::any_of(l.seen.begin(), l.seen.end(), [&](const Stretch& s) {
                        return std::abs(s.from - t) < 0.004 || std::abs(s.to - t) < 0.004;
                    });
                    if (near)
                        continue;
                    const Vec3 p = l.edge.a + (l.edge.b - l.edge.a) * t;
                    double covered = 0;
                    for (const auto& b : bodies)
                        covered += lengthInside(b, p + eye * 0.005, p + eye * 3000);
                    const bool seen = std::any_of(l.seen.begin(), l.seen.end(),
                                                  [&](const Stretch& s) { return s.from < t && t < s.to; });
                    if (covered > 0.001 && covered < 0.5)
                        continue; // it grazes a corner
                    ++asked;
                    QVERIFY2(seen == (covered <= 0.001),
                             qPrintable(QString("view %1 t %2 covered %3").arg(view).arg(t).arg(covered)));
                }
        }
        QVERIFY(asked > 5000);
    }
    void faces_are_filled_far_ones_first() {
        const std::vector<Solid> bodies = scene();
        const FillOrder order(pointers(bodies));
        std::mt19937 engine(8);
        std::uniform_real_distribution<double> any(-1, 1);
        for (int view = 0; view < 8; ++view) {
            const Vec3 eye = unit({any(engine), 0.4 + std::abs(any(engine)), any(engine)});
            const auto faces = order.seenFrom(eye);
            // Over any place the last face filled is the one nearest to the eye.
            for (int k = 0; k < 400; ++k) {
                const Vec3 at{300 + 320 * any(engine), 60 + 70 * any(engine), 60 + 80 * any(engine)};
                double last = -1e9;
                double nearest = -1e9;
                for (const auto& f : faces) {
                    const double m = dot(f.normal, eye);
                    const double s = dot(f.corners[0] - at, f.normal) / m;
                    const Vec3 hit = at + eye * s;
                    bool in = true;
                    for (std::size_t i = 0; i < f.corners.size() && in; ++i)
                        in = dot(cross(f.corners[(i + 1) % f.corners.size()] - f.corners[i],
                                       hit - f.corners[i]),
                                 f.normal) > 1e-6;
                    if (!in)
                        continue;
                    last = s;
                    nearest = std::max(nearest, s);
                }
                QVERIFY(last > nearest - 0.02);
            }
        }
    }
    void nothing_has_no_lines() {
        QVERIFY(edgesOf(Solid()).empty());
        QVERIFY(seenLines(std::vector<const Solid*>{}, {0, 1, 0}).empty());
        QVERIFY(FillOrder({}).seenFrom({0, 1, 0}).empty());
    }
};

QTEST_APPLESS_MAIN(TestLines)
#include "test_core_lines.moc"
