// What holds a railed piece: judged against hand calculation and against common sense.
#include "support.h"

#include "strength/fastener.h"
#include "strength/wall_mount.h"
#include "support/support.h"

#include <rapidcheck.h>

using namespace owl;

namespace {

/// A plain ledge as the strength rules see it: 900 x 90, 18 mm pine, one row of screws at 88 mm.
struct JudgeBench {
    Draft made;
    HeldPiece piece;
    WallBehind wall;

    JudgeBench() {
        LedgeParams p;
        p.species = "scots_pine";
        MakeContext ctx;
        ctx.kerf = Length::mm(3.2);
        made = p.make(ctx, catalog());
        const Species* wood = catalog().findSpecies("scots_pine");
        piece.woodC1 = allowable(wood->means, BoardGrade::ordinary, 0.9);
        piece.woodC2 = allowable(wood->means, BoardGrade::ordinary, 1.6);
        piece.section.parts = {{piece.woodC1.E, 72, 18, 0, 0, {}},
                               {piece.woodC1.E, 18, 90, 18, 0, {}},
                               {piece.woodC1.E, 18, 40, 0, 72, {}}};
        piece.load.kgPerM = 10;
        piece.hand = 0;
        piece.mass = 1.6;
        piece.gravityY = 35;
        piece.glueLineZ = 18;
        piece.glueLineWidth = 18;
        wall.cover = 12.5;
        wall.studs = {150, 750};
        settle();
    }
    /// Pointers into this very object (a copy must call it again).
    JudgeBench& settle() {
        piece.assembly = &made.assembly;
        piece.joint = made.assembly.joint("base-back");
        return *this;
    }
    [[nodiscard]] SupportOption screws(const char* id = "m5") const {
        return {std::string("studs-") + id, id, nullptr, Ground::studs, catalog().findScrew(id), nullptr};
    }
    [[nodiscard]] static SupportOption anchors() {
        return {"anchors", "toggles", nullptr, Ground::cover, nullptr, catalog().findAnchor("a04")};
    }
};

double used(const SupportVerdict& v, const char* id) {
    const Check* c = test::check(v, id);
    return c ? c->utilisation() : -1;
}

/// How many of them go without an anchor beside one stud: two studs want none.
std::size_t besideNone(const std::vector<SupportOption>& all) {
    return static_cast<std::size_t>(
        std::count_if(all.begin(), all.end(), [](const SupportOption& o) { return !o.beside; }));
}

} // namespace

class TestRail : public QObject {
    Q_OBJECT
  private slots:
    void theWallScrewsAgreeWithHandCalculation() {
        JudgeBench b;
        const auto v = judgeSupport(b.piece, b.wall, b.screws());
        QVERIFY(v.feasible);
        // Symmetric: each stud takes half of contents (9 kg at the middle of the surface) and own weight (1.6
        // kg).
        const double contents = 9 * gravity / 2;
        const double own = 1.6 * gravity / 2;
        QVERIFY(std::abs(v.reactions[0] - (contents + own)) < 1e-6);
        const double yContents = (18.0 + 72.0) / 2;
        const double M = contents * yContents + own * 35;
        const double z = 88;
        const double T = 1.5 * M / z;
        const Screw* s = catalog().findScrew("m5");
        const double pen = v.pen;
        const double W = std::min(withdrawal(0.42, s->d, false, std::min(pen, v.screwLength * 2 / 3), 0.9),
                                  pullThrough(b.piece.woodC1.G, s->head, 18 - 2.5, 0.9));
        LateralInput in;
        in.d = s->d;
        in.root = s->root;
        in.side = 18;
        in.pen = pen;
        in.gap = 12.5;
        in.Gmain = 0.42;
        in.Gside = b.piece.woodC1.G;
        in.thetaSide = 90;
        in.CD = 0.9;
        const double u = combined(T, contents + own, W, lateral(in).Z).utilisation;
        QVERIFY2(std::abs(used(v, "wall_screws") - u) < 1e-9,
                 qPrintable(QString("%1 %2").arg(used(v, "wall_screws")).arg(u)));
    }

    void theScrewReachesPastRailAndCover() {
        JudgeBench b;
        for (double cover : {0.0, 12.5, 25.0, 32.0}) {
            b.wall.cover = cover;
            const auto v = judgeSupport(b.piece, b.wall, b.screws());
            QVERIFY(v.feasible);
            QVERIFY(v.pen >= (v.shortBite ? 32 : 38) - 1e-9);
            // 5 mm screws have heads of 10 mm: the head sits 2.5 mm deep (S10.6).
            QVERIFY(std::abs(v.screwLength - (v.pen + 18 - 2.5 + cover)) < 1e-9);
        }
        b.wall.cover = 100;
        const auto none = judgeSupport(b.piece, b.wall, b.screws("m4.5"));
        QVERIFY(!none.feasible);
        QVERIFY(none.refusal.find("no 4.5 mm screw is long enough") != std::string::npos);
    }

    void aThinStudIsNotPiercedThrough() {
        JudgeBench b;
        b.wall.studDepth = 36;
        const auto v = judgeSupport(b.piece, b.wall, b.screws());
        QVERIFY(!v.feasible);
        QVERIFY(v.refusal.find("too shallow") != std::string::npos);
    }

    void refusalsSayWhy_data() {
        QTest::addColumn<int>("studs");
        QTest::addColumn<bool>("known");
        QTest::addColumn<QString>("why");
        QTest::newRow("none") << 0 << true << "no stud lies behind the rail";
        QTest::newRow("one") << 1 << true
                             << "only one stud lies behind the rail; a piece on one support turns on it";
        QTest::newRow("not found") << 0 << false << "the studs of this wall are not known yet";
    }
    void refusalsSayWhy() {
        QFETCH(int, studs);
        QFETCH(bool, known);
        QFETCH(QString, why);
        JudgeBench b;
        b.wall.studs.resize(static_cast<std::size_t>(studs));
        b.wall.studsKnown = known;
        const auto v = judgeSupport(b.piece, b.wall, b.screws());
        QVERIFY(!v.feasible);
        QCOMPARE(test::words(v.refusal), why);
        QCOMPARE(v.verdict.status, Status::fails);
        QVERIFY(v.checks.empty());
    }

    void aHandAsksForMore() {
        JudgeBench b;
        const double still = used(judgeSupport(b.piece, b.wall, b.screws()), "wall_screws");
        b.piece.hand = 220;
        QVERIFY(used(judgeSupport(b.piece, b.wall, b.screws()), "wall_screws") > still);
    }

    void higherScrewsPullLess() {
        JudgeBench b;
        b.piece.hand = 220;
        const auto high = judgeSupport(b.piece, b.wall, b.screws());
        std::get<RailSeat>(b.made.assembly.seats.front()).rows = {44_mm};
        const auto low = judgeSupport(b.piece, b.wall, b.screws());
        QVERIFY(used(low, "wall_screws") >= used(high, "wall_screws"));
        QVERIFY(used(low, "wall_crush") > 1.9 * used(high, "wall_crush"));
        QVERIFY(std::abs(used(low, "droop") - 4 * used(high, "droop")) <
                1e-6); // half the height, four times the turn
    }

    void twoRowsShareTheShear() {
        JudgeBench b;
        b.piece.hand = 220;
        const double one = used(judgeSupport(b.piece, b.wall, b.screws()), "wall_screws");
        std::get<RailSeat>(b.made.assembly.seats.front()).rows = {38_mm, 88_mm};
        const auto v = judgeSupport(b.piece, b.wall, b.screws());
        QVERIFY(used(v, "wall_screws") < one);
        QCOMPARE(v.holes, 4);
    }

    void moreStudsNeverHurtTheSag() {
        JudgeBench b;
        b.piece.load.kgPerM = 30;
        const double two = judgeSupport(b.piece, b.wall, b.screws()).sag.longTerm;
        b.wall.studs = {150, 450, 750};
        QVERIFY(judgeSupport(b.piece, b.wall, b.screws()).sag.longTerm < two);
    }

    void creepMakesItSagHalfAsMuchAgain() {
        JudgeBench b;
        const auto v = judgeSupport(b.piece, b.wall, b.screws());
        QVERIFY(std::abs(v.sag.longTerm / v.sag.instant - 1.6) < 1e-6);
        b.piece.load.lineSustained = false;
        const auto w = judgeSupport(b.piece, b.wall, b.screws());
        QVERIFY(w.sag.longTerm / w.sag.instant < 1.2); // only its own weight stays
    }

    void utilisationRisesWithEveryKilogram() {
        QVERIFY(rc::check("monotonic in the load", [] {
            JudgeBench b;
            b.settle();
            b.piece.hand = *rc::gen::inRange(0, 300);
            const double kg = *rc::gen::inRange(0, 60);
            b.piece.load.kgPerM = kg;
            const auto lighter = judgeSupport(b.piece, b.wall, b.screws());
            b.piece.load.kgPerM = kg + *rc::gen::inRange(1, 20);
            const auto heavier = judgeSupport(b.piece, b.wall, b.screws());
            for (const auto& c : lighter.checks)
                RC_ASSERT(used(heavier, c.id.c_str()) >= c.utilisation() - 1e-9);
        }));
    }

    void capacityIsWhereTheFirstCheckIsFull() {
        QVERIFY(rc::check("carryKg is the edge", [] {
            JudgeBench b;
            b.settle();
            b.piece.hand = *rc::gen::inRange(0, 200);
            b.piece.load.kgPerM = *rc::gen::inRange(1, 30);
            auto v = judgeSupport(b.piece, b.wall, b.screws());
            findCapacity(v, b.piece, b.wall);
            RC_PRE(v.carryKg > 0);
            const double planned = contentsMass(b.piece.load, b.made.assembly);
            const auto below = judgeSupport(b.piece, b.wall, b.screws(), v.carryKg / planned * 0.999);
            const auto above = judgeSupport(b.piece, b.wall, b.screws(), v.carryKg / planned * 1.005);
            RC_ASSERT(below.verdict.utilisation <= 1 + 1e-9);
            RC_ASSERT(above.verdict.utilisation > 1);
            RC_ASSERT(v.carryStrengthKg >= v.carryKg * 0.999);
        }));
    }

    /// 4 kg on 160 mm in the middle, 10 kg far away: only what stands on the heaviest 300 mm counts (S12.11).
    void theJointBearsWhatStandsOnIt() {
        JudgeBench b;
        b.piece.hand = 0;
        b.piece.load.kgPerM = 0;
        b.piece.hangingMass = 0.9;
        b.piece.hangingY = 50;
        b.piece.load.items = {{"a", "", "", 4, 300_mm, 160_mm, 200_mm, true}};
        const Check one = *test::check(judgeSupport(b.piece, b.wall, b.screws()), "joint");
        // By hand: five fasteners 205 mm apart; 4 kg on 300 mm and its own 0.9 kg on 900 mm, on one share.
        const double share = (b.made.assembly.joint("base-back")->spots.back().at.x -
                              b.made.assembly.joint("base-back")->spots.front().at.x)
                                 .mm() /
                             (static_cast<double>(b.made.assembly.joint("base-back")->spots.size()) - 1);
        const double contents = 4 * gravity / 300 * share;
        const double own = 0.9 * gravity / 900 * share;
        const double M = contents * (45 - 9) + own * (50 - 9);
        QVERIFY(std::abs(one.demand - std::hypot(M / 12, contents + own)) < 1e-6 * one.demand);
        b.piece.load.items.push_back({"b", "", "", 3, 640_mm, 160_mm, 200_mm, true});
        const Check apart = *test::check(judgeSupport(b.piece, b.wall, b.screws()), "joint");
        QCOMPARE(apart.demand, one.demand);
        b.piece.load.items.back().x = 440_mm; // side by side they share a stretch
        QVERIFY(test::check(judgeSupport(b.piece, b.wall, b.screws()), "joint")->demand > one.demand * 1.3);
    }

    void anchorsArePressedAndPulledThroughToo() {
        JudgeBench b;
        b.piece.load.kgPerM = 4;
        b.piece.hand = 100;
        const auto v = judgeSupport(b.piece, b.wall, JudgeBench::anchors());
        QVERIFY(v.feasible);
        QVERIFY(test::check(v, "wall_crush"));
        const Check* through = test::check(v, "anchor_pull_through");
        QVERIFY(through && through->leaning);
        // 10 mm head through 18 mm of rail: 14.95 D_H G2 t (t below 2.5 D_H).
        QVERIFY(std::abs(through->capacity - 14.95 * 10 * b.piece.woodC1.G * b.piece.woodC1.G * 18 * 1.6) <
                1e-6 * through->capacity);
    }

    void droopCreepsOnlyWithWhatStays() {
        JudgeBench b;
        b.piece.load.kgPerM = 20;
        const auto stays = judgeSupport(b.piece, b.wall, b.screws());
        QVERIFY(std::abs(stays.droopLong / stays.droopNow - 2.2) < 1e-9);
        b.piece.load.lineSustained = false;
        const auto goes = judgeSupport(b.piece, b.wall, b.screws());
        QVERIFY(std::abs(goes.droopNow - stays.droopNow) < 1e-12);
        QVERIFY(goes.droopLong < 1.4 * goes.droopNow); // only its own weight creeps
    }

    void anEmptyLedgeStillHasACapacity() {
        JudgeBench b;
        b.piece.load.kgPerM = 0;
        auto v = judgeSupport(b.piece, b.wall, b.screws());
        findCapacity(v, b.piece, b.wall);
        QVERIFY(v.carryKg > 5);
        QVERIFY(!v.carryGoverns.empty());
    }

    void anchorsAreForLightThingsOnly() {
        JudgeBench b;
        b.piece.load.kgPerM = 4;
        const auto light = judgeSupport(b.piece, b.wall, JudgeBench::anchors());
        QVERIFY(light.feasible);
        QVERIFY(light.x.size() >= 3);
        QVERIFY(light.verdict.grade >= Grade::C);
        QVERIFY(!test::check(light, "anchors")->cautions.empty());
        b.piece.load.kgPerM = 12;
        const auto heavy = judgeSupport(b.piece, b.wall, JudgeBench::anchors());
        QVERIFY(!heavy.feasible);
        QVERIFY(heavy.refusal.find("up to 10 kg (22 lb) all in") != std::string::npos);
    }

    void anchorsStandEvenly() {
        const auto x = anchorPlaces(0, 1200);
        QCOMPARE(x.front(), 50.0);
        QCOMPARE(x.back(), 1150.0);
        for (std::size_t i = 1; i < x.size(); ++i)
            QVERIFY(x[i] - x[i - 1] <= 400 + 1e-9);
        QCOMPARE(anchorPlaces(0, 200).size(), std::size_t(3));
    }

    void theLightestScrewThatHoldsComesFirst() {
        JudgeBench b;
        const auto ranked = rankSupports(b.piece, b.wall, catalog(), true);
        QCOMPARE(ranked.size(), besideNone(supportOptions(*b.piece.assembly, catalog(), true, nullptr)));
        QCOMPARE(ranked.front().verdict.status, Status::holds);
        QVERIFY(ranked.front().option.ground == Ground::studs);
        bool refusedSeen = false;
        for (const auto& v : ranked) {
            QVERIFY(!(refusedSeen && v.feasible)); // refused ones last
            refusedSeen = refusedSeen || !v.feasible;
        }
    }

    void amongThoseThatFailTheNearestMissLeads() {
        JudgeBench b;
        b.piece.hand = 900;
        const auto ranked = rankSupports(b.piece, b.wall, catalog(), true);
        double last = 0;
        for (const auto& v : ranked)
            if (v.feasible && v.verdict.status == Status::fails && v.option.ground == Ground::studs &&
                v.option.second == 0 && !v.option.hanger) {
                QVERIFY(v.verdict.utilisation >= last - 1e-9);
                last = v.verdict.utilisation;
            }
        QVERIFY(last > 1);
    }

    void aRuleThatIsMetDoesNotGovern() {
        JudgeBench b;
        const auto v = judgeSupport(b.piece, b.wall, b.screws("m6"));
        QVERIFY(used(v, "penetration") > v.verdict.utilisation);
        QVERIFY(v.verdict.governs != "penetration");
    }

    void theBaseUnderTheRailLeansOnTheWall() {
        JudgeBench b;
        b.piece.hand = 220;
        const auto under = judgeSupport(b.piece, b.wall, b.screws());
        QVERIFY(test::check(under, "joint")->working.formula.find("bears on the wall") != std::string::npos);
        b.piece.joinedFromBelow = false; // behind the base nothing leans
        const auto behind = judgeSupport(b.piece, b.wall, b.screws());
        QVERIFY(used(behind, "joint") > used(under, "joint"));
        QVERIFY(test::check(behind, "joint")->working.formula.find("1.5 M/z") != std::string::npos);
    }

    void strengthAboveABedIsUsedToSixTenths() {
        JudgeBench b;
        b.piece.hand = 150;
        const auto usual = judgeSupport(b.piece, b.wall, b.screws());
        b.piece.strengthLimit = 0.6;
        const auto bed = judgeSupport(b.piece, b.wall, b.screws());
        QVERIFY(std::abs(bed.verdict.utilisation - usual.verdict.utilisation / 0.6) < 1e-9);
    }

    void partsOnlyNailedBendSideBySide() {
        JudgeBench b;
        b.piece.load.kgPerM = 20;
        const double glued = judgeSupport(b.piece, b.wall, b.screws()).sag.instant;
        b.piece.section.glued = false;
        const auto v = judgeSupport(b.piece, b.wall, b.screws());
        QVERIFY(v.sag.instant > 1.3 * glued);
        QVERIFY(!test::check(v, "glue_line"));
    }

    void aSectionWithoutPartsIsRefused() {
        JudgeBench b;
        b.piece.section.parts.clear();
        QVERIFY(!judgeSupport(b.piece, b.wall, b.screws()).feasible);
    }
};

QTEST_APPLESS_MAIN(TestRail)
#include "test_core_rail.moc"
