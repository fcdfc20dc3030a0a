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
