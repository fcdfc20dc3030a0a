// The command line, in process with its own streams.
#include "support.h"

#include "cli/cli.h"

#include <QTemporaryDir>
#include <filesystem>

using namespace owl;

namespace {

struct Ran {
    int code;
    std::string out, err;
};
Ran run(std::vector<std::string> args) {
    std::ostringstream out;
    std::ostringstream err;
    const int code = cli::run(args, out, err);
    return {code, out.str(), err.str()};
}
std::string file(QTemporaryDir& dir, const char* name, const std::string& text) {
    const std::string path = dir.filePath(name).toStdString();
    std::ofstream(path) << text;
    return path;
}
const std::string demoPath = test::sourcePath("tests/data/projects/version-1.owl");

} // namespace

class TestCli : public QObject {
    Q_OBJECT
  private slots:
    void newPrintsAProjectThatChecksClean() {
        QTemporaryDir dir;
        for (const char* units : {"mm", "in"}) {
            const Ran made = run({"new", "ledge", "--units", units});
            QCOMPARE(made.code, 0);
            const std::string path = file(dir, "new.owl", made.out);
            const Ran checked = run({"check", path});
            QCOMPARE(checked.code, 0);
            QVERIFY(checked.out.find("blocks") == std::string::npos);
        }
    }
    void planWritesEveryFile() {
        QTemporaryDir dir;
        const std::string out = dir.filePath("o/p").toStdString();
        const Ran r = run({"plan", demoPath, "--out", out});
        QCOMPARE(r.code, 0);
        QVERIFY(r.out.empty());
        for (const char* f : {"plan.json", "cut-job.json", "cut-plan.json", "cut-list.csv", "shopping.csv",
                              "wall-marks.csv"}) {
            QVERIFY2(std::filesystem::exists(out + "/" + f), f);
            QVERIFY2(r.err.find(f) != std::string::npos, f);
        }
        const auto j = nlohmann::json::parse(test::textOf(out + "/plan.json"));
        QCOMPARE(j.at("pieces").size(), std::size_t(1));
    }
    void planPrintsJsonWithoutAFolder() {
        const Ran r = run({"plan", demoPath});
        QCOMPARE(r.code, 0);
        QVERIFY(nlohmann::json::parse(r.out).contains("cost"));
        QVERIFY(r.err.empty());
    }
    void checkSaysWhatBlocks() {
        QTemporaryDir dir;
        Project p = test::fresh();
        p.pieces.front().place.anchor = Anchor::typed;
        p.pieces.front().place.x = 650_mm;
        ledgeOf(p.pieces.front()).length = 500_mm;
        const Ran r = run({"check", file(dir, "p.owl", writeProject(p))});
        QCOMPARE(r.code, 1);
        QVERIFY2(r.out.find("blocks: ledge-1: It catches no stud.") != std::string::npos, r.out.c_str());
        QVERIFY(r.out.find("[Make it ") != std::string::npos);
    }

    void badInputIsOneSentence_data() {
        QTest::addColumn<QStringList>("args");
        QTest::addColumn<QString>("says");
        QTest::newRow("no such project")
            << QStringList{"check", "/nowhere/x.owl"} << "/nowhere/x.owl: there is no such file.\n";
        QTest::newRow("a folder") << QStringList{"plan", "/tmp"} << "/tmp: this is a folder, not a file.\n";
        QTest::newRow("unknown kind") << QStringList{"new", "sofa"}
                                      << "\"sofa\" is not a kind of piece this version knows; it knows "
                                         "ledge, slab, hollow, braced, mantel, wall_box, bookcase, platform, "
                                         "corner, alcove, polygon.\n";
        QTest::newRow("unknown units") << QStringList{"new", "ledge", "--units", "ell"}
                                       << "--units: \"ell\" is not known; it can be mm or in.\n";
        QTest::newRow("no such shop")
            << QStringList{"plan", QString::fromStdString(demoPath), "--shop", "/nowhere/shop.db"}
            << "/nowhere/shop.db: there is no such shop database.\n";
    }
    void badInputIsOneSentence() {
        QFETCH(QStringList, args);
        QFETCH(QString, says);
        std::vector<std::string> a;
        for (const auto& s : args)
            a.push_back(s.toStdString());
        const Ran r = run(a);
        QCOMPARE(r.code, 2);
        QCOMPARE(test::words(r.err), says);
        QVERIFY(r.out.empty());
    }
    void wrongUseSaysHow() {
        const Ran none = run({});
        QCOMPARE(none.code, 2);
        QVERIFY(none.err.find("subcommand is required") != std::string::npos);
        QCOMPARE(run({"dance"}).code, 2);
        QCOMPARE(run({"check"}).code, 2);
        const Ran help = run({"--help"});
        QCOMPARE(help.code, 0);
        for (const char* c : {"plan", "check", "cut", "strength", "new", "catalog"})
            QVERIFY2(help.out.find(c) != std::string::npos, c);
    }
    void aTruncatedProjectWritesNothing() {
        QTemporaryDir dir;
        const std::string text = test::textOf(demoPath);
        const std::string path = file(dir, "half.owl", text.substr(0, text.size() / 2));
        const std::string out = dir.filePath("out").toStdString();
        const Ran r = run({"plan", path, "--out", out});
        QCOMPARE(r.code, 2);
        QVERIFY(r.err.find("half.owl: ") == 0);
        QVERIFY(!std::filesystem::exists(out));
    }
    void aPlaceThatCannotBeWrittenIsNamed() {
        QTemporaryDir dir;
        const std::string taken = file(dir, "taken", "x");
        const Ran r = run({"plan", demoPath, "--out", taken + "/below"});
        QCOMPARE(r.code, 3);
        QVERIFY(r.err.find("the folder cannot be made") != std::string::npos);
    }
    void cutPlansAJob() {
        QTemporaryDir dir;
        const std::string out = dir.filePath("plan.json").toStdString();
        const Ran r =
            run({"cut", test::sourcePath("tests/data/forty-parts.json"), "--out", out, "--seconds", "1"});
        QCOMPARE(r.code, 0);
        const auto plan = nlohmann::json::parse(test::textOf(out));
        QVERIFY(plan.at("lower_bound").get<double>() <= plan.at("cost").get<double>());
        QVERIFY(!plan.at("sheets").empty());
        QCOMPARE(run({"cut", demoPath}).code, 2);
    }
    void strengthAnswersEveryCase() {
        const Ran r = run({"strength", test::sourcePath("tests/data/structure-cases.json")});
        QCOMPARE(r.code, 0);
        const auto results = nlohmann::json::parse(r.out).at("results");
        const auto cases =
            nlohmann::json::parse(test::textOf(test::sourcePath("tests/data/structure-cases.json")))
                .at("cases");
        QCOMPARE(results.size(), cases.size());
        for (std::size_t i = 0; i < cases.size(); ++i) {
            QCOMPARE(results[i].at("id"), cases[i].at("id"));
            QVERIFY(results[i].contains("values") || results[i].at("unsupported") == cases[i].at("kind"));
        }
        QTemporaryDir dir;
        QCOMPARE(run({"strength", file(dir, "c.json", "{\"x\":1}")}).code, 2);
        QCOMPARE(run({"strength", file(dir, "d.json", "{{{")}).code, 2);
    }
    void catalogPrintsRowsWithSources() {
        const Ran csv = run({"catalog", "kerfs", "--csv"});
        QCOMPARE(csv.code, 0);
        QVERIFY(csv.out.find("source") < csv.out.find('\n'));
        QCOMPARE(std::count(csv.out.begin(), csv.out.end(), '\n'), 15);
        QVERIFY(nlohmann::json::parse(run({"catalog", "species"}).out).at("rows").size() > 60);
        const Ran none = run({"catalog", "teapots"});
        QCOMPARE(none.code, 2);
        QVERIFY(none.err.find("there are species") != std::string::npos);
    }
    // --- the shop
    void aPriceListIsLookedAtAndReadIn() {
        QTemporaryDir dir;
        const std::string shop = dir.filePath("shop.db").toStdString();
        const std::string list =
            file(dir, "list.csv", "Nr;Wood;L;B;D;Preis\n7;scots_pine;2400;95;18;6,50\n8;cheese;1;1;1;1\n");
        const std::vector<std::string> columns{"--column", "id=Nr",          "--column", "species=Wood",
                                               "--column", "length_mm=L",    "--column", "width_mm=B",
                                               "--column", "thickness_mm=D", "--column", "price=Preis"};
        const auto shopCommand = [&](std::vector<std::string> args) {
            args.insert(args.begin(), "shop");
            args.insert(args.end(), columns.begin(), columns.end());
            return run(args);
        };
        const Ran looked = shopCommand({"preview", list});
        QCOMPARE(looked.code, 1); // a row is wrong
        QVERIFY2(looked.out.find("2 rows: 1 new") != std::string::npos, looked.out.c_str());
        QVERIFY2(looked.err.find("list.csv: line 3: the species \"cheese\"") != std::string::npos,
                 looked.err.c_str());
        QVERIFY(!std::filesystem::exists(shop));
        QCOMPARE(shopCommand({"import", list, "--shop", shop}).code, 1); // the good row is in
        const auto kept = ShopStore::open(shop)->load();
        QCOMPARE(kept->stock.back().id, std::string("7"));
        QCOMPARE(kept->stock.back().price, 6.5);
        const Ran written = run({"shop", "export", "--shop", shop});
        QCOMPARE(written.code, 0);
        QCOMPARE(readStockCsv(written.out, "x")->size(), kept->stock.size());
        QVERIFY(shopCommand({"import", list, "--shop", shop}).out.find("0 new, 0 in place") !=
                std::string::npos);
    }
    void aShopCommandThatMakesNoSense_data() {
        QTest::addColumn<QStringList>("args");
        QTest::newRow("no such action") << QStringList{"sell"};
        QTest::newRow("nothing to read") << QStringList{"preview"};
        QTest::newRow("no shop to read into") << QStringList{"import", "LIST"};
        QTest::newRow("no such shop") << QStringList{"export", "--shop", "/nowhere/shop.db"};
        QTest::newRow("a separator nobody has") << QStringList{"preview", "LIST", "--separator", "|"};
        QTest::newRow("a decimal mark nobody has") << QStringList{"preview", "LIST", "--decimal", "x"};
        QTest::newRow("not one of our columns") << QStringList{"preview", "LIST", "--column", "colour=Farbe"};
        QTest::newRow("columns missing") << QStringList{"preview", "LIST"};
    }
    void aShopCommandThatMakesNoSense() {
        QFETCH(QStringList, args);
        QTemporaryDir dir;
        const std::string list = file(dir, "list.csv", "a;b\n1;2\n");
        std::vector<std::string> words{"shop"};
        for (const QString& a : args)
            words.push_back(a == "LIST" ? list : a.toStdString());
        const Ran r = run(words);
        QCOMPARE(r.code, 2);
        QVERIFY2(r.out.empty() && r.err.find('.') != std::string::npos, r.err.c_str());
    }
    void noOutputReplacesAProject() {
        QTemporaryDir dir;
        const std::string text = test::textOf(demoPath);
        const std::string project = file(dir, "p.owl", text);
        const std::string alias = dir.filePath("alias.json").toStdString();
        std::filesystem::create_hard_link(project, alias);
        const std::string other = file(dir, "plan.json", text); // a project by its content, not by its name
        const std::string job = file(dir, "job.json", "{}");
        for (const std::vector<std::string>& args :
             {std::vector<std::string>{"draw", project, "--out", project},
              {"draw", project, "--out", alias},
              {"model", project, "--out", other},
              {"plan", project, "--out", dir.path().toStdString()},
              {"shop", "export", project}}) {
            const Ran r = run(args);
            QCOMPARE(r.code, 3);
            QVERIFY2(r.err.find("this is a project, and it is not replaced") != std::string::npos,
                     r.err.c_str());
            QCOMPARE(test::textOf(project), text);
            QCOMPARE(test::textOf(other), text);
        }
        const Ran cut = run({"plan", project, "--out", dir.filePath("out").toStdString()});
        QCOMPARE(cut.code, 0);
        const std::string cutJob = dir.filePath("out/cut-job.json").toStdString();
        const Ran over = run({"cut", cutJob, "--out", cutJob});
        QCOMPARE(over.code, 3);
        QVERIFY2(over.err.find("this is what is read from") != std::string::npos, over.err.c_str());
    }
    void numbersThatAreNoneAreRefused_data() {
        QTest::addColumn<QStringList>("args");
        QTest::newRow("seconds") << QStringList{"cut", "JOB", "--seconds", "nan"};
        QTest::newRow("seconds below 0") << QStringList{"cut", "JOB", "--seconds", "-1"};
        QTest::newRow("seconds of a plan") << QStringList{"plan", "PROJECT", "--seconds", "inf"};
        QTest::newRow("a seed below 0") << QStringList{"scan", "--simulate", "WALL", "--seed", "-1"};
        QTest::newRow("a seed of a project") << QStringList{"new", "ledge", "--random", "-1"};
        QTest::newRow("a seed in words") << QStringList{"new", "ledge", "--random", "1e3"};
        QTest::newRow("too large a seed") << QStringList{"new", "ledge", "--random", "18446744073709551616"};
    }
    void numbersThatAreNoneAreRefused() {
        QFETCH(QStringList, args);
        QTemporaryDir dir;
        const std::string job = test::sourcePath("tests/data/seeds/jobs/small.json");
        const std::string wall =
            file(dir, "wall.json", R"({"format":"upright-owl-scan-wall","version":1,"length_mm":900})");
        std::vector<std::string> words;
        for (const QString& a : args)
            words.push_back(a == "JOB"       ? job
                            : a == "PROJECT" ? demoPath
                            : a == "WALL"    ? wall
                                             : a.toStdString());
        const Ran r = run(words);
        QCOMPARE(r.code, 2);
        QVERIFY2(r.out.empty() && r.err.starts_with("--"), r.err.c_str());
    }
    void pathsThatLeadNowhereAreSentences() {
        QTemporaryDir dir;
        const std::string ring = dir.filePath("ring").toStdString();
        std::filesystem::create_symlink(ring, ring);
        for (const std::string& path : {std::string(5000, 'x'), ring})
            for (const std::vector<std::string>& args : {std::vector<std::string>{"check", path},
                                                         {"plan", demoPath, "--shop", path},
                                                         {"plan", demoPath, "--out", path + "/below"},
                                                         {"draw", demoPath, "--out", path + "/below"},
                                                         {"shop", "export", "--shop", path},
                                                         {"shop", "import", path, "--shop", path},
                                                         {"scan", "--simulate", path}}) {
                const Ran r = run(args);
                QVERIFY2(r.code == 2 || r.code == 3, r.err.c_str());
                QVERIFY2(!r.err.empty() && r.err.size() < 600, r.err.c_str());
            }
    }
    void whatCannotBeWrittenIsAnError() {
        std::ostringstream out;
        std::ostringstream err;
        out.setstate(std::ios::badbit); // a full disk, a reader who left
        QCOMPARE(cli::run({"new", "ledge"}, out, err), 3);
        QVERIFY(err.str().find("could not be written") != std::string::npos);
    }
};

QTEST_APPLESS_MAIN(TestCli)
#include "test_core_cli.moc"
