// Parts that are cut to fit: left over in the cut list, a step that asks for the size, and what follows it.
#include "edit/fields.h"
#include "support.h"

using namespace owl;

namespace {

const CutPart* row(const Plan& plan, const std::string& id) {
    for (const auto& p : plan.cutJob.parts)
        if (p.id == id)
            return &p;
    return nullptr;
}
Project framed() {
    return test::with("alcove", "depth=400 blocks=3");
}

} // namespace

class TestCutToFit : public QObject {
    Q_OBJECT
  private slots:
    void aMarkedPartIsLeftOverAndHasAStep() {
        Project p = framed();
        const Length planned = test::planOf(p).pieces.front().assembly().find("block-1")->length;
        p.pieces.front().fits.push_back({"block-1", {}});
        const Plan plan = test::planOf(p);
        QCOMPARE(row(plan, "alcove-1/block-1")->length, planned + 10_mm);
        QCOMPARE(row(plan, "alcove-1/block-2")->length, planned);
        const auto& steps = plan.pieces.front().steps;
        const auto fit = std::find_if(steps.begin(), steps.end(),
                                      [](const BuildStep& s) { return s.id == "alcove-1/fit-block-1"; });
        QVERIFY(fit != steps.end());
        QVERIFY(fit->text.find("Type its length") != std::string::npos);
        QVERIFY(fit->text.find("10 mm over") != std::string::npos);
        QVERIFY(fit->text.find("2 equal parts") != std::string::npos);
        // before the joint that takes it
        for (auto s = steps.begin(); s != fit; ++s)
            for (const auto& id : s->joins) {
                const Joint* j = plan.pieces.front().assembly().joint(id);
                QVERIFY(!j || (j->first != "block-1" && j->second != "block-1"));
            }
    }
    void whatIsUncutFollows() {
        Project p = framed();
        p.pieces.front().fits = {{"block-1", 299_mm}, {"block-3", {}}};
        const Plan plan = test::planOf(p);
        QCOMPARE(row(plan, "alcove-1/block-1")->length, 299_mm);
        QCOMPARE(row(plan, "alcove-1/block-2")->length, 299_mm); // equal, unmarked
        QVERIFY(row(plan, "alcove-1/block-3")->length > 299_mm); // it will be fitted itself
        QVERIFY(test::finding(plan, "fit_differs.block-1"));
        QCOMPARE(row(plan, "alcove-1/rail")->length, plan.pieces.front().assembly().find("rail")->length);
    }
    void theWholePieceMayFollow() {
        Project p = test::with("slab", "");
        const Length planned = test::planOf(p).pieces.front().assembly().find("shelf")->length;
        p.pieces.front().fits = {{"shelf", planned - 6_mm}};
        const Plan plan = test::planOf(p);
        const Finding* f = test::finding(plan, "fit_differs.shelf");
        if (!f || f->remedies.empty())
            QSKIP("this kind does not follow");
        const auto after = withChanges(p, f->remedies.front().changes);
        QVERIFY(after && lengthOf(after->pieces.front().params) == planned - 6_mm);
        QVERIFY(!test::finding(test::planOf(*after), "fit_differs.shelf"));
    }
    void aPartThatIsGone() {
        Project p = framed();
        p.pieces.front().fits = {{"block-9", {}}};
        const Plan plan = test::planOf(p);
        const Finding* f = test::finding(plan, "fit_lost.block-9");
        QVERIFY(f && !f->remedies.empty());
        const auto after = withChanges(p, f->remedies.front().changes);
        QVERIFY(after && after->pieces.front().fits.empty());
    }
    void inTheFileAndBack() {
        Project p = framed();
        const std::string before = writeProject(p);
        QVERIFY(before.find("cut_to_fit") == std::string::npos);
        p.pieces.front().fits = {{"block-1", Length::mm(299.5)}, {"face", {}}};
        const auto again = readProject(writeProject(p), "t");
        QVERIFY(again && again->pieces.front().fits == p.pieces.front().fits);
        QVERIFY(!readProject(before.substr(0, before.rfind("\"sag_limit\"")) +
                                 "\"cut_to_fit\": [{\"turned_out\": -3}], \"sag_limit\": \"plain\"}]}",
                             "t"));
    }
    void fieldsOfBuild() {
        Project p = framed();
        const auto field = [&](const Plan& plan, const std::string& id) {
            for (auto& f : fieldsOf(p, plan, catalog(), "alcove-1", Station::build))
                if (f.id == id)
                    return std::optional<Field>(f);
            return std::optional<Field>();
        };
        Plan plan = test::planOf(p);
        const auto mark = field(plan, "fit.mark");
        QVERIFY(mark);
        auto edit = mark->set("face");
        QVERIFY(edit);
        edit->apply(p);
        QCOMPARE(p.pieces.front().fits.size(), std::size_t(1));
        plan = test::planOf(p);
        const auto size = field(plan, "fit.face");
        QVERIFY(size && !size->set("much"));
        auto typed = size->set("1196.5");
        QVERIFY(typed);
        typed->apply(p);
        QCOMPARE(p.pieces.front().fits.front().turnedOut, Length::mm(1196.5));
        auto off = field(test::planOf(p), "fit.keep.face")->set("no");
        QVERIFY(off);
        off->apply(p);
        QVERIFY(p.pieces.front().fits.empty());
    }
};

QTEST_APPLESS_MAIN(TestCutToFit)
#include "test_core_cut_to_fit.moc"
