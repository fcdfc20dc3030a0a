// The saw's rows, replayed: what each finds on the bench, what it leaves there, and what lies there in the
// end.
#include "cutting/sequence.h"
#include "project/random_project.h"
#include "support.h"

using namespace owl;

namespace {

SequenceInput plain() {
    SequenceInput in;
    in.nameOf = [](const std::string& id) { return id; };
    return in;
}
CutStock stock(double l, double w, bool sheet = false) {
    return {"b", "pine", 18_mm, sheet, Length::mm(l), Length::mm(w), 1'000'000, {}};
}
/// A layout by hand: the sequence must not care who made it.
CutPlan laid(const std::vector<Placed>& placed, const std::vector<Offcut>& offcuts = {}) {
    CutPlan p;
    p.boards.push_back({"b", 1, placed, offcuts});
    return p;
}
Placed at(const char* part, double x, double y, double l, double w) {
    return {part, Length::mm(x), Length::mm(y), Length::mm(l), Length::mm(w), false};
}

/// What is wrong with the rows of one board; empty: they make its parts and offcuts, and nothing else is
/// left.
std::string replay(const std::vector<SawCut>& rows, std::size_t board, const CutBoard& plan) {
    std::vector<SawPiece> bench;
    bool begun = false;
    const auto same = [](const SawPiece& a, const SawPiece& b) {
        return a.name == b.name && a.length == b.length && a.width == b.width;
    };
    for (const auto& c : rows) {
        if (c.board != board)
            continue;
        if (!std::exchange(begun, true))
            bench.push_back(c.piece);
        const auto it =
            std::find_if(bench.begin(), bench.end(), [&](const SawPiece& p) { return same(p, c.piece); });
        if (it == bench.end())
            return c.id + ": '" + c.piece.name + "' is not on the bench";
        bench.erase(it);
        const auto cross = [&](const SawPiece& p) { return c.rip ? p.length : p.width; };
        const auto size = [&](const SawPiece& p) { return c.rip ? p.width : p.length; };
        if (cross(c.keeps) != cross(c.piece) || (c.falls && cross(*c.falls) != cross(c.piece)))
            return c.id + " changes what it does not cut";
        if (c.falls && size(c.keeps) + size(*c.falls) + c.kerf != size(c.piece))
            return c.id + ": the kerf is not what is lost";
        if (size(c.keeps) >= size(c.piece))
            return c.id + " takes nothing off";
        if (c.setting != size(c.keeps) && !(c.trims && c.setting == size(c.piece) - size(c.keeps)))
            return c.id + " is set to what it does not keep";
        for (const SawPiece* p : {&c.keeps, c.falls ? &*c.falls : nullptr})
            if (p) {
                if (std::any_of(bench.begin(), bench.end(),
                                [&](const SawPiece& q) { return q.name == p->name; }))
                    return c.id + ": two are called " + p->name;
                bench.push_back(*p);
            }
    }
    const auto take = [&](Length l, Length w, const std::string& part) {
        const auto it = std::find_if(bench.begin(), bench.end(), [&](const SawPiece& p) {
            return p.part == part && p.length == l && p.width == w;
        });
        if (it == bench.end())
            return false;
        bench.erase(it);
        return true;
    };
    if (!begun)
        return {};
    for (const auto& p : plan.placed)
        if (!take(p.length, p.width, p.part))
            return p.part + " does not lie there in the end";
    for (const auto& o : plan.offcuts)
        if (!take(o.length, o.width, {}))
            return "an offcut does not lie there in the end";
    return bench.empty() ? std::string() : bench.front().name + " is left over";
}

} // namespace

class TestSaw : public QObject {
    Q_OBJECT
  private slots:
    void wasteBeforeAPartIsCutOffToo() {
        CutJob j;
        j.kerf = 3_mm;
        j.stock = {stock(1000, 200)};
        // Not one of them begins where the board does.
        const CutPlan p = laid({at("a", 200, 10, 300, 80), at("c", 600, 50, 390, 150)});
        const auto rows = cutSequence(j, p, plain());
        QCOMPARE(test::words(replay(rows, 0, p.boards[0])), QString());
    }
    void aSliverThinnerThanTheBladeIsTurnedToDust() {
        CutJob j;
        j.kerf = 3_mm;
        j.stock = {stock(1000, 100)};
        const CutPlan p = laid({at("a", 2, 0, 996, 98)});
        const auto rows = cutSequence(j, p, plain());
        QCOMPARE(rows.size(), std::size_t(3));
        QCOMPARE(test::words(replay(rows, 0, p.boards[0])), QString());
    }
    void promisedOffcutsLieThereInTheEnd() {
        CutJob j;
        j.kerf = 3_mm;
        j.stock = {stock(2000, 200)};
        const CutPlan p = laid({at("a", 0, 0, 800, 120), at("c", 803, 0, 500, 120)},
                               {{Length::mm(1306), {}, 694_mm, 200_mm}, {{}, 123_mm, 1303_mm, 77_mm}});
        const auto rows = cutSequence(j, p, plain());
        QCOMPARE(test::words(replay(rows, 0, p.boards[0])), QString());
    }
    /// What is lost at both ends is sawn off at both ends.
    void bothEndsComeOff() {
        CutJob j;
        j.kerf = 3_mm;
        j.stock = {stock(950, 100)};
        SequenceInput in = plain();
        in.trim["b"] = 25_mm;
        const CutPlan p = laid({at("a", 0, 0, 950, 100)});
        const auto rows = cutSequence(j, p, in);
        QCOMPARE(rows.size(), std::size_t(2));
        QCOMPARE(rows.front().piece.length, 1000_mm);
        QVERIFY(rows.front().trims && !rows.back().trims);
        QCOMPARE(rows.back().keeps.length, 950_mm);
        QCOMPARE(test::words(replay(rows, 0, p.boards[0])), QString());
        CutJob s = j;
        s.stock = {stock(950, 500, true)};
        const CutPlan q = laid({at("a", 0, 0, 950, 500)});
        const auto edges = cutSequence(s, q, in);
        QCOMPARE(edges.size(), std::size_t(4)); // both ends, both edges
        QCOMPARE(test::words(replay(edges, 0, q.boards[0])), QString());
    }
    void shortPiecesAreNotLeftToTheHand() {
        CutJob j;
        j.kerf = 3_mm;
        j.stock = {stock(3000, 200)};
        // Ripped while the board is long, though long boards are crosscut first.
        std::vector<Placed> braces;
        for (int i = 0; i < 8; ++i)
            braces.push_back(at("brace", (i % 4) * 103.0, (i / 4) * 103.0, 100, 97));
        const CutPlan p = laid(braces, {{413_mm, {}, 2587_mm, 200_mm}});
        const auto rows = cutSequence(j, p, plain());
        QCOMPARE(test::words(replay(rows, 0, p.boards[0])), QString());
        for (const auto& c : rows) {
            QVERIFY2(!c.rip || holdingOf(c) == "carrier" ||
                         (c.piece.length >= 300_mm && c.piece.length >= c.piece.width),
                     c.id.c_str());
            if (!c.rip && holdingOf(c) == "stop")
                QVERIFY2(std::max(c.keeps.length, c.piece.length - c.keeps.length) >= 150_mm, c.id.c_str());
        }
        // One that cannot be avoided says how it is held.
        j.stock = {stock(250, 200)};
        const auto small = cutSequence(j, laid({at("a", 0, 0, 250, 90)}), plain());
        QCOMPARE(holdingOf(small.front()), std::string("carrier"));
    }

    void everyBoardOfEveryPlanCanBeReplayed_data() {
        QTest::addColumn<QString>("kind");
        for (const auto& k : knownKinds())
            QTest::newRow(k.id) << QString(k.id);
    }
    void everyBoardOfEveryPlanCanBeReplayed() {
        QFETCH(QString, kind);
        for (const Units units : {Units::metric, Units::imperial})
            for (std::uint64_t seed = 1; seed <= (test::sanitized ? 1U : 8U); ++seed) {
                Project p = randomProject(kind.toStdString(), units, seed).value();
                if (seed % 4 == 0)
                    p.wood.ripping = Ripping::shop;
                CutEffort quick;
                quick.tries = 2;
                const Plan plan = owl::plan(p, test::shop(), catalog(), nullptr, quick);
                for (std::size_t b = 0; b < plan.cut.boards.size(); ++b) {
                    const QString wrong = test::words(replay(plan.sequence, b, plan.cut.boards[b]));
                    QVERIFY2(wrong.isEmpty(), qPrintable(QString("%1: %2").arg(seed).arg(wrong)));
                }
            }
    }
};

QTEST_APPLESS_MAIN(TestSaw)
#include "test_core_saw.moc"
