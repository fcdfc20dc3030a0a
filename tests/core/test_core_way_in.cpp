// From the workshop to the wall: doors, stairs that turn, and drivers that still reach.
#include "build/driver_reach.h"
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

/// Directions a thing may be brought from: the axes, and across a mitred corner.
std::vector<Vec3> directions() {
    std::vector<Vec3> out;
    for (int axis = 0; axis < 3; ++axis)
        for (double sign : {1.0, -1.0})
            out.push_back({axis == 0 ? sign : 0, axis == 1 ? sign : 0, axis == 2 ? sign : 0});
    for (double x : {1.0, -1.0})
        for (double z : {1.0, -1.0})
            out.push_back(unit({x, 0, z}));
    return out;
}
/// Does a part of `things`, moved by that much, go through a part of `others`?
bool meets(const Assembly& a, const std::vector<std::string>& things, const Vec3& by,
           const std::vector<std::string>& others) {
    for (const auto& id : things) {
        const Solid& still = a.find(id)->solid;
        const Solid shifted = moved(still, by);
        for (const auto& other : others) { // a rod lies in its bore, which is not taken out of the wood
            const Solid& there = a.find(other)->solid;
            if (separation(shifted, there) < -0.05 && separation(still, there) > -0.05)
                return true;
        }
    }
    return false;
}
/// Brought from afar in steps that halve, along blind dowels where there are any, through nothing.
bool canBeBrought(const Assembly& a, const Move& m) {
    for (const Vec3& way : directions()) {
        bool free = std::all_of(m.joints.begin(), m.joints.end(), [&](const Joint* j) {
            return j->how != Joinery::dowels || j->pinThrough || j->fasteners.empty() ||
                   std::abs(dot(j->fasteners.front().direction, way)) > 0.999;
        });
        for (double d = 512; free && d >= 0.5; d /= 2)
            free = !meets(a, m.comes, way * d, m.there);
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
    /// Things are brought together by straight moves that nothing is in the way of: dowels, grooves and what
    /// is there already, whatever the kind, by lot.
    void everyMoveCanBeMade_data() {
        QTest::addColumn<QString>("kind");
        QTest::addColumn<QString>("changes");
        for (const auto& kind : knownKinds())
            QTest::newRow(kind.id) << QString(kind.id) << "{}";
        QTest::newRow("a panel let in") << "bookcase"
                                        << R"({"back":"let_in"})";
        QTest::newRow("a box with a panel") << "wall_box"
                                            << R"({"back":"let_in"})";
        QTest::newRow("a case on dowels") << "bookcase"
                                          << R"({"joinery":"dowels","back":"let_in","fixed":"all"})";
        QTest::newRow("mitres on dowels") << "wall_box"
                                          << R"({"corners":"mitred","fixing":"dowels"})";
    }
    void everyMoveCanBeMade() {
        QFETCH(QString, kind);
        QFETCH(QString, changes);
        std::size_t moves = 0;
        for (std::uint64_t seed = 1; seed <= 10; ++seed) {
            Project p =
                randomProject(kind.toStdString(), seed % 2 ? Units::metric : Units::imperial, seed).value();
            const auto wanted = nlohmann::ordered_json::parse(changes.toStdString());
            for (const auto& [key, value] : wanted.items())
                p.pieces.front().params = withChanges(p.pieces.front().params, {{key, value}});
            const Plan plan = test::planOf(p);
            const Assembly& a = plan.pieces.front().assembly();
            const JointOrder order = workableOrder(a);
            for (const auto& m : order.moves)
                QVERIFY2(canBeBrought(a, m),
                         qPrintable(QString("seed %1: %2").arg(seed).arg(m.joints.front()->id.c_str())));
            QVERIFY2(!order.forced(), qPrintable(QString("seed %1 is forced").arg(seed)));
            moves += order.moves.size();
        }
        QVERIFY(moves > 10 || kind == "slab" || kind == "corner");
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
        QVERIFY(free.stuck().empty() && free.joints().front()->id == "screwed");
        a.joints.front().second = "block"; // now right is there from the start
        a.joints.front().first = "right";
        a.joints.back().first = "right";
        const JointOrder tight = workableOrder(a);
        QCOMPARE(tight.stuck(), std::vector<std::string>{"screwed"});
        for (const auto& m : tight.moves)
            QCOMPARE(m.shortOnly, m.stuck);
    }
};

QTEST_APPLESS_MAIN(TestWayIn)
#include "test_core_way_in.moc"
