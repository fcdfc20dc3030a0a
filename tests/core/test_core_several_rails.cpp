// A piece that hangs by several rails, or by one stud with an anchor beside it: places, shares by
// calculations of their own, parts, holes, what is told.
#include "support.h"

#include "project/random_project.h"
#include "solid/query.h"
#include "strength/concealed.h"
#include "strength/fastener.h"
#include "support/hangers/hangers.h"
#include "support/support.h"

#include <cmath>

using namespace owl;

namespace {

bool near(double got, double want, double rel = 1e-3) {
    return std::abs(got - want) <= rel * std::abs(want) + 1e-9;
}
const PiecePlan& only(const Plan& p) {
    return p.pieces.front();
}

/// A box of four bays with a cleat behind the first and one behind the last, nobody leaning.
Project twoCleats(const char* construction) {
    Project p = newProject("wall_box", Units::metric).value();
    p.walls.front().construction = construction;
    p.walls.front().width = 5000_mm;
    Piece& piece = p.pieces.front();
    piece.params = withChanges(piece.params, {{"length", 3000},
                                              {"height", 400},
                                              {"dividers", 3},
                                              {"hang", "cleat"},
                                              {"rail_height", 140},
                                              {"cleat_from", 1},
                                              {"cleat_to", 4},
                                              {"cleat_each", true}});
    piece.load.handN = 0;
    return p;
}

/// The hall ledge over one stud, 200 mm from its left end, nobody leaning.
Project onOneStud(const char* support, double kgPerM) {
    Project p = test::hall();
    Piece& piece = p.pieces.front();
    p.walls.front().studMode = StudMode::positions;
    p.walls.front().studs = test::found({pieceLeft(p, piece) + 200_mm});
    piece.load.items.clear();
    piece.load.kgPerM = kgPerM;
    piece.load.handN = 0;
    piece.hold.support = support;
    return p;
}

/// Three boards side by side, each against the wall and at a height of its own, a shelf on all of them.
Assembly threeBoards() {
    Assembly a;
    a.length = 1200_mm;
    a.depth = 220_mm;
    a.height = 500_mm;
    a.surfaceBack = 20_mm;
    a.surfaceFront = 220_mm;
    a.surfaceZ = a.top = 120_mm;
    const auto board = [&](int n, Length x, Length z, Length high) {
        RailSeat seat;
        seat.part = "board-" + std::to_string(n);
        a.parts.push_back(blankPart(seat.part, "board " + std::to_string(n), high, 200_mm, 20_mm,
                                    {{x.mm(), 20, z.mm()}, {0, 0, 1}, {1, 0, 0}, {0, 1, 0}}));
        seat.rows = {z + high - 30_mm};
        seat.through = 20_mm;
        seat.left = x;
        seat.right = x + 200_mm;
        a.seats.emplace_back(seat);
    };
    board(1, Length(), Length(), 300_mm);
    board(2, 500_mm, 100_mm, 400_mm);
    board(3, 1000_mm, Length(), 200_mm);
    a.parts.push_back(
        blankPart("shelf", "shelf", 1200_mm, 200_mm, 20_mm, {{0, 20, 100}, {1, 0, 0}, {0, 1, 0}, {0, 0, 1}}));
    a.member.rects = {{"shelf", 200, 20, 100, 20}};
    return a;
}

} // namespace

class TestSeveralRails : public QObject {
    Q_OBJECT
  private slots:
    void aCleatBehindEachOfTwoBays() {
        const Plan plan = test::planOf(twoCleats("concrete"));
        const PiecePlan& pp = only(plan);
        const Assembly& a = pp.assembly();
        QVERIFY(pp.hold());
        QVERIFY2(pp.hold()->feasible, pp.hold()->refusal.c_str());
        QCOMPARE(a.all<RailSeat>().size(), std::size_t(2));
        for (const char* id : {"rail", "rail-2", "cleat", "cleat-2", "cleat-wall", "cleat-wall-2",
                               "cleat-spacer", "cleat-spacer-2"})
            QVERIFY2(a.find(id), id);
        QVERIFY(a.joint("rail-left") && a.joint("rail-right") && a.joint("top-rail") &&
                a.joint("top-rail-2"));
        const SupportVerdict& v = *pp.hold();
        QVERIFY2(v.feasible, v.refusal.c_str());
        // Each rail has its places, none lies between them, every wall half its own holes.
        std::size_t left = 0;
        for (const auto& m : v.mounting.mounts) {
            const Length x = Length::mm(m.at.x);
            const RailSeat* rail = a.all<RailSeat>()[x < 1500_mm ? 0 : 1];
            QVERIFY(x > rail->left && x < rail->right);
            left += x < 1500_mm && m.carries;
            const std::string half = x < 1500_mm ? "cleat-wall" : "cleat-wall-2";
            if (m.carries)
                QCOMPARE(m.passes, std::vector<std::string>{half});
        }
        QCOMPARE(2 * left, v.x.size());
    }

    /// S9.10: V/n and V e x/sum x^2 over the fixings of both cleats.
    void bothCleatsShareByLevers() {
        Project p = twoCleats("concrete");
        Piece& piece = p.pieces.front();
        piece.load.kgPerM = 0;
        LoadItem pots;
        pots.name = "pots";
        pots.kind = "books";
        pots.mass = 12;
        pots.width = 300_mm;
        pots.height = 150_mm;
        pots.x = 100_mm;
        pots.on = "bottom";
        piece.load.items = {pots};
        const Plan plan = test::planOf(p);
        const SupportVerdict& v = *only(plan).hold();
        QVERIFY2(v.feasible, v.refusal.c_str());
        const double n = static_cast<double>(v.x.size());
        double middle = 0;
        for (double x : v.x)
            middle += x / n;
        double W = 0;
        double turns = 0;
        double sum2 = 0;
        for (std::size_t i = 0; i < v.x.size(); ++i) {
            W += v.cases.front().R[i];
            turns += v.cases.front().R[i] * (v.x[i] - middle);
            sum2 += (v.x[i] - middle) * (v.x[i] - middle);
        }
        QVERIFY(near(W, (only(plan).mass + 12) * gravity, 0.01));
        QVERIFY(turns < -0.1 * W * 1000); // what stands in the first bay pulls to it
        for (std::size_t i = 0; i < v.x.size(); ++i)
            QVERIFY(near(v.cases.front().R[i], W / n + turns * (v.x[i] - middle) / sum2, 0.01));
    }

    /// On studs each of the two needs one behind it.
    void aRailWithoutAStudIsNamed() {
        Project p = twoCleats("timber_stud_us");
        Wall& w = p.walls.front();
        w.studMode = StudMode::positions;
        const Length left = pieceLeft(p, p.pieces.front());
        w.studs = {{left + 300_mm, Length(), 1, {}}, {left + 600_mm, Length(), 1, {}}};
        p.pieces.front().hold.support = "cleat45-studs-m5";
        const Plan missed = test::planOf(p);
        const SupportVerdict& none = *only(missed).hold();
        QVERIFY(!none.feasible);
        QVERIFY2(none.refusal.find("rail 2") != std::string::npos, none.refusal.c_str());
        w.studs.back().x = left + 2600_mm;
        const Plan plan = test::planOf(p);
        QVERIFY2(only(plan).hold()->feasible, only(plan).hold()->refusal.c_str());
    }

    /// S9.5 by hand: T = M/h with each board's own height from hook to bumper.
    void ringsOnThreeBoards() {
        const Assembly a = threeBoards();
        HeldPiece p;
        p.assembly = &a;
        p.catalog = &catalog();
        const Species* wood = catalog().findSpecies("scots_pine");
        p.woodC1 = allowable(wood->means, BoardGrade::ordinary, 0.9);
        p.woodC2 = allowable(wood->means, BoardGrade::ordinary, 1.6);
        p.section.parts = {{p.woodC1.E, 200, 20, 100, 20, {}}};
        p.load.kgPerM = 0;
        p.hand = 0;
        p.mass = 6;
        p.gravityY = 90;
        p.joint = nullptr;
        WallBehind w;
        w.studs = {100, 600, 1100};
        const auto options = supportOptions(a, catalog(), true, nullptr);
        const auto ring = std::find_if(options.begin(), options.end(),
                                       [](const SupportOption& o) { return o.id == "ring-studs-m4.5"; });
        QVERIFY(ring != options.end());
        const SupportVerdict v = judgeSupport(p, w, *ring);
        QVERIFY2(v.feasible, v.refusal.c_str());
        QCOMPARE(v.x.size(), std::size_t(3));
        const Screw& s = *ring->screw;
        double worst = 0;
        for (std::size_t i = 0; i < 3; ++i) {
            const HangerLayout l = hangerLayout(a, *ring, *a.all<RailSeat>()[i]);
            const double T = v.cases.front().M[i] / (l.contact - l.bearing);
            const double V = v.cases.front().R[i];
            const double W = withdrawal(w.studG, s.d, false, s.thread(v.pen, v.screwLength), 0.9);
            const double Z = proudScrewShear(s.d, s.root, v.pen, ring->hanger->proud + w.cover, w.studG, 0.9);
            worst = std::max(worst, combined(T, V, W, Z).utilisation);
        }
        QVERIFY2(near(test::check(v, "wall_screws")->utilisation(), worst, 1e-6),
                 qPrintable(QString("%1 %2").arg(test::check(v, "wall_screws")->utilisation()).arg(worst)));
        // Each ring is on its own board, at its height.
        for (std::size_t i = 0; i < 3; ++i) {
            const Mount& m = v.mounting.mounts[i];
            const HangerLayout l = hangerLayout(a, *ring, *a.all<RailSeat>()[i]);
            QCOMPARE(m.at.z, l.screwZ);
            QCOMPARE(m.at.x, w.studs[i]);
        }
    }

    /// Left to itself a piece takes one row of screws or two, whichever is used less: two never where they
    /// are not used a twentieth less, one never where two would have the better word.
    void oneRowOrTwoWhicheverIsBetter() {
        int two = 0;
        int one = 0;
        for (int seed = 1; seed <= (test::sanitized ? 6 : 30); ++seed) {
            Project p = randomProject("ledge", seed % 2 ? Units::metric : Units::imperial,
                                      static_cast<std::uint64_t>(seed))
                            .value();
            const Length wide = 110_mm; // high enough for either
            ledgeOf(p.pieces.front()).boardWidth = Length();
            ledgeOf(p.pieces.front()).backHeight = wide;
            ledgeOf(p.pieces.front()).lipHeight = 30_mm;
            p.pieces.front().hold.rows = 0;
            const Plan free = test::planOf(p);
            const SupportVerdict* chosen = only(free).hold();
            if (!chosen || !chosen->feasible || !chosen->option.inRows)
                continue;
            const std::size_t rows = chosen->rows.size();
            (rows > 1 ? two : one) += 1;
            p.pieces.front().hold.support = chosen->option.id;
            p.pieces.front().hold.rows = rows > 1 ? 1 : 2;
            const Plan other = test::planOf(p);
            const SupportVerdict& another = *only(other).hold();
            if (another.rows.size() == rows)
                continue; // there is room for one only
            QVERIFY2(chosen->verdict.status <= another.verdict.status, std::to_string(seed).c_str());
            if (rows > 1 && chosen->verdict.status == another.verdict.status &&
                chosen->verdict.notForLeaning == another.verdict.notForLeaning)
                QVERIFY2(chosen->strengthUse() < another.strengthUse() / 1.05, std::to_string(seed).c_str());
        }
        QVERIFY2(one + two > (test::sanitized ? 1 : 8), qPrintable(QString("%1 %2").arg(one).arg(two)));
    }

    /// S10.7: the stud's side is reckoned alone, the anchor takes its share by balance.
    void oneStudAndAnAnchorThatSteadies() {
        Project p = onOneStud("studs-m6-beside", 3);
        Wall& wall = p.walls.front();
        const Plan plan = test::planOf(p);
        const SupportVerdict& v = *only(plan).hold();
        QVERIFY2(v.feasible, v.refusal.c_str());
        QCOMPARE(v.x.size(), std::size_t(2));
        QCOMPARE(v.beside, 1);
        const double all = (only(plan).mass + only(plan).contents) * gravity;
        const auto& still = v.cases.front();
        QVERIFY(near(still.R[0] + still.R[1], all, 1e-3));
        const Check& screws = *test::check(v, "wall_screws");
        const double M = still.M[0] + still.M[1];
        double sum2 = 0; // of the rows of screws in the stud; the anchor is one
        for (double z : v.rowsOf(0))
            sum2 += z * z;
        const double T = 1.5 * M * v.rowsOf(0).back() / sum2;
        const double V = all / static_cast<double>(v.rowsOf(0).size());
        QVERIFY2(near(screws.demand, std::hypot(T, V), 2e-3), qPrintable(QString::number(screws.demand)));
        const Check& anchor = *test::check(v, "anchors");
        QCOMPARE(v.rowsOf(1).size(), std::size_t(1));
        const double Ta = 1.5 * still.M[1] / v.rowsOf(1).back();
        QVERIFY(near(anchor.demand,
                     Ta / std::min(v.option.beside->tensionLow, 135.0) +
                         still.R[1] / std::min(v.option.beside->shearLow, 270.0),
                     2e-3));
        // Pressure under the edge and droop come from the stud alone as well: C = 1.5 M Σz/Σz².
        double sum = 0;
        for (double z : v.rowsOf(0))
            sum += z;
        const double deep = sum2 / sum;
        QVERIFY(near(test::check(v, "wall_crush")->demand,
                     1.5 * M * sum / sum2 / (wall.studWidth.mm() * deep), 2e-3));
        // It settles most where the anchor is: 50 N/mm (S5.3).
        QVERIFY(near(v.settles, still.R[1] / 50, 2e-3));
        // Two fixings of two sorts: bought, bored and driven as what they are.
        const auto& mounts = v.mounting.mounts;
        QCOMPARE(mounts.size(), v.rowsOf(0).size() + 1);
        QCOMPARE(mounts.front().kind, std::string("screw"));
        QCOMPARE(mounts.back().kind, std::string("anchor"));
        QCOMPARE(mounts.back().into, std::string("cover"));
        QVERIFY(mounts.front().screw && mounts.back().anchor);
        // With a second stud nobody needs it.
        wall.studs.push_back({pieceLeft(p, p.pieces.front()) + 700_mm, Length(), 1, {}});
        QVERIFY(only(test::planOf(p)).hold()->refusal.find("two studs") != std::string::npos);
    }

    /// The same under hooks.
    void keyholesOnAStudAndAnAnchor() {
        const Project p = onOneStud("keyhole-studs-m4.5-beside", 1);
        const Plan plan = test::planOf(p);
        const SupportVerdict& v = *only(plan).hold();
        QVERIFY2(v.feasible, v.refusal.c_str());
        QVERIFY(test::check(v, "wall_screws") && test::check(v, "anchors"));
        const double all = (only(plan).mass + only(plan).contents) * gravity;
        const HangerLayout l =
            hangerLayout(only(plan).assembly(), v.option, *only(plan).assembly().seat<RailSeat>());
        const double M = v.cases.front().M[0] + v.cases.front().M[1];
        QVERIFY(near(test::check(v, "wall_screws")->demand, std::hypot(M / l.arm(), all), 5e-3));
    }
};

QTEST_GUILESS_MAIN(TestSeveralRails)
#include "test_core_several_rails.moc"
