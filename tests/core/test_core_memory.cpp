// A plan made with an earlier one at hand is the plan made from nothing, to the byte, whatever was changed
// between them.
#include "support.h"
#include "upset.h"

#include "plan/piece_inputs.h"
#include "plan/plan_json.h"
#include "project/random_project.h"

using namespace owl;

namespace {

std::string planned(const Project& p, const Earlier* earlier) {
    CutEffort quick; // it is the same search, only shorter
    quick.tries = 2;
    return planJson(p, plan(p, test::shop(), catalog(), earlier, quick)).dump();
}

} // namespace

class TestMemory : public QObject {
    Q_OBJECT
  private slots:
    /// The fields of every sort that a file describes, one at a time.
    void memoryCannotLie() {
        const Project before = test::demo(); // on walls, in a corner, in an alcove
        CutEffort quick;
        quick.tries = 2;
        const Plan known = plan(before, test::shop(), catalog(), nullptr, quick);
        const Earlier earlier{before, known};
        const std::size_t fields = test::fieldsOf(before);
        QVERIFY(fields > 1000);
        std::mt19937_64 lots(4711);
        int compared = 0;
        int differs = 0;
        for (int i = 0; i < (test::sanitized ? 6 : 60); ++i) {
            const auto [after, key] = test::upset(before, lots() % fields, lots());
            if (!after)
                continue;
            const std::string with = planned(*after, &earlier);
            QVERIFY2(with == planned(*after, nullptr), key.c_str());
            ++compared;
            differs += with != planJson(before, known).dump();
        }
        QVERIFY2(compared > (test::sanitized ? 1 : 25), qPrintable(QString::number(compared)));
        QVERIFY2(differs * 4 > compared, qPrintable(QString::number(differs)));
    }

    /// Those that every piece depends on and that no piece holds: each by its name.
    void whatAllPiecesDependOn() {
        const Project before = test::demo();
        CutEffort quick;
        quick.tries = 2;
        const Plan known = plan(before, test::shop(), catalog(), nullptr, quick);
        const Earlier earlier{before, known};
        const std::vector<std::pair<const char*, std::function<void(Project&)>>> changes{
            {"finish", [](Project& p) { p.finish.recipe = "none"; }},
            {"bare behind", [](Project& p) { p.finish.hiddenBare = !p.finish.hiddenBare; }},
            {"kerf", [](Project& p) { p.wood.kerf = 2_mm; }},
            {"units", [](Project& p) { p.style.units = Units::imperial; }},
            {"fraction",
             [](Project& p) {
                 p.style.units = Units::imperial;
                 p.style.denominator = 64;
             }},
            {"wall", [](Project& p) { p.walls.front().construction = "concrete"; }},
            {"studs",
             [](Project& p) {
                 for (auto& w : p.walls) {
                     w.studMode = StudMode::spacing;
                     w.firstStud += 50_mm;
                 }
             }},
            {"furniture", [](Project& p) { p.walls.front().furniture.clear(); }},
            {"order", [](Project& p) { std::swap(p.pieces.front(), p.pieces.back()); }},
            {"one less", [](Project& p) { p.pieces.erase(p.pieces.begin()); }}};
        for (const auto& [name, change] : changes) {
            Project after = before;
            change(after);
            const std::string with = planned(after, &earlier);
            QVERIFY2(with == planned(after, nullptr), name);
            QVERIFY2(with != planJson(before, known).dump(), name);
        }
    }

    /// While a hand drags: what is drawn and held is what it will be; a hasty piece is never taken for a
    /// planned one.
    void hasteIsNoOtherAnswer() {
        const Project before = test::demo();
        CutEffort quick;
        quick.tries = 2;
        for (std::size_t i = 0; i < before.pieces.size(); i += test::sanitized ? 6 : 1) {
            Project after = before;
            after.pieces[i].place.z += 40_mm;
            after.pieces[i].load.kgPerM += 1;
            const Plan known = plan(before, test::shop(), catalog(), nullptr, quick);
            Plan spent = known;
            const Plan hasty = planHastily(after, test::shop(), catalog(), before, std::move(spent));
            const Plan full = plan(after, test::shop(), catalog(), nullptr, quick);
            QVERIFY(hasty.hasty && hasty.pieces.size() == full.pieces.size());
            for (std::size_t k = 0; k < full.pieces.size(); ++k) {
                const PiecePlan& a = hasty.pieces[k];
                const PiecePlan& b = full.pieces[k];
                QVERIFY2(a.id == b.id && a.left == b.left && a.bottom == b.bottom, b.id.c_str());
                QVERIFY2(a.marks.size() == b.marks.size() || a.hold()->option.id != b.hold()->option.id,
                         b.id.c_str());
                if (!a.hasty || !b.hold() || a.hold()->option.id != b.hold()->option.id)
                    continue; // another support is the best now: told when the hand rests
                QCOMPARE(a.assembly().parts.size(), b.assembly().parts.size());
                QVERIFY2(a.hold()->verdict.status == b.hold()->verdict.status &&
                             std::abs(a.hold()->verdict.standing.utilisation -
                                      b.hold()->verdict.standing.utilisation) < 1e-9,
                         b.id.c_str());
            }
            const Earlier earlier{after, hasty};
            const Plan caught = plan(after, test::shop(), catalog(), &earlier, quick);
            QVERIFY2(planJson(after, caught).dump() == planJson(after, full).dump(),
                     before.pieces[i].id.c_str());
        }
    }
    void hastePlansNewAndLostPieces() {
        const Project before = test::demo();
        CutEffort quick;
        quick.tries = 1;
        Plan known = plan(before, test::shop(), catalog(), nullptr, quick);
        Project after = before;
        after.pieces.erase(after.pieces.begin());
        after.pieces.push_back(before.pieces.back());
        after.pieces.back().id = "another";
        const Plan hasty = planHastily(after, test::shop(), catalog(), before, std::move(known));
        QCOMPARE(hasty.pieces.size(), after.pieces.size());
        QVERIFY(hasty.pieces.back().hasty && hasty.pieces.back().assembly().parts.size() > 1);
        QVERIFY(!hasty.pieces.front().hasty);
    }

    /// A piece on one wall asks nothing of the others; one between walls asks all of them.
    void inputsHoldWhatAPieceLiesOn() {
        const Project p = test::demo();
        const auto places = standings(p);
        bool alone = false;
        bool between = false;
        for (std::size_t i = 0; i < p.pieces.size(); ++i) {
            const auto in = inputsOf(p, catalog(), i, places[i]);
            QVERIFY(in);
            QVERIFY(*in == *inputsOf(p, catalog(), i, places[i]));
            (in->walls.empty() ? alone : between) = true;
            QCOMPARE(in->walls.empty(), std::string(kindInfo(p.pieces[i].params).place) == "wall");
            QVERIFY(in->findWall(p.pieces[i].wall));
        }
        QVERIFY(alone && between);
        Project q = p;
        q.finish.recipe = "none";
        QVERIFY(!(*inputsOf(q, catalog(), 0, places[0]) == *inputsOf(p, catalog(), 0, places[0])));
    }
};

QTEST_GUILESS_MAIN(TestMemory)
#include "test_core_memory.moc"
