// Adding load cases instead of solving each sum: beams, rails, capacities must not notice the difference.
#include "support.h"

#include "piece/ledge/ledge.h"
#include "support/judge/statics.h"

#include <rapidcheck.h>

using namespace owl;

namespace {

bool near(double a, double b, double rel = 1e-9) {
    return std::abs(a - b) <= rel * std::max({1.0, std::abs(a), std::abs(b)});
}

/// A beam on two to five pins, nodes wherever any of the cases needs one.
struct Setting {
    Beam bare;
    std::vector<LineLoad> lines;
    std::vector<PointLoad> points;
};
Setting anySetting() {
    Setting s;
    s.bare.length = *rc::gen::inRange(600, 3000);
    s.bare.EI = 1e9 * *rc::gen::inRange(1, 50);
    const int supports = *rc::gen::inRange(2, 6);
    for (int i = 0; i < supports; ++i) {
        BeamSupport p;
        p.x = s.bare.length * (i + 0.5) / supports;
        s.bare.supports.push_back(p);
    }
    for (int i = 0; i < 3; ++i) {
        const double a = *rc::gen::inRange(0, 1000) / 1000.0 * s.bare.length;
        const double b = *rc::gen::inRange(0, 1000) / 1000.0 * s.bare.length;
        s.lines.push_back({std::min(a, b), std::max(a, b), *rc::gen::inRange(0, 100) / 50.0});
        s.points.push_back({a, static_cast<double>(*rc::gen::inRange(0, 400))});
    }
    for (const auto& l : s.lines) {
        s.bare.probes.push_back(l.x0);
        s.bare.probes.push_back(l.x1);
    }
    return s;
}
BeamResult solved(const Beam& b) {
    const auto r = solveBeam(b);
    RC_ASSERT(r.has_value());
    return *r;
}

/// A pine ledge with its rail on three studs.
struct Rail {
    Rail() {
        MakeContext ctx;
        ctx.kerf = 3.2_mm;
        ctx.wallScrewsX = {100_mm, 500_mm, 900_mm};
        ctx.rows = 2;
        LedgeParams p;
        p.length = 1000_mm;
        made = p.make(ctx, catalog());
        const Species* pine = catalog().findSpecies("scots_pine");
        piece.assembly = &made.assembly;
        piece.joint = made.assembly.joint("base-back");
        piece.woodC1 = allowable(pine->means, BoardGrade::ordinary, 0.9);
        piece.woodC2 = allowable(pine->means, BoardGrade::ordinary, 1.6);
        piece.woodC1.G = piece.woodC2.G = pine->fastenerG();
        for (const char* id : {"base", "back", "lip"}) {
            const Cell b = made.assembly.find(id)->bounds();
            piece.section.parts.push_back(
                {piece.woodC1.E, b.size.y.mm(), b.size.z.mm(), b.at.z.mm(), b.at.y.mm(), {}});
        }
        piece.section.glued = true;
        piece.mass = 3;
        piece.gravityY = 40;
        wall.cover = 12.5;
        wall.studs = {100, 500, 900};
    }
    Rail(const Rail&) = delete;
    Draft made;
    HeldPiece piece;
    WallBehind wall;
};

} // namespace

class TestStatics : public QObject {
    Q_OBJECT
  private slots:
    void sumsOfCasesAreTheSolvedSum() {
        QVERIFY(rc::check("peaks and reactions add up", [] {
            const Setting s = anySetting();
            Beam lines = s.bare;
            lines.lines = s.lines;
            Beam points = s.bare;
            points.points = {s.points.front()};
            points.probes.push_back(s.points.front().x);
            lines.probes.push_back(s.points.front().x);
            const double f = *rc::gen::inRange(-200, 400) / 100.0;
            Beam both = lines;
            for (auto& l : both.lines)
                l.w *= f;
            both.points = points.points;
            const BeamResult a = solved(lines);
            const BeamResult b = solved(points);
            const BeamResult sum = solved(both);
            BeamPeaks p;
            for (std::size_t i = 0; i < a.spans.size(); ++i) {
                const BeamSpan& q = a.spans[i];
                const BeamSpan& r = b.spans[i];
                widen(p, {q.x, q.l, f * q.w + r.w, f * q.ma + r.ma, f * q.mb + r.mb, f * q.va + r.va,
                          f * q.vb + r.vb});
            }
            RC_ASSERT(near(p.sagging, sum.maxSagging, 1e-6));
            RC_ASSERT(near(p.hogging, sum.maxHogging, 1e-6));
            RC_ASSERT(near(p.shear, sum.maxShear, 1e-6));
            for (std::size_t i = 0; i < sum.reactions.size(); ++i)
                RC_ASSERT(near(f * a.reactions[i] + b.reactions[i], sum.reactions[i], 1e-6));
        }));
    }
    void spansJoinAtTheNodes() {
        QVERIFY(rc::check("the moment is continuous where no moment acts", [] {
            const Setting s = anySetting();
            Beam b = s.bare;
            b.lines = s.lines;
            const BeamResult r = solved(b);
            for (std::size_t i = 1; i < r.spans.size(); ++i) {
                RC_ASSERT(std::abs(r.spans[i].ma - r.spans[i - 1].mb) <
                          1e-3 * std::max(1.0, r.maxSagging + r.maxHogging));
                RC_ASSERT(near(r.spans[i].x, r.spans[i - 1].x + r.spans[i - 1].l));
            }
        }));
    }
    void aFactorIsTheSameAsMoreOnTheShelf() {
        Rail r;
        r.piece.load.kgPerM = 6;
        r.piece.load.items = {{"a", "", "", 2, 100_mm, 300_mm, 100_mm, true},
                              {"b", "", "", 1, 700_mm, 200_mm, 100_mm, false}};
        for (const auto& option : wallFixings(catalog(), true, nullptr)) {
            const auto scaled = judgeSupport(r.piece, r.wall, option, 2.5);
            HeldPiece more = r.piece;
            more.load.kgPerM *= 2.5;
            for (auto& i : more.load.items)
                i.mass *= 2.5;
            const auto loaded = judgeSupport(more, r.wall, option);
            QCOMPARE(scaled.feasible, loaded.feasible);
            QCOMPARE(scaled.checks.size(), loaded.checks.size());
            for (std::size_t i = 0; i < scaled.checks.size(); ++i) {
                QCOMPARE(scaled.checks[i].id, loaded.checks[i].id);
                QVERIFY2(near(scaled.checks[i].utilisation(), loaded.checks[i].utilisation(), 1e-6),
                         scaled.checks[i].id.c_str());
            }
            QVERIFY(near(scaled.sag.longTerm, loaded.sag.longTerm, 1e-6));
        }
    }
    void theCapacityIsWhereItJustHolds() {
        Rail r;
        r.piece.load.kgPerM = 5;
        for (const auto& option : wallFixings(catalog(), true, nullptr)) {
            auto v = judgeSupport(r.piece, r.wall, option);
            findCapacity(v, r.piece, r.wall);
            if (!v.feasible || v.carryKg <= 0)
                continue;
            const auto at = [&](double kg) {
                double worst = 0;
                const auto j = judgeSupport(r.piece, r.wall, option, kg / 5);
                for (const auto& c : j.checks)
                    worst = std::max(worst, c.requirement && c.utilisation() <= 1 ? 0 : c.utilisation());
                return j.feasible ? worst : 2;
            };
            QVERIFY2(at(v.carryKg * 0.995) <= 1, option.id.c_str());
            if (v.carryCapped) // 45 kg/m, its own weight in it
                QVERIFY2(near(v.carryKg, 45 - r.piece.mass, 1e-6), option.id.c_str());
            else
                QVERIFY2(at(v.carryKg * 1.01) > 1, option.id.c_str());
            QVERIFY(v.carryStrengthKg >= v.carryKg * 0.999);
        }
    }
    void staticsAreSolvedOncePerSupportPlaces() {
        Rail r;
        r.piece.load.kgPerM = 5;
        StaticsCache cache;
        const Statics& first = cache.of(r.piece, {100, 500, 900}, 0);
        QCOMPARE(&cache.of(r.piece, {100, 500, 900}, 0), &first);
        QVERIFY(&cache.of(r.piece, {100, 500, 900}, 50) != &first);
        QVERIFY(&cache.of(r.piece, {100, 900}, 0) != &first);
        QCOMPARE(&cache.of(r.piece, {100, 500, 900}, 0), &first); // and stays where it is
        double sum = 0;
        for (double R : first.own.reactions)
            sum += R;
        QVERIFY(near(sum, 3 * gravity, 1e-6));
        QCOMPARE(first.hands.size(), std::size_t(8)); // ends, middle, three supports, two between
        for (const auto& h : first.hands) {
            double hand = 0;
            for (double R : h.beam.reactions)
                hand += R;
            QVERIFY(near(hand, r.piece.hand, 1e-6));
        }
    }
    void whatCannotBeSolvedSaysWhy() {
        Rail r;
        QVERIFY(!staticsOf(r.piece, {500}, 0).problem.empty()); // tips on one support
        r.piece.section.parts.clear();
        QVERIFY(staticsOf(r.piece, {100, 900}, 0).problem.find("no section") != std::string::npos);
    }
};

QTEST_APPLESS_MAIN(TestStatics)
#include "test_core_statics.moc"
