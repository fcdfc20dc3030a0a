// What is put together at the wall: every hole is somebody's, and screws and nails are told.
#include "assembly/plugs.h"
#include "build/wall_joints.h"
#include "measure/words.h"
#include "plan/plan.h"
#include "project/random_project.h"
#include "told.h"

#include <map>

using namespace owl;

namespace {

Plan planWith(const char* kind, const char* set = "") {
    return test::planOf(test::with(kind, test::words(set)));
}
const BuildStep* stepOf(const Plan& plan, const std::string& end) {
    for (const auto& s : plan.pieces.front().steps)
        if (s.id.ends_with("/" + end))
            return &s;
    return nullptr;
}
bool has(const std::string& text, const std::string& part) {
    return text.find(part) != std::string::npos;
}
/// How many screws and nails go in with a step.
std::size_t driven(const Assembly& a, const BuildStep& s) {
    std::size_t n = 0;
    for (const auto& id : s.joins)
        if (const Joint* j = a.joint(id))
            n += j->fasteners.size();
    return n;
}

} // namespace

class TestAtWall : public QObject {
    Q_OBJECT
  private slots:
    /// Every hole is made in one step, and in no other, whatever the kind, by lot.
    void everyHoleIsMadeOnce_data() {
        QTest::addColumn<QString>("kind");
        for (const auto& kind : knownKinds())
            QTest::newRow(kind.id) << QString(kind.id);
    }
    void everyHoleIsMadeOnce() {
        QFETCH(QString, kind);
        std::size_t holes = 0;
        for (std::uint64_t seed = 1; seed <= 12; ++seed) {
            const Plan plan = test::planOf(
                randomProject(kind.toStdString(), seed % 2 ? Units::metric : Units::imperial, seed).value());
            const PiecePlan& pp = plan.pieces.front();
            std::map<std::string, int> made;
            for (const auto& s : pp.steps)
                for (const auto& id : s.shapes)
                    ++made[id];
            const bool hung = pp.assembly().seat<FloorSeat>() || (pp.hold() && pp.hold()->feasible);
            for (const auto& p : pp.assembly().parts)
                for (const auto& h : p.holes) {
                    const Joint* j = pp.assembly().joint(h.purpose);
                    if (p.stock == Stock::fitting || (!hung && j && j->atWall))
                        continue; // bought with its holes; or nothing to hang it on was found
                    ++holes;
                    QVERIFY2(made[h.id] == 1, qPrintable(QString("seed %1: %2 (%3) is made in %4 steps")
                                                             .arg(seed)
                                                             .arg(h.id.c_str(), h.purpose.c_str())
                                                             .arg(made[h.id])));
                }
        }
        QVERIFY(holes > 20);
    }
    /// A step at the wall says what is driven: how many, how long, where.
    void screwsAtTheWallAreTold() {
        for (const auto& [kind, set] : {std::pair{"hollow", ""},
                                        {"hollow", "fix=above"},
                                        {"corner", ""},
                                        {"alcove", ""},
                                        {"alcove", "made=board"},
                                        {"alcove", "packing=38"}}) {
            const Plan plan = planWith(kind, set);
            const Assembly& a = plan.pieces.front().assembly();
            std::size_t all = 0;
            for (const auto& s : plan.pieces.front().steps) {
                const std::size_t n = s.onWall ? driven(a, s) : 0;
                if (n == 0)
                    continue;
                all += n;
                std::size_t told = 0;
                for (const auto& id : s.joins) {
                    const Joint* j = a.joint(id);
                    if (!j || j->fasteners.empty())
                        continue;
                    const Screw* screw = catalog().findScrew(j->screwId);
                    const std::string what =
                        screw ? screw->label + " × " + screwLengthText(*screw, j->screwLength.mm())
                              : formatLength(j->nailLength, NumberStyle{}) + " long";
                    QVERIFY2(has(s.text, what), (what + " in: " + s.text).c_str());
                    QVERIFY2(has(s.text, theName(a.find(j->second)->name)), s.text.c_str());
                    const bool here = !boredBefore(a, *j);
                    if (here)
                        QVERIFY2(has(s.text, counted(j->fasteners.size(), screw ? "screw" : "nail") +
                                                 " into " + theName(a.find(j->second)->name)),
                                 s.text.c_str());
                    told += here ? 0 : j->fasteners.size();
                }
                if (told > 0)
                    QVERIFY2(has(s.text, counted(told, "screw") + " in all."), s.text.c_str());
            }
            QVERIFY2(all > 0, kind);
        }
    }
    /// Arms that are alike are bored and screwed in one step, each at its place.
    void armsAreFittedInOneGo() {
        for (const char* set : {"", "length=1500"}) {
            const Plan plan = planWith("hollow", set);
            const Assembly& a = plan.pieces.front().assembly();
            std::size_t arms = 0;
            for (const auto& p : a.parts)
                arms += p.name == "arm";
            const BuildStep* s = stepOf(plan, "ledger-arm-1");
            QVERIFY(s && arms > 1);
            QCOMPARE(s->joins.size(), arms);
            QCOMPARE(s->brought.size(), arms);
            QCOMPARE(s->adds.size(), arms + 1); // and the ledger
            QCOMPARE(s->title, "Fit the " + counted(arms, "arm"));
            const double left = a.find("ledger")->bounds().at.x.mm();
            for (const auto& id : s->joins)
                QVERIFY2(has(s->text, formatLength(Length::mm(a.joint(id)->fasteners.front().from.x - left),
                                                   NumberStyle{})),
                         s->text.c_str());
        }
    }
    /// Both ends of a board are sawn on one setting of the blade.
    void bothEndsAreSawnInOneGo() {
        const Plan plan = planWith("hollow");
        const BuildStep* s = stepOf(plan, "shape-front-mitre");
        QVERIFY(s && !stepOf(plan, "shape-front-mitre-2"));
        QCOMPARE(s->text, std::string("Both ends sawn with the blade at 45°, the long side outwards."));
        QCOMPARE(s->shapes.size(), std::size_t(2));
    }
    void aBoxWithoutScrewsIsNotScrewed() {
        const Plan plan = planWith("hollow", "fix=none");
        const BuildStep* s = stepOf(plan, "hang");
        QVERIFY(s && !has(s->text, "screw"));
        QVERIFY(!stepOf(plan, "wall-screws-bottom"));
        QVERIFY2(has(s->text, "If one arm binds") && !has(s->text, "rod"), s->text.c_str());
    }
    /// What stays as it is goes up with its holes; what is scribed at the wall is bored there.
    void holesAreBoredOnTheBenchWhereTheyCanBe() {
        const Plan box = planWith("hollow");
        const BuildStep* s = stepOf(box, "wall-screws-bottom");
        QVERIFY(s);
        QVERIFY2(has(s->text, "; 4.5 mm wide, 18 mm deep") && has(s->text, "countersunk 2 mm from below"),
                 s->text.c_str());
        QCOMPARE(s->shapes.size(), std::size_t(3));
        // heads that are plugged sit below their plugs, and these come from somewhere
        const Plan shelf = planWith("mantel");
        const BuildStep* top = stepOf(shelf, "wall-screws-top");
        QVERIFY(top && top->shapes.size() == 6);
        QVERIFY2(has(top->text, "First 10 mm wide and 6 mm deep from above for the plugs"),
                 top->text.c_str());
        QVERIFY(has(stepOf(shelf, "plugs-at-wall")->text, "3 plugs of 10 mm"));
        const Plan corner = planWith("corner");
        const BuildStep* leg = stepOf(corner, "wall-screws-cleat-1");
        QVERIFY(leg);
        // as deep as the screw is too short for the cleat: the head stands where wood enough is left
        const Joint* j = corner.pieces.front().assembly().joint("hold-1");
        const Screw* screw = catalog().findScrew(j->screwId);
        QVERIFY2(
            has(leg->text,
                fmt::format("opened to 9 mm for the head and the bit behind it, {:.0f} mm deep from below",
                            std::floor(j->counterbore.mm() - screw->countersink()))),
            leg->text.c_str());
        const Plan framed = planWith("alcove");
        for (const auto& step : framed.pieces.front().steps)
            QVERIFY2(!has(step.id, "wall-screws"), step.id.c_str());
        const Plan board = planWith("alcove", "made=board");
        QVERIFY(stepOf(board, "wall-screws-ledger-back"));
        QVERIFY(has(stepOf(board, "wall-screws-ledger-left")->text, "slot across the board"));
    }
    /// The slot is long enough for a year's movement of the board between its fixed screws and the slot.
    void slotsAreAsLongAsTheBoardMoves() {
        const Plan plan = planWith("alcove", "made=board");
        const Assembly& a = plan.pieces.front().assembly();
        const double apart = a.joint("hold-ledger-left-1")->spots.front().at.y.mm() -
                             a.joint("hold-ledger-back-1")->spots.front().at.y.mm();
        const Species* wood =
            catalog().findSpecies(speciesOf(test::with("alcove", {}).pieces.front().params));
        const double want = 2 * apart * wood->moves * 4; // 4 % of moisture, both ways
        const std::string& text = stepOf(plan, "wall-screws-ledger-left")->text;
        const auto at = text.find("board, ") + 7;
        const double told = std::stod(text.substr(at));
        QVERIFY2(told >= want && told < want + 4, text.c_str());
    }
};

QTEST_APPLESS_MAIN(TestAtWall)
#include "test_core_at_wall.moc"
