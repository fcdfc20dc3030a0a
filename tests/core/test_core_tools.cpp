// The shop's list of tools: what steps ask for, what is told and bought when it is not there.
#include "support.h"

#include "edit/fields.h"
#include "plan/tools.h"

using namespace owl;

namespace {

const Finding* aboutTool(const Plan& plan, const std::string& word) {
    for (const auto& f : plan.findings)
        if (f.id == "tool_missing" && f.title.find(word) != std::string::npos)
            return &f;
    return nullptr;
}

} // namespace

class TestTools : public QObject {
    Q_OBJECT
  private slots:
    void theStarterSetMakesTheDemo() {
        const Project p = test::demo();
        const Plan plan = test::planOf(p);
        QVERIFY(missingTools(p, plan, catalog()).empty());
        QVERIFY(!aboutTool(plan, ""));
    }

    void whatIsStruckOffIsToldAndBought() {
        Project p = test::hall();
        p.tools.without = {"clamps"};
        const Plan plan = test::planOf(p);
        const auto missing = missingTools(p, plan, catalog());
        QCOMPARE(missing.size(), std::size_t(1));
        QCOMPARE(missing.front().tool->id, std::string("clamps"));
        QVERIFY(!missing.front().steps.empty());
        const Finding* f = aboutTool(plan, "Clamps");
        QVERIFY(f && f->station == "build");
        QVERIFY(f->text.find("weights") != std::string::npos); // how it is done without
        QVERIFY(std::any_of(plan.shopping.begin(), plan.shopping.end(), [](const ShoppingLine& l) {
            return l.what.find("clamps, to borrow") != std::string::npos;
        }));
        QCOMPARE(plan.cost, test::planOf(test::hall()).cost + test::shop().price("tool_clamps"));
    }

    void eitherOfTwoWillDo() {
        Project p = test::hall();
        p.tools.without = {"chisel"}; // 'chisel or scraper'
        for (const auto& m : missingTools(p, test::planOf(p), catalog()))
            for (const auto& step : m.steps)
                QVERIFY2(m.tool->id == "chisel", step.c_str());
        QVERIFY(hasTool({}, *std::find_if(catalog().tools.begin(), catalog().tools.end(),
                                          [](const Tool& t) { return t.starter; })));
    }

    void everyWordOfTheListIsSomeStepsWord() {
        // A row that no step can ever name would be a tick without a meaning: look through pieces of every
        // kind.
        std::set<std::string> asked;
        for (const auto& kind : knownKinds())
            for (const auto& p : {newProject(kind.id, Units::metric).value(), test::demo()}) {
                Project bare = p;
                for (const auto& t : catalog().tools)
                    bare.tools.without.insert(t.id);
                for (const auto& m : missingTools(bare, test::planOf(bare), catalog()))
                    asked.insert(m.tool->id);
            }
        for (const char* id :
             {"drill", "driver", "clamps", "level", "chisel", "guide_block", "long_bit", "mallet"})
            QVERIFY2(asked.contains(id), id);
    }

    void isTickedInThePanelAndKeptInTheFile() {
        Project p = test::hall();
        const Plan plan = test::planOf(p);
        bool seen = false;
        for (const auto& f : fieldsOf(p, plan, catalog(), "ledge-1", Station::build)) {
            if (f.id != "tool.router")
                continue;
            seen = true;
            QCOMPARE(f.value, std::string("yes"));
            const auto edit = f.set("no");
            QVERIFY(edit);
            edit->apply(p);
        }
        QVERIFY(seen);
        QVERIFY(p.tools.without.contains("router"));
        const auto again = readProject(writeProject(p), "again");
        QVERIFY(again && again->tools == p.tools);
    }
    void whatASawCannotReachIsTold() {
        Project p = test::hall();
        QVERIFY(beyondReach(p, test::planOf(p)).empty());
        p.tools.crosscut = 50_mm;
        p.tools.rip = 20_mm;
        p.tools.cutDepth = 10_mm;
        const Plan small = test::planOf(p);
        const auto told = beyondReach(p, small);
        QCOMPARE(told.size(), std::size_t(3));
        QVERIFY(told[0].find("the saw reaches 50") != std::string::npos);
        QCOMPARE(std::count_if(small.findings.begin(), small.findings.end(),
                               [](const Finding& f) { return f.id == "beyond_saw"; }),
                 3);
        // 0: any; and what the shop cuts is the shop's.
        p.tools.crosscut = p.tools.rip = p.tools.cutDepth = Length();
        QVERIFY(beyondReach(p, test::planOf(p)).empty());
        p.tools.rip = 20_mm;
        p.wood.ripping = Ripping::shop;
        QVERIFY(beyondReach(p, test::planOf(p)).empty());
    }
    void aChooserKnowsWhatAKindAsksFor() {
        ToolChoice shop;
        QVERIFY(lacking("saw with a tilting blade, drill, clamps", shop, catalog()).empty());
        shop.without.insert("saw_tilting");
        const auto missing = lacking("saw with a tilting blade, drill, clamps", shop, catalog());
        QCOMPARE(missing.size(), std::size_t(1));
        QCOMPARE(missing.front()->id, std::string("saw_tilting"));
    }
    void anchorsThatOpenBehindTheCoverAskForRoom() {
        Project p = test::hall();
        p.pieces.resize(1);
        p.pieces.front().load = {};
        p.pieces.front().hold.support = "anchors"; // the first that opens behind board: 50 mm
        const auto wing = [](const Plan& plan) {
            for (const auto& s : plan.pieces.front().supports)
                if (s.option.id == "anchors")
                    return s;
            return SupportVerdict();
        };
        const auto asked = [](const Plan& plan) {
            return std::any_of(plan.findings.begin(), plan.findings.end(),
                               [](const Finding& f) { return f.id == "room_behind"; });
        };
        const Plan unknown = test::planOf(p);
        QVERIFY(wing(unknown).option.anchor);
        QVERIFY(asked(unknown));
        Wall& wall = *std::find_if(p.walls.begin(), p.walls.end(),
                                   [&](const Wall& w) { return w.id == p.pieces.front().wall; });
        wall.behindCover = 60_mm;
        QVERIFY(!asked(test::planOf(p)));
        QVERIFY(wing(test::planOf(p)).refusal.find("behind the cover") == std::string::npos);
        wall.behindCover = 25_mm;
        QVERIFY(wing(test::planOf(p)).refusal.find("it needs 50") != std::string::npos);
    }
};

QTEST_GUILESS_MAIN(TestTools)
#include "test_core_tools.moc"
