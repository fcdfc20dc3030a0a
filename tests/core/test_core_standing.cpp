// Standing, leaning, corner, alcove and braced pieces, glass, chance: against other ways to the same figures.
#include "strength/chance.h"
#include "strength/glass.h"
#include "strength/mantel.h"
#include "strength/stability.h"
#include "strength/wall_pieces.h"
#include "support.h"

#include <complex>
#include <numbers>
#include <random>

using namespace owl;

namespace {

bool near(double a, double b, double rel = 1e-9) {
    return std::abs(a - b) <= rel * std::max(1.0, std::abs(b));
}

} // namespace

class TestStanding : public QObject {
    Q_OBJECT
  private slots:
    void aPlainLadderNeedsHalfTheCotangent() {
        // A ladder of one weight in its middle, from the floor to the wall at an angle: mu = cot/2 (S11.1).
        for (double degrees : {60.0, 70.0, 75.0, 80.0}) {
            const double a = degrees * std::numbers::pi / 180;
            LadderInput in;
            in.H = 1800;
            in.mu = 0.4;
            in.weights = {{100, 1800 / std::tan(a) / 2, 900}};
            QVERIFY(near(ladderOf(in).muNeeded, 1 / std::tan(a) / 2));
        }
    }
    void aLadderThatIsPulledComesOffTheWall() {
        LadderInput in;
        in.H = 1800;
        in.mu = 0.3;
        in.weights = {{200, 200, 900}};
        in.pullH = 1500;
        in.pull = 200.0 * 200 / 1500; // just
        QVERIFY(std::abs(ladderOf(in).wallPush) < 1e-9 && !ladderOf(in).tips);
        QVERIFY(near(ladderOf(in).tip, 1.5));
        in.pull *= 1.01;
        QVERIFY(ladderOf(in).tips);
    }
    void tippingInTheTiltedFrameIsTheSame() {
        // By turning the piece instead of the levers: each point about the foot by the tilt.
        std::mt19937 lots(5);
        std::uniform_real_distribution<double> u(0, 1);
        for (int n = 0; n < 50; ++n) {
            TipInput in;
            in.tilt = 3 * u(lots);
            for (int i = 0; i < 3; ++i)
                in.weights.push_back({100 + 300 * u(lots), 50 + 200 * u(lots), 200 + 1500 * u(lots)});
            in.down = 267 * u(lots);
            in.downFront = 50 * u(lots);
            in.downZ = 1200 * u(lots);
            const double a = in.tilt * std::numbers::pi / 180;
            const std::complex<double> turn{std::cos(a), std::sin(a)};
            double restores = 0;
            for (const auto& w : in.weights)
                restores += w.W * (std::complex(w.x, w.z) * turn).real();
            // In front of the foot: x is negative there.
            const double over = -in.down * (std::complex(-in.downFront, in.downZ) * turn).real();
            const TipResult r = tipOf(in);
            QVERIFY(near(r.restores, restores) && near(r.overturns, over));
            QCOMPARE(r.stands, restores >= 1.5 * over);
            QVERIFY(r.design >= 445);
        }
    }
    void aRestraintMakesItStand() {
        TipInput in;
        in.weights = {{200, 140, 900}};
        in.pull = 45;
        in.pullH = 1420;
        in.anchorH = 1700;
        const TipResult r = tipOf(in);
        QVERIFY(!r.stands && r.restraint > 0);
        QVERIFY(near(r.restores + r.restraint * in.anchorH, 1.5 * r.overturns));
    }
    void threePointsOfACornerBalance() {
        std::mt19937 lots(7);
        std::uniform_real_distribution<double> u(0, 1);
        for (int n = 0; n < 50; ++n) {
            std::vector<CornerLoad> loads;
            double P = 0;
            double mx = 0;
            double my = 0;
            for (int i = 0; i < 3; ++i) {
                loads.push_back({100 * u(lots), 300 * u(lots), 300 * u(lots)});
                P += loads.back().P;
                mx += loads.back().P * loads.back().x;
                my += loads.back().P * loads.back().y;
            }
            const double c1 = 150 + 200 * u(lots);
            const double c2 = 150 + 200 * u(lots);
            const CornerRest r = cornerRest(loads, c1, c2);
            QVERIFY(near(r.end1 + r.end2 + r.corner, P) && near(r.end1 * c1, mx) && near(r.end2 * c2, my));
            // With both legs as long as told the corner carries nothing.
            QVERIFY(std::abs(cornerRest(loads, r.equalCleat, r.equalCleat).corner) < 1e-9);
        }
        // Its own weight alone: a triangle needs two thirds of its leg.
        const double c = cornerCentroid(CornerShape::triangle, 300);
        QVERIFY(near(cornerRest({{50, c, c}}, 200, 200).equalCleat, 200));
        QVERIFY(near(cornerCentroid(CornerShape::quarterRound, 1000), 424.4131815783876));
    }
    void anAlcovesFrontIsASimpleBeam() {
        const AlcoveInput in{1300, 0.55, 9.5e9, 0, 0.6};
        Beam b;
        b.length = 1300;
        b.EI = 9.5e9;
        b.supports = {{0}, {1300}};
        b.lines = {{0, 1300, 0.6 * 0.55}};
        const auto solved = solveBeam(b);
        const AlcoveResult r = alcoveOf(in);
        QVERIFY(near(r.sag, solved->maxDown, 1e-6) && near(r.moment, solved->maxSagging, 1e-6));
        QVERIFY(near(r.back + 2 * r.side, 1.1 * 0.55 * 1300));
    }
    void aBraceBalances() {
        const std::vector<BraceLoad> loads{{90, 90}, {40, 150}};
        const BraceResult r = braceOf(loads, 120, 110);
        QVERIFY(near(r.topShear + r.vertical, 130));
        QVERIFY(near(r.topTension * 110, 90.0 * 90 + 40.0 * 150));
        QVERIFY(near(r.force * r.force, r.vertical * r.vertical + r.topTension * r.topTension));
    }
    void glassByItsClosedForm() {
        const auto r = glassOf({800, 250, 10, 0, 0.1, {}, true});
        const double w = 0.1 + 250 * 10 * 2500e-9 * 9.80665;
        QVERIFY(r && near(r->M, w * 800 * 800 / 8, 1e-6));
        QVERIFY(near(r->down, 5 * w * std::pow(800, 4) / (384 * 70e3 * 250 * 1000 / 12), 1e-4));
        QVERIFY(glassOf({800, 250, 10, 0, 0.1, {}, false})->uStress > 6 * r->uStress);
        QVERIFY(!glassOf({800, 250, 10, 400, 0.1, {}, true}));
    }
    void theChanceAgreesWithDrawnBoards() {
        const ChanceInput in{1.9, 2.5, 3, 0.22, 0.25, 0.01, 0.15};
        const ChanceResult want = chanceOf(in);
        std::mt19937 lots(11);
        std::normal_distribution<double> z;
        const auto drawn = [&](double v) { // a lognormal of mean 1
            const double s = std::sqrt(std::log(1 + v * v));
            return std::exp(s * z(lots) - s * s / 2);
        };
        int over = 0;
        constexpr int n = 200'000;
        for (int i = 0; i < n; ++i) {
            const double E = drawn(in.covE / std::sqrt(3.0));
            const double t = drawn(in.covThickness);
            if (1.9 * drawn(in.covLoad) * drawn(in.covCreep) / (E * t * t * t) > 2.5)
                ++over;
        }
        QVERIFY(std::abs(static_cast<double>(over) / n - want.exceeds) < 0.005);
        ChanceInput one = in;
        one.boards = 1;
        QVERIFY(chanceOf(one).exceeds > want.exceeds); // boards side by side even each other out
    }
};

QTEST_APPLESS_MAIN(TestStanding)
#include "test_core_standing.moc"
