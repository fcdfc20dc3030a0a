// Parts that are cut to fit: left over in the cut list, a step that asks for the size, and what follows it.
#include "edit/fields.h"
#include "project/measured_boards.h"
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
    /// Its step says what was left over and what came of it; the cut list has it as it is now.
    void onceItIsMeasuredTheStepSaysSo() {
        for (const Units units : {Units::metric, Units::imperial}) {
            Project p = framed();
            p.style.units = units;
            p.pieces.front().fits = {{"block-1", 299_mm}};
            const Plan plan = test::planOf(p);
            const auto& steps = plan.pieces.front().steps;
            const auto fit = std::find_if(steps.begin(), steps.end(),
                                          [](const BuildStep& s) { return s.id == "alcove-1/fit-block-1"; });
            QVERIFY(fit != steps.end());
            const std::string over = units == Units::metric ? "left 10 mm over" : "left ⅜ in over";
            QVERIFY2(fit->text.find(over) != std::string::npos, fit->text.c_str());
            const std::string out = "turned out " + formatLength(299_mm, p.style);
            QVERIFY2(fit->text.find(out) != std::string::npos, fit->text.c_str());
            QVERIFY(fit->text.find("Type its length") == std::string::npos);
            QCOMPARE(row(plan, "alcove-1/block-1")->length, 299_mm);
        }
    }
    /// A skin waits with its scribing allowance; once it is fitted it is as long as it was measured.
    void whatWasScribedIsCutToo() {
        Project p = framed();
        p.pieces.front().fits = {{"top", 1196_mm}};
        QCOMPARE(row(test::planOf(p), "alcove-1/top")->length, 1196_mm);
        p.pieces.front().fits.clear();
        QVERIFY(row(test::planOf(p), "alcove-1/top")->length > 1196_mm);
    }
    void theWholePieceMayFollow() {
        Project p = test::with("slab", "");
        const Length planned = test::planOf(p).pieces.front().assembly().find("shelf")->length;
        p.pieces.front().fits = {{"shelf", planned - 6_mm}};
        const Plan plan = test::planOf(p);
        const Finding* f = test::finding(plan, "fit_differs.shelf");
        QVERIFY(f && !f->remedies.empty());
        const auto after = withChanges(p, f->remedies.front().changes);
        QVERIFY(after && lengthOf(after->pieces.front().params) == planned - 6_mm);
        QVERIFY(!test::finding(test::planOf(*after), "fit_differs.shelf"));
    }
    /// The real thickness typed once: every piece of that wood follows, its joints and its boards too, others
    /// do not.
    void whatWasBoughtMeasuresOtherwise() {
        Project p = test::with("ledge", "species=scots_pine");
        const auto add = [&](const char* kind, const char* species) {
            Piece q = newProject(kind, Units::metric)->pieces.front();
            q.id = std::string(kind) + species;
            q.wall = p.walls.front().id;
            q.place.z = 700_mm;
            q.params = *withParameter(q.params, "species", species, true);
            p.pieces.push_back(q);
        };
        add("ledge", "scots_pine");
        add("ledge", "european_oak");
        const Plan before = test::planOf(p);
        std::map<BoardKind, int> kinds;
        for (std::size_t i = 0; i < p.pieces.size(); ++i)
            for (const auto& part : before.pieces[i].made.assembly.parts)
                if (const auto k = boardKindOf(p.pieces[i].params, part))
                    ++kinds[*k];
        BoardKind pine{"scots_pine", {}};
        for (const auto& part : before.pieces[1].assembly().parts)
            if (part.stock == Stock::board)
                pine.thickness = part.thickness;
        QVERIFY(kinds.contains(pine));
        const Length real = pine.thickness - Length::mm(0.6);
        for (const auto& f : fieldsOf(p, before, catalog(), p.pieces.front().id, Station::wood))
            if (f.id == fmt::format("measured.scots_pine.{}", pine.thickness.nm())) {
                const auto edit = f.set(formatNumber(real, p.style));
                QVERIFY(edit.has_value());
                edit->apply(p);
            }
        const Plan after = test::planOf(p);
        const auto ofThickness = [](const PiecePlan& pp, Length t) {
            return std::count_if(pp.assembly().parts.begin(), pp.assembly().parts.end(),
                                 [&](const Part& q) { return q.stock == Stock::board && q.thickness == t; });
        };
        QVERIFY(ofThickness(after.pieces[1], real) > 0);
        QCOMPARE(ofThickness(after.pieces[2], real), std::ptrdiff_t(0)); // another wood
        QCOMPARE(after.cut.unplaced.size(), before.cut.unplaced.size()); // its boards measure the same now
        QVERIFY(std::any_of(p.wood.boards.begin(), p.wood.boards.end(), [&](const StockItem& s) {
            return s.species == "scots_pine" && s.thickness == real;
        }));
        const auto back = readProject(writeProject(p), "x");
        QVERIFY(back && *back == p);
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
        auto bad = nlohmann::ordered_json::parse(before);
        bad["pieces"][0]["cut_to_fit"] = {{{"part", "face"}, {"turned_out", -3}}};
        const auto refused = readProject(bad.dump(), "t");
        QVERIFY(!refused);
        QVERIFY2(refused.error().find("turned_out") != std::string::npos, refused.error().c_str());
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
