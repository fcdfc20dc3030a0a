// Files are read whole or refused with a sentence, written whole or not at all; what a project may be is
// asked in one place.
#include "edit/fields.h"
#include "files/file.h"
#include "files/json_text.h"
#include "measure/side_by_side.h"
#include "plan/plan_json.h"
#include "project/journal.h"
#include "project/limits.h"
#include "support.h"

#include <QTemporaryDir>
#include <cmath>
#include <csignal>
#include <functional>
#include <random>
#include <sys/resource.h>
#include <sys/stat.h>
#include <unistd.h>

using namespace owl;
namespace fs = std::filesystem;

namespace {

std::string nested(std::size_t n, const char* open, const char* close, const std::string& inside) {
    std::string s;
    for (std::size_t i = 0; i < n; ++i)
        s += open;
    s += inside;
    for (std::size_t i = 0; i < n; ++i)
        s += close;
    return s;
}

unsigned modeOf(const fs::path& p) {
    struct stat about {};
    return ::stat(p.c_str(), &about) == 0 ? about.st_mode & 07777U : 0;
}

std::vector<std::string> namesIn(const fs::path& folder) {
    std::vector<std::string> out;
    for (const auto& e : fs::directory_iterator(folder))
        out.push_back(e.path().filename().string());
    std::sort(out.begin(), out.end());
    return out;
}

/// The first place in a tree where a number is none; empty: there is no such place.
std::string notFinite(const nlohmann::ordered_json& j, const std::string& at) {
    if (j.is_number_float() && !std::isfinite(j.get<double>()))
        return at;
    const bool check = j.is_object() && j.contains("demand"); // what was judged has all its numbers
    for (const char* due : {"utilisation", "standing", "demand", "capacity"})
        if (check && j.contains(due) && !j.at(due).is_number())
            return at + "/" + due;
    if (j.is_structured())
        for (const auto& [key, value] : j.items())
            if (std::string found = notFinite(value, at + "/" + key); !found.empty())
                return found;
    return {};
}

/// A project with everything that has a place in a file.
Project full() {
    Project p = test::demo();
    p.pieces.front().fits.push_back({"base", 901_mm});
    p.pieces.front().load.items.front().on = "base";
    p.log.push_back({"l-1", "2026-03-07", "A line\nand another\twith a tab", 1.5, 20});
    return p;
}

} // namespace

class TestFiles : public QObject {
    Q_OBJECT
  private slots:
    void treesAreAsTheTextSays() {
        const std::string text =
            R"({"b":1,"a":[true,null,-2,2.5,"ü\n"],"c":{"d":{}},"e":18446744073709551615})";
        QCOMPARE(parseJson(text).value(), nlohmann::ordered_json::parse(text));
        QCOMPARE(parseJson(text)->dump(), nlohmann::ordered_json::parse(text).dump()); // the same order
        QCOMPARE(parseSortedJson(text).value(), nlohmann::json::parse(text));
        QCOMPARE(parseJson("7").value(), nlohmann::ordered_json(7));
    }
    void badTextsAreRefused_data() {
        QTest::addColumn<QString>("text");
        QTest::addColumn<QString>("sentence");
        const auto row = [](const char* name, const std::string& text, const char* sentence) {
            QTest::newRow(name) << QString::fromStdString(text) << QString(sentence);
        };
        row("empty", "", "the file is empty");
        row("cut short", "{\"a\":\n[1,", "the file breaks off in line 2; it seems cut short");
        row("not JSON", "{\"a\":1}\n] and more",
            "line 2 is not JSON, so this is another kind of file or it is damaged");
        row("too large", "[1e999]", "a number in it is too large to be read");
        row("a key twice", R"({"a":{"x":1,"y":2,"x":3}})", "the key \"x\" stands twice in one object");
        row("lists too deep", nested(65, "[", "]", "1"),
            "lists and objects lie deeper in one another than 64");
        row("objects too deep", nested(70'000, "{\"a\":", "}", "1"),
            "lists and objects lie deeper in one another than 64");
    }
    void badTextsAreRefused() {
        QFETCH(QString, text);
        QFETCH(QString, sentence);
        const auto one = parseJson(text.toStdString());
        QVERIFY(!one);
        QCOMPARE(QString::fromStdString(one.error()), sentence);
        QCOMPARE(parseSortedJson(text.toStdString()).error(), one.error());
    }
    void sixtyFourLevelsAreRead() {
        QVERIFY(parseJson(nested(64, "[", "]", "1")).has_value());
        QVERIFY(parseJson(nested(64, "{\"a\":", "}", "[1]").substr(0, 0) + nested(63, "{\"a\":", "}", "[1]"))
                    .has_value());
    }
    /// Unknown keys are kept however many there are, and a second save does not add to them.
    void manyUnknownKeysAreKept() {
        auto doc = parseJson(writeProject(full())).value();
        auto& keys = static_cast<nlohmann::ordered_json::object_t::Container&>(
            doc.get_ref<nlohmann::ordered_json::object_t&>());
        for (int i = 0; i < 50'000; ++i)
            keys.emplace_back("mine " + std::to_string(i), i);
        auto p = readProject(doc.dump(), "x");
        QVERIFY2(p.has_value(), p ? "" : p.error().c_str());
        p->name = "other";
        const std::string once = writeProject(*p);
        const auto again = readProject(once, "x");
        QVERIFY(again.has_value());
        QCOMPARE(again->source->json.size(), doc.size());
        Project q = *again;
        q.name = "another";
        QCOMPARE(writeProject(q).size(), once.size() + 2);
    }

    void writtenWholeAndPrivateNamesGone() {
        QTemporaryDir dir;
        const fs::path file = dir.filePath("a.owl").toStdString();
        QVERIFY(writeFile(file, "one").has_value());
        QVERIFY(writeFile(file, "two", {.keepOld = true}).has_value());
        QCOMPARE(readFile(file).value(), std::string("two"));
        QCOMPARE(readFile(file.string() + "~").value(), std::string("one"));
        QVERIFY(writeFile(file, "three", {.keepOld = true}).has_value());
        QCOMPARE(readFile(file.string() + "~").value(), std::string("two"));
        QCOMPARE(namesIn(dir.path().toStdString()), (std::vector<std::string>{"a.owl", "a.owl~"}));
    }
    void linksAreFollowedAndRightsKept() {
        QTemporaryDir dir;
        const fs::path base = dir.path().toStdString();
        fs::create_directory(base / "deep");
        fs::create_symlink("deep/real.owl", base / "link.owl"); // where it points there is nothing yet
        fs::create_symlink("link.owl", base / "second.owl");
        QVERIFY(writeFile(base / "second.owl", "one").has_value());
        QVERIFY(fs::is_symlink(base / "second.owl") && fs::is_symlink(base / "link.owl"));
        QVERIFY(fs::is_regular_file(fs::symlink_status(base / "deep/real.owl")));
        ::chmod((base / "deep/real.owl").c_str(), 0640);
        QVERIFY(writeFile(base / "link.owl", "two", {.keepOld = true}).has_value());
        QCOMPARE(readFile(base / "deep/real.owl").value(), std::string("two"));
        QCOMPARE(modeOf(base / "deep/real.owl"), 0640U);
        QVERIFY(writeFile(base / "own", "x", {.keepOld = false, .mode = 0600}).has_value());
        QCOMPARE(modeOf(base / "own"), 0600U);
        fs::create_symlink("ring-b", base / "ring-a");
        fs::create_symlink("ring-a", base / "ring-b");
        QVERIFY(!writeFile(base / "ring-a", "x").has_value());
    }
    void whatIsNoFileIsRefused() {
        QTemporaryDir dir;
        const std::string pipe = dir.filePath("pipe").toStdString();
        QCOMPARE(::mkfifo(pipe.c_str(), 0600), 0);
        for (const std::string& path : {pipe, std::string("/dev/zero"), std::string("/dev/null")}) {
            QCOMPARE(readFile(path).error(), path + ": this is a pipe or a device, not a file.");
            QVERIFY(writeFile(path, "x").error().find("a pipe or a device") != std::string::npos);
        }
        QVERIFY(readFile(dir.path().toStdString()).error().find("this is a folder") != std::string::npos);
        QVERIFY(writeFile(dir.path().toStdString(), "x").error().find("this is a folder") !=
                std::string::npos);
        QVERIFY(readFile("/nowhere").error().find("no such file") != std::string::npos);
        const std::string big = dir.filePath("big").toStdString();
        QVERIFY(writeFile(big, std::string(1000, 'x')).has_value());
        QVERIFY(readFile(big, 999).error().find("larger than") != std::string::npos);
    }
    /// A disk that takes no more: the limit on the size of a file stands in for it.
    void aFullDiskLeavesTheOldFile() {
        QTemporaryDir dir;
        const fs::path file = dir.filePath("a.owl").toStdString();
        QVERIFY(writeFile(file, "old").has_value());
        struct rlimit before {};
        QCOMPARE(::getrlimit(RLIMIT_FSIZE, &before), 0);
        const auto handler = std::signal(SIGXFSZ, SIG_IGN);
        struct rlimit small = before;
        small.rlim_cur = 4096;
        QCOMPARE(::setrlimit(RLIMIT_FSIZE, &small), 0);
        const auto r = writeFile(file, std::string(100'000, 'x'), {.keepOld = true});
        ::setrlimit(RLIMIT_FSIZE, &before);
        std::signal(SIGXFSZ, handler);
        QVERIFY(!r);
        QVERIFY2(r.error().find("writing stopped part way") != std::string::npos, r.error().c_str());
        QCOMPARE(readFile(file).value(), std::string("old"));
        QCOMPARE(namesIn(dir.path().toStdString()), std::vector<std::string>{"a.owl"});
    }
    void stampsTellVersionsApart() {
        QTemporaryDir dir;
        const fs::path file = dir.filePath("a").toStdString();
        QVERIFY(!stampOf(file).has_value());
        QVERIFY(writeFile(file, "one").has_value());
        const auto first = stampOf(file);
        QVERIFY(first == stampOf(file));
        QVERIFY(writeFile(file, "two").has_value());
        QVERIFY(first != stampOf(file));
    }

    /// Copies share a list until one of them changes it.
    void aLogIsSharedUntilItIsChanged() {
        Project p = full();
        Project q = p;
        QVERIFY(q.log.sharedWith(p.log));
        q.log.mine().front().text = "otherwise";
        QVERIFY(!q.log.sharedWith(p.log) && !(q == p));
        QVERIFY(p.log.front().text != q.log.front().text);
        p.log.mine().front().hours = -5;
        Project copy = p;
        QVERIFY(refusalOf(p).has_value());
        QVERIFY(!refusalOf(copy, &p).has_value()); // what is shared was looked at before
        QCOMPARE(keepWithinLimits(copy).size(), std::size_t(1));
        QCOMPARE(copy.log.front().hours, 0.0);
        QCOMPARE(p.log.front().hours, -5.0);
    }
    void workSideBySideIsAllDone() {
        std::vector<int> done(1000, 0);
        sideBySide(done.size(), [&](std::size_t i) { ++done[i]; });
        QVERIFY(std::all_of(done.begin(), done.end(), [](int n) { return n == 1; }));
        sideBySide(0, [](std::size_t) { QFAIL("there is nothing to do"); });
        bool told = false;
        try {
            sideBySide(50, [](std::size_t i) {
                if (i == 33)
                    throw std::runtime_error("at 33");
            });
        } catch (const std::runtime_error& e) {
            told = std::string(e.what()) == "at 33";
        }
        QVERIFY(told);
    }

    // --- journals
    void aJournalComesBackAsItWas() {
        const Project p = full();
        const FileVersion began{{1, ~std::uint64_t(0), 3, -4, 5, 6, 7}, "0123"};
        for (const bool readOnly : {false, true})
            for (const auto& version : {std::optional(began), std::optional<FileVersion>()})
                for (const auto& typed :
                     {std::optional(TypedText{"Length", "12 3/\n\"x"}), std::optional<TypedText>()}) {
                    const JournalText j{{"/home/somebody/a \"flat\".owl", version, readOnly},
                                        "2026-03-07 09:14",
                                        writeProject(p),
                                        typed};
                    const auto back = readJournal(writeJournal(j), "j");
                    QVERIFY(back.has_value());
                    QVERIFY(*back == j);
                    QVERIFY(readProject(back->project, "j")->sameWork(p));
                }
        for (const char* bad : {"", "x", "{}\n", "{\"format\":\"upright-owl-journal\"}\n{}", "[]\n1"})
            QVERIFY(!readJournal(bad, "j").has_value());
    }
    void onlyWhatTheFileDoesNotHaveIsOffered() {
        QTemporaryDir dir;
        const fs::path file = dir.filePath("a.owl").toStdString();
        const fs::path journal = dir.filePath("j.journal").toStdString();
        Project p = full();
        QVERIFY(saveProject(p, file).has_value());
        const auto noted = [&](std::optional<FileVersion> began) {
            return writeFile(journal,
                             writeJournal({{file.string(), began, false}, "now", writeProject(p), {}}))
                .has_value();
        };
        QVERIFY(noted(std::nullopt));
        QVERIFY(!lookAtJournal(journal).has_value());
        p.name = "changed";
        QVERIFY(noted(std::nullopt));
        const auto left = lookAtJournal(journal);
        QVERIFY(left.has_value());
        QCOMPARE(left->name, std::string("changed"));
        QVERIFY(left->fault.empty() && !left->newerFile);
        Project later = p;
        later.name = "saved since";
        QTest::qWait(20);
        QVERIFY(saveProject(later, file).has_value());
        QVERIFY(lookAtJournal(journal)->newerFile);
        FileVersion now;
        QVERIFY(loadProject(file, &now).has_value());
        QVERIFY(noted(now));
        const auto offered = lookAtJournal(journal);
        QVERIFY(!offered->newerFile && stillSays(*offered));
        fs::last_write_time(file, fs::file_time_type::clock::now() + std::chrono::hours(1));
        QVERIFY(!lookAtJournal(journal)->newerFile); // touched, and the same all the same
        p.name = "changed once more";
        QVERIFY(noted(now));
        QVERIFY(!stillSays(*offered));
        QVERIFY(writeFile(journal, "half a jour").has_value());
        QVERIFY(!lookAtJournal(journal)->fault.empty());
        fs::remove(journal);
        QVERIFY(!lookAtJournal(journal).has_value());
    }

    // --- limits
    void whatComesFromAFileHasNothingToRefuse() {
        for (const auto& k : knownKinds())
            for (const Units u : {Units::metric, Units::imperial}) {
                const auto why = refusalOf(newProject(k.id, u).value());
                QVERIFY2(!why, why ? why->c_str() : "");
            }
        const auto why = refusalOf(full());
        QVERIFY2(!why, why ? why->c_str() : "");
    }
    void whatCannotBeReadAgainIsRefused_data() {
        QTest::addColumn<int>("n");
        QTest::addColumn<QString>("words");
        const char* rows[] = {
            "floor", "kg",      "hand N",   "width", "longer than", "letters cannot be read",
            "twice", "no wall", "kg per m", "price", "no id",       "not known",
            "number"};
        for (int i = 0; i < static_cast<int>(std::size(rows)); ++i)
            QTest::newRow(rows[i]) << i << (i == 0 ? QString("place, z") : QString(rows[i]));
    }
    void whatCannotBeReadAgainIsRefused() {
        QFETCH(int, n);
        QFETCH(QString, words);
        Project p = full();
        Piece& piece = p.pieces.front();
        switch (n) {
        case 0:
            piece.place.z = Length() - 30_mm;
            break;
        case 1:
            piece.load.items.front().mass = 5000;
            break;
        case 2:
            piece.load.handN = 2224;
            break;
        case 3:
            p.walls.front().width = 40'000_mm;
            break;
        case 4:
            piece.name = std::string(4001, 'x');
            break;
        case 5:
            piece.name = "\xff";
            break;
        case 6:
            p.walls[1].id = p.walls[0].id;
            break;
        case 7:
            piece.wall = "nowhere";
            break;
        case 8:
            piece.load.kgPerM = -1;
            break;
        case 9:
            p.wood.boards.emplace_back();
            p.wood.boards.back() = test::shop().stock.front();
            p.wood.boards.back().price = -1;
            break;
        case 10:
            piece.id = "a/b";
            break;
        case 11:
            p.walls.front().construction = "straw";
            break;
        default:
            piece.load.kgPerM = std::nan("");
        }
        const auto why = refusalOf(p);
        QVERIFY(why.has_value());
        QVERIFY2(QString::fromStdString(*why).contains(words), why->c_str());
        QTemporaryDir dir;
        const fs::path file = dir.filePath("a.owl").toStdString();
        QVERIFY(writeFile(file, "what was there").has_value());
        QVERIFY(!saveProject(p, file).has_value());
        QCOMPARE(readFile(file).value(), std::string("what was there"));
    }
    /// A file that leaves a wall's room out can be changed and saved like any other.
    void aWallWithoutARoomHasOne() {
        auto doc = nlohmann::ordered_json::parse(writeProject(newProject("ledge", Units::metric).value()));
        doc.erase("rooms");
        doc["walls"][0].erase("room");
        const std::string text = doc.dump();
        auto p = readProject(text, "x");
        QVERIFY2(p.has_value(), p ? "" : p.error().c_str());
        QCOMPARE(p->rooms.size(), std::size_t(1));
        QVERIFY(!refusalOf(*p).has_value());
        QCOMPARE(writeProject(*p), text); // unchanged: the very bytes
        p->name = "other";
        const auto back = readProject(writeProject(*p), "x");
        QVERIFY(back && *back == *p);
        doc["walls"][0]["room"] = "up/stairs";
        QVERIFY(!readProject(doc.dump(), "x").has_value());
    }
    void numbersStopAtTheirEnds() {
        Project p = full();
        p.pieces.front().place.z = Length() - 30_mm;
        p.pieces.front().load.items.front().mass = 5000;
        p.walls.front().width = 50_mm;
        const auto said = keepWithinLimits(p);
        QCOMPARE(said.size(), std::size_t(3));
        QCOMPARE(p.pieces.front().place.z, Length());
        QCOMPARE(p.pieces.front().load.items.front().mass, 1000.0);
        QCOMPARE(p.walls.front().width, 100_mm);
        QVERIFY(!refusalOf(p).has_value());
        QVERIFY2(said.front().find("stops at") != std::string::npos, said.front().c_str());
        QVERIFY(keepWithinLimits(p).empty());
    }
    /// Whatever the file allows is planned with numbers that are numbers.
    void nothingInAnOutputIsNoNumber() {
        using Change = std::function<void(Project&)>;
        const std::vector<Change> absurd{[](Project& p) { p.pieces.front().load.kgPerM = 1000; },
                                         [](Project& p) { p.pieces.front().load.handN = 2000; },
                                         [](Project& p) { p.pieces.front().load.handN = 0; },
                                         [](Project& p) {
                                             p.pieces.front().load.kgPerM = 0;
                                             p.pieces.front().load.items.clear();
                                         },
                                         [](Project& p) { p.walls.front().width = 100_mm; },
                                         [](Project& p) { p.walls.front().height = 100_mm; },
                                         [](Project& p) { p.walls.front().studMode = StudMode::positions; },
                                         [](Project& p) {
                                             p.walls.front().studs = {{1_mm, 1_mm}, {1_mm, 1_mm}};
                                             p.walls.front().studMode = StudMode::positions;
                                         },
                                         [](Project& p) { p.wood.kerf = 20_mm; },
                                         [](Project& p) { p.pieces.front().place.z = 30'000_mm; }};
        for (const auto& kind : knownKinds())
            for (const auto& change : absurd) {
                if (test::sanitized && &change - absurd.data() > 2)
                    break;
                Project p = newProject(kind.id, Units::metric).value();
                change(p);
                QVERIFY(!refusalOf(p).has_value());
                const Plan plan = test::planOf(p);
                const std::string bad = notFinite(planJson(p, plan), kind.id);
                QVERIFY2(bad.empty(), bad.c_str());
            }
    }
    /// Cleared values do not come back from the file that had them.
    void whatWasClearedStaysCleared() {
        const auto had = readProject(writeProject(full()), "x");
        Project p = *had;
        p.pieces.front().fits.clear();
        p.pieces.front().load.items.front().on.clear();
        p.pieces.front().load.handN.reset();
        const auto back = readProject(writeProject(p), "x");
        QVERIFY(back.has_value());
        QVERIFY(*back == p);
    }
    /// Walks at random through every input of every station: what is accepted can be saved and comes back.
    void randomWalksComeBack() {
        std::mt19937_64 lot(20'261'127);
        const auto draw = [&](std::size_t n) { return static_cast<std::size_t>(lot() % n); };
        const std::vector<std::string> typed{"0",     "-1",      "1",       "12",  "100",   "1234.5",  "4000",
                                             "99999", "5000 kg", "500 lbf", "yes", "no",    "1 1/2",   "abc",
                                             "",      "1e6",     "40 in",   "0.1", "2;3;4", "600; 700"};
        const int walks = test::sanitized ? 4 : 24;
        int accepted = 0;
        for (int w = 0; w < walks; ++w) {
            const auto& kind = knownKinds()[static_cast<std::size_t>(w) % knownKinds().size()];
            Project p = newProject(kind.id, w % 2 ? Units::imperial : Units::metric).value();
            for (int step = 0; step < 6; ++step) {
                const Plan plan = test::planOf(p);
                const auto station = static_cast<Station>(draw(static_cast<std::size_t>(stationCount)));
                auto fields = fieldsOf(p, plan, catalog(), p.pieces.front().id, station);
                std::erase_if(fields, [](const Field& f) { return !f.set || f.kind == FieldKind::file; });
                for (int tries = 0; tries < 20 && !fields.empty(); ++tries) {
                    const Field& f = fields[draw(fields.size())];
                    const auto edit = f.set(f.choices.empty() ? typed[draw(typed.size())]
                                                              : f.choices[draw(f.choices.size())].first);
                    if (!edit)
                        continue;
                    Project next = p;
                    edit->apply(next);
                    if (next.pieces.empty())
                        continue;
                    if (refusalOf(next))
                        std::ignore = keepWithinLimits(next);
                    if (refusalOf(next))
                        continue;
                    const auto back = readProject(writeProject(next), "walk");
                    QVERIFY2(back.has_value(), back ? "" : (f.id + ": " + back.error()).c_str());
                    QVERIFY2(back->sameWork(next), f.id.c_str());
                    p = step % 2 ? *back : next; // with and without a source
                    ++accepted;
                }
            }
        }
        QVERIFY2(accepted > walks * 20, qPrintable(QString::number(accepted)));
    }
};

QTEST_GUILESS_MAIN(TestFiles)
#include "test_core_files.moc"
