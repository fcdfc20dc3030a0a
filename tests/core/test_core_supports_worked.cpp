// Rods, cleats, arms, keyholes, anchors, wood joints and plywood against the worked examples of the trade's
// papers and against a model that shares nothing with the closed forms.
#include "strength/cases.h"
#include "strength/concealed.h"
#include "strength/plywood.h"
#include "strength/rod.h"
#include "strength/wood_joint.h"
#include "support.h"

#include <Eigen/Dense>

using namespace owl;

namespace {

bool near(double got, double want, double rel = 1e-3) {
    return std::abs(got - want) <= rel * std::abs(want);
}
RodInput rod12() {
    RodInput r;
    r.d = 12;
    r.allow = 155;
    r.cover = 12.7;
    r.embedWall = 76;
    r.embedShelf = 200;
    r.depth = 250;
    r.thickness = 38;
    r.Gwall = r.Gshelf = 0.42;
    r.FvShelf = 0.9;
    return r;
}
RodLoad at(double P, double y) {
    return {P, P * y, P, P * y};
}

/// The front drop by a chain of beam elements on springs: rod in the stud, bare, in the shelf; the shelf
/// itself is stiff and hangs on springs along the rod.
double dropByElements(const RodInput& in, double R, double M) {
    const int nw = 60;
    const int ng = 10;
    const int ns = 120;
    const int n = nw + ng + ns + 1;
    const int shelf = 2 * n; // its drop at the wall face and its turn
    const double EI = in.E * std::acos(-1.0) * std::pow(in.d, 4) / 64;
    Eigen::MatrixXd K = Eigen::MatrixXd::Zero(2 * n + 2, 2 * n + 2);
    std::vector<double> x(n);
    for (int i = 0; i < n; ++i)
        x[i] = i <= nw        ? -in.cover - in.embedWall + in.embedWall * i / nw
               : i <= nw + ng ? -in.cover + in.cover * (i - nw) / ng
                              : in.embedShelf * (i - nw - ng) / ns;
    for (int e = 0; e + 1 < n; ++e) {
        const double l = x[e + 1] - x[e];
        Eigen::Matrix4d k;
        k << 12, 6 * l, -12, 6 * l, 6 * l, 4 * l * l, -6 * l, 2 * l * l, -12, -6 * l, 12, -6 * l, 6 * l,
            2 * l * l, -6 * l, 4 * l * l;
        K.block<4, 4>(2 * e, 2 * e) += EI / (l * l * l) * k;
    }
    const auto tributary = [&](int i, int from, int to) {
        const double low = i > from ? (x[i] - x[i - 1]) / 2 : 0;
        const double high = i < to ? (x[i + 1] - x[i]) / 2 : 0;
        return low + high;
    };
    for (int i = 0; i <= nw; ++i)
        K(2 * i, 2 * i) += bedParallel(in.Gwall) * tributary(i, 0, nw);
    for (int i = nw + ng; i < n; ++i) { // spring between rod (v_i) and shelf (v + turn x)
        const double k = bedAcross(in.Gshelf) * tributary(i, nw + ng, n - 1);
        const std::array<std::pair<int, double>, 3> c{{{2 * i, 1.0}, {shelf, -1.0}, {shelf + 1, -x[i]}}};
        for (const auto& [p, a] : c)
            for (const auto& [q, b] : c)
                K(p, q) += k * a * b;
    }
    Eigen::VectorXd f = Eigen::VectorXd::Zero(2 * n + 2);
    f(shelf) = R;
    f(shelf + 1) = M;
    const Eigen::VectorXd u = K.ldlt().solve(f);
    return u(shelf) + u(shelf + 1) * in.depth;
}

} // namespace

class TestSupportsWorked : public QObject {
    Q_OBJECT
  private slots:
    void a_rod_as_in_the_worked_example() {
        const RodResult r = rodOf(rod12(), at(120, 125));
        QVERIFY(near(r.Mdesign, 17857) && near(r.stress, 105.3) && near(r.uRod, 0.679));
        QVERIFY(near(r.wallCapacity, 711.5) && near(r.dropNow, 1.7635) && near(r.dropLong, 2.2471));
        QVERIFY(near(r.dropBedWall + r.dropBent + r.dropBedShelf, r.dropNow, 1e-12));
        QCOMPARE(r.governs, std::string("rod"));
    }
    void the_drop_agrees_with_a_chain_of_elements() {
        for (double d : {8.0, 12.0, 16.0, 20.0})
            for (double cover : {2.0, 12.7, 25.0})
                for (double y : {60.0, 180.0}) {
                    RodInput in = rod12();
                    in.d = d;
                    in.cover = cover;
                    in.thickness = 60;
                    const double closed = rodOf(in, at(100, y)).dropNow;
                    const double elements = dropByElements(in, 100, 100 * y);
                    QVERIFY2(near(closed, elements, 5e-3),
                             qPrintable(QString("%1 %2").arg(closed).arg(elements)));
                }
    }
    void a_rod_that_is_only_turned_keeps_its_moment() {
        RodInput in = rod12();
        const RodResult r = rodOf(in, {-50, 20'000, 0, 0});
        QCOMPARE(r.Mwall, 20'000.0); // the lift is not credited
        QVERIFY(r.uRod > 0 && r.uWall > 0 && r.uShelf > 0 && std::isfinite(r.utilisation));
        // as the force goes to nothing at the same moment, the figures go to those of the moment alone
        const RodResult nearly = rodOf(in, {1e-3, 20'000, 0, 0});
        QVERIFY(near(nearly.uWall, r.uWall, 1e-3) && near(nearly.uShelf, r.uShelf, 1e-3));
    }
    void play_and_creep_only_add() {
        RodInput in = rod12();
        const double dry = rodOf(in, at(120, 125)).dropTotal();
        in.playWall = 0.3;
        in.embedWall = 60;
        const RodResult loose = rodOf(in, at(120, 125));
        QVERIFY(near(loose.dropPlay, 0.3 / 60 * 262.7));
        QVERIFY(loose.dropTotal() > dry);
        RodLoad passing = at(120, 125);
        passing.Rsustained = passing.Msustained = 0;
        QCOMPARE(rodOf(rod12(), passing).dropLong, rodOf(rod12(), passing).dropNow);
    }
    void thicker_rods_bend_less_and_need_more_wood() {
        double last = 1e9;
        for (double d : {10.0, 12.0, 16.0, 19.0}) {
            RodInput in = rod12();
            in.d = d;
            const RodResult r = rodOf(in, at(120, 125));
            QVERIFY(r.dropNow < last);
            last = r.dropNow;
            QVERIFY(near(r.cover, (38 - d) / 2));
        }
        RodInput in = rod12();
        in.d = 40; // thicker than the board
        QVERIFY(std::isinf(rodOf(in, at(120, 125)).utilisation));
        QCOMPARE(rodOf(in, at(120, 125)).governs, std::string("cover"));
    }
    void the_least_rod_just_holds() {
        const double d = leastRod(26'300, 155);
        QVERIFY(near(d, 12, 2e-3)); // S8.1: 12 mm carries 26.3 N m
        QCOMPARE(leastRod(-5, 155), 0.0);
        QVERIFY(near(masonryBearing(12, 90, 100, 15'000), 400.0 / 1080 + 90'000.0 / 97'200));
    }
    void a_wooden_rod_crushes_before_hard_wood_does() {
        RodInput in = rod12();
        in.Gshelf = 0.7;
        const double plain = rodOf(in, at(120, 125)).FeShelf;
        in.Grod = 0.5;
        QVERIFY(rodOf(in, at(120, 125)).FeShelf < plain);
    }
    void arms_droop_as_a_cantilever_does() {
        const double EI = 9000.0 * 38 * std::pow(38, 3) / 12;
        QVERIFY(near(armDroop(100, 242, 242, 242, EI), 100 * std::pow(242, 3) / (3 * EI), 1e-9));
        QVERIFY(near(armDroop(100, 0, 242, 242, EI), 100 * std::pow(242, 3) / (8 * EI), 1e-9));
        double sum = 0; // a stretch is many points
        for (int i = 0; i < 1000; ++i)
            sum += armDroop(0.1, 50 + 0.1 * (i + 0.5), 50 + 0.1 * (i + 0.5), 242, EI);
        QVERIFY(near(armDroop(100, 50, 150, 242, EI), sum, 1e-5));
    }
    void what_stands_on_the_ledger_bends_no_arm() {
        ArmsInput in{4, 280, 38, 38, 38, 9000, {{100, 10, 30}}, {28}, 2, 3, 4000, 0.6};
        const ArmsResult r = armsOf(in);
        QCOMPARE(r.M, 0.0);
        QCOMPARE(r.dropArm, 0.0);
        QVERIFY(r.screwPull > 0 && near(r.R, 25));
    }
    void a_cleat_rides_up_where_the_load_is_far_out() {
        CleatInput in{220, 110, 320, 45, 19, 30, 55, 3, 560};
        QVERIFY(cleatOf(in).holds && near(cleatOf(in).screwsPull, 274.66));
        in.y = 250;
        QVERIFY(!cleatOf(in).holds);
        in.bevelDeg = 60; // a steeper bevel keeps it
        QVERIFY(cleatOf(in).holds);
    }
    void keyholes_lose_with_every_millimetre_they_stand_proud() {
        HangerInput in{2, 60, 60, 250, 4, 32, 30, 4.1656, 3.3274, 0.42, 0.9};
        double last = 1e9;
        for (double proud : {2.0, 4.0, 8.0}) {
            in.proud = proud;
            QVERIFY(hangerOf(in).Z < last);
            last = hangerOf(in).Z;
        }
    }
    void anchors_give_what_their_package_allows() {
        QCOMPARE(anchorOf({"hollow_toggle", true, 900, 1000, 0, 0}).T, 135.0);
        QCOMPARE(anchorOf({"plastic_plug", true, 900, 1000, 0, 0}).T, 180.0);
        QCOMPARE(anchorOf({"metal_expansion", false, 900, 1000, 90, 100}).utilisation, 0.2);
    }
    void glue_on_end_grain_counts_for_nothing() {
        QCOMPARE(glueStrength(GlueLine::longToEnd, 1, 1000, 0.9), 0.0);
        QCOMPARE(glueStrength(GlueLine::longToLong, 1, 1000, 0.9), 450.0);
        QVERIFY(near(glueStrength(GlueLine::panelFace, 1, 1000, 0.9), 150));
        QVERIFY(near(dowelStrength(8, 18, 0.42, 0.9).shear, 180.96));
        QVERIFY(near(pinStrength(5, 9, 2, 0.4, 155, 0.9).bending, 951, 2e-3));
        QVERIFY(near(housingStrength(2.28, 0.98, 250, 6, 19, 0.9).capacity(), 2793));
    }
    void plywood_of_equal_plies() {
        for (const auto& [n, along, across] :
             {std::tuple{3, 0.964, 0.076}, {5, 0.800, 0.240}, {7, 0.723, 0.317}, {13, 0.630, 0.410}}) {
            std::vector<Ply> plies;
            for (int i = 0; i < n; ++i)
                plies.push_back({2.0, i % 2 == 1});
            const auto r = plywoodStiffness(plies, 1);
            QVERIFY(std::abs(r.along - along) < 1e-3 && std::abs(r.across - across) < 1e-3);
        }
        QCOMPARE(plywoodStiffness({}, 11'000).along, 0.0);
    }
    void absurd_cases_are_refused_with_a_sentence() {
        const auto answer = [](const char* kind, nlohmann::json inputs) {
            const auto r = evaluateCases({{{"id", "x"}, {"kind", kind}, {"inputs", std::move(inputs)}}});
            return r->at("results")[0].value("error", std::string());
        };
        QCOMPARE(answer("cleat", {{"W_N", 0}}), std::string("'W_N' must be more than 0"));
        QCOMPARE(answer("arms", {{"n_arms", 0}}), std::string("'n_arms' must be a whole number from 1 up"));
        QVERIFY(answer("joint", {{"type", "magic"}}).find("'magic'") != std::string::npos);
        QVERIFY(answer("plywood", {{"ply_t_mm", {1, 2}}, {"ply_cross", {true}}}).find("one length") !=
                std::string::npos);
        QVERIFY(!answer("rod", nlohmann::json::object()).empty());
    }
};

QTEST_APPLESS_MAIN(TestSupportsWorked)
#include "test_core_supports_worked.moc"
