// Nodes that lie close together: a load, a support and a place asked about may be a hair apart.
#include "support.h"

#include "strength/beam.h"
#include "strength/turning.h"

#include <rapidcheck.h>

using namespace owl;

namespace {

BeamSupport pin(double x) {
    BeamSupport s;
    s.x = x;
    return s;
}

/// Five studs under a ledge, an even load, a thing and a hand at x.
Beam ledge(double L, double x) {
    Beam b;
    b.length = L;
    b.EI = 8e9;
    for (double s : {148.0, 554.4, 960.8, 1367.2, 1773.6})
        b.supports.push_back(pin(s));
    b.lines = {{0, L, 0.05}, {300, 460, 0.12}};
    b.points = {{x, 220}};
    b.probes = {L / 2, x};
    return b;
}

BeamResult solved(const Beam& b) {
    auto r = solveBeam(b);
    if (!r)
        throw std::runtime_error(r.error());
    return std::move(*r);
}

/// What a verdict is made of, as one row.
std::vector<double> figures(const BeamResult& r) {
    std::vector<double> out = r.reactions;
    // Not the shear: a load that leaves its support by a hair really is all shear beside it.
    out.insert(out.end(), {r.maxSagging, r.maxHogging, r.maxDown});
    return out;
}

/// Largest difference relative to the largest figure of its kind.
double jump(const std::vector<double>& a, const std::vector<double>& b) {
    double worst = 0;
    for (std::size_t i = 0; i < a.size(); ++i)
        worst = std::max(worst, std::abs(a[i] - b[i]) / std::max(1.0, std::abs(a[i])));
    return worst;
}

} // namespace

class TestBeamNodes : public QObject {
    Q_OBJECT
  private slots:
    /// Every length by 1/64 in over a metre: the middle passes studs, things and hands at odd distances.
    void lengthsBySixtyFourthsHaveNoJump() {
        std::vector<double> last;
        const double step = 25.4 / 64;
        for (int i = 0; i <= 2520; ++i) {
            const double L = 1800 + i * step;
            const auto now = figures(solved(ledge(L, L / 2)));
            if (!last.empty())
                QVERIFY2(jump(last, now) < 0.02, qPrintable(QString("%1: %2").arg(L).arg(jump(last, now))));
            last = now;
        }
    }

    void aNanometreMakesNoJump() {
        for (double at : {148.0, 300.0, 460.0, 554.4, 960.8, 1000.0, 1773.6, 2000.0}) {
            const auto exact = figures(solved(ledge(2000, at)));
            for (double off : {1e-6, 5e-7, 1e-5, 1e-4, 9e-4, 1.1e-3, 2e-3, 0.01, 0.1})
                for (double side : {-1.0, 1.0}) {
                    const double x = at + side * off;
                    if (x > 2000)
                        continue;
                    const auto near = figures(solved(ledge(2000, x)));
                    QVERIFY2(jump(exact, near) < 1e-5 + off / 10,
                             qPrintable(QString("%1 %2: %3").arg(at).arg(off).arg(jump(exact, near))));
                }
        }
    }

    /// The answer at a place two nodes share is that of a beam that has only one of them, to a part in a
    /// million.
    void closeNodesAreAsGoodAsOne() {
        Beam b = ledge(2000, 700);
        const auto one = figures(solved(b));
        for (int i = 0; i < 12; ++i)
            b.probes.push_back(700 + 0.0015 * i);
        QVERIFY(jump(one, figures(solved(b))) < 1e-9);
    }

    void twoSupportsAtOnePlaceShareOneReaction() {
        Beam b;
        b.length = 1000;
        b.EI = 1e9;
        b.supports = {pin(0), pin(1000), pin(1000)};
        b.points = {{500, 100}};
        const auto r = solved(b);
        QVERIFY(std::abs(r.reactions[0] - 50) < 1e-9);
        QVERIFY(std::abs(r.reactions[1] + r.reactions[2] - 50) < 1e-9);
    }

    void reactionsBalanceInForceAndMoment() {
        QVERIFY(rc::check("sums are zero", [] {
            Beam b;
            b.length = *rc::gen::inRange(600, 4000);
            b.EI = 1e9;
            b.GAs = *rc::gen::arbitrary<bool>() ? 2e5 : 0;
            const int n = *rc::gen::inRange(2, 7);
            for (int i = 0; i < n; ++i) {
                BeamSupport s = pin(b.length * (i + 0.3) / n);
                if (*rc::gen::arbitrary<bool>()) {
                    s.type = BeamSupport::Type::spring;
                    s.k = *rc::gen::inRange(20, 2000);
                }
                b.supports.push_back(s);
            }
            double force = 0;
            double moment = 0;
            for (int i = 0; i < 3; ++i) {
                const double x = *rc::gen::inRange(0, static_cast<int>(b.length));
                const double P = *rc::gen::inRange(1, 300);
                b.points.push_back({x, P});
                force += P;
                moment += P * x;
            }
            const auto r = solved(b);
            for (std::size_t i = 0; i < r.reactions.size(); ++i) {
                force -= r.reactions[i];
                moment -= r.reactions[i] * b.supports[i].x;
            }
            RC_ASSERT(std::abs(force) < 1e-6);
            RC_ASSERT(std::abs(moment) < 1e-3);
        }));
    }

    // --- turning has its own balance (S5.6)
    void theLeverRuleOfThePage() {
        // 220 N at 140 mm on the end of a ledge, overhang 510, spacing 406: the first support turns by 30.8 N
        // m.
        std::vector<double> M;
        addTurning({510, 916}, 0, 0, 220.0 * 140, M);
        QVERIFY(std::abs(M[0] - 30800) < 1e-9);
        QCOMPARE(M[1], 0.0);
    }
    void turningAddsUpAndNeverLifts() {
        QVERIFY(rc::check("sum of M is sum of P y, every M is at least 0", [] {
            std::vector<double> x;
            double at = *rc::gen::inRange(0, 300);
            const int n = *rc::gen::inRange(1, 7);
            for (int i = 0; i < n; ++i, at += *rc::gen::inRange(50, 700))
                x.push_back(at);
            std::vector<double> M;
            double all = 0;
            for (int i = 0; i < 4; ++i) {
                const double x0 = *rc::gen::inRange(0, 2500);
                const double width = *rc::gen::inRange(0, 900);
                const double torque = *rc::gen::inRange(0, 50'000);
                addTurning(x, x0, x0 + width, torque, M);
                all += torque;
            }
            double sum = 0;
            for (double m : M) {
                RC_ASSERT(m >= 0);
                sum += m;
            }
            RC_ASSERT(std::abs(sum - all) < 1e-6 * std::max(1.0, all));
        }));
    }
    void aSpreadTorqueIsTheLimitOfManySmallOnes() {
        const std::vector<double> x{100, 500, 1300};
        std::vector<double> spread;
        std::vector<double> points;
        addTurning(x, 50, 1400, 9000, spread);
        for (int i = 0; i < 9000; ++i) {
            const double at = 50 + (i + 0.5) * 1350 / 9000;
            addTurning(x, at, at, 1, points);
        }
        for (std::size_t i = 0; i < 3; ++i)
            QVERIFY(std::abs(spread[i] - points[i]) < 1e-2);
    }
};

QTEST_APPLESS_MAIN(TestBeamNodes)
#include "test_core_beam_nodes.moc"
