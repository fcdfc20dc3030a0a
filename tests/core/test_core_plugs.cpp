// Plugs over screw heads: parts that fit their holes, glued after the screws are driven, in the list.
#include "assembly/plugs.h"
#include "solid/query.h"
#include "support.h"

using namespace owl;

namespace {

Project withPlugs(const char* kind, const std::vector<ParameterChange>& changes,
                  Units units = Units::metric) {
    Project p = newProject(kind, units).value();
    p.pieces.front().params = withChanges(p.pieces.front().params, changes);
    return p;
}
std::vector<const Part*> plugsOf(const PiecePlan& pp) {
    std::vector<const Part*> out;
    for (const auto& p : pp.assembly().parts)
        if (isPlug(p))
            out.push_back(&p);
    return out;
}
std::size_t stepWith(const PiecePlan& pp, auto holds) {
    return static_cast<std::size_t>(std::find_if(pp.steps.begin(), pp.steps.end(), holds) - pp.steps.begin());
}

} // namespace

class TestPlugs : public QObject {
    Q_OBJECT
  private slots:
    void aPlugLeavesHalfTheWood() {
        QVERIFY(!plugSink(2, 15)); // 8 of 15 mm: more than half
        QCOMPARE(*plugSink(2, 16), 8.0);
    }
    void everyHeadThatShowsGetsOne() {
        for (const Units units : {Units::metric, Units::imperial})
            for (const char* way : {"bought", "cut"}) {
                const Project p = withPlugs(
                    "ledge", {{"lip_joint", "screws_glue"}, {"lip", "in_front"}, {"plugs", way}}, units);
                const Plan plan = test::planOf(p);
                const PiecePlan& pp = plan.pieces.front();
                const Joint* lip = pp.assembly().joint("base-lip");
                const auto plugs = plugsOf(pp);
                QVERIFY(lip->fasteners.size() >= 2);
                QCOMPARE(plugs.size(), lip->fasteners.size());
                const double front = pp.assembly().depth.mm();
                for (const Part* q : plugs) {
                    // Flush with the front, and its own end on the head: between them nothing.
                    QVERIFY(std::abs(q->solid.bounds().high.y - front) < 1e-6);
                    QVERIFY(q->length.mm() >= leastPlug - 1e-6);
                    const Screw* s = catalog().findScrew(lip->screwId);
                    QVERIFY(std::abs(q->width.mm() - s->plug) < 1e-6);
                    QVERIFY(std::abs(q->length.mm() + s->countersink() - lip->counterbore.mm()) < 1e-6);
                }
            }
    }
    void theyComeAfterTheScrewsAndInTheList() {
        const Project p =
            withPlugs("ledge", {{"lip_joint", "screws_glue"}, {"lip", "in_front"}, {"plugs", "bought"}});
        const Plan plan = test::planOf(p);
        const PiecePlan& pp = plan.pieces.front();
        const auto screwed = stepWith(pp, [](const BuildStep& s) { return s.joint == "base-lip"; });
        const auto plugged =
            stepWith(pp, [](const BuildStep& s) { return s.title == "Plug the screw heads"; });
        const auto finished = stepWith(pp, [](const BuildStep& s) { return s.byTheSchedule; });
        QVERIFY(screwed < plugged && plugged < finished && finished < pp.steps.size());
        QVERIFY(std::any_of(plan.shopping.begin(), plan.shopping.end(), [&](const ShoppingLine& l) {
            return l.what.starts_with("plug of Scots pine") &&
                   l.quantity == static_cast<double>(plugsOf(pp).size());
        }));
    }
    void cutOnesAskForACutterInsteadOfMoney() {
        Project p = withPlugs("ledge", {{"lip_joint", "screws_glue"}, {"lip", "in_front"}, {"plugs", "cut"}});
        const Plan plan = test::planOf(p);
        QVERIFY(std::none_of(plan.shopping.begin(), plan.shopping.end(),
                             [](const ShoppingLine& l) { return l.what.starts_with("plug of"); }));
        QVERIFY(std::any_of(plan.shopping.begin(), plan.shopping.end(),
                            [](const ShoppingLine& l) { return l.what.starts_with("plug cutter"); }));
    }
    void aLipTooThinIsFilledAndSaysSo() {
        const Project p = withPlugs(
            "ledge",
            {{"lip_joint", "screws_glue"}, {"lip", "in_front"}, {"plugs", "cut"}, {"lip_thickness", 12.0}});
        const Plan plan = test::planOf(p);
        QVERIFY(plugsOf(plan.pieces.front()).empty());
        const auto told = std::find_if(plan.findings.begin(), plan.findings.end(),
                                       [](const Finding& f) { return f.id == "ledge.no_plugs"; });
        QVERIFY(told != plan.findings.end());
        QCOMPARE(told->remedies.size(), std::size_t(2));
    }
    void dowelsThroughTheLipAreCutFlush() {
        for (const Units units : {Units::metric, Units::imperial}) {
            const Project p = withPlugs(
                "ledge", {{"lip_joint", "dowels"}, {"lip", "in_front"}, {"lip_dowels_through", true}}, units);
            const Plan plan = test::planOf(p);
            const PiecePlan& pp = plan.pieces.front();
            const Joint* lip = pp.assembly().joint("base-lip");
            QVERIFY(lip->pinThrough && lip->shows && !lip->fasteners.empty());
            const double front = pp.assembly().depth.mm();
            for (const auto& f : lip->fasteners) {
                QVERIFY(std::abs(f.from.y - front) < 1e-6 && f.direction.y < -0.99); // its end in the front
                QVERIFY(f.length >= lip->through.mm() + 2 * f.diameter - 1e-6);      // twice its thickness in
                QVERIFY(lip->pinSecond.mm() > f.length - lip->through.mm() + 1);     // a hole deeper than it
            }
            QVERIFY(std::any_of(pp.steps.begin(), pp.steps.end(), [](const BuildStep& s) {
                return s.joint == "base-lip" && s.text.find("flush") != std::string::npos;
            }));
        }
    }
    void aTopTooThinForPlugsIsFilledAndSaysSo() {
        const Project p = withPlugs("hollow", {{"fix", "above"}, {"plugs", "cut"}, {"top_thickness", 12.0}});
        const Plan plan = test::planOf(p);
        QVERIFY(plugsOf(plan.pieces.front()).empty());
        const auto told = std::find_if(plan.findings.begin(), plan.findings.end(),
                                       [](const Finding& f) { return f.id == "hollow.no_plugs"; });
        QVERIFY(told != plan.findings.end());
        QCOMPARE(told->remedies.size(), std::size_t(2));
    }
    void plugsOfAHollowGoInAtTheWallAndComeOutAgain() {
        const Project p = withPlugs("hollow", {{"fix", "above"}, {"plugs", "cut"}});
        const Plan plan = test::planOf(p);
        const PiecePlan& pp = plan.pieces.front();
        const auto plugs = plugsOf(pp);
        QCOMPARE(plugs.size(), std::size_t(3));
        for (const Part* q : plugs) {
            QVERIFY(std::abs(q->solid.bounds().high.z - pp.assembly().height.mm()) < 1e-6);
            QVERIFY(!pp.assembly().joint(q->id)->glued);
        }
        const auto hung = stepWith(pp, [](const BuildStep& s) { return s.hangs; });
        const auto plugged =
            stepWith(pp, [](const BuildStep& s) { return s.title == "Plug the screw heads"; });
        QVERIFY(hung < plugged && plugged < pp.steps.size());
    }
};

QTEST_APPLESS_MAIN(TestPlugs)
#include "test_core_plugs.moc"
