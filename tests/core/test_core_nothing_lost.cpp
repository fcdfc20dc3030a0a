// Acts beside a crash, sizes inside the promised limits, numbers with all their digits: what an attack on
// files, journals and lists has found, so that it is not found again.
#include "files/lock.h"
#include "measure/words.h"
#include "plan/findings.h"
#include "plan/remedies.h"
#include "project/changes.h"
#include "project/fields_of_file.h"
#include "project/limits.h"
#include "scan/simulator.h"
#include "support.h"

#include <QTemporaryDir>
#include <random>
#include <sys/wait.h>
#include <unistd.h>

using namespace owl;
namespace fs = std::filesystem;

namespace {

/// An archive that puts a number by lot, with all the digits it can have, in the place of every number, and
/// sees to it that every list has something in it.
class DigitsArchive {
  public:
    static constexpr bool reading = false;
    explicit DigitsArchive(std::mt19937_64& any) : any_(any) {}

    void length(const char*, Length& v, Length low, Length high) { v = between(low, high); }
    void optionalLength(const char*, std::optional<Length>& v, Length low, Length high) {
        v = between(low, high);
    }
    void lengths(const char*, std::vector<Length>& v, Length low, Length high) {
        for (auto& l : v)
            l = between(low, high);
    }
    void number(const char*, double& v, double low, double high) { v = between(low, high); }
    void series(const char*, std::vector<double>& v, double low, double high) {
        v.resize(50);
        for (auto& d : v)
            d = between(low, high);
    }
    void whole(const char*, int&, int, int) {}
    void optionalNumber(const char*, std::optional<double>& v, double low, double high) {
        v = between(low, high);
    }
    void optionalWhole(const char*, std::optional<int>&, int, int) {}
    void text(const char*, const std::string&) {}
    void textIfAny(const char*, const std::string&) {}
    void flag(const char*, const bool&) {}
    void word(const char*, const std::string&, std::span<const char* const>) {}
    template <typename E> void choice(const char*, const E&, std::span<const char* const>) {}
    void texts(const char*, const std::set<std::string>&) {}
    void require(const char*) {}
    template <typename T, typename F> void list(const char* key, std::vector<T>& v, F visit) {
        seen[key] = seen[key] || !v.empty();
        for (auto& item : v)
            visit(*this, item);
    }
    template <typename T, typename F> void listIfAny(const char* key, std::vector<T>& v, F visit) {
        list(key, v, visit);
    }
    template <typename T, typename F> void shared(const char* key, SharedList<T>& v, F visit) {
        list(key, v.mine(), visit);
    }
    template <typename F> void object(const char*, F visit) { visit(*this); }
    template <typename T, typename F> void optionalObject(const char*, std::optional<T>& v, F visit) {
        if (!v)
            v.emplace();
        visit(*this, *v);
    }
    std::unique_ptr<DigitsArchive> enter(const char*) { return std::make_unique<DigitsArchive>(any_); }
    void leave(const char*, DigitsArchive&) {}

    std::map<std::string, bool> seen; ///< lists, and whether there was anything in one

  private:
    double between(double low, double high) {
        return std::uniform_real_distribution<double>(low, high)(any_);
    }
    Length between(Length low, Length high) {
        return Length::nm(std::uniform_int_distribution<std::int64_t>(low.nm(), high.nm())(any_));
    }
    std::mt19937_64& any_;
};

/// The demo with something in every list a file can have.
Project everyList() {
    Project p = test::demo();
    Wall& w = p.walls.front();
    w.ceiling = {{Length(), 2000_mm}, {900_mm, 2400_mm}};
    w.proposed.push_back({500_mm, 45_mm, 0.5, StudSource::scan});
    OddMark odd;
    odd.id = "odd-9";
    odd.kind = "metal";
    w.oddMarks.push_back(odd);
    CoverOpening hole;
    hole.id = "opening-9";
    w.openings.push_back(hole);
    p.pieces.front().fits.push_back({"base", 901_mm});
    p.pieces.front().hold.without.push_back({1234_mm});
    p.pieces.front().finishOn.push_back({"base", "oil"});
    p.log.push_back({"l-1", "2026-03-07", "a line", 1.5, 20});
    p.wood.boards.push_back(test::shop().stock.front());
    FinishRecipe r;
    r.id = "mine";
    FinishCoat c;
    c.product = catalog().finishes.front().id;
    r.coats.push_back(c);
    p.finish.recipes.push_back(r);
    return p;
}

template <typename T> std::vector<T> manyOf(std::size_t n, const std::string& stem, T one) {
    std::vector<T> out;
    for (std::size_t i = 0; i < n; ++i) {
        one.id = stem + std::to_string(i);
        out.push_back(one);
    }
    return out;
}

} // namespace

class TestNothingLost : public QObject {
    Q_OBJECT
  private slots:
    // --- versions, locks, names
    void aVersionIsKnownAgain() {
        QTemporaryDir dir;
        const fs::path file = dir.filePath("a.owl").toStdString();
        const auto stamp = writeFile(file, "one");
        QVERIFY(stamp.has_value());
        const FileVersion one{*stamp, hashOf("one")};
        QCOMPARE(stampOf(file).value(), *stamp);
        QVERIFY(isVersion(file, one));
        fs::last_write_time(file, fs::file_time_type::clock::now() - std::chrono::hours(3));
        QVERIFY(stampOf(file).value() != *stamp && isVersion(file, one)); // touched
        fs::rename(file, file.string() + "2");
        fs::copy_file(file.string() + "2", file);
        QVERIFY(isVersion(file, one)); // gone and come back as it was
        QVERIFY(writeFile(file, "two").has_value());
        QVERIFY(!isVersion(file, one)); // as long, and another
        fs::remove(file);
        QVERIFY(!isVersion(file, one));
    }
    void whatChangesWhileItIsWrittenIsNotReplaced() {
        QTemporaryDir dir;
        const fs::path file = dir.filePath("a.owl").toStdString();
        const auto first = writeFile(file, "mine").value();
        const auto onlyMine = [&](const std::optional<FileStamp>& there) { return there == first; };
        QVERIFY(writeFile(file, "mine again", {.mayReplace = onlyMine}).has_value());
        const auto refused = writeFile(file, "mine, a third time", {.keepOld = true, .mayReplace = onlyMine});
        QVERIFY(refused.error().find("somebody else has changed it") != std::string::npos);
        QCOMPARE(test::textOf(file.string()), std::string("mine again"));
        QCOMPARE(std::distance(fs::directory_iterator(dir.path().toStdString()), fs::directory_iterator()),
                 std::ptrdiff_t(1));
    }
    void aLockIsTheLivingOnes() {
        QTemporaryDir dir;
        const fs::path file = dir.filePath("x.lock").toStdString();
        std::ofstream(file) << "12345\nanother program\nanother machine\n"; // what stands in it says nothing
        std::unique_ptr<FileLock> mine, second;
        QCOMPARE(FileLock::take(file, mine), FileLock::Answer::mine);
        QCOMPARE(FileLock::take(file, second), FileLock::Answer::held);
        fs::remove(file);
        QVERIFY(!mine->stands()); // taken away
        QCOMPARE(FileLock::take(file, second), FileLock::Answer::mine);
        mine.reset(); // lets go of nothing that is another's
        QVERIFY(second->stands() && fs::exists(file));
        second.reset();
        QVERIFY(!fs::exists(file));
        fs::create_directory(file);
        QCOMPARE(FileLock::take(file, mine), FileLock::Answer::cannot);
    }
    void aLockGoesWithItsProcess() {
        QTemporaryDir dir;
        const std::string file = dir.filePath("x.lock").toStdString();
        int ready[2];
        QCOMPARE(::pipe(ready), 0);
        const pid_t child = ::fork();
        if (child == 0) {
            std::unique_ptr<FileLock> theirs;
            const bool held = FileLock::take(file, theirs) == FileLock::Answer::mine;
            std::ignore = ::write(ready[1], held ? "y" : "n", 1);
            ::pause();
            ::_exit(0);
        }
        char word = 0;
        QCOMPARE(::read(ready[0], &word, 1), ssize_t(1));
        QCOMPARE(word, 'y');
        std::unique_ptr<FileLock> mine;
        QCOMPARE(FileLock::take(file, mine), FileLock::Answer::held);
        ::kill(child, SIGKILL);
        ::waitpid(child, nullptr, 0);
        QCOMPARE(FileLock::take(file, mine), FileLock::Answer::mine);
    }
    void theLongestNameIsSavedAndKeepsItsLastVersion() {
        QTemporaryDir dir;
        for (const std::string& stem : {std::string(251, 'x'), [] {
                                            std::string s = "y"; // letters of two bytes: cut between them
                                            for (int i = 0; i < 125; ++i)
                                                s += "ü";
                                            return s;
                                        }()}) {
            const fs::path file = fs::path(dir.path().toStdString()) / (stem + ".owl");
            QCOMPARE(file.filename().string().size(), std::size_t(255));
            Project p = test::hall();
            QVERIFY2(saveProject(p, file).has_value(), "first");
            p.name = "second";
            const auto saved = saveProject(p, file);
            QVERIFY2(saved.has_value(), saved ? "" : saved.error().c_str());
            QVERIFY(readable(lastVersionOf(file).filename().string()));
            QCOMPARE(loadProject(lastVersionOf(file))->name, test::hall().name);
        }
        QCOMPARE(lastVersionOf("/a/b.owl"), fs::path("/a/b.owl~"));
        QVERIFY(lastVersionOf(std::string(255, 'x')) != lastVersionOf(std::string(254, 'x') + "y"));
    }
    void pathsThatLeadNowhereAreSentences() {
        QTemporaryDir dir;
        const fs::path ring = dir.filePath("ring").toStdString();
        fs::create_symlink(ring, ring);
        const std::string longest(5000, 'x');
        for (const fs::path& p : {ring, fs::path(longest), fs::path("caf\xE9.owl"), ring / "below"}) {
            const auto r = readFile(p);
            QVERIFY(!r.has_value());
            QVERIFY2(r.error().size() < 400 && readable(r.error()), r.error().c_str());
            QVERIFY(!writeFile(p / "x", "y").has_value());
        }
        QVERIFY(isThere(ring) && !isThere(dir.filePath("nothing").toStdString()));
    }
    void nothingElseIsWrittenOverAProject() {
        QTemporaryDir dir;
        const auto at = [&](const char* name, const std::string& text) {
            const std::string file = dir.filePath(name).toStdString();
            std::ofstream(file) << text;
            return whyNotOver(file);
        };
        QVERIFY(at("a.json", writeProject(test::hall())).has_value());
        QVERIFY(at("half.json", writeProject(test::hall()).substr(0, 300)).has_value());
        QVERIFY(at("empty.owl", "").has_value());
        QVERIFY(at("b.json", "{ \"format\" :\n \"upright-owl-project\" }").has_value());
        QVERIFY(!at("plan.json", "{\"format\": \"upright-owl-plan\", \"project\": \"upright-owl-project\"}"));
        QVERIFY(!whyNotOver(dir.filePath("nothing").toStdString()).has_value());
    }
    void turnedWritingStaysInsideItself() {
        const std::string rlo = "\u202E", fsi = "\u2068", pdi = "\u2069", lri = "\u2066";
        QCOMPARE(isolated("Teapot shelf"), std::string("Teapot shelf"));
        QCOMPARE(isolated("رف"), std::string("رف")); // a script that runs the other way needs no help
        QCOMPARE(isolated("a" + rlo + "b"), fsi + "a" + rlo + "b" + pdi);
        QCOMPARE(isolated(pdi + "a" + rlo), fsi + "a" + rlo + pdi);
        QCOMPARE(isolated(lri + "a"), fsi + lri + "a" + pdi + pdi);
        for (const std::string& odd :
             {"x" + rlo, lri + lri, pdi, fsi + "a" + pdi, fsi + "a" + pdi + "b" + rlo}) {
            QCOMPARE(isolated(isolated(odd)), isolated(odd));
            QVERIFY(isolated(odd).empty() || isolated(odd).starts_with(fsi));
        }
        QCOMPARE(shortened("a" + rlo + "b"), std::string("a?b"));
        Project p = test::hall();
        p.name = "a" + rlo + "b";
        const auto back = readProject(writeProject(p), "x");
        QCOMPARE(back->name, isolated(p.name));
        QCOMPARE(readProject(writeProject(*back), "x")->name, back->name);
    }

    // --- all digits
    void everyNumberComesBackWithAllItsDigits() {
        std::mt19937_64 any(20'261'201);
        QTemporaryDir dir;
        const fs::path file = dir.filePath("digits.owl").toStdString();
        for (int round = 0; round < (test::sanitized ? 5 : 40); ++round) {
            Project p = everyList();
            DigitsArchive digits(any);
            visit(digits, p);
            for (const auto& [list, any_] : digits.seen)
                QVERIFY2(any_, list.c_str());
            const auto why = refusalOf(p);
            QVERIFY2(!why, why ? why->c_str() : "");
            const auto saved = saveProject(p, file);
            QVERIFY2(saved.has_value(), saved ? "" : saved.error().c_str());
            const auto back = loadProject(file);
            QVERIFY(back && back->sameWork(p));
        }
    }
    void aLongSeriesIsRefusedAsItIsRead() {
        Project p = everyList();
        p.walls.front().scan.emplace();
        p.walls.front().scan->readings.assign(mostOfSeries, 100.0 / 3);
        QVERIFY(!refusalOf(p).has_value());
        QVERIFY(readProject(writeProject(p), "x").has_value());
        p.walls.front().scan->readings.push_back(1);
        QVERIFY2(refusalOf(p)->find("more than 320000 numbers") != std::string::npos, refusalOf(p)->c_str());
        QVERIFY(readProject(writeProject(p), "x").error().find("more than 320000 numbers") !=
                std::string::npos);
    }
    void aTraceLongerThanAWallIsRefusedWhereItIsRead() {
        std::string text = "position_mm,reading\n";
        for (int x = 0; x <= 45'000; x += 500)
            text += std::to_string(x) + ",20\n";
        const auto r = readTraceCsv(text, "long.csv");
        QVERIFY(!r.has_value());
        QVERIFY2(r.error().starts_with("long.csv: line 63: a position of 30500 mm lies outside any wall"),
                 r.error().c_str());
    }

    // --- sizes
    void limitsAreNamed_data() {
        QTest::addColumn<QString>("list");
        QTest::addColumn<int>("most");
        for (const auto& [list, most] : std::initializer_list<std::pair<const char*, int>>{
                 {"pieces", 300}, {"openings", 1000}, {"obstacles", 1000}, {"items", 1000}, {"log", 10'000}})
            QTest::newRow(list) << QString(list) << most;
    }
    void limitsAreNamed() {
        QFETCH(QString, list);
        QFETCH(int, most);
        const auto with = [&](std::size_t n) {
            Project p = test::hall();
            Piece piece = p.pieces.front();
            if (list == "pieces")
                p.pieces = manyOf(n, "p", piece);
            else if (list == "openings")
                p.walls.front().openings = manyOf(n, "o", CoverOpening());
            else if (list == "obstacles")
                p.walls.front().obstacles = manyOf(n, "o", test::hangs("outlet", 300_mm, 300_mm));
            else if (list == "items")
                p.pieces.front().load.items = manyOf(n, "i", piece.load.items.front());
            else
                p.log.mine() = manyOf(n, "l", LogEntry());
            return p;
        };
        const auto n = static_cast<std::size_t>(most);
        QVERIFY(!refusalOf(with(n)).has_value());
        QVERIFY(readProject(writeProject(with(n)), "x").has_value());
        const std::string number = "more than " + std::to_string(most) + " entries";
        QVERIFY2(refusalOf(with(n + 1))->find(number) != std::string::npos, refusalOf(with(n + 1))->c_str());
        const auto read = readProject(writeProject(with(n + 1)), "x");
        QVERIFY(!read && read.error().find(number) != std::string::npos);
    }
    void allThingsTogetherHaveALimit() {
        Project p = test::hall();
        Piece piece = p.pieces.front();
        piece.load.items = manyOf(1000, "i", piece.load.items.front());
        p.pieces = manyOf(3, "p", piece);
        QVERIFY(!refusalOf(p).has_value());
        p.pieces = manyOf(4, "p", piece);
        QVERIFY2(refusalOf(p)->find("at most 3000") != std::string::npos, refusalOf(p)->c_str());
    }
    void manyOfASortBecomeOne() {
        std::vector<Finding> all;
        for (int i = 0; i < 50; ++i)
            addFinding(all, "odd", Severity::warns, "place", "at " + std::to_string(i), "text").wall = "w";
        addFinding(all, "other", Severity::warns, "place", "other", "text");
        for (int i = 0; i < 13; ++i)
            addFinding(all, "just", Severity::notes, "place", std::to_string(i), "text");
        gatherAlike(all);
        QCOMPARE(all.size(), mostAlike + 1 + 1 + 13);
        QCOMPARE(all[mostAlike].title, std::string("38 more of this sort"));
        QVERIFY(all[mostAlike].text.find("at 12") != std::string::npos);
        QCOMPARE(all.back().title, std::string("12"));
    }
    /// On a wall full of signals the worst are told with what cures them; it is said where nothing was tried.
    void remediesHaveABudget() {
        Project p = test::hall();
        OddMark m;
        m.kind = "metal";
        for (auto& odd : p.walls.front().oddMarks = manyOf(500, "o", m))
            odd.x = Length::mm(10 + 7 * std::stoi(odd.id.substr(1)));
        Plan plan = test::planOf(p);
        keepCures(p, test::shop(), catalog(), plan);
        const auto odd = [](const Finding& f) { return f.id == "odd_signal"; };
        QCOMPARE(std::count_if(plan.findings.begin(), plan.findings.end(), odd),
                 static_cast<std::ptrdiff_t>(mostAlike + 1));
        QVERIFY(!test::finding(plan, "odd_signal")->remedies.empty());
        p.pieces = manyOf(300, "p", p.pieces.front());
        Plan large = test::planOf(p);
        keepCures(p, test::shop(), catalog(), large);
        QVERIFY(std::any_of(large.findings.begin(), large.findings.end(),
                            [](const Finding& f) { return f.untried > 0 && f.remedies.empty(); }));
    }
    void changesOfALongListAreShort() {
        Wall w = test::hall().walls.front();
        w.openings = manyOf(100, "o", CoverOpening());
        Wall fewer = w;
        fewer.openings.erase(fewer.openings.begin() + 7);
        fewer.openings[20].cut = true; // o21
        auto changes = changesOf(w, fewer);
        QCOMPARE(changes.size(), std::size_t(2));
        QCOMPARE(changes[0].path, "walls/" + w.id + "/openings/o7");
        QVERIFY(changes[0].value.is_null());
        QCOMPARE(changes[1].path, "walls/" + w.id + "/openings/o21/cut");
        Project p = test::hall();
        p.walls.front() = w;
        QVERIFY(withChanges(p, changes)->walls.front() == fewer);
        Wall turned = w;
        std::swap(turned.openings[0], turned.openings[1]);
        changes = changesOf(w, turned);
        QCOMPARE(changes.size(), std::size_t(1));
        QVERIFY(withChanges(p, changes)->walls.front() == turned);
    }
    /// What lies far from a thing is not asked about it, and the trace is the same to the last digit.
    void aCrowdedWallIsScannedAsAnEmptyOneIs() {
        ScanWall wall;
        wall.length = 2000;
        wall.noise = {0, 0, 0};
        wall.studs = {{300, 345}, {700, 745}};
        wall.pipes = {{1000, 1018}};
        const Trace t = simulateScan(wall, 1);
        const double height = 62 * std::exp(-wall.cover / 45), blur = 3 + 0.35 * wall.cover;
        for (std::size_t i = 0; i < t.size(); ++i) {
            double v = 14;
            for (const auto& [from, to, share] :
                 {std::tuple(300.0, 345.0, 1.0), std::tuple(700.0, 745.0, 1.0),
                  std::tuple(1000.0, 1018.0, 0.8)})
                v += height * share * 0.5 *
                     (std::erf((t.at[i] - from) / (std::sqrt(2) * blur)) -
                      std::erf((t.at[i] - to) / (std::sqrt(2) * blur)));
            QCOMPARE(t.reading[i], std::round(std::clamp(v, 0.0, 100.0) * 10) / 10);
        }
    }
};

QTEST_GUILESS_MAIN(TestNothingLost)
#include "test_core_nothing_lost.moc"
