// Cut plans: judged, not remembered. Every plan passes a checker; tiny jobs agree with brute force.
#include "support.h"

#include "cutting/exact.h"
#include "cutting/greedy.h"
#include "cutting/improve.h"
#include "cutting/kind_tree.h"
#include "cutting/sequence.h"
#include "cutting/solve.h"

#include <filesystem>
#include <rapidcheck.h>

using namespace owl;

namespace {

CutStock board(const std::string& id, double L, double W, double price, std::optional<int> available = {}) {
    return {id, "pine", 18_mm, false, Length::mm(L), Length::mm(W), std::llround(price * 1e6), available};
}
CutPart part(const std::string& id, double l, double w, int n = 1, bool rotate = false) {
    return {id, "pine", 18_mm, Length::mm(l), Length::mm(w), n, rotate, {}};
}
SequenceInput plainNames() {
    return {[](const std::string& s) { return s; }, {}, false};
}
CutJob job(std::vector<CutStock> stock, std::vector<CutPart> parts, double kerf = 3, double trim = 0) {
    CutJob j;
    j.kerf = Length::mm(kerf);
    j.trim = Length::mm(trim);
    j.stock = std::move(stock);
    j.parts = std::move(parts);
    return j;
}

/// The cheapest way in one dimension (all widths equal to the boards'), by trying every assignment.
double bruteForce(const std::vector<double>& lengths, double boardLength, double kerf, double price) {
    std::vector<double> free;
    double best = 1e18;
    const std::function<void(std::size_t)> place = [&](std::size_t i) {
        if (price * static_cast<double>(free.size()) >= best)
            return;
        if (i == lengths.size()) {
            best = price * static_cast<double>(free.size());
            return;
        }
        for (std::size_t b = 0; b < free.size(); ++b) {
            if (free[b] < lengths[i] + kerf)
                continue;
            free[b] -= lengths[i] + kerf;
            place(i + 1);
            free[b] += lengths[i] + kerf;
        }
        free.push_back(boardLength - lengths[i]);
        place(i + 1);
        free.pop_back();
    };
    place(0);
    return best;
}

} // namespace

class TestCutting : public QObject {
    Q_OBJECT
  private slots:
    /// The tree finds what looking at every kind finds, while kinds run out.
    /// Whatever is taken apart and laid out anew: the same parts, no board more than there are, never dearer,
    /// and what it costs is what its boards cost.
    void improvedPlansAreWholeAndNeverDearer() {
        QVERIFY(rc::check("improve keeps the parts", [] {
            CutGroup g;
            g.kerf = 3'000'000;
            std::vector<CutStock> stock(3);
            const int kinds = *rc::gen::inRange(2, 9);
            for (int k = 0; k < kinds; ++k)
                g.kinds.push_back({{},
                                   {},
                                   *rc::gen::inRange(60, 900) * std::int64_t{1'000'000},
                                   *rc::gen::inRange(30, 280) * std::int64_t{1'000'000},
                                   *rc::gen::arbitrary<bool>(),
                                   *rc::gen::inRange(1, 5)});
            for (std::size_t b = 0; b < 3; ++b)
                g.boards.push_back({&stock[b], static_cast<std::int64_t>(1000 + 700 * b) * 1'000'000,
                                    300'000'000, *rc::gen::inRange(3, 30) * Money{1'000'000},
                                    b == 0 ? std::optional<int>(*rc::gen::inRange(0, 3)) : std::nullopt});
            std::mt19937 random(static_cast<unsigned>(*rc::gen::inRange(1, 1000)));
            const GroupPlan before = *fillGreedily(g, random, nullptr);
            GroupPlan plan = before;
            improve(g, plan, random, 40);
            RC_ASSERT(!better(g, before, plan));
            std::vector<int> counts = plan.left;
            std::vector<int> used(3, 0);
            Money cost = 0;
            for (const auto& b : plan.boards) {
                ++used[b.board];
                cost += g.boards[b.board].price;
                for (std::size_t i = 0; i < b.placed.size(); ++i) {
                    const GroupPlaced& p = b.placed[i];
                    ++counts[p.kind];
                    RC_ASSERT(p.x >= 0 && p.y >= 0 && p.x + p.l <= g.boards[b.board].l &&
                              p.y + p.w <= g.boards[b.board].w);
                    RC_ASSERT(p.l * p.w == g.kinds[p.kind].l * g.kinds[p.kind].w);
                    for (std::size_t k = 0; k < i; ++k) {
                        const GroupPlaced& q = b.placed[k];
                        RC_ASSERT(p.x >= q.x + q.l || q.x >= p.x + p.l || p.y >= q.y + q.w ||
                                  q.y >= p.y + p.w);
                    }
                }
            }
            RC_ASSERT(cost == plan.cost);
            for (std::size_t k = 0; k < g.kinds.size(); ++k)
                RC_ASSERT(counts[k] == g.kinds[k].count);
            RC_ASSERT(used[0] <= *g.boards[0].available);
        }));
    }
    void theTreeFindsTheHeaviestThatFits() {
        QVERIFY(rc::check([] {
            CutGroup g;
            const int n = *rc::gen::inRange(1, 40);
            std::vector<int> left;
            std::vector<double> weight;
            for (int i = 0; i < n; ++i) {
                g.kinds.push_back({{},
                                   {},
                                   *rc::gen::inRange(1, 60),
                                   *rc::gen::inRange(1, 60),
                                   *rc::gen::arbitrary<bool>(),
                                   1});
                left.push_back(*rc::gen::inRange(0, 2));
                weight.push_back(*rc::gen::inRange(1, 1000));
            }
            KindTree tree(g);
            tree.begin(left, weight);
            for (int ask = 0; ask < 30; ++ask) {
                const std::int64_t l = *rc::gen::inRange(0, 70);
                const std::int64_t w = *rc::gen::inRange(0, 70);
                double best = -1;
                for (std::size_t k = 0; k < g.kinds.size(); ++k) {
                    const auto& kind = g.kinds[k];
                    const bool fits =
                        (kind.l <= l && kind.w <= w) || (kind.rotate && kind.w <= l && kind.l <= w);
                    if (left[k] > 0 && fits)
                        best = std::max(best, weight[k]);
                }
                const auto found = tree.heaviest(l, w);
                RC_ASSERT(found.weight == best);
                if (best < 0)
                    continue;
                const auto& kind = g.kinds[found.kind];
                RC_ASSERT((found.turned ? kind.w : kind.l) <= l && (found.turned ? kind.l : kind.w) <= w);
                left[found.kind] = 0;
                tree.remove(found.kind);
            }
        }));
    }
    /// Many parts: everything is placed, the same again the next time, and told to stop it still gives a
    /// plan.
    void manyPartsAreLaidOut() {
        CutJob job;
        job.kerf = 3_mm;
        job.stock = {board("a", 2400, 300, 20), board("b", 3000, 200, 19)};
        for (int i = 0; i < 260; ++i)
            job.parts.push_back(
                part("p" + std::to_string(i), 150 + i * 2.5, 40 + i % 90, 1 + i % 5, i % 3 == 0));
        CutEffort once;
        once.tries = 1;
        const CutPlan plan = solveCutJob(job, once);
        QCOMPARE(faultIn(job, plan), std::string());
        QVERIFY(plan.unplaced.empty());
        QCOMPARE(cutPlanJson(solveCutJob(job, once)), cutPlanJson(plan));
        CutEffort stopped;
        stopped.stop = [] { return true; };
        QVERIFY(solveCutJob(job, stopped).unplaced.empty());
    }
    void moneyStaysExact() {
        CutJob job;
        job.stock = {board("dear", 1000, 100, 1e9)};
        job.parts = {part("p", 600, 100, 7)};
        const CutPlan plan = solveCutJob(job);
        QCOMPARE(plan.cost, Money(7'000'000'000'000'000));
        QCOMPARE(plan.lowerBound, plan.cost);
        job.parts.front().quantity = 7000;
        QVERIFY(readCutJob(cutJobJson(job).dump(), "j").error().find("more money than") != std::string::npos);
        job.stock.front().price = 1;
        job.parts.front().quantity = 400'000;
        QVERIFY(readCutJob(cutJobJson(job).dump(), "j").error().find("300000 are laid out at most") !=
                std::string::npos);
    }
    void theWorkedExample() {
        const CutJob j = job({board("new", 1000, 100, 10), board("rack", 650, 100, 0, 1)},
                             {part("long", 600, 100, 2), part("short", 300, 100, 3)});
        const CutPlan p = solveCutJob(j);
        QCOMPARE(p.status, CutStatus::optimal);
        QCOMPARE(p.cost, Money(20'000'000));
        QCOMPARE(test::words(faultIn(j, p)), QString());
    }

    void exactFitsAreKeptToTheNanometre() {
        const CutJob fits = job({board("b", 2440, 100, 10)}, {part("p", 607.6, 100, 4)}, 3.2);
        QCOMPARE(solveCutJob(fits).cost, Money(10'000'000));
        const CutJob misses = job({board("b", 2439.999999, 100, 10)}, {part("p", 607.6, 100, 4)}, 3.2);
        QCOMPARE(solveCutJob(misses).cost, Money(20'000'000));
    }

    void aPartEqualToItsBoardNeedsNoCut() {
        const CutJob j = job({board("b", 1000, 100, 5)}, {part("p", 1000, 100)});
        const CutPlan p = solveCutJob(j);
        QCOMPARE(p.status, CutStatus::optimal);
        QVERIFY(cutSequence(j, p, plainNames()).empty());
    }

    void trimIsLostAtBothEndsOfBoards() {
        const CutJob j = job({board("b", 1000, 100, 5)}, {part("p", 981, 100)}, 3, 10);
        QCOMPARE(solveCutJob(j).unplaced.front().reason, UnplacedReason::tooLarge);
    }

    void whyAPartFindsNoBoard_data() {
        QTest::addColumn<double>("thickness");
        QTest::addColumn<double>("length");
        QTest::addColumn<int>("available");
        QTest::addColumn<int>("reason");
        QTest::newRow("no such thickness") << 12.0 << 500.0 << 5 << int(UnplacedReason::noStock);
        QTest::newRow("longer than any board") << 18.0 << 1500.0 << 5 << int(UnplacedReason::tooLarge);
        QTest::newRow("used up") << 18.0 << 900.0 << 1 << int(UnplacedReason::notEnoughStock);
        QTest::newRow("none there") << 18.0 << 900.0 << 0 << int(UnplacedReason::notEnoughStock);
    }
    void whyAPartFindsNoBoard() {
        QFETCH(double, thickness);
        QFETCH(double, length);
        QFETCH(int, available);
        QFETCH(int, reason);
        CutJob j = job({board("b", 1000, 100, 5, available)}, {part("p", length, 100, 2)});
        j.parts.front().thickness = Length::mm(thickness);
        const CutPlan p = solveCutJob(j);
        QCOMPARE(p.status, CutStatus::infeasible);
        QCOMPARE(int(p.unplaced.front().reason), reason);
        QCOMPARE(test::words(faultIn(j, p)), QString());
    }

    void grainKeepsPartsFromTurning() {
        QVERIFY(!solveCutJob(job({board("b", 500, 200, 1)}, {part("p", 150, 400)})).unplaced.empty());
        const CutJob turned = job({board("b", 500, 200, 1)}, {part("p", 150, 400, 1, true)});
        const CutPlan p = solveCutJob(turned);
        QVERIFY(p.unplaced.empty());
        QVERIFY(p.boards.front().placed.front().rotated);
    }

    void aPinwheelIsNotSawable() {
        const double k = 0;
        const std::vector<Offcut> pinwheel{{0_mm, 0_mm, 60_mm, 40_mm},
                                           {60_mm, 0_mm, 40_mm, 60_mm},
                                           {40_mm, 60_mm, 60_mm, 40_mm},
                                           {0_mm, 40_mm, 40_mm, 60_mm}};
        QVERIFY(!guillotine(pinwheel));
        QVERIFY(guillotine({pinwheel[0], pinwheel[1]}));
        QCOMPARE(k, 0.0);
    }

    void tinyJobsAgreeWithBruteForce() {
        const bool ok = rc::check("exact = brute force", [] {
            const int n = *rc::gen::inRange(1, 7);
            std::vector<double> lengths;
            std::vector<CutPart> parts;
            for (int i = 0; i < n; ++i) {
                lengths.push_back(*rc::gen::inRange(100, 900));
                parts.push_back(part("p" + std::to_string(i), lengths.back(), 100));
            }
            const CutJob j = job({board("b", 1000, 100, 7)}, parts, 4);
            const CutPlan p = solveCutJob(j);
            RC_ASSERT(faultIn(j, p).empty());
            RC_ASSERT(p.status == CutStatus::optimal);
            RC_ASSERT(std::abs(static_cast<double>(p.cost) / 1e6 - bruteForce(lengths, 1000, 4, 7)) < 1e-6);
        });
        QVERIFY(ok);
    }

    void everyPlanIsSound() {
        const bool ok = rc::check("random jobs pass the checker, bound below cost", [] {
            std::vector<CutStock> stock;
            const int kinds = *rc::gen::inRange(1, 4);
            for (int i = 0; i < kinds; ++i)
                stock.push_back(board("s" + std::to_string(i), *rc::gen::inRange(600, 2500),
                                      *rc::gen::inRange(90, 300), *rc::gen::inRange(0, 30),
                                      *rc::gen::inRange(0, 2) ? std::optional<int>()
                                                              : std::optional<int>(*rc::gen::inRange(0, 4))));
            std::vector<CutPart> parts;
            const int n = *rc::gen::inRange(1, 14);
            for (int i = 0; i < n; ++i)
                parts.push_back(part("p" + std::to_string(i), *rc::gen::inRange(60, 1200),
                                     *rc::gen::inRange(30, 200), *rc::gen::inRange(0, 6),
                                     *rc::gen::inRange(0, 2) == 1));
            const CutJob j = job(stock, parts, 3.2, *rc::gen::inRange(0, 12));
            CutEffort effort;
            effort.tries = 8;
            const CutPlan p = solveCutJob(j, effort);
            const std::string fault = faultIn(j, p);
            RC_ASSERT(fault == "");
            RC_ASSERT(p.lowerBound <= p.cost);
        });
        QVERIFY(ok);
    }

    void moreTriesAreNeverWorse() {
        const auto text = test::textOf(test::sourcePath("tests/data/forty-parts.json"));
        const CutJob j = readCutJob(text, "forty-parts.json").value();
        CutEffort few;
        few.tries = 3;
        CutEffort many;
        many.tries = 120;
        QVERIFY(solveCutJob(j, many).cost <= solveCutJob(j, few).cost);
        QCOMPARE(solveCutJob(j, many).cost, solveCutJob(j, many).cost);
    }

    void aSearchCanBeStopped() {
        const CutJob j =
            readCutJob(test::textOf(test::sourcePath("tests/data/forty-parts.json")), "x").value();
        CutEffort e;
        e.tries = 1'000'000;
        int asked = 0;
        e.stop = [&] { return ++asked > 5; };
        const CutPlan p = solveCutJob(j, e);
        QCOMPARE(test::words(faultIn(j, p)), QString());
        QVERIFY(asked <= 20);
    }

    void spoiledPlansAreCaught_data() {
        QTest::addColumn<QString>("how");
        QTest::addColumn<QString>("fault");
        QTest::newRow("a part twice") << "twice"
                                      << "short: 1 too many";
        QTest::newRow("a part gone") << "gone"
                                     << "missing";
        QTest::newRow("pushed together") << "together"
                                         << "less than a kerf apart";
        QTest::newRow("pushed off the board") << "off"
                                              << "something lies outside";
        QTest::newRow("cheaper on paper") << "cheap"
                                          << "the cost does not add up";
        QTest::newRow("a bound above the cost") << "bound"
                                                << "the bound lies above the cost";
        QTest::newRow("shrunk") << "shrunk"
                                << "has a wrong size";
        QTest::newRow("a board too many") << "rack"
                                          << "2 used, 1 there";
    }
    void spoiledPlansAreCaught() {
        QFETCH(QString, how);
        QFETCH(QString, fault);
        const CutJob j = job({board("new", 1000, 100, 10), board("rack", 650, 100, 0, 1)},
                             {part("long", 600, 100, 2), part("short", 300, 100, 3)});
        CutPlan p = solveCutJob(j);
        QCOMPARE(test::words(faultIn(j, p)), QString());
        auto& first = *std::find_if(p.boards.begin(), p.boards.end(),
                                    [](const CutBoard& b) { return b.placed.size() > 1; });
        for (auto& b : p.boards)
            b.offcuts.clear();
        if (how == "twice")
            p.unplaced.push_back({"short", 1, UnplacedReason::notEnoughStock});
        if (how == "gone")
            first.placed.pop_back();
        if (how == "together")
            first.placed[1].x = first.placed[0].x + first.placed[0].length + 1_mm;
        if (how == "together" && first.placed[1].x < first.placed[0].x)
            first.placed[0].x = first.placed[1].x + 1_mm;
        if (how == "off")
            first.placed.back().x += 900_mm;
        if (how == "cheap")
            p.cost -= 1;
        if (how == "bound")
            p.lowerBound = p.cost + 1;
        if (how == "shrunk")
            first.placed.front().length -= Length::nm(1);
        if (how == "rack")
            for (auto& b : p.boards)
                if (b.stock == "rack")
                    b.repeat = 2;
        const QString found = test::words(faultIn(j, p));
        if (how == "rack")
            QVERIFY2(!found.isEmpty(), qPrintable(found));
        else
            QVERIFY2(found.contains(fault), qPrintable(found));
    }

    void everyCutSaysItsSettingAndWasteSide() {
        const Plan p = test::planOf(test::hall());
        QVERIFY(!p.sequence.empty());
        std::map<std::string, int> freed;
        for (const auto& c : p.sequence) {
            QVERIFY(c.setting > Length());
            QVERIFY(!c.wasteSide.empty());
            QVERIFY(!c.keep.empty());
            QCOMPARE(c.kerf, p.cutJob.kerf);
        }
        // Whatever the order: the last cut that names a part alone is set to one of its own sizes.
        for (const auto& part : p.pieces.front().assembly().parts) {
            const SawCut* last = nullptr;
            for (const auto& c : p.sequence)
                if (c.keep == part.name)
                    last = &c;
            if (last)
                QVERIFY2(last->setting == part.length || last->setting == part.width, part.name.c_str());
        }
    }

    void longBoardsAreCrosscutFirst() {
        const CutJob j = job({board("b", 3000, 200, 5)}, {part("a", 1200, 80), part("c", 1200, 80)});
        const auto seq = cutSequence(j, solveCutJob(j), plainNames());
        QVERIFY(!seq.front().rip);
        const CutJob k = job({board("b", 2000, 200, 5)}, {part("a", 1200, 80), part("c", 1200, 80)});
        CutPlan shorter = solveCutJob(k);
        shorter.boards.front().offcuts.clear(); // one as wide as the board asks for a crosscut
        QVERIFY(cutSequence(k, shorter, plainNames()).front().rip);
    }

    void jobsAreReadWithTheirFaultsNamed_data() {
        QTest::addColumn<QString>("text");
        QTest::addColumn<QString>("sentence");
        const QString head = R"({"format":"upright-owl-cut-job","version":1,"kerf_mm":3,"trim_mm":0,)";
        QTest::newRow("not JSON")
            << "boards"
            << "j.json: line 1 is not JSON, so this is another kind of file or it is damaged.";
        QTest::newRow("another format")
            << "{}"
            << "j.json: this is not a cut job: \"format\" must be \"upright-owl-cut-job\".";
        QTest::newRow("no stock") << head + R"("parts":[]})"
                                  << "j.json: 'stock' is missing.";
        QTest::newRow("negative kerf")
            << R"({"format":"upright-owl-cut-job","version":1,"kerf_mm":-3,"stock":[],"parts":[]})"
            << "j.json: 'kerf_mm' must be a number from 0 to 1e+06.";
        QTest::newRow("half a part")
            << head +
                   R"("stock":[],"parts":[{"id":"p","material":"pine","thickness_mm":18,"length_mm":1,"width_mm":1,"quantity":1.5}]})"
            << "j.json: parts[0]: 'quantity' must be a whole number.";
        QTest::newRow("the same id twice")
            << head +
                   R"("stock":[],"parts":[{"id":"p","material":"m","thickness_mm":1,"length_mm":1,"width_mm":1,"quantity":1},{"id":"p","material":"m","thickness_mm":1,"length_mm":1,"width_mm":1,"quantity":1}]})"
            << "j.json: parts[1]: the id \"p\" is used twice.";
        QTest::newRow("an odd kind")
            << head +
                   R"("stock":[{"id":"s","material":"m","thickness_mm":1,"kind":"log","length_mm":1,"width_mm":1,"price":1}],"parts":[]})"
            << "j.json: stock[0]: 'kind' must be board or sheet, not \"log\".";
    }
    void jobsAreReadWithTheirFaultsNamed() {
        QFETCH(QString, text);
        QFETCH(QString, sentence);
        const auto j = readCutJob(text.toStdString(), "j.json");
        QVERIFY(!j.has_value());
        QCOMPARE(test::words(j.error()), sentence);
    }

    void aJobWrittenReadsBackTheSame() {
        const CutJob j = test::planOf(test::hall()).cutJob;
        const std::string once = cutJobJson(j).dump();
        QCOMPARE(test::words(cutJobJson(readCutJob(once, "x").value()).dump()), test::words(once));
    }

    void largeGroupsAreLeftToTheSearch() {
        CutGroup g;
        g.kerf = 0;
        g.boards.push_back({nullptr, 1000, 1000, 1, {}});
        for (int i = 0; i < 14; ++i)
            g.kinds.push_back({{"p"}, {1}, 10 + i, 10, false, 1});
        QVERIFY(!solveExactly(g).has_value());
    }
};

QTEST_APPLESS_MAIN(TestCutting)
#include "test_core_cutting.moc"
