// Moves: what closes at once is one step, in an order a maker would nod at, with every place told.
#include "build/blocking.h"
#include "build/order.h"
#include "build/steps.h"
#include "drawing/views.h"
#include "told.h"

#include <iterator>
#include <rapidcheck.h>
#include <set>

using namespace owl;

namespace {

Plan planWith(const char* kind, const char* set = "") {
    return test::planOf(test::with(kind, test::words(set)));
}
const BuildStep* joining(const Plan& plan, const std::string& joint) {
    for (const auto& s : plan.pieces.front().steps)
        if (std::find(s.joins.begin(), s.joins.end(), joint) != s.joins.end())
            return &s;
    return nullptr;
}
std::size_t placeOf(const Plan& plan, const std::string& joint) {
    const auto& steps = plan.pieces.front().steps;
    return static_cast<std::size_t>(joining(plan, joint) - steps.data());
}
bool has(const std::string& text, const std::string& part) {
    return text.find(part) != std::string::npos;
}
std::size_t times(const std::string& text, const std::string& part) {
    std::size_t n = 0;
    for (auto at = text.find(part); at != std::string::npos; at = text.find(part, at + 1))
        ++n;
    return n;
}
/// Two posts with a board on blind dowels between them, and a lid over all three.
Assembly frame(bool lidOnDowels) {
    Assembly a;
    const auto board = [&](const char* id, double x, double z, double wide, double high) {
        a.parts.push_back(blankPart(id, id, Length::mm(high), 100_mm, Length::mm(wide),
                                    {{x, 0, z}, {0, 0, 1}, {0, 1, 0}, {1, 0, 0}}));
        a.parts.back().solid.cells.clear();
        a.parts.back().solid.cells.push_back(
            boxCell({x, 0, z}, {Vec3{1, 0, 0}, Vec3{0, 1, 0}, Vec3{0, 0, 1}}, {wide, 100, high}));
    };
    board("left", 0, 0, 18, 300);
    board("right", 482, 0, 18, 300);
    board("between", 18, 100, 464, 18);
    board("lid", 0, 300, 500, 18);
    const auto joint = [&](const char* id, const char* first, const char* second, Vec3 into, bool dowels) {
        Joint j;
        j.id = id;
        j.first = first;
        j.second = second;
        j.how = dowels ? Joinery::dowels : Joinery::glue;
        j.pin = 8_mm;
        if (dowels)
            j.fasteners.push_back({"dowel", {}, into, 30, 8, {first, second}, false});
        a.joints.push_back(j);
    };
    // Listed as nobody could make them: both posts under the lid before the board between them.
    joint("lid-left", "lid", "left", {0, 0, -1}, lidOnDowels);
    joint("lid-right", "lid", "right", {0, 0, -1}, lidOnDowels);
    joint("left-between", "left", "between", {1, 0, 0}, true);
    joint("right-between", "right", "between", {-1, 0, 0}, true);
    return a;
}
std::size_t moveOf(const JointOrder& order, const std::string& joint) {
    for (std::size_t i = 0; i < order.moves.size(); ++i)
        for (const Joint* j : order.moves[i].joints)
            if (j->id == joint)
                return i;
    return order.moves.size();
}

} // namespace

class TestMoves : public QObject {
    Q_OBJECT
  private slots:
    void whatIsBetweenComesBeforeWhatShutsItIn() {
        for (const bool dowels : {false, true}) {
            const Assembly a = frame(dowels);
            const JointOrder order = workableOrder(a);
            QVERIFY(!order.forced() && order.stuck().empty());
            QCOMPARE(order.joints().size(), a.joints.size());
            // one post, the board, the other post: three parts in two moves; then the lid on both at once
            QCOMPARE(order.moves.size(), std::size_t(3));
            QVERIFY(moveOf(order, "left-between") != moveOf(order, "right-between"));
            if (dowels)
                QCOMPARE(moveOf(order, "lid-left"), moveOf(order, "lid-right"));
        }
    }
    /// A board on blind dowels between two ends of a lid that is on blind dowels too, crosswise: no straight
    /// motion closes the last of them, and that is told.
    void whatCannotBeClosedIsForced() {
        Assembly a = frame(true);
        Joint j = a.joints.front();
        j.id = "lid-between";
        j.second = "between";
        j.fasteners.front().direction = {0, 1, 0};
        a.joints.push_back(j);
        QVERIFY(workableOrder(a).forced());
        BuildInput in;
        in.piece = "p";
        in.assembly = &a;
        const auto steps = buildSteps(in, catalog());
        QVERIFY(std::any_of(steps.begin(), steps.end(),
                            [](const BuildStep& s) { return has(s.text, "No straight motion"); }));
    }
    /// Sets of parts as bits against sets as the library has them.
    void setsOfPartsAreSets() {
        QVERIFY(rc::check("union, difference, meeting", [] {
            const auto n = *rc::gen::inRange<std::size_t>(1, 200);
            const auto draw = [&] {
                return *rc::gen::container<std::set<std::size_t>>(rc::gen::inRange<std::size_t>(0, n));
            };
            const std::set<std::size_t> a = draw();
            const std::set<std::size_t> b = draw();
            const auto bits = [&](const std::set<std::size_t>& s) {
                PartSet out(n);
                for (std::size_t i : s)
                    out.add(i);
                return out;
            };
            const auto back = [](const PartSet& p) {
                std::set<std::size_t> out;
                p.each([&](std::size_t i) { out.insert(i); });
                return out;
            };
            std::set<std::size_t> both = a;
            both.insert(b.begin(), b.end());
            std::set<std::size_t> less;
            std::set_difference(a.begin(), a.end(), b.begin(), b.end(), std::inserter(less, less.end()));
            PartSet sum = bits(a);
            sum |= bits(b);
            PartSet rest = bits(a);
            rest -= bits(b);
            RC_ASSERT(back(sum) == both && back(rest) == less);
            RC_ASSERT(bits(a).size() == a.size() && bits(a).empty() == a.empty());
            RC_ASSERT(bits(a).meets(bits(b)) == (less.size() < a.size()));
            if (!a.empty()) // the captured `||` of the macro looks at both of its sides
                RC_ASSERT(bits(a).front() == *a.begin());
        }));
    }
    /// A chain of parts is reached to where `within` ends.
    void reachedStaysWithin() {
        std::vector<PartSet> rows(100, PartSet(100));
        PartSet within(100);
        for (std::size_t i = 0; i < 100; ++i) {
            if (i > 0)
                rows[i].add(i - 1);
            if (i + 1 < 100)
                rows[i].add(i + 1);
            if (i != 70)
                within.add(i);
        }
        PartSet seed(100);
        seed.add(65);
        const PartSet out = reached(seed, rows, within);
        QCOMPARE(out.size(), std::size_t(70)); // 0 to 69
        QVERIFY(!out.has(70) && !out.has(71) && out.has(0));
    }
    /// Who runs into whom: the board between the posts goes forwards and up or down, not sideways.
    void theWayOutIsFound() {
        const Assembly a = frame(false);
        std::vector<const Joint*> joints;
        for (const auto& j : a.joints)
            joints.push_back(&j);
        const Blocking b = findBlocking(a, {0, 1, 2, 3}, joints); // left, right, between, lid
        QCOMPARE(b.bonds.size(), std::size_t(2));
        for (const auto& way : b.ways) {
            const PartSet& stops = way.pushes[2];
            QCOMPARE(stops.has(0), way.to == (Vec3{-1, 0, 0}));
            QCOMPARE(stops.has(1), way.to == (Vec3{1, 0, 0}));
            QCOMPARE(stops.has(3), way.to == (Vec3{0, 0, 1}));
        }
    }
    void aSideGoesOntoAllItsBoardsAtOnce() {
        const Plan plan = planWith("bookcase");
        const BuildStep* s = joining(plan, "bottom-right");
        QVERIFY(s);
        QCOMPARE(s->title, std::string("Fit the right side"));
        for (const char* joint : {"top-right", "rail-right", "kick-right", "shelf-3-right"})
            QVERIFY2(std::find(s->joins.begin(), s->joins.end(), joint) != s->joins.end(), joint);
        QVERIFY2(has(s->text, "put the right side to shelf 3, bottom and top"), s->text.c_str());
        QVERIFY(has(s->text, "close at once"));
        QCOMPARE(times(s->text, "rubbery"), std::size_t(1));
        QCOMPARE(s->waitMinutes, 60.0);
        QVERIFY(has(s->text, "the same places on the end of the kick board"));
        // the top is let into the sides, the rail stands between them
        QVERIFY(has(joining(plan, "top-rail")->text, "at 66 mm, 227 mm"));
        QVERIFY(has(joining(plan, "top-rail")->text, "and on the rail at 60 mm, 221 mm"));
        // everything is bored before glue is spread
        QVERIFY(s->text.rfind("Drill with a guide") < s->text.find("Spread glue"));
        // what stands between the sides is on the other one by then
        for (const char* joint : {"bottom-left", "kick-left", "shelf-3-left"})
            QVERIFY2(placeOf(plan, joint) < placeOf(plan, "bottom-right"), joint);
    }
    void aBackIsNailedAllRoundInOneStep() {
        const Plan plan = planWith("bookcase", "back=nailed");
        const BuildStep* s = joining(plan, "back-left");
        QVERIFY(s && s->joins.size() == 4);
        QCOMPARE(times(s->text, "Press the back panel on"), std::size_t(1));
        QCOMPARE(times(s->text, "Nail it to the "), std::size_t(4));
        QVERIFY(!has(s->text, "close at once")); // nails are driven one by one
    }
    /// Dividers on dowels: shelves between them first, then top and bottom, then what ends at the sides.
    void shelvesBetweenDividersComeFirst() {
        const Plan plan = planWith("bookcase", "dividers=2 length=1500 fixed=all joinery=dowels back=let_in");
        QVERIFY(placeOf(plan, "shelf-2-1-right") < placeOf(plan, "divider-1-top"));
        QVERIFY(placeOf(plan, "divider-1-bottom") < placeOf(plan, "bottom-left"));
        QVERIFY(placeOf(plan, "back-groove") < placeOf(plan, "bottom-right"));
    }
    void oneThingIsBuiltBeforeAnotherIsBegun() {
        for (const auto& [kind, set, one, last, other] :
             {std::array{"hollow", "arm_spacing=150", "ledger-arm-1", "ledger-arm-5", "front-end-left"},
              std::array{"bookcase", "sections=2 length=1600", "bottom-left", "bottom-right",
                         "bottom-s2-left"}}) {
            const Plan plan = planWith(kind, set);
            QVERIFY2(placeOf(plan, one) <= placeOf(plan, last), kind);
            QVERIFY2(placeOf(plan, last) < placeOf(plan, other), kind);
        }
    }
    /// The drawing of a step has what comes off its place, the way it comes, and the rest together.
    void aStepShowsWhatComesFromWhere() {
        const Plan plan = planWith("bookcase");
        const BuildStep* s = joining(plan, "bottom-right");
        QVERIFY(s);
        QCOMPARE(s->brought, std::vector<std::string>{"side-right"});
        QCOMPARE(s->from, (Vec3{1, 0, 0}));
        const PieceViewOptions o = stepOptions(plan.pieces.front(), *s);
        QCOMPARE(o.fresh, s->brought);
        QCOMPARE(o.by, (Vec3{112, 0, 0})); // 0.4 of a depth of 280
        QCOMPARE(o.apart, 0.0);
        QVERIFY(std::find(o.only.begin(), o.only.end(), "back") == o.only.end()); // not there yet
    }
    /// From above or below a place has a depth, not a height.
    void placesOnAFaceHaveTheirDepth() {
        const Plan plan = planWith("braced");
        const BuildStep* s = joining(plan, "brace-1-top");
        QVERIFY(s);
        const Joint* j = plan.pieces.front().assembly().joint("brace-1-top");
        const Cell top = plan.pieces.front().assembly().find("top")->bounds();
        QVERIFY(j && j->spots.size() == 2 && j->spots[0].at.y != j->spots[1].at.y);
        const NumberStyle style;
        const auto depth = [&](std::size_t i) { return formatLength(j->spots[i].at.y - top.at.y, style); };
        QVERIFY2(has(s->text, depth(0) + ", " + depth(1) + " from its back edge"), s->text.c_str());
        const Plan cased = planWith("bookcase", "base=frame");
        QVERIFY(has(joining(cased, "bottom-frame-front")->text, "from its front edge"));
    }
    /// A rod's hole runs through boards that are glued by then: it is bored in one go, as deep as all of it.
    void aHoleThroughGluedBoardsIsOneHole() {
        const Plan plan = planWith("slab", "build=edge_glued boards=3");
        const Assembly& a = plan.pieces.front().assembly();
        std::vector<const BuildStep*> bores;
        for (const auto& s : plan.pieces.front().steps)
            if (has(s.id, "/bore-"))
                bores.push_back(&s);
        QCOMPARE(bores.size(), std::size_t(1));
        double depth = 0;
        std::size_t holes = 0;
        for (const auto& p : a.parts)
            for (const auto& h : p.holes) {
                ++holes;
                depth += h.purpose == "rod-1" ? h.depth : 0;
            }
        QCOMPARE(bores.front()->shapes.size(), holes);
        QVERIFY2(has(bores.front()->text, "In one go through board 1, board 2 and board 3"),
                 bores.front()->text.c_str());
        QVERIFY2(
            has(bores.front()->text, formatLength(Length::mm(std::round(depth)), NumberStyle{}) + " deep"),
            bores.front()->text.c_str());
        QVERIFY(placeOf(plan, "edge-2") <
                static_cast<std::size_t>(bores.front() - plan.pieces.front().steps.data()));
    }
    /// What a rail is drilled for already leads the bit through the panel before it; other holes have both
    /// their places.
    void everyHoleIsFound() {
        const Plan cased = planWith("bookcase");
        const Plan boxed = planWith("wall_box", "cable=yes");
        const auto bore = [](const Plan& plan, const char* id) -> const BuildStep* {
            for (const auto& s : plan.pieces.front().steps)
                if (s.id.ends_with(id))
                    return &s;
            return nullptr;
        };
        const BuildStep* back = bore(cased, "/bore-back");
        QVERIFY(back && has(back->text, "Through the 2 holes of the rail, from the front"));
        // a panel that is let in stands before the rail
        const Plan letIn = planWith("wall_box", "back=let_in");
        const BuildStep* panel = bore(letIn, "/bore-back");
        QVERIFY(panel && has(panel->text, "of the rail, from behind"));
        const BuildStep* bottom = bore(boxed, "/bore-bottom");
        QVERIFY(bottom);
        QVERIFY2(has(bottom->text, "from its back edge"), bottom->text.c_str());
    }
    /// A kick board on dowels would have to come in before the side, and then stand before the pockets below
    /// the bottom: it has pockets of its own.
    void pocketedCasesNeedNoRightAngle() {
        for (const char* set : {"", " top_over=yes fixed=all", " dividers=2 length=1400",
                                " sections=2 length=1500", " back=let_in", " back=let_in base=frame"}) {
            const Plan plan = planWith("bookcase", ("joinery=pockets" + std::string(set)).c_str());
            if (joining(plan, "kick-right"))
                QVERIFY(placeOf(plan, "bottom-right") < placeOf(plan, "kick-right"));
            for (const auto& s : plan.pieces.front().steps)
                QVERIFY2(s.reach.empty(), (s.id + set).c_str());
        }
    }
    /// The second part may begin elsewhere than the first: a rail that is set in from the ends of the top, a
    /// shelf before a panel. What is told there are its own measures, recomputed here from the holes.
    void theSecondPartHasItsOwnMeasures_data() {
        QTest::addColumn<QString>("kind");
        QTest::addColumn<QString>("set");
        QTest::newRow("rail set in") << "braced"
                                     << "";
        QTest::newRow("before a panel") << "bookcase"
                                        << "joinery=dowels";
        QTest::newRow("top over") << "bookcase"
                                  << "joinery=dowels top_over=yes dividers=1 length=1200 fixed=all";
        QTest::newRow("frame") << "platform"
                               << "";
        QTest::newRow("mitred box") << "wall_box"
                                    << "corners=mitred fixing=dowels";
    }
    void theSecondPartHasItsOwnMeasures() {
        QFETCH(QString, kind);
        QFETCH(QString, set);
        const Plan plan = planWith(kind.toUtf8().constData(), set.toUtf8().constData());
        const Assembly& a = plan.pieces.front().assembly();
        std::size_t own = 0;
        for (const auto& j : a.joints) {
            const Part* second = a.find(j.second);
            if (j.how != Joinery::dowels || j.pinThrough || !second || j.fasteners.empty())
                continue;
            const BuildStep* s = joining(plan, j.id);
            QVERIFY2(s, j.id.c_str());
            const std::string end = "and on the end of the " + second->name + " at ";
            const std::string edge = "and on the " + second->name + " at ";
            const bool told = has(s->text, end) || has(s->text, edge);
            own += told;
            // Along the edge of the second part, in the piece's axes.
            const Vec3 row = cross(j.fasteners.front().direction, second->pose.through);
            const auto along = [&](const Vec3& v) {
                return std::abs(row.x) > 0.9 ? v.x : std::abs(row.y) > 0.9 ? v.y : v.z;
            };
            const auto from = [&](const Part& p) {
                const Cell box = p.bounds();
                return along({box.at.x.mm(), box.at.y.mm(), box.at.z.mm()});
            };
            const bool same = std::abs(from(*a.find(j.first)) - from(*second)) < 0.05;
            if (same)
                continue;
            for (const auto& f : j.fasteners) {
                const Length at = Length::mm(std::round((along(f.from) - from(*second)) * 10) / 10);
                QVERIFY2(has(s->text, formatLength(at, NumberStyle{})), (j.id + ": " + s->text).c_str());
            }
        }
        QVERIFY(own > 0 || kind == "platform");
    }
    /// Joints that close together each keep their number, and what they have in common is said once.
    void nothingIsLostBetweenJointsThatCloseTogether() {
        const Plan plan = planWith("bookcase", "joinery=pockets");
        const BuildStep* s = joining(plan, "bottom-right");
        QVERIFY(s && s->joins.size() > 3);
        QCOMPARE(times(s->text, "Set the pocket-hole jig"), std::size_t(1));
        QCOMPARE(times(s->text, "Bore "), s->joins.size());
        QVERIFY2(has(s->text, "clamp the right side to shelf 3, bottom"), s->text.c_str());
        QVERIFY(!has(s->text, "Drive 3 screws")); // of each joint, or of all?
        // screws through two boards into one: both are told, and plugs before their clearance holes
        const Plan braced = planWith("braced");
        const std::string& text = joining(braced, "brace-1-rail")->text;
        QVERIFY2(has(text, "through the rail into brace 1") && has(text, "through the top into brace 1"),
                 text.c_str());
        QVERIFY2(text.find("10 mm wide and 6 mm deep for the plugs") < text.find("Spread glue"),
                 text.c_str());
    }
    /// Every lag screw of an arm has its height.
    void everyLagScrewIsTold() {
        const Plan plan = planWith("platform");
        const Joint* j = plan.pieces.front().assembly().joint("rail-arm-1");
        QVERIFY(j && j->fasteners.size() == 2);
        const std::string& text = joining(plan, "rail-arm-1")->text;
        QVERIFY2(has(text, "30 mm and 90 mm from its lower edge, and pilots"), text.c_str());
        QVERIFY2(has(text, "Drive 2 lag screws"), text.c_str());
    }
    /// Plates and loose shelves come when the piece hangs, pads and hooks when it is finished.
    void whatIsLaidOnComesLast() {
        const auto at = [](const Plan& plan, const std::string& end) {
            const auto& steps = plan.pieces.front().steps;
            const auto it = std::find_if(steps.begin(), steps.end(),
                                         [&](const BuildStep& s) { return s.id.ends_with("/" + end); });
            return static_cast<std::size_t>(it - steps.begin());
        };
        const Plan glass = planWith("platform");
        QVERIFY(at(glass, "finish") < at(glass, "stuck-pad-1-rear"));
        QVERIFY(at(glass, "stuck-pad-1-rear") < at(glass, "hang"));
        QVERIFY(at(glass, "hang") < at(glass, "top-laid"));
        QVERIFY(at(glass, "order-top") < at(glass, "finish")); // it takes days
        QVERIFY(joining(glass, "top-laid")->onWall);
        const Plan cased = planWith("bookcase");
        QVERIFY(at(cased, "tie") < placeOf(cased, "shelf-1-left"));
        QCOMPARE(placeOf(cased, "shelf-1-left") + 1, cased.pieces.front().steps.size());
        const Plan cups = planWith("wall_box", "hooks=4");
        for (const auto& s : cups.pieces.front().steps)
            if (s.title == "Turn the hooks in")
                QVERIFY(at(cups, "finish") < static_cast<std::size_t>(&s - cups.pieces.front().steps.data()));
    }
    void oneIsNotSeveral() {
        for (const char* kind : {"wall_box", "bookcase", "platform", "braced"}) {
            const Plan plan = planWith(kind);
            for (const auto& s : plan.pieces.front().steps)
                for (const char* wrong : {" 1 places", " 1 dowels", " 1 screws", " 1 holes", " 1 nails"})
                    QVERIFY2(!has(s.text, wrong), (s.id + wrong).c_str());
        }
    }
};

QTEST_APPLESS_MAIN(TestMoves)
#include "test_core_moves.moc"
