// The wall scan: reading traces, finding studs, naming what is odd, and the simulated scanner.
#include "cli/cli.h"
#include "scan/simulator.h"
#include "scan/stud_estimator.h"
#include "support.h"

#include <rapidcheck.h>
#include <sstream>

using namespace owl;

namespace {

struct Score {
    int truth = 0, found = 0, claimed = 0, wrong = 0, sure = 0, sureWrong = 0;
    [[nodiscard]] double foundShare() const { return double(found) / truth; }
    [[nodiscard]] double falseShare() const { return double(wrong) / claimed; }
};

/// Adds one wall: a stud is found when a reading lies within 6 mm of its centre, each reading used once.
void score(Score& s, const ScanWall& wall, const StudEstimate& e) {
    std::vector<bool> used(e.studs.size(), false);
    for (const auto& truth : wall.studs) {
        ++s.truth;
        for (std::size_t i = 0; i < e.studs.size(); ++i)
            if (!used[i] && std::abs(e.studs[i].centre - truth.centre()) <= 6) {
                used[i] = true;
                ++s.found;
                break;
            }
    }
    for (std::size_t i = 0; i < used.size(); ++i) {
        ++s.claimed;
        s.wrong += !used[i];
        const bool sure = e.studs[i].confidence >= 0.9;
        s.sure += sure;
        s.sureWrong += sure && !used[i];
    }
}

Score scoreWalls(int count, double noiseTimes) {
    Score s;
    for (int seed = 1; seed <= count; ++seed) {
        ScanWall wall = randomScanWall(static_cast<std::uint64_t>(seed));
        wall.noise.white *= noiseTimes;
        score(s, wall,
              estimateStuds(simulateScan(wall, static_cast<std::uint64_t>(seed * 7 + 1)), wall.cover));
    }
    return s;
}

ScanWall plainWall() {
    ScanWall w;
    w.length = 3620;
    for (double c : {410.0, 812.0, 1208.0, 1612.0, 2009.0, 2414.0, 2811.0, 3212.0})
        w.studs.push_back({c - 19, c + 19});
    return w;
}

const OddSignal* oddNear(const StudEstimate& e, OddKind kind, double x, double reach = 12) {
    for (const auto& o : e.odd)
        if (o.kind == kind && std::abs(o.at - x) <= reach)
            return &o;
    return nullptr;
}
bool studNear(const StudEstimate& e, double x, double reach = 6) {
    return std::any_of(e.studs.begin(), e.studs.end(),
                       [&](const StudReading& s) { return std::abs(s.centre - x) <= reach; });
}

std::string errorOf(const std::string& csv) {
    const auto t = readTraceCsv(csv, "t.csv");
    return t ? std::string() : t.error();
}

std::string runCli(const std::vector<std::string>& args, int wanted) {
    std::ostringstream out;
    std::ostringstream err;
    const int code = cli::run(args, out, err);
    if (code != wanted)
        return "exit " + std::to_string(code) + ": " + err.str();
    return code == 0 ? out.str() : err.str();
}

} // namespace

class TestScan : public QObject {
    Q_OBJECT
  private slots:
    /// Noise model: readings of 9.5 to 25 mm of cover; white noise with a standard deviation of 0.5 to 2.0
    /// (a stud reads 36 to 50 above the wall), two slow waves of up to 3 each, a quarter of a screw head a
    /// metre; studs up to 6 mm off their spacing; some missing, doubled, plated, alone; a pipe on every third
    /// wall.
    void findsStudsOnAThousandWalls() {
        const Score s = scoreWalls(test::sanitized ? 100 : 1000, 1);
        QVERIFY2(s.foundShare() >= 0.95, qPrintable(QString::number(s.foundShare())));
        QVERIFY2(s.falseShare() <= 0.02, qPrintable(QString::number(s.falseShare())));
        QVERIFY(s.truth > (test::sanitized ? 500 : 5000));
    }
    void worseNoiseLowersConfidenceNotHonesty() {
        const Score calm = scoreWalls(test::sanitized ? 40 : 150, 1);
        const Score bad = scoreWalls(test::sanitized ? 40 : 150, 12);
        QVERIFY(bad.foundShare() < calm.foundShare());
        QVERIFY(double(bad.sure) / bad.claimed < 0.75 * calm.sure / calm.claimed);
        QVERIFY2(bad.sureWrong <= 0.03 * bad.sure, qPrintable(QString::number(bad.sureWrong)));
    }
    void aPlainWallIsReadExactly() {
        const auto e = estimateStuds(simulateScan(plainWall(), 3), 12.5);
        QCOMPARE(e.studs.size(), std::size_t(8));
        QVERIFY(e.spacing.has_value());
        QCOMPARE(e.spacing->spacing, 400.0);
        for (const auto& truth : plainWall().studs)
            QVERIFY(studNear(e, truth.centre(), 2.5));
        for (const auto& s : e.studs) {
            QVERIFY(s.confidence > 0.9);
            QVERIFY(std::abs((s.right - s.left) - 38) < 4);
        }
        QVERIFY(e.odd.empty());
    }
    void aPipeIsNamedAndIsNoStud() {
        ScanWall w = plainWall();
        w.pipes.push_back({1004, 1022});
        const auto e = estimateStuds(simulateScan(w, 5), 12.5);
        QVERIFY(oddNear(e, OddKind::pipe, 1013));
        QVERIFY(!studNear(e, 1013, 20));
        const std::string text = oddText(*oddNear(e, OddKind::pipe, 1013), {});
        QVERIFY2(text.find("pipe") != std::string::npos && text.find("probe") != std::string::npos,
                 text.c_str());
    }
    void aStudOffTheSpacingStaysWhereItWasSeen() {
        ScanWall w = plainWall();
        w.studs.push_back({1380, 1418});
        const auto e = estimateStuds(simulateScan(w, 5), 12.5);
        QVERIFY(oddNear(e, OddKind::alone, 1399));
        QVERIFY(studNear(e, 1399));
        for (const auto& s : e.studs)
            if (std::abs(s.centre - 1399) < 6)
                QVERIFY(s.confidence < 0.7);
    }
    void doubledMissingMetalAndCorner() {
        ScanWall w = plainWall();
        w.studs.erase(w.studs.begin() + 4);
        w.studs.push_back({831, 869});
        w.plates.push_back({2792, 2830});
        w.studs.push_back({0, 115});
        const auto e = estimateStuds(simulateScan(w, 9), 12.5);
        QVERIFY(oddNear(e, OddKind::doubled, 831));
        QVERIFY(studNear(e, 812) && studNear(e, 850));
        QVERIFY(oddNear(e, OddKind::missing, 2009));
        QVERIFY(!studNear(e, 2009, 30));
        QVERIFY(oddNear(e, OddKind::metal, 2811));
        QVERIFY(oddNear(e, OddKind::corner, 57, 30));
    }
    void aStudInTheCornerIsSeenButNotTrusted() {
        ScanWall w = plainWall();
        w.studs.push_back({0, 38});
        const auto e = estimateStuds(simulateScan(w, 4), 12.5);
        QVERIFY(studNear(e, 19) && oddNear(e, OddKind::corner, 19));
        QVERIFY(e.studs.front().confidence < 0.7);
    }
    void headersMayBeSpacedOrQuoted() {
        QVERIFY(readTraceCsv("\xEF\xBB\xBFposition_mm, reading\r\n0, 5\r\n300, 6\r\n", "t.csv").has_value());
        QVERIFY(readTraceCsv("\"position_mm\",\"reading\"\n0,5\n300,6\n", "t.csv").has_value());
    }
    void aGapIsToldAndTheRestIsRead() {
        const Trace whole = simulateScan(plainWall(), 3);
        Trace t;
        for (std::size_t i = 0; i < whole.size(); ++i)
            if (whole.at[i] < 1500 || whole.at[i] > 1750) {
                t.at.push_back(whole.at[i]);
                t.reading.push_back(whole.reading[i]);
            }
        const auto e = estimateStuds(t, 12.5);
        QVERIFY(oddNear(e, OddKind::gap, 1625));
        QVERIFY(!oddNear(e, OddKind::missing, 1612, 30)); // nobody looked there
        QVERIFY(studNear(e, 2009) && studNear(e, 410));
    }
    void nothingToFind() {
        ScanWall bare;
        bare.noise.spikesPerM = 0;
        const auto e = estimateStuds(simulateScan(bare, 1), 12.5);
        QVERIFY(e.studs.empty());
        QVERIFY(!e.spacing);
        QCOMPARE(oddKindName(e.odd.front().kind), "no_stud");
        QVERIFY(estimateStuds(Trace(), 12.5).studs.empty());
        Trace flat{{0, 500, 1000}, {80, 80, 80}};
        const auto high = estimateStuds(flat, 12.5);
        QVERIFY(oddNear(high, OddKind::highWall, 500, 10));
    }
    void stepsMayVary() {
        const Trace fine = simulateScan(plainWall(), 3);
        Trace t;
        for (std::size_t i = 0; i < fine.size(); i += 1 + i % 4) {
            t.at.push_back(fine.at[i]);
            t.reading.push_back(fine.reading[i]);
        }
        const auto e = estimateStuds(t, 12.5);
        for (const auto& truth : plainWall().studs)
            QVERIFY(studNear(e, truth.centre(), 4));
    }
    void aMillionReadings() {
        ScanWall w = plainWall();
        w.step = w.length / 1'000'000;
        const auto t = readTraceCsv(traceCsv(simulateScan(w, 3)), "big.csv");
        QVERIFY(t.has_value());
        const auto e = estimateStuds(*t, 12.5);
        QCOMPARE(e.studs.size(), std::size_t(8));
    }
    void tracesSurviveTheFile() {
        const Trace t = simulateScan(plainWall(), 3);
        const auto back = readTraceCsv(traceCsv(t), "t.csv");
        QVERIFY(back.has_value());
        QCOMPARE(back->at, t.at);
        QCOMPARE(back->reading, t.reading);
        const Trace small = thinned(t, 4);
        QVERIFY(small.size() > 850 && small.size() < 950);
        QCOMPARE(estimateStuds(small, 12.5).studs.size(), std::size_t(8));
    }
    void badTracesGetASentence_data() {
        QTest::addColumn<QString>("csv");
        QTest::addColumn<QString>("says");
        QTest::newRow("empty") << ""
                               << "empty";
        QTest::newRow("no header") << "0,1\n2,3\n"
                                   << "position_mm,reading";
        QTest::newRow("one column") << "position_mm,reading\n12\n"
                                    << "line 2";
        QTest::newRow("words") << "position_mm,reading\n0,1\nfar,away\n"
                               << "line 3";
        QTest::newRow("nan") << "position_mm,reading\n0,nan\n"
                             << "line 2";
        QTest::newRow("falling") << "position_mm,reading\n100,5\n50,5\n"
                                 << "rise";
        QTest::newRow("too strong") << "position_mm,reading\n0,5\n1,1023\n"
                                    << "0 to 100";
        QTest::newRow("negative") << "position_mm,reading\n0,-9\n"
                                  << "0 to 100";
        QTest::newRow("inches") << "position_mm,reading\n0,5\n144,6\n"
                                << "inches";
        QTest::newRow("far away") << "position_mm,reading\n0,5\n1e9,6\n"
                                  << "outside any wall";
        QTest::newRow("header only") << "position_mm,reading\n"
                                     << "at least two";
    }
    void badTracesGetASentence() {
        QFETCH(QString, csv);
        QFETCH(QString, says);
        const std::string error = errorOf(csv.toStdString());
        QVERIFY2(error.find(says.toStdString()) != std::string::npos, error.c_str());
        QVERIFY(error.starts_with("t.csv"));
    }
    void rubbishNeverCrashes() {
        QVERIFY(rc::check("bytes after the header", [](const std::string& bytes) {
            const auto t = readTraceCsv("position_mm,reading\n" + bytes, "t.csv");
            RC_ASSERT(t.has_value() || !t.error().empty());
        }));
        QVERIFY(rc::check("any readings", [](std::vector<double> readings) {
            Trace t;
            for (double r : readings) {
                t.at.push_back(double(t.at.size()) * 7);
                t.reading.push_back(std::isfinite(r) ? std::clamp(std::abs(r), 0.0, 100.0) : 0);
            }
            const auto e = estimateStuds(t, 12.5);
            for (const auto& s : e.studs)
                RC_ASSERT(s.left < s.right && s.confidence >= 0 && s.confidence <= 1);
        }));
    }
    void describedWallsAreRead() {
        const auto w = readScanWall(test::textOf(test::sourcePath("demo/hall-scan-wall.json")), "w.json");
        QVERIFY2(w.has_value(), w ? "" : w.error().c_str());
        QCOMPARE(w->studs.size(), std::size_t(8));
        QCOMPARE(w->pipes.front().centre(), 1013.0);
        const auto again = readScanWall(scanWallJson(*w).dump(), "w.json");
        QCOMPARE(again->studs, w->studs);
        const auto regular = readScanWall(R"({"format":"upright-owl-scan-wall","version":1,"length_mm":2500,
            "spacing_mm":400,"missing":[1],"doubled":[2]})",
                                          "w.json");
        QVERIFY(regular.has_value());
        QCOMPARE(regular->studs.size(), std::size_t(6)); // 400, (800), 1200 twice, 1600, 2000, 2400
    }
    void badWallsGetASentence() {
        const auto says = [](const char* json) {
            const auto w = readScanWall(json, "w.json");
            return w ? std::string() : w.error();
        };
        QVERIFY(says("{").find("cut short") != std::string::npos);
        QVERIFY(says("[]").find("object") != std::string::npos);
        QVERIFY(says(R"({"format":"upright-owl-scan-wall","version":1})").find("length_mm: it is missing") !=
                std::string::npos);
        QVERIFY(says(R"({"format":"upright-owl-scan-wall","version":1,"length_mm":3000,"studs":[99999]})")
                    .find("studs[0]") != std::string::npos);
        QVERIFY(says(R"({"format":"upright-owl-scan-wall","version":7,"length_mm":3000})").find("version") !=
                std::string::npos);
    }
    void theCommandLine() {
        const std::string wall = test::sourcePath("demo/hall-scan-wall.json");
        const std::string csv = runCli({"scan", "--simulate", wall, "--seed", "7"}, 0);
        QVERIFY(csv.starts_with("position_mm,reading\n"));
        QCOMPARE(runCli({"scan", "--simulate", wall, "--seed", "7"}, 0), csv);
        QVERIFY(runCli({"scan", "--simulate", wall, "--seed", "8"}, 0) != csv);
        QTemporaryDir dir;
        const std::string file = dir.filePath("t.csv").toStdString();
        std::ofstream(file) << csv;
        const auto json = nlohmann::json::parse(runCli({"scan", file, "--cover-mm", "12.5"}, 0));
        QCOMPARE(json.at("studs").size(), std::size_t(8));
        QVERIFY(json.at("studs")[0].at("confidence").get<double>() > 0.9);
        QCOMPARE(json.at("odd")[0].at("kind").get<std::string>(), std::string("pipe"));
        QVERIFY(std::abs(json.at("odd")[0].at("at_mm").get<double>() - 1013) < 4);
        QVERIFY(runCli({"scan"}, 2).find("name a trace") != std::string::npos);
        QVERIFY(runCli({"scan", file, "--cover-mm", "-4"}, 2).find("cover") != std::string::npos);
        QVERIFY(runCli({"scan", dir.filePath("none.csv").toStdString()}, 2).find("no such file") !=
                std::string::npos);
    }
};

QTEST_APPLESS_MAIN(TestScan)
#include "test_core_scan.moc"
