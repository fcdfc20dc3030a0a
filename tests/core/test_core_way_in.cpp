// From the workshop to the wall: doors, stairs that turn, and drivers that still reach.
#include "build/order.h"
#include "plan/way_in.h"
#include "project/random_project.h"
#include "solid/query.h"
#include "told.h"

#include <cmath>
#include <numbers>
#include <rapidcheck.h>

using namespace owl;

namespace {

/// True when a rectangle p x q can lie at that angle across a right corner of passages `w` wide, touching
/// both outer walls: the inner corner is at (w, w), the walls are the axes. The line of its inner side must
/// pass it.
bool clearsAt(double p, double q, double w, double angle) {
    const double c = std::cos(angle);
    const double s = std::sin(angle);
    // Ends of the outer side on the axes: (p c, 0) and (0, p s). Distance of (w, w) from that line:
    const double far = std::abs(w * s + w * c - p * s * c);
    const bool outside = w * s + w * c > p * s * c;
    return outside && far >= q - 1e-9;
}

Project bookcaseOf(const std::string& set) {
    return test::with("bookcase", test::words(set));
}

/// From 300 mm away along one of the axes: far enough to be out of every groove, and past its whole height.
bool pushedIn(const Part& panel, const Assembly& a, const std::set<std::string>& there) {
    const auto meets = [&](const Vec3& by) {
        const Solid shifted = moved(panel.solid, by);
        return std::any_of(a.parts.begin(), a.parts.end(), [&](const Part& p) {
            return p.id != panel.id && there.contains(p.id) && separation(shifted, p.solid) < -0.05;
        });
    };
    for (const Vec3& way :
         {Vec3{0, 0, 1}, Vec3{0, 1, 0}, Vec3{1, 0, 0}, Vec3{0, 0, -1}, Vec3{0, -1, 0}, Vec3{-1, 0, 0}}) {
        bool free = true;
        for (double d = 0; free && d <= 300; d += 5)
            free = !meets(way * d);
        if (free)
            return true;
    }
    return false;
}

} // namespace

class TestWayIn : public QObject {
    Q_OBJECT
  private slots:
    /// The rule against turning it in a hundred small steps.
    void theRuleForStairsIsTheGeometry() {
        QVERIFY(rc::check("turns as the drawing says", [] {
            const double w = *rc::gen::inRange(600, 1500);
            const double p = *rc::gen::inRange(300, 3500);
            const double q = std::min(p, static_cast<double>(*rc::gen::inRange(101, 700)));
            if (q > w - 20)
                RC_DISCARD();
            bool clears = true;
            for (int i = 1; i < 200; ++i)
                clears = clears && clearsAt(p, q, w, i * std::numbers::pi / 400);
            const double limit = 2 * std::numbers::sqrt2 * w - 2 * q;
            if (std::abs(p - limit) < 1)
                RC_DISCARD();
            const bool rule = p <= limit;
            RC_ASSERT(rule == clears);
            RC_ASSERT(turnsStair({p, q, 100}, w, 100) == rule); // it cannot be put on edge
        }));
    }
    void throughADoorInSomePosition() {
        QVERIFY(passesDoor({800, 280, 1800}, 700, 2000));  // lying on its side, 280 wide
        QVERIFY(!passesDoor({900, 850, 1800}, 700, 2000)); // too thick whichever way
        QVERIFY(passesDoor({900, 650, 1800}, 700, 2000));
        QVERIFY(!passesDoor({900, 650, 1800}, 700, 880));
        QVERIFY(passesDoor({900, 650, 1800}, 0, 0));       // nobody measured
        QVERIFY(!passesDoor({900, 690, 1800}, 700, 2000)); // 20 mm for hands
    }
    /// It is part of the work: an edit of it counts, a file keeps it.
    void itIsKept() {
        Project p = bookcaseOf("");
        const Project before = p;
        p.wayIn = {700_mm, 1950_mm, 800_mm};
        QVERIFY(!(p == before) && !p.sameWork(before));
        const auto again = readProject(writeProject(p), "way.owl");
        QVERIFY(again.has_value() && again->wayIn == p.wayIn && *again == p);
        QVERIFY(!readProject(R"({"format":"upright-owl-project","version":2,"way_in":{"door_width":-5}})",
                             "bad.owl")
                     .has_value());
    }
    void aCaseThatStopsOnTheStairsIsToldWithWhatHelps() {
        Project p = bookcaseOf("length=1400 height=1900 depth=400");
        QVERIFY(!test::finding(test::planOf(p), "no_stair") && !test::finding(test::planOf(p), "no_door"));
        p.wayIn = {650_mm, 1350_mm, 750_mm};
        const Plan plan = test::planOf(p);
        const Finding* stair = test::finding(plan, "no_stair");
        QVERIFY(stair && stair->severity == Severity::warns && !stair->remedies.empty());
        QVERIFY(test::finding(plan, "no_door"));
        const Project half = *withChanges(p, stair->remedies.front().changes);
        QVERIFY(!test::finding(test::planOf(half), "no_stair") &&
                !test::finding(test::planOf(half), "no_door"));
        // What is put together on its walls comes in as boards.
        Project alcove = newProject("alcove", Units::metric).value();
        alcove.wayIn = p.wayIn;
        QVERIFY(!test::finding(test::planOf(alcove), "no_stair"));
    }
    /// A panel that is let in goes into its grooves before the last board closes them: pushed there in steps
    /// of 5 mm from where nothing holds it, it never meets what the steps before have put together.
    void noPanelIsShutOutOfItsGrooves() {
        int panels = 0;
        for (const std::string kind : {"bookcase", "wall_box"})
            for (std::uint64_t seed = 1; seed <= 60; ++seed) {
                Project p = randomProject(kind, seed % 2 ? Units::metric : Units::imperial, seed).value();
                p.pieces.front().params = withChanges(p.pieces.front().params, {{"back", "let_in"}});
                const Plan plan = test::planOf(p);
                const Assembly& a = plan.pieces.front().assembly();
                std::set<std::string> there;
                for (const Joint* j : workableOrder(a).joints) {
                    if (j->kind == "loose") {
                        ++panels;
                        const QString told =
                            QString("%1 %2: %3").arg(kind.c_str()).arg(seed).arg(j->second.c_str());
                        QVERIFY2(pushedIn(*a.find(j->second), a, there), qPrintable(told));
                    }
                    there.insert({j->first, j->second});
                }
            }
        QVERIFY(panels > 80);
    }
    /// Two facing sides 140 mm apart: no driver of 180 mm between them, one of 95 mm is.
    void aShortDriverIsAskedForWhereItIsEnough() {
        Assembly a;
        const auto board = [&](const char* id, double x, double wide) {
            Part q = blankPart(id, id, 200_mm, 200_mm, Length::mm(wide),
                               {{x, 0, 0}, {0, 1, 0}, {0, 0, 1}, {1, 0, 0}});
            a.parts.push_back(q);
        };
        board("left", 0, 18);
        board("block", 18, 18);
        board("right", 176, 18);
        const auto joint = [&](const char* id, const char* first, const char* second) {
            Joint j;
            j.id = id;
            j.first = first;
            j.second = second;
            a.joints.push_back(j);
        };
        joint("held", "left", "right");
        joint("screwed", "block", "left");
        a.joints.back().fasteners.push_back(
            {"screw", {36, 100, 100}, {-1, 0, 0}, 30, 4, {"block", "left"}, false});
        QVERIFY(!inTheDriversWay(a.joints.back(), a).empty());
        QVERIFY(inTheDriversWay(a.joints.back(), a, shortDriver).empty());
        const JointOrder free = workableOrder(a); // the order itself makes room
        QVERIFY(free.stuck.empty() && free.joints.front()->id == "screwed");
        a.joints.front().second = "block"; // now right is there from the start
        a.joints.front().first = "right";
        a.joints.back().first = "right";
        const JointOrder tight = workableOrder(a);
        QCOMPARE(tight.stuck, std::vector<std::string>{"screwed"});
        QCOMPARE(tight.shortOnly, tight.stuck);
    }
};

QTEST_APPLESS_MAIN(TestWayIn)
#include "test_core_way_in.moc"
