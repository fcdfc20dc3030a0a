// Traces of finders other than the simulated one: other shapes of signal, coarse steps, whole numbers,
// readings cut off at nought. The model here is written apart from src/core/scan on purpose.
#include "scan/stud_estimator.h"
#include "support.h"

#include <cmath>
#include <random>

using namespace owl;

namespace {

enum class Edge { blurred, ramp, round, bell };

struct Finder {
    Edge edge = Edge::blurred;
    double soft = 5;     ///< mm, how far an edge is smeared
    double height = 60;  ///< reading of a stud above the wall
    double base = 15;    ///< reading of the bare wall
    double noise = 2;    ///< standard deviation
    double step = 1;     ///< mm
    bool whole = false;  ///< readings in whole numbers
    bool uneven = false; ///< steps vary by half
    double plate = 30;   ///< reading of a plate above its stud
};

struct Real {
    double left, right, height;
    [[nodiscard]] double centre() const { return (left + right) / 2; }
};

struct RealWall {
    double length = 0;
    std::vector<Real> studs, others;
};

/// Share of the full reading at x.
double share(Edge edge, double soft, const Real& r, double x) {
    const auto rise = [&](double u) {
        switch (edge) {
        case Edge::ramp:
            return std::clamp((u + 1.5 * soft) / (3 * soft), 0.0, 1.0);
        case Edge::round:
            return std::abs(u) > 1.8 * soft ? double(u > 0) : 0.5 + 0.5 * std::sin(M_PI * u / (3.6 * soft));
        default:
            return 0.5 * (1 + std::erf(u / (soft * std::sqrt(2.0))));
        }
    };
    if (edge == Edge::bell)
        return std::exp(-0.5 * std::pow((x - r.centre()) / (0.4 * (r.right - r.left) + 0.3 * soft), 2));
    return rise(x - r.left) - rise(x - r.right);
}

class Walls {
  public:
    explicit Walls(unsigned seed) : bits_(seed) {}
    double between(double a, double b) { return a + (b - a) * double(bits_()) / 4294967296.0; }
    double normal() {
        double sum = -6;
        for (int i = 0; i < 12; ++i)
            sum += between(0, 1);
        return sum;
    }
    RealWall wall(const Finder& f) {
        RealWall w;
        w.length = between(2600, 5800);
        constexpr std::array spacings{400.0, 406.4, 600.0, 609.6};
        const double spacing = spacings[bits_() % spacings.size()];
        for (double c = spacing; c < w.length - 60; c += spacing) {
            if (between(0, 1) < 0.08)
                continue;
            const double at = c + 2 * normal();
            w.studs.push_back({at - 19, at + 19, f.height});
            if (between(0, 1) < 0.05)
                w.studs.push_back({at + 19, at + 57, f.height});
            else if (between(0, 1) < 0.05)
                w.others.push_back({at - 24, at + 24, f.plate});
        }
        const double pipe = between(120, w.length - 120);
        if (std::none_of(w.studs.begin(), w.studs.end(),
                         [&](const Real& s) { return std::abs(s.centre() - pipe) < 90; }))
            w.others.push_back({pipe - 9, pipe + 9, 0.7 * f.height});
        return w;
    }
    Trace trace(const RealWall& w, const Finder& f) {
        Trace t;
        const double phase = between(0, 6);
        for (double x = 0; x <= w.length; x += f.uneven ? f.step * between(0.5, 1.5) : f.step) {
            double v = f.base + 2 * std::sin(x / 400 + phase) + f.noise * normal();
            for (const auto* group : {&w.studs, &w.others})
                for (const auto& r : *group)
                    if (x > r.left - 150 && x < r.right + 150)
                        v += r.height * share(f.edge, f.soft, r, x);
            v = std::clamp(v, 0.0, 100.0);
            t.at.push_back(x);
            t.reading.push_back(f.whole ? std::round(v) : v);
        }
        return t;
    }

  private:
    std::mt19937 bits_;
};

} // namespace

class TestFinders : public QObject {
    Q_OBJECT
  private slots:
    void finds_data() {
        QTest::addColumn<Finder>("finder");
        QTest::newRow("blurred") << Finder{};
        QTest::newRow("ramp") << Finder{Edge::ramp};
        QTest::newRow("round") << Finder{Edge::round};
        QTest::newRow("bell") << Finder{Edge::bell};
        QTest::newRow("wide bell") << Finder{Edge::bell, 15};
        QTest::newRow("soft") << Finder{Edge::blurred, 10};
        QTest::newRow("sharp") << Finder{Edge::ramp, 0.1, 60, 15, 0.5};
        QTest::newRow("every 5 mm, whole numbers") << Finder{Edge::ramp, 5, 60, 15, 2, 5, true};
        QTest::newRow("every 10 mm, whole numbers") << Finder{Edge::ramp, 5, 60, 15, 2, 10, true};
        QTest::newRow("uneven steps") << Finder{Edge::round, 5, 60, 15, 2, 2, false, true};
        QTest::newRow("cut off at nought") << Finder{Edge::ramp, 5, 60, 0};
        QTest::newRow("cut off at a hundred") << Finder{Edge::blurred, 5, 85, 30};
        QTest::newRow("weak") << Finder{Edge::round, 5, 20, 15, 1.5};
        QTest::newRow("noisy") << Finder{Edge::round, 5, 60, 20, 6};
        QTest::newRow("strong plates") << Finder{Edge::blurred, 5, 45, 10, 2, 1, false, false, 80};
    }
    /// Over 40 walls: 95 % found within 6 mm, 2 % false, whatever the finder.
    void finds() {
        QFETCH(Finder, finder);
        int truth = 0;
        int found = 0;
        int claimed = 0;
        Walls walls(11);
        for (int i = 0; i < (test::sanitized ? 8 : 40); ++i) {
            const RealWall w = walls.wall(finder);
            const StudEstimate e = estimateStuds(walls.trace(w, finder));
            truth += static_cast<int>(w.studs.size());
            claimed += static_cast<int>(e.studs.size());
            for (const auto& s : w.studs)
                found += std::any_of(e.studs.begin(), e.studs.end(), [&](const StudReading& r) {
                    return std::abs(r.centre - s.centre()) <= 6;
                });
        }
        QVERIFY(truth > (test::sanitized ? 30 : 200));
        QVERIFY2(found >= 0.95 * truth, qPrintable(QString("%1 of %2").arg(found).arg(truth)));
        QVERIFY2(claimed - found <= 0.02 * claimed, qPrintable(QString("%1 false").arg(claimed - found)));
    }
    void studsInBothCornersAreRead() {
        RealWall w{
            3000, {{0, 38, 60}, {381, 419, 60}, {781, 819, 60}, {1181, 1219, 60}, {2962, 3000, 60}}, {}};
        const StudEstimate e = estimateStuds(Walls(3).trace(w, {}));
        QCOMPARE(e.studs.size(), w.studs.size());
        QVERIFY(std::abs(e.studs.front().centre - 19) <= 6);
        QVERIFY(std::abs(e.studs.back().centre - 2981) <= 6);
        QVERIFY(e.studs.front().confidence < e.studs[1].confidence); // corners are built up
    }
    void unevenPlasterIsNoStud() {
        RealWall w{
            4000, {{381, 419, 60}, {781, 819, 60}, {1181, 1219, 60}}, {{1900, 1985, 6}, {2700, 2785, 7}}};
        const StudEstimate e = estimateStuds(Walls(4).trace(w, {}));
        QCOMPARE(e.studs.size(), std::size_t(3));
    }
    void twoRealStudsAreNeverAPost() {
        RealWall w{
            4000, {{381, 419, 60}, {781, 819, 60}, {819, 857, 60}, {1181, 1219, 60}, {1581, 1619, 60}}, {}};
        for (const Edge edge : {Edge::blurred, Edge::ramp, Edge::round, Edge::bell}) {
            const StudEstimate e = estimateStuds(Walls(5).trace(w, {edge}));
            QCOMPARE(e.studs.size(), w.studs.size());
            QVERIFY(std::any_of(e.odd.begin(), e.odd.end(),
                                [](const OddSignal& o) { return o.kind == OddKind::doubled; }));
        }
    }
};

QTEST_APPLESS_MAIN(TestFinders)
#include "test_core_finders.moc"
