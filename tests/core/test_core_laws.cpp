// Laws that hold for every ledge: its mirror image, other units, a stud more, a load less, a thing split in
// two; and an independent recomputation of its reactions, turning, wall screws, joint and pressure.
#include "support.h"

#include "strength/fastener.h"
#include "strength/section.h"

#include <Eigen/Dense>

#include <rapidcheck.h>

using namespace owl;

namespace {

struct Ledge {
    Project project;
    Piece& piece() { return project.pieces.front(); }
    LedgeParams& params() { return ledgeOf(project.pieces.front()); }
    Wall& wall() { return project.walls.front(); }
    [[nodiscard]] PiecePlan planned() const { return test::planOf(project).pieces.front(); }
};

/// A random ledge on four to seven studs, screwed with one size of screw, some things on it.
Ledge anyLedge(bool withThings = false) {
    Ledge l{test::fresh()};
    LedgeParams& p = l.params();
    p.length = 1_mm * *rc::gen::inRange(900, 2600);
    p.depth = 1_mm * *rc::gen::inRange(80, 150);
    p.backHeight = 1_mm * *rc::gen::inRange(60, 130);
    Wall& w = l.wall();
    w.width = 4000_mm;
    w.bandsTraced = true;
    w.studMode = StudMode::positions;
    w.studs.clear();
    Length x = 500_mm + 1_mm * *rc::gen::inRange(0, 200);
    while (x < 3900_mm) {
        w.studs.push_back({x, {}, 1, StudSource::typed});
        x += 1_mm * *rc::gen::inRange(300, 650);
    }
    Piece& piece = l.piece();
    piece.place.anchor = Anchor::typed;
    piece.place.x = 600_mm;
    piece.place.z = 1400_mm;
    piece.hold.support = "studs-m5";
    piece.hold.rows = 1;
    piece.load.kgPerM = *rc::gen::inRange(0, 8);
    const int things = *rc::gen::inRange(withThings ? 1 : 0, 5);
    for (int i = 0; i < things; ++i)
        piece.load.items.push_back({"t" + std::to_string(i), "", "thing",
                                    0.5 + *rc::gen::inRange(0, 40) / 10.0,
                                    1_mm * *rc::gen::inRange(0, static_cast<int>(p.length.mm()) - 320),
                                    1_mm * *rc::gen::inRange(60, 300), 200_mm, true});
    return l;
}

double use(const PiecePlan& pp, const char* id, bool leaning) {
    const Check* c = pp.hold() ? test::check(*pp.hold(), id) : nullptr;
    if (!c)
        return -1;
    return leaning ? c->leaning.value_or(0) : c->standingUse();
}

/// All strengths under both combinations.
std::vector<double> uses(const PiecePlan& pp) {
    std::vector<double> out;
    for (const char* id :
         {"bending", "shear", "glue_line", "wall_screws", "wall_crush", "joint", "sag", "droop"})
        for (bool leaning : {false, true})
            out.push_back(use(pp, id, leaning));
    return out;
}

/// Reactions of a beam on equal springs k, by its fundamental solution |d|^3/(12 EI): a rigid motion a + b x,
/// what the loads bend it down and the reactions bend it up, come to R/k at every support. Nothing of the
/// program's solver in it.
std::vector<double> onSprings(const std::vector<double>& x,
                              const std::vector<std::pair<double, double>>& loads, double EI, double k) {
    const auto n = static_cast<Eigen::Index>(x.size());
    const auto bends = [&](double at, double from) { return std::pow(std::abs(at - from), 3) / (12 * EI); };
    Eigen::MatrixXd A = Eigen::MatrixXd::Zero(n + 2, n + 2);
    Eigen::VectorXd b = Eigen::VectorXd::Zero(n + 2);
    for (Eigen::Index i = 0; i < n; ++i) {
        const double at = x[static_cast<std::size_t>(i)];
        for (Eigen::Index j = 0; j < n; ++j)
            A(i, j) = -bends(at, x[static_cast<std::size_t>(j)]);
        A(i, i) -= 1 / k;
        A(i, n) = A(n, i) = 1;
        A(i, n + 1) = A(n + 1, i) = at;
        for (const auto& [from, P] : loads)
            b(i) -= P * bends(at, from);
    }
    for (const auto& [from, P] : loads) {
        b(n) += P;
        b(n + 1) += P * from;
    }
    const Eigen::VectorXd found = A.fullPivLu().solve(b);
    return {found.data(), found.data() + n};
}

/// N mm2 of a ledge as it bends, from its parts.
double stiffnessOf(const PiecePlan& pp, const LedgeParams& ledge) {
    Section s;
    const Species& wood = *catalog().findSpecies(ledge.species);
    const double E = allowable(wood.means, ledge.grade, 0.9).E;
    for (const auto& r : pp.assembly().member.rects)
        s.parts.push_back({E, r.b, r.h, r.z, r.y, {}});
    s.glued = pp.assembly().member.glued;
    return sectionProperties(s).EI;
}

/// A stretch of load as many small ones.
std::vector<std::pair<double, double>> slices(double x0, double x1, double force) {
    std::vector<std::pair<double, double>> out;
    const int n = 400;
    for (int i = 0; i < n; ++i)
        out.emplace_back(x0 + (x1 - x0) * (i + 0.5) / n, force / n);
    return out;
}

/// Lever rule for one load.
void lever(const std::vector<double>& x, double at, double torque, std::vector<double>& M) {
    if (at <= x.front() || at >= x.back()) {
        (at <= x.front() ? M.front() : M.back()) += torque;
        return;
    }
    for (std::size_t i = 0; i + 1 < x.size(); ++i)
        if (at >= x[i] && at < x[i + 1]) {
            M[i] += torque * (x[i + 1] - at) / (x[i + 1] - x[i]);
            M[i + 1] += torque * (at - x[i]) / (x[i + 1] - x[i]);
        }
}

} // namespace

class TestLaws : public QObject {
    Q_OBJECT
  private slots:
    /// The heaviest stretch by looking up is the one by adding up, whatever overlaps.
    void theHeaviestStretchIsTheDirectSum() {
        QVERIFY(rc::check([] {
            ContentsForces f;
            const int n = *rc::gen::inRange(0, 12);
            for (int i = 0; i < n; ++i) {
                const double x0 = *rc::gen::inRange(0, 900);
                f.lines.push_back({x0, x0 + *rc::gen::inRange(1, 400), *rc::gen::inRange(1, 50) / 10.0});
            }
            const double length = *rc::gen::inRange(50, 1300);
            const double window = std::min<double>(*rc::gen::inRange(1, 400), length);
            double most = 0;
            for (double x = 0; x <= length - window; x += 1) { // all edges are whole millimetres
                double sum = 0;
                for (const auto& l : f.lines)
                    sum += l.w * std::max(0.0, std::min(x + window, l.x1) - std::max(x, l.x0));
                most = std::max(most, sum / window);
            }
            RC_ASSERT(std::abs(heaviestStretch(f, length, window).w - most) < 1e-9 * (1 + most));
        }));
    }
    void initTestCase() { qputenv("RC_PARAMS", test::sanitized ? "max_success=8" : "max_success=60"); }

    void theMirrorImageIsJudgedTheSame() {
        QVERIFY(rc::check("mirror", [] {
            Ledge a = anyLedge();
            Ledge b = a;
            const Length W = b.wall().width;
            const Length L = b.params().length;
            for (auto& s : b.wall().studs)
                s.x = W - s.x;
            b.piece().place.x = W - a.piece().place.x - L;
            for (auto& i : b.piece().load.items)
                i.x = L - i.x - i.width;
            const auto one = uses(a.planned());
            const auto two = uses(b.planned());
            for (std::size_t i = 0; i < one.size(); ++i)
                RC_ASSERT(std::abs(one[i] - two[i]) < 1e-6 * std::max(1.0, one[i]));
        }));
    }

    /// Two studs typed at one place are one.
    void aStudTypedTwiceIsOne() {
        QVERIFY(rc::check("twice", [] {
            Ledge a = anyLedge();
            Ledge b = a;
            for (const auto& s : a.wall().studs)
                b.wall().studs.push_back({s.x, {}, 1, StudSource::typed});
            const auto one = a.planned();
            const auto two = b.planned();
            RC_ASSERT(one.hold()->x.size() == two.hold()->x.size());
            RC_ASSERT(std::abs(one.hold()->verdict.utilisation - two.hold()->verdict.utilisation) <
                      0.05 * std::max(0.1, one.hold()->verdict.utilisation));
        }));
    }

    /// A stud more never makes the strength that governs worse by more than a twentieth, but where leaving
    /// one out is proposed, and cures it.
    void aStudMoreNeverMakesItWeaker() {
        QVERIFY(rc::check("a stud more", [&] {
            Ledge a = anyLedge(true);
            a.piece().hold.rows = *rc::gen::inRange(1, 3);
            const auto before = a.planned();
            RC_PRE(before.hold() && before.hold()->feasible);
            Ledge b = a;
            const Length at = 700_mm + 1_mm * *rc::gen::inRange(0, 1500);
            for (const auto& s : a.wall().studs) // nearer than half a stud it is the same stud, read better
                RC_PRE(abs(s.x - at) > 40_mm);
            b.wall().studs.push_back({at, {}, 1, StudSource::typed});
            const double want = before.hold()->strengthUse() * 1.0501;
            const Plan after = test::planOf(b.project);
            if (after.pieces.front().hold()->strengthUse() <= want)
                return;
            const Finding* f = test::finding(after, "stud_left_out");
            RC_ASSERT(f != nullptr);
            b.piece().hold.without = {
                {b.piece().place.x + Length::mm(*after.pieces.front().hold()->betterWithout)}};
            RC_ASSERT(b.planned().hold()->strengthUse() <= want);
        }));
    }
    /// Nothing is bored or told for a stud that is left out; the proposal holds what it says.
    void aStudLeftOutHasNoScrew() {
        Ledge l{test::fresh()};
        l.params().length = 2000_mm;
        Wall& w = l.wall();
        w.width = 5000_mm;
        w.studMode = StudMode::positions;
        w.studs = test::found({700_mm, 1150_mm, 1200_mm, 1600_mm, 2100_mm});
        l.piece().place.anchor = Anchor::typed;
        l.piece().place.x = 600_mm;
        l.piece().hold.support = "studs-m5";
        l.piece().hold.rows = 2;
        l.piece().load.kgPerM = 0;
        const Plan plan = test::planOf(l.project);
        const SupportVerdict& h = *plan.pieces.front().hold();
        QVERIFY(h.betterWithout && h.usedWithout * 1.05 < h.strengthUse());
        const Finding* f = test::finding(plan, "stud_left_out");
        QVERIFY(f && !f->remedies.empty());
        const auto changed = withChanges(l.project, f->remedies.front().changes);
        QVERIFY(changed.has_value());
        const Plan then = test::planOf(*changed);
        const SupportVerdict& fewer = *then.pieces.front().hold();
        QCOMPARE(fewer.x.size() + 1, h.x.size());
        QVERIFY(std::abs(fewer.strengthUse() - h.usedWithout) < 1e-6);
        for (const auto& m : then.pieces.front().marks)
            QVERIFY(std::abs(m.fromPieceLeft.mm() - *h.betterWithout) > 1);
        // It is written and read like everything that was decided.
        const auto again = readProject(writeProject(*changed), "x.owl");
        QVERIFY(again.has_value() && again->pieces.front().hold == changed->pieces.front().hold);
    }

    void aLoadLessNeverRaisesADemand() {
        QVERIFY(rc::check("a load less", [] {
            Ledge a = anyLedge(true);
            const auto before = uses(a.planned());
            Ledge b = a;
            const auto which = *rc::gen::inRange<std::size_t>(0, b.piece().load.items.size());
            if (*rc::gen::arbitrary<bool>())
                b.piece().load.items.erase(b.piece().load.items.begin() + static_cast<std::ptrdiff_t>(which));
            else
                b.piece().load.items[which].mass /= 2;
            const auto after = uses(b.planned());
            for (std::size_t i = 0; i < before.size(); ++i)
                RC_ASSERT(std::pair(i, after[i]) <= std::pair(i, before[i] + 1e-9));
        }));
    }

    void aThingSplitInTwoIsTheSameThing() {
        QVERIFY(rc::check("split", [] {
            Ledge a = anyLedge(true);
            Ledge b = a;
            auto& items = b.piece().load.items;
            LoadItem half = items.front();
            half.id = "half";
            half.mass /= 2;
            half.width = half.width / 2;
            items.front().mass /= 2;
            half.x = items.front().x + half.width;
            items.front().width = items.front().width - half.width;
            // Both halves as wide as each other, to a nanometre.
            items.front().width = half.width;
            items.push_back(half);
            const auto one = uses(a.planned());
            const auto two = uses(b.planned());
            for (std::size_t i = 0; i < one.size(); ++i)
                RC_ASSERT(std::pair(i, std::abs(one[i] - two[i])) <
                          std::pair(i, 0.01 * std::max(1.0, one[i])));
        }));
    }

    void thingsMovedApartNeverLoadTheJointMore() {
        for (int gap = 0; gap <= 500; gap += 20) {
            LoadSpec load;
            load.items = {{"a", "", "", 4, 700_mm, 160_mm, 200_mm, true},
                          {"b", "", "", 3, 860_mm + 1_mm * gap, 160_mm, 200_mm, true}};
            static double last = 1e9;
            Assembly plain; // one surface all along
            plain.length = 2200_mm;
            const double w = heaviestStretch(contentsForces(load, plain, 1), 2200, 300).w;
            QVERIFY(w <= last + 1e-12);
            last = w;
        }
    }

    void otherUnitsAreJudgedTheSame() {
        QVERIFY(rc::check("units", [] {
            Ledge a = anyLedge();
            a.piece().hold.support = "auto";
            Ledge b = a;
            b.project.style.units = Units::imperial;
            // Screws differ between the systems; what has none is nearly the same.
            const auto one = a.planned();
            const auto two = b.planned();
            RC_ASSERT(one.hand.counts == two.hand.counts);
            // A thicker screw gives less, so that a stiff ledge shares its loads a little differently.
            for (const char* id : {"bending", "shear", "glue_line", "sag"})
                RC_ASSERT(std::abs(use(one, id, false) - use(two, id, false)) <
                          0.15 * std::max(0.05, use(one, id, false)));
        }));
    }

    void reactionsTurningScrewsAndPressureByAnotherMethod() {
        QVERIFY(rc::check("recomputed", [] {
            Ledge a = anyLedge();
            a.piece().load.items.clear(); // one even load: nothing to leave out
            const PiecePlan pp = a.planned();
            const SupportVerdict& v = *pp.hold();
            RC_PRE(v.feasible);
            const double L = pp.assembly().length.mm();
            const double own = pp.mass * gravity;
            const double contents = pp.contents * gravity;
            const double yOwn = gravityCentre(pp.assembly(), 500).y;
            const double yContents = (pp.assembly().surfaceBack.mm() + pp.assembly().surfaceFront.mm()) / 2;
            const double D = pp.assembly().depth.mm();
            auto loads = slices(0, L, own + contents);
            // S5.3: the screws of a stud slip, through the cover by half of EN 1995-1-1 table 7.1.
            const double rho = (catalog().findSpecies(a.params().species)->means.sg12 * 1120 +
                                1120 * 0.42 / (1 + 0.108 * 0.42)) /
                               2;
            const double k =
                std::pow(rho, 1.5) * v.option.screw->d / 23 * static_cast<double>(v.rows.size()) / 2;
            const double EI = stiffnessOf(pp, a.params());
            const auto still = onSprings(v.x, loads, EI, k);
            std::vector<double> turn(v.x.size(), 0);
            for (const auto& [at, P] : loads)
                lever(v.x, at, P / (own + contents) * (own * yOwn + contents * yContents), turn);
            // The hand: both ends, the middle, every support, midway between.
            std::vector<double> places{0, L / 2, L};
            for (std::size_t i = 0; i < v.x.size(); ++i) {
                places.push_back(v.x[i]);
                if (i + 1 < v.x.size())
                    places.push_back((v.x[i] + v.x[i + 1]) / 2);
            }
            const Screw& s = *v.option.screw;
            const double z = v.rows.front();
            const auto used = [&](double V, double M, double CD) {
                const double T = 1.5 * M / z;
                const double thread = std::min(v.pen, v.screwLength * 2 / 3);
                const double G = catalog().findSpecies(a.params().species)->fastenerG();
                const double W = std::min(withdrawal(0.42, s.d, false, thread, CD),
                                          pullThrough(G, s.head, 18 - (s.head - s.d) / 2, CD));
                LateralInput in;
                in.d = s.d;
                in.root = s.root;
                in.side = 18;
                in.pen = v.pen;
                in.gap = a.wall().coverThickness.mm();
                in.Gmain = 0.42;
                in.Gside = G;
                in.thetaSide = 90;
                in.CD = CD;
                return combined(T, V, W, lateral(in).Z).utilisation;
            };
            double c1 = 0;
            double c2 = 0;
            double press = 0;
            for (std::size_t i = 0; i < v.x.size(); ++i) {
                c1 = std::max(c1, used(std::abs(still[i]), turn[i], 0.9));
                for (double at : places) {
                    const auto hand = onSprings(v.x, {{at, pp.hand.newton}}, EI, k);
                    std::vector<double> M = turn;
                    lever(v.x, at, pp.hand.newton * D, M);
                    c2 = std::max(c2, used(std::abs(still[i] + hand[i]), M[i], 1.6));
                    press = std::max(press, 1.5 * M[i] / z / (a.wall().studWidth.mm() * z)); // the mean
                }
            }
            RC_ASSERT(std::abs(use(pp, "wall_screws", false) - c1) < 2e-3 * std::max(0.1, c1));
            RC_ASSERT(std::abs(use(pp, "wall_screws", true) - c2) < 2e-3 * std::max(0.1, c2));
            const Check* crush = test::check(v, "wall_crush");
            RC_ASSERT(std::abs(*crush->leaning - press / crush->capacity) <
                      2e-3 * std::max(0.1, *crush->leaning));
        }));
    }

    /// 'May carry' is the same edge that a scan in 1 % steps finds.
    void mayCarryIsWhereAScanFindsIt() {
        QVERIFY(rc::check("scan", [] {
            Ledge a = anyLedge();
            a.piece().hold.leaning = Leaning::people;
            a.piece().load.kgPerM = std::max(1.0, a.piece().load.kgPerM);
            a.params().backHeight = 60_mm;
            const PiecePlan pp = a.planned();
            RC_PRE(pp.hold()->feasible && pp.contents > 0);
            const auto at = [&](double factor) {
                Ledge b = a;
                b.piece().load.kgPerM *= factor;
                for (auto& i : b.piece().load.items)
                    i.mass *= factor;
                const PiecePlan q = b.planned();
                return q.hold()->feasible &&
                       q.hold()->verdict.utilisation <= 1; // beyond it looks may be 'tight' still
            };
            const double edge = pp.hold()->carryKg / pp.contents;
            if (edge > 0)
                RC_ASSERT(at(edge * 0.99));
            if (!pp.hold()->carryCapped)
                RC_ASSERT(!at(std::max(0.01, edge * 1.01)));
        }));
    }

    void mayCarryDoesNotStallBesideTheTenKilogramsOfAnchors() {
        Ledge a{test::fresh()};
        a.params().length = 1500_mm;
        a.params().depth = 80_mm;
        a.wall().bandsTraced = true;
        a.piece().hold.support = "anchors";
        a.piece().hold.leaning = Leaning::nobody;
        a.piece().load.handN = 0;
        a.piece().load.handWhy = "behind a sofa";
        a.piece().load.kgPerM = 2;
        const PiecePlan pp = a.planned();
        QVERIFY2(pp.hold()->feasible, pp.hold()->refusal.c_str());
        const double most = 10 - pp.mass;
        QVERIFY2(pp.hold()->carryKg <= most + 1e-6, qPrintable(QString::number(pp.hold()->carryKg)));
        QVERIFY2(pp.hold()->carryKg > most * 0.995 || pp.hold()->carryGoverns != "anchors",
                 qPrintable(QString::number(pp.hold()->carryKg)));
    }

    void whatIsNotANumberFails() {
        Check c;
        c.id = "x";
        c.demand = NAN;
        c.capacity = 1;
        QCOMPARE(judge({c}, {Grade::A, 1, true}).status, Status::fails);
        QVERIFY(std::isinf(checkOf("y", "", "", {1, NAN}, std::nullopt).utilisation()));
    }

    /// Above a bed 0.6 limits strength, not rules that are met or not, nor looks (S12.12).
    void sixTenthsAreForStrengthOnly() {
        Check strength = checkOf("s", "", "N", {50, 100}, std::nullopt);
        Check rule;
        rule.id = "r";
        rule.demand = 30;
        rule.capacity = 38;
        rule.requirement = true;
        Check looks = rule;
        looks.id = "l";
        looks.requirement = false;
        looks.looks = true;
        const Verdict v = judge({strength, rule, looks}, {Grade::A, 0.6, true});
        QCOMPARE(v.status, Status::tight);
        QVERIFY(std::abs(v.utilisation - 0.5 / 0.6) < 1e-12);
    }

    void aHandThatIsTooMuchOnlyWarnsWhereNobodyLeans() {
        const Check c = checkOf("s", "", "N", {30, 100}, Use{150, 100});
        const Verdict warns = judge({c}, {Grade::A, 1, false});
        QCOMPARE(warns.status, Status::tight);
        QVERIFY(warns.notForLeaning);
        QVERIFY(std::abs(warns.utilisation - 0.3) < 1e-12);
        QVERIFY(std::abs(warns.leaning->utilisation - 1.5) < 1e-12);
        QCOMPARE(judge({c}, {Grade::A, 1, true}).status, Status::fails);
        QCOMPARE(judge({c}, {Grade::D, 1, false}).status, Status::unknown); // never green
    }
};

QTEST_APPLESS_MAIN(TestLaws)
#include "test_core_laws.moc"
