// Wood held across its grain, against the sum by hand.
#include "assembly/movement.h"
#include "support.h"

using namespace owl;

namespace {

/// A panel 400 long and `wide` across, and a batten of the same length as the panel is wide on top of it, its
/// grain across the panel's or along it.
Assembly battened(double wide, bool across) {
    Assembly a;
    a.parts.push_back(blankPart("panel", "panel", 400_mm, Length::mm(wide), 18_mm, {}));
    Part batten = across ? blankPart("batten", "batten", Length::mm(wide), 40_mm, 18_mm,
                                     {{100, 0, 18}, {0, 1, 0}, {1, 0, 0}, {0, 0, 1}})
                         : blankPart("batten", "batten", 400_mm, 40_mm, 18_mm,
                                     {{0, 20, 18}, {1, 0, 0}, {0, 1, 0}, {0, 0, 1}});
    a.parts.push_back(std::move(batten));
    Joint j;
    j.id = "batten-panel";
    j.first = "batten";
    j.second = "panel";
    j.how = Joinery::glue;
    a.joints.push_back(j);
    return a;
}

} // namespace

class TestMovement : public QObject {
    Q_OBJECT
  private slots:
    void aBattenAcrossAWidePanelIsTold() {
        const Assembly a = battened(300, true);
        const auto found = crossGrain(a, 0.00271); // Scots pine, rings lying flat
        QCOMPARE(found.size(), std::size_t(1));
        QCOMPARE(found.front().moves->id, std::string("panel"));
        QVERIFY(std::abs(found.front().over - 300) < 1e-6);
        QVERIFY(std::abs(found.front().by - 300 * 0.00271 * 4) < 1e-9); // 3.25 mm
    }
    void aNarrowOneAndOneAlongTheGrainAreNot() {
        QVERIFY(crossGrain(battened(150, true), 0.003).empty());
        QVERIFY(crossGrain(battened(300, false), 0.003).empty());
    }
    void screwsHoldFromTheFirstToTheLast() {
        Assembly a = battened(300, true);
        Joint& j = a.joints.front();
        j.how = Joinery::screws;
        j.glued = false;
        for (double y : {30.0, 120.0})
            j.fasteners.push_back({"screw", {120, y, 36}, {0, 0, -1}, 30, 4, {"batten", "panel"}, false});
        QVERIFY(crossGrain(a, 0.003).empty()); // 90 mm between them
        j.fasteners.push_back({"screw", {120, 270, 36}, {0, 0, -1}, 30, 4, {"batten", "panel"}, false});
        QCOMPARE(crossGrain(a, 0.003).front().over, 240.0);
    }
    void aSheetStaysAsItIs() {
        Assembly a = battened(300, true);
        a.parts.front().stock = Stock::sheet;
        a.parts.front().material = "ply_birch";
        QVERIFY(crossGrain(a, 0.003).empty());
    }
    void aCapOnADeepLedgeIsFoundInThePlan() {
        Project p = newProject("ledge", Units::metric).value();
        auto& ledge = std::get<LedgeParams>(p.pieces.front().params);
        ledge.depth = 220_mm;
        ledge.caps = CapShape::full;
        const auto told = [&] {
            const Plan plan = test::planOf(p);
            return std::count_if(plan.findings.begin(), plan.findings.end(),
                                 [](const Finding& f) { return f.id.starts_with("cross_grain"); });
        };
        const auto deep = told();
        ledge.depth = 120_mm;
        QCOMPARE(told(), 0);
        QCOMPARE(deep, 2); // both caps
    }
};

QTEST_APPLESS_MAIN(TestMovement)
#include "test_core_movement.moc"
