// The platform: its frame closes, a plate lies on its pads, one joint at the wall takes shear and bending,
// and what must not shake is told its frequency: all summed again here.
#include "solid/query.h"
#include "strength/concealed.h"
#include "strength/fastener.h"
#include "strength/glass.h"
#include "support/arms/arms.h"
#include "support/inside/frame_check.h"
#include "told.h"

#include <numbers>

using namespace owl;

namespace {

Project with(const std::string& set) {
    return test::with("platform", test::words(set));
}
const PiecePlan& first(const Plan& plan) {
    return plan.pieces.front();
}
const Check* checkOf(const Plan& plan, const char* id) {
    return first(plan).hold() ? test::check(*first(plan).hold(), id) : nullptr;
}

} // namespace

class TestPlatform : public QObject {
    Q_OBJECT
  private slots:
    void aDefaultPlatformHolds() {
        for (const Units units : {Units::metric, Units::imperial}) {
            const Plan plan = test::planOf(newProject("platform", units).value());
            QVERIFY(!plan.blocked());
            QVERIFY(first(plan).hold()->verdict.status == Status::holds);
            QVERIFY(checkOf(plan, "frame_joint") && checkOf(plan, "glass") && checkOf(plan, "steady"));
        }
    }
    void everyMakeClosesWithoutGapOrOverlap() {
        for (const char* top : {"top=glass", "top=acrylic top_thickness=12", "top=sheet", "top=boards"})
            for (const char* rail : {" rail=above", " rail=below", " arms=4 length=900"}) {
                const std::string set = std::string(top) + rail;
                const Plan plan = test::planOf(with(set));
                const auto& parts = first(plan).assembly().parts;
                for (std::size_t i = 0; i < parts.size(); ++i)
                    for (std::size_t k = 0; k < i; ++k)
                        QVERIFY2(separation(parts[i].solid, parts[k].solid) > -1e-3,
                                 (set + " " + parts[i].id + " " + parts[k].id).c_str());
                for (const auto& j : first(plan).assembly().joints)
                    QVERIFY2(distance(first(plan).assembly().find(j.first)->solid,
                                      first(plan).assembly().find(j.second)->solid) < 1e-3,
                             (set + " " + j.id).c_str());
            }
    }
    void thePlateIsOrderedNotSawn() {
        const Plan plan = test::planOf(with("corner=12"));
        for (const auto& p : plan.cutJob.parts)
            QVERIFY(p.id.find("/top") == std::string::npos);
        const auto line = std::find_if(plan.shopping.begin(), plan.shopping.end(),
                                       [](const ShoppingLine& l) { return l.what.starts_with("glass"); });
        QVERIFY(line != plan.shopping.end() && line->price > 0);
        for (const char* say : {"760 mm × 270 mm × 10 mm", "toughened", "ground", "12 mm"})
            QVERIFY2(line->what.find(say) != std::string::npos, say);
        // ordered when the frame can be measured, laid last of all
        std::vector<std::string> order;
        for (const auto& s : first(plan).steps)
            order.push_back(s.title);
        const auto at = [&](const char* what) {
            return std::find_if(order.begin(), order.end(),
                                [&](const std::string& t) { return t.find(what) != std::string::npos; }) -
                   order.begin();
        };
        QVERIFY(at("Join arm") < at("Order") && at("Order") < at("Fit the glass top"));
        // its weight is glass's
        const Part* top = first(plan).assembly().find("top");
        QVERIFY(std::abs(massOf(*top, 500) - 0.76 * 0.27 * 0.010 * 2500) < 1e-9);
    }
    /// 9 kg in the middle and a hand, by the formulas again: M, the pull of the upper lag and both on it.
    void oneJointTakesShearAndBending() {
        Project p = with("top=sheet");
        p.pieces.front().load.kgPerM = 20;
        p.pieces.front().load.handN = 0;
        const Plan plan = test::planOf(p);
        const Assembly& a = first(plan).assembly();
        const FrameSeat& f = *a.seat<FrameSeat>();
        const double share = 380; // half of the length on each of two arms
        const double face = f.face.mm();
        const double contents = 20 * gravity / 1000 * share;
        const double own = first(plan).mass * gravity / 760 * share;
        const double back = a.surfaceBack.mm() - face;
        const double front = a.surfaceFront.mm() - face;
        const double M = contents * (back + front) / 2 + own * front / 2;
        const double z1 = 120.0 / 4;
        const double z2 = 120.0 * 3 / 4;
        const double T = 1.5 * M * z2 / (z1 * z1 + z2 * z2);
        const double V = (contents + own) / 2;
        const Check* c = checkOf(plan, "frame_joint");
        QVERIFY2(std::abs(c->demand - std::hypot(T, V)) < 0.01 * c->demand,
                 qPrintable(QString("%1 %2").arg(c->demand).arg(std::hypot(T, V))));
        // a higher frame takes more, a hand asks more
        QVERIFY(checkOf(test::planOf(with("top=sheet frame_height=130 rail_height=250")), "frame_joint")
                    ->utilisation() < checkOf(test::planOf(with("top=sheet")), "frame_joint")->utilisation());
    }
    void glassBendsOnItsTwoRests() {
        Project p = with("");
        p.pieces.front().load.kgPerM = 0;
        p.pieces.front().load.handN = 0;
        LoadItem thing;
        thing.id = thing.name = "player";
        thing.mass = 8;
        thing.x = 280_mm;
        thing.width = 200_mm;
        p.pieces.front().load.items = {thing};
        const Check* c = nullptr;
        const Plan plan = test::planOf(p);
        c = checkOf(plan, "glass");
        // between rests 40 mm in from its ends: own weight and 8 kg in the middle
        const double w = 270 * 10 * 2500e-9 * gravity;
        const double span = 760 - 2 * 40.0;
        const double M = 8 * gravity * span / 4 + w * span * span / 8 - w * 40 * 40 / 2;
        const double stress = M / (270.0 * 100 / 6);
        QVERIFY2(std::abs(c->demand - stress) < 0.01 * stress,
                 qPrintable(QString("%1 %2").arg(c->demand).arg(stress)));
        QVERIFY(!c->cautions.empty());
        // annealed glass bears little for years
        p.pieces.front().params = withParameter(p.pieces.front().params, "toughened", "no", true).value();
        const Plan weak = test::planOf(p);
        QVERIFY(std::abs(checkOf(weak, "glass")->capacity - 6) < 1e-9);
    }
    /// sqrt(g/delta)/2 pi: what gives more shakes slower.
    void whatMustNotShakeIsToldItsFrequency() {
        Project p = with("steady=needle");
        p.pieces.front().load.kgPerM = 15;
        const Plan plan = test::planOf(p);
        const Check* c = checkOf(plan, "steady");
        QVERIFY(c && c->demand == 12);
        const SupportVerdict& v = *first(plan).hold();
        const double y = first(plan).assembly().seat<FrameSeat>()->thingY.mm();
        // wall screws, lag joints and the rail turn, the screws slip, the arms bend: all of it counts
        const FrameSeat& f = *first(plan).assembly().seat<FrameSeat>();
        const double share = 380;
        const double own = first(plan).mass * gravity / 760 * share;
        const double onIt = 15 * gravity / 1000 * share;
        const double a0 = first(plan).assembly().surfaceBack.mm() - f.face.mm();
        const double a1 = first(plan).assembly().surfaceFront.mm() - f.face.mm();
        const double M = onIt * (a0 + a1) / 2 + own * a1 / 2;
        const double thread = 0.6 * 90 - 4; // of a lag screw 90 mm long
        const double joint = 1.5 * M / (25 * 6 * thread * (30.0 * 30 + 90 * 90));
        QVERIFY2(joint * y < v.droopNow * y / 330, "the joints are part of the droop");
        const double delta = v.droopNow * y / 330 + v.settles;
        const double told = 1000 * gravity / std::pow(2 * std::numbers::pi * c->capacity, 2);
        QVERIFY2(std::abs(told - delta) < 0.1 * delta, qPrintable(QString("%1 %2").arg(told).arg(delta)));
        QVERIFY(told > joint * y + v.settles);
        QVERIFY(!checkOf(test::planOf(with("steady=any")), "steady"));
        p.pieces.front().load.kgPerM = 40;
        const Plan heavy = test::planOf(p);
        if (first(heavy).hold()->option.id == v.option.id && first(heavy).hold()->rows == v.rows)
            QVERIFY(checkOf(heavy, "steady")->capacity < c->capacity);
    }
    /// The wall screws stand in the height of the upper lag screws, between the arms: from a row farther off
    /// the rail would bend across its grain.
    void theRailIsNotBentAcrossItsGrain() {
        for (const char* set : {"rail=above", "rail=below", "arms=4 length=900"}) {
            const Plan plan = test::planOf(with(set));
            const Assembly& a = first(plan).assembly();
            const FrameSeat& f = *a.seat<FrameSeat>();
            const double lag = (f.low + f.lags.back()).mm();
            const auto& rows = first(plan).hold()->rows;
            QVERIFY2(std::any_of(rows.begin(), rows.end(), [&](double z) { return std::abs(z - lag) < 1; }),
                     set);
            QVERIFY2(!checkOf(plan, "rail_across"), set);
            for (double x : first(plan).hold()->x)
                for (Length arm : f.x)
                    QVERIFY2(std::abs(arm.mm() - x) >= f.wide.mm() / 2 + 12.99, set);
        }
        // by hand, 124 mm from the lags: sigma = 6 M/(b_ef t²), b_ef = 40 + 2 x 124
        SupportVerdict v = *first(test::planOf(with(""))).hold();
        const Plan plan = test::planOf(with(""));
        HeldPiece piece;
        piece.assembly = &first(plan).assembly();
        piece.catalog = &catalog();
        piece.load = with("").pieces.front().load;
        piece.hand = 0;
        piece.woodC1.Fb = piece.woodC2.Fb = 8;
        piece.woodC1.E = 9000;
        piece.woodC1.G = 0.42;
        v.rows = {214};
        const auto checks = frameChecks(piece, 1, v, true);
        const auto across =
            std::find_if(checks.begin(), checks.end(), [](const Check& c) { return c.id == "rail_across"; });
        const auto arm =
            std::find_if(checks.begin(), checks.end(), [](const Check& c) { return c.id == "arm"; });
        QVERIFY(across != checks.end() && arm != checks.end());
        const double M = arm->demand * 40 * 120 * 120 / 6;
        QVERIFY(std::abs(across->demand - 6 * M / ((40 + 2 * 124) * 40.0 * 40)) < 1e-9);
        QCOMPARE(across->capacity, 0.8);
    }
    void solidTopsAreFreeToMove() {
        const Plan plan = test::planOf(with("top=boards"));
        const Joint* j = first(plan).assembly().joint("front-top");
        QVERIFY(j && j->glued && j->note.find("so that it can move") != std::string::npos);
        QVERIFY(!test::finding(plan, "cross_grain"));
        for (const auto& q : first(plan).assembly().joints) // on the arms it lies
            QVERIFY(q.second != "top" || q.first == "front");
    }
    void badInputIsToldWithTheNearestThatWorks_data() {
        QTest::addColumn<QString>("set");
        QTest::addColumn<QString>("id");
        QTest::newRow("2 mm of glass") << "top_thickness=2"
                                       << "top_too_thin";
        QTest::newRow("narrow") << "length=120"
                                << "too_narrow";
        QTest::newRow("12 m") << "length=9000"
                              << "too_large";
        QTest::newRow("no top") << "behind=300"
                                << "no_top";
        QTest::newRow("low frame") << "frame_height=20"
                                   << "frame_too_low";
        QTest::newRow("low rail") << "rail_height=130"
                                  << "rail_too_low";
        QTest::newRow("thin") << "thickness=12"
                              << "rail_thickness";
        QTest::newRow("thick") << "thickness=95"
                               << "rail_thickness";
        QTest::newRow("too big a thing") << "thing_wide=900"
                                         << "thing_does_not_fit";
        QTest::newRow("much glass") << "length=1300 depth=450"
                                    << "glass_large";
    }
    void badInputIsToldWithTheNearestThatWorks() {
        QFETCH(QString, set);
        QFETCH(QString, id);
        const QString why = test::notTold(with(set.toStdString()), ("platform." + id).toStdString());
        QVERIFY2(why.isEmpty(), qPrintable(why));
    }
};

QTEST_APPLESS_MAIN(TestPlatform)
#include "test_core_platform.moc"
