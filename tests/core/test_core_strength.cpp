// Strength against the public cases, the closed forms, and statics itself.
#include "support.h"

#include "strength/beam.h"
#include "strength/cases.h"
#include "strength/fastener.h"
#include "strength/sag.h"
#include "strength/section.h"
#include "strength/wall_mount.h"

#include <rapidcheck.h>

using namespace owl;
using nlohmann::json;

namespace {

bool near(double got, double want, double rel) {
    return std::abs(got - want) <= std::max(1e-9, rel * std::abs(want));
}

/// A value against an expectation with the case file's tolerance rules.
bool matches(const json& got, const json& want, double rel, double abs) {
    if (want.is_boolean() || want.is_string() || want.is_null())
        return got == want;
    if (want.is_array()) {
        if (!got.is_array() || got.size() != want.size())
            return false;
        for (std::size_t i = 0; i < want.size(); ++i)
            if (!matches(got[i], want[i], rel, abs))
                return false;
        return true;
    }
    if (want.is_object()) {
        for (const auto& [k, v] : want.items())
            if (!got.contains(k) || !matches(got.at(k), v, rel, abs))
                return false;
        return true;
    }
    return got.is_number() && std::abs(got.get<double>() - want.get<double>()) <=
                                  std::max(abs, rel * std::abs(want.get<double>()));
}

bool meets(const json& got, const json& expectation) {
    if (expectation.contains("any_of")) {
        for (const auto& v : expectation.at("any_of"))
            if (std::abs(got.get<double>() - v.get<double>()) <= expectation.at("abs").get<double>())
                return true;
        return false;
    }
    return matches(got, expectation.at("value"), expectation.value("rel", 0.0),
                   expectation.value("abs", 0.0));
}

Beam simpleBeam(double L, double EI) {
    Beam b;
    b.length = L;
    b.EI = EI;
    b.supports = {{0}, {L}};
    return b;
}

} // namespace

class TestStrength : public QObject {
    Q_OBJECT
  private slots:
    void publicCases_data() {
        QTest::addColumn<QString>("text");
        const json file = json::parse(test::textOf(test::sourcePath("tests/data/structure-cases.json")));
        for (const auto& c : file.at("cases"))
            QTest::newRow(c.at("id").get<std::string>().c_str()) << test::words(c.dump());
    }
    void publicCases() {
        QFETCH(QString, text);
        const json c = json::parse(text.toStdString());
        const json result = evaluateCases(json::array({c}))->at("results").at(0);
        QVERIFY2(result.contains("values"), result.dump().c_str());
        for (const auto& [key, expectation] : c.at("expected").items()) {
            QVERIFY2(result.at("values").contains(key), key.c_str());
            const std::string note =
                key + ": got " + result.at("values").at(key).dump() + ", wanted " + expectation.dump();
            QVERIFY2(meets(result.at("values").at(key), expectation), note.c_str());
        }
    }

    void kindsNotYetKnownAreNamed() {
        const json out =
            *evaluateCases(json{{"cases", {{{"id", "x"}, {"kind", "arch"}, {"inputs", json::object()}}}}});
        QCOMPARE(test::words(out.dump()), QString(R"({"results":[{"id":"x","unsupported":"arch"}]})"));
    }

    void brokenCasesAnswerWithASentence_data() {
        QTest::addColumn<QString>("text");
        QTest::addColumn<QString>("sentence");
        QTest::newRow("missing length") << R"({"id":"a","kind":"beam","inputs":{"EI_N_mm2":1e9}})"
                                        << "'length_mm' is missing";
        QTest::newRow("a text for a number")
            << R"({"id":"a","kind":"withdrawal","inputs":{"G":"soft","d_mm":4}})"
            << "'G' must be a number";
        QTest::newRow("one support")
            << R"({"id":"a","kind":"beam","inputs":{"length_mm":100,"EI_N_mm2":1e9,"supports":[{"x_mm":0}]}})"
            << "the piece tips off its rests: fewer than two supports hold it";
        QTest::newRow("a load off the beam")
            << R"({"id":"a","kind":"beam","inputs":{"length_mm":100,"EI_N_mm2":1e9,"supports":[{"x_mm":0},{"x_mm":100}],"point":[{"x_mm":120,"P_N":1}]}})"
            << "the load at 120 mm lies outside the beam";
        QTest::newRow("no stiffness")
            << R"({"id":"a","kind":"beam","inputs":{"length_mm":100,"EI_N_mm2":0,"supports":[{"x_mm":0},{"x_mm":100}]}})"
            << "EI must be positive";
        QTest::newRow("an unknown grade") << R"({"id":"a","kind":"wood_allowable","inputs":{"grade":"best"}})"
                                          << "grade 'best' is not clear, ordinary or poor";
    }
    void brokenCasesAnswerWithASentence() {
        QFETCH(QString, text);
        QFETCH(QString, sentence);
        const json r = evaluateCases(json::array({json::parse(text.toStdString())}))->at("results").at(0);
        QVERIFY2(r.contains("error"), r.dump().c_str());
        QCOMPARE(test::words(r.at("error").get<std::string>()), sentence);
    }
    void aFileThatIsNoCaseFileIsRefused() { QVERIFY(!evaluateCases(json{{"hello", 1}})); }

    void closedForms() {
        const double L = 900;
        const double EI = 2e9;
        Beam udl = simpleBeam(L, EI);
        udl.lines = {{0, L, 0.4}};
        const auto a = solveBeam(udl).value();
        QVERIFY(near(a.maxDown, 5 * 0.4 * std::pow(L, 4) / (384 * EI), 1e-6));
        QVERIFY(near(a.maxSagging, 0.4 * L * L / 8, 1e-9));
        Beam mid = simpleBeam(L, EI);
        mid.points = {{L / 2, 300}};
        QVERIFY(near(solveBeam(mid)->maxDown, 300 * std::pow(L, 3) / (48 * EI), 1e-6));
        Beam off = simpleBeam(L, EI);
        off.points = {{200, 300}};
        QVERIFY(near(solveBeam(off)->maxDown,
                     300 * 200 * std::pow(L * L - 200 * 200, 1.5) / (9 * std::sqrt(3.0) * EI * L), 1e-6));
        Beam cantilever;
        cantilever.length = L;
        cantilever.EI = EI;
        cantilever.supports = {{0, BeamSupport::Type::fixed}};
        cantilever.points = {{L, 50}};
        QVERIFY(near(solveBeam(cantilever)->maxDown, 50 * std::pow(L, 3) / (3 * EI), 1e-9));
        QVERIFY(near(solveBeam(cantilever)->maxHogging, 50 * L, 1e-9));
        Beam two = simpleBeam(2 * L, EI);
        two.supports = {{0}, {L}, {2 * L}};
        two.lines = {{0, 2 * L, 0.4}};
        const auto t = solveBeam(two).value();
        QVERIFY(near(t.reactions[1], 10.0 / 8 * 0.4 * L, 1e-9));
        QVERIFY(near(t.maxHogging, 0.4 * L * L / 8, 1e-9));
    }

    void supportsCarryExactlyTheWeight() {
        const bool ok = rc::check("forces and moments sum to zero", [] {
            Beam b;
            b.length = *rc::gen::inRange(400, 4000);
            b.EI = 1e9 * *rc::gen::inRange(1, 30);
            const int n = *rc::gen::inRange(2, 6);
            for (int i = 0; i < n; ++i)
                b.supports.push_back({b.length * (i + 0.3) / n});
            const int loads = *rc::gen::inRange(1, 5);
            double P = 0;
            double M = 0;
            for (int i = 0; i < loads; ++i) {
                const double x = b.length * *rc::gen::inRange(0, 101) / 100.0;
                const double force = *rc::gen::inRange(1, 400);
                b.points.push_back({x, force});
                P += force;
                M += force * x;
            }
            b.lines.push_back({b.length * 0.2, b.length * 0.9, 0.3});
            P += 0.3 * b.length * 0.7;
            M += 0.3 * b.length * 0.7 * b.length * 0.55;
            const auto r = solveBeam(b).value();
            double R = 0;
            double RM = 0;
            for (std::size_t i = 0; i < r.reactions.size(); ++i) {
                R += r.reactions[i];
                RM += r.reactions[i] * b.supports[i].x;
            }
            RC_ASSERT(std::abs(R - P) < 1e-6 * P);
            RC_ASSERT(std::abs(RM - M) < 1e-6 * M);
        });
        QVERIFY(ok);
    }

    void aBeamWithoutNumbersIsRefused() {
        Beam b = simpleBeam(100, 1e9);
        b.points = {{50, std::nan("")}};
        QVERIFY(!solveBeam(b));
        b = simpleBeam(std::numeric_limits<double>::infinity(), 1e9);
        QVERIFY(!solveBeam(b));
    }

    void gluedIsStifferThanScrewed() {
        Section s;
        s.parts = {{11000, 250, 18, 0, 0, {}}, {11000, 18, 40, -40, 232, {}}};
        const double glued = sectionProperties(s).EI;
        s.glued = false;
        QVERIFY(near(glued / sectionProperties(s).EI, 3.4, 0.01)); // the guide's own figure
        QCOMPARE(sectionProperties(Section()).EI, 0.0);
    }

    void wallBoardWeakensAScrewByAThird() {
        LateralInput in;
        in.d = 4.826;
        in.root = 3.8608;
        in.side = 19;
        in.pen = 45;
        in.Gmain = in.Gside = 0.42;
        const double tight = lateral(in).Z;
        in.gap = 12.7;
        QVERIFY(near(lateral(in).Z / tight, 0.62, 0.01));
        in.pen = 20;
        QVERIFY(!lateral(in).enoughPenetration);
        in.pen = 0;
        QCOMPARE(lateral(in).Z, 0.0);
    }

    void raisingTheScrewsHalvesThePull() {
        const auto low = railPrying({{69, 49}}, {27.5}, 1, 38);
        const auto high = railPrying({{69, 49}}, {55}, 1, 38);
        QVERIFY(near(low.T[0], 2 * high.T[0], 1e-12));
        QVERIFY(railPrying({{1, 1}}, {}, 1, 38).T.empty());
    }

    void endGrainHoldsNoScrew() {
        QCOMPARE(withdrawal(0.42, 4.2, false, 30, 1, true), 0.0);
        QVERIFY(withdrawal(0.42, 6.35, true, 30, 1, true) > 0);
    }

    void aFreeEndCountsTwiceItsLength() {
        SagResult r;
        for (int i = 0; i <= 100; ++i)
            r.later.emplace_back(i * 10.0, i > 80 ? (i - 80) * 0.05 : 0.0);
        const auto w = worstStretch(r, {100, 800}, 1000, SagLimit::plain);
        QVERIFY(w.freeEnd);
        QVERIFY(near(w.limit, 400.0 / 360, 1e-9));
        QVERIFY(near(w.sag, 1.0, 1e-9));
    }

    void anUnknownInputIsNeverGreen() {
        Check c;
        c.id = "x";
        c.demand = 0.1;
        c.capacity = 1;
        QCOMPARE(judge({c}, {Grade::D, 1, true}).status, Status::unknown);
        QCOMPARE(judge({c}, {Grade::B, 1, true}).status, Status::holds);
        c.demand = 2;
        QCOMPARE(judge({c}, {Grade::D, 1, true}).status, Status::fails);
        QCOMPARE(judge({}, {Grade::A, 1, true}).status, Status::unknown);
        c.capacity = 0;
        QVERIFY(std::isinf(c.utilisation()));
    }
};

QTEST_APPLESS_MAIN(TestStrength)
#include "test_core_strength.moc"
